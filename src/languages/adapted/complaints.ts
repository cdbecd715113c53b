/** What is told of a text that a grammar could not read. */
import type { SyntaxProblem } from "../../syntax/problem.js";
import type { Placement, Trouble } from "./convert.js";

/** A part of a text that was read. */
interface Excerpt {
  readonly text: string;
  readonly from: number;
  readonly to: number;
}

/** A value that an operator or an opening bracket waits for. */
const isWaiting = (said: string, behind: string): boolean =>
  /^[-+*/%=<>&|^]{1,3}$/.test(said) || (/[=(,]$/.test(said) && /^\s*[;)\]}]/.test(behind));

/**
 * One problem for all that is wrong in a statement or member: what comes first is its cause. Something that the grammar misses counts before what it could not read
 * behind it; an operator without what follows it is told as that; and of all else only the first line is marked.
 */
export function complaintOf(
  troubles: readonly Trouble[],
  excerpt: Excerpt,
  place: Placement,
): SyntaxProblem | undefined {
  if (troubles.length === 0) return undefined;
  const { text, from, to } = excerpt;
  const inside = troubles
    .filter((trouble) => trouble.to >= from && trouble.from <= to)
    .sort((a, b) => a.from - b.from || a.to - b.to);
  const first = inside[0] ?? { is: "error", kind: "", from, to };
  const missing = inside.find(({ is, from: at }) => is === "missing" && at <= first.from + 1);
  if (missing !== undefined) {
    return missingPart(wordsFor(missing.kind), missing.from, excerpt, place, tokenOf(missing.kind));
  }
  const end = Math.min(first.to, to);
  const begin = Math.max(first.from, from);
  const said = text.slice(begin, end).trim();
  if (said === "") return missingPart("Something is missing here", begin, excerpt, place);
  const lead = begin + (text.slice(begin, end).length - text.slice(begin, end).trimStart().length);
  if (isWaiting(said, text.slice(end))) {
    return missingPart(`A value is missing behind \`${/\S+$/.exec(said)![0]}\``, lead + said.length, excerpt, place);
  }
  const line = /^[^\n\r]*/.exec(said)![0].trimEnd();
  const shown = line.length > 30 ? `${line.slice(0, 29)}…` : line;
  const [start, last] = [place.start(lead), place.end(lead + line.length)];
  return {
    code: "unexpected",
    from: start,
    to: Math.max(start, last),
    message: `\`${shown}\` cannot stand here, or something is missing before it`,
    related: [],
    seen: start,
  };
}

/** What a grammar misses, where that is written as it is called. */
const tokenOf = (kind: string): string | undefined => (/^\W+$/.test(kind) ? kind : undefined);

/** What is told of something that a grammar misses, by the name that it has there. */
function wordsFor(kind: string): string {
  if (tokenOf(kind) !== undefined) return `\`${kind}\` is missing here`;
  if (/identifier|name/.test(kind)) return "A name is missing here";
  return /^[a-z]{2,}$/.test(kind) && kind !== "expression"
    ? `\`${kind}\` is missing here`
    : "Something is missing here";
}

function missingPart(
  message: string,
  at: number,
  { text, from, to }: Excerpt,
  place: Placement,
  token?: string,
): SyntaxProblem {
  const offset = place.end(codeEnd(text, from, Math.min(Math.max(at, from), to)));
  return {
    code: token !== undefined && /^[)\]}]$/.test(token) ? "missing-closer" : "missing-part",
    from: offset,
    to: offset,
    message,
    related: [],
    seen: offset,
    ...(token !== undefined && { insert: { at: offset, text: token } }),
  };
}

/** Where the last code before an offset ends: blank space and comments are no part of it. */
function codeEnd(text: string, from: number, at: number): number {
  let end = at;
  for (;;) {
    while (end > from && text.charCodeAt(end - 1) <= 32) end -= 1;
    if (text.startsWith("*/", end - 2)) {
      const open = text.lastIndexOf("/*", end - 3);
      if (open < from) return end;
      end = open;
      continue;
    }
    const line = Math.max(from, text.lastIndexOf("\n", end - 1) + 1);
    const comment = /^(?:[^"'/]|"(?:[^"\\]|\\.)*"|'(?:[^'\\]|\\.)*'|\/(?!\/))*?(\/\/)/.exec(text.slice(line, end));
    if (comment === null) return end;
    end = line + comment[0].length - 2;
  }
}
