/** The inside of regular expressions: a table, and random patterns against the engine that runs this. */
import fc from "fast-check";
import { expect, test } from "vitest";
import { parse } from "../../src/languages/javascript/index.js";
import { readMarks, writeMarks } from "../../src/testing/index.js";
import { often } from "../support/files.js";

const faults = (code: string) => parse(code, { module: false, jsx: false }).problems;

test.each([
  "/a|b*?c+?d??e{2}f{2,}g{2,3}?/",
  "/^(?:a)(?=b)(?!c)(?<=d)(?<!e)$/",
  "/(?<pier>a)\\k<pier>/",
  "/\\1(a)/",
  "/\\8\\9\\07/",
  "/]}{/",
  "/a{,3}/",
  "/(?=a)*/",
  "/[a-z\\d-x]/",
  "/\\u{61}\\u0061\\x61\\cA\\0/u",
  "/\\p{Letter}\\P{Script=Greek}/u",
  "/[\\p{L}--[a-z]]/v",
  "/[[a-z]&&[aeiou]]/v",
  "/[\\q{abc|d}]/v",
  "/(?<a>x)|(?<a>y)/",
  "/(?i:a)(?-s:b)(?ms-i:c)/",
  "/\\k/",
  "/[\\b\\-]/u",
  "/[^]/",
  "/\\c/",
  "/(?<$ä>a)/",
])("%s is right", (literal) => {
  expect(faults(`a = ${literal};`)).toEqual([]);
});

test.each([
  ["a = /«(»a/;", "not closed"],
  ["a = /a«)»/;", "closes no group"],
  ["a = /«+»a/;", "nothing here to repeat"],
  ["a = /a**/;".replace("**", "*«*»"), "nothing here to repeat"],
  ["a = /(?<a>x)(?<«a»>y)/;", "is there already"],
  ["a = /«\\1»/u;", "no group 1"],
  ["a = /«\\k<b>»(?<a>x)/;", "no group called `b`"],
  ["a = /«{»/u;", "written as"],
  ["a = /a«{2}»*/u;".replace("«{2}»*", "{2}«*»"), "nothing here to repeat"],
  ["a = /[«z-a»]/;", "turned round"],
  ["a = /[«\\d-z»]/u;", "not to a set"],
  ["a = /«\\a»/u;", "no escape"],
  ["a = /«\\u{110000}»/u;".replace("«\\u{110000}»", "«\\u»{110000}"), "hexadecimal"],
  ["a = /«\\p{Tide}»/u;", "no property"],
  ["a = /a{«3,2»}/;".replace("{«3,2»}", "«{3,2}»"), "smaller number"],
  ["a = /a/«x»;", "no flag `x`"],
  ["a = /a/i«i»;", "twice"],
  ["a = /a/«uv»;", "exclude each other"],
  ["a = /«(?<=a)*»/;", "cannot be repeated"],
  ["a = /«(?i»x)/;", "followed by"],
  ["a = /[a-z«--»b]/v;", "not mixed"],
  ["a = /[«(»]/v;", "written as"],
  ["a = /(?<«1»a>b)/;", "group's name"],
])("%s", (marked, words) => {
  const { code, ranges } = readMarks(marked);
  const found = faults(code);
  expect(writeMarks(code, found)).toBe(writeMarks(code, ranges));
  expect(found[0]!.message).toContain(words);
});

/** Whether the engine that runs this takes a pattern. It knows all but what is newer than it. */
function engineTakes(pattern: string, flags: string): boolean {
  try {
    new RegExp(pattern, flags);
    return true;
  } catch {
    return false;
  }
}

test("random patterns are judged as the engine judges them", () => {
  const piece = fc.constantFrom(
    "a",
    "z",
    "1",
    "-",
    "^",
    "$",
    ".",
    "*",
    "+",
    "?",
    "(",
    ")",
    "[",
    "]",
    "{",
    "}",
    "|",
    "{2}",
    "{2,1}",
    "{1,}",
    "(?:",
    "(?=",
    "(?<=",
    "(?!",
    "(?<n>",
    "\\",
    "\\d",
    "\\b",
    "\\1",
    "\\2",
    "\\k<n>",
    "\\u{61}",
    "\\u0061",
    "\\x4",
    "\\cA",
    "\\p{L}",
    "\\-",
    "\\0",
    "&&",
    "--",
    "[^",
    "\\q{a}",
    "ä",
    "🚢",
    ",",
    "=",
    "!",
    "\\/",
  );
  fc.assert(
    fc.property(
      fc.array(piece, { minLength: 1, maxLength: 9 }),
      fc.constantFrom("", "u", "v", "gi"),
      (pieces, flags) => {
        const pattern = pieces.join("");
        // Such patterns would be a comment, not be closed, or have one name twice, which only a newer engine allows.
        fc.pre(
          !pattern.startsWith("*") &&
            /^(?:[^\\/]|\\.)*$/su.test(pattern) &&
            (pattern.match(/\(\?<n>/g)?.length ?? 0) < 2,
        );
        const mine = faults(`a = /${pattern}/${flags};`);
        fc.pre(!mine.some(({ code }) => code !== "malformed"));
        expect(mine.length === 0, `/${pattern}/${flags} ${mine[0]?.message ?? ""}`).toBe(engineTakes(pattern, flags));
      },
    ),
    { seed: 17, numRuns: often(8_000, 20_000) },
  );
});
