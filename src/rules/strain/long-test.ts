import { z } from "zod";
import type { Node } from "../../syntax/node.js";
import { defineRule, type FileView } from "../rule.js";
import { limit } from "./limits.js";

const options = z.strictObject({ most: limit(5, "How many parts a condition may have.") });

/** The parts that a condition joins. */
function partsOf(node: Node, { shape }: Pick<FileView, "shape">): number {
  let count = 0;
  const open = [node];
  for (let one = open.pop(); one !== undefined; one = open.pop()) {
    const logical = shape("logical", one);
    if (logical !== undefined) {
      open.push(logical.left, logical.right);
      continue;
    }
    const not = shape("not", one);
    if (not !== undefined) open.push(not.operand);
    else count += 1;
  }
  return count;
}

export const longTest = defineRule({
  id: "strain.long-test",
  title: "A condition of many parts",
  why: "Which of its parts must hold is hard to see and harder to try out. A name for a part, or a function, says what is asked.",
  level: "hint",
  kits: ["light"],
  options,
  examples: {
    alerts: [{ code: "if («tide > 3 && pier.free && !(late || full)») moor();\n", options: { most: 3 } }],
    quiet: [{ code: "if (tide > 3 && pier.free && !(late || full)) moor();\n" }],
  },
  shapes: {
    logical({ node }, file) {
      const { options: { most }, shape, isBroken, alert } = file;
      // The whole of it is looked at once, from its top.
      for (let up = node.parent; up !== null; up = up.parent) {
        if (shape("logical", up) !== undefined) return;
        if (shape("not", up) === undefined) break;
      }
      const count = partsOf(node, file);
      if (count <= most || isBroken(node)) return;
      alert(node, {
        message: `This condition has ${count} parts, and ${most} ${most === 1 ? "is" : "are"} the limit: give some of them a name`,
      });
    },
  },
});
