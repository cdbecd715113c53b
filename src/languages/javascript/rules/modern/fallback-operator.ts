import type { FileView } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import type { JavaScriptNode } from "../../nodes/index.js";
import { inPlaceAs, tightness } from "../../placing.js";
import { isAbsent } from "../../reading.js";
import { defineRule } from "../../rule.js";
import { holdsComment } from "../comments.js";
import { has } from "./edition.js";

/** What a test asks to be absent, or to be there, for both kinds of absence. */
function asked(test: Node, { text, facts }: FileView): { readonly value: Node; readonly isThere: boolean } | undefined {
  const one = test as JavaScriptNode;
  const side = (node: JavaScriptNode): { value: Node; operator: string; absent: Node } | undefined => {
    if (node.type !== "BinaryExpression") return undefined;
    const { left, right, operator } = node;
    if (isAbsent(right)) return { value: left, operator, absent: right };
    return isAbsent(left) ? { value: right, operator, absent: left } : undefined;
  };
  const alone = side(one);
  if (alone !== undefined) {
    return alone.operator === "==" || alone.operator === "!="
      ? { value: alone.value, isThere: alone.operator === "!=" }
      : undefined;
  }
  if (one.type !== "LogicalExpression" || one.operator === "??") return undefined;
  const [first, second] = [side(one.left as JavaScriptNode), side(one.right as JavaScriptNode)];
  const isThere = one.operator === "&&";
  const wanted = isThere ? "!==" : "===";
  if (first?.operator !== wanted || second?.operator !== wanted || !facts.isSame(first.value, second.value, text)) {
    return undefined;
  }
  const isNull = (node: Node): boolean => node.type === "Literal";
  return isNull(first.absent) === isNull(second.absent) ? undefined : { value: first.value, isThere };
}

export const fallbackOperator = defineRule({
  id: "modern.fallback-operator",
  title: "A fallback that is chosen by hand",
  why: "Since edition 2020 `a ?? b` gives `b` where `a` is `null` or `undefined`, and names `a` once.",
  level: "hint",
  kits: ["modern"],
  examples: {
    alerts: [
      { code: "sail(«pier == null ? 3 : pier»);\n", after: "sail(pier ?? 3);\n" },
      {
        code: "sail(«quay.pier !== null && quay.pier !== undefined ? quay.pier : first()»);\n",
        after: "sail(quay.pier ?? first());\n",
      },
    ],
    quiet: [
      { code: "sail(pier ?? 3);\n" },
      { code: "sail(pier === null ? 3 : pier);\n" },
      { code: "sail(pier ? pier : 3);\n" },
      { code: "sail(next() == null ? 3 : next());\n" },
    ],
  },
  visit: {
    ConditionalExpression(node, file) {
      const { text, facts, isBroken, alert } = file;
      if (!has(file, 2020)) return;
      const found = asked(node.test, file);
      if (found === undefined || !facts.isSteady(found.value) || isBroken(node)) return;
      const [same, other] = found.isThere ? [node.consequent, node.alternate] : [node.alternate, node.consequent];
      if (!facts.isSame(same, found.value, text)) return;
      alert(node, {
        message: "A fallback is chosen by hand here: `??` does so",
        remedies() {
          if (holdsComment(text, node.start, node.end)) return [];
          const code = (of: Node): string => {
            const own = text.slice(of.start, of.end);
            return tightness(of) < 5 || of.parenthesized ? `(${own})` : own;
          };
          const insert = inPlaceAs(`${code(found.value)} ?? ${code(other)}`, 3, node);
          const up = node.parent as JavaScriptNode;
          // `??` may not stand beside `&&` and `||` without parentheses.
          const isMixed = up.type === "LogicalExpression" && up.operator !== "??" && !node.parenthesized;
          return [{
            title: "Write it with `??`",
            certainty: "certain",
            edits: [{
              from: node.start,
              to: node.end,
              insert: isMixed && !insert.startsWith("(") ? `(${insert})` : insert,
            }],
          }];
        },
      });
    },
  },
});
