import { looksExhaustive } from "../../languages/javascript/leaving.js";
import type { SwitchCase, SwitchStatement } from "../../languages/javascript/nodes/index.js";
import { holdsComment } from "../comments.js";
import { defineRule } from "../rule.js";

export const runsIntoNext = defineRule({
  id: "flow.runs-into-next",
  title: "A case that runs into the next one",
  why: "Without a `break`, `return` or the like at its end, a case goes on with the statements of the next one. That is most often forgotten; where it is meant, a comment between the two says so.",
  level: "warning",
  kits: ["sound"],
  examples: {
    alerts: [
      {
        code: "export function kind(tide) {\n  switch (tide) {\n    case 1:\n      low();\n    «case» 2:\n      high();\n  }\n}\nfunction low() {}\nfunction high() {}\n",
        after: "export function kind(tide) {\n  switch (tide) {\n    case 1:\n      low();\n      break;\n    case 2:\n      high();\n  }\n}\nfunction low() {}\nfunction high() {}\n",
      },
      {
        code: "export function kind(tide) {\n  switch (tide) {\n    case 1:\n      if (tide) return 1;\n    «default»:\n      return 2;\n  }\n}\n",
        after: "export function kind(tide) {\n  switch (tide) {\n    case 1:\n      if (tide) return 1;\n      break;\n    default:\n      return 2;\n  }\n}\n",
      },
    ],
    quiet: [
      {
        code: "export function kind(tide) {\n  switch (tide) {\n    case 1:\n    case 2:\n      return \"low\";\n    default:\n      return \"high\";\n  }\n}\n",
      },
      {
        code: "export function kind(tide) {\n  switch (tide) {\n    case 1:\n      low();\n      // A low tide is announced like the others.\n    case 2:\n      high();\n  }\n}\nfunction low() {}\nfunction high() {}\n",
      },
      {
        code: "export function kind(tide) {\n  switch (tide) {\n    case 1: {\n      throw new Error(\"low\");\n    }\n    default:\n      process.exit(1);\n  }\n}\n",
      },
    ],
  },
  flow(flow, { alert, text, typescript, isBroken }) {
    for (const { node } of flow.runningOn) {
      const one = node as SwitchCase;
      const whole = one.parent as SwitchStatement;
      const next = whole.cases[whole.cases.indexOf(one) + 1]!;
      const last = one.consequent.at(-1)!;
      if (typescript && looksExhaustive(last)) continue;
      // A comment at the end of the case, also inside its block.
      if (
        holdsComment(text, last.end, next.start) ||
        /(?:\/\/[^\n\r]*|\*\/)\s*\}$/.test(text.slice(Math.max(last.start, last.end - 400), last.end)) ||
        isBroken(whole)
      ) continue;
      alert({ headOf: next, length: next.test === null ? "default".length : "case".length }, {
        message: "The case before runs into this one: end it, or say in a comment that it is meant",
        related: [{ at: last, message: "Control goes on behind this" }],
        remedies: () => {
          const { start, end } = last;
          const gap = text.slice(end, next.start);
          const before = text.slice(Math.max(0, start - 500), start);
          const indent = /(?:^|[\n\r])([ \t]*)$/.exec(before)?.[1];
          const insert = indent !== undefined && /[\n\r]/.test(gap)
            ? `${/\r\n|\n|\r/.exec(gap)![0]}${indent}break;`
            : " break;";
          return [{
            title: "End the case with `break`",
            certainty: "proposed",
            edits: [{ from: end, to: end, insert }],
          }];
        },
      });
    }
  },
});
