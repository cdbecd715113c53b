import { z } from "zod";
import { ownLines } from "../../model/strain.js";
import { defineRule } from "../rule.js";
import { limit } from "./limits.js";

const options = z.strictObject({
  lines: limit(
    80,
    "How many lines with code a function may have; blank ones, comments and the functions in it do not count.",
  ),
});

export const longFunction = defineRule({
  id: "strain.long-function",
  title: "A long function",
  why: "What does not fit on a screen has to be remembered while it is read. Most long functions do several things, each of which can have a name.",
  level: "hint",
  kits: ["light"],
  options,
  examples: {
    alerts: [
      { code: "export function «moor»() {\n  // Both.\n  tie();\n\n  call();\n}\n", options: { lines: 3 } },
    ],
    quiet: [
      { code: "export function moor() {\n  // Both.\n  tie();\n\n  call();\n}\n", options: { lines: 4 } },
    ],
  },
  shapes: {
    function(one, file) {
      const { text, facts, options: { lines }, isBroken, alert } = file;
      const { node, body } = one;
      // No line is shorter than its end.
      if (body === null || node.length <= lines) return;
      const count = ownLines(one, file);
      if (count <= lines || isBroken(node)) return;
      alert(facts.labelOf(node, text), {
        message: `This function has ${count} lines of code, and ${lines} ${lines === 1 ? "is" : "are"} the limit: give its parts functions with names`,
      });
    },
  },
});
