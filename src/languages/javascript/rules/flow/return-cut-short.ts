import { charAt } from "../../../../rules/lines.js";
import type { FileView } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import type { Siblings } from "../../../../syntax/siblings.js";
import type { Edit } from "../../../../text/edit.js";
import type { SourceText } from "../../../../text/text.js";
import type { BlockStatement, ReturnStatement, Statement } from "../../nodes/index.js";
import { defineRule } from "../../rule.js";
import { holdsComment } from "../comments.js";

/** Whether a statement is the value of the `return` before it, from which a line end cuts it off. */
export function isCutOff(statement: Node | null | undefined, next: Node, text: SourceText): boolean {
  if (statement?.type !== "ReturnStatement" || (statement as ReturnStatement).argument !== null) return false;
  if (charAt(text, statement.end - 1) === ";") return false;
  const looksLikeValue = next.type === "ExpressionStatement" ||
    (
      next.type === "BlockStatement" &&
      (next as BlockStatement).body.length > 0 &&
      (next as BlockStatement).body.every(({ type }) => /^(?:Labeled|Expression|Empty)Statement$|^Skipped$/.test(type))
    );
  return looksLikeValue && !/\n\s*\n/.test(text.slice(statement.end, next.start));
}

/** What brings a value to the word before it; around comments it goes in parentheses. */
function joined(end: number, value: Node, text: SourceText): Edit[] {
  if (!holdsComment(text, end, value.start)) return [{ from: end, to: value.start, insert: " " }];
  const close = charAt(text, value.end - 1) === ";" ? value.end - 1 : value.end;
  return [{ from: end, to: end, insert: " (" }, { from: close, to: close, insert: ")" }];
}

function check({ before, children }: Siblings, { text, alert }: FileView): void {
  let last = before as Statement | null;
  for (const next of children as readonly Statement[]) {
    const statement = last;
    last = next;
    if (statement === null || !isCutOff(statement, next, text)) continue;
    alert(statement, {
      message: "The value on the next line is not returned: a line end behind `return` ends it",
      related: [{ at: next, message: "This is never reached" }],
      remedies: () => [{
        title: "Join the lines",
        certainty: "proposed",
        byHand: true,
        edits: joined(statement.end, next, text),
      }],
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
