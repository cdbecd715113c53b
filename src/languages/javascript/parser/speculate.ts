/** Trying a reading of the text and taking it back. */
import { next, rescanTemplate } from "./scanner.js";
import type { ParseState } from "./state.js";
import { Token } from "./token.js";

/** Runs `attempt`; when it gives `undefined` or reports a problem, everything is as it was before and `undefined` is given. */
export function tryParse<T>(p: ParseState, attempt: () => T | undefined): T | undefined {
  const {
    token,
    start,
    end,
    newline,
    escaped,
    word,
    prevEnd,
    context,
    labels,
    coverInit,
    depth,
    calm,
    missingComma,
    braces,
    leastBraces,
    sawModuleItem,
  } = p;
  const reported = p.problems.length;
  const tags = p.tags.length;
  const labelCount = labels.length;
  p.calm = false;
  const result = attempt();
  if (result !== undefined && p.problems.length === reported) {
    p.calm = calm && !p.newline;
    return result;
  }
  p.problems.length = reported;
  p.tags.length = tags;
  labels.length = labelCount;
  Object.assign(p, {
    token,
    start,
    end,
    newline,
    escaped,
    word,
    prevEnd,
    context,
    labels,
    coverInit,
    depth,
    calm,
    missingComma,
    braces,
    leastBraces,
    sawModuleItem,
  });
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

/** Moves behind the bracket that closes the current one; `false` when there is none. To be used in a look ahead. */
export function skipBrackets(p: ParseState): boolean {
  let open = 0;
  /** For each open hole of a template, how many brackets are open with it. */
  const holes: number[] = [];
  do {
    if (p.token === Token.BraceClose && holes.at(-1) === open) {
      holes.pop();
      open -= 1;
      rescanTemplate(p);
    }
    switch (p.token) {
      case Token.ParenOpen:
      case Token.BracketOpen:
      case Token.BraceOpen:
        open += 1;
        break;
      case Token.ParenClose:
      case Token.BracketClose:
      case Token.BraceClose:
        open -= 1;
        break;
      case Token.Template:
        if (p.source.startsWith("${", p.end - 2)) holes.push((open += 1));
        break;
      case Token.End:
        return false;
      default:
    }
    next(p);
  } while (open > 0);
  return true;
}
