/** Texts that are regular expressions. */
import type { PatternAt, TextFacts } from "../../../model/code.js";
import type { Node } from "../../../syntax/node.js";
import type { SourceText } from "../../../text/text.js";
import type { Attribute, Call, Constant, Name } from "../nodes.js";

/** The functions of `re` whose first argument is a pattern. */
const takingPatterns = /^(?:compile|match|search|fullmatch|sub|subn|split|findall|finditer)$/;

const flags: readonly (readonly [RegExp, string])[] = [
  [/\bre\.I(?:GNORECASE)?\b/, "i"],
  [/\bre\.M(?:ULTILINE)?\b/, "m"],
  [/\bre\.S\b|\bre\.DOTALL\b/, "s"],
];

/** A text that a function of `re` is given. */
export const patternAt: TextFacts["patternAt"] = (node, text): PatternAt | undefined => {
  if (node.type !== "Call") return undefined;
  const { func, args } = node as Call;
  const [pattern] = args;
  if (func.type !== "Attribute" || pattern?.type !== "Constant" || (pattern as Constant).kind !== "text") {
    return undefined;
  }
  const { value: module, attr } = func as Attribute;
  if (module.type !== "Name" || (module as Name).id !== "re" || !takingPatterns.test(attr)) return undefined;
  const rest = text.slice(pattern.end, node.end);
  // Blank space and comments in a pattern, and bytes, are read in another way.
  if (/\bre\.(?:X|VERBOSE|L|LOCALE|T|TEMPLATE)\b/.test(rest)) return undefined;
  return {
    source: String((pattern as Constant).value),
    flags: flags.flatMap(([form, flag]) => (form.test(rest) ? [flag] : [])).join(""),
    at: sourceStart(pattern as Constant, text),
    node: pattern,
    dialect: "extended",
  };
};

/** Where the content of a text begins that stands in the code as it is. */
function sourceStart(pattern: Constant, text: SourceText): number | undefined {
  const { start } = pattern;
  const code = text.slice(start, pattern.end);
  const opening = /^[a-zA-Z]*(?:"""|'''|["'])/.exec(code)![0];
  const quotes = /["']+$/.exec(opening)![0].length;
  return code.slice(opening.length, -quotes) === (pattern as Node & { value: unknown }).value
    ? start + opening.length
    : undefined;
}
