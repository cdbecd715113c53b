/** Taking hush comments, or parts of them, out of a text. */
import type { Edit, Span } from "../../text/edit.js";
import type { SourceText } from "../../text/text.js";
import type { HushUse } from "../rule.js";

/** The edit that takes a comment out: with its line where it stands alone, and with the braces around it that make room for it. */
export function withoutComment(text: SourceText, { from, to }: Span): Edit {
  const before = /[^\n\r]*$/.exec(text.slice(Math.max(0, from - 500), from))![0];
  const after = /^[^\n\r]*(?:\r\n|\n|\r)?/.exec(text.slice(to, to + 500))![0];
  if (/^\s*\{?\s*$/.test(before) && /^\s*\}?\s*$/.test(after) && before.includes("{") === after.includes("}")) {
    return { from: from - before.length, to: to + after.length, insert: "" };
  }
  return { from: from - /[ \t]*$/.exec(before)![0].length, to, insert: "" };
}

/** The edit that takes one of the rules out of a hush, or the whole comment if it names no other. */
export function withoutRule(text: SourceText, { rules, comment }: HushUse, index: number): Edit {
  if (rules.length === 1) return withoutComment(text, comment);
  const from = index === 0 ? rules[0]!.from : rules[index - 1]!.to;
  return { from, to: index === 0 ? rules[1]!.from : rules[index]!.to, insert: "" };
}
