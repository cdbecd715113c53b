/** After every edit the alerts and remedies are those of a fresh workspace, field for field, with every rule on. The long version is `npm run soak`. */
import path from "node:path";
import { describe, expect, test, vi } from "vitest";
import { everything, fuzzAnalysis } from "../../bench/fuzz-analysis.js";
import { program } from "../../bench/support.js";
import { createWorkspace, defineRule, rules, type Edit, type Rule } from "../../src/index.js";
import { javascript } from "../../src/languages/javascript/index.js";
import { filesBelow, often, read, root } from "../support/files.js";

const files = [
  ...filesBelow(path.join(root, "examples/harbour"), /\.(?:[cm]?js|[jt]sx?)$/),
  ...[
    "engine/analysis.ts",
    "model/names.ts",
    "languages/javascript/names/finder.ts",
    "languages/javascript/flow/statements.ts",
    "languages/javascript/code/unread.ts",
  ].map((file) => path.join(root, "src", file)),
  ...filesBelow(path.join(root, "examples/playground/src"), /\.tsx$/),
];

test("random edits of real files", { timeout: 600_000 }, () => {
  for (const [index, file] of files.entries()) {
    if (index % often(2, 1) !== 0) continue;
    expect(fuzzAnalysis(path.basename(file), read(file), often(2, 12), 400 + index).fault, file).toBeUndefined();
  }
});

/** A document with every rule on, to be edited and compared with a fresh one. */
function opened(text: string, uri: string) {
  const make = (source: string) => {
    const workspace = createWorkspace({ languages: [javascript()], settings: everything });
    workspace.open({ uri, languageId: uri.endsWith("ts") ? "typescript" : "javascript", version: 0, text: source });
    return workspace;
  };
  const workspace = make(text);
  let version = 0;
  workspace.alerts(uri);
  return {
    workspace,
    step(find: string, insert: string): string[] {
      const source = workspace.text(uri).value;
      const from = source.indexOf(find);
      if (from < 0) throw new Error(`${find} is not in the text`);
      workspace.edit(uri, (version += 1), [{ from, to: from + find.length, insert }]);
      const alerts = workspace.alerts(uri);
      expect(alerts, workspace.text(uri).value).toEqual(make(workspace.text(uri).value).alerts(uri));
      return alerts.map(({ rule }) => rule);
    },
  };
}

describe("what is far from an edit is looked at again where it hangs on it", () => {
  test.each<[string, string, [string, string][]]>([
    [
      "a name that is declared elsewhere",
      "export function sail() {\n  return tide;\n}\nconst other = 1;\nexport { other };\n",
      [["other = 1", "tide = 1"], ["tide = 1", "tid = 1"], ["{ other }", "{ tid }"]],
    ],
    [
      "an import of which a comment speaks",
      "import { Tide } from \"./tides.js\";\n/** @param {Tide} tide */\nexport function sail(tide) {\n  return tide;\n}\n",
      [["{Tide}", "{Tid}"], ["/**", "/*"], ["{Tid}", "{Tide}"], ["/*", "/**"]],
    ],
    [
      "a parameter that a comment tells of",
      "/** @param {number} rope */\nconst moor = (berth, rope) => berth;\nexport const first = moor(1, 2);\n",
      [["@param", "@parm"], ["@parm", "@param"], ["} rope", "} ropes"], ["} ropes", "} rope"], ["*/", "*/ ;"]],
    ],
    [
      "a parameter far behind the comment of its declaration",
      `/** @param {number} rope The rope.\n *${" It holds.".repeat(40)}\n */\nconst moor = (berth, rope) => berth,\n  berths = "${"berth ".repeat(900)}",\n  tie = (berth, rope) => berth;\nexport const first = [moor(1, 2), tie(1, 2), berths];\n`,
      [["@param", "@parm"], ["@parm", "@param"], ["moor = (berth, rope)", "moor = (berth, ropes)"]],
    ],
    [
      "a parameter of a function whose name gets a type",
      "const moor = (berth: number, rope: string) => berth;\nmoor(1, \"2\");\ntype Moor = typeof moor;\nexport type { Moor };\n",
      [["const moor", "const moor: Moor"], ["const moor: Moor", "const moor"]],
    ],
    [
      "a parameter of a function that takes all it is given",
      "function moor(berth, rope) {\n  const run = () => berth;\n  return run;\n}\nexport const first = moor(1, 2);\n",
      [
        ["() => berth", "() => arguments"],
        ["() => arguments", "function () { return arguments; }"],
        ["return run", "return arguments"],
      ],
    ],
    [
      "a name in a list before one that is read",
      "export function depth(tide) {\n  const [low, mean, high] = tide;\n  return low;\n}\n",
      [["return low", "return high"], ["return high", "return mean"], ["mean, high", "mean, [high]"]],
    ],
    [
      "a function that comes back or does not",
      "export function kind(tide) {\n  switch (tide) {\n    case 1:\n      low(tide);\n    default:\n      return 2;\n  }\n}\nfunction low(tide) {\n  console.log(tide);\n  throw tide;\n}\n",
      [
        ["throw tide", "void tide"],
        ["void tide", "throw tide"],
        ["console.log(tide)", "if (tide) return"],
        ["throw tide", "throw 1"],
      ],
    ],
    [
      "a function that is given away",
      "function moor(berth, rope) {\n  return berth;\n}\nexport const first = moor(1);\n",
      [
        ["moor(1)", "run(moor)"],
        ["run(moor)", "moor(2)"],
        ["return berth", "throw berth"],
        ["throw berth", "return berth"],
      ],
    ],
    [
      "a function in a block that is none any more",
      "(function () {\n  function moor() {}\n})();\nmoor();\n",
      [["(function", "(funtion"], ["(funtion", "(function"]],
    ],
    [
      "a misspelt name whose model moves",
      "export function sail() {\n  return harbor;\n}\n",
      [["export", "const harbour = 1;\nexport"], ["harbour", "port"], ["port", "harbors"]],
    ],
    [
      "a parameter behind one that gets read",
      "export function sail(a, b) {\n  return 1;\n}\n",
      [["1;", "b;"], ["b;", "a;"], ["a;", "1;"], ["export ", "export default "], ["export default ", "export "]],
    ],
    [
      "two names of one declaration",
      "let a = 1, b = 2;\nexport const sum = () => a + b;\n",
      [["a + b", "(b += a)"], ["(b += a)", "a"], ["let", "var"]],
    ],
    [
      "a function that comes to say it never returns",
      "export function sail() {\n  fail();\n  return 1;\n}\nfunction fail(): void {\n  throw new Error();\n}\n",
      [["void", "never"], ["never", "string"]],
    ],
    [
      "a name that is captured",
      "export function count(run) {\n  let open = true;\n  run(() => 1);\n  if (open) return 1;\n  return 0;\n}\n",
      [["() => 1", "() => { open = false; }"], ["open = false", "run()"]],
    ],
    [
      "how many arguments a function takes",
      "function fare(a) {\n  return a;\n}\nexport const x = fare(1, 2);\n",
      [
        ["(a)", "(a, b)"],
        ["return a", "return a + b"],
        ["(a, b)", "(a)"],
        ["return a + b", "return [arguments]"],
        ["[arguments]", "() => arguments"],
        ["() => arguments", "a"],
        ["export", "fare = null;\nexport"],
        ["fare = null;\n", ""],
      ],
    ],
    [
      "what a called name stands for",
      "const fare = (a) => a;\nexport const x = fare(1, 2);\n",
      [
        ["(a) => a", "210"],
        ["210", "class { constructor(a) { this.a = a; } }"],
        ["= fare", "= new fare"],
        ["constructor(a)", "constructor(a, b)"],
      ],
    ],
    [
      "whether a function is async",
      "function free() {\n  return ask();\n}\nexport async function moor() {\n  if (free()) tie();\n  free();\n}\n",
      [
        ["function free", "async function free"],
        ["if (free", "if (await free"],
        ["async function free", "function free"],
      ],
    ],
    [
      "how deep code stands",
      "export function moor(quay) {\n  for (const pier of quay) {\n    if (pier.free) {\n      tie(pier);\n    } else if (pier.late) call();\n  }\n}\n",
      [
        ["tie(pier)", "while (tide()) tie(pier)"],
        [" else if", "\n    if"],
        ["\n    if (pier.late", " else if (pier.late"],
        ["for (", "// by tide\n\n  for ("],
      ],
    ],
    [
      "an import that becomes read",
      "import { pier } from './pier.js';\nexport const a = 1;\n",
      [["a = 1", "a = pier"], ["pier;", "1;"]],
    ],
    [
      "a problem far away",
      "const unread = 1;\nexport const a = 1;\nexport function sail() {\n  return [1, 2];\n}\n",
      [["[1, 2]", "[1, 2"], ["[1, 2", "[1, 2]"]],
    ],
    [
      "a comment that makes a name known",
      "export const a = harbourMap;\n",
      [["export", "// quill: known harbourMap\nexport"], ["known", "knows"]],
    ],
    [
      "a private member that gets read",
      "export class Ferry {\n  #seats = 1;\n  #crew = 2;\n  full() {\n    return 1;\n  }\n}\n",
      [["return 1", "return this.#seats"], ["this.#seats", "this.#seat"], ["#crew", "#seat"]],
    ],
    [
      "an exported name that comes twice",
      "export const tide = 1;\nconst high = 2;\nexport { high };\n",
      [["{ high }", "{ high as tide }"], ["const tide", "const low"]],
    ],
    [
      "a direct eval",
      "export function sail() {\n  const a = 1;\n  run('a');\n}\nfunction run() {}\n",
      [["run(", "eval("], ["eval(", "run("]],
    ],
    [
      "a name asked for with typeof",
      "export const a = () => define(1);\n",
      [["() =>", "() => typeof define === 'function' &&"], ["typeof define", "typeof other"]],
    ],
    [
      "a scope in between",
      "export function f(a) {\n  return () => {\n    return a;\n  };\n}\n",
      [["    return a", "    const a = 1;\n    return a"], ["const a = 1;\n", ""]],
    ],
    [
      "a type and a value of one name",
      "interface Ferry { a: string }\nexport const b: Ferry = { a: '' };\n",
      [["export", "const Ferry = 1;\nexport"], ["interface Ferry", "interface Boat"], ["const Ferry = 1;\n", ""]],
    ],
    [
      "a var that passes a let",
      "{\n  let a = 1;\n  {\n    b = a;\n  }\n}\nvar b;\nexport { b };\n",
      [["b = a", "var a = 2"], ["let a", "let c"]],
    ],
  ])("%s", (name, code, steps) => {
    const document = opened(code, name.includes("type") || name.includes("never") ? "file:///a.ts" : "file:///a.js");
    for (const [find, insert] of steps) document.step(find, insert);
  });
});

describe("working in slices", () => {
  const source = program([read(path.join(root, "src/languages/javascript/parser/scanner.ts"))], 1500).replace(
    /^import/,
    "const unread = 1;\nimport",
  );
  const uri = "file:///big.ts";
  const open = () => {
    const workspace = createWorkspace({ languages: [javascript()] });
    workspace.open({ uri, languageId: "typescript", version: 1, text: source });
    return workspace;
  };

  test("it leaves off when told, goes on where it was, and ends with the same alerts", () => {
    const workspace = open();
    let turns = 0;
    const seen: number[] = [];
    for (;;) {
      let steps = 0;
      if (workspace.work(uri, () => (steps += 1) > 25)) break;
      turns += 1;
      seen.push(workspace.alertsSoFar(uri)!.length);
    }
    expect(turns).toBeGreaterThan(10);
    expect([...seen].sort((a, b) => a - b)).toEqual(seen);
    expect(workspace.alerts(uri)).toEqual(open().alerts(uri));
    expect(workspace.alertsSoFar(uri)).toBeUndefined();
  });

  test("an edit in between is taken in", () => {
    const workspace = open();
    let steps = 0;
    expect(workspace.work(uri, () => (steps += 1) > 60)).toBe(false);
    const edit: Edit = { from: source.indexOf("unread"), to: source.indexOf("unread") + 6, insert: "spare" };
    workspace.edit(uri, 2, [edit]);
    const fresh = createWorkspace({ languages: [javascript()] });
    fresh.open({ uri, languageId: "typescript", version: 1, text: workspace.text(uri).value });
    expect(workspace.alerts(uri)).toEqual(fresh.alerts(uri));
  });
});

test("a name is missed where the misspelt one was a type before, and is a value now", () => {
  const uri = "file:///a.ts";
  const opened = (text: string) => {
    const workspace = createWorkspace({ languages: [javascript()], settings: { kits: ["sound"] } });
    workspace.open({ uri, languageId: "typescript", version: 1, text });
    return workspace;
  };
  const [head, tail] = ["import\nconst:keyof seat T):", "\nconst sea=()=>c"];
  const workspace = opened(`${head}const${tail}`);
  workspace.alerts(uri);
  workspace.edit(uri, 2, [{ from: head.length, to: head.length + 5, insert: "seat" }]);
  expect(workspace.alerts(uri)).toEqual(opened(`${head}seat${tail}`).alerts(uri));
});

test("a rule that throws finds nothing until the text changes, and then all", () => {
  let fails = true;
  const rule: Rule = defineRule({
    id: "dead.on-purpose",
    title: "Throws",
    why: "For this test.",
    level: "error",
    kits: ["sound"],
    examples: { alerts: [], quiet: [] },
    visit: {
      DebuggerStatement(node, { alert }) {
        alert(node, { message: "a pause" });
        if (fails && node.start > 5) throw new Error("on purpose");
      },
    },
  });
  const onFailure = vi.fn();
  const workspace = createWorkspace({
    languages: [javascript()],
    rules: [rule],
    onFailure,
    settings: { levels: { "calls.debug-pause": "off" } },
  });
  const uri = "file:///a.js";
  workspace.open({ uri, languageId: "javascript", version: 1, text: "debugger;\ndebugger;\n" });
  expect(workspace.alerts(uri)).toEqual([]);
  expect(workspace.alerts(uri)).toEqual([]);
  expect(onFailure).toHaveBeenCalledOnce();
  workspace.edit(uri, 2, [{ from: 0, to: 0, insert: "\n" }]);
  expect(workspace.alerts(uri)).toEqual([]);
  expect(onFailure).toHaveBeenCalledTimes(2);
  fails = false;
  workspace.edit(uri, 3, [{ from: 0, to: 1, insert: "" }]);
  expect(workspace.alerts(uri)).toHaveLength(2);
  expect(onFailure).toHaveBeenCalledTimes(2);
});

test("every rule can be on at once and says something in the fuzz", () => {
  const own = rules.filter(({ languages }) => languages?.includes("javascript") ?? true);
  expect(Object.keys(everything.levels!)).toEqual(own.map(({ id }) => id));
});
