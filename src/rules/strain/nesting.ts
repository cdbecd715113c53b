import { z } from "zod";
import { measureOfFunction } from "../../model/strain.js";
import { defineRule } from "../rule.js";
import { limit } from "./limits.js";

const options = z.strictObject({ most: limit(4, "How many stretches may stand in each other.") });

export const nesting = defineRule({
  id: "strain.nesting",
  title: "Code that stands deep in other code",
  why: "Whoever reads it has to keep in mind all that must hold to get there. Leaving early, and functions for inner parts, keep it flat.",
  level: "hint",
  kits: ["light"],
  options,
  examples: {
    alerts: [
      {
        code: "export function «moor»(quay) {\n  for (const pier of quay) {\n    if (pier.free) {\n      while (tide()) wait();\n    }\n  }\n}\n",
        options: { most: 2 },
      },
    ],
    quiet: [
      {
        code: "export function moor(quay) {\n  for (const pier of quay) {\n    if (pier.free) {\n      while (tide()) wait();\n    }\n  }\n}\n",
      },
      {
        code: "export function sign(tide) {\n  if (tide === 1) ebb();\n  else if (tide === 2) flow();\n  else if (tide === 3) wait();\n}\n",
        options: { most: 1 },
      },
    ],
  },
  shapes: {
    function(one, file) {
      const { text, facts, options: { most }, isBroken, alert } = file;
      const { depth } = measureOfFunction(one, file);
      if (depth <= most || isBroken(one.node)) return;
      alert(facts.labelOf(one.node, text), {
        message: `Code stands ${depth} deep in this function, and ${most} is the limit: leave early, or put an inner part into a function`,
      });
    },
  },
});
