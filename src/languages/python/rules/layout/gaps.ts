/** Telling of gaps that are not as wanted. */
import type { FileView, RemedyOffer } from "../../../../rules/rule.js";
import type { Siblings } from "../../../../syntax/siblings.js";
import { isInText, piecesAmong, spaced, type Piece } from "../../layout/pieces.js";
import { wishBetween, type Concern } from "../../layout/wishes.js";

type Check = (siblings: Siblings, file: FileView) => void;

/** A check for the children of every kind of node that holds blank space. */
export const amongAll = (check: Check): Readonly<Record<string, Check>> =>
  Object.fromEntries([...spaced, "Module", "Block"].map((kind) => [kind, check]));

const nameOf = ({ text, child }: Piece, file: FileView): string =>
  child === undefined ? `\`${text}\`` : `\`${shortened(file.text.slice(child.start, child.end))}\``;

const shortened = (code: string): string => (
  code.length > 20 || /[\n\r]/.test(code) ? `${code.slice(0, 18).split(/[\n\r]/)[0]!}…` : code
);

/** The gaps of one concern among the children of all nodes. */
export const gapsOf = (concern: Concern): Readonly<Record<string, Check>> => amongAll((siblings, file) => {
  const { node, base } = siblings;
  if (node.type === "Module" || node.type === "Block") return;
  const pieces = piecesAmong(siblings, file.text);
  let isTold: boolean | undefined;
  const { start } = base;
  for (let index = 1; index < pieces.length; index += 1) {
    const left = pieces[index - 1]!;
    const right = pieces[index]!;
    if (left.child !== undefined && right.child !== undefined) continue;
    if (/[\n\r\\]/.test(right.space) || right.space.length > 200) continue;
    const isSpaced = (piece: Piece): boolean => {
      const at = piece === left ? index - 1 : index;
      return pieces[at]!.space.length > 0 || (pieces[at + 1]?.space.length ?? 0) > 0;
    };
    const wish = wishBetween(left, right, node, isSpaced);
    if (wish === undefined || wish.concern !== concern || right.space.length === wish.width) continue;
    isTold ??= !isInText(node) && !file.isBroken(node);
    if (!isTold) return;
    const from = right.from - right.space.length;
    const { length } = right.space;
    const at = length === 0 ? { from: right.from, to: Math.max(right.to, right.from + 1) } : { from, to: right.from };
    const between = `between ${nameOf(left, file)} and ${nameOf(right, file)}`;
    const message = length === 0
      ? `Nothing stands ${between}: one space is wanted`
      : wish.width === 0
        ? `Blank space stands ${between}: none is wanted`
        : `${length} spaces stand ${between}: one is wanted`;
    const offset = from - start;
    file.alert(at, {
      message,
      remedies: (): RemedyOffer[] => {
        const place = base.start + offset;
        return [{
          title: wish.width === 0 ? "Take the space out" : length === 0 ? "Add a space" : "Make it one space",
          certainty: "certain",
          edits: [{ from: place, to: place + length, insert: " ".repeat(wish.width) }],
        }];
      },
    });
  }
});
