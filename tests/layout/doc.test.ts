/** The printing of text that may be broken: what is printed is the same words, and no line is broken that need not be. */
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { group, indent, print, softLine, spaceLine, type Doc } from "../../src/rules/layout/doc.js";

const options = { width: 20, column: 0, base: "", step: "  ", lineBreak: "\n" };
const list = (...elements: Doc[]): Doc => group("(", indent(softLine, elements.flatMap((element, index) => (index === 0 ? [element] : [",", spaceLine, element]))), softLine, ")");

describe("a list", () => {
  test.each<[string, Doc, Partial<typeof options>, string]>([
    ["fits", list("one", "two", "three"), {}, "(one, two, three)"],
    ["just fits with what follows", [list("one", "two", "three"), ";;;"], {}, "(one, two, three);;;"],
    ["does not fit with what follows", [list("one", "two", "three"), ";;;;"], {}, "(\n  one,\n  two,\n  three\n);;;;"],
    ["is broken before the one in it", list("one", list("two", "three"), "four"), {}, "(\n  one,\n  (two, three),\n  four\n)"],
    ["is broken along with the one in it", list("one", list("two", "three", "four"), "five"), {}, "(\n  one,\n  (\n    two,\n    three,\n    four\n  ),\n  five\n)"],
    ["begins further to the right", list("one", "two"), { column: 15 }, "(\n  one,\n  two\n)"],
    ["stands further in", list("one", "two", "three"), { base: "\t", step: "\t", width: 9 }, "(\n\t\tone,\n\t\ttwo,\n\t\tthree\n\t)"],
    ["ends lines as the text does", list("one", "two"), { width: 4, lineBreak: "\r\n" }, "(\r\n  one,\r\n  two\r\n)"],
    ["follows on another that is broken", ["f", list("one", "two", "three", "four"), list("five")], {}, "f(\n  one,\n  two,\n  three,\n  four\n)(five)"],
  ])("that %s", (_, doc, more, expected) => {
    expect(print(doc, { ...options, ...more }).replace(/[ \t]+$/gm, "")).toBe(expected);
  });
});

const word = fc.stringMatching(/^[a-z]{1,9}$/);
const { doc } = fc.letrec<{ doc: Doc }>((tie) => ({
  doc: fc.oneof(
    { depthSize: "small" },
    word,
    fc.constantFrom(softLine, spaceLine),
    fc.array(tie("doc"), { maxLength: 4 }),
    fc.array(tie("doc"), { maxLength: 4 }).map((content) => group(...content)),
    fc.array(tie("doc"), { maxLength: 4 }).map((content) => indent(...content)),
    fc.array(tie("doc"), { minLength: 1, maxLength: 4 }).map((content) => list(...content)),
  ),
}));
const squeezed = (text: string): string => text.replaceAll(/\s+/g, "");

test("whatever the width, the words are the same; and where all fits into it, there is one line", () => {
  fc.assert(
    fc.property(doc, fc.integer({ min: 1, max: 60 }), (one, width) => {
      const flat = print(group(one), { ...options, width: Infinity });
      const printed = print(group(one), { ...options, width });
      expect(flat).not.toContain("\n");
      expect(squeezed(printed)).toBe(squeezed(flat));
      if (flat.length <= width) expect(printed).toBe(flat);
    }),
    { seed: 20, numRuns: 2000 },
  );
});

test("a line that is too long has nothing in it that could be broken", () => {
  fc.assert(
    fc.property(fc.array(fc.array(word, { minLength: 1, maxLength: 5 }), { minLength: 1, maxLength: 5 }), fc.integer({ min: 14, max: 40 }), (rows, width) => {
      const printed = print(list(...rows.map((row) => list(...row))), { ...options, width });
      // A word with its indentation, bracket and comma has at most fourteen characters.
      for (const line of printed.split("\n")) expect(line.length).toBeLessThanOrEqual(width);
    }),
    { seed: 21, numRuns: 1000 },
  );
});

test("nesting beyond reason is no matter of recursion", () => {
  let deep: Doc = "x";
  for (let depth = 0; depth < 20_000; depth += 1) deep = group(deep);
  expect(print(deep, options)).toBe("x");
});
