/** Trying a reading of the text and taking it back. */
import { next, peek, rescanTemplate } from "./scanner.js";
import type { ParseState } from "./state.js";
import { Token } from "./token.js";

/** What the parser knows at a moment, as far as moving on changes it; `Object.assign` puts it back. */
export function moment(p: ParseState) {
  const { token, start, end, newline, escaped, word, prevEnd, context, calm, braces, brackets } = p;
  const { sawModuleItem, missingComma, missingCommaIn, lastYield, lastAwait, operandStart } = p;
  return {
    token,
    start,
    end,
    newline,
    escaped,
    word,
    prevEnd,
    context,
    calm,
    braces,
    brackets,
    sawModuleItem,
    missingComma,
    missingCommaIn,
    lastYield,
    lastAwait,
    operandStart,
  };
}

/**
 * Runs `attempt`; when it gives `undefined` or, unless `mayBeWrong`, reports a problem, everything is as it was before and `undefined` is given.
 */
export function tryParse<T>(p: ParseState, attempt: () => T | undefined, mayBeWrong = false): T | undefined {
  const before = moment(p);
  const { labels, coverInit, depth, fence, leastBraces } = p;
  const reported = p.problems.length;
  const guessed = p.guesses.length;
  const tags = p.tags.length;
  const labelCount = labels.length;
  p.tries += 1;
  if (!mayBeWrong) {
    p.calm = false;
    p.speculating += 1;
  }
  const result = attempt();
  if (!mayBeWrong) p.speculating -= 1;
  if (result !== undefined && mayBeWrong) return result;
  if (result !== undefined && p.problems.length === reported) {
    p.calm = before.calm && !/[\n\r;]/.test(p.source.slice(before.start, p.start));
    return result;
  }
  p.problems.length = reported;
  p.guesses.length = guessed;
  p.tags.length = tags;
  labels.length = labelCount;
  Object.assign(p, before, { labels, coverInit, depth, fence, leastBraces });
  return undefined;
}

/** Runs `look` and takes back every move it made. */
export function lookAhead<T>(p: ParseState, look: () => T): T {
  let seen: T;
  tryParse(p, () => {
    seen = look();
    return undefined;
  });
  return seen!;
}

/** Whether a word cannot stand in parentheses or square brackets by itself: they lack their closer. */
function endsBrackets(token: Token): boolean {
  switch (token) {
    case Token.Semicolon:
    case Token.Const:
    case Token.Var:
    case Token.Return:
    case Token.If:
    case Token.For:
    case Token.While:
    case Token.Do:
    case Token.Switch:
    case Token.Throw:
    case Token.Try:
    case Token.Break:
    case Token.Continue:
    case Token.Export:
      return true;
    default:
      return false;
  }
}

/**
 * Moves behind the bracket that closes the current one; `false` when there is none, which is told as soon as something shows it: another closer, or what
 * cannot stand in such brackets. To be used in a look ahead.
 */
export function skipBrackets(p: ParseState): boolean {
  /** The closers of the open brackets; a template stands for the hole of one. */
  const open: Token[] = [];
  let inWord = false;
  do {
    if (p.token === Token.BraceClose && open.at(-1) === Token.Template) {
      open.pop();
      rescanTemplate(p);
    }
    const top = open.at(-1);
    switch (p.token) {
      case Token.ParenOpen:
        open.push(Token.ParenClose);
        break;
      case Token.BracketOpen:
        open.push(Token.BracketClose);
        break;
      case Token.BraceOpen:
        open.push(Token.BraceClose);
        break;
      case Token.ParenClose:
      case Token.BracketClose:
      case Token.BraceClose:
        if (top !== p.token) return false;
        open.pop();
        break;
      case Token.Template:
        if (p.source.startsWith("${", p.end - 2)) open.push(Token.Template);
        break;
      case Token.End:
        return false;
      default:
        // Behind a dot every word is a name.
        if (!inWord && (top === Token.ParenClose || top === Token.BracketClose) && endsBrackets(p.token)) {
          if (peek(p).token !== Token.Colon) return false;
        }
    }
    inWord = p.token === Token.Dot || p.token === Token.QuestionDot;
    next(p);
  } while (open.length > 0);
  return true;
}
