/** What people leave half-written, with the alerts it must give: `«»` stands where they are marked. */
import fc from "fast-check";
import path from "node:path";
import { expect, test } from "vitest";
import { parse, type ParseOptions } from "../../src/languages/javascript/index.js";
import { readMarks, writeMarks } from "../../src/testing/index.js";
import { filesBelow, read, root } from "../support/files.js";
import { shapeFaults } from "../support/tree.js";

const options: ParseOptions = { module: "detect", jsx: true };

test.each([
  ["missing ) of a call", "go(a, b«»;\nnext();\n", ["missing-closer"]],
  ["missing ) of an if", "if (a«» {\n  go();\n}\n", ["missing-closer"]],
  ["missing ) of a call before a statement", "go(a,«»\nconst b = 1;\n", ["missing-closer"]],
  ["missing ] of a list", "const a = [1, 2«»;\ngo();\n", ["missing-closer"]],
  ["missing } of an object", "const a = { b: 1«»;\ngo();\n", ["missing-closer"]],
  ["missing } of a method", "class A {\n  a() {\n    go();«»\n  b() {\n    go();\n  }\n}\nlast();\n", ["missing-closer"]],
  ["missing } of an if in a function", "function a() {\n  if (b) {\n    go();«»\n}\nfunction c() {}\n", ["missing-closer"]],
  ["missing } of a function", "function a() {\n  go();«»\nfunction b() {}\n", ["missing-closer"]],
  ["missing comma between arguments", "go(a«» b);\n", ["missing-part"]],
  ["missing comma between properties", "const a = {\n  b: 1«»\n  c: 2,\n};\n", ["missing-part"]],
  ["missing comma between elements", "const a = [\n  1«»\n  2,\n];\n", ["missing-part"]],
  ["half-typed member", "ferry«.»\nconst a = 1;\n", ["missing-part"]],
  ["half-typed member at the end", "function a() {\n  ferry«.»\n}\n", ["missing-part"]],
  ["half-typed declaration", "const a =«»\nlet b = 1;\n", ["missing-part"]],
  ["half-typed arrow", "go((a) =>«»);\n", ["missing-part"]],
  ["half-typed condition", "const a = b ? c«»;\n", ["missing-part"]],
  ["half-typed import", "import { a } from«»;\ngo(a);\n", ["missing-part"]],
  ["import without from", "import { a }«»;\ngo(a);\n", ["missing-part"]],
  ["const without a value", "const a«»;\n", ["missing-part"]],
  ["operator without its right side", "const a = b +«»;\ngo();\n", ["missing-part"]],
  ["stray closer", "go();\n«}»\ngo();\n", ["unexpected"]],
  ["stray parenthesis", "go()«)»;\ngo();\n", ["unexpected"]],
  ["keyword as a name", "const «delete» = 1;\ngo();\n", ["unexpected"]],
  ["double equals in a declaration", "let a «==» 1;\n", ["unexpected"]],
  ["semicolon in an object", "const a = { b: 1«;» c: 2 };\n", ["unexpected"]],
  ["else without if", "go();\n«else» { a(); }\n", ["unexpected"]],
  ["two statements on one line", "a()«» b();\n", ["missing-part"]],
  ["misspelt return", "function a() {\n  retrun«» b;\n}\n", ["missing-part"]],
  ["text without its end", "const a = «'pier;»\ngo();\n", ["unfinished-text"]],
  ["template without its end", "go();\nconst a = «`»pier\n", ["unfinished-text"]],
  ["comment without its end", "go();\n«/*» pier\n", ["unfinished-comment"]],
  ["unclosed tag", "const a = <p>«<b»>x</p>;\ngo();\n", ["missing-closer"]],
  ["wrong closing tag", "const a = <p>x«</b»>;\ngo();\n", ["unexpected"]],
  ["tag without its >", "const a = <Pier name=\"x\"«»;\ngo();\n", ["missing-closer"]],
  ["try alone", "try {\n  go();\n}«»\nlast();\n", ["missing-part"]],
  ["break outside of loops", "«break»;\n", ["misplaced"]],
  ["await in a plain function", "function a() { «await» b(); }\n", ["misplaced"]],
  ["assignment to a call", "«go()» = 1;\n", ["bad-target"]],
  ["merge conflict", "go();\n«<<<<<<<» ours\nconst a = 1;\n«=======»\nconst a = 2;\n«>>>>>>>» theirs\nlast();\n", ["unexpected", "unexpected", "unexpected"]],
  ["comma for semicolon in for", "for (let i = 0, i«» < 3; i++) {}\n", ["missing-part"]],
  ["assignment in parameters", "function a(b «==» 1) {}\n", ["unexpected"]],
  ["keyword as parameter", "function a(«class») {}\n", ["unexpected"]],
  ["keyword property shorthand", "const { default«» } = a;\n", ["missing-part"]],
  ["half-typed optional chain", "const a = b«?.»;\ngo();\n", ["missing-part"]],
  ["half-typed index", "const a = b[«»];\n", ["missing-part"]],
  ["half-typed template hole", "const a = `x ${«»}`;\ngo();\n", ["missing-part"]],
  ["missing arrow", "const a = (b)«» {\n  return b;\n};\n", ["missing-part"]],
  ["missing function name", "function«» (a) {}\n", ["missing-part"]],
  ["missing class name", "class«» {\n  a() {}\n}\n", ["missing-part"]],
  ["missing body", "function a()«»\ngo();\n", ["missing-part"]],
  ["missing body brace", "function a(b)«»\n  return b;\n}\ngo();\n", ["missing-part"]],
  ["missing catch body", "try { a(); } catch (e)«»\ngo();\n", ["missing-part"]],
  ["missing while condition", "while («») { a(); }\n", ["missing-part"]],
  ["missing case colon", "switch (a) {\n  case 1«» go();\n}\n", ["missing-part"]],
  ["missing case", "switch (a) {«»\n  go();\n  case 1:\n}\n", ["missing-part"]],
  ["missing } of switch", "function a(b) {\n  switch (b) {\n    case 1:\n      go();«»\n}\nfunction c() {}\n", ["missing-closer"]],
  ["missing comma in import", "import { a«» b } from \"c\";\n", ["missing-part"]],
  ["missing quote of import", "import a from«» c;\n", ["missing-part"]],
  ["unclosed JSX comment", "const a = <p>{«/*» x }</p>;\n", ["unfinished-comment"]],
  ["unclosed JSX attribute", "const a = <p title=«\"x>y</p>;»\ngo();\n", ["unfinished-text"]],
  ["half JSX expression", "const a = <p>{b«»</p>;\ngo();\n", ["missing-closer"]],
  ["two elements", "const a = <p/>«<»b/>;\n", ["unexpected"]],
  ["attribute without value", "const a = <p title=«» />;\n", ["missing-part"]],
  ["stray bracket in list", "const a = [1, 2«»)];\n", ["missing-closer"]],
  ["double comma in arguments", "go(a,«», b);\n", ["missing-part"]],
  ["wrong closer", "go([1, 2«»);\nlast();\n", ["missing-closer"]],
  ["semicolon in call", "go(a«;» b);\n", ["unexpected"]],
  ["semicolon in if", "if (a«;» b) {}\n", ["unexpected"]],
  ["dangling else", "if (a) {\n  b();\n}\nelse«»\n", ["missing-part"]],
  ["number name", "const «1a» = 2;\n", ["malformed"]],
  ["unclosed group", "const a = /«(»x/;\n", ["malformed"]],
  ["bad flag", "const a = /x/g«g»;\n", ["malformed"]],
  ["range", "const a = /[«z-a»]/;\n", ["malformed"]],
  ["label", "for (;;) { break «outer»; }\n", ["misplaced"]],
  ["super", "function a() { «super».b(); }\n", ["misplaced"]],
  ["getter args", "const a = { get b«(c)» {} };\n", ["misplaced"]],
  ["two defaults", "switch (a) { default: «default»: }\n", ["misplaced"]],
  ["duplicate constructor", "class A { constructor() {} «constructor»() {} }\n", ["misplaced"]],
  ["yield strict", "\"use strict\";\nconst «yield» = 1;\n", ["misplaced"]],
  ["delete name", "\"use strict\";\n«delete a»;\n", ["misplaced"]],
  ["mixed", "a «??» b || c;\n", ["misplaced"]],
  ["power", "«-a» ** b;\n", ["misplaced"]],
  ["cover", "({ a «=» 1 });\n", ["misplaced"]],
  ["rest last", "const [«...a», b] = c;\n", ["misplaced"]],
  ["new opt", "new a«?.»b();\n", ["misplaced"]],
  ["missing operator", "const a = b«» c;\n", ["missing-part"]],
  ["missing paren arrow", "go(a => b«»;\n", ["missing-closer"]],
  ["missing } obj in call", "go({ a: 1, b: 2«»;\nlast();\n", ["missing-closer"]],
  ["case outside of a switch", "«case» 1: go();\n", ["unexpected"]],
  ["type missing, in TypeScript", "let a:«» ;\n", ["missing-part"]],
  ["generic unclosed, in TypeScript", "let a: Map<string, number«» = b;\n", ["missing-closer"]],
  ["interface member, in TypeScript", "interface A {\n  a: string\n  b«» number\n}\n", ["missing-part"]],
  ["missing interface brace, in TypeScript", "interface A {\n  a: string;«»\n\nfunction b() {}\n", ["missing-closer"]],
  ["enum, in TypeScript", "enum A { b = 1«» c }\n", ["missing-part"]],
  ["readonly method, in TypeScript", "class A { «readonly a»() {} }\n", ["misplaced"]],
  ["optional first, in TypeScript", "function a(b?: string, «c: string») {}\n", ["misplaced"]],
  ["const type, in TypeScript", "const a: string«»;\n", ["missing-part"]],
  ["modifier order, in TypeScript", "class A { static «public» a = 1; }\n", ["misplaced"]],
  ["return type, in TypeScript", "function a(b: string«»: number {}\n", ["missing-closer"]],
  ["as, in TypeScript", "const a = b as«»;\n", ["missing-part"]],
  ["abstract, in TypeScript", "type A = { a: string«»\n", ["missing-closer"]],
])("%s", (name, marked, codes) => {
  const { code, ranges } = readMarks(marked);
  const { problems } = parse(code, { ...options, ...(name.endsWith(", in TypeScript") && { jsx: false, typescript: true }) });
  expect(writeMarks(code, problems)).toBe(writeMarks(code, ranges));
  expect(problems.map((problem) => problem.code)).toEqual(codes);
});

const sources = filesBelow(path.join(root, "examples/harbour"), /\.(?:js|jsx|mjs|cjs)$/).map(read);

test("a real file with anything cut out or put in gives a tree that covers it", () => {
  const scrap = fc.constantFrom("", "(", ")", "{", "}", "[", "]", "`", "'", "/", "<", "=>", ".", ",", ";", "${", "class", "@", "\\u", "*/");
  fc.assert(
    fc.property(fc.constantFrom(...sources), fc.nat(), fc.nat(40), scrap, fc.nat(), scrap, (source, at, length, first, again, second) => {
      const from = at % source.length;
      let text = source.slice(0, from) + first + source.slice(from + length);
      const other = again % (text.length + 1);
      text = text.slice(0, other) + second + text.slice(other);
      expect(shapeFaults(parse(text, options).root, text.length)).toEqual([]);
    }),
    { seed: 7, numRuns: 1500 },
  );
});

test.each([
  ["brackets", `a = ${"[".repeat(10_000)}${"]".repeat(10_000)};\ngo();\n`, 1],
  ["parentheses", `a = ${"(".repeat(10_000)}1${")".repeat(10_000)};\ngo();\n`, 1],
  ["blocks", `${"{".repeat(10_000)}${"}".repeat(10_000)}\ngo();\n`, 1],
  ["a sum", `a = ${Array.from({ length: 10_000 }, () => "b").join(" + ")};\n`, 0],
  ["a member chain", `a${".b()".repeat(10_000)};\n`, 0],
  ["a list of 5 MB on one line", `a = [${"1, ".repeat(1_700_000)}];\n`, 0],
  ["a chain of conditions", `${"if (a) b(); else ".repeat(200)}c();\n`, 0],
])("%s nested or strung beyond reason end in a tree and at most one alert", (_, text, alerts) => {
  const { root: tree, problems } = parse(text, options);
  expect(shapeFaults(tree, text.length)).toEqual([]);
  expect(problems.map(({ code }) => code)).toEqual(alerts === 0 ? [] : ["too-deep"]);
});
