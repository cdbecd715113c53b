/** A stretch of a text as a text of its own: places and edits both ways. */
import fc from "fast-check";
import { expect, test } from "vitest";
import { Text, type Edit } from "../../src/index.js";
import { Inset } from "../../src/text/inset.js";

const fixed = { seed: 20_261_130, numRuns: 1500 };
const line = fc.constantFrom("a", "bc", "  d", "\te", "", "f  ");
const content = fc.tuple(fc.array(line, { maxLength: 6 }), fc.constantFrom("\n", "\r\n"))
  .map(
    ([lines, end]) => ["x", ...lines, ""].join(end),
  );
const indents = fc.constantFrom("", "  ", "\t", "    ");

/** Lines with what they share put before those that are not blank. */
const indented = (text: string, indent: string): string => text.replace(/^(?=[^\n\r])/gm, indent);
const head = "<script>\n";

function insetOf(text: string, indent: string): Inset {
  const inner = indented(text, indent);
  const outer = Text.of(`${head}${inner}${indent}</script>`);
  return Inset.of(outer, { from: head.length, to: head.length + inner.length });
}

test("what lines share is left out, and each place is found both ways", () => {
  fc.assert(
    fc.property(content, indents, (text, indent) => {
      const inset = insetOf(text, indent);
      expect(inset.text.value).toBe(text);
      for (let at = 0; at <= text.length; at += 1) {
        const outer = inset.outerOf(at);
        expect(inset.inner(outer)).toBe(at);
        if (at < text.length) expect(inset.outer.slice(outer, outer + 1)).toBe(text[at]);
      }
    }),
    fixed,
  );
});

test("an edit of the stretch indents what it puts in", () => {
  fc.assert(
    fc.property(content, indents, fc.nat(), fc.nat(), content, (text, indent, a, b, insert) => {
      const inset = insetOf(text, indent);
      const [from, to] = [a % (text.length + 1), b % (text.length + 1)].sort((x, y) => x - y) as [number, number];
      // No edit of a program cuts a line end in two.
      if ([from, to].some((at) => text[at - 1] === "\r" && text[at] === "\n")) return;
      const edit: Edit = { from, to, insert: insert.slice(0, a % 9).replace(/\r$/, "") };
      const after = inset.text.apply(edit).value;
      const outer = inset.outer.apply(inset.outerEdit(edit)).value;
      const tail = outer.length - (inset.outer.length - inset.span.to);
      const trimmed = (value: string): string => value.replace(/^[ \t]+$/gm, "");
      expect(trimmed(outer.slice(head.length, tail))).toBe(trimmed(indented(after, indent)));
    }),
    fixed,
  );
});
