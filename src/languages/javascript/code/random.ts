/** Random values: those that can be guessed, and how to make others. */
import type { CodeEdits } from "../../../model/code.js";
import type { Node } from "../../../syntax/node.js";
import { bindingOf } from "../names/facts.js";
import type { CallExpression, JavaScriptNode } from "../nodes/index.js";

/** `Math.random()`. */
export function isGuessable(call: Node): boolean {
  if (call.type !== "CallExpression") return false;
  const callee = (call as CallExpression).callee as JavaScriptNode;
  if (callee.type !== "MemberExpression" || callee.computed) return false;
  const { object, property } = callee;
  return object.type === "Identifier" &&
    object.name === "Math" &&
    bindingOf(object) === undefined &&
    (property as { name?: string }).name === "random";
}

const asText = /^\.toString\(\s*(?:36|16)\s*\)(?:\s*\.(?:slice|substr|substring)\(\s*\d+(?:\s*,\s*-?\d+)?\s*\))?$/;

/** A text of its digits becomes one that is made for being unique. */
export const unguessable: CodeEdits["unguessable"] = (call, text) => {
  let whole = call;
  for (let up = call.parent; up !== null; up = up.parent) {
    if (up.type !== "MemberExpression" && up.type !== "CallExpression") break;
    if (up.start !== call.start) break;
    whole = up;
  }
  return asText.test(text.slice(call.end, whole.end))
    ? {
      certainty: "proposed",
      needs: "crypto",
      edits: [{ from: whole.start, to: whole.end, insert: "crypto.randomUUID()" }],
    }
    : undefined;
};
