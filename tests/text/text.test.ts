import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { applyAll, difference, offsetAt, positionAt, Text, type PositionEncoding } from "../../src/index.js";
import { Composition } from "../../src/remedy/compose.js";

const fixed = { seed: 20_261_125, numRuns: 400 };
const pieces = fc.array(
  fc.constantFrom("a", "bc", "\n", "\r", "\r\n", "é", "⛴", "🚢", " ", "\u2028", "x".repeat(9000)),
  { maxLength: 40 },
)
  .map((list) => list.join(""));

/** Line starts by the plainest means there are. */
function plainStarts(text: string): number[] {
  return [0, ...[...text.matchAll(/\r\n|\n|\r/g)].map((match) => match.index + match[0].length)];
}

const startsOf = (text: Text): number[] =>
  Array.from({ length: text.lines.lineCount }, (_, line) => text.lines.startOf(line));

test("the line index of an edited text is that of a new one", () => {
  fc.assert(
    fc.property(pieces, fc.array(fc.tuple(fc.nat(), fc.nat(), pieces), { maxLength: 6 }), (start, edits) => {
      let text = Text.of(start);
      for (const [a, b, insert] of edits) {
        const [from, to] = [a % (text.length + 1), b % (text.length + 1)].sort((x, y) => x - y) as [number, number];
        text = text.apply({ from, to, insert });
        expect(startsOf(text)).toEqual(plainStarts(text.value));
        for (const word of ["bc", "a"]) {
          expect(text.occurrences(word)).toEqual(
            [...text.value.matchAll(new RegExp(word, "g"))].map(({ index }) => index),
          );
        }
        expect(text.lines.lineAt(from)).toBe(plainStarts(text.value).findLastIndex((at) => at <= from));
      }
    }),
    { ...fixed, numRuns: 150 },
  );
});

test("many small edits leave no more blocks than a text of that size needs", () => {
  let text = Text.of("const tide = 3;\n".repeat(4000));
  for (let i = 0; i < 4000; i += 1) {
    text = text.apply({ from: (i * 7919) % text.length, to: (i * 7919) % text.length, insert: "x" });
  }
  const { blocks } = text.lines as unknown as { blocks: unknown[] };
  expect(blocks.length).toBeLessThan((text.length / 4096) * 2.2);
});

describe("positions", () => {
  const text = "ferry\r\n⛴ 🚢é\rlast";
  test.each<[PositionEncoding, number, number, number]>([
    ["utf-16", 9, 1, 2],
    ["utf-16", 11, 1, 4],
    ["utf-8", 9, 1, 4],
    ["utf-8", 11, 1, 8],
    ["utf-8", 12, 1, 10],
    ["utf-32", 11, 1, 3],
    ["utf-32", 12, 1, 4],
    ["utf-16", 13, 2, 0],
    ["utf-8", 17, 2, 4],
  ])("%s: offset %i is %i:%i", (encoding, offset, line, character) => {
    const snapshot = Text.of(text);
    expect(positionAt(snapshot, offset, encoding)).toEqual({ line, character });
    expect(offsetAt(snapshot, { line, character }, encoding)).toBe(offset);
  });

  test.each<[string, number, number, PositionEncoding, number]>([
    ["past the end of a line", 0, 99, "utf-16", 5],
    ["past the last line", 9, 0, "utf-16", 17],
    ["past the end of the last line", 2, 50, "utf-8", 17],
    ["inside a character of two units", 1, 5, "utf-8", 9],
    ["before the first line", -1, 3, "utf-16", 0],
  ])("%s is moved to a place that exists", (_, line, character, encoding, offset) => {
    expect(offsetAt(Text.of(text), { line, character }, encoding)).toBe(offset);
  });

  test("every offset at a character's start comes back", () => {
    fc.assert(
      fc.property(
        pieces,
        fc.constantFrom<PositionEncoding>("utf-8", "utf-16", "utf-32"),
        fc.nat(),
        (value, encoding, n) => {
          const snapshot = Text.of(value);
          let offset = n % (value.length + 1);
          if (/[\udc00-\udfff]/.test(value[offset] ?? "")) offset -= 1;
          // The middle of a `\r\n` is no place of its own.
          if (value[offset] === "\n" && value[offset - 1] === "\r") offset -= 1;
          expect(offsetAt(snapshot, positionAt(snapshot, offset, encoding), encoding)).toBe(offset);
        },
      ),
      fixed,
    );
  });
});

test.each([["a\nb", "\n"], ["a\r\nb", "\r\n"], ["a\rb", "\r"], ["ab", "\n"]])(
  "%j uses the line end %j",
  (value, lineBreak) => {
    expect(Text.of(value).lineBreak).toBe(lineBreak);
  },
);

test("an edit outside the text is refused", () => {
  expect(() => Text.of("tide").apply({ from: 2, to: 9, insert: "" })).toThrow(RangeError);
  expect(() => applyAll("tide", [{ from: 0, to: 2, insert: "" }, { from: 1, to: 3, insert: "" }])).toThrow(RangeError);
});

test("a difference turns one text into the other and cuts no character", () => {
  fc.assert(
    fc.property(pieces, pieces, (before, after) => {
      const edit = difference(before, after);
      expect(edit === undefined ? before : applyAll(before, [edit])).toBe(after);
      if (edit) {
        expect([before[edit.from - 1] ?? "", before[edit.to - 1] ?? ""].join("")).not.toMatch(/[\ud800-\udbff]$/);
      }
    }),
    fixed,
  );
});

test("rounds of edits compose to one", () => {
  const edit = fc.tuple(fc.nat(), fc.nat(3), fc.constantFrom("", "x", "yz"));
  fc.assert(
    fc.property(fc.string({ maxLength: 12 }), fc.array(edit, { maxLength: 6 }), (start, rounds) => {
      const composition = new Composition(start.length);
      let text = start;
      for (const [a, length, insert] of rounds) {
        const from = a % (text.length + 1);
        const one = { from, to: Math.min(text.length, from + length), insert };
        composition.add([one]);
        text = applyAll(text, [one]);
      }
      expect(applyAll(start, composition.edits())).toBe(text);
    }),
    fixed,
  );
});
