/** Object literals and what they share with classes: keys and methods. */
import {
  AssignmentExpression,
  Literal,
  Missing,
  ObjectExpression,
  Property,
  SpreadElement,
  type Expression,
  type ObjectMember,
} from "../nodes/index.js";
import { enough, noteGap, take } from "./elements.js";
import { parseAssignment, parseExpressionWithIn } from "./expressions.js";
import { parseMethod } from "./functions.js";
import { indentAt, standsNext } from "./indentation.js";
import { parseListEnd } from "./lists.js";
import { isStrayInObject, misfitInBraces, passOver, passStrayCloser } from "./misfits.js";
import { isHeadOfBlock } from "./misspelt.js";
import { checkReserved, missing, parsePrivateName, parseWord } from "./names.js";
import { expectCloser, here, openerHere, report, reportForm, type Opener } from "./recovery.js";
import { isWord, next, peek } from "./scanner.js";
import { lookAhead } from "./speculate.js";
import { at, Context, has, type ParseState } from "./state.js";
import { isWordLike, Token } from "./token.js";

/** A key of an object literal, pattern or class; `undefined`, with nothing consumed, where none stands. */
export function parsePropertyKey(p: ParseState): Expression | undefined {
  const { start, end, token } = p;
  if (isWordLike(token)) return parseWord(p);
  if (p.escaped && token !== Token.PrivateName && has(p, Context.Strict)) {
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
  if (token === Token.String || token === Token.Number || token === Token.BigInt) {
    next(p);
    return new Literal(start, end, p.source.slice(start, end));
  }
  if (token === Token.BracketOpen) {
    const opener = openerHere(p);
    next(p);
    const key = parseExpressionWithIn(p, parseAssignment);
    expectCloser(p, Token.BracketClose, opener, "the computed key");
    return key;
  }
  if (token === Token.PrivateName) return parsePrivateName(p);
  return undefined;
}

/** Whether a `]` or `)` in an object closes nothing: behind it, on the next line, the object goes on in the column in which the line of the closer begins. */
function isStrayCloser(p: ParseState): boolean {
  if (p.newline || (p.token !== Token.BracketClose && p.token !== Token.ParenClose)) return false;
  const column = indentAt(p, p.start);
  return lookAhead(p, () => {
    next(p);
    // In the middle of a property.
    if ((at(p, Token.Colon) || at(p, Token.BraceClose)) && !p.newline) return true;
    if (at(p, Token.Comma)) next(p);
    if (!p.newline) return beginsProperty(p);
    return indentAt(p, p.start) === column && beginsProperty(p);
  });
}

function beginsProperty(p: ParseState): boolean {
  return (isWordLike(p.token) || p.token === Token.String) && peek(p).token === Token.Colon;
}

/** Whether the current token is a mark that begins nothing, with a property behind it on its line. */
function standsBeforeKey(p: ParseState): boolean {
  if (!/^[&|^%*=+?!~<>.@#\])-]+$/.test(p.source.slice(p.start, p.end))) return false;
  const { token, newline } = peek(p);
  if (newline || !(isWordLike(token) || token === Token.String)) return false;
  return lookAhead(p, () => {
    next(p);
    next(p);
    return at(p, Token.Colon) || at(p, Token.Comma) || at(p, Token.ParenOpen) || at(p, Token.BraceClose);
  });
}

/** Whether what follows a property's name on its line is its value, before which only the `:` is missing. */
function lacksColon(p: ParseState): boolean {
  if (p.newline) return false;
  switch (p.token) {
    case Token.String:
    case Token.Number:
    case Token.BraceOpen:
    case Token.BracketOpen:
    case Token.Template:
    case Token.True:
    case Token.False:
    case Token.Null:
    case Token.New:
    case Token.Function:
      return true;
    case Token.Name: {
      const after = peek(p).token;
      return after === Token.Dot ||
        after === Token.ParenOpen ||
        after === Token.Plus ||
        after === Token.Minus ||
        after === Token.Star;
    }
    default:
      return false;
  }
}

/** Whether the current token, behind a modifier-like word, shows that the word is itself the member's name. */
export function endsMemberName(token: Token): boolean {
  return token === Token.ParenOpen ||
    token === Token.Comma ||
    token === Token.Colon ||
    token === Token.BraceClose ||
    token === Token.Assign ||
    token === Token.Semicolon ||
    token === Token.End;
}

export function parseObject(p: ParseState): ObjectExpression {
  const start = p.start;
  const opener = openerHere(p);
  next(p);
  const properties: ObjectMember[] = [];
  parseProperties(p, opener, properties, false);
  expectCloser(p, Token.BraceClose, opener, "the object");
  checkPrototypes(p, properties);
  return new ObjectExpression(start, p.prevEnd, properties);
}

/** Moves past the comma behind a property. Whether something that may belong to the object follows, be it its closer. */
const goesOn = (p: ParseState, opener: Opener): boolean =>
  parseListEnd(p, Token.BraceClose, opener) || p.token === Token.BraceClose;

/** Properties of an object literal, appended to `properties`. With `behind` the parser stands behind one that has been read. */
export function parseProperties(p: ParseState, opener: Opener, properties: ObjectMember[], behind: boolean): void {
  // Where the brace is missing, its properties stand where their first one does.
  const isOpen = opener.text !== "{";
  const own = indentAt(p, opener.at) - (isOpen ? 1 : 0);
  const { fence } = p;
  let misfit = -1;
  if (behind) {
    const isOver = !goesOn(p, opener) && (misfit = misfitInBraces(p, own)) < 0;
    noteGap(p, properties);
    if (isOver) return;
  }
  if (!isOpen) p.fence = opener.at;
  for (;;) {
    const what = misfit < 0 && isStrayInObject(p, own) ? "stray" : standsNext(p, opener.at, own);
    if (what === "end") break;
    const { start, braces, brackets } = p;
    const member = misfit < 0 && what === "more" ? parseObjectMember(p) : undefined;
    if (member === undefined) {
      if (what === "stray") passStrayCloser(p);
      else {
        if (misfit < 0) misfit = misfitInBraces(p, own);
        if (misfit < 0) {
          reportForm(p, "missing-closer", p.prevEnd, p.prevEnd, "`}` is missing to close the object", {
            insert: { at: p.prevEnd, text: "}" },
          });
          break;
        }
        passOver(p, misfit);
        misfit = -1;
      }
      // What fits nowhere stands in the place of a member.
      take(p, properties, new SpreadElement(start, p.prevEnd, new Missing(start, p.prevEnd)), braces, brackets);
    } else {
      take(p, properties, member, braces, brackets);
      if (isStrayCloser(p)) {
        reportForm(p, "unexpected", p.start, p.end, `${here(p)} closes nothing: its opener is missing`);
        next(p);
      }
      const isOver = !goesOn(p, opener) && (misfit = misfitInBraces(p, own)) < 0;
      noteGap(p, properties);
      if (isOver) break;
    }
    if (enough(p, properties)) break;
  }
  p.fence = fence;
}

/** Two plain `__proto__: value` are an error, unless the object proves to be a pattern; then this report is taken back with the cover check. */
function checkPrototypes(p: ParseState, properties: readonly ObjectMember[]): void {
  let seen = false;
  for (const property of properties) {
    if (
      property.type !== "Property" ||
      property.computed ||
      property.method ||
      property.shorthand ||
      property.kind !== "init"
    ) continue;
    const { key } = property;
    const name = key.type === "Identifier" ? key.name : key.type === "Literal" ? key.value : undefined;
    if (name !== "__proto__") continue;
    if (seen && p.token !== Token.Assign) {
      report(p, "misplaced", property.offset, property.offset + property.length, "An object has only one `__proto__`");
    }
    seen = true;
  }
}

function parseObjectMember(p: ParseState): ObjectMember | undefined {
  const start = p.start;
  if (p.token === Token.Ellipsis) {
    next(p);
    const argument = parseAssignment(p);
    return new SpreadElement(start, p.prevEnd, argument);
  }
  let kind: "init" | "get" | "set" = "init";
  let async = false;
  let generator = false;
  if (p.token === Token.Name && (isWord(p, "async") || isWord(p, "get") || isWord(p, "set"))) {
    const after = peek(p);
    if (
      !endsMemberName(after.token) &&
      !(p.typescript && after.token === Token.Less) &&
      !(isWord(p, "async") && after.newline) &&
      after.token !== Token.BraceOpen
    ) {
      if (isWord(p, "async")) async = true;
      else kind = isWord(p, "get") ? "get" : "set";
      next(p);
    }
  }
  if (p.token === Token.Star && kind === "init") {
    generator = true;
    next(p);
  }
  const plainName = p.token === Token.Name;
  const escaped = p.escaped;
  const computed = p.token === Token.BracketOpen;
  const keyStart = p.start;
  const key = parsePropertyKey(p);
  if (key === undefined) {
    if (p.token === Token.Colon) {
      const name = missing(p, "A property's name is missing before this `:`");
      next(p);
      const value = parseAssignment(p);
      return new Property(start, p.prevEnd, name, value, "init", false, false, false);
    }
    if (p.token === Token.ParenOpen && isHeadOfBlock(p, p.start)) {
      const name = missing(p, "A name is missing for the method");
      const value = parseMethod(p, { async, generator, kind: "method", derived: false });
      return new Property(start, p.prevEnd, name, value, "init", false, true, false);
    }
    if (p.token === Token.Comma) {
      reportForm(p, "unexpected", p.start, p.end, "A property is missing before this `,`");
      return new SpreadElement(start, p.prevEnd, missing(p, "A property is missing"));
    }
    if (standsBeforeKey(p)) {
      reportForm(p, "unexpected", p.start, p.end, `${here(p)} does not fit here`);
      next(p);
      return parseObjectMember(p);
    }
    return undefined;
  }
  if (key.type === "PrivateIdentifier") {
    report(p, "misplaced", key.offset, key.offset + key.length, "A private name belongs to a class, not to an object");
  }
  if (
    async ||
    generator ||
    kind !== "init" ||
    p.token === Token.ParenOpen ||
    (p.typescript && p.token === Token.Less) ||
    (p.token === Token.ParenClose && peek(p).token === Token.BraceOpen)
  ) {
    const value = parseMethod(p, { async, generator, kind: kind === "init" ? "method" : kind, derived: false });
    return new Property(start, p.prevEnd, key, value, kind, computed, kind === "init", false);
  }
  if (p.token === Token.Colon) {
    next(p);
    const value = parseAssignment(p);
    return new Property(start, p.prevEnd, key, value, "init", computed, false, false);
  }
  if (lacksColon(p)) {
    const name = p.source.slice(keyStart, p.prevEnd);
    reportForm(p, "missing-part", p.prevEnd, p.prevEnd, `\`:\` is missing behind the property \`${name}\``, {
      insert: { at: p.prevEnd, text: ":" },
    });
    const value = parseAssignment(p);
    return new Property(start, p.prevEnd, key, value, "init", computed, false, false);
  }
  if (!plainName) {
    const value = missing(
      p,
      `\`:\` and a value are missing for the property \`${p.source.slice(keyStart, p.prevEnd)}\``,
    );
    return new Property(start, p.prevEnd, key, value, "init", computed, false, false);
  }
  if (key.type === "Identifier") checkReserved(p, key.name, key.offset, key.offset + key.length, false, escaped);
  if (p.token === Token.Assign) {
    if (p.coverInit < 0) p.coverInit = p.start;
    next(p);
    const value = parseAssignment(p);
    const pair = new AssignmentExpression(start, p.prevEnd, key, "=", value);
    pair.type = "AssignmentPattern";
    return new Property(start, p.prevEnd, key, pair, "init", false, false, true);
  }
  return new Property(start, p.prevEnd, key, key, "init", false, false, true);
}
