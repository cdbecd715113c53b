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
      { code: "try {\n  sail();\n  // Without a tide there is nothing to do.\n} catch {}\n" },
    ],
  },
  visit: {
    BlockStatement(node, { text, alert, isBroken }) {
      if (node.parent!.type === "CatchClause" || node.body.length > 0 || node.length === 0 || isBroken(node)) return;
      if (holdsComment(text, node.start, node.end)) return;
      alert(node, { message: "This block is empty: fill it, take it out, or say why in a comment" });
    },
    TryStatement({ block, handler }, { text, options: { caught }, alert, isBroken }) {
      if (!caught || handler === null) return;
      const { body } = handler;
      if (body.body.length > 0 || body.length === 0 || isBroken(body)) return;
      // A reason may stand in it, or right before it.
      if (holdsComment(text, block.body.at(-1)?.end ?? block.start, body.end)) return;
      alert(body, {
        message: "What is caught here is passed over in silence: handle it, or say why not in a comment",
      });
    },
  },
});
