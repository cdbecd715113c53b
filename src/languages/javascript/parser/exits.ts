/** `return`, `throw`, `break` and `continue`, and labels. */
import {
  BreakStatement,
  ContinueStatement,
  LabeledStatement,
  ReturnStatement,
  ThrowStatement,
  Missing,
} from "../nodes/index.js";
import { holdsObject, parseReturnedObject } from "./braced-object.js";
import { parseExpression } from "./expressions.js";
import { parseBody } from "./governed.js";
import { indentAt } from "./indentation.js";
import { parseIdentifier } from "./names.js";
import { report, reportForm } from "./recovery.js";
import { next } from "./scanner.js";
import { Context, has, type ParseState } from "./state.js";
import { semicolon } from "./statements.js";
import { Token } from "./token.js";

export function parseReturn(p: ParseState): ReturnStatement {
  const { start, end } = p;
  next(p);
  if (!has(p, Context.Return) && !p.looseReturn) {
    report(p, "misplaced", start, end, "`return` stands only in functions", { isShared: true });
  }
  const bare = p.newline || p.token === Token.Semicolon || p.token === Token.BraceClose || p.token === Token.End;
  const argument = p.newline && indentAt(p, p.start) >= indentAt(p, start) && holdsObject(p)
    ? parseReturnedObject(p, start)
    : bare ? null : parseExpression(p);
  semicolon(p, "`return`");
  return new ReturnStatement(start, p.prevEnd, argument);
}

/** What is thrown, where a line end comes before it: the lines can be joined, unless a comment stands there. */
function missingThrown(p: ParseState): Missing {
  const [at, to] = [p.prevEnd, p.start];
  const canJoin = p.token !== Token.BraceClose &&
    p.token !== Token.Semicolon &&
    p.token !== Token.End &&
    /^\s*$/.test(p.source.slice(at, to));
  reportForm(
    p,
    "missing-part",
    at,
    at,
    "The value to throw is missing: it stands on the line of `throw`",
    canJoin ? { insert: { at, text: " ", over: to - at } } : {},
  );
  return new Missing(at, at);
}

export function parseThrow(p: ParseState): ThrowStatement {
  const { start } = p;
  next(p);
  const argument = p.newline ? missingThrown(p) : parseExpression(p);
  semicolon(p, "`throw`");
  return new ThrowStatement(start, p.prevEnd, argument);
}

export function parseJump(p: ParseState): BreakStatement | ContinueStatement {
  const { start, end } = p;
  const isBreak = p.token === Token.Break;
  next(p);
  const label = p.token === Token.Name && !p.newline ? parseIdentifier(p) : null;
  const word = isBreak ? "break" : "continue";
  if (label !== null) {
    const target = p.labels.findLast((known) => known.name === label.name);
    if (target === undefined) {
      report(
        p,
        "misplaced",
        label.offset,
        label.offset + label.length,
        `There is no label \`${label.name}\` around this \`${word}\``,
      );
    } else if (!isBreak && !target.loop) {
      report(
        p,
        "misplaced",
        label.offset,
        label.offset + label.length,
        `\`${label.name}\` is not the label of a loop, so \`continue\` cannot go there`,
      );
    }
  } else if (!has(p, Context.Loop) && !(isBreak && has(p, Context.Switch))) {
    report(
      p,
      "misplaced",
      start,
      end,
      isBreak ? "`break` stands only in loops and `switch`" : "`continue` stands only in loops",
    );
  }
  semicolon(p, `\`${word}\``);
  return isBreak ? new BreakStatement(start, p.prevEnd, label) : new ContinueStatement(start, p.prevEnd, label);
}

export function parseLabelled(p: ParseState): LabeledStatement {
  const { start } = p;
  const label = parseIdentifier(p);
  next(p);
  if (p.labels.some((known) => known.name === label.name)) {
    report(
      p,
      "misplaced",
      label.offset,
      label.offset + label.length,
      `The label \`${label.name}\` is already in use around this place`,
    );
  }
  let { token } = p;
  if (token === Token.Name) {
    // A chain of labels belongs to the loop at its end.
    const ahead = /^(?:[\w$]+\s*:\s*)+(for|while|do)\b/.exec(p.source.slice(p.start, p.start + 200));
    if (ahead) token = Token.For;
  }
  p.labels.push({ name: label.name, loop: token === Token.For || token === Token.While || token === Token.Do });
  const body = parseBody(p, true);
  p.labels.pop();
  return new LabeledStatement(start, p.prevEnd, label, body);
}
