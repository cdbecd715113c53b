/** Reading again after an edit gives what a fresh parse gives, to the last position. The long version is `npm run soak`. */
import path from "node:path";
import { describe, expect, test } from "vitest";
import { fuzz } from "../../bench/fuzz-incremental.js";
import { grown } from "../../bench/support.js";
import { applyAll } from "../../src/index.js";
import { parse, parseOptionsFor, reparse } from "../../src/languages/javascript/index.js";
import { filesBelow, often, read, root } from "../support/files.js";
import { difference } from "../support/tree.js";

const files = [
  ...filesBelow(path.join(root, "examples/harbour"), /\.(?:js|jsx|mjs|cjs)$/),
  ...["parser/statements.ts", "parser/objects.ts", "names/finder.ts", "nodes/jsx.ts"].map((file) => path.join(
    root,
    "src/languages/javascript",
    file,
  )),
  ...filesBelow(path.join(root, "examples/playground/src"), /\.tsx$/),
];

test("random edits of real files", { timeout: 600_000 }, () => {
  let edits = 0;
  let incremental = 0;
  for (const [index, file] of files.entries()) {
    const outcome = fuzz(file, read(file), often(3, 40), 900 + index);
    expect(outcome.fault, file).toBeUndefined();
    edits += outcome.edits;
    incremental += outcome.incremental;
  }
  console.log(`${edits} edits, ${((100 * incremental) / edits).toFixed(1)} % without a fresh parse`);
  // Most of these texts are broken in several ways at once; of typing as people do it, `depth.test.ts` asks more.
  expect(incremental / edits).toBeGreaterThan(0.82);
});

test("random edits of a file of many thousand lines", { timeout: 600_000 }, () => {
  const text = grown(read(path.join(root, "src/languages/javascript/parser/scanner.ts")), 300_000);
  expect(fuzz("big.ts", text, often(3, 25), 3).fault).toBeUndefined();
});

describe("typing", () => {
  const options = parseOptionsFor({ uri: "a.tsx", languageId: "" });
  test.each<[string, string, string]>([
    ["a statement in a function", "function a() {\n  one();\n  ¦\n  two();\n}\nlast();\n", "if (x) { return [1, 2]; }"],
    [
      "a member in a class",
      "class A {\n  one() {}\n  ¦\n  two = 3;\n}\nlast();\n",
      "async *three(a, b = 1) { yield `x${a}`; }",
    ],
    ["a property", "const a = {\n  one: 1,\n  ¦\n  two: 2,\n};\n", "three() { return { a }; },"],
    ["an element and an argument", "go([1, 2, ¦], 3);\n", "(x) => x * 2, ...y"],
    ["a child in JSX", "const a = <p>\n  one\n  ¦\n  <b>two</b>\n</p>;\n", "<i title=\"x\">{y}</i>"],
    ["a type's member", "interface A {\n  one: string;\n  ¦\n  two?: number;\n}\n", "three<T>(a: T): T[] | null;"],
    ["a case", "switch (a) {\n  case 1:\n    go();\n  ¦\n  default:\n    stop();\n}\n", "case 2: { x(); break; }"],
    [
      "an item at the top",
      "import a from \"a\";\n¦\nexport const b = a;\n",
      "export default function c() { return <a />; }",
    ],
    [
      "an object as the body of an arrow function",
      "const a = b.map((c) => { ¦ });\n",
      "x: c ? 1 : 2, y: { z: [3] }, ...w; v: 4,",
    ],
    [
      "an object on the line after a return",
      "function d() {\n  return // why\n  { e: 1, ¦ };\n}\n",
      "f: () => { g: 1, h: 2 }, i: 3",
    ],
    [
      "a function whose brace stays open",
      "function a() {\n  one();\n}\n\n¦\n\nfunction b() {\n  two();\n}\n",
      "function c() {\n  if (x) {\n    go();\n  }",
    ],
    [
      "an import above a function whose brace stays open",
      "import a from \"a\";\n¦\n\nfunction b() {\n  if (a) {\n  one();\n}\n\nclass C {\n  two = 2;\n}\n",
      "import { d } from \"d\";",
    ],
    [
      "a block below a function whose brace stays open",
      "function b() {\n  if (a) {\n  one();\n}\n\nfunction c() {\n  ¦\n  two();\n}\nthree();\n",
      "if (d) { go(`${e}`); } }",
    ],
    [
      "a member below an interface that stays open",
      "interface A {\n  one?: () => {\n}\n\nexport interface B<C = unknown> {\n  two: string;\n  ¦\n}\nlast();\n",
      "r|eadonly three: C`s;",
    ],
    [
      "an item below a class whose method has a block without its end",
      "class A {\n  one() {\n    if (a) {\n    two();\n  }\n}\n\nexport type B = { readonly c: string | undefin¦ed } | \"open\";\n\nexport class D {\n  three(): void {}\n}\n",
      "ddAll(other: E): boolean {\n    for (let i = 0; i < this.w",
    ],
    [
      "a method in an object that has no end",
      "function a() {\n  go({ la¦\nbels: true });\n}\n\nfunction b() {\n  return 1;\n}\n",
      "if (a) {",
    ],
    [
      "a condition before a class",
      "¦\n\nclass B {\n  one = 1;\n}\nlast();\n",
      "function a() {\n  return x ? y + 1 : 2;",
    ],
    [
      "the head of a loop at the end of a block",
      "function a() {\n  one();\n  ¦\n}\n\nexport function b() {\n  two();\n}\n",
      "for (const [c, d] of e) go();",
    ],
    [
      "words before a function that lacks a body",
      "¦ a function that\n * allows one\n}\n\nexport function two() {\n  three();\n}\n",
      "ilize\n * it",
    ],
    ["a type that becomes a mapped one", "type A = {\n  ¦\n  one: 1;\n};\n", "-readonly [K in B]: C;"],
  ])("%s, character by character and back", (_, marked, typed) => {
    const at = marked.indexOf("¦");
    let text = marked.replace("¦", "");
    let tree = parse(text, options);
    const step = (edit: { from: number; to: number; insert: string }): void => {
      text = applyAll(text, [edit]);
      tree = reparse(tree, edit, text);
      const fresh = parse(text, options);
      expect(difference(tree.root, fresh.root), text).toBeUndefined();
      expect(tree.problems, text).toEqual(fresh.problems);
    };
    for (const [index, char] of [...typed].entries()) step({ from: at + index, to: at + index, insert: char });
    for (let index = typed.length; index > 0; index -= 1) step({ from: at + index - 1, to: at + index, insert: "" });
  });
});

/** What was looked for far ahead in vain is looked for again. */
test.each([
  "export declare const make: (report: (options: {\n  cause: string;\n  rows: Rec<string, unknown>;\n}) => void) => Tide;\nexport const a = 1;\n",
  "const make = (report: {\n  a: string;\n  b: Rec<string, number>;\n}): void => {\n  go();\n};\nlast();\n",
  "type A = new <T>(options: {\n  a: T[];\n  b: [x: number, y?: string];\n}) => void;\nlast();\n",
  "call(<T,>(a: {\n  b: string;\n  c: `t-${number}`;\n}) => {\n  go();\n});\nlast();\n",
])("a mark that is typed anywhere and taken back leaves no trace: %j", (text) => {
  const options = parseOptionsFor({ uri: "a.ts", languageId: "" });
  const fresh = parse(text, options);
  for (let at = 0; at <= text.length; at += often(3, 1)) {
    for (const insert of ["[", "(", "{", "}", ")", "<", "!", "`", ", ,"]) {
      const there = parse(text.slice(0, at) + insert + text.slice(at), options);
      const tree = reparse(there, { from: at, to: at + insert.length, insert: "" }, text);
      expect(difference(tree.root, fresh.root), `${insert} at ${at}`).toBeUndefined();
      expect(tree.problems, `${insert} at ${at}`).toEqual(fresh.problems);
    }
  }
});

test.each<[string, string, string, string, string, string]>([
  ["a bracket goes before a closer that was one too few", "ts", "{{", "(", "", "}\n }\n t {"],
  ["a closer comes before a block without its end", "js", "(function(){\n {", "", "}", ")\n }\n {"],
  ["a text at the head of a body, further out than it", "js", "{function f(){\n", "", "\"\n", " {\n {"],
  ["an element is closed behind code that was its text", "tsx", "<B>", "", "", "\n</>"],
  [
    "an element closes behind a tag that ended by its line",
    "tsx",
    "<B><R></R><R d={}r=\"\"><u></u></R>\n<R d=\"\"><T >{o?\"\":\"\"}</T>{<b n={(3\n)}></b>}</R>",
    "",
    "</B>",
    "",
  ],
  ["the closing tag of another", "tsx", "<é e=\"\">{", "", "", "}</>"],
  [
    "a closing tag is whole again before a brace in text",
    "tsx",
    "export function e(){(<>{<n></",
    "]",
    "",
    "n>}\n <{\n>}<",
  ],
  [
    "an item that went by its lines, as a closer behind it closes nothing",
    "js",
    "r,function(){(){(",
    "",
    "\ns",
    "{})}if('');\n else\n  ()}}",
  ],
  [
    "an item whose brackets balance again, with something else wrong in it",
    "js",
    "function(\n if{}\n){{(\n ()=>{const{",
    "",
    "}",
    "{(()=>{((())\n)})}})}}",
  ],
  [
    "a closer that fits nowhere before a method whose brace is missing by its lines",
    "ts",
    "class U{",
    "",
    "]",
    "r(+\n  d()\n   r\n  }(",
  ],
  ["a mistake on the last line, whose echo a missing closer is", "ts", "{t(p,e(\"\",t??", "t", "", "));"],
  ["what is missing is told behind a line end that the next property stands in", "ts", "({", "\"", "", "\",\n h"],
  [
    "an argument that is missing, and a bracket on its line",
    "ts",
    "on(.\"close\", (event",
    "",
    "[",
    ") => event.length);",
  ],
  ["a rest in an abstract class that is declared", "ts", "declare abstract class e extends s<y>{r(...", "", "", "}"],
  ["a list of types that a comparison proves to be", "ts", "l<e,\n  {\n   r", "/", "", "\n  }>"],
  ["the echo of a mistake ends with its line, also within the head of an arrow", "ts", ">(\n):k=>[", "", "", "y i"],
  ["a closer is no more the first on the line of a block", "ts", "", "", "\\", "]{\n)"],
  [
    "a text over lines in a tag, with quotes in a hole behind it",
    "tsx",
    "export function e(){(",
    ";",
    "",
    "<span e={``}><code></code><span a=\"\ng\"e={{\"\":h}as s}></span></span>)\n}",
  ],
  ["a line ends before a bracket that hid the indentation of a block", "js", "}\nzifa", "", "}\n", ") {\n{}\n,{\n*"],
  [
    "a token that is missing, in an item that went by its lines because of its markup",
    "jsx",
    "function n(){(<>\n {((\n ",
    ";\n",
    "y))}<",
    ")\n}\n",
  ],
  [
    "two problems in a list within a statement that had none",
    "ts",
    "const found = isFunction\n  ? { ...nothing, lines: Math.m",
    "",
    ",",
    "ax(0, lines(text, node.start) - 1) }\n  : inner;\nnext();\n",
  ],
  [
    "a mistake behind one for which nothing was found, and an edit that only it could reach",
    "ts",
    `a b) ] c(;\n${"go(1);\n".repeat(400)}test"x", () => {\n  go();\n});\n${"go(1);\n".repeat(1200)}`,
    "",
    "1 +",
    `;\n${"go(1);\n".repeat(10)}`,
  ],
  [
    "a mistake near another one, once that is mended",
    "ts",
    "test",
    "",
    "(",
    `"x", () => {\n  go();\n});\n${"go(1);\n".repeat(50)}test"y", () => {\n  go();\n});\n`,
  ],
])("once read otherwise than afresh: %s", (_, ending, before, removed, insert, after) => {
  const options = parseOptionsFor({ uri: `a.${ending}`, languageId: "" });
  const edit = { from: before.length, to: before.length + removed.length, insert };
  const tree = reparse(parse(before + removed + after, options), edit, before + insert + after);
  const fresh = parse(before + insert + after, options);
  expect(difference(tree.root, fresh.root)).toBeUndefined();
  expect(tree.problems).toEqual(fresh.problems);
});
