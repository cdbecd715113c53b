/** Reading a page again after an edit. Where that stands in a script or style all but its text is as it was; else the whole page is read. */
import { treeChanged, type Node } from "../../syntax/node.js";
import { movedProblem } from "../../syntax/problem.js";
import { nodeAt } from "../../syntax/walk.js";
import type { Edit } from "../../text/edit.js";
import type { Text } from "../../text/text.js";
import { opensFilledIn } from "./filled-in.js";
import { isElement, Words, type Element } from "./nodes.js";
import { holdsTags } from "./overrun.js";
import { parse, type HtmlTree } from "./parse.js";

const holders = new Set(["script", "style"]);

/** How far around an edit something may come to be by it that ends a script: the length of `</script`. */
const reach = 10;

export function reparse(tree: HtmlTree, edit: Edit, text: Text): HtmlTree {
  const words = wordsAround(tree, edit, text);
  return words === undefined ? parse(text.value) : withOther(words, tree, edit);
}

/** The text of a script or style in which an edit stands without doing anything to what is around. */
function wordsAround(tree: HtmlTree, { from, to, insert }: Edit, text: Text): Words | undefined {
  if (tree.mayEndEarly || tree.mayBeFilledIn) return undefined;
  const node = nodeAt(tree.root, from, to);
  const holder = node.parent;
  if (node.type !== "Words" || holder === null || !isElement(holder) || !holders.has(holder.name)) return undefined;
  // What gets empty has no node, and at an edge one may come to be.
  if (from <= node.start || to >= node.end || holder.closeLength === 0) return undefined;
  const end = node.end + insert.length - (to - from);
  const behind = from + insert.length;
  const around = text.slice(Math.max(node.start, from - reach), Math.min(end, behind + reach));
  if (/<[!/]/.test(around) || opensFilledIn(around)) return undefined;
  // A line that begins with a tag tells of a missing end.
  const lines = text.slice(Math.max(node.start, text.lineAt(from).from), Math.min(end, text.lineAt(behind).to));
  return holdsTags(lines) ? undefined : (node as Words);
}

/** The tree with another text in place of one. */
function withOther(words: Words, tree: HtmlTree, { from, to, insert }: Edit): HtmlTree {
  const { root } = tree;
  const delta = insert.length - (to - from);
  const { start } = words;
  const holder = words.parent as Element;
  const added = new Words(0, words.length + delta, {});
  added.parent = holder;
  added.offset = words.offset;
  holder.children[holder.children.indexOf(words)] = added;
  const path: Node[] = [];
  let below: Node = added;
  for (let up: Node | null = holder; up !== null; up = up.parent) {
    up.length += delta;
    let isBehind = false;
    up.each((child) => {
      if (isBehind && child.offset >= 0) child.offset += delta;
      isBehind ||= child === below;
    });
    path.unshift(up);
    below = up;
  }
  treeChanged();
  const move = (offset: number): number => (offset > start ? offset + delta : offset);
  root.strayEnds = root.strayEnds.map(move);
  root.repeated = root.repeated.map(move);
  return {
    ...tree,
    root,
    problems: delta === 0 ? tree.problems : tree.problems.map((problem) => movedProblem(problem, move)),
    change: { path, removed: [words], added: [added] },
  };
}
