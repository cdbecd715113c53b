import { TemplateElement, TemplateLiteral, type Expression } from "../nodes/index.js";
import { parseExpressionWithIn, parseExpression } from "./expressions.js";
import { isEmptyHole } from "./indentation.js";
import { missing } from "./names.js";
import { here, report, reportForm } from "./recovery.js";
import { next, rescanTemplate, textToKeep } from "./scanner.js";
import type { ParseState } from "./state.js";
import { Token } from "./token.js";

/** A template literal. The current token is its first piece. In a tagged template malformed escapes are allowed. */
export function parseTemplate(p: ParseState, tagged: boolean): TemplateLiteral {
  const { start } = p;
  const quasis: TemplateElement[] = [];
  const expressions: Expression[] = [];
  for (;;) {
    const more = p.source.startsWith("${", p.end - 2) && p.end - 2 > p.start;
    const closed = !more &&
      p.source.charCodeAt(p.end - 1) === 96 &&
      (p.end - 1 > p.start || p.source.charCodeAt(p.start) !== 96);
    const to = more ? p.end - 2 : closed ? p.end - 1 : p.end;
    if (p.escaped && !tagged) {
      report(
        p,
        "malformed",
        p.start,
        p.end,
        "This text holds an escape that is not complete or not allowed in a template",
      );
    }
    quasis.push(new TemplateElement(p.start + 1, to, textToKeep(p, p.start + 1, to), !more));
    if (!more) {
      if (!closed) {
        report(p, "unfinished-text", start, start + 1, "This text has no end: put a backtick behind it", {
          insert: { at: p.end, text: "`" },
        });
        p.calm = true;
      }
      next(p);
      return new TemplateLiteral(start, p.prevEnd, quasis, expressions);
    }
    const hole = { at: p.end - 2, text: "${" };
    next(p);
    expressions.push(
      isEmptyHole(p, start)
        ? missing(p, `A value is missing before ${here(p)}`)
        : parseExpressionWithIn(p, parseExpression),
    );
    if (p.token !== Token.BraceClose) {
      reportForm(
        p,
        "missing-closer",
        p.prevEnd,
        p.prevEnd,
        `\`}\` is missing to close the hole in the text before ${here(p)}`,
        {
          related: [{ from: hole.at, to: hole.at + 2, message: "`${` is opened here" }],
          insert: { at: p.prevEnd, text: "}" },
        },
      );
      if (!skipToHoleEnd(p)) {
        quasis.push(new TemplateElement(p.prevEnd, p.prevEnd, "", true));
        return new TemplateLiteral(start, p.prevEnd, quasis, expressions);
      }
    }
    rescanTemplate(p);
  }
}

/** Looks for the `}` of a hole on the same line. */
function skipToHoleEnd(p: ParseState): boolean {
  while (p.token !== Token.BraceClose && p.token !== Token.End && !p.newline && p.token !== Token.Semicolon) next(p);
  return p.token === Token.BraceClose;
}
