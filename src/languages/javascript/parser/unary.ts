/** Expressions with an operator before or behind their operand. */
import {
  AwaitExpression,
  UnaryExpression,
  UpdateExpression,
  type Expression,
} from "../nodes/index.js";
import { deeper, skipTooDeep } from "./depth.js";
import { parseLeftHandSide } from "./members.js";
import { checkSimpleTarget } from "./patterns.js";
import {
  report,
} from "./recovery.js";
import { isWord, next, peek } from "./scanner.js";
import { Context, has, type ParseState } from "./state.js";
import { Token } from "./token.js";
import { parseTypeAssertion } from "./typed-expressions.js";

const unaryTokens = new Set([Token.Bang, Token.Tilde, Token.Plus, Token.Minus, Token.Typeof, Token.Void, Token.Delete]);

export function parseUnary(p: ParseState): Expression {
  const { start, token } = p;
  if (token === Token.Name) {
    if (!isWord(p, "await")) return parsePostfix(p);
    return atAwait(p) ? parseAwait(p) : parsePostfix(p);
  }
  if (token === Token.PlusPlus || token === Token.MinusMinus) {
    const operator = p.source.slice(p.start, p.end);
    next(p);
    if (!deeper(p, 2)) return skipTooDeep(p);
    const argument = parseUnary(p);
    p.depth -= 2;
    checkSimpleTarget(p, argument, argument.offset);
    return new UpdateExpression(start, p.prevEnd, operator, argument, true);
  }
  if (token === Token.Less && p.typescript && !p.options.jsx) return parseTypeAssertion(p);
  if (unaryTokens.has(token)) {
    const operator = p.source.slice(p.start, p.end);
    next(p);
    if (!deeper(p, 2)) return skipTooDeep(p);
    const argument = parseUnary(p);
    p.depth -= 2;
    if (token === Token.Delete) checkDelete(p, start, argument);
    return new UnaryExpression(start, p.prevEnd, operator, argument);
  }
  return parsePostfix(p);
}

function checkDelete(p: ParseState, start: number, argument: Expression): void {
  if (argument.type === "Identifier" && has(p, Context.Strict)) {
    report(p, "misplaced", start, p.prevEnd, "Strict code cannot delete a name, only a property");
  }
  const inner = argument.type === "ChainExpression" ? argument.expression : argument;
  if (inner.type === "MemberExpression" && inner.property.type === "PrivateIdentifier") {
    report(p, "misplaced", start, p.prevEnd, "A private member cannot be deleted");
  }
}

/** Whether the current `await` is the operator: always in async code and modules, and where a script could mean nothing else. */
function atAwait(p: ParseState): boolean {
  if (has(p, Context.Async)) return true;
  if (has(p, Context.StaticBlock)) return false;
  const topLevel = !has(p, Context.Function) && !has(p, Context.FieldValue);
  if (has(p, Context.Module)) return true;
  const after = peek(p);
  const operand = !after.newline &&
    (
      after.token === Token.Name ||
      after.token === Token.String ||
      after.token === Token.Number ||
      after.token === Token.New ||
      after.token === Token.Import ||
      after.token === Token.This ||
      after.token === Token.Function ||
      after.token === Token.Class
    );
  if (operand && topLevel && p.options.module === "detect") p.sawModuleItem = true;
  return operand && !(after.token === Token.Name && /^(of|in)$/.test(p.source.slice(after.start, after.end)));
}

function parseAwait(p: ParseState): AwaitExpression {
  const { start } = p;
  p.lastAwait = start;
  const allowed = has(p, Context.Async) ||
    (
      !has(p, Context.Function) &&
      !has(p, Context.FieldValue) &&
      (has(p, Context.Module) || p.options.module === "detect")
    );
  if (!allowed) {
    report(p, "misplaced", p.start, p.end, "`await` stands only in async functions and at the top of modules");
  } else if (has(p, Context.Parameters)) {
    report(p, "misplaced", p.start, p.end, "`await` cannot stand in an async function's parameters");
  }
  next(p);
  if (!deeper(p, 2)) return new AwaitExpression(start, p.prevEnd, skipTooDeep(p));
  const argument = parseUnary(p);
  p.depth -= 2;
  return new AwaitExpression(start, p.prevEnd, argument);
}

function parsePostfix(p: ParseState): Expression {
  const { start } = p;
  const expression = parseLeftHandSide(p);
  if ((p.token === Token.PlusPlus || p.token === Token.MinusMinus) && !p.newline) {
    const operator = p.source.slice(p.start, p.end);
    checkSimpleTarget(p, expression, expression.offset);
    next(p);
    return new UpdateExpression(start, p.prevEnd, operator, expression, false);
  }
  return expression;
}
