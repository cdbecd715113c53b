/** Objects that stand where braces hold statements: behind `=>`, and on the line after `return`. */
import type { ObjectExpression } from "../nodes/index.js";
import { parseObject } from "./objects.js";
import { report } from "./recovery.js";
import { next, peek } from "./scanner.js";
import { lookAhead, skipBrackets } from "./speculate.js";
import type { ParseState } from "./state.js";
import { isWordLike, Token } from "./token.js";

/** Whether a property's key and its `:` stand here. */
export function isAtProperty(p: ParseState): boolean {
  return (isWordLike(p.token) || p.token === Token.String || p.token === Token.Number) && peek(p).token === Token.Colon;
}

/** Moves to the `,` behind a property's value; `false` where the braces end or a statement shows first. */
function findComma(p: ParseState): boolean {
  let choices = 0;
  while (p.token !== Token.Comma) {
    switch (p.token) {
      case Token.ParenOpen:
      case Token.BracketOpen:
      case Token.BraceOpen:
        if (!skipBrackets(p)) return false;
        continue;
      case Token.Question:
        choices += 1;
        next(p);
        continue;
      case Token.Colon:
        if (choices === 0) return false;
        choices -= 1;
        next(p);
        continue;
      case Token.Semicolon:
      case Token.ParenClose:
      case Token.BracketClose:
      case Token.BraceClose:
      case Token.For:
      case Token.While:
      case Token.Do:
      case Token.Switch:
      case Token.End:
        return false;
      default:
        next(p);
    }
  }
  return true;
}

/**
 * Whether the braces that open here hold an object: a label and its value are followed by a comma and what only an object can have there. Of a single
 * property no form tells; that it is a label is valid.
 */
export function holdsObject(p: ParseState): boolean {
  if (p.token !== Token.BraceOpen) return false;
  return lookAhead(p, () => {
    next(p);
    if (!isAtProperty(p)) return false;
    next(p);
    next(p);
    if (!findComma(p)) return false;
    next(p);
    return p.token === Token.BraceClose || p.token === Token.Ellipsis || isAtProperty(p);
  });
}

/** Reads such an object behind `=>`, and says that it needs parentheses. */
export function parseArrowObject(p: ParseState): ObjectExpression {
  const at = p.start;
  const object = parseObject(p);
  report(
    p,
    "unexpected",
    at,
    at + 1,
    "These braces hold statements: an object that is given back stands in parentheses",
    {
      insert: { at, text: "(", close: { at: p.prevEnd, text: ")" } },
      seen: at,
    },
  );
  return object;
}

/** Reads such an object on the line after `return`, and says that the line end cuts it off. */
export function parseReturnedObject(p: ParseState, from: number): ObjectExpression {
  const [end, at] = [p.prevEnd, p.start];
  const isPlain = /^\s*$/.test(p.source.slice(end, at));
  const object = parseObject(p);
  report(
    p,
    "unexpected",
    from,
    end,
    "The object on the next line is not returned: a line end behind `return` ends it",
    {
      insert: isPlain
        ? { at: end, text: " ", over: at - end }
        : { at: end, text: " (", close: { at: p.prevEnd, text: ")" } },
      seen: at,
    },
  );
  return object;
}
