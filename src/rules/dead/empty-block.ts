import { z } from "zod";
import type { BlockStatement, JavaScriptNode } from "../../languages/javascript/nodes/index.js";
import type { Node } from "../../syntax/node.js";
import type { SourceText } from "../../text/text.js";
import { holdsComment } from "../comments.js";
import { defineRule, type RemedyOffer } from "../rule.js";

const options = z.strictObject({
  caught: z.boolean().default(true).describe("Alert at empty `catch` blocks, too."),
});

/** The opposite of a condition, as code. */
function opposite(test: Node, text: SourceText): string {
  const one = test as JavaScriptNode;
  const code = text.slice(test.start, test.end);
  if (one.type === "UnaryExpression" && one.operator === "!") {
    return text.slice(one.argument.start, one.argument.end);
  }
  return /^(?:Identifier|(?:Call|Member|This|Chain)Expression|Literal)$/.test(test.type) ? `!${code}` : `!(${code})`;
}

/** An empty `else` goes; where only the `else` holds something, it is what is done if the condition does not hold. */
function remedies(block: BlockStatement, text: SourceText): RemedyOffer[] {
  const whole = block.parent as JavaScriptNode;
  if (whole.type !== "IfStatement" || whole.alternate === null) return [];
  const { test, consequent, alternate } = whole;
  if (holdsComment(text, consequent.end, alternate.start)) return [];
  if (block === alternate) {
    return [{
      title: "Take the `else` out",
      certainty: "proposed",
      edits: [{ from: consequent.end, to: alternate.end, insert: "" }],
    }];
  }
  if (alternate.type !== "BlockStatement" || holdsComment(text, test.end, consequent.start)) return [];
  return [{
    title: "Turn the condition, and leave the `else` out",
    certainty: "proposed",
    edits: [
      { from: test.start, to: test.end, insert: opposite(test, text) },
      { from: consequent.start, to: alternate.start, insert: "" },
    ],
  }];
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
      { code: "try {\n  sail();\n  // Without a tide there is nothing to do.\n} catch {}\n" },
    ],
  },
  visit: {
    BlockStatement(node, { text, alert, isBroken }) {
      if (node.parent!.type === "CatchClause" || node.body.length > 0 || node.length === 0 || isBroken(node)) return;
      if (holdsComment(text, node.start, node.end)) return;
      alert(node, {
        message: "This block is empty: fill it, take it out, or say why in a comment",
        remedies: () => remedies(node, text),
      });
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
