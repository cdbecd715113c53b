/** A whole new text, as some editors send it, becomes edits of the lines that differ: made one after the other they give it. */
import fc from "fast-check";
import { expect, test } from "vitest";
import { Text } from "../../src/index.js";
import { wholeText } from "../../src/server/whole-text.js";

const lines = fc.array(fc.constantFrom("a\n", "b\n", "\r\n", "tide", "🚢\n", "pier\r", ""), { maxLength: 30 });

test("the edits give the new text", () => {
  fc.assert(
    fc.property(lines, lines, (before, after) => {
      const old = Text.of(before.join(""));
      const made = wholeText(old, after.join("")).reduce((text, edit) => text.apply(edit), old);
      expect(made.value).toBe(after.join(""));
    }),
    { seed: 5, numRuns: 400 },
  );
});

test("two places far apart are two small edits, and nothing is none", () => {
  const text = Array.from({ length: 1000 }, (_, index) => `sail(${index});\n`).join("");
  const edits = wholeText(Text.of(text), text.replace("sail(3)", "moor(3)").replace("sail(900)", "moor(900)"));
  expect(edits.map(({ insert }) => insert)).toEqual([
    "moor",
    "moor(3);\n",
  ]);
  expect(Math.max(...edits.map(({ from, to }) => to - from))).toBeLessThan(20);
  expect(wholeText(Text.of(text), text)).toEqual([]);
});
