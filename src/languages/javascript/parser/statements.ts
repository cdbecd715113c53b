/** Statements. */
import { PARENTHESIZED } from "../../../syntax/node.js";
import {
  DebuggerStatement,
  EmptyStatement,
  ExpressionStatement,
  Skipped,
  type Declaration,
  type Expression,
  type Statement,
} from "../nodes/index.js";
import {
  parseHandlers,
  parseIf,
  parseIfOf,
  parseSwitch,
  parseSwitchOf,
  parseTry,
  parseWith,
} from "./branches.js";
import { parseClassDeclaration, parseDecorators } from "./classes.js";
import { deeper, skipTooDeep } from "./depth.js";
import { parseJump, parseLabelled, parseReturn, parseThrow } from "./exits.js";
import { parseExpression } from "./expressions.js";
import { parseFunctionDeclaration } from "./functions.js";
import { parseBlock } from "./governed.js";
import { indentAt, noteEnd } from "./indentation.js";
import { startsExpression } from "./lists.js";
import { parseDo, parseFor, parseForHead, parseWhile } from "./loops.js";
import { isHeadOfBlock, isSlip, meantKeyword, tellMeant } from "./misspelt.js";
import { parseExport, parseImport } from "./modules.js";
import { eat, here, report, reportForm } from "./recovery.js";
import { isWord, next, peek } from "./scanner.js";
import { lookAhead } from "./speculate.js";
import { at, checkWindow, Context, has, type ParseState } from "./state.js";
import { isWordLike, Token } from "./token.js";
import { parseTyped, parseTypeScriptStatement } from "./typescript.js";
import { parseVariables } from "./variables.js";

/** Reports a value given with `=` in an object that has not proved to be a pattern. */
export function checkCover(p: ParseState): void {
  if (p.coverInit < 0) return;
  report(p, "misplaced", p.coverInit, p.coverInit + 1, "A value is given to a property with `:`, not `=`");
  p.coverInit = -1;
}

/** Ends a statement: by `;`, or without one where the standard's automatic insertion allows it. */
export function semicolon(p: ParseState, construct: string): void {
  if (p.token === Token.Semicolon) {
    next(p);
    return;
  }
  if (p.newline || p.token === Token.BraceClose || p.token === Token.End) return;
  if (p.token === Token.ParenClose || p.token === Token.BracketClose) return;
  if (
    p.token === Token.Unknown ||
    p.token === Token.Hash ||
    p.token === Token.At ||
    !startsExpression(p) && !isWordLike(p.token)
  ) {
    reportForm(p, "unexpected", p.start, p.end, `${here(p)} does not fit behind ${construct}`);
    return;
  }
  if (p.token === Token.BraceOpen && p.source.charCodeAt(p.prevEnd - 1) === 41) {
    reportForm(
      p,
      "missing-part",
      p.prevEnd,
      p.prevEnd,
      "`=>` is missing between the parameters and the body of the function",
      { insert: { at: p.prevEnd, text: " =>" } },
    );
    return;
  }
  const word = /[\w$]+$/.exec(p.source.slice(Math.max(0, p.prevEnd - 8), p.prevEnd))?.[0] ?? "";
  const meant = p.token === Token.Name ? ["await", "typeof", "new"].find((one) => isSlip(word, one)) : undefined;
  if (meant !== undefined) {
    const from = p.prevEnd - word.length;
    const message = `\`${word}\` stands where a keyword is needed: \`${meant}\` is most likely meant`;
    reportForm(p, "unexpected", from, p.prevEnd, message, { insert: { at: from, text: meant, over: word.length } });
    return;
  }
  reportForm(
    p,
    "missing-part",
    p.prevEnd,
    p.prevEnd,
    `A \`;\` or a line end is missing behind ${construct}, before ${here(p)}`,
    { insert: { at: p.prevEnd, text: ";" } },
  );
}

/** A statement. `list` says that declarations may stand here, as in a block. */
export function parseStatement(p: ParseState, list: boolean): Statement {
  if (!deeper(p, 4)) {
    const { start } = p;
    skipTooDeep(p);
    if (p.start === start && p.token !== Token.End) next(p);
    eat(p, Token.Semicolon);
    return new Skipped(start, p.prevEnd);
  }
  const statement = parseStatementInner(p, list);
  p.depth -= 4;
  checkCover(p);
  return statement;
}

function parseStatementInner(p: ParseState, list: boolean): Statement {
  const { start } = p;
  if (p.typescript) {
    if (p.token === Token.At) return parseDecorated(p, start);
    if (p.token === Token.Name || p.token === Token.Enum || p.token === Token.Const) {
      const own = parseTypeScriptStatement(p);
      if (own !== undefined) return own;
    }
  }
  switch (p.token) {
    case Token.BraceOpen: {
      const block = parseBlock(p, "the block");
      return isHandled(p) ? parseHandlers(p, start, block, true) : block;
    }
    case Token.ParenOpen:
      if (declaresNext(p)) {
        tellLacking(p, "for", start, p.end);
        return parseForHead(p, start);
      }
      break;
    case Token.Semicolon:
      next(p);
      return new EmptyStatement(start, p.prevEnd);
    case Token.Var:
      return parseVariables(p, "var");
    case Token.Const:
      if (!list) report(p, "misplaced", p.start, p.end, "A declaration needs a block around it here");
      return parseVariables(p, "const");
    case Token.If:
      return parseIf(p);
    case Token.For:
      return parseFor(p);
    case Token.While:
      return parseWhile(p);
    case Token.Do:
      return parseDo(p);
    case Token.Return:
      return parseReturn(p);
    case Token.Break:
    case Token.Continue:
      return parseJump(p);
    case Token.Throw:
      return parseThrow(p);
    case Token.Try:
      return parseTry(p);
    case Token.Switch:
      return parseSwitch(p);
    case Token.With:
      return parseWith(p);
    case Token.Debugger:
      next(p);
      semicolon(p, "`debugger`");
      return new DebuggerStatement(start, p.prevEnd);
    case Token.Function:
      if (!list) report(p, "misplaced", p.start, p.end, "A function declared here needs a block around it");
      return parseFunctionDeclaration(p);
    case Token.Class:
      if (!list) report(p, "misplaced", p.start, p.end, "A declaration needs a block around it here");
      return parseClassDeclaration(p);
    case Token.Import: {
      const after = peek(p);
      if (after.token === Token.ParenOpen || after.token === Token.Dot) break;
      report(
        p,
        "misplaced",
        p.start,
        p.end,
        "An import stands at the top of a module, outside of blocks and functions",
      );
      parseImport(p);
      return new Skipped(start, p.prevEnd);
    }
    case Token.Export:
      report(
        p,
        "misplaced",
        p.start,
        p.end,
        "An export stands at the top of a module, outside of blocks and functions",
      );
      next(p);
      if (!startsExpression(p) && !isWordLike(p.token)) return new Skipped(start, p.prevEnd);
      return parseStatement(p, true);
    case Token.Name: {
      const special = parseByWord(p, list) ?? parseMisspelt(p);
      if (special !== undefined) return special;
      break;
    }
    default:
      if (!startsExpression(p)) return skipStray(p);
  }
  const expression = parseExpression(p);
  if (isHeadAlone(p, expression)) {
    const { token } = peek(p);
    const isChoice = token === Token.Case || token === Token.Default;
    tellLacking(p, isChoice ? "switch" : "if", start, start + 1);
    return isChoice ? parseSwitchOf(p, start, expression) : parseIfOf(p, start, expression);
  }
  semicolon(p, "the statement");
  if (p.start === start && !at(p, Token.End)) return skipStray(p);
  return new ExpressionStatement(start, p.prevEnd, expression, null);
}

/** Reports the word that is missing before a statement's head or block. */
function tellLacking(p: ParseState, word: string, from: number, to: number): void {
  reportForm(p, "missing-part", from, to, `\`${word}\` is missing before \`${p.source.slice(from, to)}\``, {
    insert: { at: from, text: `${word} ` },
  });
}

/** Whether the handler of a `try` follows a block, so that the word before that is missing. */
function isHandled(p: ParseState): boolean {
  if (p.token === Token.Finally) return peek(p).token === Token.BraceOpen;
  if (p.token !== Token.Catch) return false;
  const { token } = peek(p);
  return token === Token.ParenOpen || token === Token.BraceOpen;
}

/** Whether a variable is declared behind the current parenthesis, as in the head of a `for` without its word. */
function declaresNext(p: ParseState): boolean {
  const { token, newline, start, end } = peek(p);
  if (newline) return false;
  if (token === Token.Const || token === Token.Var) return true;
  if (token !== Token.Name || p.source.slice(start, end) !== "let") return false;
  return lookAhead(p, () => {
    next(p);
    next(p);
    return at(p, Token.Name) || at(p, Token.BracketOpen) || at(p, Token.BraceOpen);
  });
}

/** Whether an expression is all in parentheses and a block follows on its line: the head of a statement without its word. */
function isHeadAlone(p: ParseState, { flags, offset, length }: Expression): boolean {
  return (flags & PARENTHESIZED) !== 0 &&
    p.token === Token.BraceOpen &&
    !p.newline &&
    p.source.charCodeAt(p.prevEnd - 1) === 41 &&
    p.source.slice(offset + length, p.prevEnd).trim() === ")";
}

/** A class with decorators before it, and before or behind its `export`. */
function parseDecorated(p: ParseState, start: number): Statement {
  const decorators = parseDecorators(p);
  if (at(p, Token.Export)) return parseExport(p, decorators, start) as Statement;
  if (at(p, Token.Class) || isWord(p, "abstract")) return parseClassDeclaration(p, false, start, decorators);
  reportForm(p, "unexpected", start, p.prevEnd, "A decorator stands only before classes and what is in them");
  return new Skipped(start, p.prevEnd);
}

/** Statements that begin with a word which is a name elsewhere: `let`, `async function`, `using`, labels. */
function parseByWord(p: ParseState, list: boolean): Statement | undefined {
  if (isWord(p, "let")) {
    const after = peek(p);
    const declares = after.token === Token.BracketOpen ||
      after.token === Token.BraceOpen ||
      after.token === Token.Name ||
      (after.token === Token.Assign && has(p, Context.Strict)) ||
      (isWordLike(after.token) && after.token !== Token.In && after.token !== Token.Instanceof);
    if (declares && (list || !after.newline || after.token === Token.BracketOpen)) {
      if (!list) report(p, "misplaced", p.start, p.end, "A declaration needs a block around it here");
      return parseVariables(p, "let");
    }
  } else if (isWord(p, "async")) {
    const after = peek(p);
    if (after.token === Token.Function && !after.newline) {
      if (!list) report(p, "misplaced", p.start, p.end, "A declaration needs a block around it here");
      return parseFunctionDeclaration(p);
    }
  } else if (isWord(p, "using")) {
    const after = peek(p);
    if (after.token === Token.Name && !after.newline) return parseVariables(p, "using");
  } else if (isWord(p, "await") && p.source.startsWith("using", p.end + 1)) {
    const after = peek(p);
    if (
      !after.newline &&
      /^using[ \t]+(?!in\b|of\b|instanceof\b)[\w$]/.test(p.source.slice(after.start, after.start + 20))
    ) return parseVariables(p, "await using");
  }
  const lacking = parseDeclaredWithoutWord(p);
  if (lacking !== undefined) return lacking;
  let behind = p.end;
  while (p.source.charCodeAt(behind) === 32) behind += 1;
  const unit = p.source.charCodeAt(behind);
  if (unit === 58 || ((unit === 47 || unit === 10 || unit === 9 || unit === 13) && peek(p).token === Token.Colon)) {
    return parseLabelled(p);
  }
  return undefined;
}

/** Whether the current line has a brace at its end. */
function endsWithBrace(p: ParseState): boolean {
  let end = p.source.indexOf("\n", p.end);
  if (end < 0) {
    checkWindow(p);
    end = p.length;
  }
  while (/\s/.test(p.source[end - 1]!)) end -= 1;
  return p.source.charCodeAt(end - 1) === 123;
}

/** Whether `extends`, a name and a brace stand behind the current name. */
function isHeadOfClass(p: ParseState): boolean {
  return peek(p).token === Token.Extends && lookAhead(p, () => {
    next(p);
    do next(p);
    while (at(p, Token.Name) || at(p, Token.Dot));
    return at(p, Token.BraceOpen) && !p.newline;
  });
}

/** A class or function that lacks its word: what follows its name can be nothing else. */
function parseDeclaredWithoutWord(p: ParseState): Declaration | undefined {
  const { start } = p;
  const unit = p.source.charCodeAt(p.end);
  if (unit === 40 && endsWithBrace(p) && isHeadOfBlock(p, p.end)) {
    tellLacking(p, "function", start, p.end);
    return parseFunctionDeclaration(p, false, "lacks word");
  }
  if (unit !== 32 || p.source.charCodeAt(p.end + 1) !== 101 || !isHeadOfClass(p)) return undefined;
  tellLacking(p, "class", start, p.end);
  return parseClassDeclaration(p, false, start, [], true);
}

/** A statement whose keyword has a slip in it. */
export function parseMisspelt(p: ParseState): Declaration | Statement | undefined {
  const meant = meantKeyword(p);
  if (meant === undefined || meant === "import" || meant === "export") return undefined;
  const { start } = p;
  tellMeant(p, meant);
  switch (meant) {
    case "const":
    case "let":
    case "var":
      return parseVariables(p, meant);
    case "return":
      return parseReturn(p);
    case "throw":
      return parseThrow(p);
    case "if":
      return parseIf(p);
    case "for":
      return parseFor(p);
    case "while":
      return parseWhile(p);
    case "switch":
      return parseSwitch(p);
    case "try":
      return parseTry(p);
    case "do":
      return parseDo(p);
    case "async":
    case "function":
      return parseFunctionDeclaration(p, false, meant === "async" ? "async" : "as written");
    case "class":
      next(p);
      return parseClassDeclaration(p, false, start, [], true);
    default:
      return parseTyped(p, meant);
  }
}

/** Passes over a closer that belongs to nothing, as its indentation tells. */
export function passStray(p: ParseState): Skipped {
  const stray = skipStray(p);
  noteEnd(p, "closer");
  return stray;
}

/** Passes over what is left of a type that ended before, behind a mark that joins its members: this member, and those on the lines below it that begin with the mark in its column. */
function passMembers(p: ParseState, mark: Token, column: number): void {
  const { braces, brackets } = p;
  for (;;) {
    while (!p.newline && !at(p, Token.End)) next(p);
    const isInside = p.braces > braces || p.brackets > brackets;
    const there = indentAt(p, p.start);
    const goesOn = isInside ? there >= column : there > column || (there === column && at(p, mark));
    if (at(p, Token.End) || !goesOn) return;
    next(p);
  }
}

/** Passes over tokens that begin no statement. A run of them on one line is one problem. */
function skipStray(p: ParseState): Skipped {
  const { start, token } = p;
  const closer = token === Token.BraceClose || token === Token.ParenClose || token === Token.BracketClose;
  const isMember = p.typescript && p.newline && (token === Token.BitOr || token === Token.BitAnd);
  const column = isMember ? indentAt(p, start) : 0;
  if (closer) {
    reportForm(p, "unexpected", p.start, p.end, `${here(p)} closes nothing: its opener is missing`, {
      insert: { at: p.start, text: "", over: p.end - p.start },
    });
  } else if (
    token === Token.Else ||
    token === Token.Catch ||
    token === Token.Finally ||
    token === Token.Case ||
    token === Token.Default
  ) {
    const owner = {
      [Token.Else]: "if",
      [Token.Catch]: "try",
      [Token.Finally]: "try",
      [Token.Case]: "switch",
      [Token.Default]: "switch",
    }[token];
    reportForm(p, "unexpected", p.start, p.end, `${here(p)} has no \`${owner}\` that it belongs to`, {
      isShared: true,
    });
  } else reportForm(p, "unexpected", p.start, p.end, `${here(p)} cannot begin a statement`);
  next(p);
  if (token === Token.Case || token === Token.Default) {
    while (p.token !== Token.Colon && p.token !== Token.End && !p.newline && p.token !== Token.BraceClose) next(p);
    eat(p, Token.Colon);
  } else if (isMember) passMembers(p, token, column);
  // What stands behind an `else` is a statement of its own, with the rest of its chain.
  else if (!closer && token !== Token.Else) {
    while (
      p.token !== Token.End &&
      !p.newline &&
      !startsExpression(p) &&
      p.token !== Token.BraceClose &&
      p.token !== Token.Semicolon
    ) next(p);
  }
  eat(p, Token.Semicolon);
  return new Skipped(start, p.prevEnd);
}
