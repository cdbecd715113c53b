/** Keywords with a slip in them, told by what follows them: it can stand behind no name, so that a valid text is never read that way. */
import { editDistance } from "../../../model/spelling.js";
import { report } from "./recovery.js";
import { peek } from "./scanner.js";
import { checkWindow, type ParseState } from "./state.js";
import { isKeyword, Token } from "./token.js";

/** What the current name and the token behind it, on the same line, must be for a keyword to be meant. */
type Follows = (p: ParseState) => boolean;

const name: Follows = (p) => peek(p).token === Token.Name;
const block: Follows = (p) => peek(p).token === Token.BraceOpen;
const head: Follows = (p) => peek(p).token === Token.ParenOpen && isHeadOfBlock(p, peek(p).start);
const value: Follows = (p) => {
  const { token } = peek(p);
  return token === Token.Name ||
    token === Token.Number ||
    token === Token.String ||
    token === Token.This ||
    token === Token.New ||
    token === Token.Null ||
    token === Token.True ||
    token === Token.False;
};

/** Behind which the name of a type or enumeration is followed by its own opener. */
const named = (opener: string): Follows => (p) => (
  peek(p).token === Token.Name && /^[ \t]*[\w$]+(?:<[^\n\r]*>)?[ \t]*(.)/.exec(ahead(p, p.end))?.[1] === opener
);

const statements = {
  const: name,
  let: name,
  var: name,
  return: value,
  throw: value,
  if: head,
  for: head,
  while: head,
  switch: head,
  try: block,
  do: block,
  function: name,
  class: named("{"),
  async: (p: ParseState) => peek(p).token === Token.Function,
  import: (p: ParseState) => value(p) || block(p),
  export: (p: ParseState) => {
    const { token } = peek(p);
    return token === Token.BraceOpen || token === Token.Name || isKeyword(token);
  },
} satisfies Readonly<Record<string, Follows>>;

const typed = {
  interface: named("{"),
  enum: named("{"),
  type: named("="),
} satisfies Readonly<Record<string, Follows>>;

export type Meant = keyof typeof statements | keyof typeof typed;

const ofStatements = Object.entries(statements) as [Meant, Follows][];
const ofTypes = Object.entries(typed) as [Meant, Follows][];

/** The keyword that is most likely meant by the current name, with which a statement begins. */
export function meantKeyword(p: ParseState): Meant | undefined {
  const length = p.end - p.start;
  if (p.token !== Token.Name || length < 2 || length > 10) return undefined;
  const after = peek(p);
  if (after.newline || after.token === Token.Dot || after.token === Token.Assign) return undefined;
  if (after.token === Token.In || after.token === Token.Instanceof) return undefined;
  const word = p.source.slice(p.start, p.end);
  const fits = ([meant, follows]: [Meant, Follows]): boolean => isSlip(word, meant) && follows(p);
  return (ofStatements.find(fits) ?? (p.typescript ? ofTypes.find(fits) : undefined))?.[0];
}

/** Whether a word is a keyword but for a slip: two letters swapped, one too many, too few or another. Of short ones only a swap or a letter more is one. */
export function isSlip(word: string, keyword: string): boolean {
  if (word === keyword || Math.abs(word.length - keyword.length) > 1 || editDistance(keyword, word, 1) > 1) {
    return false;
  }
  return keyword.length > 4 ||
    (word.length === keyword.length && [...word].sort().join("") === [...keyword].sort().join("")) ||
    (keyword.length > 2 && word.length !== keyword.length);
}

/** Whether the current token is a name that is a keyword but for a slip. */
export function isMisspelt(p: ParseState, keyword: string): boolean {
  return p.token === Token.Name && isSlip(p.source.slice(p.start, p.end), keyword);
}

/** Tells that a keyword is meant by the current token. */
export function tellMeant(p: ParseState, meant: string): void {
  const word = p.source.slice(p.start, p.end);
  report(
    p,
    "unexpected",
    p.start,
    p.end,
    `\`${word}\` stands where a keyword is needed: \`${meant}\` is most likely meant`,
    {
      insert: { at: p.start, text: meant, over: word.length },
    },
  );
  p.calm = true;
}

/** The rest of the line behind an offset, as far as it can matter. */
function ahead(p: ParseState, from: number): string {
  const most = 300;
  const text = p.source.slice(from, from + most);
  const end = text.search(/[\n\r]/);
  const length = end < 0 ? text.length : end + 1;
  if (end < 0 && from + most >= p.length) checkWindow(p);
  if (from + length > p.reach) p.reach = from + length;
  return end < 0 ? text : text.slice(0, end);
}

/** Whether the parentheses that open at an offset close on their line, with a `{` behind them. */
export function isHeadOfBlock(p: ParseState, open: number): boolean {
  const line = ahead(p, open).replaceAll(/"(?:[^"\\]|\\.)*"|'(?:[^'\\]|\\.)*'|`(?:[^`\\]|\\.)*`/g, "");
  let depth = 0;
  for (let at = 0; at < line.length; at += 1) {
    if (line[at] === "(") depth += 1;
    else if (line[at] === ")" && (depth -= 1) === 0) return /^[ \t]*\{/.test(line.slice(at + 1));
  }
  return false;
}
