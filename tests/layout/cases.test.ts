/** What the layout rules make of a text, alone and all together; comments stand in hostile places. */
import { expect, test } from "vitest";
import { applyAll, createWorkspace, rules, type Settings } from "../../src/index.js";
import { javascript } from "../../src/languages/javascript/index.js";

type Tune = NonNullable<Settings["tune"]>[string];

/** A file's text after laying it out with one rule, or with all that are in the kit `tidy`. */
function laidOut(text: string, rule: string, tune: Tune = {}, file = "a.tsx"): string {
  const ids = rule === "all"
    ? rules
      .filter(
        ({ id, kits, languages = ["javascript"] }) => (
          /^(?:layout|imports)\./.test(id) && kits.includes("tidy") && languages.includes("javascript")
        ),
      )
      .map(({ id }) => id)
    : [rule];
  const settings: Settings = {
    kits: [],
    levels: Object.fromEntries(ids.map((id) => [id, "hint"])),
    tune: Object.keys(tune).length === 0 ? {} : { [rule]: tune },
  };
  const workspace = createWorkspace({ languages: [javascript()], settings });
  const uri = `file:///${file}`;
  workspace.open({ uri, languageId: file.endsWith("x") ? "typescriptreact" : "typescript", version: 1, text });
  return applyAll(text, workspace.mend(uri));
}

const cases: readonly (readonly [rule: string, before: string, after: string, tune?: Tune])[] = [
  // Operators.
  ["layout.operator-gap", "a=b+c*d;", "a = b + c * d;"],
  ["layout.operator-gap", "a  =  b  +  c;", "a = b + c;"],
  ["layout.operator-gap", "a = b /* c */+ d;", "a = b /* c */ + d;".replace("*/ +", "*/+")],
  ["layout.operator-gap", "a = b +// c\n  d;", "a = b +// c\n  d;"],
  ["layout.operator-gap", "a = b\n  + c;", "a = b\n  + c;"],
  ["layout.operator-gap", "a = - b + + c - - d;", "a = -b + +c - -d;"],
  ["layout.operator-gap", "a = ! b; c ++; -- d;", "a = !b; c++; --d;"],
  ["layout.operator-gap", "a = b - -c; d = e + ++f;", "a = b - -c; d = e + ++f;"],
  ["layout.operator-gap", "a?b:c;", "a ? b : c;"],
  ["layout.operator-gap", "a?.b?. c; d . e;", "a?.b?.c; d.e;"],
  ["layout.operator-gap", "a = 1 .b; c = 1..d;", "a = 1 .b; c = 1..d;"],
  ["layout.operator-gap", "const f=(a=1,b :number=2):number=>a;", "const f = (a = 1,b: number = 2): number => a;"],
  ["layout.operator-gap", "f(... a); const { b, ... c } = d;", "f(...a); const { b, ...c } = d;"],
  ["layout.operator-gap", "type A=B|C&D; let e :A|undefined;", "type A = B | C & D; let e: A | undefined;"],
  ["layout.operator-gap", "type A =\n  | B\n  | C;", "type A =\n  | B\n  | C;"],
  ["layout.comma-gap", "type A = { b: c,d: e;f: g };", "type A = { b: c, d: e; f: g };"],
  [
    "layout.statement-end",
    "type A = B\nimport c = require(\"d\")\nexport = c\n",
    "type A = B;\nimport c = require(\"d\");\nexport = c;\n",
  ],
  ["layout.operator-gap", "interface A { b ?:c; d ?(): e }", "interface A { b?: c; d?(): e }"],
  ["layout.operator-gap", "a = { b :1, [c] :2, d };", "a = { b: 1, [c]: 2, d };"],
  ["layout.operator-gap", "a&&=b; c??=d; e**=f; g=h**i;", "a &&= b; c ??= d; e **= f; g = h ** i;"],
  ["layout.operator-gap", "a = b<c; d = e>>>f;", "a = b < c; d = e >>> f;"],
  ["layout.operator-gap", "a = `${b+c}  =  ${d}`;", "a = `${b + c}  =  ${d}`;"],
  ["layout.operator-gap", "a = /b=c/g; d = 'e=f';", "a = /b=c/g; d = 'e=f';"],
  ["layout.operator-gap", "a = <b c={d+e}>f=g</b>;", "a = <b c={d + e}>f=g</b>;"],
  ["layout.operator-gap", "a: for (;;) break a;", "a: for (;;) break a;"],
  // Commas and semicolons.
  ["layout.comma-gap", "f(a,b , c);", "f(a, b, c);"],
  ["layout.comma-gap", "f(a,/* b */c);", "f(a,/* b */c);"],
  ["layout.comma-gap", "f(a // b\n, c);", "f(a // b\n, c);"],
  ["layout.comma-gap", "[,a,,b];", "[, a,, b];"],
  ["layout.comma-gap", "for (let i = 0,n = 3;i < n;i++);", "for (let i = 0, n = 3; i < n; i++);"],
  ["layout.comma-gap", "for (;;) ; a() ;", "for (;;) ; a();"],
  ["layout.comma-gap", "type A<B,C> = Map<B,C>; let d: [e,f];", "type A<B, C> = Map<B, C>; let d: [e, f];"],
  ["layout.comma-gap", "a = 'b,c' + `d,e`;", "a = 'b,c' + `d,e`;"],
  ["layout.comma-gap", "a = <b>c,d</b>;", "a = <b>c,d</b>;"],
  // Brackets.
  ["layout.bracket-gap", "f( a );", "f(a);"],
  ["layout.bracket-gap", "f ( /* a */ );", "f( /* a */ );"],
  ["layout.bracket-gap", "a [ b ];", "a [b];"],
  ["layout.bracket-gap", "a = {b}; c = { };", "a = { b }; c = {};"],
  ["layout.bracket-gap", "a = { b }; c = [ d ];", "a = {b}; c = [d];", { braces: "tight" }],
  ["layout.bracket-gap", "a = {\n  b };", "a = {\n  b };"],
  ["layout.bracket-gap", "if ( a ) {b();}", "if (a) { b(); }"],
  ["layout.bracket-gap", "import {a} from 'b'; export {a};", "import { a } from 'b'; export { a };"],
  ["layout.bracket-gap", "const {a, ...b} = c;", "const { a, ...b } = c;"],
  ["layout.bracket-gap", "a = `${ b }`; c = <d e={ f } />;", "a = `${ b }`; c = <d e={f} />;"],
  // Kinds that have little but a token or two.
  ["layout.operator-gap", "import a=require(\"b\");", "import a = require(\"b\");"],
  ["layout.bracket-gap", "import a = require ( \"b\" );", "import a = require(\"b\");"],
  ["layout.bracket-gap", "a = import ( \"b\" );", "a = import(\"b\");"],
  ["layout.bracket-gap", "a = tag  `b`;", "a = tag`b`;"],
  ["layout.operator-gap", "a = b !; c = b ! . d;", "a = b!; c = b!.d;"],
  ["layout.operator-gap", "let a: B . C; a = import . meta;", "let a: B.C; a = import.meta;"],
  ["layout.bracket-gap", "let a: typeof import( \"b\" );", "let a: typeof import(\"b\");"],
  ["layout.operator-gap", "let a: import(\"b\") . C;", "let a: import(\"b\").C;"],
  ["layout.bracket-gap", "let a: B  <C>;", "let a: B<C>;"],
  ["layout.operator-gap", "let a: B [] = c; let d: E [\"f\"];", "let a: B[] = c; let d: E[\"f\"];"],
  ["layout.operator-gap", "@ a class B {}", "@a class B {}"],
  ["layout.keyword-gap", "class A { @b  c() {} }", "class A { @b c() {} }"],
  ["layout.keyword-gap", "type A = new() => B;", "type A = new () => B;"],
  [
    "layout.operator-gap",
    "type A = { [B in C] ?: D }; type E = { [F in G]-?: H };",
    "type A = { [B in C]?: D }; type E = { [F in G]-?: H };",
  ],
  [
    "layout.operator-gap",
    "import a from \"b\" with { type :\"json\" };",
    "import a from \"b\" with { type: \"json\" };",
  ],
  ["layout.keyword-gap", "export  as  namespace  A;", "export as namespace A;"],
  ["layout.bracket-gap", "a = < B >< / B >;", "a = <B></B>;"],
  ["layout.bracket-gap", "a = <B/>; c = <D  />;", "a = <B />; c = <D />;"],
  ["layout.operator-gap", "a = <B . C d = \"e\" f:g = {h} {... i} />;", "a = <B.C d=\"e\" f:g={h} {...i} />;"],
  ["layout.keyword-gap", "a = <B  c   {...d} />;", "a = <B c {...d} />;"],
  ["layout.trailing-space", "a = <B \n  c={\t\n1} />;", "a = <B\n  c={\n1} />;"],
  ["layout.bracket-gap", "a = ( b + c ) * d;", "a = (b + c) * d;"],
  ["layout.bracket-gap", "class A { b () {} }", "class A { b() {} }"],
  ["layout.bracket-gap", "new A ( b ); new A;", "new A(b); new A;"],
  // Keywords.
  ["layout.keyword-gap", "if(a){}else{}", "if (a) {} else {}"],
  ["layout.keyword-gap", "for(const a of[b]){}", "for (const a of [b]) {}"],
  ["layout.keyword-gap", "while(a);do{}while(b);", "while (a);do {} while (b);"],
  ["layout.keyword-gap", "try{}catch(a){}finally{}", "try {} catch (a) {} finally {}"],
  ["layout.keyword-gap", "switch(a){case(b):c();}", "switch (a) {case (b):c();}"],
  ["layout.keyword-gap", "return_(); function f(){return(a);}", "return_(); function f() {return (a);}"],
  ["layout.keyword-gap", "a = typeof(b); c = d instanceof(e);", "a = typeof (b); c = d instanceof (e);"],
  [
    "layout.keyword-gap",
    "const f = async(a) => a; const g = function(){};",
    "const f = async (a) => a; const g = function () {};",
  ],
  ["layout.keyword-gap", "class A extends(B){}", "class A extends (B) {}"],
  ["layout.keyword-gap", "import a,{ b } from'c';", "import a,{ b } from 'c';"],
  ["layout.keyword-gap", "if (a) /* b */{ c(); }", "if (a) /* b */{ c(); }"],
  ["layout.keyword-gap", "else_(); if (a) b();\nelse\nc();", "else_(); if (a) b();\nelse\nc();"],
  // Quotes.
  ["layout.quote-mark", "a = 'b'; c = 'd\"e'; f = 'g\\'h';", "a = \"b\"; c = 'd\"e'; f = \"g'h\";"],
  ["layout.quote-mark", "a = \"b\"; c = \"d'e\";", "a = 'b'; c = \"d'e\";", { mark: "single" }],
  ["layout.quote-mark", "a = <b c='d' />; e = `f'g`; h = /'/;", "a = <b c='d' />; e = `f'g`; h = /'/;"],
  ["layout.quote-mark", "// 'a'\nb = '\\n\\\\';", "// 'a'\nb = \"\\n\\\\\";"],
  // Ends of statements and lists.
  ["layout.statement-end", "a()\nb()", "a();\nb();"],
  ["layout.statement-end", "a() // b\nc()", "a(); // b\nc();"],
  ["layout.statement-end", "a();\n[b].c();", "a();\n[b].c()", { style: "where-needed" }],
  ["layout.statement-end", "class A { b = 1\n  c() {} }", "class A { b = 1;\n  c() {} }"],
  ["layout.trailing-comma", "a = [\n  b\n];", "a = [\n  b,\n];"],
  ["layout.trailing-comma", "a = [\n  b // c\n];", "a = [\n  b, // c\n];"],
  ["layout.trailing-comma", "a = {\n  b, /* c */\n}; d(e,);", "a = {\n  b, /* c */\n}; d(e);"],
  ["layout.trailing-comma", "a = {\n  b,\n}; c = [d, ];", "a = {\n  b\n}; c = [d ];", { style: "never" }],
  ["layout.trailing-comma", "a = [,]; b = [\n  ,\n];", "a = [,]; b = [\n  ,\n];"],
  [
    "layout.trailing-comma",
    "function f(\n  ...a\n) {} const {\n  b,\n  ...c\n} = d;",
    "function f(\n  ...a\n) {} const {\n  b,\n  ...c\n} = d;",
  ],
  ["layout.arrow-parameter", "a = b => c => b; d = async e => e;", "a = (b) => (c) => b; d = async (e) => e;"],
  [
    "layout.arrow-parameter",
    "a = (/* b */ c) => c; d = (e: f) => e;",
    "a = (/* b */ c) => c; d = (e: f) => e;",
    { brackets: "where-needed" },
  ],
  // Blank space.
  ["layout.trailing-space", "a(); \n \nb();\t\n", "a();\n\nb();\n"],
  ["layout.trailing-space", "a = `b \n c`; // d \ne();\n", "a = `b \n c`; // d \ne();\n"],
  ["layout.trailing-space", "a = <b>c \n d</b>;\n", "a = <b>c \n d</b>;\n"],
  ["layout.blank-run", "a();\n\n\n\nb();\n", "a();\n\nb();\n"],
  ["layout.blank-run", "f(() => {\n\n  a();\n\n});\n", "f(() => {\n  a();\n});\n"],
  ["layout.blank-run", "a();\r\n\r\n\r\n\r\nb();\r\n", "a();\r\n\r\nb();\r\n"],
  ["layout.blank-run", "a = `b\n\n\n\nc`;\n", "a = `b\n\n\n\nc`;\n"],
  ["layout.final-newline", "a();", "a();\n"],
  // Braces.
  ["layout.block-brace", "if (a)\n  b();\n", "if (a) {\n  b();\n}\n"],
  ["layout.block-brace", "if (a)\n  b(); // c\n", "if (a)\n  b(); // c\n"],
  ["layout.block-brace", "if (a) b();\nelse c();\n", "if (a) {\n  b();\n}\nelse {\n  c();\n}\n", { around: "always" }],
  ["layout.block-brace", "if (a)\n{\n  b();\n}\n", "if (a) {\n  b();\n}\n"],
  ["layout.block-brace", "if (a) // b\n{\n  c();\n}\n", "if (a) // b\n{\n  c();\n}\n"],
  // Indentation.
  ["layout.indent", "if (a) {\nb();\n}\n", "if (a) {\n  b();\n}\n"],
  ["layout.indent", "if (a) {\n    // b\n    c();\n}\n", "if (a) {\n  // b\n  c();\n}\n"],
  ["layout.indent", "f(a, {\n    b: 1,\n}, () => {\n    c();\n});\n", "f(a, {\n  b: 1,\n}, () => {\n  c();\n});\n"],
  ["layout.indent", "a\n    .b(() => {\n        c();\n    });\n", "a\n    .b(() => {\n      c();\n    });\n"],
  [
    "layout.indent",
    "switch (a) {\n  case 1: {\n    b();\n  }\n}\n",
    "switch (a) {\ncase 1: {\n  b();\n}\n}\n",
    { cases: false },
  ],
  [
    "layout.indent",
    "class A {\n/*\n * b\n */\nc = [\n1,\n];\n}\n",
    "class A {\n  /*\n   * b\n   */\n  c = [\n    1,\n  ];\n}\n",
  ],
  ["layout.indent", "if (a) {\n    b = `\n  c\n    `;\n}\n", "if (a) {\n  b = `\n  c\n    `;\n}\n"],
  [
    "layout.indent",
    "function f() {\n  return <a>\n      <b />\n  </a>;\n}\n",
    "function f() {\n\treturn <a>\n      <b />\n  </a>;\n}\n",
    { unit: "tab" },
  ],
  ["layout.indent", "  a();\n  // b\n  c();\n", "a();\n// b\nc();\n"],
  ["layout.indent", "type A = {\n    b: {\n        c: 1;\n    };\n};\n", "type A = {\n  b: {\n    c: 1;\n  };\n};\n"],
  // Blank lines between.
  ["layout.blank-between", "function a() {\n  b();\n}\nclass C {}\n", "function a() {\n  b();\n}\n\nclass C {}\n"],
  [
    "layout.blank-between",
    "class A {\n  b() {\n  }\n  c() {}\n}\n",
    "class A {\n  b() {\n  }\n\n  c() {}\n}\n",
    { members: "over-lines" },
  ],
  // Imports.
  [
    "imports.order",
    "import { b } from './b';\nimport './c';\nimport { a } from './a';\na(b);\n",
    "import { b } from './b';\nimport './c';\nimport { a } from './a';\na(b);\n",
  ],
  [
    "imports.order",
    "import { b } from './b'; // b\n// a\nimport { a } from './a';\na(b);\n",
    "// a\nimport { a } from './a';\nimport { b } from './b'; // b\na(b);\n",
  ],
  [
    "imports.order",
    "import b from './b';\n\nimport a from 'a';\na(b);\n",
    "import a from 'a';\n\nimport b from './b';\na(b);\n",
  ],
  [
    "imports.order",
    "import type { B } from 'b';\nimport { a } from './a';\nexport const c: B = a;\n",
    "import { a } from './a';\nimport type { B } from 'b';\nexport const c: B = a;\n",
    { types: "last" },
  ],
  [
    "imports.twice",
    "import { a } from 'a'; import { /* b */ b } from 'a';\na(b);\n",
    "import { a } from 'a'; import { /* b */ b } from 'a';\na(b);\n",
  ],
  [
    "imports.twice",
    "import type { A } from 'a';\nimport { b } from 'a';\nb as A;\n",
    "import type { A } from 'a';\nimport { b } from 'a';\nb as A;\n",
  ],
  // Together.
  [
    "all",
    "import {b} from './b'\nimport a from \"a\"\n\n\nif(a){\nb ( {c:1,d:'e'}, x=>x )\n}",
    "import a from \"a\";\nimport { b } from \"./b\";\n\nif (a) {\n  b({ c: 1, d: \"e\" }, (x) => x);\n}\n",
  ],
  [
    "all",
    "function f ( a,b )\n{\n    if (a)\n        return [\n            b\n        ]\n}\nfunction g(){}",
    "function f(a, b) {\n  if (a) {\n    return [\n      b,\n    ];\n  }\n}\n\nfunction g() {}\n",
  ],
];

test("angle brackets around a type stand close", () => {
  expect(laidOut("a = < B >  c;", "layout.bracket-gap", {}, "a.ts")).toBe("a = <B>c;");
});

test.each(cases.map((one) => [...one] as const))("%s: %j", (rule, before, after, tune) => {
  expect(laidOut(before, rule, tune)).toBe(after);
  expect(laidOut(after, rule, tune)).toBe(after);
});
