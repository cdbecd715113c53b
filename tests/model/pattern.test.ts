/** Patterns that run away: what is read and matched is what JavaScript reads and matches, and what is told grows as it is told. */
import fc from "fast-check";
import { expect, test } from "vitest";
import type { PatternOptions } from "../../src/model/pattern/items.js";
import { search } from "../../src/model/pattern/match.js";
import { readPattern } from "../../src/model/pattern/read.js";
import { runawayOf } from "../../src/model/pattern/runaway.js";
import { often } from "../support/files.js";

const javascript: PatternOptions = { dialect: "plain", flags: "" };
const codes = (text: string): number[] => [...text].map((sign) => sign.codePointAt(0)!);

const { pattern: drawn } = fc.letrec<{ pattern: string; part: string; atom: string }>((tie) => ({
  pattern: fc.array(tie("part"), { minLength: 1, maxLength: 3 }).map((parts) => parts.join("")),
  part: fc.tuple(tie("atom"), fc.constantFrom("", "", "", "*", "+", "?", "*?", "{2}", "{1,2}"))
    .map(([atom, count]) => atom + count),
  atom: fc.oneof(
    { depthSize: "small" },
    fc.constantFrom("a", "b", ".", "\\w", "\\d", "[ab]", "[^a]", "[a-c0]", "\\n", "\\x61"),
    tie("pattern").map((inner) => `(${inner})`),
    tie("pattern").map((inner) => `(?:${inner})`),
    fc.tuple(tie("pattern"), tie("pattern")).map(([one, other]) => `(?:${one}|${other})`),
    fc.tuple(fc.constantFrom("?=", "?!", "?<=", "?<!"), tie("pattern"), tie("atom"))
      .map(
        ([look, inner, then]) => `(?:(${look}${inner})${then})`,
      ),
  ),
}));

test("a pattern is found where JavaScript finds it", () => {
  const text = fc.string({ unit: fc.constantFrom("a", "b", "c", "0", "\n"), maxLength: 8 });
  fc.assert(
    fc.property(
      drawn,
      fc.constantFrom("", "^", "\\b"),
      fc.constantFrom("", "$", "\\B"),
      fc.constantFrom("", "i", "m", "s"),
      text,
      (inner, head, tail, flags, sample) => {
        const source = `${head}${inner}${tail}`;
        const pattern = readPattern(source, { dialect: "plain", flags });
        expect(pattern, source).toBeDefined();
        const found = search(pattern!, codes(sample), 200_000);
        if (found !== undefined) {
          expect(found.isFound, `/${source}/${flags} in ${JSON.stringify(sample)}`).toBe(
            new RegExp(source, flags).test(sample),
          );
        }
      },
    ),
    { numRuns: often(2000, 200_000), seed: 11 },
  );
});

test.each([
  "(a+)+$",
  "(a*)*b",
  "^(a|a)*$",
  "^(\\w+\\s?)*$",
  "(x+x+)+y",
  "(a?b?)*c",
  "^(?:[^\"\\\\]|\\\\.|\\w)*\"",
  "(\\d+,?)+;",
  "^(a{1,20}){1,20}$",
  "(?=(a+)+b)c",
  "^(?:\\w|\\d)+!$",
  "^(?:\\s|#.*)*$",
  "((ab)*)+c",
])("%s runs away: each turn at least doubles the steps", (source) => {
  const runaway = runawayOf(source, javascript)!;
  expect(runaway).toBeDefined();
  const { prefix, turn, suffix } = runaway;
  const pattern = readPattern(source, javascript)!;
  const steps = [1, 2, 3, 4].map(
    (count) => search(pattern, codes(prefix + turn.repeat(count) + suffix), 50_000_000)!.steps,
  );
  // What is before the turns costs the same each time.
  for (const [index, more] of steps.slice(2).entries()) {
    expect(more - steps[index + 1]!).toBeGreaterThanOrEqual(1.9 * (steps[index + 1]! - steps[index]!));
  }
});

test.each([
  "a+b",
  "(a+)+",
  "(?:a?)*",
  "(.*)*",
  "^\\s*(.*?)\\s*$",
  "\\d+(?:\\.\\d+)*",
  "^(?:[^\"\\\\]|\\\\.)*$",
  "[a-z]+(?:-[a-z]+)*",
  "<!--(?:[^-]|-(?!->))*-->",
  "^(?:\\s|#.*(?!.))*$",
  "(a+){2}b",
  "(?<year>\\d{4})-\\k<year>",
  "[unclosed",
])("%s does not", (source) => {
  expect(runawayOf(source, javascript)).toBeUndefined();
});

test.each(["(?P<name>a+)+b", "(a+)+\\Z", "(?#never)(a|a)*b", "[]a]+(?:[]a]+)*b"])(
  "%s of Python runs away",
  (source) => {
    expect(runawayOf(source, { dialect: "extended", flags: "" })).toBeDefined();
  },
);

test.each(["(?>a+)+b", "(a++)+b", "(?i)(a+)+b", "(?P=gone)(a+)+b"])("of %s nothing is said", (source) => {
  expect(runawayOf(source, { dialect: "extended", flags: "" })).toBeUndefined();
});

test("a pattern of many parts is looked at in a bounded number of steps", () => {
  const source = `^(?:${Array.from({ length: 60 }, (_, index) => `(?:a|b|c${index})*d?`).join("")})$`;
  expect(runawayOf(source, javascript)).toBeUndefined();
});
