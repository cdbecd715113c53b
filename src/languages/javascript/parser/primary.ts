/** Expressions that begin with a token of their own: names, literals, lists, `new`, `super` and `import`. */
import {
  ArrayExpression,
  Identifier,
  ImportExpression,
  Literal,
  MetaProperty,
  Missing,
  NewExpression,
  Super,
  ThisExpression,
  type Expression,
} from "../nodes/index.js";
import { parseAsync, parseParenthesised } from "./arrows.js";
import { parseClassExpression, parseDecorators } from "./classes.js";
import { deeper, skipTooDeep } from "./depth.js";
import { enough, noteGap, take } from "./elements.js";
import { parseAssignment, parseExpressionWithIn } from "./expressions.js";
import { parseFunctionExpression } from "./functions.js";
import { endsByIndent, indentAt } from "./indentation.js";
import { parseJsx } from "./jsx.js";
import { startsExpression, startsStatementOnly } from "./lists.js";
import { parseArguments, parseChain, parseElement } from "./members.js";
import { isStrayEnd, listGoesOn, passMisfit, startsElement } from "./misfits.js";
import { missing, parseIdentifier, parsePrivateName, parseWord } from "./names.js";
import { parseObject } from "./objects.js";
import {
  endOf,
  expect,
  expectCloser,
  here,
  openerHere,
  report,
  reportForm,
  type Opener,
} from "./recovery.js";
import { checkRegExp } from "./regexp.js";
import { isWord, next, peek, rescanRegExp, textToKeep, tokenText } from "./scanner.js";
import { at, Context, has, type ParseState } from "./state.js";
import { parseTemplate } from "./templates.js";
import { isKeyword, isWordLike, Token } from "./token.js";

export function parsePrimary(p: ParseState): Expression {
  const { start, end, token } = p;
  switch (token) {
    case Token.Name:
      if (isWord(p, "async")) return parseAsync(p);
      if (p.newline && isWord(p, "let") && peek(p).token === Token.Name && !peek(p).newline) break;
      return parseIdentifier(p);
    case Token.Number:
    case Token.String:
      if (p.escaped && has(p, Context.Strict)) {
        report(
          p,
          "misplaced",
          start,
          end,
          token === Token.Number
            ? "A number cannot begin with `0` in strict code"
            : "A text cannot hold an octal escape in strict code",
        );
      }
      next(p);
      return new Literal(start, end, textToKeep(p, start, end));
    case Token.BigInt:
    case Token.True:
    case Token.False:
    case Token.Null:
      next(p);
      return new Literal(start, end, textToKeep(p, start, end));
    case Token.This:
      next(p);
      return new ThisExpression(start, end);
    case Token.ParenOpen:
      return parseParenthesised(p);
    case Token.BracketOpen:
      return parseArray(p);
    case Token.BraceOpen:
      return parseExpressionWithIn(p, parseObject);
    case Token.Function:
      return parseFunctionExpression(p);
    case Token.Class:
      return parseClassExpression(p);
    case Token.At:
      if (p.typescript) return parseClassExpression(p, start, parseDecorators(p));
      break;
    case Token.Template:
      return parseTemplate(p, false);
    case Token.Slash:
    case Token.SlashAssign:
      return parseRegExp(p);
    case Token.New:
      return parseNew(p);
    case Token.Super:
      return parseSuper(p);
    case Token.Import:
      return parseImportExpression(p);
    case Token.Less:
      if (p.options.jsx) return parseJsx(p);
      break;
    case Token.PrivateName: {
      const name = parsePrivateName(p);
      report(p, "misplaced", start, end, "A private name needs an object before it, as in `this.#name`");
      return name;
    }
    default:
  }
  return parseNoExpression(p);
}

function parseRegExp(p: ParseState): Literal {
  const complete = rescanRegExp(p);
  const node = new Literal(p.start, p.end, textToKeep(p, p.start, p.end));
  const fault = complete ? checkRegExp(node.raw) : undefined;
  if (fault !== undefined) report(p, "malformed", p.start + fault.from, p.start + fault.to, fault.message);
  next(p);
  return node;
}

/** Where an expression should begin and none does. */
function parseNoExpression(p: ParseState): Expression {
  const { token } = p;
  if (token === Token.Unknown || token === Token.Hash || token === Token.At) {
    reportForm(p, "unexpected", p.start, p.end, `${here(p)} is no part of the language`);
    next(p);
    return new Missing(p.prevEnd, p.prevEnd);
  }
  const keywordAsName = isKeyword(token) &&
    !p.newline &&
    !startsStatementOnly(p) &&
    token !== Token.In &&
    token !== Token.Instanceof;
  if (keywordAsName) {
    reportForm(p, "unexpected", p.start, p.end, `${here(p)} is a reserved word and no value`);
    return parseWord(p);
  }
  return missing(p, `A value is missing before ${here(p)}`);
}

function parseArray(p: ParseState): ArrayExpression {
  const { start } = p;
  const opener = openerHere(p);
  const noIn = p.context & Context.NoIn;
  p.context &= ~Context.NoIn;
  next(p);
  const elements: (Expression | null)[] = [];
  parseElements(p, opener, elements, false);
  p.context |= noIn;
  expectCloser(p, Token.BracketClose, opener, "the list");
  return new ArrayExpression(start, p.prevEnd, elements);
}

/** Elements of an array literal, appended to `elements`. With `behind` the parser stands behind one that has been read. */
export function parseElements(p: ParseState, opener: Opener, elements: (Expression | null)[], behind: boolean): void {
  if (behind) {
    const goesOn = listGoesOn(p, Token.BracketClose, opener);
    noteGap(p, elements);
    if (!goesOn) return;
  }
  const own = indentAt(p, opener.at);
  const { fence } = p;
  p.fence = opener.at;
  while (
    (p.token !== Token.BracketClose || isStrayEnd(p, Token.BracketClose, opener, own)) &&
    p.token !== Token.End &&
    !endsByIndent(p, opener.at, own)
  ) {
    if (p.token === Token.Comma) {
      elements.push(null);
      next(p);
      continue;
    }
    const { braces, brackets } = p;
    if (startsElement(p)) {
      take(p, elements, parseElement(p), braces, brackets);
      const goesOn = listGoesOn(p, Token.BracketClose, opener);
      noteGap(p, elements);
      if (!goesOn) break;
    } else {
      const misfit = passMisfit(p, Token.BracketClose, opener);
      if (misfit === undefined) break;
      take(p, elements, misfit, braces, brackets);
    }
    if (enough(p, elements)) break;
  }
  p.fence = fence;
}

function parseNew(p: ParseState): Expression {
  const { start } = p;
  const word = new Identifier(p.start, p.end, "new");
  next(p);
  if (p.token === Token.Dot) {
    next(p);
    if (!isWord(p, "target")) reportForm(p, "unexpected", p.start, p.end, "Only `target` can stand behind `new.`");
    const property = isWordLike(p.token) ? parseWord(p) : new Identifier(p.prevEnd, p.prevEnd, "");
    if (!has(p, Context.NewTarget) && !p.looseReturn) {
      report(p, "misplaced", start, p.prevEnd, "`new.target` stands only in functions and classes");
    }
    return new MetaProperty(start, p.prevEnd, word, property);
  }
  if (!deeper(p, 4)) return skipTooDeep(p);
  const calleeStart = p.start;
  const importCall = at(p, Token.Import);
  const superCall = at(p, Token.Super);
  const primary = p.token === Token.New ? parseNew(p) : parsePrimary(p);
  p.depth -= 4;
  if (importCall && primary.type === "ImportExpression" && !primary.parenthesized) {
    report(p, "misplaced", primary.offset, p.prevEnd, "`import()` gives a promise and cannot be constructed");
  }
  if (superCall && at(p, Token.ParenOpen)) {
    report(p, "misplaced", primary.offset, endOf(primary), "`super()` makes no new object and cannot follow `new`");
  }
  const callee = parseChain(p, calleeStart, primary, false);
  const args = p.token === Token.ParenOpen ? parseArguments(p) : [];
  if (callee.type === "InstantiationExpression" && !callee.parenthesized) {
    // The list of types belongs to the construction.
    const { expression, typeArguments } = callee;
    for (const part of [expression, typeArguments]) {
      part.parent = null;
      part.offset += callee.offset;
    }
    return new NewExpression(start, p.prevEnd, expression, args, typeArguments);
  }
  return new NewExpression(start, p.prevEnd, callee, args);
}

function parseSuper(p: ParseState): Expression {
  const { start, end } = p;
  next(p);
  if (p.token === Token.ParenOpen) {
    if (!has(p, Context.SuperCall)) {
      report(p, "misplaced", start, end, "`super()` stands only in the constructor of a class that extends another");
    }
  } else if (p.token === Token.Dot || p.token === Token.BracketOpen) {
    if (!has(p, Context.SuperProperty)) report(p, "misplaced", start, end, "`super` stands only in methods and fields");
  } else report(p, "misplaced", start, end, "`super` needs a member or a call behind it");
  return new Super(start, end);
}

function parseImportExpression(p: ParseState): Expression {
  const { start } = p;
  const word = new Identifier(p.start, p.end, "import");
  next(p);
  let phase: string | null = null;
  if (p.token === Token.Dot) {
    next(p);
    if (isWord(p, "meta")) {
      if (!has(p, Context.Module)) {
        p.sawModuleItem = true;
        if (p.options.module === false) report(p, "misplaced", start, p.end, "`import.meta` stands only in modules");
      }
      const property = parseWord(p);
      return new MetaProperty(start, p.prevEnd, word, property);
    }
    phase = isWordLike(p.token) ? tokenText(p) : "";
    if (phase !== "source" && phase !== "defer") {
      reportForm(p, "unexpected", p.start, p.end, "`meta`, `source` or `defer` can stand behind `import.`");
    }
    if (phase !== "") next(p);
  }
  const opener = openerHere(p);
  if (!expect(p, Token.ParenOpen, "the import")) {
    return new ImportExpression(start, p.prevEnd, new Missing(p.prevEnd, p.prevEnd), null, phase);
  }
  const noIn = p.context & Context.NoIn;
  p.context &= ~Context.NoIn;
  const source = p.token === Token.Ellipsis || !startsExpression(p)
    ? missing(p, "The module to import is missing")
    : parseAssignment(p);
  let options: Expression | null = null;
  if (p.token === Token.Comma) {
    next(p);
    if (!at(p, Token.ParenClose)) {
      options = parseAssignment(p);
      if (p.token === Token.Comma) next(p);
    }
  }
  p.context |= noIn;
  expectCloser(p, Token.ParenClose, opener, "the import");
  return new ImportExpression(start, p.prevEnd, source, options, phase);
}
