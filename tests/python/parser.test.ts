/** Reading Python, beside Python itself: its own library and its own tests are the programs, and what it rejects we reject. */
import { spawnSync } from "node:child_process";
import { describe, expect, test } from "vitest";
import { reparse } from "../../src/languages/python/incremental/reparse.js";
import { inOrder, parse, type PythonTree } from "../../src/languages/python/parser/index.js";
import { readMarks, writeMarks } from "../../src/testing/index.js";
import { Text } from "../../src/text/text.js";
import { randomFrom } from "../support/edits.js";
import { filesBelow, often } from "../support/files.js";
import { difference, shapeFaults } from "../support/tree.js";
import { asAst } from "./as-ast.js";
import { ask, interpreter } from "./ask.js";
import { longDisplay, pythonEdit } from "./edits.js";

const version = /3\.(\d+)/.exec(spawnSync(interpreter, ["--version"], { encoding: "utf8" }).stdout)!;
const options = { edition: 300 + Number(version[1]), isStub: false, isPackage: false };
const library = `/usr/lib/python${version[0]}`;

interface View {
  readonly text: string;
  readonly fault?: string;
  readonly nodes?: readonly (readonly [string, number, number])[];
}

/** Files of the library, a part of them by turns. */
const files = filesBelow(library, /\.py$/).filter((_, index) => index % often(24, 1) === 0);
const views = ask<View>(files);
const programs = views.filter(({ fault }) => fault === undefined).map(({ text }) => text);

test("trees have the kinds and places that Python gives them", () => {
  let compared = 0;
  for (const [index, { text, nodes, fault }] of views.entries()) {
    if (fault !== undefined) continue;
    const { root: tree, problems } = parse(text, options);
    expect(problems, files[index]).toEqual([]);
    expect(shapeFaults(tree, text.length), files[index]).toEqual([]);
    const theirs = new Set(nodes!.map((one) => one.join(" ")));
    const mine = asAst(tree, text);
    const known = new Set(mine);
    // The `;` behind the last statement of a block is taken for a part of it there.
    const isOdd = (one: string): boolean => {
      const [type, from, to] = one.split(" ");
      return text[Number(to) - 1] === ";" && known.has([type, from, Number(to) - 1].join(" "));
    };
    expect(
      mine.filter(
        (one) => !theirs.has(one) &&
          ![...theirs].some((other) => isOdd(other) && other.startsWith(one.slice(0, one.lastIndexOf(" ") + 1))),
      ),
      files[index],
    ).toEqual([]);
    expect([...theirs].filter((one) => !known.has(one) && !isOdd(one)), files[index]).toEqual([]);
    compared += theirs.size;
  }
  expect(compared).toBeGreaterThan(often(18_000, 50_000));
});

const token = /"""[^]*?"""|'''[^]*?'''|"(?:\\.|[^"\\\n])*"|'(?:\\.|[^'\\\n])*'|[A-Za-z_]\w*|\d[\w.]*|\*\*=?|\/\/=?|>>=?|<<=?|[-+*/%@&|^=<>!:]=|->|[^\s\w]/g;

/** A piece of a program with one token less, one more, or another. */
function mutant(random: () => number): { code: string; before: string; at: number } | undefined {
  const pick = <One>(list: readonly One[]): One => list[Math.floor(random() * list.length)]!;
  const lines = pick(programs).split("\n");
  const starts = lines.flatMap(
    (line, index) => (/^(?:def|class|async def|import|from|@|[a-z_]+ =)/.test(line) ? [index] : []),
  );
  if (starts.length < 3) return undefined;
  const first = pick(starts);
  const last = starts.find((start) => start >= first + 10) ?? lines.length;
  const before = `${lines.slice(first, last).join("\n")}\n`;
  const tokens = [...before.matchAll(token)];
  if (last - first > 100 || tokens.length < 8 || /[\t#]/.test(before)) return undefined;
  const { index, 0: word } = pick(tokens);
  const other = pick(tokens)[0];
  const turn = random();
  const insert = turn < 0.6 ? "" : turn < 0.8 ? `${other} ` : other;
  return {
    code: before.slice(0, index) + insert + before.slice(index + (turn >= 0.6 && turn < 0.8 ? 0 : word.length)),
    before,
    at: index,
  };
}

test("what Python rejects is told, near where it is; what it accepts is not", () => {
  const random = randomFrom(19);
  const all: NonNullable<ReturnType<typeof mutant>>[] = [];
  while (all.length < often(500, 20_000)) {
    const one = mutant(random);
    if (one !== undefined) all.push(one);
  }
  const verdicts = ask<string | null>(all.flatMap(({ code, before }) => [{ code: before }, { code }]));
  const wrong: string[] = [];
  let rejected = 0;
  let near = 0;
  let few = 0;
  for (const [index, { code, at }] of all.entries()) {
    if (verdicts[2 * index] !== null) continue;
    const { problems } = parse(code, options);
    const verdict = verdicts[2 * index + 1]!;
    if ((verdict === null) !== (problems.length === 0)) wrong.push(`${verdict ?? problems[0]!.message}: ${code}`);
    if (verdict === null || problems.length === 0) continue;
    rejected += 1;
    const words = [...code.matchAll(token)].map((one) => one.index);
    const place = (offset: number): number => words.findIndex((word) => word >= offset);
    if (problems.some(
      ({ from, seen }) => Math.min(Math.abs(place(from) - place(at)), Math.abs(place(seen) - place(at))) <= 3,
    )) near += 1;
    if (problems.length <= 3) few += 1;
  }
  expect(rejected).toBeGreaterThan(all.length / 3);
  // What hangs on the scopes of names is told by rules.
  expect(wrong.length / all.length, wrong.slice(0, 3).join("\n\n")).toBeLessThan(0.004);
  expect(near / rejected).toBeGreaterThan(0.9);
  expect(few / rejected).toBeGreaterThan(0.95);
});

test("a text that is read again after an edit has the tree and the problems of one that is read anew", () => {
  const random = randomFrom(91);
  for (let turn = 0; turn < often(18, 3000); turn += 1) {
    const lines = programs[Math.floor(random() * programs.length)]!.split("\n");
    const first = Math.floor(random() * lines.length);
    let text = Text.of(turn % 3 === 0 ? longDisplay(random) : lines.slice(first, first + 60).join("\n"));
    let tree: PythonTree = parse(text.value, options);
    for (let count = 0; count < 25; count += 1) {
      const edit = pythonEdit(text.value, random);
      const before = text.value;
      text = text.apply(edit);
      tree = reparse(tree, edit, text);
      const fresh = parse(text.value, options);
      const said = JSON.stringify(edit) + before;
      expect(difference(tree.root, fresh.root), said).toBeUndefined();
      expect(inOrder(tree.problems).map(({ from, to, message }) => [from, to, message]), said).toEqual(
        inOrder(fresh.problems).map(({ from, to, message }) => [from, to, message]),
      );
    }
  }
});

describe("one mistake is one alert, and the rest is read", () => {
  test.each<[string, string, string]>([
    ["a missing colon", "def moor(berth)«»\n    return berth\n", "`:` is missing"],
    ["a missing colon in a chain", "if tide > 3:\n    sail()\nelse«»\n    wait()\n", "`:` is missing"],
    ["a missing closer before a header's colon", "def moor(berth«»:\n    return berth\n", "`)` is missing"],
    ["a missing closer at the end of a line", "print(fare(1, 2)«»\ntide = 3\n", "`)` is missing"],
    ["a missing closer before a definition", "berths = [1, 2«»\n\n\ndef moor():\n    pass\n", "`]` is missing"],
    ["a missing comma", "berths = [1«» 2]\n", "`,` is missing"],
    ["a missing value", "tide =«»\nsail()\n", "A value is missing"],
    ["a missing block", "def moor():«»\n\n\ndef sail():\n    pass\n", "What is to be done is missing"],
    ["a missing mark of a text", "pier = «\"North»\nsail()\n", "a text ends on the line it begins on"],
    ["a line further in", "tide = 3\n«    »sail()\n", "further in"],
    ["a line at no column", "if tide:\n        sail()\n«    »moor()\n", "at which no block"],
    ["an assignment for a comparison", "if tide «=» 3:\n    sail()\n", "`==` compares"],
    ["else if", "if tide:\n    sail()\n«else if» wind:\n    moor()\n", "`elif`"],
    ["a header without its word", "class Ferry:\n    «»moor(self):\n        return 1\n", "A word like `def`"],
    ["an import without its word", "«»ferries import Tern\n", "`from` is missing"],
    ["print as it was", "print«» \"moored\"\n", "`print` is a function"],
    ["return outside of a function", "tide = 3\n«return» tide\n", "only in functions"],
    ["await in a plain function", "def sail():\n    «await» tide()\n", "`async def`"],
    ["break outside of a loop", "if tide:\n    «break»\n", "only in loops"],
    ["a value given to a call", "«fare()» = 3\n", "A call cannot be given a value"],
    ["a parameter named twice", "def moor(berth, «berth»):\n    pass\n", "named twice"],
    ["a parameter without a default", "def moor(berth=1, «pier»):\n    pass\n", "needs a default"],
    ["a name behind those with names", "moor(berth=1, «2»)\n", "stands before those with one"],
    ["a key without a value", "tides = {\"low\": 1, \"high\"«»}\n", "`:` and a value"],
    ["an empty part of a formatted text", "print(f\"at «{»}\")\n", "A value is missing in the braces"],
    ["a brace too many in a formatted text", "print(f\"at «}»\")\n", "`}}`"],
    ["a decorator of nothing", "«@timed»\ntide = 3\n", "A function or class is missing"],
    ["an import that comes too late", "tide = 3\n«from __future__ import annotations»\n", "very top"],
    ["a star before what a loop goes through", "for berth in «*berths»:\n    moor(berth)\n", "`*` unpacks"],
    ["except without try", "tide = 3\n«except» ValueError:\n    pass\n", "no `try`"],
    ["a whole number with a nought before it", "berth = «007»\n", "does not begin with `0`"],
  ])("%s", (_, marked, message) => {
    const { code } = readMarks(marked);
    const { problems, root: tree } = parse(code, { ...options, edition: 314 });
    expect(writeMarks(code, problems)).toBe(marked);
    expect(problems[0]!.message).toContain(message);
    expect(shapeFaults(tree, code.length)).toEqual([]);
  });
});

// Where each closer looks for something in all of the text before it, this takes minutes.
test("a text of many lines is read in a time that grows with them", { timeout: 60_000 }, () => {
  const text = "moor(tide(1), [1, 2])\nsail(\n    a,\n    b)\n".repeat(20_000);
  const { root, problems } = parse(text, options);
  expect(root.body).toHaveLength(40_000);
  expect(problems).toEqual([]);
});
