/** What patterns find, and what they rewrite it to. */
import { expect, test } from "vitest";
import { applyAll, createWorkspace, type Settings } from "../../src/index.js";
import { javascript } from "../../src/languages/javascript/index.js";
import { readMarks, writeMarks } from "../../src/testing/index.js";

type Pattern = NonNullable<Settings["patterns"]>[string];

const cases: readonly (readonly [name: string, pattern: Omit<Pattern, "message">, marked: string, after?: string])[] = [
  [
    "an expression",
    { find: "{{list}}.indexOf({{item}}) >= 0", rewrite: "{{list}}.includes({{item}})" },
    "if («piers.indexOf(next()) >= 0») sail(piers.indexOf(a) > 0);\n",
    "if (piers.includes(next())) sail(piers.indexOf(a) > 0);\n",
  ],
  [
    "whatever the spelling",
    { find: "wait('low', 1000)" },
    'wait("high", 1000);\n«wait ("low", 1e3)»;\n«wait(("l\\x6fw"), 1_000)»;\nwait(`low`, 1000);\n',
  ],
  [
    "many arguments",
    { find: "{{f}}({{all…}})", where: { all: { atLeast: 3 } } },
    "a(1, 2);\n«b(1, 2, 3)»;\n«c.d(1, 2, 3, ...e)»;\n",
  ],
  [
    "some before and some behind",
    { find: "log({{before...}}, secret, {{after...}})" },
    "«log(secret)»;\n«log(1, 2, secret, 3)»;\nlog(1, 2);\nlog();\n",
  ],
  [
    "the second argument a literal",
    { find: "wait({{what}}, {{delay}})", where: { delay: { kind: "literal" } } },
    "«wait(tide, 500)»;\nwait(tide, delay);\nwait(tide);\n",
  ],
  [
    "by text",
    { find: "on({{name}}, {{rest…}})", where: { name: { text: '"tide-.*"' } } },
    '«on("tide-high", a)»;\non("wind", a);\n',
  ],
  [
    "but not of a kind",
    { find: "sail({{to}})", where: { to: { not: ["text", "template"] } } },
    'sail("north");\nsail(`n`);\n«sail(pier)»;\n',
  ],
  [
    "more than five parameters",
    { find: ["function {{name}}({{all…}}) { {{body…}} }", "({{all…}}) => {{body}}"], where: { all: { atLeast: 6 } } },
    "«async function f(a, b, c, d, e, f) {»\n  return a;\n}\nconst g = «(a, b, c, d, e, f = 1) => a»;\nfunction h(a) {}\n",
  ],
  [
    "functions of any form, by their number of parameters",
    {
      find: "function {{name}}({{all…}}) { {{body…}} }",
      functions: "any",
      where: { all: { atLeast: 2 }, name: { text: "[a-g]" } },
    },
    "function «a»(one, two) {}\nclass Pier {\n  constructor(one, two) {}\n  «b»(one, two) {}\n  set c(one) {}\n  «d» = (one, two) => one;\n  x(one, two) {}\n}\nconst «e» = (one, two = 2) => one, f = (one) => one;\nexport default { «g»(one, two) {} };\n",
  ],
  [
    "a hole that is marked",
    { find: "wait({{what}}, {{delay}})", mark: "delay", where: { delay: { kind: "number" } } },
    "wait(tide, «500»);\nwait(tide, delay);\n",
  ],
  [
    "many that are marked",
    { find: "tie({{first}}, {{rest…}})", mark: "rest" },
    "tie(a, «b», c);\n«tie(d)»;\n",
  ],
  [
    "the same twice",
    { find: "{{a}} === {{a}}" },
    "if («tide.level === tide . level») go();\nif (tide.level === tide.mark) go();\n",
  ],
  [
    "a statement",
    { find: "if ({{test}}) { return true; } else { return false; }", rewrite: "return {{test}};" },
    "function f(a) {\n  «if (a > 1) {»\n    return true;\n  } else {\n    return false;\n  }\n}\n",
    "function f(a) {\n  return a > 1;\n}\n",
  ],
  [
    "what is left open by saying nothing",
    { find: "function sail({{pier}}) { {{body…}} }" },
    "«async function sail(pier) {}»\n",
  ],
  [
    "an object's properties",
    { find: "create({ {{before…}}, eager: true, {{after…}} })" },
    "«create({ a: 1, eager: true })»;\ncreate({ eager: false });\n",
  ],
  [
    "an import",
    { find: 'import { {{names…}} } from "tides"' },
    '«import { high, low as l } from "tides";»\nimport wind from "wind";\nl(high, wind);\n',
  ],
  [
    "precedence in a rewrite",
    { find: "double({{n}})", rewrite: "{{n}} * 2" },
    "a = -«double(b + 1)» + «double(2)» ** «double(c)»;\n«double(d)».toFixed();\n",
    "a = -((b + 1) * 2) + (2 * 2) ** (c * 2);\n(d * 2).toFixed();\n",
  ],
  [
    "numbers before a dot, commas and objects in a rewrite",
    { find: "at({{of}}, {{n}})", rewrite: "{{of}}.at({{n}})" },
    "«at(1, 2)»;\nsail(() => «at({ a }, (b, c))»);\n«at([1], 0)»;\n",
    "(1).at(2);\nsail(() => ({ a }).at((b, c)));\n[1].at(0);\n",
  ],
  [
    "many of none and of some in a rewrite",
    { find: "log({{before…}}, secret, {{after…}})", rewrite: "log({{before…}}, {{after…}})" },
    "«log(secret)»;\n«log(1, secret)»;\n«log(secret, (2, 3))»;\n«log((1, 2), secret, 3)»;\n",
    "log();\nlog(1);\nlog((2, 3));\nlog((1, 2), 3);\n",
  ],
  [
    "statements in the place of one",
    { find: "moor({{ferry}});", rewrite: "tie({{ferry}}); ring({{ferry}});" },
    "if (a) «moor(b);»\nelse «moor(c);»\n«moor(d);»\n",
    "if (a) { tie(b); ring(b); }\nelse { tie(c); ring(c); }\ntie(d); ring(d);\n",
  ],
  [
    "nothing in the place of a statement",
    { find: "pause({{all…}});", rewrite: "" },
    "let a = tide\n«pause(1);»\n[1].map(a)\nif (a) «pause();»\n",
    "let a = tide;\n[1].map(a)\nif (a) {}\n",
  ],
  [
    "a line that would be read on",
    { find: "each({{list}}, {{f}})", rewrite: "{{list}}.forEach({{f}})" },
    "let a = tide\n«each([1], a)»\n",
    "let a = tide;\n[1].forEach(a)\n",
  ],
  [
    "no rewrite without the question mark",
    { find: "{{a}}.first()", rewrite: "{{a}}[0]" },
    "«tide?.first()»;\n«tides?.list.first()»;\n",
    "tide?.first();\ntides?.list[0];\n",
  ],
  [
    "no rewrite that is found again",
    { find: "sail({{to}})", rewrite: "sail(north({{to}}))" },
    "«sail(pier)»;\n",
    "sail(pier);\n",
  ],
  [
    "the best split of two lists",
    { find: "tie({{a…}}, {{b…}})", where: { a: { atLeast: 2 }, b: { atMost: 1 } } },
    "tie(1);\n«tie(1, 2)»;\n«tie(1, 2, 3, 4)»;\n",
  ],
  [
    "only inside of something",
    { find: "wait({{n}})", inside: "loop", notInside: ["try"] },
    "wait(1);\nfor (;;) «wait(2)»;\nfor (;;) { try { wait(3); } catch {} }\n",
  ],
  ["if and else", { find: "if ({{a}}) { {{b…}} } else { {{c…}} }" }, "if (a) b();\n«if (a) { b(); } else { c(); }»\n"],
  ["do and while", { find: "do { {{all…}} } while (true)" }, "«do { a(); } while (true);»\n"],
  ["a switch", { find: "switch ({{a}}) { case 1: {{all…}} }" }, "«switch (a) { case 1: b(); }»\n"],
  ["a yield", { find: "yield {{a}}" }, "function* f() { «yield 1»; }\nf();\n"],
  ["super", { find: "super({{all…}})" }, "class A extends B { constructor() { «super(1)»; } }\nnew A();\n"],
  ["an import for its effect", { find: 'import "./sea.js"' }, '«import "./sea.js";»\n'],
  [
    "functions without a name",
    { find: "function ({{all…}}) { {{body…}} }" },
    "a = «function (b) { return b; }»;\nfunction c() {}\nc();\n",
  ],
  ["a value of markup", { find: "<img src={{s}} />" }, 'export const a = <p>«<img src="a" />»«<img src={b} />»</p>;\n'],
  ["markup", { find: "<b>{{{text}}}</b>" }, "export const a = <p>«<b>{x}</b>»<i>{x}</i></p>;\n"],
];

test.each(cases.map((one) => [...one] as const))("%s", (_, pattern, marked, after) => {
  const { code } = readMarks(marked);
  const workspace = createWorkspace({
    languages: [javascript()],
    settings: { kits: [], patterns: { tried: { ...pattern, message: "Found" } } },
  });
  workspace.open({ uri: "file:///a.jsx", languageId: "javascriptreact", version: 1, text: code });
  const alerts = workspace.alerts("file:///a.jsx");
  expect(alerts.filter(({ rule }) => rule !== "pattern.tried")).toEqual([]);
  expect(writeMarks(code, alerts)).toBe(marked);
  if (after !== undefined) {
    expect(applyAll(code, workspace.remedies("file:///a.jsx").flatMap(({ edits }) => edits))).toBe(after);
  }
});

test.each([
  ['require("{{m}}")', "`{{m}}` stands in a text and can hold nothing there"],
  ["<b>{{text}}</b>", "`{{text}}` stands in a text and can hold nothing there"],
])("a pattern that fits nothing is told: %s", (find, reason) => {
  const settings = { kits: [], patterns: { tried: { find, message: "Found" } } };
  expect(() => createWorkspace({ languages: [javascript()], settings })).toThrow(reason);
});

test("kinds that do not exist are told, and so is a rewrite that is no code", () => {
  const make = (pattern: object) => () => createWorkspace({
    languages: [javascript()],
    settings: { kits: [], patterns: { tried: { find: "sail({{a}})", message: "Found", ...pattern } } },
  });
  expect(make({ where: { a: { kind: "IfExpression" } } })).toThrow("there is no kind `IfExpression`");
  expect(make({ notInside: "harbour" })).toThrow("there is no kind `harbour`");
  expect(make({ rewrite: "moor({{a}}" })).toThrow("the rewrite is no code");
  expect(make({ where: { a: { kind: "IfStatement" } } })).not.toThrow();
});

test("rewrites that make more and more of each other come to an end", () => {
  const workspace = createWorkspace({
    languages: [javascript()],
    settings: {
      kits: [],
      patterns: {
        one: { find: "tide({{a}})", rewrite: "ebb({{a}}, {{a}})", message: "One" },
        two: { find: "ebb({{a}}, {{b}})", rewrite: "tide([{{a}}, {{b}}])", message: "Two" },
      },
    },
  });
  const text = "tide(1);\nsail();\n";
  workspace.open({ uri: "file:///a.js", languageId: "javascript", version: 1, text });
  const { text: mended, fights } = workspace.mendResult("file:///a.js", { certainty: "proposed" });
  expect(mended).toBe(text);
  expect(fights.map(({ rules }) => rules)).toEqual([["pattern.one", "pattern.two"]]);
});

test("messages name what the holes hold, and remedies are proposed", () => {
  const workspace = createWorkspace({
    languages: [javascript()],
    settings: {
      kits: [],
      patterns: {
        "by-index": {
          find: "{{list}}.at({{n}})",
          message: "`{{list}}` at {{n}}",
          rewrite: "{{list}}[{{n}}]",
          level: "hint",
        },
      },
    },
  });
  workspace.open({ uri: "file:///a.js", languageId: "javascript", version: 1, text: "piers . at( 0 );\n" });
  expect(workspace.alerts("file:///a.js")).toMatchObject([{
    rule: "pattern.by-index",
    level: "hint",
    message: "`piers` at 0",
  }]);
  expect(workspace.remedies("file:///a.js")).toMatchObject([{ title: "Rewrite as `piers[0]`", certainty: "proposed" }]);
  expect(workspace.mend("file:///a.js")).toEqual([]);
});

test("a rule once more has options and a level of its own, which `tune` and `levels` change by its own name", () => {
  const code = `export function moor() {\n${"  tie();\n".repeat(6)}}\nfunction tie() {}\n`;
  const told = (settings: Settings): string[] => {
    const workspace = createWorkspace({ languages: [javascript()], settings });
    workspace.open({ uri: "file:///a.js", languageId: "javascript", version: 1, text: code });
    return workspace
      .alerts("file:///a.js")
      .map(({ rule, level, message }) => `${rule} ${level} ${/\d+ is|\d+ are/.exec(message)}`);
  };
  const ownRules: Settings["ownRules"] = {
    far: { like: "strain.long-function", options: { lines: 5 }, level: "error" },
  };
  const like = { "strain.long-function": { lines: 2 } };
  expect(told({ kits: [], ownRules })).toEqual(["own.far error 5 are"]);
  expect(told({ kits: [], ownRules, levels: { "strain.long-function": "hint" }, tune: like })).toEqual([
    "own.far error 5 are",
    "strain.long-function hint 2 are",
  ]);
  expect(told({ kits: [], ownRules, levels: { "own.far": "warning" }, tune: { "own.far": { lines: 7 } } })).toEqual([
    "own.far warning 7 are",
  ]);
  expect(told({ kits: [], ownRules, levels: { "own.*": "off" } })).toEqual([]);
});
