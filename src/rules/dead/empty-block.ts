import { z } from "zod";
import { holdsComment } from "../comments.js";
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
    ],
  },
  visit: {
    BlockStatement(node, { text, options: { caught }, alert, isBroken }) {
      if (node.body.length > 0 || node.length === 0 || isBroken(node)) return;
      const holder = node.parent!.type;
      if (holder === "CatchClause" && !caught) return;
      if (holdsComment(text, node.start, node.end)) return;
      alert(node, {
        message: holder === "CatchClause"
          ? "What is caught here is passed over in silence: handle it, or say why not in a comment"
          : "This block is empty: fill it, take it out, or say why in a comment",
      });
    },
  },
});
