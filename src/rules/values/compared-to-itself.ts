import { z } from "zod";
import { defineRule } from "../rule.js";

const options = z.strictObject({
  names: z.boolean()
    .default(false)
    .describe(
      "Alert where a plain name is asked whether it is the same as itself, too. That is how some ask whether it is a number at all.",
    ),
});

/** What a comparison of a value with itself comes to. */
const outcome: Readonly<Record<string, "true" | "false" | undefined>> = {
  less: "false",
  more: "false",
  "at-most": "true",
  "at-least": "true",
  identical: "true",
  equal: "true",
  "not-identical": "false",
  "not-equal": "false",
};

export const comparedToItself = defineRule({
  id: "values.compared-to-itself",
  title: "A value that is compared with itself",
  why:
    "Both sides are the same, so the answer is known before. One of them was most likely meant to be something else.",
  level: "error",
  kits: ["sound"],
  options,
  examples: {
    alerts: [
      { code: "if («ferry.seats <= ferry.seats») sail();\n" },
      { code: "if («tide > tide») sail();\n" },
      { code: "const same = «berth.pier === berth.pier»;\nexport { same };\n" },
      { code: "if («tide !== tide») sail();\n", options: { names: true } },
    ],
    quiet: [
      { code: "if (ferry.seats <= ferry.guests) sail();\n" },
      { code: "if (tide !== tide) sail();\n" },
      { code: "if (next() === next()) sail();\n" },
      { code: "if (seats[i++] === seats[i++]) sail();\n" },
    ],
  },
  shapes: {
    comparison({ node, left, right, is }, { text, facts, shape, options: { names }, isBroken, alert }) {
      const known = outcome[is];
      if (known === undefined || !facts.isSame(left, right, text) || !facts.isSteady(left)) return;
      const asksForNumber = /equal|identical/.test(is) && shape("name", left) !== undefined;
      if ((asksForNumber && !names) || shape("literal", left) !== undefined || isBroken(node)) return;
      alert(node, {
        message: `Both sides are the same, so this is always ${known}: one of them is to be something else`,
      });
    },
  },
});
