/** What people leave half-written, with the alerts it must give: `«»` stands where they are marked. */
import path from "node:path";
import fc from "fast-check";
import { expect, test } from "vitest";
import { parse, type ParseOptions } from "../../src/languages/javascript/index.js";
import { readMarks, writeMarks } from "../../src/testing/index.js";
import { filesBelow, often, read, root } from "../support/files.js";
import { shapeFaults } from "../support/tree.js";

const options: ParseOptions = { module: "detect", jsx: true };

test.each<[string, string[], string]>([
  ["missing ) of a call", ["missing-closer"], `
go(a, b«»;
next();
`],
  ["missing ) of an if", ["missing-closer"], `
if (a«» {
  go();
}
`],
  ["missing ) of a call before a statement", ["missing-closer"], `
go(a,«»
const b = 1;
`],
  ["missing ] of a list", ["missing-closer"], `
const a = [1, 2«»;
go();
`],
  ["missing } of an object", ["missing-closer"], `
const a = { b: 1«»;
go();
`],
  ["missing } of a method", ["missing-closer"], `
class A {
  a() {
    go();«»
  b() {
    go();
  }
}
last();
`],
  ["missing } of an if in a function", ["missing-closer"], `
function a() {
  if (b) {
    go();«»
}
function c() {}
`],
  ["missing } of a function", ["missing-closer"], `
function a() {
  go();«»
function b() {}
`],
  ["missing comma between arguments", ["missing-part"], `
go(a«» b);
`],
  ["missing comma between properties", ["missing-part"], `
const a = {
  b: 1«»
  c: 2,
};
`],
  ["missing comma between elements", ["missing-part"], `
const a = [
  1«»
  2,
];
`],
  ["half-typed member", ["missing-part"], `
ferry«.»
const a = 1;
`],
  ["half-typed member at the end", ["missing-part"], `
function a() {
  ferry«.»
}
`],
  ["half-typed declaration", ["missing-part"], `
const a =«»
let b = 1;
`],
  ["half-typed arrow", ["missing-part"], `
go((a) =>«»);
`],
  ["half-typed condition", ["missing-part"], `
const a = b ? c«»;
`],
  ["half-typed import", ["missing-part"], `
import { a } from«»;
go(a);
`],
  ["import without from", ["missing-part"], `
import { a }«»;
go(a);
`],
  ["const without a value", ["missing-part"], `
const a«»;
`],
  ["operator without its right side", ["missing-part"], `
const a = b +«»;
go();
`],
  ["stray closer", ["unexpected"], `
go();
«}»
go();
`],
  ["stray parenthesis", ["unexpected"], `
go()«)»;
go();
`],
  ["keyword as a name", ["unexpected"], `
const «delete» = 1;
go();
`],
  ["double equals in a declaration", ["unexpected"], `
let a «==» 1;
`],
  ["semicolon in an object", ["unexpected"], `
const a = { b: 1«;» c: 2 };
`],
  ["else without if", ["unexpected"], `
go();
«else» { a(); }
`],
  ["two statements on one line", ["missing-part"], `
a()«» b();
`],
  ["misspelt return", ["unexpected"], `
function a() {
  «retrun» b;
}
`],
  ["text without its end", ["unfinished-text"], `
const a = «'pier»;
go();
`],
  ["template without its end", ["unfinished-text"], `
go();
const a = «\`»pier
`],
  ["comment without its end", ["unfinished-comment"], `
go();
«/*» pier
`],
  ["unclosed tag", ["missing-closer"], `
const a = <p>«<b»>x</p>;
go();
`],
  ["wrong closing tag", ["unexpected"], `
const a = <p>x«</b»>;
go();
`],
  ["tag without its >", ["missing-closer"], `
const a = <Pier name="x"«»;
go();
`],
  ["try alone", ["missing-part"], `
try {
  go();
}«»
last();
`],
  ["break outside of loops", ["misplaced"], `
«break»;
`],
  ["await in a plain function", ["misplaced"], `
function a() { «await» b(); }
`],
  ["assignment to a call", ["bad-target"], `
«go()» = 1;
`],
  ["a member as a parameter", ["bad-target"], `
function moor(rope = 1, «quay.ring») { return rope; }
last();
`],
  ["a member as a parameter of an arrow function", ["bad-target"], `
const moor = (rope = 1, «quay.ring») => rope;
last();
`],
  ["a call as a parameter", ["bad-target"], `
class Quay { moor(rope, «ring()») { return rope; } }
last();
`],
  ["merge conflict", ["unexpected", "unexpected", "unexpected"], `
go();
«<<<<<<<» ours
const a = 1;
«=======»
const a = 2;
«>>>>>>>» theirs
last();
`],
  ["comma for semicolon in for", ["missing-part"], `
for (let i = 0, i«» < 3; i++) {}
`],
  ["assignment in parameters", ["unexpected"], `
function a(b «==» 1) {}
`],
  ["keyword as parameter", ["unexpected"], `
function a(«class») {}
`],
  ["keyword property shorthand", ["missing-part"], `
const { default«» } = a;
`],
  ["half-typed optional chain", ["missing-part"], `
const a = b«?.»;
go();
`],
  ["half-typed index", ["missing-part"], `
const a = b[«»];
`],
  ["half-typed template hole", ["missing-part"], `
const a = \`x \${«»}\`;
go();
`],
  ["missing arrow", ["missing-part"], `
const a = (b)«» {
  return b;
};
`],
  ["missing function name", ["missing-part"], `
function«» (a) {}
`],
  ["missing class name", ["missing-part"], `
class«» {
  a() {}
}
`],
  ["missing body", ["missing-part"], `
function a()«»
go();
`],
  ["missing body brace", ["missing-part"], `
function a(b)«»
  return b;
}
go();
`],
  ["missing catch body", ["missing-part"], `
try { a(); } catch (e)«»
go();
`],
  ["missing while condition", ["missing-part"], `
while («») { a(); }
`],
  ["missing case colon", ["missing-part"], `
switch (a) {
  case 1«» go();
}
`],
  ["missing case", ["missing-part"], `
switch (a) {«»
  go();
  case 1:
}
`],
  ["missing } of switch", ["missing-closer"], `
function a(b) {
  switch (b) {
    case 1:
      go();«»
}
function c() {}
`],
  ["missing comma in import", ["missing-part"], `
import { a«» b } from "c";
`],
  ["missing quote of import", ["missing-part"], `
import a from«» c;
`],
  ["comment without its beginning", ["unfinished-comment"], `
go();
«*»*
 * A tide that rises.
 */
go();
`],
  ["comment without its end, with marks before its lines", ["unfinished-comment"], `
go();
«/*»*
 * A tide that rises.
 /
go();
`],
  ["head of a switch without its bracket", ["missing-part"], `
switch«» a) {
  case 1:
    go();
}
`],
  ["unclosed JSX comment", ["unfinished-comment"], `
const a = <p>{«/*» x }</p>;
`],
  ["unclosed JSX attribute", ["unfinished-text"], `
const a = <p title=«"x>y</p>;»
go();
`],
  ["half JSX expression", ["missing-closer"], `
const a = <p>{b«»</p>;
go();
`],
  ["two elements", ["unexpected"], `
const a = <p/>«<»b/>;
`],
  ["attribute without value", ["missing-part"], `
const a = <p title=«» />;
`],
  ["stray bracket in list", ["missing-closer"], `
const a = [1, 2«»)];
`],
  ["double comma in arguments", ["missing-part"], `
go(a,«», b);
`],
  ["wrong closer", ["missing-closer"], `
go([1, 2«»);
last();
`],
  ["semicolon in call", ["unexpected"], `
go(a«;» b);
`],
  ["semicolon in if", ["unexpected"], `
if (a«;» b) {}
`],
  ["dangling else", ["missing-part"], `
if (a) {
  b();
}
else«»
`],
  ["number name", ["malformed"], `
const «1a» = 2;
`],
  ["unclosed group", ["malformed"], `
const a = /«(»x/;
`],
  ["bad flag", ["malformed"], `
const a = /x/g«g»;
`],
  ["range", ["malformed"], `
const a = /[«z-a»]/;
`],
  ["label", ["misplaced"], `
for (;;) { break «outer»; }
`],
  ["super", ["misplaced"], `
function a() { «super».b(); }
`],
  ["getter args", ["misplaced"], `
const a = { get b«(c)» {} };
`],
  ["two defaults", ["misplaced"], `
switch (a) { default: «default»: }
`],
  ["duplicate constructor", ["misplaced"], `
class A { constructor() {} «constructor»() {} }
`],
  ["yield strict", ["misplaced"], `
"use strict";
const «yield» = 1;
`],
  ["delete name", ["misplaced"], `
"use strict";
«delete a»;
`],
  ["mixed", ["misplaced"], `
a «??» b || c;
`],
  ["power", ["misplaced"], `
«-a» ** b;
`],
  ["cover", ["misplaced"], `
({ a «=» 1 });
`],
  ["rest last", ["misplaced"], `
const [«...a», b] = c;
`],
  ["new opt", ["misplaced"], `
new a«?.»b();
`],
  ["missing operator", ["missing-part"], `
const a = b«» c;
`],
  ["missing paren arrow", ["missing-closer"], `
go(a => b«»;
`],
  ["missing } obj in call", ["missing-closer"], `
go({ a: 1, b: 2«»;
last();
`],
  ["the lower half of a pasted function", ["unexpected"], `
  return a;
«}»

function b() {}
`],
  ["case outside of a switch", ["unexpected"], `
«case» 1: go();
`],
  ["type missing, in TypeScript", ["missing-part"], `
let a:«» ;
`],
  ["generic unclosed, in TypeScript", ["missing-closer"], `
let a: Map<string, number«» = b;
`],
  ["interface member, in TypeScript", ["missing-part"], `
interface A {
  a: string
  b«» number
}
`],
  ["missing interface brace, in TypeScript", ["missing-closer"], `
interface A {
  a: string;«»

function b() {}
`],
  ["enum, in TypeScript", ["missing-part"], `
enum A { b = 1«» c }
`],
  ["readonly method, in TypeScript", ["misplaced"], `
class A { «readonly a»() {} }
`],
  ["optional first, in TypeScript", ["misplaced"], `
function a(b?: string, «c: string») {}
`],
  ["const type, in TypeScript", ["missing-part"], `
const a: string«»;
`],
  ["modifier order, in TypeScript", ["misplaced"], `
class A { static «public» a = 1; }
`],
  ["return type, in TypeScript", ["missing-closer"], `
function a(b: string«»: number {}
`],
  ["as, in TypeScript", ["missing-part"], `
const a = b as«»;
`],
  ["abstract, in TypeScript", ["missing-closer"], `
type A = { a: string«»
`],
])("%s", (name, codes, marked) => {
  const { code, ranges } = readMarks(marked.slice(1));
  const { problems } = parse(code, {
    ...options,
    ...(name.endsWith(", in TypeScript") && { jsx: false, typescript: true }),
  });
  expect(writeMarks(code, problems)).toBe(writeMarks(code, ranges));
  expect(problems.map((problem) => problem.code)).toEqual(codes);
});

const row = (id: number): string => `      <Row id={${id}} pier="quay">
        <Text size="4">The kiosk sails at {2} from {open ? "here" : "there"}</Text>
        {open && <button onClick={() => report(1)}>Book</button>}
        <ul>
          <li className="crew">{[13, 3].join(" ")}</li>
          <li>{report.name}</li>
        </ul>
      </Row>
`;
const board = `export function Board({ open, report }) {\n  return (\n    <Board>\n${row(1)}${row(2)}${row(3)}    </Board>\n  );\n}\nlast();\n`;

test.each<[string, number, string, string]>([
  [
    "a line stands further out, and an argument lacks its bracket",
    6,
    "        {open && <button onClick={() => report(1)}",
    "{open && <button onClick={() => report(1}",
  ],
  ["an element is not closed", 4, "      </Row>\n", ""],
  ["an element is not opened", 10, "      <Row id={1} pier=\"quay\">\n", ""],
  ["an element on one line is not closed", 8, "</li>", ""],
  ["an element is closed with another name", 10, "</ul>", "</li>"],
  ["an element is opened with another name", 10, "<ul>", "<ol>"],
  ["an attribute's text has no end", 4, "\"quay\">", "\"quay>"],
  ["a tag is not closed", 4, "\"quay\">", "\"quay\""],
  ["a tag has no name", 5, "<Text ", "<"],
  ["a tag's name runs into its attribute", 5, "<Text ", "<Text"],
  ["a hole is not closed", 5, "{2}", "{2"],
  ["a parenthesis in a hole is not closed", 6, "{open &&", "{open && ("],
  ["the outermost element is not closed", 3, "    </Board>\n", ""],
  ["a new element has no end yet", 11, "      </Row>", "        <p>\n      </Row>"],
  ["a new tag has no end yet", 11, "      </Row>", "        <p\n      </Row>"],
  ["a new tag has no name yet", 11, "      </Row>", "        <\n      </Row>"],
  ["an attribute has no value yet", 7, "<ul>", "<ul className=>"],
  ["an attribute has no value yet and its tag no end", 7, "<ul>", "<ul className="],
])("one mistake in markup is one alert: %s", (_, line, before, after) => {
  const text = board.replace(before, after);
  const { problems } = parse(text, options);
  expect(problems.map(({ from, message }) => [text.slice(0, from).split("\n").length, message])).toEqual([[
    line,
    expect.any(String),
  ]]);
});

const sources = filesBelow(path.join(root, "examples/harbour"), /\.(?:js|jsx|mjs|cjs)$/).map(read);

test("reading ends where an element goes on ahead and a template has no end", () => {
  const text = "        <ul>\n        c  <li>{fare}</li>\n        </ul>\n      <Row id={8} p`ier=\"south\">";
  expect(shapeFaults(parse(text, options).root, text.length)).toEqual([]);
});

test("a real file with anything cut out or put in gives a tree that covers it", () => {
  const scrap = fc.constantFrom(
    "",
    "(",
    ")",
    "{",
    "}",
    "[",
    "]",
    "`",
    "'",
    "/",
    "<",
    "=>",
    ".",
    ",",
    ";",
    "${",
    "class",
    "@",
    "\\u",
    "*/",
  );
  fc.assert(
    fc.property(
      fc.constantFrom(...sources),
      fc.nat(),
      fc.nat(40),
      scrap,
      fc.nat(),
      scrap,
      (source, at, length, first, again, second) => {
        const from = at % source.length;
        let text = source.slice(0, from) + first + source.slice(from + length);
        const other = again % (text.length + 1);
        text = text.slice(0, other) + second + text.slice(other);
        expect(shapeFaults(parse(text, options).root, text.length)).toEqual([]);
      },
    ),
    { seed: 7, numRuns: 1500 },
  );
});

/** What is begun in the first column, in the middle of a function: it is told where it stands, and the function goes on. */
test.each([
  ["log(", "`)` is missing to close the arguments"],
  ["log(price", "`)` is missing to close the arguments"],
  ["const a = ", "A value is missing before `if`"],
  ["const a = [", "`]` is missing to close the list"],
  ["(", "A value is missing before `if`"],
  [")", "`)` closes nothing: its opener is missing"],
  ["`a", "This text has no end: put a backtick behind it"],
])("%s at the edge of the text ends no function", (typed, message) => {
  const text = `export function fare(adults, tide) {\n  const price = look(adults);\n${typed}\n  if (tide > 3) {\n    return price * 2;\n  }\n  return price;\n}\nfare(1, 2);\n`;
  expect(parse(text, options).problems.map((problem) => problem.message)).toEqual([message]);
  const nested = `describe("fares", () => {\n  it("adds", () => {\n    if (a) {\n${typed}\n      if (look(1)) log(2);\n    }\n  });\n});\n`;
  expect(parse(nested, options).problems.map((problem) => problem.message)).toEqual([message]);
  // A function that does lack its end is ended by the next one, wherever that is written.
  const lacking =
    `export function fare(adults) {\n  log(adults);\nlog(2);\nexport function pier(tide) {\n  return tide;\n}\n`;
  expect(parse(lacking, options).problems.map((problem) => problem.message)).toEqual([
    "`}` is missing to close the function's body",
  ]);
});

test.each([
  ["brackets", `a = ${"[".repeat(10_000)}${"]".repeat(10_000)};\ngo();\n`, 1],
  ["parentheses", `a = ${"(".repeat(10_000)}1${")".repeat(10_000)};\ngo();\n`, 1],
  ["blocks", `${"{".repeat(10_000)}${"}".repeat(10_000)}\ngo();\n`, 1],
  ["a sum", `a = ${Array.from({ length: 10_000 }, () => "b").join(" + ")};\n`, 0],
  ["a member chain", `a${".b()".repeat(10_000)};\n`, 0],
  ["a list of a megabyte on one line", `a = [${"1, ".repeat(often(340_000, 1_700_000))}];\n`, 0],
  ["a chain of conditions", `${"if (a) b(); else ".repeat(200)}c();\n`, 0],
])("%s nested or strung beyond reason end in a tree and at most one alert", (_, text, alerts) => {
  const { root: tree, problems } = parse(text, options);
  expect(shapeFaults(tree, text.length)).toEqual([]);
  expect(problems.map(({ code }) => code)).toEqual(alerts === 0 ? [] : ["too-deep"]);
});
