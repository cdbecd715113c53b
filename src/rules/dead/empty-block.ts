import { z } from "zod";
import type { TryStatement } from "../../languages/javascript/nodes/index.js";
import type { Node } from "../../syntax/node.js";
import type { SourceText } from "../../text/text.js";
import { holdsComment } from "../comments.js";
import { defineRule } from "../rule.js";

const options = z.strictObject({
  caught: z.boolean().default(true).describe("Alert at empty `catch` blocks, too."),
});

/** Whether a comment stands right before a `catch`, in the block that it belongs to or behind that, or before the statement. */
function hasReasonBefore(node: Node, text: SourceText): boolean {
  const whole = node.parent!.parent as TryStatement;
  const { block } = whole;
  const last = block.body.at(-1);
  if (holdsComment(text, last?.end ?? block.start, node.start)) return true;
  return /(?:\/\/[^\n\r]*[\n\r]|\*\/)[ \t]*$/.test(text.slice(Math.max(0, whole.start - 300), whole.start));
}

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
      { code: "// Without a tide there is nothing to do.\ntry { sail(); } catch {}\n" },
      { code: "try {\n  sail();\n  // Without a tide there is nothing to do.\n} catch {}\n" },
    ],
  },
  visit: {
    BlockStatement(node, { text, options: { caught }, alert, isBroken }) {
      if (node.body.length > 0 || node.length === 0 || isBroken(node)) return;
      const holder = node.parent!.type;
      if (holder === "CatchClause" && !caught) return;
      if (holdsComment(text, node.start, node.end) || (holder === "CatchClause" && hasReasonBefore(node, text))) return;
      alert(node, {
        message: holder === "CatchClause"
          ? "What is caught here is passed over in silence: handle it, or say why not in a comment"
          : "This block is empty: fill it, take it out, or say why in a comment",
      });
    },
  },
});
