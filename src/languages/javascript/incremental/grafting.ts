/** What was read anew, put into a tree without what the tree has already. */
import type { TreeChange } from "../../../syntax/change.js";
import { graft, type Replacement } from "../../../syntax/graft.js";
import type { Node } from "../../../syntax/node.js";
import type { ParsedText } from "../parser/index.js";
import type { ElementNotes } from "../parser/state.js";
import { listOf } from "./container.js";
import type { Damage } from "./damage.js";
import { fitsIn } from "./fits.js";
import { looksAt } from "./reading.js";

/** What is noted of the items of a text. */
export const itemSets = ["overclosed", "unclosed", "loose", "softlyLoose", "fragile"] as const;
export type ItemSet = (typeof itemSets)[number];

/** What the parser leaves to those that find out what names mean. */
const laterFields: ReadonlySet<string> = new Set(["fact"]);

export interface Grafting {
  grafted(what: Replacement, damage: Damage): TreeChange;
  /** What stands in the tree for a node that was read, once it is grafted. */
  inTree(node: Node): Node;
}

/** Into `tree`. `notes` are those on what was read; what is kept in its place takes them over. */
export function grafting(tree: ParsedText, notes: ElementNotes): Grafting {
  const twins = new Map<Node, Node>();
  let root: Node;
  return {
    grafted(what, damage) {
      root = what.path[0]!;
      const items = new Set(what.path.length === 1 ? what.fresh : []);
      return graft(what, damage, {
        listOf,
        laterFields,
        fits: (node, first, removed, added) => {
          const directives = node.type === "Program" || node.type === "FunctionBody";
          return fitsIn({ node, directives }, first, removed, added);
        },
        looksAt: (element, end) => looksAt(tree, element, end),
        paired(old, fresh) {
          const note = notes.get(fresh);
          if (note === undefined) notes.delete(old);
          else notes.set(old, note);
          if (items.has(fresh)) twins.set(fresh, old);
        },
      });
    },
    inTree(node) {
      return node.parent === root ? node : twins.get(node) ?? node;
    },
  };
}
