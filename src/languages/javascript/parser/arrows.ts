/** Arrow functions, and what is read as one until its `=>` is missed: names, parentheses and `async`. */
import { PARENTHESIZED } from "../../../syntax/node.js";
import {
  CallExpression,
  Identifier,
  SequenceExpression,
  SpreadElement,
  type Expression,
  type Pattern,
} from "../nodes/index.js";
import { parseAssignment, parseYield } from "./expressions.js";
import { parseArrowHead, parseArrowRest, parseFunctionExpression } from "./functions.js";
import { startsExpression } from "./lists.js";
import { parseArguments } from "./members.js";
import { checkReserved, missing, parseIdentifier } from "./names.js";
import { parseRest, toPattern } from "./patterns.js";
import { expectCloser, here, openerHere, report, reportForm, tellComma } from "./recovery.js";
import { isWord, next, peek, tokenText } from "./scanner.js";
import { lookAhead, tryParse } from "./speculate.js";
import { at, Context, has, type ParseState } from "./state.js";
import { Token } from "./token.js";

/** `yield …`, `name => …`, `async name => …`: what a name may begin that is no plain operand. */
export function parseArrowByName(p: ParseState): Expression | undefined {
  const { start } = p;
  if (isWord(p, "yield") && has(p, Context.Generator)) return parseYield(p);
  if (isWord(p, "async")) {
    const after = peek(p);
    if (after.token === Token.Name && !after.newline) {
      const saved = p.context;
      next(p);
      const { start: nameStart, end: nameEnd } = p;
      const name = tokenText(p);
      const follows = peek(p);
      if (follows.token !== Token.Arrow) {
        reportForm(p, "missing-part", nameEnd, nameEnd, "`=>` and a body are missing behind `async` and a parameter");
        return parseIdentifier(p);
      }
      next(p);
      p.context |= Context.Async;
      checkReserved(p, name, nameStart, nameEnd, true);
      p.context = saved;
      return parseArrowRest(p, start, [new Identifier(nameStart, nameEnd, name)], true);
    }
    return undefined;
  }
  // The quick look behind the name spares nearly all names the cost of `peek`.
  let at = p.end;
  while (p.source.charCodeAt(at) === 32) at += 1;
  const unit = p.source.charCodeAt(at);
  const isOther = unit === 61 ? p.source.charCodeAt(at + 1) !== 62 : unit !== 47 && unit !== 9;
  if (isOther && p.end !== p.extraBehind) return undefined;
  if (peek(p).token !== Token.Arrow) return undefined;
  if (isWord(p, "await") && has(p, Context.Async)) return undefined;
  const param = parseIdentifier(p, true);
  return parseArrowRest(p, start, [param], false);
}

/** `async function`, `async (…) => …`, or the plain name. */
export function parseAsync(p: ParseState): Expression {
  const { start, end } = p;
  const after = peek(p);
  if (after.token === Token.Function && !after.newline) return parseFunctionExpression(p);
  if (p.typescript && !after.newline && (after.token === Token.ParenOpen || after.token === Token.Less)) {
    const head = tryParse(p, () => {
      next(p);
      return parseArrowHead(p, true);
    });
    if (head !== undefined) return parseArrowRest(p, start, head.params, true, head.typeParameters, head.returnType);
  }
  if (after.token !== Token.ParenOpen || after.newline) return parseIdentifier(p);
  const name = new Identifier(start, end, "async");
  next(p);
  const args = parseArguments(p);
  if (p.token === Token.Arrow && !p.newline) {
    const trailing = /,\s*\)$/.test(p.source.slice(start, p.prevEnd));
    return parseArrow(p, start, args, true, trailing && args.at(-1)?.type === "SpreadElement");
  }
  return new CallExpression(start, p.prevEnd, name, args, false);
}

/** Turns a list read as expressions into parameters, and reads the arrow function's body. */
function parseArrow(
  p: ParseState,
  start: number,
  list: readonly Expression[],
  async: boolean,
  restNotLast: boolean,
): Expression {
  const params: Pattern[] = [];
  const { context } = p;
  const { lastYield, lastAwait } = p;
  if (lastYield >= start) {
    report(
      p,
      "misplaced",
      lastYield,
      lastYield + "yield".length,
      "`yield` cannot stand in the parameters of an arrow function",
    );
  }
  if (lastAwait >= start) {
    report(
      p,
      "misplaced",
      lastAwait,
      lastAwait + "await".length,
      "`await` cannot stand in the parameters of an arrow function",
    );
  }
  if (async) p.context |= Context.Async;
  for (const [index, item] of list.entries()) {
    if (item.type === "SpreadElement" || item.type === "RestElement") {
      if (index !== list.length - 1 || restNotLast) {
        report(
          p,
          "misplaced",
          item.offset,
          item.offset + item.length,
          "The rest of the parameters comes last and has nothing behind it",
        );
      }
      if (item.type === "SpreadElement") toPattern(p, item.argument, item.offset + item.argument.offset, true);
      item.type = "RestElement";
    } else {
      toPattern(p, item, item.offset, true);
      if (item.parenthesized) {
        report(
          p,
          "bad-target",
          item.offset,
          item.offset + item.length,
          "A parameter is not put in parentheses of its own",
        );
      }
    }
    params.push(item);
  }
  p.context = context;
  return parseArrowRest(p, start, params, async);
}

/** Reports a comma that is missing before the current name, which is one more parameter of an arrow function. Returns whether it is. */
function lacksComma(p: ParseState): boolean {
  if (p.token !== Token.Name || p.newline) return false;
  const isParameter = lookAhead(p, () => {
    while (at(p, Token.Name) || at(p, Token.Comma)) next(p);
    if (!at(p, Token.ParenClose)) return false;
    next(p);
    return at(p, Token.Arrow);
  });
  if (!isParameter) return false;
  tellComma(p);
  return true;
}

/** What stands before a value, and what before the first parenthesis in the head of a statement. */
const beforeValue = /(?:[(,=:[]|=>|\breturn)\s*$/;
const beforeHead = /\b(?:if|while|switch|for|with)\s*\(\s*$/;

/** Whether a block stands behind what can be parameters, where a value belongs, so that only the `=>` is missing. */
function lacksArrow(p: ParseState, start: number, list: readonly Expression[]): boolean {
  if (p.token !== Token.BraceOpen || p.newline || p.source.charCodeAt(p.prevEnd - 1) !== 41) return false;
  const isParameter = ({ type, parenthesized }: Expression): boolean =>
    !parenthesized && (type === "Identifier" || type === "ObjectExpression" || type === "ArrayExpression");
  if (!list.every(isParameter)) return false;
  const before = p.source.slice(Math.max(0, start - 40), start);
  return beforeValue.test(before) && !beforeHead.test(before);
}

/** `( … )`: an expression in parentheses or an arrow function's parameters. */
export function parseParenthesised(p: ParseState): Expression {
  const { start } = p;
  const opener = openerHere(p);
  const noIn = p.context & Context.NoIn;
  const { operandStart, lastYield, lastAwait } = p;
  p.lastYield = p.lastAwait = -1;
  p.context &= ~Context.NoIn;
  next(p);
  const innerStart = p.start;
  const list: Expression[] = [];
  let trailing = -1;
  let rest: SpreadElement | undefined;
  while (p.token !== Token.ParenClose && p.token !== Token.End) {
    if (p.token === Token.Ellipsis) list.push((rest = parseRest(p, "the rest of the parameters")));
    else if (!startsExpression(p) && list.length > 0) break;
    else list.push(parseAssignment(p));
    trailing = -1;
    if (lacksComma(p)) continue;
    if (p.token !== Token.Comma) break;
    trailing = p.start;
    next(p);
  }
  const innerEnd = p.prevEnd;
  p.operandStart = operandStart;
  p.lastYield = Math.max(lastYield, p.lastYield);
  p.lastAwait = Math.max(lastAwait, p.lastAwait);
  p.context |= noIn;
  if (list.length > 0 && trailing >= 0 && p.token !== Token.ParenClose) {
    missing(p, `A value is missing before ${here(p)}`);
  }
  expectCloser(p, Token.ParenClose, opener, "the parentheses");
  if (p.token === Token.Arrow && !p.newline) {
    if (p.operandStart !== start) {
      report(p, "misplaced", start, p.prevEnd, "An arrow function needs parentheses around it here");
    }
    return parseArrow(p, start, list, false, trailing >= 0 && rest !== undefined);
  }
  if (lacksArrow(p, start, list)) {
    reportForm(p, "missing-part", p.prevEnd, p.prevEnd, `\`=>\` is missing behind the parameters, before ${here(p)}`, {
      insert: { at: p.prevEnd, text: " =>" },
    });
    return parseArrow(p, start, list, false, false);
  }
  if (list.length === 0) {
    if (p.token === Token.Arrow) return parseArrow(p, start, list, false, false);
    return missing(p, "A value is missing between the parentheses");
  }
  if (rest !== undefined) {
    report(
      p,
      "misplaced",
      rest.offset,
      rest.offset + rest.length,
      "`...` stands only in parameters, arguments and literals",
    );
  }
  if (trailing >= 0) report(p, "unexpected", trailing, trailing + 1, "No `,` stands before the closing `)` here");
  const node = list.length === 1 ? list[0]! : new SequenceExpression(innerStart, innerEnd, list);
  node.flags |= PARENTHESIZED;
  return node;
}
