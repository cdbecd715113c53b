/** How calm the parser is when one token is taken out of a real file. */
import path from "node:path";
import { expect, test } from "vitest";
import { parse, parseOptionsFor } from "../../src/languages/javascript/index.js";
import { randomFrom } from "../support/edits.js";
import { filesBelow, often, read, root } from "../support/files.js";
import { roughTokens } from "../support/tokens.js";
import { shapeFaults } from "../support/tree.js";

const files = [
  ...filesBelow(path.join(root, "src"), /\.ts$/),
  ...filesBelow(path.join(root, "examples/harbour"), /\.(?:js|jsx|mjs|cjs)$/),
  ...filesBelow(path.join(root, "examples/playground/src"), /\.tsx?$/),
  ...filesBelow(path.join(root, "node_modules/rxjs/src"), /\.ts$/),
  ...filesBelow(path.join(root, "node_modules/commander/lib"), /\.js$/),
];
const sources = files.map((file) => ({
  text: read(file),
  options: parseOptionsFor({ uri: file, languageId: "" }),
})).filter(({ text }) => text.length > 300 && text.length < 100_000);

test("one token less gives few alerts, and the first is near", { timeout: 600_000 }, () => {
  const random = randomFrom(20_261_125);
  // So many that another file in the project is not what decides.
  const runs = often(120, 6000);
  let few = 0;
  let alerted = 0;
  let near = 0;
  for (let i = 0; i < runs; i += 1) {
    const { text, options } = sources[Math.floor(random() * sources.length)]!;
    const tokens = roughTokens(text);
    const { at, token } = tokens[Math.floor(random() * tokens.length)]!;
    const broken = text.slice(0, at) + text.slice(at + token.length);
    const { root: tree, problems } = parse(broken, options);
    if (i % 10 === 0) expect(shapeFaults(tree, broken.length)).toEqual([]);
    if (problems.length <= 3) few += 1;
    if (problems.length === 0) continue;
    alerted += 1;
    const lineOf = (offset: number): number => broken.slice(0, offset).split("\n").length;
    if (Math.abs(lineOf(problems[0]!.from) - lineOf(at)) <= 1) near += 1;
  }
  console.log(`at most 3 alerts in ${((100 * few) / runs).toFixed(1)} %; the first within a line of the damage in ${((100 * near) / alerted).toFixed(1)} % of ${alerted}`);
  expect(few / runs).toBeGreaterThanOrEqual(0.95);
  expect(near / alerted).toBeGreaterThanOrEqual(0.9);
});

test("a loop without its head covers its body", () => {
  for (const text of ["for{", "for { go(); }\nlast();\n"]) {
    expect(shapeFaults(parse(text, { module: true, jsx: false }).root, text.length)).toEqual([]);
  }
});

test("tokens swapped, doubled and cut out give a tree that covers the text", () => {
  const random = randomFrom(4);
  for (let i = 0; i < 1200; i += 1) {
    const { text, options } = sources[Math.floor(random() * sources.length)]!;
    const tokens = roughTokens(text);
    const pick = () => tokens[Math.floor(random() * tokens.length)]!;
    const [a, b] = [pick(), pick()].sort((x, y) => x.at - y.at) as [ReturnType<typeof pick>, ReturnType<typeof pick>];
    const between = text.slice(a.at + a.token.length, b.at);
    const kind = i % 3;
    const broken = kind === 0 && a.at < b.at
      ? text.slice(0, a.at) + b.token + between + a.token + text.slice(b.at + b.token.length)
      : kind === 1
        ? text.slice(0, a.at) + a.token + b.token + text.slice(a.at)
        : text.slice(0, a.at) + text.slice(Math.min(b.at, a.at + 400));
    expect(shapeFaults(parse(broken, options).root, broken.length)).toEqual([]);
  }
});
