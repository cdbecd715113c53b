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
  ["case outside of a switch", "«case» 1: go();\n", ["unexpected"]],
])("%s", (_, marked, codes) => {
  const { code, ranges } = readMarks(marked);
  const { problems } = parse(code, options);
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
  ["a long list", `a = [${"1, ".repeat(200_000)}];\n`, 0],
  ["a chain of conditions", `${"if (a) b(); else ".repeat(200)}c();\n`, 0],
])("%s nested or strung beyond reason end in a tree and at most one alert", (_, text, alerts) => {
  const { root: tree, problems } = parse(text, options);
  expect(shapeFaults(tree, text.length)).toEqual([]);
  expect(problems.map(({ code }) => code)).toEqual(alerts === 0 ? [] : ["too-deep"]);
});
