/** The printing of text that may be broken: what is printed is the same words, and no line is broken that need not be. */
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import {
  bracketGroup,
  choice,
  continuation,
  either,
  fill,
  group,
  hardLine,
  indent,
  inserted,
  leaf,
  sequence,
  softLine,
  spaceLine,
  type Doc,
} from "../../src/layout/doc.js";
import { printDoc } from "../../src/layout/printer.js";
import { applyAll } from "../../src/text/edit.js";
import { Text } from "../../src/text/text.js";

const options = { width: 20, base: "", step: "  ", lineBreak: "\n" };

/** Makes a doc of words, each of which comes to stand behind those before it in a source. */
type Plan = (word: (text: string) => Doc) => Doc;

/** The words of a doc with what belongs between them. */
function print(plan: Plan, more: Partial<typeof options> = {}): string {
  let source = "";
  const doc = plan((text) => {
    const one = leaf(source.length, text);
    source += text;
    return one;
  });
  return applyAll(source, printDoc(doc, { ...options, ...more, text: Text.of(source) }).gaps);
}

type Nested = string | readonly Nested[];

/** Nested lists in round brackets. */
const list = (elements: Nested, isKept = false): Plan => (word) => {
  if (typeof elements === "string") return word(elements);
  const open = word("(");
  const inner = elements.flatMap(
    (element, index) => (index === 0 ? [list(element)(word)] : [word(","), spaceLine, list(element)(word)]),
  );
  return bracketGroup(sequence(open, indent(softLine, ...inner), softLine, word(")")), { isBroken: isKept });
};
const row = (...plans: readonly Plan[]): Plan => (word) => sequence(...plans.map((plan) => plan(word)));
const words = (text: string): Plan => (word) => word(text);

describe("a list", () => {
  test.each<[string, Plan, Partial<typeof options>, string]>([
    ["fits", list(["one", "two", "three"]), {}, "(one, two, three)"],
    ["just fits with what follows", row(list(["one", "two", "three"]), words(";;;")), {}, "(one, two, three);;;"],
    [
      "does not fit with what follows",
      row(list(["one", "two", "three"]), words(";;;;")),
      {},
      "(\n  one,\n  two,\n  three\n);;;;",
    ],
    [
      "is broken before the one in it",
      list(["one", ["two", "three"], "four"]),
      {},
      "(\n  one,\n  (two, three),\n  four\n)",
    ],
    [
      "is broken along with the one in it",
      list(["one", ["two", "three", "four"], "five"]),
      {},
      "(\n  one,\n  (\n    two,\n    three,\n    four\n  ),\n  five\n)",
    ],
    [
      "stands further in",
      list(["one", "two", "three"]),
      { base: "\t", step: "\t", width: 9 },
      "(\n\t\tone,\n\t\ttwo,\n\t\tthree\n\t)",
    ],
    ["ends lines as the text does", list(["one", "two"]), { width: 4, lineBreak: "\r\n" }, "(\r\n  one,\r\n  two\r\n)"],
    [
      "follows on another that is broken",
      row(words("f"), list(["one", "two", "three", "four"]), list(["five"])),
      {},
      "f(\n  one,\n  two,\n  three,\n  four\n)(five)",
    ],
    ["stays broken", list(["one"], true), {}, "(\n  one\n)"],
  ])("that %s", (_, doc, more, expected) => {
    expect(print(doc, more)).toBe(expected);
  });
});

describe("other docs", () => {
  test.each<[string, Plan, string]>([
    [
      "fill as much as fits",
      (word) => fill(
        "one two three four five six"
          .split(" ")
          .flatMap((text, index) => (index === 0 ? [word(text)] : [spaceLine, word(text)])),
      ),
      "one two three four\nfive six",
    ],
    [
      "break where a line end is",
      (word) => group(word("a"), spaceLine, word("b"), hardLine(1), word("c")),
      "a\nb\n\nc",
    ],
    [
      "end a broken list with a comma",
      (word) => bracketGroup(
        sequence(word("("), indent(softLine, word("one"), either(inserted(","), sequence())), softLine, word(")")),
        { isBroken: true },
      ),
      "(\n  one,\n)",
    ],
    [
      "go on behind an operator",
      (word) => sequence(word("name ="), continuation(word("short"), "next-line")),
      "name = short",
    ],
    [
      "go on in the next line",
      (word) => sequence(word("name ="), continuation(word("fifteen-letters"), "next-line")),
      "name =\n  fifteen-letters",
    ],
    [
      "stay where nothing is won",
      (word) => sequence(word("name ="), continuation(word("more-than-twenty-letters"), "next-line")),
      "name = more-than-twenty-letters",
    ],
    [
      "go inside where they can",
      (word) => sequence(word("name ="), continuation(list(["fifteen-letters"])(word), "inside")),
      "name = (\n  fifteen-letters\n)",
    ],
    [
      "take a way that fits",
      (word) => {
        const one = word("f");
        const short = list(["x", "y"], true)(word);
        return sequence(one, choice(short, short));
      },
      "f(\n  x,\n  y\n)",
    ],
  ])("%s", (_, doc, expected) => {
    expect(print(doc)).toBe(expected);
  });
});

const word = fc.stringMatching(/^[a-z]{1,9}$/);
const { plan } = fc.letrec<{ plan: Plan }>((tie) => ({
  plan: fc.oneof(
    { depthSize: "small" },
    word.map(words),
    fc.constantFrom<Plan>(() => softLine, () => spaceLine),
    fc.array(tie("plan"), { maxLength: 4 }).map((plans) => row(...plans)),
    fc.array(tie("plan"), { maxLength: 4 }).map((plans): Plan => (place) => group(row(...plans)(place))),
    fc.array(tie("plan"), { maxLength: 4 }).map((plans): Plan => (place) => indent(row(...plans)(place))),
    fc.array(tie("plan"), { maxLength: 4 }).map((plans): Plan => (place) => fill(
      plans.flatMap((one, index) => (index === 0 ? [one(place)] : [spaceLine, one(place)])),
    )),
    tie("plan").map((one): Plan => (place) => continuation(one(place), "inside")),
  ),
}));
const squeezed = (text: string): string => text.replaceAll(/\s+/g, "");
const within = (one: Plan): Plan => (place) => sequence(place("<"), group(one(place)), place(">"));

test("whatever the width, the words are the same; and where all fits into it, there is one line", () => {
  fc.assert(
    fc.property(plan, fc.integer({ min: 1, max: 60 }), (one, width) => {
      const flat = print(within(one), { width: Infinity });
      const printed = print(within(one), { width });
      expect(flat).not.toContain("\n");
      expect(squeezed(printed)).toBe(squeezed(flat));
      if (flat.length <= width) expect(printed).toBe(flat);
    }),
    { seed: 20, numRuns: 2000 },
  );
});

test("a line that is too long has nothing in it that could be broken", () => {
  fc.assert(
    fc.property(
      fc.array(fc.array(word, { minLength: 1, maxLength: 5 }), { minLength: 1, maxLength: 5 }),
      fc.integer({ min: 14, max: 40 }),
      (rows, width) => {
        const printed = print(list(rows), { width });
        // A word with its indentation, bracket and comma has at most fourteen characters.
        for (const line of printed.split("\n")) expect(line.length).toBeLessThanOrEqual(width);
      },
    ),
    { seed: 21, numRuns: 1000 },
  );
});

test("nesting beyond reason is no matter of recursion", () => {
  expect(
    print((place) => {
      let deep = place("x");
      for (let depth = 0; depth < 20_000; depth += 1) deep = group(deep);
      return sequence(deep, place("y"));
    }),
  ).toBe("xy");
});
