import {
  ClassBody,
  ClassDeclaration,
  ClassExpression,
  Decorator,
  Identifier,
  MethodDefinition,
  none,
  PropertyDefinition,
  Skipped,
  StaticBlock,
  type ClassMember,
  type Expression,
  type HeritageType,
  type MethodKind,
  type Type,
  type TypeArguments,
  type TypeParameters,
} from "../nodes/index.js";
import { take } from "./elements.js";
import { parseAssignment } from "./expressions.js";
import { parseMethod } from "./functions.js";
import { indentAt, lacksOpener, standsNext } from "./indentation.js";
import { parseStatements } from "./items.js";
import { parseLeftHandSide } from "./members.js";
import { isMisspelt, tellMeant } from "./misspelt.js";
import { parseBindingName } from "./names.js";
import { endsMemberName, parsePropertyKey } from "./objects.js";
import { eat, endOf, expectCloser, here, openerHere, report, reportForm } from "./recovery.js";
import { readList } from "./repair.js";
import { isWord, next, peek, tokenText } from "./scanner.js";
import { at, Context, functionBits, type ParseState } from "./state.js";
import { checkCover, passStray, semicolon } from "./statements.js";
import { Token } from "./token.js";
import { parseIndexSignature, startsIndexSignature } from "./type-members.js";
import { parseBase } from "./typed-expressions.js";
import { parseAnnotation, parseTypeParameters } from "./types.js";
import { parseHeritage } from "./typescript.js";

interface ClassParts {
  readonly id: Identifier | null;
  readonly modifiers: string[];
  readonly typeParameters: TypeParameters | null;
  readonly superClass: Expression | null;
  readonly superTypeArguments: TypeArguments | null;
  readonly implemented: HeritageType[];
  readonly body: ClassBody;
}

/** `@expression` before a class, member or parameter. */
export function parseDecorators(p: ParseState): Decorator[] {
  const decorators: Decorator[] = [];
  while (p.token === Token.At) {
    const { start } = p;
    next(p);
    const expression = parseLeftHandSide(p);
    decorators.push(new Decorator(start, p.prevEnd, expression));
  }
  return decorators;
}

/** The current token is `class`, or `abstract` before it; decorators have been read already. */
export function parseClassDeclaration(
  p: ParseState,
  asDefault = false,
  start = p.start,
  decorators: Decorator[] = none,
  lacksWord = false,
): ClassDeclaration {
  const { id, modifiers, typeParameters, superClass, superTypeArguments, implemented, body } = parseClass(
    p,
    !asDefault,
    lacksWord,
  );
  return new ClassDeclaration(
    start,
    p.prevEnd,
    id,
    superClass,
    body,
    decorators,
    modifiers,
    typeParameters,
    superTypeArguments,
    implemented,
  );
}

export function parseClassExpression(p: ParseState, start = p.start, decorators: Decorator[] = none): ClassExpression {
  const { id, modifiers, typeParameters, superClass, superTypeArguments, implemented, body } = parseClass(p, false);
  return new ClassExpression(
    start,
    p.prevEnd,
    id,
    superClass,
    body,
    decorators,
    modifiers,
    typeParameters,
    superTypeArguments,
    implemented,
  );
}

/** With `lacksWord` the parser stands at the name, before which `class` is missing. */
function parseClass(p: ParseState, named: boolean, lacksWord = false): ClassParts {
  const { context, start: head } = p;
  p.context |= Context.Strict;
  const abstract = !lacksWord && p.token !== Token.Class;
  if (abstract) next(p);
  if (!lacksWord) next(p);
  const hasName = p.token === Token.Name && !(p.typescript && isWord(p, "implements"));
  const id = named || hasName ? (parseBindingName(p, "the class") as Identifier) : null;
  const typeParameters = p.typescript ? parseTypeParameters(p) : null;
  let superClass: Expression | null = null;
  let superTypeArguments: TypeArguments | null = null;
  let implemented: HeritageType[] = none;
  const lacksExtends = id !== null && at(p, Token.Name) && !p.newline && !(p.typescript && isWord(p, "implements"));
  const isSlipped = lacksExtends && isMisspelt(p, "extends");
  if (isSlipped) {
    tellMeant(p, "extends");
    next(p);
  } else if (lacksExtends) {
    reportForm(
      p,
      "missing-part",
      p.prevEnd,
      p.prevEnd,
      "`extends` is missing before the class that this one builds on",
      { insert: { at: p.prevEnd, text: " extends" } },
    );
  }
  if (lacksExtends || eat(p, Token.Extends)) {
    ({ expression: superClass, typeArguments: superTypeArguments } = parseBase(p));
  }
  if (p.typescript && isWord(p, "implements")) {
    next(p);
    implemented = parseHeritage(p);
  }
  const body = parseClassBody(p, superClass !== null, head);
  p.context = context;
  return {
    id,
    modifiers: abstract ? ["abstract"] : none,
    typeParameters,
    superClass,
    superTypeArguments,
    implemented,
    body,
  };
}

/** `head` is where the class begins. */
function parseClassBody(p: ParseState, derived: boolean, head: number): ClassBody {
  const start = p.start;
  const opener = openerHere(p);
  const members: ClassMember[] = [];
  if (lacksOpener(p, head)) {
    const { coverInit, prevEnd } = p;
    p.coverInit = -1;
    reportForm(p, "missing-part", prevEnd, prevEnd, "`{` is missing to begin the class", {
      insert: { at: prevEnd, text: " {" },
    });
    parseMembers(p, derived, prevEnd, members);
    if (p.token === Token.BraceClose) next(p);
    p.coverInit = coverInit;
    return new ClassBody(start, p.prevEnd, members);
  }
  if (p.token !== Token.BraceOpen) {
    reportForm(p, "missing-part", p.prevEnd, p.prevEnd, "The class has no body: `{` is missing", {
      insert: { at: p.prevEnd, text: " {}" },
    });
    return new ClassBody(p.prevEnd, p.prevEnd, members);
  }
  const { coverInit } = p;
  p.coverInit = -1;
  next(p);
  parseMembers(p, derived, start, members);
  expectCloser(p, Token.BraceClose, opener, "the class");
  p.coverInit = coverInit;
  return new ClassBody(start, p.prevEnd, members);
}

/** Members of a class, appended to `members`. `derived` says whether the class has a superclass. */
export function parseMembers(p: ParseState, derived: boolean, opener: number, members: ClassMember[]): void {
  const own = indentAt(p, opener);
  const { fence } = p;
  p.fence = opener;
  readList(p, members, () => {
    let what = standsNext(p, opener, own);
    while (what === "more" && eat(p, Token.Semicolon)) what = standsNext(p, opener, own);
    if (what === "end") return false;
    const { braces, brackets } = p;
    const member = what === "stray" ? passStray(p) : parseMember(p, derived);
    if (member === undefined) return false;
    if (isConstructor(member) && members.some(isConstructor)) {
      report(p, "misplaced", member.offset, member.offset + member.key.length, "A class has only one constructor");
    }
    take(p, members, member, braces, brackets);
    return true;
  });
  p.fence = fence;
}

/** Whether a member is a constructor with a body, of which there can be one. */
function isConstructor(member: ClassMember): member is MethodDefinition {
  return member.type === "MethodDefinition" && member.kind === "constructor" && member.value.body !== null;
}

interface Modifiers {
  static: boolean;
  async: boolean;
  generator: boolean;
  kind: MethodKind;
  /** Those of TypeScript, and `accessor`. */
  words: string[];
}

const typescriptModifiers = new Set(["public", "private", "protected", "abstract", "override", "readonly", "declare"]);

const accessWords = new Set(["public", "private", "protected"]);
const beforeStatic = new Set(["public", "private", "protected", "declare"]);

/** Reports a modifier that is there already or stands behind one that it must precede. */
function checkModifier(p: ParseState, word: string, found: Modifiers): void {
  const { words } = found;
  if (words.includes(word)) report(p, "misplaced", p.start, p.end, `\`${word}\` stands here twice`);
  else if (accessWords.has(word)) {
    const other = words.find((one) => accessWords.has(one));
    const first = words.find((one) => one !== "declare") ?? (found.static ? "static" : undefined);
    if (other !== undefined) report(p, "misplaced", p.start, p.end, `A member is either \`${other}\` or \`${word}\``);
    else if (first !== undefined) report(p, "misplaced", p.start, p.end, `\`${word}\` stands before \`${first}\``);
  } else if ((word === "override" || word === "abstract") && words.includes("readonly")) {
    report(p, "misplaced", p.start, p.end, `\`${word}\` stands before \`readonly\``);
  }
}

/** Whether a token behind a modifier-like word, in a class, shows that the word is itself the member's name. */
function endsName(p: ParseState, token: Token): boolean {
  return endsMemberName(token) ||
    (p.typescript && (token === Token.Question || token === Token.Bang || token === Token.Less));
}

function parseModifiers(p: ParseState): Modifiers {
  const found: Modifiers = { static: false, async: false, generator: false, kind: "method", words: none };
  while (p.token === Token.Name && !p.escaped) {
    const word = p.source.slice(p.start, p.end);
    const own = word === "static" || word === "accessor" || (p.typescript && typescriptModifiers.has(word));
    if (!own) break;
    const after = peek(p);
    if (endsName(p, after.token) || (word !== "static" && after.newline)) break;
    if (word === "static") {
      if (found.static) break;
      found.static = true;
      if (found.words.some((other) => !beforeStatic.has(other))) {
        report(
          p,
          "misplaced",
          p.start,
          p.end,
          `\`static\` stands before \`${found.words.find((other) => !beforeStatic.has(other))}\``,
        );
      }
    } else {
      checkModifier(p, word, found);
      found.words = [...found.words, word];
    }
    next(p);
    if (word === "static" && at(p, Token.BraceOpen)) return found;
  }
  if (isWord(p, "async") || isWord(p, "get") || isWord(p, "set")) {
    const after = peek(p);
    const ownName = endsName(p, after.token) ||
      (after.newline && (isWord(p, "async") || after.token === Token.Star)) ||
      after.token === Token.BraceOpen;
    if (!ownName && !(after.token === Token.Star && !isWord(p, "async"))) {
      if (isWord(p, "async")) found.async = true;
      else found.kind = isWord(p, "get") ? "get" : "set";
      next(p);
    }
  }
  if (p.token === Token.Star) {
    found.generator = true;
    next(p);
  }
  return found;
}

function parseMember(p: ParseState, derived: boolean): ClassMember | undefined {
  const start = p.start;
  const decorators = p.token === Token.At && p.typescript ? parseDecorators(p) : none;
  const modifiers = parseModifiers(p);
  if (modifiers.static && p.token === Token.BraceOpen) return parseStaticBlock(p, start);
  if (p.typescript && startsIndexSignature(p)) {
    return parseIndexSignature(p, start, modifiers.static ? ["static", ...modifiers.words] : modifiers.words);
  }
  const computed = p.token === Token.BracketOpen;
  const key = parsePropertyKey(p);
  if (key === undefined) return skipInClass(p, start);
  const name = key.type === "Identifier" ? key.name : key.type === "Literal" ? key.value : undefined;
  const isPrivate = key.type === "PrivateIdentifier";
  if (isPrivate && key.name === "constructor") {
    report(p, "misplaced", key.offset, endOf(key), "A private member cannot be called `#constructor`");
  }
  const special = !computed && !isPrivate;
  const mark = p.typescript && (p.token === Token.Question || (p.token === Token.Bang && !p.newline))
    ? tokenText(p)
    : "";
  if (mark !== "") next(p);
  if (
    p.token === Token.ParenOpen ||
    (p.typescript && p.token === Token.Less) ||
    modifiers.async ||
    modifiers.generator ||
    modifiers.kind !== "method"
  ) {
    let { kind } = modifiers;
    if (special && name === "constructor" && !modifiers.static) {
      if (kind !== "method" || modifiers.async || modifiers.generator) {
        report(
          p,
          "misplaced",
          key.offset,
          endOf(key),
          "The constructor cannot be a getter, setter, generator or async",
        );
      }
      kind = "constructor";
    }
    if (special && name === "prototype" && modifiers.static) {
      report(p, "misplaced", key.offset, endOf(key), "A static member cannot be called `prototype`");
    }
    if (modifiers.words.includes("readonly")) {
      report(p, "misplaced", start, endOf(key), "Only fields can be `readonly`, not methods");
    }
    const { async, generator } = modifiers;
    const value = parseMethod(p, {
      async,
      generator,
      kind,
      derived: derived && kind === "constructor",
      overload: p.typescript,
    });
    return new MethodDefinition(
      start,
      p.prevEnd,
      key,
      kind,
      value,
      computed,
      modifiers.static,
      decorators,
      modifiers.words,
      mark === "?",
    );
  }
  if (special && (name === "constructor" || (name === "prototype" && modifiers.static))) {
    report(p, "misplaced", key.offset, endOf(key), `A field cannot be called \`${name}\``);
  }
  const annotation: Type | null = p.typescript ? parseAnnotation(p) : null;
  let value: Expression | null = null;
  if (eat(p, Token.Assign)) {
    const { context } = p;
    p.context = (context & ~functionBits) | Context.SuperProperty | Context.NewTarget | Context.FieldValue;
    value = parseAssignment(p);
    p.context = context;
    checkCover(p);
  }
  semicolon(p, "the field");
  return new PropertyDefinition(
    start,
    p.prevEnd,
    key,
    value,
    computed,
    modifiers.static,
    decorators,
    modifiers.words,
    mark,
    annotation,
  );
}

function parseStaticBlock(p: ParseState, start: number): StaticBlock {
  const { context, labels } = p;
  const opener = openerHere(p);
  p.context = (context & ~functionBits) |
    Context.SuperProperty |
    Context.NewTarget |
    Context.StaticBlock |
    Context.FieldValue;
  p.labels = [];
  next(p);
  const body = parseStatements(p, opener.at, []);
  p.context = context;
  p.labels = labels;
  expectCloser(p, Token.BraceClose, opener, "the static block");
  return new StaticBlock(start, p.prevEnd, body);
}

/** Passes over what is no member; `undefined` where the class most likely ends here. */
function skipInClass(p: ParseState, start: number): ClassMember | undefined {
  if (p.token === Token.BraceClose || p.token === Token.End) {
    if (p.prevEnd > start) {
      reportForm(p, "missing-part", p.prevEnd, p.prevEnd, "A member's name is missing");
      return new Skipped(start, p.prevEnd);
    }
    return undefined;
  }
  reportForm(p, "unexpected", p.start, p.end, `${here(p)} is no member of a class`);
  let depth = 0;
  do {
    if (p.token === Token.BraceOpen) depth += 1;
    else if (at(p, Token.BraceClose)) depth -= 1;
    next(p);
  } while (!at(p, Token.End) && (depth > 0 || (!p.newline && !at(p, Token.BraceClose) && p.token !== Token.Semicolon)));
  return new Skipped(start, p.prevEnd);
}
