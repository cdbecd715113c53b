/** Long functions are looked at in segments, and very many children in parts: whatever is edited, the alerts are those of a fresh look at the whole. */
import { describe, expect, test } from "vitest";
import { finelyCut, fuzzAnalysis, uncut } from "../../bench/fuzz-analysis.js";
import { createWorkspace } from "../../src/index.js";
import { javascript } from "../../src/languages/javascript/index.js";
import { python } from "../../src/languages/python/index.js";
import { randomFrom } from "../support/edits.js";
import { often } from "../support/files.js";
import { shapes } from "../support/shapes.js";

const hundred = (make: (index: number) => string): string =>
  Array.from({ length: 100 }, (_, index) => make(index)).join("");

describe("each statement a segment, against functions as a whole", () => {
  test.each(shapes.map((shape) => [shape.name, shape] as const))("%s", (_, { ending, make }) => {
    for (const seed of ending === "tsx" ? [3] : often([3], [3, 18])) {
      expect(fuzzAnalysis(`sailings.${ending}`, make(60), often(3, 12), seed, finelyCut, uncut).fault).toBeUndefined();
    }
  });

  const flows = `export function fare(party, tide) {
  let price = 0;
  let last;
  const free = false;
  if (party.length > 3) price = 420;
  last = price;
  [party[0], tide = 2].forEach(report);
  for (const one of party) { if (one) { last = one; continue; } price += 2; }
  const list = [price, (last = 3), tide && free];
  if (free) return list;
  { report(last); if (tide) { return price; } else { throw new Error("high"); } }
  report(price);
  price = 2;
}
function report() {}
`;
  test("values that go from statement to statement", () => {
    for (let seed = 1; seed <= often(3, 6); seed += 1) {
      expect(fuzzAnalysis("fares.ts", flows, often(7, 30), seed, finelyCut, uncut).fault).toBeUndefined();
    }
  });
});

test.each(["typescript", "python"])(
  "in %s values that come from far up in code of hundreds of statements",
  (languageId) => {
    const isPython = languageId === "python";
    const parts = isPython
      ? ["x = 1", "y = x", "if a:\n        x = 3", "go(x)", "if y:\n        return x", "x += 1"]
      : ["x = 1;", "y = x;", "if (a) x = 3;", "go(x);", "if (y) return x;", "x += 1;", "if (x === 1) go(y);"];
    const random = randomFrom(31);
    const pick = (list: readonly string[]): string => list[Math.floor(random() * list.length)]!;
    const settings = { kits: ["sound", "thorough"] };
    const make = () => createWorkspace({ languages: [javascript(), python()], settings });
    const [workspace, fresh] = [make(), make()];
    const uri = "file:///fares";
    for (let run = 0; run < often(1, 20); run += 1) {
      const few = [pick(parts), pick(parts), pick(parts)];
      const lines = Array.from({ length: 260 }, () => pick(few));
      const [head, indent, tail] = isPython
        ? ["def fare(a):\n    x = 0\n    y = 0\n", "    ", "\n\ndef go(a):\n    return a\n"]
        : ["export function fare(a) {\n  let x;\n  let y = 0;\n", "  ", "}\nfunction go(a) { return a; }\n"];
      const textOf = (): string => head + lines.map((line) => `${indent}${line}\n`).join("") + tail;
      workspace.open({ uri, languageId, version: 0, text: textOf() });
      workspace.alerts(uri);
      for (let turn = 1; turn <= 12; turn += 1) {
        const at = Math.floor(random() * lines.length);
        const from = head.length + lines.slice(0, at).reduce((sum, { length }) => sum + indent.length + length + 1, 0);
        const taken = random() < 0.6 ? 1 : 0;
        const put = random() < 0.6 ? [pick(parts)] : [];
        const to = from + (taken === 0 ? 0 : indent.length + lines[at]!.length + 1);
        lines.splice(at, taken, ...put);
        workspace.edit(uri, turn, [{ from, to, insert: put.map((line) => `${indent}${line}\n`).join("") }]);
        fresh.open({ uri, languageId, version: turn, text: textOf() });
        expect(workspace.alerts(uri), `run ${run}, turn ${turn}`).toEqual(fresh.alerts(uri));
        fresh.close(uri);
      }
      workspace.close(uri);
    }
  },
);

test.each(["javascript", "python"])("in %s statements that stand more than once", (languageId) => {
  const isPython = languageId === "python";
  const plain = isPython
    ? ["tie(a, b.line)", "c = a.rope or b.spare", "call(c.name, 'low')", "a.depth = b.depth + 3"]
    : ["tie(a, b.line);", "c = a.rope ?? b.spare;", "call(c.name, 'low');", "a.depth = b.depth + 3;"];
  const heads = isPython ? ["if c:", "for x in a.all:", "def moor(a):"] : ["if (c) {", "function moor(a) {"];
  const settings = { kits: [], levels: { "strain.*": "hint" }, tune: { "strain.same-code-twice": { lines: 2 } } };
  const random = randomFrom(7);
  const pick = <One>(list: readonly One[]): One => list[Math.floor(random() * list.length)]!;
  const linesAt = (indent: string, count: number): string[] => Array.from({ length: count }).flatMap(() => {
    if (random() < 0.7 || indent.length > 6) return [indent + pick(plain)];
    return [indent + pick(heads), ...linesAt(`${indent}  `, 3), `${indent}${isPython ? "  pass" : "}"}`];
  });
  const [workspace, fresh] = [0, 1].map(() => createWorkspace({ languages: [javascript(), python()], settings }));
  const uri = "file:///moor";
  let told = 0;
  for (let run = 0; run < often(2, 60); run += 1) {
    const lines = linesAt("", 40);
    const textOf = (): string => lines.map((line) => `${line}\n`).join("");
    workspace!.open({ uri, languageId, version: 0, text: textOf() });
    workspace!.alerts(uri);
    for (let turn = 1; turn <= 15; turn += 1) {
      const at = Math.floor(random() * lines.length);
      const from = lines.slice(0, at).reduce((sum, { length }) => sum + length + 1, 0);
      const taken = random() < 0.6 ? Math.min(lines.length - at, pick([1, 1, 2, 9])) : 0;
      const copied = Math.floor(random() * lines.length);
      const put = pick([[], lines.slice(copied, copied + 12), [`${/^ */.exec(lines[at]!)![0]}${pick(plain)}`]]);
      const to = from + lines.slice(at, at + taken).reduce((sum, { length }) => sum + length + 1, 0);
      lines.splice(at, taken, ...put);
      workspace!.edit(uri, turn, [{ from, to, insert: put.map((line) => `${line}\n`).join("") }]);
      fresh!.open({ uri, languageId, version: turn, text: textOf() });
      expect(workspace!.alerts(uri), `run ${run}, turn ${turn}`).toEqual(fresh!.alerts(uri));
      told += fresh!.alerts(uri).filter(({ rule }) => rule === "strain.same-code-twice").length;
      fresh!.close(uri);
    }
    workspace!.close(uri);
  }
  expect(told).toBeGreaterThan(5);
});

describe("a hundred children", () => {
  const children = {
    elements: `export const piers = [\n${hundred((index) => `  ${index}${index % 7 === 3 ? " ," : ","}${index % 9 === 0 ? "  " : ""}\n`)}];\n`,
    properties: `export const piers = {\n${hundred((index) => `${index % 8 === 5 ? "   " : "  "}pier${index}:${index % 6 === 0 ? "" : " "}${index},\n`)}};\n`,
    statements: hundred(
      (index) =>
        `${index % 11 === 4 ? " " : ""}export const pier${index} = ${index};${index % 10 === 0 ? "\n\n\n" : "\n"}`,
    ),
    methods: `export class Pier {\n${hundred((index) => `  pier${index}() {}\n${index % 5 === 0 ? "\n" : ""}`)}}\n`,
    cases: `export function dock(pier) {\n  switch (pier) {\n${hundred((index) => `    case ${index}:\n      return ${index} ;\n`)}  }\n}\n`,
    arguments: `export const all = dock(\n${hundred((index) => `  [${index},${index}],\n`)});\nfunction dock() {}\n`,
  };
  test.each(Object.entries(children))("%s", (_, text) => {
    for (const seed of often([1], [1, 2])) {
      expect(fuzzAnalysis("piers.js", text, often(2, 7), seed).fault).toBeUndefined();
    }
  });
});

test("what stands behind the last of very many is looked at when the last ones go", () => {
  const source = hundred((index) => `export const pier${index} = ${index};\n`);
  for (const kept of [1, 31, 32, 64, 99]) {
    const uri = "file:///piers.js";
    const open = (text: string) => {
      const workspace = createWorkspace({
        languages: [javascript()],
        settings: { kits: [], levels: { "layout.indent": "hint" } },
      });
      workspace.open({ uri, languageId: "javascript", version: 0, text });
      return workspace;
    };
    const from = source.indexOf(`export const pier${kept} `);
    const insert = "      // and more\n";
    const edited = open(source);
    expect(edited.alerts(uri)).toEqual([]);
    edited.edit(uri, 1, [{ from, to: source.length, insert }]);
    expect(edited.alerts(uri), `after ${kept}`).toEqual(open(source.slice(0, from) + insert).alerts(uri));
    expect(edited.alerts(uri).length).toBe(1);
  }
});

describe("chains of thousands, at the top of a file and in a function", () => {
  const links = 6000;
  test.each<[string, string]>([
    ["and", `pier${" && pier".repeat(links)}.next`],
    ["plus", `pier${" + pier".repeat(links)}`],
    ["calls", `pier${".next()".repeat(links)}`],
    ["members", `pier${".next".repeat(links)}`],
  ])("%s", (_, chain) => {
    const text = `let pier = dock();\nexport const all = ${chain};\nexport function sail() {\n  let pier;\n  return ${chain};\n}\nfunction dock() {}\n`;
    const workspace = createWorkspace({ languages: [javascript()] });
    workspace.open({ uri: "file:///piers.js", languageId: "javascript", version: 0, text });
    const found = new Set(workspace.alerts("file:///piers.js").map(({ rule }) => rule));
    expect([...found].some((rule) => rule === "flow.read-before-set" || rule === "flow.settled-test")).toBe(true);
  });
});
