/**
 * Programs that are long in each way a program can be, with every kit: how the time of opening them and of one key grows with their length. An exponent of 1 is
 * linear. `npm run bench growth [NAME] [LENGTH]`.
 */
import { createWorkspace, Meter } from "../src/index.js";
import { javascript } from "../src/languages/javascript/index.js";
import { everyKit } from "./settings.js";
import { timed } from "./support.js";

const repeat = (count: number, part: (index: number) => string, between = ""): string =>
  Array.from({ length: count }, (_, index) => part(index)).join(between);

const programs: Readonly<Record<string, (count: number) => string>> = {
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
};

const [wanted = "", given = "2000"] = process.argv.slice(2);
const length = Number(given);
for (const [name, make] of Object.entries(programs).filter(([key]) => key.includes(wanted))) {
  const cost = (count: number): { open: number; key: number; most: string } => {
    const text = make(count);
    const meter = new Meter(() => performance.now());
    const workspace = createWorkspace({ languages: [javascript()], settings: everyKit, meter });
    const uri = "file:///bench.jsx";
    workspace.open({ uri, languageId: "javascriptreact", version: 0, text });
    const open = timed(() => workspace.alerts(uri));
    const [most] = [...meter.rules, ...meter.stages].sort((a, b) => b[1] - a[1]);
    const keys = Array.from({ length: 6 }, (_, index) => timed(() => {
      const at = text.indexOf("\n", text.length >> 1);
      workspace.edit(uri, index + 1, [
        index % 2 === 0 ? { from: at, to: at, insert: " " } : { from: at, to: at + 1, insert: "" },
      ]);
      workspace.alerts(uri);
    })).sort((a, b) => a - b);
    return { open, key: keys[2]!, most: `${most![0]} ${Math.round((100 * most![1]) / open)} %` };
  };
  cost(Math.round(length / 4));
  const [small, large] = [cost(length), cost(length * 4)];
  const exponent = (a: number, b: number): string => (Math.log(b / a) / Math.log(4)).toFixed(2);
  console.log(`${name}: open ${small.open.toFixed(0)} and ${large.open.toFixed(0)} ms for ${length} and ${length * 4}, exponent ${exponent(small.open, large.open)} (${large.most}); a key ${small.key.toFixed(1)} and ${large.key.toFixed(1)} ms, exponent ${exponent(small.key, large.key)}`);
}
