import { z } from "zod";
import { defineRule } from "../rule.js";
import { limit } from "./limits.js";

const options = z.strictObject({ most: limit(5, "How many parameters a function may have.") });

export const manyParameters = defineRule({
  id: "strain.many-parameters",
  title: "A function with many parameters",
  why: "At a call nobody can tell which value is for what. Values that belong together can be handed over as one, by their names.",
  level: "hint",
  kits: ["light"],
  options,
  examples: {
    alerts: [{
      code: "export function «fare»(age, late, pier) {\n  return age + late + pier;\n}\n",
      options: { most: 2 },
    }],
    quiet: [{ code: "export function fare(age, late, pier) {\n  return age + late + pier;\n}\n" }],
  },
  shapes: {
    function({ node, parameters, body }, { text, facts, options: { most }, isBroken, alert }) {
      if (parameters.length <= most || body === null || isBroken(node)) return;
      alert(facts.labelOf(node, text), {
        message: `This function has ${parameters.length} parameters, and ${most} ${most === 1 ? "is" : "are"} the limit: hand over together what belongs together`,
      });
    },
  },
});
