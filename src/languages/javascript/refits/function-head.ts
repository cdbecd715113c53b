/** What stands before the body of a function. */
import type { SourceText } from "../../../text/text.js";
import { type RefitContext } from "../../refit.js";
import type {
  ArrowFunctionExpression,
  FunctionDeclaration,
  FunctionExpression,
} from "../nodes/index.js";

/** The parameters of a function with what is written about types, as they are. */
export function head(
  node: FunctionDeclaration | FunctionExpression | ArrowFunctionExpression,
  text: SourceText,
): { code: string; from: number; to: number } | undefined {
  const before = text.slice(node.start, node.body!.start);
  const open = node.typeParameters?.start ?? node.start + before.indexOf("(");
  if (node.typeParameters === null && !before.includes("(")) return undefined;
  const close = node.type === "ArrowFunctionExpression" ? node.start + before.lastIndexOf("=>") : node.body!.start;
  const code = text.slice(open, close).trimEnd();
  return { code, from: open, to: open + code.length };
}

export function behindArrow(node: ArrowFunctionExpression, { text }: RefitContext): number {
  const last = node.returnType ?? node.params.at(-1);
  const from = last?.end ?? node.start;
  return from + text.slice(from, node.body.start).lastIndexOf("=>") + 2;
}

/** Why a word in a function keeps it from being an arrow function. */
export function otherInArrow(word: "arguments" | "eval" | "this"): string {
  if (word === "arguments") return "it uses `arguments`, which arrow functions have not";
  if (word === "eval") return "`eval` in it may use what means something else in an arrow function";
  return "it uses `this`, which means something else in an arrow function";
}
