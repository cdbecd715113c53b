import type { Statement } from "../../languages/javascript/nodes/index.js";
import type { Siblings } from "../../syntax/siblings.js";
import { holdsComment } from "../comments.js";
import { charAt } from "../lines.js";
import { defineRule, type FileView } from "../rule.js";

function check({ before, children }: Siblings, { text, alert }: FileView): void {
  let last = before as Statement | null;
  for (const next of children as readonly Statement[]) {
    const statement = last;
    last = next;
    if (
      statement?.type !== "ReturnStatement" || statement.argument !== null || charAt(text, statement.end - 1) === ";"
    ) {
      continue;
    }
    const looksLikeValue = next.type === "ExpressionStatement" ||
      (
        next.type === "BlockStatement" &&
        next.body.every(({ type }) => type === "LabeledStatement" || type === "ExpressionStatement")
      );
    if (!looksLikeValue) continue;
    if (/\n\s*\n/.test(text.slice(statement.end, next.start))) continue;
    alert(statement, {
      message: "The value on the next line is not returned: a line end behind `return` ends it",
      related: [{ at: next, message: "This is never reached" }],
      remedies: () => (
        holdsComment(text, statement.end, next.start) || next.type !== "ExpressionStatement"
          ? []
          : [{
            title: "Join the lines",
            certainty: "proposed",
            edits: [{ from: statement.end, to: next.start, insert: " " }],
          }]
      ),
    });
  }
}

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
  siblings: { FunctionBody: check, BlockStatement: check, SwitchCase: check },
});
