/** Texts that are regular expressions. */
import type { PatternAt, TextFacts } from "../../../model/code.js";
import { bindingOf } from "../names/facts.js";
import type { CallExpression, JavaScriptNode, Literal } from "../nodes/index.js";

const dialect = "plain" as const;

/** A pattern as a literal, or as a text that `RegExp` is given. */
export const patternAt: TextFacts["patternAt"] = (node): PatternAt | undefined => {
  const one = node as JavaScriptNode;
  if (one.type === "Literal") return literalPattern(one);
  if (one.type !== "CallExpression" && one.type !== "NewExpression") return undefined;
  const { callee, arguments: given } = one as CallExpression;
  if (callee.type !== "Identifier" || callee.name !== "RegExp" || bindingOf(callee) !== undefined) return undefined;
  const [pattern, flags] = given as (JavaScriptNode | undefined)[];
  if (pattern?.type !== "Literal" || !pattern.isString) return undefined;
  if (flags !== undefined && (flags.type !== "Literal" || !flags.isString)) return undefined;
  const source = String(pattern.value);
  const isPlain = pattern.raw.slice(1, -1) === source;
  return {
    source,
    flags: flags === undefined ? "" : String(flags.value),
    at: isPlain ? pattern.start + 1 : undefined,
    node: pattern,
    dialect,
  };
};

function literalPattern(node: Literal): PatternAt | undefined {
  if (!node.raw.startsWith("/")) return undefined;
  const end = node.raw.lastIndexOf("/");
  return end === 0
    ? undefined
    : {
      source: node.raw.slice(1, end),
      flags: node.raw.slice(end + 1),
      at: node.start + 1,
      node,
      dialect,
    };
}
