/** How long functions and modules are looked at in segments: statement by statement, where control passes through one after the other. */
import { FlowBuilder } from "../../../model/flow-builder.js";
import { SegmentCuts } from "../../../model/segment-cuts.js";
import type { Segmentation } from "../../../model/segments.js";
import type { Node } from "../../../syntax/node.js";
import type { Block } from "../nodes.js";
import { block, code, statement } from "./index.js";
import { isFlowRoot, isTracked } from "./roots.js";

/** Code longer than this is looked at in segments, */
const long = 4000;
/** and what is not longer than this is one. */
const short = 800;

/** Whether the code of `root` is looked at in segments, if it is longer than `least`. */
export const isSegmented = (root: Node, least: number = long): boolean => root.length > least && root.type !== "Lambda";

/** The kind of the node around a name, with its operator, and whether the name is what it begins with or asks. */
function mannerOf(use: Node): string {
  const up = use.parent as Node & Readonly<Record<string, unknown>>;
  const isFirst = up["left"] === use || up["value"] === use || up["func"] === use || up["test"] === use;
  return `${up.type} ${String(up["op"] ?? up["ops"] ?? "")}${isFirst ? "!" : ""}`;
}

/** How code is cut into segments; what is not longer than `least` is always one. */
export const segmentation = (least: number = short): Segmentation => ({
  isDivided: ({ type, length }) => length > least && (type === "Block" || type === "ClassDef"),
  isList: ({ type }) => type === "Module" || type === "Block",
  isFlowRoot,
  isTracked,
  mannerOf,
  lower(flow) {
    for (const node of flow.waiting) {
      const b = new FlowBuilder(flow.root, (binding) => flow.isTracked(binding));
      b.cutter = new SegmentCuts(flow);
      if (node === flow.root) b.cutter.take(b, node, (inner) => code(inner, node));
      else if (node.type === "Block") block(b, node as Block);
      else statement(b, node);
    }
  },
});
