import { z } from "zod";
import { lineBreakOf } from "../../../../rules/lines.js";
import type { FileView } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import type { Siblings } from "../../../../syntax/siblings.js";
import { piecesAmong } from "../../layout/pieces.js";
import { defineRule } from "../../rule.js";

const options = z.strictObject({
  members: z.enum(["any", "over-lines", "always"])
    .default("any")
    .describe(
      "Between which members of a class a blank line stands: none in particular, where one of the two goes over lines, or all.",
    ),
  functions: z.boolean()
    .default(true)
    .describe("Whether a blank line stands around functions and classes that go over lines, at the top of a file."),
});

type Options = z.output<typeof options>;

const declared = (node: Node): Node => (
  /^Export(?:Named|Default)Declaration$/.test(node.type)
    ? ((node as unknown as { declaration: Node | null }).declaration ?? node)
    : node
);
const isBlock = (node: Node): boolean => /^(?:Function|Class)Declaration$/.test(declared(node).type);

function check(
  siblings: Siblings,
  applies: (one: Node, other: Node, isSpread: () => boolean) => boolean,
  { text, alert, isBroken }: FileView<Options>,
): void {
  const { base } = siblings;
  const pieces = piecesAmong(siblings, text);
  let before: Node | undefined;
  let beforeAt = -1;
  const { start } = base;
  for (let index = 0; index < pieces.length; index += 1) {
    const piece = pieces[index]!;
    const { child } = piece;
    if (child === undefined) continue;
    const previous = before;
    let first = beforeAt + 1;
    before = child;
    beforeAt = index;
    // Mostly there is a blank line.
    if (previous === undefined || (first === index && piece.space.startsWith("\n\n"))) continue;
    const isSpread = (): boolean => [previous, child].some((one) => /[\n\r]/.test(text.slice(one.start, one.end)));
    if (!applies(previous, child, isSpread)) continue;
    // The gap begins behind what ends the line of the member before: its `;` and a comment beside it.
    while (first < index && !/[\n\r]/.test(pieces[first]!.space)) first += 1;
    const spaces = pieces.slice(first, index + 1).map(({ space }) => space);
    if (!/[\n\r]/.test(spaces[0]!) || spaces.some((space) => (space.match(/\r\n|\n|\r/g) ?? []).length > 1)) continue;
    if (isBroken(previous) || isBroken(child)) continue;
    const at = pieces[first]!.from - pieces[first]!.space.length;
    alert({ from: at, to: at }, {
      message: "A blank line is missing here",
      remedies: () => [{
        title: "Add a blank line",
        certainty: "certain",
        edits: [{ from: base.start + (at - start), to: base.start + (at - start), insert: lineBreakOf(text) }],
      }],
    });
  }
}

export const blankBetween = defineRule({
  id: "layout.blank-between",
  title: "Members or functions without a blank line between them",
  why: "A blank line shows where one function ends and the next begins, before anything is read.",
  level: "hint",
  kits: ["tidy"],
  options,
  examples: {
    alerts: [
      {
        code: "class Ferry {\n  seats = 40;\n  berths = 2;«»\n  sail() {\n    return 1;\n  }«»\n  // waits\n  wait() {}\n}\n",
        options: { members: "over-lines" },
        after: "class Ferry {\n  seats = 40;\n  berths = 2;\n\n  sail() {\n    return 1;\n  }\n\n  // waits\n  wait() {}\n}\n",
      },
      {
        code: "function sail() {\n  return 1;\n}«»\nexport function wait() {}\n",
        after: "function sail() {\n  return 1;\n}\n\nexport function wait() {}\n",
      },
      {
        code: "class Ferry {\n  seats = 40;«»\n  berths = 2;\n}\n",
        options: { members: "always" },
        after: "class Ferry {\n  seats = 40;\n\n  berths = 2;\n}\n",
      },
    ],
    quiet: [{
      code: "class Ferry {\n  seats = 40;\n  sail() {}\n  wait() {} // here\n\n  /** There. */\n  moor() {\n    return 1;\n  }\n}\nconst a = 1;\nfunction f() {}\n",
      options: { members: "over-lines" },
    }],
  },
  siblings: {
    ClassBody(siblings, file) {
      const { members } = file.options;
      if (members !== "any") check(siblings, (_, __, isSpread) => members === "always" || isSpread(), file);
    },
    Program(siblings, file) {
      if (file.options.functions) {
        check(siblings, (one, other, isSpread) => isBlock(one) && isBlock(other) && isSpread(), file);
      }
    },
  },
});
