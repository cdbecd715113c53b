/** What each use of a name means. In the code every name is given a number where it is declared; a use with `$n` must mean declaration n, `$0` none. */
import { expect, test } from "vitest";
import { Declaration, type Names, type Node, type Reference } from "../../src/index.js";
import { javascript, walk } from "../../src/languages/javascript/index.js";
import { useOf } from "../../src/languages/javascript/names/facts.js";

const language = javascript();

function namesIn(code: string, languageId = "javascript"): { names: Names; root: Node; uses: Reference[] } {
  const tree = language.parse(code, {
    uri: languageId === "javascript" ? "file:///a.js" : "file:///a.ts",
    languageId,
  });
  const keeper = language.names(tree);
  keeper.add(tree.root);
  keeper.names.settle();
  const uses: Reference[] = [];
  walk(tree.root, (node) => {
    const use = node.type === "Identifier" ? useOf(node) : undefined;
    if (use !== undefined) uses.push(use);
  });
  return { names: keeper.names, root: tree.root, uses };
}

/** Each use as `name@offset→declared offset`, in the order of the text; `-` where nothing declares it. */
function uses(code: string): string[] {
  return namesIn(code).uses.map(
    (use) => `${use.access} ${use.name} ${use.binding ? code.slice(0, use.binding.declarations[0]!.node.start).split("\n").length : "-"}`,
  );
}

test.each<[string, string, string[]]>([
  ["a function is known before its line", "sail();\nfunction sail() {}", ["read sail 2"]],
  ["var reaches its whole function", "function a() {\n{ var b; }\nreturn b;\n}", ["read b 2"]],
  ["let stays in its block", "let b;\n{ let b;\nb; }\nb;", ["read b 2", "read b 1"]],
  [
    "parameters, defaults and patterns",
    "function a(\nb, {\nc: d = b }, ...\ne) { c; d; e; }",
    ["read b 2", "read c -", "read d 3", "read e 4"],
  ],
  [
    "the rest of an object",
    "const { a, ...\nb } = c;\nfunction d({ e, ...\nf }) { f; }\n({ e, ...b } = b);",
    ["read c -", "read f 4", "write e -", "write b 2", "read b 2"],
  ],
  ["what is caught", "try {} catch (\n{ message }) { message; }\nmessage;", ["read message 2", "read message -"]],
  ["closures see outward", "const a = 1;\nconst b = () => { return () => a; };", ["read a 1"]],
  ["a class is known inside itself", "const A = class\nB { c() { B; } };\nB;", ["read B 2", "read B -"]],
  ["a function expression's own name", "const a = function\nb() { b; };\nb;", ["read b 2", "read b -"]],
  ["imports and their renaming", "import a, {\nb as c } from 'd';\na; b; c;", ["read a 1", "read b -", "read c 2"]],
  ["exports read, renamed exports do not declare", "const a = 1;\nexport { a as b };\nb;", ["read a 1", "read b -"]],
  ["re-exports mean nothing here", "export { a } from 'b';", []],
  ["assigning by pattern", "let a, b;\n({ c: a, d: [b] } = e);", ["write a 1", "write b 1", "read e -"]],
  ["changing", "let a;\na++;\na += 1;\na = 1;", ["change a 1", "change a 1", "write a 1"]],
  [
    "loops have scopes of their own",
    "for (let i = 0; i < 1; i++) {\nlet i; i; }\ni;",
    ["read i 1", "change i 1", "read i 2", "read i -"],
  ],
  ["for of assigns", "let a;\nfor (a of b) {}", ["write a 1", "read b -"]],
  ["members and keys are no names", "let a;\na.b = { a: 1, c() {}, [a]: 2 };", ["read a 1", "read a 1"]],
  ["labels are no names", "a: for (;;) break a;", []],
  ["the short property reads", "const a = 1;\n({ a });", ["read a 1"]],
  ["a switch is one scope", "switch (a) { case 1: let\nb; case 2: b; }", ["read a -", "read b 2"]],
  ["components are names, plain tags are not", "const Pier = 1;\n<Pier><div /></Pier>;", []],
  [
    "every function has arguments",
    "function a() { return arguments; }\nconst b = () => arguments;",
    ["read arguments -", "read arguments -"],
  ],
])("%s", (_, code, expected) => {
  expect(uses(code)).toEqual(expected);
});

test("in types, names mean types, which values do not hide", () => {
  const { uses } = namesIn(
    "import { pier, Ferry } from 'a';\nfunction b(pier: pier, c: typeof pier, Ferry = 1): Ferry {}\ninterface D { e(pier: pier): D }",
    "typescript",
  );
  const found = uses.map(({ name, asType, binding }) => `${name} ${asType ? "type" : "value"} ${binding?.kind}`);
  expect(found).toEqual([
    "pier type import",
    "pier value parameter",
    "Ferry type import",
    "pier type import",
    "D type interface",
  ]);
});

/** Each use in a TypeScript file as `kind name line`, with the line that declares it; `-` where nothing does. */
test.each<[string, string, string[]]>([
  [
    "type parameters belong to their declaration",
    "type A<\nT> = T[];\ninterface B<\nT> { a: T }\nfunction c<\nT>(d: T): T { return d; }\nT;",
    ["type T 2", "type T 4", "type T 6", "type T 6", "value d 6", "value T -"],
  ],
  [
    "what is inferred is known where the condition holds",
    "type A<B> = B extends\n(infer C)[] ? C : C;",
    ["type B 1", "type C 2", "type C -"],
  ],
  ["a mapped type's key", "type A<B> = { [\nC in keyof B]: B[C] };", ["type B 1", "type B 1", "type C 2"]],
  [
    "an interface and a constant of one name",
    "interface A { b: 1 }\nconst A = 1;\nlet c: A = A;",
    ["type A 1", "value A 1"],
  ],
  [
    "classes and enumerations are both",
    "class A {}\nenum B { C }\nlet d: A = new A(), e: B = B.C;",
    ["type A 1", "value A 1", "type B 2", "value B 2"],
  ],
  ["members of an enumeration know each other", "enum A {\nB = 1,\nC = B | 2 }\nB;", ["value B 2", "value B -"]],
  [
    "namespaces hold their own",
    "namespace A {\nexport const b = 1;\nb; }\nA.b;\nb;",
    ["value b 2", "value A 1", "value b -"],
  ],
  ["typeof in a type asks for a value", "const a = 1;\ntype b = typeof a;", ["value a 1"]],
  [
    "a parameter's default does not see the body",
    "const a = 1;\nfunction b(c = a) {\nvar a = 2;\nreturn a; }",
    ["value a 1", "value a 3"],
  ],
  ["a var called like a parameter is the parameter", "function b(\nc, d = 1) {\nvar c;\nreturn c; }", ["value c 2"]],
  ["a field's value is a function of its own", "class A {\nb = 1;\nc = () => d; }\nconst d = 1;", ["value d 4"]],
  ["this as a parameter is no name", "function a(this: B, c: number) { return c; }", ["type B -", "value c 1"]],
  [
    "overloads are one function",
    "function a(b: string): void;\nfunction a(b: unknown) { a(''); return b; }",
    ["value a 1", "value b 2"],
  ],
  ["an imported type", "import type { A } from 'b';\nlet c: A;\nexport type { A };", ["type A 1", "value A 1"]],
  ["import with equals", "import a = require('b');\nimport c = a.d;\nc;", ["value a 1", "value c 2"]],
])("in TypeScript, %s", (_, code, expected) => {
  const found = namesIn(code, "typescript").uses.map(
    (use) => `${use.asType ? "type" : "value"} ${use.name} ${use.binding ? code.slice(0, use.binding.declarations[0]!.node.start).split("\n").length : "-"}`,
  );
  expect(found).toEqual(expected);
});

test("private names belong to their class", () => {
  const { root } = namesIn("class A { #a = 1; b(c) { return this.#a + c.#d; } }");
  const found: string[] = [];
  walk(root, (node) => {
    const use = node.type === "PrivateIdentifier" ? useOf(node) : undefined;
    if (use !== undefined) found.push(`${use.name} ${use.binding?.kind}`);
  });
  expect(found).toEqual(["#a private", "#d undefined"]);
});

test("a component that is used counts as read", () => {
  const { names } = namesIn("import { Pier } from './pier.js';\nexport const a = <Pier.Sign />;");
  expect(names.root.bindings.get("Pier")!.references.length).toBe(1);
});

test("every identifier of the tree is a use, a declaration or a mere word", () => {
  const { names, root, uses } = namesIn(
    "import x, { y as z } from 'm'; a: for (const [b, { c = x }] of d) { b.c = { e: z, f() { return c; } }; break a; } export { x as w };",
  );
  let identifiers = 0;
  let declared = 0;
  walk(root, (node) => {
    if (node.type !== "Identifier") return;
    identifiers += 1;
    if ((node as unknown as { fact: unknown }).fact instanceof Declaration) declared += 1;
  });
  expect(uses.length + declared).toBeLessThanOrEqual(identifiers);
  expect([...names.unresolvedUses()].map(({ name }) => name)).toEqual(["d"]);
});
