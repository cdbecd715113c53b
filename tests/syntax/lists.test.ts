/** Slips in the middle of lists of every kind, as tables of data have them: what stands behind one is read as it was. */
import { describe, expect, test } from "vitest";
import { applyAll, createWorkspace } from "../../src/index.js";
import { javascript } from "../../src/languages/javascript/index.js";
import { python } from "../../src/languages/python/index.js";
import { often } from "../support/files.js";

const uri = "file:///harbour/list";

function opened(text: string, languageId: string) {
  const workspace = createWorkspace({
    languages: [javascript(), python()],
    settings: { kits: ["sound"], levels: { "names.*": "off", "dead.*": "off" } },
  });
  workspace.open({ uri, languageId, version: 1, text });
  return workspace;
}

interface Shape {
  readonly languageId: string;
  readonly head: string;
  readonly tail: string;
  readonly element: (index: number) => string;
}

const typescript = "typescript";
const shapes: Readonly<Record<string, Shape>> = {
  "objects in a list": {
    languageId: typescript,
    head: "export const fares = [\n",
    tail: "];\nexport const last = fares.length;\n",
    element: (i) => `  {\n    id: ${i},\n    from: "quay",\n    stops: ["a", "b"],\n    open: true,\n  },\n`,
  },
  "objects on a line": {
    languageId: typescript,
    head: "export const fares = [\n",
    tail: "];\nexport const last = fares.length;\n",
    element: (i) => `  { id: ${i}, from: "quay", open: true },\n`,
  },
  "objects by name": {
    languageId: typescript,
    head: "export const fares = {\n",
    tail: "};\nexport const last = fares.a1;\n",
    element: (i) => `  a${i}: {\n    id: ${i},\n    from: "quay",\n    open: true,\n  },\n`,
  },
  "objects by name on a line": {
    languageId: typescript,
    head: "export const fares = {\n",
    tail: "};\nexport const last = fares.a1;\n",
    element: (i) => `  a${i}: { id: ${i}, from: "quay", open: true },\n`,
  },
  "calls in a list": {
    languageId: typescript,
    head: "export const rows = [\n",
    tail: "];\nexport const last = rows.length;\n",
    element: (i) => `  row(${i}, "quay", (a) => a.open),\n`,
  },
  "arguments over lines": {
    languageId: typescript,
    head: "export const rows = join(\n",
    tail: ");\nexport const last = rows.length;\n",
    element: (i) => `  { id: ${i}, from: "quay", open: true },\n`,
  },
  "members of a type": {
    languageId: typescript,
    head: "export interface Ferry {\n",
    tail: "}\n",
    element: (i) => `  m${i}: string;\n  f${i}(tide: number): string;\n`,
  },
  "parts of a type": {
    languageId: typescript,
    head: "export type Pier =\n",
    tail: '  | "last";\n',
    element: (i) => `  | { kind: "p${i}"; at: ${i} }\n`,
  },
  parameters: {
    languageId: typescript,
    head: "export function moor(\n",
    tail: "): void {\n  sail(1);\n}\nexport const last = 1;\n",
    element: (i) => `  tide${i}: string,\n`,
  },
  "attributes of a tag": {
    languageId: "typescriptreact",
    head: "export const page = (\n  <Ferry\n",
    tail: "  />\n);\nexport const last = 1;\n",
    element: (i) => `    tide${i}={fares.t${i}}\n`,
  },
  "members of an enumeration": {
    languageId: typescript,
    head: "export enum Kind {\n",
    tail: "}\nexport const last = Kind.A1;\n",
    element: (i) => `  A${i} = "a${i}",\n`,
  },
  "parts of a tuple": {
    languageId: typescript,
    head: "export type Crossing = [\n",
    tail: "];\nexport const last = 1;\n",
    element: (i) => `  tide${i}: string,\n`,
  },
  "type parameters": {
    languageId: typescript,
    head: "export function moor<\n",
    tail: ">(tide: A1): void {\n  sail(tide);\n}\n",
    element: (i) => `  A${i} extends string,\n`,
  },
  "links of a chain of conditions": {
    languageId: typescript,
    head: "export function fare(a: number) {\n  if (a === 99) {\n    return 0;\n  }",
    tail: "\n  return 1;\n}\nexport const last = 1;\n",
    element: (i) => ` else if (a === ${i}) {\n    return sail(${i});\n  }`,
  },
  "cases of a switch": {
    languageId: typescript,
    head: "export function fare(a: number) {\n  switch (a) {\n",
    tail: "  }\n  return 1;\n}\nexport const last = 1;\n",
    element: (i) => `    case ${i}:\n      return sail(${i});\n`,
  },
  "cases of a match": {
    languageId: "python",
    head: "def fare(a):\n    match a:\n",
    tail: "    return 1\n\n\nlast = 1\n",
    element: (i) => `        case ${i}:\n            return sail(${i})\n`,
  },
  "dicts in a list": {
    languageId: "python",
    head: "fares = [\n",
    tail: "]\nlast = fares[0]\n",
    element: (i) => `    {\n        "id": ${i},\n        "from": "quay",\n    },\n`,
  },
  "dicts by name": {
    languageId: "python",
    head: "fares = {\n",
    tail: "}\nlast = fares[0]\n",
    element: (i) => `    "a${i}": {"id": ${i}, "from": "quay"},\n`,
  },
};

const count = 12;
const middle = 6;

function withSlip({ head, tail, element }: Shape, slipped: string): string {
  const elements = Array.from({ length: count }, (_, index) => (index === middle ? slipped : element(index)));
  return head + elements.join("") + tail;
}

/** An element with a sign less or more, or a line more, somewhere in it. */
function* slips(element: string): Generator<string> {
  for (const sign of "{}()[],;:\"=.") {
    for (const { index } of element.matchAll(new RegExp(`\\${sign}`, "g"))) {
      yield element.slice(0, index) + element.slice(index + 1);
    }
  }
  const places = [...element.matchAll(/\b|(?<=[)\]},;])|(?=[({[])/g)].map(({ index }) => index);
  for (const sign of ["{", "}", "(", ")", "[", "]", ",", ";", ":", '"', "=", ".", "const ", "x "]) {
    for (const at of places) yield element.slice(0, at) + sign + element.slice(at);
  }
  const lines = element.trimEnd().split("\n");
  const more = [
    "}",
    "{",
    "]",
    ")",
    "const a = 3;",
    "return",
    "tide",
    "tide.",
    "moor(",
    'import a from "b";',
    "});",
    "};",
    "},",
  ];
  for (const line of more) {
    for (const [index, { length }] of lines.map((one) => /^ */.exec(one)![0]).entries()) {
      yield [...lines.slice(0, index), " ".repeat(length) + line, ...lines.slice(index), ""].join("\n");
    }
  }
}

/** Of a hundred slips, how many may bring more than three alerts. */
const limit = often(8, 4);
/** A closer in the middle of a parameter is taken for the end of them all, and one in the middle of a condition for that of the function. */
const higher: Readonly<Record<string, number>> = {
  parameters: 14,
  "links of a chain of conditions": 11,
  "parts of a tuple": 10,
};

test.each(Object.entries(shapes))("%s: a slip in one leaves the others alone", (name, shape) => {
  expect(opened(withSlip(shape, shape.element(middle)), shape.languageId).alerts(uri)).toEqual([]);
  const some = [...slips(shape.element(middle))].filter((_, index) => index % often(4, 1) === 0);
  const found = some.map(
    (slipped) => opened(withSlip(shape, slipped), shape.languageId).alerts(uri).length,
  );
  const many = found.filter((alerts) => alerts > 3).length / found.length * 100;
  console.log(`${name}: ${found.length} slips, ${many.toFixed(1)} % with more than three alerts, ${Math.max(...found)} at worst`);
  expect(many).toBeLessThan(higher[name] ?? limit);
});

/** What a person does to an element, and whether the remedy gives back what was meant. */
type Case = [what: string, shape: string, change: (element: string) => string, settles?: boolean];

const before = (line: string) => (element: string): string => line + element;
const cases: readonly Case[] = [
  ["a closer too many", "objects in a list", before("  }\n")],
  ["a closer and a comma too many", "objects in a list", before("  },\n")],
  ["a square closer too many", "objects in a list", before("  ]\n")],
  ["a round closer too many", "objects in a list", before("  )\n")],
  ["a statement", "objects in a list", before("  const a = 3;\n")],
  ["a statement that is not done", "objects in a list", before("  let\n")],
  ["the head of a statement", "objects in a list", before("  if (tide) {\n")],
  ["a statement that is one word", "objects in a list", before("  return\n")],
  ["an import", "objects in a list", before('  import { a } from "b";\n')],
  ["no opener", "objects in a list", (element) => element.replace("  {\n", "")],
  ["no closer", "objects in a list", (element) => element.replace("  },\n", "")],
  ["no comma", "objects in a list", (element) => element.replace("},\n", "}\n"), true],
  ["a semicolon behind it", "objects in a list", (element) => element.replace("},\n", "};\n"), true],
  ["a semicolon behind a property", "objects in a list", (element) => element.replace('"quay",', '"quay";'), true],
  ["an equals sign for a colon", "objects in a list", (element) => element.replace("from:", "from =")],
  ["a closer too many within", "objects in a list", (element) => element.replace("true,", "true },")],
  ["no opener", "objects by name on a line", (element) => element.replace("{ ", "")],
  ["two colons", "objects by name", (element) => element.replace(":", "::")],
  ["a closer and a comma too many", "objects by name", before("  },\n")],
  ["a colon before it", "objects on a line", (element) => element.replace("{", ":{")],
  ["a closer too many", "arguments over lines", before("  }\n")],
  ["a closer too many", "members of a type", before("  )\n")],
  ["a closer too many", "parameters", before("  }\n")],
  ["a dot before it", "parameters", (element) => element.replace("tide", ".tide")],
  ["a closer too many", "attributes of a tag", before("    }\n")],
  ["a semicolon in it", "attributes of a tag", (element) => element.replace("}", ";}")],
  ["a closer too many", "dicts in a list", before("    },\n")],
  ["a statement", "dicts in a list", before("    import tides\n")],
  ["no opener", "dicts by name", (element) => element.replace("{", "")],
  ["a closer too many", "dicts by name", before("    }\n")],
];

describe("one alert", () => {
  test.each<Case>(cases)("%s (%s)", (_, name, change, settles = false) => {
    const shape = shapes[name]!;
    const text = withSlip(shape, change(shape.element(middle)));
    const workspace = opened(text, shape.languageId);
    const alerts = workspace.alerts(uri);
    expect(alerts.map(({ rule }) => rule)).toEqual([expect.stringMatching(/^syntax\./)]);
    const place = shape.head.length +
      Array.from({ length: middle }, (__, index) => shape.element(index)).join("").length;
    expect(alerts[0]!.from).toBeGreaterThanOrEqual(place - 2);
    expect(alerts[0]!.to).toBeLessThanOrEqual(place + shape.element(middle).length + 30);
    if (!settles) return;
    const [remedy] = workspace.remedies(uri, alerts[0]!);
    expect(applyAll(text, remedy!.edits)).toBe(withSlip(shape, shape.element(middle)));
  });
});
