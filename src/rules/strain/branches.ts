import { z } from "zod";
import { measureOfFunction } from "../../model/strain.js";
import { defineRule } from "../rule.js";
import { limit } from "./limits.js";

const options = z.strictObject({ most: limit(15, "How many ways a function may have.") });

export const branches = defineRule({
  id: "strain.branches",
  title: "A function with many ways through it",
  why: "Each branch, turn of a loop, case and part of a condition is a way that has to be thought through and tried out. What belongs together can be a function of its own.",
  level: "hint",
  kits: ["light"],
  options,
  examples: {
    alerts: [
      {
        code:
          "export function «fare»(age, late) {\n  if (age < 4 || late) return 0;\n  return age < 12 ? 210 : 420;\n}\n",
        options: { most: 2 },
      },
    ],
    quiet: [
      {
        code:
          "export function fare(age, late) {\n  if (age < 4 || late) return 0;\n  return age < 12 ? 210 : 420;\n}\n",
      },
      { code: "export function fare(age) {\n  return age;\n}\n", options: { most: 0 } },
    ],
  },
  shapes: {
    function(one, file) {
      const { text, facts, options: { most }, isBroken, alert } = file;
      const { branches: count } = measureOfFunction(one, file);
      if (count <= most || isBroken(one.node)) return;
      alert(facts.labelOf(one.node, text), {
        message: `This function has ${count} branches, and ${most} ${most === 1 ? "is" : "are"} the limit: put what belongs together into functions of its own`,
      });
    },
  },
});
