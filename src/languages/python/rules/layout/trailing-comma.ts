import { z } from "zod";
import type { FileView } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import type { Siblings } from "../../../../syntax/siblings.js";
import { isInText, piecesAmong, piecesOf, type Piece } from "../../layout/pieces.js";
import type { FunctionDef } from "../../nodes.js";
import { defineRule } from "../../rule.js";

const options = z.strictObject({
  style: z.enum(["over-lines", "never"])
    .default("over-lines")
    .describe("Whether a list whose last element ends a line has a comma behind it, or no list has."),
});

type File = FileView<z.output<typeof options>>;

const isComment = ({ text }: Piece): boolean => text.startsWith("#");

/** Tells of the comma that is missing or not wanted behind the last of some pieces, before a bracket at `end`. What is told is tied to `base`. */
function tellComma(base: Node, inner: readonly Piece[], end: number, file: File): void {
  const { text, options: { style }, alert, isBroken } = file;
  const last = inner.findLast((piece) => !isComment(piece));
  if (last === undefined || isInText(base)) return;
  const isOverLines = /[\n\r]/.test(text.slice(last.to, end));
  const isComma = last.text === ",";
  const isWanted = style === "over-lines" && isOverLines;
  // Behind a bare `*` something has to follow.
  if (isComma === isWanted || (isWanted && last.text === "*") || isBroken(base)) return;
  const from = (isComma ? last.from : last.to) - base.start;
  const { length } = isComma ? last.text : "";
  alert({ from: base.start + from, to: base.start + from + length }, {
    message: isComma
      ? "This comma has nothing behind it: none is wanted here"
      : "A comma is missing behind the last element",
    ...(isComma && { labels: ["unnecessary"] as const }),
    remedies: () => {
      const at = base.start + from;
      return [{
        title: isComma ? "Remove the comma" : "Add `,`",
        certainty: "certain",
        edits: [{ from: at, to: at + length, insert: isComma ? "" : "," }],
      }];
    },
  });
}

/** The index of the bracket that the one at an index closes; -1 where it is not among the pieces. */
function openerOf(pieces: readonly Piece[], closes: number): number {
  let depth = 0;
  for (let index = closes; index >= 0; index -= 1) {
    const { text } = pieces[index]!;
    if (/^[)\]}]$/.test(text)) depth += 1;
    else if (/^[([{]$/.test(text) && (depth -= 1) === 0) return index;
  }
  return -1;
}

/** Checks the list that ends with the last bracket of a node; with fewer commas between elements than `least` it is none. */
const atEnd = (least = 0) => (siblings: Siblings, file: File): void => {
  if (!siblings.isLast) return;
  const pieces = piecesAmong(siblings, file.text);
  const closes = pieces.findLastIndex(({ text }) => /^[)\]}]$/.test(text));
  if (closes < 0) return;
  const inner = pieces.slice(openerOf(pieces, closes) + 1, closes);
  const commas = inner.filter(({ text }) => text === ",").length -
    Number(inner.findLast((one) => !isComment(one))?.text === ",");
  if (siblings.before === null && commas < least) return;
  tellComma(siblings.base, inner, pieces[closes]!.from, file);
};

/** Checks parameters, whose brackets are those of the function. */
function checkParameters({ args }: FunctionDef, file: File): void {
  const { start } = args;
  const end = start + args.length;
  // A comment may stand between.
  const behind = /^(?:\s|#.*)*/.exec(file.text.slice(end, end + 2000))![0].length;
  tellComma(args, piecesOf(args, start, file.text), end + behind, file);
}

export const trailingComma = defineRule({
  id: "layout.trailing-comma",
  title: "A list that ends with another comma than agreed",
  why: "With a comma behind the last line of a list, one more element changes one line and not two.",
  level: "hint",
  kits: ["tidy"],
  options,
  examples: {
    alerts: [
      {
        code: "piers = [\n    \"north\",\n    \"south\"«»\n]\nsail(\n    to=piers«»\n)\n",
        after: "piers = [\n    \"north\",\n    \"south\",\n]\nsail(\n    to=piers,\n)\n",
      },
      {
        code: "piers = (\n    1,\n    2«»\n)\nquays = (1, 2«,»)\n",
        after: "piers = (\n    1,\n    2,\n)\nquays = (1, 2)\n",
      },
      {
        code: "piers = [\"north\", \"south\"«,»]\nsail(piers«,»)\n",
        after: "piers = [\"north\", \"south\"]\nsail(piers)\n",
      },
      {
        code: "def sail(\n    start,\n    *stops«»\n):\n    pass\n",
        after: "def sail(\n    start,\n    *stops,\n):\n    pass\n",
      },
      {
        code: "from tides import (\n    low,\n    high«»\n)\nfare = {\n    \"adult\": 3«»  # euros\n}\n",
        after: "from tides import (\n    low,\n    high,\n)\nfare = {\n    \"adult\": 3,  # euros\n}\n",
      },
      {
        code: "piers = [\n    \"north\",\n    \"south\"«,»\n]\n",
        options: { style: "never" },
        after: "piers = [\n    \"north\",\n    \"south\"\n]\n",
      },
    ],
    quiet: [
      {
        code: "pier = (\"north\",)\nfirst = tides[0,]\nall = (\n    low\n    + high\n)\nsail(\n    tide for tide in tides\n)\n",
      },
      { code: "free = [\n    berth\n    for berth in harbour\n]\nbreadth = wide[\n    1\n]\n" },
    ],
  },
  visit: { FunctionDef: checkParameters },
  siblings: {
    List: atEnd(),
    Set: atEnd(),
    Dict: atEnd(),
    ImportFrom: atEnd(),
    Call: atEnd(),
    ClassDef: atEnd(),
    // A tuple of one is made by its comma.
    Tuple: atEnd(1),
  },
});
