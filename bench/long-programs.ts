/** Programs that are long in each way a program can be. */
type Programs = Readonly<Record<string, (count: number) => string>>;

const repeat = (count: number, part: (index: number) => string, between = ""): string =>
  Array.from({ length: count }, (_, index) => part(index)).join(between);

const scripts: Programs = {
  "the same unknown name": (n) => repeat(n, () => "x;\n"),
  "unknown names": (n) => repeat(n, (i) => `tide${i}();\n`),
  "names of one scope": (n) => repeat(n, (i) => `const pier${i} = ${i};\n`),
  "uses of one name": (n) => `const a = 1;\n${repeat(n, () => "sail(a);\n")}function sail() {}\n`,
  "a chain of and": (n) => `export const f = (a) => ${repeat(n, () => "a", " && ")};\n`,
  "a sum": (n) => `export const f = (a) => ${repeat(n, () => "a", " + ")};\n`,
  "a text joined": (n) => `export const f = (a) => ${repeat(n, () => "'a'", " + ")};\n`,
  "a chain of calls": (n) => `export const f = (a) => a${repeat(n, () => "\n  .b(1)")};\n`,
  "else if": (n) => `export function f(a) {\n  ${repeat(n, (i) => `if (a === ${i}) return ${i};\n`, "  else ")}}\n`,
  "cases": (n) =>
    `export function f(a) {\n  switch (a) {\n${repeat(n, (i) => `    case ${i}:\n      return ${i};\n`)}  }\n}\n`,
  "cases that run on": (n) =>
    `export function f(a) {\n  switch (a) {\n${repeat(n, (i) => `    case ${i}:\n      f(${i});\n`)}  }\n}\n`,
  "conditions in one function": (n) =>
    `export function f(a) {\n  let b = 0;\n${repeat(n, () => "  if (a()) b = a();\n")}  return b;\n}\n`,
  "names in one function": (n) => `export function f(a) {\n${repeat(n, (i) => `  let b${i} = a();\n  if (a()) b${i} += 1;\n`)}${repeat(n, (i) => `  a(b${i});\n`)}}\n`,
  "loops in one function": (n) =>
    `export function f(a) {\n${repeat(n, () => "  for (let i = 0; i < a; i += 1) f(i);\n")}}\n`,
  "attempts in one function": (n) =>
    `export function f(a) {\n${repeat(n, () => "  try {\n    f(a);\n  } catch {\n    a = 1;\n  }\n")}}\n`,
  "elements": (n) => `export const a = [${repeat(n, (i) => `${i}`, ", ")}];\n`,
  "elements over lines": (n) => `export const a = [\n${repeat(n, (i) => `  ${i},\n`)}];\n`,
  "properties": (n) => `export const a = {\n${repeat(n, (i) => `  a${i}: ${i},\n`)}};\n`,
  "arguments": (n) => `f(${repeat(n, (i) => `${i}`, ", ")});\nfunction f() {}\n`,
  "parameters": (n) => `export function f(${repeat(n, (i) => `a${i}`, ", ")}) {}\n`,
  "methods": (n) => `export class A {\n${repeat(n, (i) => `  m${i}() {\n    return this;\n  }\n`)}}\n`,
  "private members": (n) => `export class A {\n${repeat(n, (i) => `  #m${i} = 1;\n`)}}\n`,
  "imports": (n) => repeat(n, (i) => `import { a${i} } from "./m${i}.js";\n`),
  "imported names": (n) => `import { ${repeat(n, (i) => `a${i}`, ", ")} } from "./m.js";\n`,
  "functions in a function": (n) =>
    `export function f() {\n${repeat(n, (i) => `  function g${i}(a) {\n    return a;\n  }\n  g${i}();\n`)}}\n`,
  "arrows in arrows": (n) => `export const f = ${repeat(Math.min(n, 90), () => "() => ")}1;\n`,
  "blocks in blocks": (n) => `${repeat(Math.min(n, 200), () => "{\n")}${repeat(Math.min(n, 200), () => "}\n")}`,
  "comments": (n) => `${repeat(n, () => "// tide\n")}export {};\n`,
  "blank lines": (n) => `export {};${"\n".repeat(n)}export const a = 1;\n`,
  "hush comments": (n) => repeat(n, () => "x(); // quill: hush names.unknown because it is there\n"),
  "a long line": (n) => `export const a = "${"x".repeat(n * 10)}";\n`,
  "a long template": (n) => `export const a = (b) => \`${repeat(n, () => "${b} and ")}\`;\n`,
  "mistakes of form": (n) => repeat(n, () => "const a = ;\n"),
  "statements in a line": (n) => repeat(n, () => "f(1); ") + "\nfunction f() {}\n",
  "closing tags of nothing": (n) => `export const a = <p>\n${repeat(n, () => "  </b>\n")}</p>;\n`,
  "elements of markup": (n) => `export const a = <p>\n${repeat(n, () => "  <b>x</b>\n")}</p>;\n`,
  "loops over one counter": (n) =>
    `export function f(a) {\n  var i;\n${repeat(n, () => "  for (i = 0; i < a.length; i++) f(a[i]);\n")}}\n`,
  "loops until one value": (n) =>
    `export function f(a) {\n  let b = a;\n${repeat(n, () => "  while (b > 1) { b = f(b); }\n")}  return b;\n}\n`,
  "uses of a name without a value": (n) => `export function f(a) {\n  let b;\n${repeat(n, () => "  a(b + 1);\n")}}\n`,
  "parts of a condition": (n) =>
    `export const a = ${repeat(n, (i) => `(b > ${i} && b < ${i + 1})`, " || ")};\nconst b = 1;\n`,
  "names of a condition": (n) => `export const a = ${repeat(n, (i) => `b${i}`, " ?? ")};\n`,
  "a template over lines": (n) => `export const a = (b) => \`${repeat(n, () => "${b}\n")}\`;\n`,
};

const typed: Programs = {
  "members of an enumeration": (n) => `export enum A {\n${repeat(n, (i) => `  A${i} = ${i},\n`)}}\n`,
  "parts of a union": (n) => `export type A =\n${repeat(n, (i) => `  | "a${i}"\n`)};\n`,
  "members of an interface": (n) => `export interface A {\n${repeat(n, (i) => `  a${i}: string;\n`)}}\n`,
  "overloads": (n) => `${repeat(n, (i) => `export function f(a: ${i}): ${i};\n`)}export function f(a: number): number {\n  return a;\n}\n`,
  "functions that share a name": (n) =>
    `let a = 0;\n${repeat(n, (i) => `export function f${i}(): number {\n  a = ${i};\n  return a;\n}\n`)}`,
  "loops with labels": (n) => `export function f(a: number[]): void {\n${repeat(n, (i) => `  l${i}: for (const b of a) { for (const c of a) { if (b > c) continue l${i}; } }\n`)}}\n`,
};

const python: Programs = {
  "assignments to one name": (n) =>
    `def f(a):\n    b = a\n${repeat(n, () => "    if b:\n        b = f(b)\n")}    return b\n`,
  "loops until one value": (n) =>
    `def f(a):\n    b = a\n${repeat(n, (i) => `    while b > ${i}:\n        b = f(b)\n`)}    return b\n`,
  "a sum": (n) => `b = 1\na = ${repeat(n, () => "b", " + ")}\n`,
  "a chain of and": (n) => `b = 1\na = ${repeat(n, () => "b", " and ")}\n`,
  "a chain of calls": (n) => `def f(a):\n    a${repeat(n, () => ".b()")}\n`,
  "elif": (n) => `def f(a):\n    if a == 0:\n        return 1\n${repeat(n, (i) => `    elif a == ${i + 1}:\n        return ${i}\n`)}    return 0\n`,
  "cases": (n) =>
    `def f(a):\n    match a:\n${repeat(n, (i) => `        case ${i}:\n            return ${i}\n`)}    return 0\n`,
  "attempts": (n) =>
    `def f(a):\n${repeat(n, () => "    try:\n        f(a)\n    except ValueError as e:\n        f(e)\n")}`,
  "entries of a dict": (n) => `a = {\n${repeat(n, (i) => `    "a${i}": ${i},\n`)}}\n`,
  "classes": (n) => repeat(n, (i) => `class A${i}:\n    a = ${i}\n\n    def f(self):\n        return self.a\n\n\n`),
  "methods": (n) => `class A:\n${repeat(n, (i) => `    def f${i}(self, a):\n        return a\n\n`)}`,
  "imports": (n) => `${repeat(n, (i) => `import a${i}\n`)}${repeat(n, (i) => `a${i}.f()\n`)}`,
  "functions that share a name": (n) =>
    `x = 0\n\n\n${repeat(n, (i) => `def f${i}():\n    global x\n    x = ${i}\n\n\n`)}`,
  "texts with parts": (n) => `b = 1\n${repeat(n, () => "print(f\"{b} is {b:>{b}}\")\n")}`,
  "statements in a line": (n) => `a = 1; ${repeat(n, () => "a = 2; ")}\n`,
};

const page = (body: string): string =>
  `<!doctype html>\n<html lang="en"><head><title>a</title></head><body>\n${body}</body></html>\n`;

const pages: Programs = {
  "elements": (n) => page(repeat(n, (i) => `<div id="a${i}"><img src="a.png" alt="x"></div>\n`)),
  "scripts": (n) => page(repeat(n / 10, (i) => `<script>const a${i} = 1; console.log(a${i});</script>\n`)),
  "handlers": (n) =>
    page(`<script>function go() {}</script>\n${repeat(n / 5, () => "<button onclick=\"go()\">x</button>\n")}`),
  "lines of a script": (n) =>
    page(`<script>\n${repeat(n, (i) => `const a${i} = 1; console.log(a${i});\n`)}</script>\n`),
  "labels": (n) => page(repeat(n, (i) => `<label for="a${i}">x</label><input id="a${i}">\n`)),
};

/** All of them, with the language that each is written in. */
export const longPrograms: readonly {
  readonly name: string;
  readonly languageId: string;
  readonly make: (count: number) => string;
}[] = Object.entries({
  javascriptreact: scripts,
  typescript: typed,
  python,
  html: pages,
}).flatMap(([languageId, programs]) => Object.entries(programs).map(([name, make]) => ({ name, languageId, make })));
