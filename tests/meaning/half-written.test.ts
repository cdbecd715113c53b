/** What is still being written is left alone: mending and saving take no word of it away. */
import path from "node:path";
import { expect, test } from "vitest";
import { applyAll, createWorkspace, type Settings } from "../../src/index.js";
import { javascript } from "../../src/languages/javascript/index.js";
import { randomFrom } from "../support/edits.js";
import { filesBelow, often, read, root } from "../support/files.js";
import { programsOf } from "./programs.js";

const uri = "file:///program.ts";
const settings: Settings = { kits: ["sound", "thorough", "tidy"] };

function opened(text: string, languageId = "javascript") {
  const workspace = createWorkspace({ languages: [javascript()], settings });
  workspace.open({ uri, languageId, version: 1, text });
  return workspace;
}

const wordsOf = (text: string): string[] => text.match(/[\w$]+/g) ?? [];

/** The words of a text that are not in another, each as often as it lacks. */
function missing(before: string, after: string): string[] {
  const left = wordsOf(after);
  return wordsOf(before).filter((word) => {
    const index = left.indexOf(word);
    if (index >= 0) left.splice(index, 1);
    return index < 0;
  });
}

test.each(programsOf("half-written.txt").map(({ name, code }) => [name, code] as const))("%s", (_, code) => {
  const source = `${code}// quill: known log\n`;
  const workspace = opened(source);
  // `let` may become `const`; nothing else may.
  const lost = (after: string): string[] =>
    missing(source, after).filter((word) => word !== "let" && word !== "debugger");
  expect(lost(applyAll(source, workspace.mend(uri)))).toEqual([]);
  expect(lost(applyAll(source, workspace.onSave(uri, [])))).toEqual([]);
  expect(lost(applyAll(source, workspace.mend(uri, { certainty: "proposed" })))).toEqual([]);
});

test("texts with a token less, or a bracket or word too many, lose nothing", { timeout: 120_000 }, () => {
  const random = randomFrom(15);
  const pick = <One>(list: readonly One[]): One => list[Math.floor(random() * list.length)]!;
  const files = [
    ...filesBelow(path.join(root, "examples/harbour/src"), /\.js$/),
    ...filesBelow(path.join(root, "src/report"), /\.ts$/),
    ...filesBelow(path.join(root, "src/model"), /\.ts$/),
  ].filter((file) => read(file).length < 9000);
  let broken = 0;
  for (let run = 0; run < often(20, 3000); run += 1) {
    const file = pick(files);
    const text = read(file);
    const tokens = [...text.matchAll(/[\w$]+|[^\s\w$]/g)];
    const token = pick(tokens);
    const [from, to] = [token.index, token.index + token[0].length];
    const source = random() < 0.6
      ? text.slice(0, from) + text.slice(to)
      : `${text.slice(0, from)}${pick(["(", "{", "[", ")", "}", "return", "\"", "/*", "`", "if (", "const"])} ${text.slice(from)}`;
    const workspace = opened(source, file.endsWith(".ts") ? "typescript" : "javascript");
    if (!workspace.isBroken(uri)) continue;
    broken += 1;
    const lost = missing(source, applyAll(source, workspace.mend(uri))).filter((word) => word !== "let");
    expect(lost, `${path.relative(root, file)} at ${from}:\n${source.slice(from - 60, from + 60)}`).toEqual([]);
  }
  expect(broken).toBeGreaterThan(often(8, 1500));
});

const heads = `
const i: {|type A = {|let a,|const i = {|f(|[|class A {|type A = { [K|switch (a) {|import {|export {|enum A {|interface A {|function f(|function f<|
type B = [|const [|x = \`\${|for (|if (|new A(|namespace A {|try {|f<|x as|<a>|<a>{|<a |type A<|type A = (|@a(|class { constructor(|class<{|(a,|do {|return|throw
`.trim().split(/\|\n?/);

test.each(["", " /*", "\n/* a", "\n/* a */ /*", "\n`", "\n'", "\n/a", "\n<a"])(
  "no rule fails at what %j cuts off",
  (tail) => {
    let source = "";
    const workspace = createWorkspace({
      languages: [javascript()],
      settings,
      onFailure: (_, { rule, error }) => {
        throw new Error(`${rule} fails at ${JSON.stringify(source)}`, { cause: error });
      },
    });
    for (const head of heads) {
      for (const languageId of ["javascript", "typescript", "typescriptreact"]) {
        source = `function g() {\n  ${head}${tail}`;
        workspace.open({ uri, languageId, version: 1, text: source });
        expect(workspace.alerts(uri).length, source).toBeGreaterThan(0);
        expect(missing(source, applyAll(source, workspace.mend(uri))), source).toEqual([]);
        workspace.close(uri);
      }
    }
  },
);
