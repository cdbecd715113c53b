import { Missing } from "../nodes/index.js";
import { report } from "./recovery.js";
import { next } from "./scanner.js";
import type { ParseState } from "./state.js";
import { Token } from "./token.js";

/** How deep the parser may recurse, in rough units of stack frames. Chosen to be safe on the smallest stack it runs on, a browser's. */
const limit = 3_000;

/** Takes `frames` units of depth; `false` when there are none left. */
export function deeper(p: ParseState, frames: number): boolean {
  if (p.depth + frames > limit) return false;
  p.depth += frames;
  return true;
}

/** Passes over all that is nested too deeply here, brackets in pairs, and reports it once. */
export function skipTooDeep(p: ParseState): Missing {
  const { start } = p;
  let open = 0;
  for (; p.token !== Token.End; next(p)) {
    const { token } = p;
    if (token === Token.ParenOpen || token === Token.BracketOpen || token === Token.BraceOpen) open += 1;
    else if (token === Token.ParenClose || token === Token.BracketClose || token === Token.BraceClose) {
      if (open === 0) break;
      open -= 1;
    } else if (open === 0 && (token === Token.Semicolon || token === Token.Comma)) break;
  }
  if (!p.problems.some((problem) => problem.code === "too-deep")) {
    report(
      p,
      "too-deep",
      start,
      Math.min(start + 1, p.length),
      "From here on the nesting is too deep to be analysed: split it into parts",
    );
  }
  return new Missing(start, p.prevEnd > start ? p.prevEnd : start);
}
