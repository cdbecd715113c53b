import type { Node } from "../../../syntax/node.js";
import type { Edit } from "../../../text/edit.js";
import type { SourceText } from "../../../text/text.js";
import { defineRefit } from "../../refit.js";
import type { JavaScriptNode } from "../nodes/index.js";
import { around, losesComment, spanOf } from "./code.js";

const isText = (node: Node): boolean =>
  (node as JavaScriptNode).type === "Literal" && (node as { isString?: boolean }).isString === true;

/** The operands of a sum, as far as it is not put in parentheses: those before the first text are added as they are, and stay one. */
export function operandsOf(node: Node): Node[] {
  const operands: Node[] = [];
  let rest = node as JavaScriptNode;
  while (rest.type === "BinaryExpression" && rest.operator === "+") {
    operands.unshift(rest.right);
    if (isText(rest.left) || (rest.left.type !== "BinaryExpression") || rest.left.parenthesized) {
      operands.unshift(rest.left);
      break;
    }
    rest = rest.left as JavaScriptNode;
    if (rest.type !== "BinaryExpression" || rest.operator !== "+") operands.unshift(rest);
  }
  const first = operands.findIndex((operand) => isText(operand) || operand.type === "TemplateLiteral");
  if (first <= 1) return operands;
  // What is added before there is a text may be numbers: the node that holds just that sum.
  let head = node as JavaScriptNode;
  for (let count = operands.length; count > first; count -= 1) head = (head as { left: JavaScriptNode }).left;
  return [head, ...operands.slice(first)];
}

/** What a text is in a template. `undefined` where it has an escape that templates do not know. */
function inTemplate(raw: string): string | undefined {
  const inner = raw.slice(1, -1);
  if (/(?:^|[^\\])(?:\\\\)*\\[0-9]/.test(inner)) return undefined;
  return inner.replaceAll(
    /\\([^])|`|\$\{/g,
    (whole, escaped: string | undefined) => (
      escaped === undefined ? `\\${whole}` : /["']/.test(escaped) ? escaped : whole
    ),
  );
}

function piece(operand: Node, text: SourceText): string | undefined {
  const one = operand as JavaScriptNode;
  if (one.type === "Literal" && one.isString) return inTemplate(one.raw);
  if (one.type === "TemplateLiteral") return text.slice(one.start + 1, one.end - 1);
  return `\${${text.slice(one.start, one.end)}}`;
}

/** Pieces one behind another: a `$` that gets a brace behind it there is still a `$`. */
function joined(pieces: readonly string[]): string {
  return pieces.reduce(
    (text, next) => (
      next.startsWith("{") && /(?:^|[^\\])(?:\\\\)*\$$/.test(text) ? `${text.slice(0, -1)}\\$${next}` : text + next
    ),
    "",
  );
}

const isPlain = (operand: Node): boolean => isText(operand) || operand.type === "TemplateLiteral";

/** The edit that makes a sum a template text; `undefined` where it holds no text, texts alone, a comment that would be lost, or an escape that templates do not know. */
export function joinedToTemplate(sum: Node, text: SourceText): Edit | undefined {
  const operands = operandsOf(sum);
  if (!operands.some(isPlain) || operands.every(isText) || losesComment(spanOf(sum), operands.map(spanOf), text)) {
    return undefined;
  }
  const pieces = operands.map((operand) => piece(operand, text));
  return pieces.includes(undefined) ? undefined : { ...spanOf(sum), insert: `\`${joined(pieces as string[])}\`` };
}

export const templateText = defineRefit({
  id: "template-text",
  kind: "refactor.rewrite",
  examples: [
    {
      code: 'const line = "Pier " + «»pier + ": " + berth.name;\n',
      after: "const line = `Pier ${pier}: ${berth.name}`;\n",
    },
    {
      code: "const line = adults + children «»+ ' on `' + (deck + 1) + '`';\n",
      after: "const line = `${adults + children} on \\`${deck + 1}\\``;\n",
    },
    { code: 'log("A" + «»`b${c}` + "d");\n', after: "log(`Ab${c}d`);\n" },
    { code: "const sum = adults «»+ children;\n" },
    { code: 'const both = "A" «»+ "B";\n' },
    { code: 'const line = "A" + /* why */ «»b;\n' },
  ],
  offer(selection, { root, text }) {
    let sum = around(root, selection, "BinaryExpression");
    while (
      sum?.parent?.type === "BinaryExpression" &&
      !sum.parenthesized &&
      (sum.parent as { operator?: string }).operator === "+" &&
      (sum.parent as { left?: Node }).left === sum
    ) sum = sum.parent as never;
    if (sum === undefined || sum.operator !== "+") return undefined;
    const edit = joinedToTemplate(sum, text);
    if (edit === undefined) return undefined;
    // An object may give something else when it is asked for its text than when it is added to one.
    return { title: "Join to a template text", certainty: "proposed", edits: [edit] };
  },
});
