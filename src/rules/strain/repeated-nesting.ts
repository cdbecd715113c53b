import { z } from "zod";
import { measure } from "../../model/measures.js";
import { defineRule } from "../rule.js";
import { limit } from "./limits.js";

const options = z.strictObject({
  stretches: limit(3, "How many nested stretches a function may have one behind another."),
  depth: limit(2, "From how deep on a stretch counts."),
});

export const repeatedNesting = defineRule({
  id: "strain.repeated-nesting",
  title: "Several nested stretches in one function",
  why: "A function in which one loop with branches follows the other does several things. Each of them can have a name of its own.",
  level: "hint",
  kits: ["light"],
  options,
  examples: {
    alerts: [
      {
        code: "export function «moor»(quay) {\n  for (const pier of quay) {\n    if (pier.free) tie(pier);\n  }\n  for (const pier of quay) {\n    if (pier.late) call(pier);\n  }\n}\n",
        options: { stretches: 1 },
      },
    ],
    quiet: [
      {
        code: "export function moor(quay) {\n  for (const pier of quay) {\n    if (pier.free) tie(pier);\n  }\n  for (const pier of quay) call(pier);\n}\n",
        options: { stretches: 1 },
      },
    ],
  },
  shapes: {
    function({ body, node }, file) {
      const { text, facts, options: { stretches, depth }, isBroken, alert } = file;
      if (!Array.isArray(body)) return;
      const nested = (body as (typeof node)[]).filter((part) => measure(part, file).depth >= depth);
      if (nested.length <= stretches || isBroken(node)) return;
      alert(facts.labelOf(node, text), {
        message: `This function has ${nested.length} nested stretches, and ${stretches} ${stretches === 1 ? "is" : "are"} the limit: give each a function with a name`,
        related: nested.slice(0, 8).map((part, index) => ({
          at: { headOf: part, length: 1 },
          message: `Nested stretch ${index + 1}`,
        })),
      });
    },
  },
});
