/** Typing deep in long files of every shape: the tree is that of a fresh parse, and what is read again is what lies around the key, also while a bracket, quote, template or tag is open. */
import { describe, expect, test } from "vitest";
import { fuzz } from "../../bench/fuzz-incremental.js";
import { applyAll } from "../../src/index.js";
import { parse, parseOptionsFor, reparse, walk } from "../../src/languages/javascript/index.js";
import { often } from "../support/files.js";
import { placesIn, shapes, typingsFor } from "../support/shapes.js";
import { difference } from "../support/tree.js";

/** More nodes than these are more than a few statements around the key. */
const few = 400;

test.each(shapes)("$name, key by key", { timeout: 600_000 }, (shape) => {
  const options = parseOptionsFor({ uri: `a.${shape.ending}`, languageId: "" });
  let text = shape.make(often(40, 300));
  let tree = parse(text, options);
  const wide: string[] = [];
  const whole: string[] = [];
  let keys = 0;
  const press = (from: number, to: number, insert: string): void => {
    const before = tree.root;
    const edit = { from, to, insert };
    text = applyAll(text, [edit]);
    tree = reparse(tree, edit, text);
    const around = text.slice(Math.max(0, from - 20), from + insert.length);
    if (keys % often(11, 5) === 0) {
      const fresh = parse(text, options);
      expect(difference(tree.root, fresh.root), around).toBeUndefined();
      expect(tree.problems, around).toEqual(fresh.problems);
    }
    let count = tree.root === before ? 0 : Infinity;
    for (const part of tree.change?.added ?? []) walk(part, () => void (count += 1));
    if (count > few) wide.push(around);
    if (tree.isReadWhole === true) whole.push(around);
    keys += 1;
  };
  for (const { at, indent } of placesIn(shape, text)) {
    for (const { keys: typed } of typingsFor(shape, indent)) {
      let end = at;
      for (const key of typed) {
        if (key === "\b") press((end -= 1), end + 1, "");
        else {
          press(end, end, key);
          end += key.length;
        }
      }
      for (const middle = (at + end) >> 1; end > middle; end -= 1) press(end - 1, end, "");
      press(at, end, "");
    }
  }
  // What was known of all that did not change is kept, even where more had to be read.
  expect(wide).toEqual([]);
  expect(whole.length / keys, whole.join("\n---\n")).toBeLessThan(0.02);
});

test("random edits of every shape", { timeout: 600_000 }, () => {
  for (const [index, { name, ending, make }] of shapes.entries()) {
    expect(fuzz(`${name}.${ending}`, make(250), often(5, 60), 70 + index).fault, name).toBeUndefined();
  }
});

describe("what lacks its counterpart is marked where it stands, and the rest goes on being read", () => {
  const around = (inner: string): string =>
    `(function () {\n  first();\n${inner}\n  function sail() {\n    return tide;\n  }\n  last();\n})();\n`;
  test.each<[string, string, RegExp, number]>([
    ["a block that is open", around("  if (tide) {\n    moor();"), /^`\}` is missing to close/, 1],
    ["a function and a block in it", around("  function count() {\n    if (tide) {"), /^`\}` is missing to close/, 1],
    [
      "a closer whose opener was deleted",
      around("    moor();\n  }\n  go();").replace("  }\n  go", "    }\n  go"),
      /closes nothing/,
      1,
    ],
    ["an object in an argument", around("  moor({ tide: 1"), /is missing to close/, 1],
    ["a list", around("  const a = [1, 2"), /is missing to close the list/, 1],
    ["a comment", around("  /* of the tides"), /^This comment has no end/, 1],
    [
      "a template, with others behind it",
      `${around("  moor(\`of the")}sail(\`\${tide} high\`);\n`,
      /^This text has no end: put a backtick/,
      2,
    ],
    ["a template, the only one", around("  const a = `of"), /^This text has no end: put a backtick/, 1],
  ])("%s", (_, code, message, most) => {
    const { root, problems } = parse(code, parseOptionsFor({ uri: "a.js", languageId: "" }));
    expect(problems.map((problem) => problem.message).join("\n")).toMatch(message);
    expect(problems.length).toBeLessThanOrEqual(most);
    const calls: string[] = [];
    walk(root, (node) => {
      if (node.type === "CallExpression" && node.parent?.parent?.parent?.type === "FunctionExpression") {
        calls.push(code.slice(node.start, node.end));
      }
      if (node.type === "FunctionDeclaration") calls.push("function");
    });
    expect(calls).toContain("last()");
    expect(calls).toContain("function");
  });
});

test.each(
  [
    // The line that holds a list's closer came to be indented otherwise.
    ["one class of methods", 506],
    // Nothing was wrong any more but what the indentation had told.
    ["a tree of markup", 509],
    ["a tree of markup", 530],
  ] as const,
)("edits that once came out otherwise than fresh: %s, %i", (name, seed) => {
  const { ending, make } = shapes.find((shape) => shape.name === name)!;
  expect(fuzz(`${name}.${ending}`, make(120), 40, seed).fault).toBeUndefined();
});
