/** Reading a text again after an edit: the body of the function in which it was made, or else all but the bodies that are as they were. */
import { graft, type GraftTraits } from "../../syntax/graft.js";
import type { Node } from "../../syntax/node.js";
import { movedProblem, type SyntaxProblem } from "../../syntax/problem.js";
import type { Edit } from "../../text/edit.js";
import type { Text } from "../../text/text.js";
import type { Tree } from "../language.js";
import { AdaptedNode, BODY, BROKEN, copyAt } from "./nodes.js";
import { bodiesOf, longBody, readAll, readBody, type Reader } from "./read.js";

export interface AdaptedTree extends Tree {
  readonly root: AdaptedNode;
  readonly text: Text;
  readonly isLocal: boolean;
}

const traits: GraftTraits = {
  listOf: (node: Node) => (node as AdaptedNode).children,
  laterFields: new Set(["fact"]),
  fits: () => true,
  paired: () => undefined,
};

export function parse(text: Text, reader: Reader): AdaptedTree {
  return { ...readAll(text.value, reader), text };
}

export function reparse(tree: AdaptedTree, edit: Edit, text: Text, reader: Reader): AdaptedTree {
  const damage = { ...edit, end: edit.from + edit.insert.length };
  const delta = damage.end - edit.to;
  const body = tree.isLocal ? bodyAround(tree.root, edit) : undefined;
  const inBody = body && readInBody(tree, body, edit, text, reader);
  if (inBody !== undefined) return inBody;
  const fresh = readAll(text.value, reader, { body: knownBodies(tree, reader) });
  const { root } = tree;
  const list = root.children;
  const whole = { path: [root], list, start: 0, first: 0, last: list.length };
  const items = fresh.root.children;
  const change = graft({ ...whole, fresh: items, growth: [delta] }, damage, traits);
  return { ...fresh, root, text, change };
}

/** The body that an edit stands in, with the nodes that lead to it. */
function bodyAround(root: AdaptedNode, { from, to }: Edit): readonly AdaptedNode[] | undefined {
  const path: AdaptedNode[] = [];
  let node: AdaptedNode | undefined = root;
  let start = 0;
  while (node !== undefined) {
    path.push(node);
    if ((node.flags & BODY) !== 0) return path;
    let inner: AdaptedNode | undefined;
    let innerStart = 0;
    node.near(from - start, to - start, (child) => {
      const at = start + child.startInParent;
      if (at < from && to < at + child.length) {
        inner = child as AdaptedNode;
        innerStart = at;
      }
    });
    node = inner;
    start = innerStart;
  }
  return undefined;
}

function readInBody(
  tree: AdaptedTree,
  path: readonly AdaptedNode[],
  edit: Edit,
  text: Text,
  reader: Reader,
): AdaptedTree | undefined {
  const body = path.at(-1)!;
  const { start, length } = body;
  const end = edit.from + edit.insert.length;
  const delta = end - edit.to;
  const braces = reader.bracesOf(body.type);
  const item = length > longBody ? knownItems(tree, body, start) : undefined;
  const fresh = readBody(text.slice(start, start + length + delta), start, braces, reader, { ...(item && { item }) });
  if (fresh === undefined || fresh.root.length !== length + delta) return undefined;
  const list = body.children;
  const items = fresh.root.children;
  body.flags = fresh.root.flags;
  const change = graft(
    { path, list, start, first: 0, last: list.length, fresh: items, growth: path.map(() => delta) },
    { ...edit, end },
    traits,
  );
  const behind = start + length;
  const kept = tree.problems.flatMap((problem): SyntaxProblem[] => {
    if (problem.from < start) return [problem];
    return problem.from >= behind ? [movedProblem(problem, (offset) => offset + delta)] : [];
  });
  const problems = [...kept, ...fresh.problems].sort((a, b) => a.from - b.from || a.to - b.to);
  return { ...tree, text, problems, change };
}

/** The bodies that may be taken over, by their texts. */
function knownBodies(tree: AdaptedTree, reader: Reader) {
  const known = new Map<string, AdaptedNode>();
  for (const body of bodiesOf(tree.root)) {
    if ((body.flags & BROKEN) === 0) known.set(`${body.type} ${tree.text.slice(body.start, body.end)}`, body);
  }
  return (whole: string, text: string, start: number): AdaptedNode | undefined => {
    const node = known.get(`${reader.settings[whole]!.kind} ${text}`);
    return node && copyAt(node, start);
  };
}

/** The statements of a long body that may be taken over, by their texts: those in which nothing is wrong. */
function knownItems({ text, problems }: AdaptedTree, body: AdaptedNode, start: number) {
  const known = new Map<string, AdaptedNode>();
  const code = text.slice(start, start + body.length);
  const faults = problems.filter(({ from }) => from >= start && from <= start + body.length);
  for (const child of body.children) {
    const from = child.startInParent;
    const to = from + child.length;
    if (!faults.some((problem) => problem.from <= start + to && problem.to >= start + from)) {
      known.set(code.slice(from, to), child);
    }
  }
  return (its: string, at: number): AdaptedNode | undefined => {
    const node = known.get(its);
    return node && copyAt(node, at);
  };
}
