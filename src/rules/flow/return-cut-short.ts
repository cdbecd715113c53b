import { defineRule } from "../rule.js";

export const returnCutShort = defineRule({
  id: "flow.return-cut-short",
  title: "A return whose value stands on the next line",
  why: "A line end behind `return` ends the statement, so that nothing is returned and the value on the next line is never worked out.",
  level: "error",
  kits: ["sound"],
  examples: {
    alerts: [{
      code: "function fare(adults) {\n  «return»\n    adults * 420;\n}\n",
      after: "function fare(adults) {\n  return adults * 420;\n}\n",
    }],
    quiet: [
      { code: "function fare(adults) {\n  return (\n    adults * 420\n  );\n}\n" },
      { code: "function fare(a) {\n  if (a) return\n  sail()\n}\n" },
      { code: "function fare() {\n  return;\n}\n" },
    ],
  },
  lists({ before, children }, { text, alert, facts, edits, shape }) {
    let last = before;
    for (const next of children) {
      const exit = last;
      last = next;
      if (exit === null || shape("exit", exit)?.kind !== "return" || !facts.isCutOff(exit, next, text)) continue;
      alert(exit, {
        message: "The value on the next line is not returned: a line end behind `return` ends it",
        related: [{ at: next, message: "This is never reached" }],
        remedies: () => [{
          title: "Join the lines",
          certainty: "proposed",
          byHand: true,
          edits: edits.joinValue(exit, next, text),
        }],
      });
    }
  },
});
