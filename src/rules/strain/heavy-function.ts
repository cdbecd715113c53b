import { z } from "zod";
import { strainOf, strainText, type Strain } from "../../model/strain.js";
import { defineRule } from "../rule.js";
import { limit } from "./limits.js";

const options = z.strictObject({ most: limit(30, "How much strain a function may have.") });

/** What to do about the part that weighs most. */
function advice({ branches, nesting, length, parameters }: Strain): string {
  const most = Math.max(branches, nesting, length, parameters);
  if (most === nesting) return "leave early, or put an inner part into a function";
  if (most === branches) return "put what belongs together into functions of its own";
  return most === length ? "give its parts functions with names" : "hand over together what belongs together";
}

export const heavyFunction = defineRule({
  id: "strain.heavy-function",
  title: "A function that is hard to work on",
  why: "Its strain is a sum: one for each branch, one for each stretch that another stretch stands in, one for ten lines of code, and one for each parameter beyond four. A straight function of ten lines has 1. There is no upper end: what counts is that it falls.",
  level: "hint",
  kits: ["light"],
  options,
  examples: {
    alerts: [
      {
        code: "export function «moor»(quay) {\n  for (const pier of quay) {\n    if (pier.free && tide()) {\n      while (late()) wait();\n    }\n  }\n}\n",
        options: { most: 6 },
      },
    ],
    quiet: [
      {
        code: "export function moor(quay) {\n  for (const pier of quay) {\n    if (pier.free && tide()) {\n      while (late()) wait();\n    }\n  }\n}\n",
      },
    ],
  },
  shapes: {
    function(one, file) {
      const { text, facts, options: { most }, isBroken, alert } = file;
      if (one.body === null) return;
      const strain = strainOf(one, file);
      if (strain.figure <= most || isBroken(one.node)) return;
      alert(facts.labelOf(one.node, text), {
        message: `The strain of this function is ${strainText(strain)}, and ${most} is the limit: ${advice(strain)}`,
      });
    },
  },
});
