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
