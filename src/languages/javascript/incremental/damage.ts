/** Where an edit has damaged a text, and the way there through its tree. */
import type { Node } from "../../../syntax/node.js";
import { lastBefore } from "../../../syntax/replace.js";
import type { SourceText } from "../../../text/text.js";
import type { JavaScriptNode } from "../nodes/index.js";
import { listOf } from "./container.js";

/** How the text changed: `[from, to)` of the old one became `[from, end)` of the new one. */
export interface Damage {
  readonly from: number;
  readonly to: number;
  readonly end: number;
  readonly delta: number;
  readonly source: SourceText;
}

/** The nodes that hold the damage and a character on each side of it, from the root inward. */
export function pathTo(root: Node, { from, to }: Damage): Node[] {
  const path: Node[] = [root];
  let start = 0;
  for (let node = root; ; ) {
    let found: Node | undefined;
    const holds = (child: Node): boolean => {
      const at = start + child.startInParent;
      return at < from && to < at + child.length;
    };
    const list = listOf(node);
    const index = list === undefined ? -1 : lastBefore(list, from - start);
    const inList = index >= 0 ? list![index] : undefined;
    if (inList && holds(inList)) found = inList;
    else if (list === undefined || list.length < 64) {
      node.each((child) => {
        if (found === undefined && holds(child)) found = child;
      });
    } else for (const beside of sideNodes(node)) if (holds(beside)) found = beside;
    if (found === undefined) return path;
    start += found.startInParent;
    path.push(found);
    node = found;
  }
}

/** Children of a node with a list that are not in the list. */
function sideNodes(node: Node): Node[] {
  const one = node as JavaScriptNode;
  if (one.type === "CallExpression" || one.type === "NewExpression") {
    return one.typeArguments ? [one.callee, one.typeArguments] : [one.callee];
  }
  if (one.type === "SwitchStatement") return [one.discriminant];
  if (one.type === "SwitchCase") return one.test ? [one.test] : [];
  if (one.type === "JSXElement") {
    return one.closingElement ? [one.openingElement, one.closingElement] : [one.openingElement];
  }
  return [];
}
