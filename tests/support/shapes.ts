/** Programs of any length in the shapes in which people write long files. */
import { randomFrom } from "./edits.js";

/** A program of about so many lines in which nothing is wrong with the form. */
export interface Shape {
  readonly name: string;
  /** The ending of its file, which tells the language. */
  readonly ending: "js" | "ts" | "tsx";
  readonly make: (lines: number) => string;
}

const piers = ["north", "south", "east", "west", "harbour", "lighthouse", "marina", "quay"];
const things = ["fare", "tide", "berth", "crew", "sailing", "kiosk", "ticket", "wake", "beacon", "gangway"];

/** Draws from lists in a fixed order. */
class Draw {
  private readonly random: () => number;

  constructor(seed: number) {
    this.random = randomFrom(seed);
  }

  of<T>(list: readonly T[]): T {
    return list[Math.floor(this.random() * list.length)]!;
  }

  number(below: number): number {
    return Math.floor(this.random() * below);
  }
}

/** A few statements that use names of their own, with some of the things that real code holds. */
function statements(draw: Draw, indent: string, count: number, name: string): string[] {
  const lines: string[] = [];
  const put = (...some: string[]): void => void lines.push(...some.map((line) => indent + line));
  for (let i = 0; i < count; i += 1) {
    const one = `${draw.of(things)}${i}`;
    switch (draw.number(8)) {
      case 0:
        put(`const ${one} = ${draw.number(900)} + ${name}.length;`, `report(${one}, "${draw.of(piers)}");`);
        break;
      case 1:
        put(
          `for (const ${one} of ${name}) {`,
          `  if (${one} === undefined) continue;`,
          `  report(${one}, \`\${${one}}: ${draw.of(piers)}\`);`,
          "}",
        );
        break;
      case 2:
        put(
          `let ${one} = 0;`,
          `while (${one} < ${draw.number(20)}) {`,
          `  ${one} += 2;`,
          "}",
          `report(${one}, ${name}[${one}]);`,
        );
        break;
      case 3:
        put(
          `if (${name}.length > ${draw.number(9)} && ready(${name})) {`,
          `  report("${one}", { pier: "${draw.of(piers)}", at: [1, 2, ${draw.number(9)}] });`,
          "} else {",
          `  report("${one}", null);`,
          "}",
        );
        break;
      case 4:
        put(
          `// The ${draw.of(things)} of the ${draw.of(piers)} pier.`,
          `const ${one} = ${name}.map((entry) => entry.${draw.of(things)} ?? ${draw.number(7)});`,
          `${one}.forEach((entry) => {`,
          "  report(entry, /\\d+[a-z]{2}/.test(entry));",
          "});",
        );
        break;
      case 5:
        put(
          "try {",
          `  report(${name}, await_(${draw.number(50)}));`,
          "} catch (error) {",
          "  report(error, String(error));",
          "}",
        );
        break;
      case 6:
        put(
          `switch (${name}.length) {`,
          "  case 0:",
          `    report("${draw.of(piers)}", 0);`,
          "    break;",
          "  default:",
          `    report("${draw.of(piers)}", 1);`,
          "}",
        );
        break;
      default:
        put(`report(${name}, {`, `  ${draw.of(things)}: ${draw.number(99)},`, `  ${one}: (a, b) => a - b,`, "});");
    }
  }
  return lines;
}

/** Calls `part` until there are enough lines. */
function filled(
  lines: number,
  head: readonly string[],
  part: (index: number, draw: Draw) => string[],
  tail: readonly string[],
): string {
  const draw = new Draw(17);
  const all = [...head];
  for (let index = 0; all.length + tail.length < lines; index += 1) all.push(...part(index, draw));
  return [...all, ...tail, ""].join("\n");
}

const helpers = [
  "function report(subject, detail) {",
  "  log.push([subject, detail]);",
  "}",
  "function ready(list) {",
  "  return list !== null;",
  "}",
  "function await_(time) {",
  "  return time * 2;",
  "}",
  "const log = [];",
];
const used = "export { log, report, ready, await_ };";

const functions = (indent: string, prefix: string) => (index: number, draw: Draw): string[] => [
  `${indent}${prefix}function ${draw.of(things)}Of${index}(list, ${draw.of(piers)} = "${draw.of(piers)}") {`,
  ...statements(draw, `${indent}  `, 2 + draw.number(4), "list"),
  `${indent}  return list;`,
  `${indent}}`,
  "",
];

export const shapes: readonly Shape[] = [
  {
    name: "many small items",
    ending: "js",
    make: (lines) => filled(lines, [used, ...helpers], functions("", "export "), []),
  },
  {
    name: "one function around everything",
    ending: "js",
    make: (lines) => filled(
      lines,
      ["(function (log) {", "  \"use strict\";", ...helpers.slice(0, -1).map((line) => `  ${line}`)],
      (index, draw) => [
        ...functions("  ", "")(index, draw),
        `  const entries${index} = [${index}, 2, 3];`,
        ...statements(draw, "  ", 1, `entries${index}`).map((line) => line.replaceAll(/\b(\w+?)0\b/g, `$1_${index}`)),
        `  log.push(${index});`,
      ],
      ["})([]);"],
    ),
  },
  {
    name: "one class of methods",
    ending: "ts",
    make: (lines) => filled(
      lines,
      [
        used,
        ...helpers.map(
          (line) => line
            .replace(/\((\w+), (\w+)\) \{/, "($1: unknown, $2: unknown): void {")
            .replace("(list)", "(list: unknown): boolean")
            .replace("(time)", "(time: number): number")
            .replace("log = []", "log: unknown[] = []"),
        ),
        "export class Harbour {",
        "  #open = true;",
      ],
      (index, draw) => [
        `  ${draw.of(things)}${index}(list: any[]): boolean {`,
        ...statements(draw, "    ", 2 + draw.number(4), "list"),
        "    return this.#open;",
        "  }",
        "",
      ],
      ["}"],
    ),
  },
  {
    name: "one array of objects",
    ending: "js",
    make: (lines) => filled(
      lines,
      ["export const sailings = ["],
      (index, draw) => [
        "  {",
        `    id: ${index},`,
        `    from: "${draw.of(piers)}", // tidal`,
        `    to: "${draw.of(piers)}",`,
        `    times: [${draw.number(12)}, ${draw.number(24)}],`,
        `    ${draw.of(things)}: (list) => list.length > ${draw.number(5)},`,
        "  },",
      ],
      ["];"],
    ),
  },
  {
    name: "one test callback three levels deep",
    ending: "ts",
    make: (lines) => filled(
      lines,
      [
        "import { describe, expect, test, report, ready, await_ } from \"./support.js\";",
        "",
        "describe(\"the harbour\", () => {",
        "  describe(\"in the morning\", () => {",
        "    describe(\"at high tide\", () => {",
      ],
      (index, draw) => [
        `      test("${draw.of(things)} of the ${draw.of(piers)} pier, ${index}", async () => {`,
        `        const list = ["${draw.of(piers)}", "${draw.of(piers)}"];`,
        ...statements(draw, "        ", 2 + draw.number(3), "list"),
        `        expect(list).toEqual(["${draw.of(piers)}"]);`,
        "      });",
        "",
      ],
      ["    });", "  });", "});"],
    ),
  },
  {
    name: "a tree of markup",
    ending: "tsx",
    make: (lines) => filled(
      lines,
      [
        "import { Board, Row, Text } from \"./parts.js\";",
        "",
        "export function Timetable({ open, report }: { open: boolean; report: (id: number) => void }) {",
        "  return (",
        "    <Board>",
      ],
      (index, draw) => [
        `      <Row id={${index}} pier="${draw.of(piers)}">`,
        `        <Text size="${draw.number(9)}">The ${draw.of(things)} sails at {${draw.number(24)}} from {open ? "here" : "there"}</Text>`,
        `        {open && <button onClick={() => report(${index})}>Book</button>}`,
        "        <ul>",
        `          <li className="${draw.of(things)}">{[${index}, ${draw.number(8)}].join(" ")}</li>`,
        `          <li>{report.name}</li>`,
        "        </ul>",
        "      </Row>",
      ],
      ["    </Board>", "  );", "}"],
    ),
  },
];

/** What somebody types at one place, key by key, and then takes back; a pause is a key of several characters. */
export interface Typing {
  readonly name: string;
  readonly keys: readonly string[];
}

const plain = (text: string): string[] => [...text];

/** Typings for code of statements, of elements of an object, and of markup: of openers first closed later, quotes, comments, and a paste. */
export function typingsFor(shape: Shape, indent: string): Typing[] {
  if (shape.name === "a tree of markup") {
    return [
      { name: "an element", keys: plain(`\n${indent}<Text size="4">{open ? 1 : 2} high</Text>`) },
      { name: "a hole", keys: plain(`\n${indent}{open && (\n${indent}  <Row id={7}>tide</Row>\n${indent})}`) },
      { name: "a paste", keys: [`\n${indent}<ul>\n${indent}  <li>{report.name}</li>\n${indent}</ul>`] },
    ];
  }
  if (shape.name === "one array of objects") {
    return [
      { name: "an object", keys: plain(`\n${indent}{\n${indent}  id: 7,\n${indent}  from: "north",\n${indent}},`) },
      { name: "a list", keys: plain(`\n${indent}[1, (list) => { return list; }, \`a \${1} b\`],`) },
      { name: "a comment", keys: plain(`\n${indent}/* out of order */ null,`) },
      { name: "a paste", keys: [`\n${indent}{ id: 1, from: "quay", times: [1, 2] },`] },
    ];
  }
  const body = shape.name === "one class of methods"
    ? `\n${indent}count(list) {\n${indent}  if (list.length > 1) {\n${indent}    return list.map((a) => a + 1);\n${indent}  }\n${indent}  return [];\n${indent}}`
    : `\n${indent}function count(list) {\n${indent}  if (list.length > 1) {\n${indent}    return list.map((a) => a + 1);\n${indent}  }\n${indent}  return [];\n${indent}}`;
  const inside = shape.name === "one class of methods"
    ? `\n${indent}total = { at: [1, "two", \`three \${3}\`], price: (list) => { return list; } };`
    : `\n${indent}const total = { at: [1, "two", \`three \${3}\`], price: (list) => { return list; } };`;
  return [
    { name: "a function", keys: plain(body) },
    { name: "a value", keys: plain(inside) },
    { name: "a comment", keys: plain(`\n${indent}/** Of the tides. */\n${indent}// done`) },
    { name: "a paste", keys: [body] },
    // Pairs as an editor puts them.
    {
      name: "pairs",
      keys: [
        `\n${indent}`,
        ...(shape.name === "one class of methods" ? plain("open") : plain("if ")),
        "()",
        "\b",
        "\b",
        "(list) {}",
      ],
    },
  ];
}

/** Ends of lines at the beginning, in the middle and at the end of a program, behind which another part may stand, with the indentation there. */
export function placesIn(shape: Shape, text: string): { at: number; indent: string }[] {
  const form = shape.name === "a tree of markup"
    ? /^( +)<\/Row>$/gm
    : shape.name === "one array of objects"
      ? /^( +)\},$/gm
      : shape.name === "one test callback three levels deep"
        ? /^( {6})\}\);$/gm
        : shape.name === "many small items" ? /^()\}$/gm : /^( {2})\}$/gm;
  const all = [...text.matchAll(form)].map((match) => ({ at: match.index + match[0].length, indent: match[1]! }));
  return [all[1]!, all[all.length >> 1]!, all.at(-2)!];
}
