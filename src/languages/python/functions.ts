/** What a function is, by what stands in it. */
import { isWorthKeeping, NodeMemo } from "../../syntax/memo.js";
import type { Node } from "../../syntax/node.js";
import { walk } from "../../syntax/walk.js";
import type { FunctionDef } from "./nodes.js";

const generators = new NodeMemo<boolean>();

/** Whether a function gives several values, one after another. */
export function yields(node: FunctionDef): boolean {
  const known = generators.get(node);
  if (known !== undefined) return known;
  let found = false;
  walk(node.body, ({ type }) => {
    if (type === "Yield" || type === "YieldFrom") found = true;
    return !found && type !== "FunctionDef" && type !== "Lambda";
  });
  if (isWorthKeeping(node)) generators.set(node, found);
  return found;
}

const named = (node: Node): string => {
  const { id, attr, func } = node as { id?: string; attr?: string; func?: Node };
  return id ?? attr ?? (func === undefined ? "" : named(func));
};

/** The names of a function's decorators, without what they are members of. */
export const decoratorsOf = ({ decorators }: FunctionDef): string[] => decorators.map(named);

/** The class whose method a function is. */
export function classOf(node: Node): Node | undefined {
  const up = node.parent?.parent;
  return node.parent?.type === "Block" && up?.type === "ClassDef" ? up : undefined;
}
