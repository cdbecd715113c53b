/**
 * Reading a text again after an edit. The innermost list around the damage is read on from the last element that did not look as far as the damage,
 * until an element begins where an old one behind the damage began, in the same state; the rest of the list is kept. When that does not come about
 * within the list, the next list outward is tried. The old tree is changed in place. What comes out is what a fresh parse would give.
 */
import type { Node } from "../../../syntax/node.js";
import { lastBefore } from "../../../syntax/replace.js";
import type { Edit } from "../../../text/edit.js";
import { Text, type SourceText } from "../../../text/text.js";
import type { Statement } from "../nodes/index.js";
import { isAtProperty } from "../parser/braced-object.js";
import { unnoted } from "../parser/elements.js";
import { parse, type ParsedText } from "../parser/index.js";
import { mostItemWork, repairReach } from "../parser/repair.js";
import { next } from "../parser/scanner.js";
import { ParseState } from "../parser/state.js";
import { Token } from "../parser/token.js";
import { containerOf, listOf, type Container } from "./container.js";
import { isStrict } from "./context.js";
import { pathTo, type Damage } from "./damage.js";
import { fitsIn, itemsStay, itemStays, openIn } from "./fits.js";
import { grafting, itemSets, type ItemSet } from "./grafting.js";
import { closedBehind, endsAsBefore, firstToRead, readWithin, type Place } from "./reading.js";
import { splice } from "./splice.js";

/** Nodes that the parser reads on trial, and otherwise if a problem comes up. */
const tried = new Set(["TypeArguments", "TypeParameters", "InferType"]);

/** The tree after one edit of its text. `source` is the new text. The given tree must not be used any more. */
export function reparse(tree: ParsedText, edit: Edit, source: SourceText): ParsedText {
  const end = edit.from + edit.insert.length;
  const damage: Damage = { from: edit.from, to: edit.to, end, delta: end - edit.to, source };
  const usable = !tree.problems.some(({ code }) => code === "too-deep") &&
    // What is too far away to have to do with what is wrong may come near.
    (tree.problems.length === 0 || edit.to - edit.from <= repairReach) &&
    !isMixed(tree, edit) &&
    ![...tree.fragile].some((item) => item.startInParent < edit.to) &&
    (tree.options.module !== "detect" || !touchesModuleWords(tree, damage));
  const path = usable ? pathTo(tree.root, damage) : [];
  for (let depth = seenUpTo(path, tree, damage); depth >= 0; depth -= 1) {
    const again = reparseIn(tree, path.slice(0, depth + 1), damage);
    if (again === "give up") break;
    if (again === "item") depth = 1;
    else if (again !== undefined) return again;
  }
  return kept(
    tree,
    { ...parse(source instanceof Text ? source.value : source.slice(0), tree.options), source },
    damage,
  );
}

/**
 * Index of the innermost node of the path in whose list may be read again. What stands before a node, and was read as it was because of what stands in that as far as the edit, as an
 * arrow that was looked for in vain, has to be read again too.
 */
function seenUpTo(path: readonly Node[], { notes }: ParsedText, { from }: Damage): number {
  let start = 0;
  for (let depth = 1; depth < path.length; depth += 1) {
    const node = path[depth]!;
    const list = listOf(path[depth - 1]!);
    const index = list === undefined ? -1 : lastBefore(list, node.startInParent + 1);
    const before = index > 0 && list![index] === node ? list![index - 1] : undefined;
    const reach = before ? notes.get(before)?.reach ?? 0 : 0;
    if (reach > 0 && start + before!.startInParent + before!.length + reach >= from) return depth - 1;
    if (notes.get(node)?.isWhole === true) return depth - 1;
    start += node.startInParent;
  }
  return path.length - 1;
}

/** A tree that was read anew, with all of the old one that is as it was. */
function kept(tree: ParsedText, fresh: ParsedText, damage: Damage): ParsedText {
  const { root } = tree;
  // What all of a text goes by makes it another.
  if (
    fresh.root.module !== root.module || isStrict(fresh.root.body as Statement[]) !== isStrict(root.body as Statement[])
  ) return fresh;
  if (fresh.problems.some(({ code }) => code === "too-deep")) return fresh;
  const { grafted, inTree } = grafting(tree, fresh.notes);
  const change = grafted(
    {
      path: [root],
      list: root.body,
      start: 0,
      first: 0,
      last: root.body.length,
      fresh: fresh.root.body,
      growth: [damage.delta],
    },
    damage,
  );
  const sets = Object.fromEntries(itemSets.map((which) => [which, new Set([...fresh[which]].map(inTree))]));
  return { ...fresh, ...(sets as Pick<ParsedText, ItemSet>), root, change, isReadWhole: true };
}

/** Whether a brace that is open before an edit stands before a closer that closes nothing: read straight they may be a pair, and what the edit changes may decide that. */
function isMixed({ unclosed, overclosed }: ParsedText, { from }: Edit): boolean {
  if (unclosed.size === 0 || overclosed.size === 0) return false;
  const first = Math.min(...[...unclosed].map((item) => item.startInParent));
  return first <= from && [...overclosed].some((item) => item.startInParent >= first);
}

/** Whether an edit at the head of a text without imports could make it a module by a guess from its words alone. */
function touchesModuleWords(tree: ParsedText, { from, end, source }: Damage): boolean {
  if (tree.root.module) return false;
  return /\b(?:import|export)\b/.test(source.slice(Math.max(0, from - 8), end + 8));
}

/**
 * Reads a part of the list of the path's last node again. `undefined` sends outward, `"item"` as far as the items of the text; `"give up"` says that only a fresh
 * parse will do.
 */
function reparseIn(
  tree: ParsedText,
  path: readonly Node[],
  damage: Damage,
): ParsedText | "item" | "give up" | undefined {
  const node = path.at(-1)!;
  const start = path.reduce((sum, one, index) => sum + (index === 0 ? 0 : one.startInParent), 0);
  const container = containerOf(node, start, tree);
  if (container === undefined || container.list.includes(null)) return undefined;
  if (damage.to > container.to || (container.from >= 0 && damage.from < container.from)) return undefined;
  if (mayChangeKind(container, tree, damage)) return undefined;
  const first = firstToRead(tree, container, damage);
  if (first < 0) return undefined;
  const place: Place = { tree, path, container, damage, first };
  const [, item] = path;
  // The items of the text are read straight or by their indentation one by one.
  if (item === undefined) return readAgain(place, false);
  if (!isUneven(tree, item)) {
    const straight = readAgain(place, false);
    if (straight !== undefined) return straight;
  }
  return tree.loose.has(item) || tree.softlyLoose.has(item) ? undefined : readAgain(place, true);
}

/** Whether something is wrong in the item before another one. */
function isTroubledBefore({ root, problems }: ParsedText, item: Node): boolean {
  if (problems.length === 0) return false;
  const before = root.body[lastBefore(root.body, item.startInParent)];
  if (before === undefined) return false;
  const { startInParent: from, length } = before;
  return problems.some((problem) => problem.seen >= from && problem.from <= from + length);
}

/** Whether braces with statements may turn out to hold an object, or the other way round: all that is in them decides. */
function mayChangeKind({ node, start, from }: Container, { source, options }: ParsedText, damage: Damage): boolean {
  if (node.type === "ObjectExpression") {
    return /(?:=>|[^\s(,:=?[{&|])\s*$/.test(source.slice(Math.max(0, start - 200), start));
  }
  if (node.type !== "BlockStatement" && node.type !== "FunctionBody") return false;
  return [source, damage.source].some((text) => {
    const window = text.slice(from, from + 1000);
    const scan = new ParseState(window, options);
    scan.token = Token.Unknown;
    next(scan);
    return isAtProperty(scan) || (scan.end >= window.length && from + window.length < text.length);
  });
}

/** Whether the brackets of an item do not balance, so that it was read by its indentation. */
function isUneven({ unclosed, overclosed, guesses, notes }: ParsedText, item: Node): boolean {
  if (unclosed.has(item) || overclosed.has(item) || (notes.get(item)?.brackets ?? 0) !== 0) return true;
  return guesses.some(
    ({ kind, at }) =>
      (kind === "block" || kind === "closer") && at > item.startInParent && at <= item.startInParent + item.length,
  );
}

/** Reads a part of a list again, straight or by its indentation, and puts it into the tree where it fits. */
function readAgain(place: Place, guided: boolean): ParsedText | "item" | "give up" | undefined {
  const { tree, path, container, damage, first } = place;
  const { list, start } = container;
  const [, item] = path;
  const attempt = readWithin(place, guided);
  if (attempt === undefined) return undefined;
  const { p, fresh, sync } = attempt;
  if (p.problems.some(({ code }) => code === "too-deep")) return "give up";
  // A list with holes is read as a whole.
  if (fresh.includes(null as never)) return undefined;
  if (sync < 0 && !endsAsBefore(place, p)) return undefined;
  const last = sync < 0 ? list.length : sync;
  const removed = list.slice(first, last) as Node[];
  if (!fitsIn(container, first, removed, fresh)) return undefined;
  if (p.sawModuleItem && !tree.root.module) return "give up";
  // What was read on trial stands only as long as nothing is wrong with it.
  if (p.problems.length > 0 && path.some(({ type }) => tried.has(type))) return undefined;
  // Something new that is wrong may be told otherwise along with what else is in its statement.
  if (p.problems.length > 0 && isWithinOne(path)) return undefined;
  // A problem in what is replaced that was noticed elsewhere would be left behind.
  const to = last < list.length ? start + list[last]!.startInParent : container.to;
  const from = first > 0 ? start + list[first - 1]!.startInParent + list[first - 1]!.length : container.from;
  const isLeftBehind = tree.problems.some(
    (problem) => problem.from >= from && problem.from < to && (problem.seen < from || problem.seen > to),
  );
  if (isLeftBehind) return undefined;
  const found = openIn(tree, fresh);
  const gone = openIn(tree, removed);
  const open = { braces: found.braces - gone.braces, brackets: found.brackets - gone.brackets };
  // Brackets between the elements belong to none of them.
  if (
    p.braces !== found.braces ||
    p.brackets !== found.brackets ||
    (item !== undefined && hasBracketsBetween(place, removed, from, to))
  ) return undefined;
  if (item === undefined) {
    if (!itemsStay(tree, p, removed, damage)) return "give up";
  } else {
    const ends = [item.startInParent, item.startInParent + item.length] as const;
    const isOutside = (at: number): boolean => at <= from || at > to;
    const guesses = tree.guesses.filter(({ at }) => at > ends[0] && at <= ends[1] && isOutside(at));
    const elsewhere = tree.problems.filter(
      ({ from: at, seen }) => at >= ends[0] && at <= ends[1] && (seen < from || seen > to),
    );
    const isTroubled = p.problems.length + p.echoes + elsewhere.length > 0;
    const isOdd = [...p.problems, ...elsewhere].some(({ code }) => code === "unexpected");
    const openBefore = new Set(
      [...guesses.map(({ brace }) => brace), ...p.guesses.map(({ brace }) => brace + p.base)].filter(
        (brace) => brace < damage.from,
      ),
    ).size;
    const stays = itemStays(tree, item, p, {
      guided,
      open,
      guesses,
      isTroubled,
      isTroubledBefore: isTroubledBefore(tree, item),
      isOdd,
      openBefore,
    });
    if (stays === "give up" || stays === "item") return stays;
    if (!stays) return undefined;
    if (p.repairWork > 0) {
      const note = tree.notes.get(item) ?? unnoted;
      const repairWork = p.repairWork + (note.repairWork ?? 0);
      if (repairWork > mostItemWork / 2) return "item";
      tree.notes.set(item, { ...note, repairWork });
    }
  }
  for (const outer of sync < 0 ? closedBehind(place) ?? [] : []) {
    const note = tree.notes.get(outer);
    if (p.calm || note !== undefined) {
      // The line ends behind it.
      tree.notes.set(outer, { ...(note ?? unnoted), calm: p.calm, calmBehind: false });
    }
  }
  return splice(place, p, { first, last, from, to }, fresh, open);
}

/** Lists in which what comes of one mistake is looked for. */
const repaired = new Set([
  "Program",
  "BlockStatement",
  "FunctionBody",
  "StaticBlock",
  "NamespaceDeclaration",
  "SwitchCase",
  "ClassBody",
]);

/** Whether the innermost list of a path lies within an element of a list in which what comes of one mistake is looked for, and that is not too long for it. */
function isWithinOne(path: readonly Node[]): boolean {
  const index = path.findLastIndex(({ type }) => repaired.has(type));
  const element = path[index + 1];
  return element !== undefined && element.length <= 2 * repairReach;
}

const comments = /\/\*[^]*?\*\/|\/\/.*/g;

/** Whether brackets were passed over between the elements that go, where something is wrong there. */
function hasBracketsBetween({ tree, container }: Place, removed: readonly Node[], from: number, to: number): boolean {
  if (tree.problems.length === 0) return false;
  let at = from;
  for (const element of [...removed, undefined]) {
    const next = element === undefined ? to : container.start + element.startInParent;
    if (/[{}()[\]]/.test(tree.source.slice(at, next).replaceAll(comments, ""))) return true;
    if (element !== undefined) at = next + element.length;
  }
  return false;
}
