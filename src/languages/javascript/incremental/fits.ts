/** Whether what was read anew can stand in the place of what was there without anything around it being read otherwise. */
import type { Node } from "../../../syntax/node.js";
import type { JavaScriptNode, Statement } from "../nodes/index.js";
import type { ParsedText } from "../parser/index.js";
import type { ParseState } from "../parser/state.js";
import type { Container } from "./container.js";
import { isStrict } from "./context.js";
import type { Damage } from "./damage.js";

/** Openers minus closers: of braces, and of the other brackets. */
export interface Open {
  readonly braces: number;
  readonly brackets: number;
}

/** How much stays open in elements of a list. */
export function openIn(tree: ParsedText, elements: readonly Node[]): Open {
  let braces = 0;
  let brackets = 0;
  for (const element of elements) {
    const note = tree.notes.get(element);
    if (note === undefined) continue;
    braces += note.braces;
    brackets += note.brackets;
  }
  return { braces, brackets };
}

/** Whether what was read in the place of `removed` fits in as a fresh parse would have it, as far as elements of a list depend on each other. */
export function fitsIn(
  { node, directives }: Pick<Container, "node" | "directives">,
  first: number,
  removed: readonly Node[],
  fresh: readonly Node[],
): boolean {
  if (first === 0 && directives && (isStrict(removed as Statement[]) || isStrict(fresh as Statement[]))) return false;
  // Of some elements there can be only one.
  if (node.type === "ClassBody") {
    return count(removed, isConstructorLike) === 0 && count(fresh, isConstructorLike) === 0;
  }
  if (node.type === "ObjectExpression") return count(removed, isPrototype) === 0 && count(fresh, isPrototype) === 0;
  if (node.type === "SwitchStatement") return count(removed, isDefault) === 0 && count(fresh, isDefault) === 0;
  return true;
}

const count = (nodes: readonly Node[], test: (node: JavaScriptNode) => boolean): number =>
  nodes.filter((node) => test(node as JavaScriptNode)).length;
const isConstructorLike = (node: JavaScriptNode): boolean =>
  node.type === "MethodDefinition" && node.kind === "constructor";
const isDefault = (node: JavaScriptNode): boolean => node.type === "SwitchCase" && node.test === null;
const isPrototype = (node: JavaScriptNode): boolean => node.type === "Property" &&
  (
    (node.key.type === "Identifier" && node.key.name === "__proto__") ||
    (node.key.type === "Literal" && node.key.value === "__proto__")
  );

/** Whether what indentation told, or was not asked, in the items around those that were read again would be so again. */
export function itemsStay(tree: ParsedText, p: ParseState, removed: readonly Node[], damage: Damage): boolean {
  const { from, to, end, source } = damage;
  // Which of several texts lacks its end is told by all of them.
  const isText = (text: string): boolean => text.includes("`");
  if (
    p.softlyLoose.size + tree.softlyLoose.size > 0 &&
    (isText(source.slice(from, end)) || isText(tree.source.slice(from, to)))
  ) {
    return false;
  }
  const gone = new Set(removed);
  const left = (items: ReadonlySet<Node>): Node[] => [...items].filter((item) => !gone.has(item));
  const hasGone = (items: ReadonlySet<Node>): boolean => removed.some((item) => items.has(item));
  const isOpenBefore = left(tree.unclosed).some((item) => item.startInParent < from);
  if (isOpenBefore && (p.overclosed.size > 0 || hasGone(tree.overclosed))) return false;
  const isClosedBehind = left(tree.overclosed).some((item) => item.startInParent >= to);
  return !isClosedBehind || (p.unclosed.size + p.loose.size === 0 && !hasGone(tree.unclosed) && !hasGone(tree.loose));
}

/**
 * Whether a part deep in an item that was read straight, or with `guided` by its indentation, would be read in the same way if the whole text was. `open` is how
 * much more the part leaves open than it did; `guesses` what indentation told in the rest of the item. `"item"` where all of the item has to be read again, `"give up"` where other items have to be.
 */
export function itemStays(
  tree: ParsedText,
  item: Node,
  p: ParseState,
  { guided, open, guesses, isTroubled, isTroubledBefore, isOdd, openBefore }: {
    readonly guided: boolean;
    readonly open: Open;
    readonly guesses: ParsedText["guesses"];
    /** Whether something is wrong in the item, as it is now. */
    readonly isTroubled: boolean;
    /** Whether something is wrong in the item before. */
    readonly isTroubledBefore: boolean;
    /** Whether something in the item, as it is now, stands where it cannot. */
    readonly isOdd: boolean;
    /** How many braces before the edit are not closed in all of the item. */
    readonly openBefore: number;
  },
): boolean | "item" | "give up" {
  const others = (items: ReadonlySet<Node>): boolean => items.size > (items.has(item) ? 1 : 0);
  if (!guided) {
    if (p.straySpots > 0 && others(tree.overclosed)) return "give up";
    if (guesses.some(({ kind }) => kind !== "missing")) return false;
    if (open.braces !== 0 || open.brackets !== 0 || p.leastBraces < 0) return false;
    return !isTroubled || (p.softSpots === 0 && !tree.softlyLoose.has(item));
  }
  const all = [...guesses, ...p.guesses];
  const before = tree.notes.get(item) ?? { braces: 0, brackets: 0 };
  const net = before.braces + open.braces;
  const isEven = net === 0 && before.brackets + open.brackets === 0;
  const isOther = open.braces !== 0 || open.brackets !== 0;
  // Straight, what is missing may be found elsewhere.
  const isText = ({ kind }: { readonly kind: string }): boolean =>
    kind === "template" || kind === "tag" || kind === "element";
  if (
    p.repairWork > 0 &&
    (isEven || all.some(isText) || tree.guesses.some((guess) => isIn(item, guess.at) && isText(guess)))
  ) {
    return "item";
  }
  // A brace that is missing by the indentation is none in a straight reading, so that the item ends elsewhere there, and the count to there decides.
  if (isOther && all.some(({ kind }) => kind === "ahead")) return "item";
  // What closes more than it opens could close what stands before it.
  const passed = p.guesses.filter(({ kind }) => kind === "closer").length;
  if (-p.leastBraces > passed) return false;
  const isBrace = ({ kind }: { readonly kind: string }): boolean => kind === "block" || kind === "closer";
  // What follows an element that was told to end is read as code, which says nothing of a straight reading; unless the hole around it ends there too.
  const ended = new Set(all.filter(({ kind }) => kind === "block").map(({ at }) => at));
  if (all.some(({ kind, at }) => kind === "element" && !ended.has(at))) return "item";
  // A tag without a closer among others is told in a straight reading too, so that it is read by its indentation again.
  const areTags = !isOdd &&
    all.every(({ kind }) => kind !== "closer" && kind !== "template" && (kind !== "block" || !isEven));
  if (!areTags && all.some(({ kind }) => kind === "tag" || kind === "element")) return "item";
  // In a straight reading a closer that belongs to nothing closes what is open; where that is nothing it ends the item, so that other brackets count.
  const strays = all.filter(({ kind }) => kind === "closer").length;
  if (strays >= openBefore && strays > 0 && (isOther || passed > 0)) return false;
  // With fewer braces open, a straight reading may end the item at a closer that stands before its end now.
  const isClosedThere = openBefore > strays ? isOdd : !(areTags && isEven);
  if (open.braces < 0 && isClosedThere) return false;
  if (isEven && isOther && !areTags && all.some(({ kind }) => kind !== "missing")) return false;
  // Once the brackets balance the item is read straight, and so is what is wrong before it, which may be its head.
  if (isEven && isOther && isTroubledBefore) return "give up";
  if ((isEven && all.some(isBrace)) || (isOther && guesses.some(isBrace))) return false;
  const isClosed = Math.max(net, before.braces) > 0 && others(tree.overclosed);
  if (isClosed || (Math.min(net, before.braces) < 0 && others(tree.unclosed))) return "give up";
  const templates = tree.guesses.filter((guess) => guess.kind === "template" && !isIn(item, guess.at)).length +
    all.filter(({ kind }) => kind === "template").length;
  return templates === 0 || templates % 2 === 1 ? true : "give up";
}

function isIn(item: Node, at: number): boolean {
  return at > item.startInParent && at <= item.startInParent + item.length;
}
