import { z } from "zod";
import { defineRule } from "../rule.js";

const options = z.strictObject({
  caught: z.boolean().default(true).describe("Alert at empty `catch` blocks, too."),
});

export const emptyBlock = defineRule({
  id: "dead.empty-block",
  title: "A block with nothing in it",
  why: "A reader cannot tell whether something was forgotten. A comment that says why nothing is to be done here settles it.",
  level: "warning",
  kits: [],
  options,
  examples: {
    alerts: [
      { code: "if (tide) «{}»\n" },
      { code: "try { sail(); } catch «{\n}»\n" },
      { code: "while (sail()) «{ }»\n" },
    ],
    quiet: [
      { code: "if (tide) { /* nothing sails */ }\n" },
      { code: "function sail() {}\nconst moor = () => {};\nclass Pier {}\n" },
      { code: "try { sail(); } catch {}\n", options: { caught: false } },
      { code: "try {\n  sail();\n  // Without a tide there is nothing to do.\n} catch {}\n" },
    ],
  },
  shapes: {
    block({ node, statements, isCaught }, { text, alert, facts, edits, isBroken }) {
      if (isCaught || statements.length > 0 || isBroken(node)) return;
      if (facts.holdsComment(text, node.start, node.end)) return;
      alert(node, {
        message: "This block is empty: fill it, take it out, or say why in a comment",
        remedies: () => edits.withoutEmpty(node, text),
      });
    },
    handler({ body, caught }, { text, options, alert, facts, isBroken }) {
      if (!options.caught) return;
      for (const { block, statements } of caught) {
        if (statements.length > 0 || block.length === 0 || isBroken(block)) continue;
        // A reason may stand in it, or right before it.
        const last = facts.statementsIn(body)?.at(-1);
        if (facts.holdsComment(text, last?.end ?? body.start, block.end)) continue;
        alert(block, {
          message: "What is caught here is passed over in silence: handle it, or say why not in a comment",
        });
      }
    },
  },
});
