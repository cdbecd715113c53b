/** Imports and exports. */
import {
  ExportAllDeclaration,
  ExportAssignment,
  ExportDefaultDeclaration,
  ExportNamedDeclaration,
  ExportNamespace,
  ExportSpecifier,
  Identifier,
  ImportAttribute,
  ImportDeclaration,
  ImportDefaultSpecifier,
  ImportNamespaceSpecifier,
  ImportSpecifier,
  Literal,
  Missing,
  none,
  type Declaration,
  type Decorator,
  type Expression,
  type ImportEqualsDeclaration,
  type ImportPart,
  type ModuleItem,
} from "../nodes/index.js";
import { parseClassDeclaration, parseDecorators } from "./classes.js";
import { parseAssignment, parseExpression } from "./expressions.js";
import { parseFunctionDeclaration } from "./functions.js";
import { parseListEnd } from "./lists.js";
import { isHeadOfBlock, isMisspelt, tellMeant } from "./misspelt.js";
import { checkReserved, missing, parseBindingName, parseWord } from "./names.js";
import {
  expect,
  expectCloser,
  here,
  type Opener,
  openerHere,
  report,
  reportForm,
  tellComma,
  tellMissing,
} from "./recovery.js";
import { isWord, next, peek, tokenText } from "./scanner.js";
import { lookAhead } from "./speculate.js";
import { at, type ParseState } from "./state.js";
import { parseMisspelt, parseStatement, semicolon } from "./statements.js";
import { isKeyword, isWordLike, Token } from "./token.js";
import { parseTypeParameters } from "./types.js";
import { parseImportEquals, parseTyped, parseTypeScriptStatement, startsImportEquals } from "./typescript.js";

/** Notes that the text is a module; outside of one that was asked for, reports the item. */
function moduleItem(p: ParseState, what: string): void {
  p.sawModuleItem = true;
  if (p.options.module === false) {
    report(p, "misplaced", p.start, p.end, `${what} stands only in modules, and this file is read as a script`);
  }
}

/** `import …` as a declaration. */
export function parseImport(p: ParseState): ImportDeclaration | ImportEqualsDeclaration {
  moduleItem(p, "An import");
  const { start } = p;
  next(p);
  let typeOnly = false;
  if (p.typescript) {
    typeOnly = eatTypeWord(p);
    if (startsImportEquals(p)) return parseImportEquals(p, start, typeOnly);
  }
  return parseImported(p, start, typeOnly);
}

/** What stands behind `import`, or `import type`. */
function parseImported(p: ParseState, start: number, typeOnly: boolean): ImportDeclaration {
  const specifiers: ImportPart[] = [];
  let phase: string | null = null;
  if (p.token === Token.String) {
    const source = parseSource(p);
    return finishImport(p, start, specifiers, source, phase, typeOnly);
  }
  if (isWord(p, "defer") || isWord(p, "source")) {
    const after = peek(p);
    const named = after.token === Token.Name &&
      !(p.source.slice(after.start, after.end) === "from" && !/^\s*from\b/.test(p.source.slice(after.end)));
    if (named || (isWord(p, "defer") && after.token === Token.Star)) {
      phase = tokenText(p);
      next(p);
    }
  }
  if (lacksListOpener(p)) {
    tellMissing(p, "{");
    parseImportNames(p, { at: start, text: "{" }, specifiers);
  } else if (isWord(p, "as") && isBareNamespace(p)) {
    tellMissing(p, "*");
    specifiers.push(parseNamespace(p));
  } else if (p.token === Token.Name) {
    const local = parseBindingName(p, "the import") as Identifier;
    specifiers.push(new ImportDefaultSpecifier(local.offset, local.offset + local.length, local));
    if (at(p, Token.Comma)) {
      next(p);
      if (!at(p, Token.Star) && !at(p, Token.BraceOpen)) {
        missing(p, "`{` or `*` is missing behind the `,` of the import");
      }
    } else if (at(p, Token.Star) || at(p, Token.BraceOpen)) {
      tellComma(p);
    }
  }
  if (p.token === Token.Star) {
    next(p);
    specifiers.push(parseNamespace(p));
  } else if (p.token === Token.BraceOpen) parseImportList(p, specifiers);
  else if (specifiers.length === 0) missing(p, "The names to import are missing");
  const source = eatFrom(p) ? parseSource(p) : missing(p, "`from` and a module are missing behind the import's names");
  return finishImport(p, start, specifiers, source, phase, typeOnly);
}

/** Moves past `from`, also where it has a slip in it, or is missing before the module. */
function eatFrom(p: ParseState): boolean {
  if (isWord(p, "from")) {
    next(p);
    return true;
  }
  if (p.token === Token.String && !p.newline) {
    tellMissing(p, "from");
    return true;
  }
  if (!isMisspelt(p, "from") || peek(p).token !== Token.String) return false;
  tellMeant(p, "from");
  next(p);
  return true;
}

/** Moves past `type` behind `import`, where it is a mark and not a name. */
function eatTypeWord(p: ParseState): boolean {
  if (!isWord(p, "type")) return false;
  const after = peek(p);
  const from = after.token === Token.Name && p.source.slice(after.start, after.end) === "from";
  // `import type from "…"` imports a thing called `type`; `import type from from "…"` a type called `from`.
  const marks = after.token === Token.BraceOpen ||
    after.token === Token.Star ||
    (after.token === Token.Name && (!from || /^\s*(?:from|=)\b|^\s*=/.test(p.source.slice(after.end))));
  if (marks) next(p);
  return marks;
}

function finishImport(
  p: ParseState,
  start: number,
  specifiers: ImportPart[],
  source: Literal | Missing,
  phase: string | null,
  typeOnly: boolean,
): ImportDeclaration {
  const attributes = parseAttributes(p);
  semicolon(p, "the import");
  return new ImportDeclaration(start, p.prevEnd, specifiers, source, attributes, phase, typeOnly);
}

function parseSource(p: ParseState): Literal | Missing {
  if (p.token !== Token.String) return missing(p, "The module is missing: a text in quote marks");
  return parseText(p);
}

function parseText(p: ParseState): Literal {
  const node = new Literal(p.start, p.end, p.source.slice(p.start, p.end));
  next(p);
  return node;
}

/** `as name` behind a `*`. */
function parseNamespace(p: ParseState): ImportNamespaceSpecifier {
  const start = p.source[p.prevEnd - 1] === "*" ? p.prevEnd - 1 : p.start;
  if (isWord(p, "as")) next(p);
  else missing(p, "`as` and a name are missing behind `*`");
  const local = parseBindingName(p, "the import") as Identifier;
  return new ImportNamespaceSpecifier(start, p.prevEnd, local);
}

/** Names that are looked at for the closer of their list. */
const mostNames = 1000;

/** Whether the names of a list begin here that lacks its `{`: they are closed before anything else comes. */
function lacksListOpener(p: ParseState): boolean {
  if (p.token !== Token.Name || isWord(p, "from")) return false;
  const after = peek(p);
  const goesOn = after.token === Token.Comma ||
    after.token === Token.BraceClose ||
    (after.token === Token.Name && p.source.slice(after.start, after.end) !== "from");
  return goesOn && lookAhead(p, () => passesNames(p));
}

/** Moves past names with commas and a `}` behind them, where they stand there. To be used in a look ahead. */
function passesNames(p: ParseState): boolean {
  for (let count = 0; count < mostNames; count += 1) {
    if (at(p, Token.BraceClose)) {
      next(p);
      return true;
    }
    if (!isWordLike(p.token) && !at(p, Token.Comma) && !at(p, Token.String)) return false;
    next(p);
  }
  return false;
}

/** Whether `as name from` stands here, behind a `*` that is missing. */
function isBareNamespace(p: ParseState): boolean {
  return lookAhead(p, () => {
    next(p);
    if (!at(p, Token.Name)) return false;
    next(p);
    return isWord(p, "from");
  });
}

/** Whether what an import takes stands here without the word: a list, a namespace or a name, and `from` with its module. */
export function lacksImportWord(p: ParseState): boolean {
  if (p.token === Token.Name) {
    const after = peek(p);
    return !after.newline && p.source.slice(after.start, after.end) === "from" && lookAhead(p, () => {
      next(p);
      next(p);
      return at(p, Token.String);
    });
  }
  if (p.token !== Token.BraceOpen && p.token !== Token.Star) return false;
  const after = peek(p);
  if (!isWordLike(after.token)) return false;
  return lookAhead(p, () => {
    const isList = at(p, Token.BraceOpen);
    next(p);
    if (isList) {
      if (!passesNames(p)) return false;
    } else if (isWord(p, "as")) {
      next(p);
      next(p);
    }
    if (!isWord(p, "from")) return false;
    next(p);
    return at(p, Token.String);
  });
}

/** What an import or export takes, without the word before it. */
export function parseWithoutWord(p: ParseState): ModuleItem {
  const { start } = p;
  const isAll = p.token === Token.Star && p.source.slice(peek(p).start, peek(p).end) === "from";
  const word = isAll ? "export" : "import";
  reportForm(p, "missing-part", start, p.end, `\`${word}\` is missing before ${here(p)}`, {
    insert: { at: start, text: `${word} ` },
  });
  p.sawModuleItem = true;
  if (!isAll) return parseImported(p, start, false);
  next(p);
  return parseExportAll(p, start);
}

function parseImportList(p: ParseState, specifiers: ImportPart[]): void {
  const opener = openerHere(p);
  next(p);
  parseImportNames(p, opener, specifiers);
}

/** The names of a list, whose opener stands before them or is missing, and its closer. */
function parseImportNames(p: ParseState, opener: Opener, specifiers: ImportPart[]): void {
  while (p.token !== Token.BraceClose && p.token !== Token.End) {
    const { start } = p;
    const typeOnly = p.typescript && eatSpecifierType(p);
    const { escaped } = p;
    const reserved = isKeyword(p.token);
    const imported = parseModuleName(p);
    if (imported === undefined) {
      if (p.start > start) continue;
      break;
    }
    let local = imported as Identifier;
    if (isWord(p, "as")) {
      next(p);
      local = parseBindingName(p, "the import") as Identifier;
    } else if (imported.type === "Literal" || reserved) {
      report(
        p,
        "missing-part",
        imported.offset + imported.length,
        imported.offset + imported.length,
        "`as` and a name to use here are missing",
      );
    } else checkReserved(p, local.name, local.offset, local.offset + local.length, true, escaped);
    specifiers.push(new ImportSpecifier(start, p.prevEnd, imported, local, typeOnly));
    if (isFromModule(p)) break;
    if (!parseListEnd(p, Token.BraceClose, opener)) break;
  }
  expectCloser(p, Token.BraceClose, opener, "the import's names");
}

/** Moves past `type` before a name of an import or export list, where it is a mark: `type a`, `type as as b`, but not `type as b`. */
function eatSpecifierType(p: ParseState): boolean {
  if (!isWord(p, "type")) return false;
  const after = peek(p);
  if (after.token === Token.String) return (next(p), true);
  if (!isWordLike(after.token)) return false;
  const word = p.source.slice(after.start, after.end);
  const rest = /^\s*([\w$]+|.)?\s*([\w$]+|.)?/.exec(p.source.slice(after.end))!;
  // `type as`: a thing called `type` renamed, or the type `as`?
  if (
    word === "as" &&
    rest[1] !== undefined &&
    /^[\w$]/.test(rest[1]) &&
    !(rest[1] === "as" && rest[2] !== undefined && /^[\w$]/.test(rest[2]))
  ) return false;
  next(p);
  return true;
}

/** A name of a module's export: a word, reserved or not, or a text. */
function parseModuleName(p: ParseState): Identifier | Literal | undefined {
  if (isWordLike(p.token)) return parseWord(p);
  if (p.token === Token.String) return parseText(p);
  reportForm(p, "unexpected", p.start, p.end, `A name is needed here, not ${here(p)}`, { lacks: "name" });
  if (p.token === Token.Comma) next(p);
  return undefined;
}

/** Whether `from` and a module follow, so that it is the closer of a list that is missing. */
const isFromModule = (p: ParseState): boolean => isWord(p, "from") && peek(p).token === Token.String;

/** `with { type: "json" }` */
function parseAttributes(p: ParseState): ImportAttribute[] {
  const attributes: ImportAttribute[] = [];
  if (p.token !== Token.With && !(isWord(p, "assert") && !p.newline)) return attributes;
  next(p);
  const opener = openerHere(p);
  if (!expect(p, Token.BraceOpen, "the import's attributes")) return attributes;
  const seen = new Set<unknown>();
  while (p.token !== Token.BraceClose && p.token !== Token.End) {
    const { start } = p;
    const key = parseModuleName(p);
    if (key === undefined) break;
    const name = key.type === "Identifier" ? key.name : key.value;
    if (seen.has(name)) {
      report(p, "misplaced", key.offset, key.offset + key.length, `The attribute \`${String(name)}\` is given twice`);
    }
    seen.add(name);
    expect(p, Token.Colon, "the import's attributes");
    const value = p.token === Token.String
      ? parseText(p)
      : missing(p, "The attribute's value is missing: a text in quote marks");
    attributes.push(new ImportAttribute(start, p.prevEnd, key, value));
    if (!parseListEnd(p, Token.BraceClose, opener)) break;
  }
  expectCloser(p, Token.BraceClose, opener, "the import's attributes");
  return attributes;
}

/** `export …` in each of its forms. */
export function parseExport(p: ParseState, decorators: Decorator[] = none, start = p.start): ModuleItem {
  moduleItem(p, "An export");
  next(p);
  if (p.typescript) {
    const own = parseTypeScriptExport(p, start);
    if (own !== undefined) return own;
  }
  if (p.token === Token.Default) return parseDefault(p, start, decorators);
  if (decorators.length > 0 && (p.token === Token.Class || isWord(p, "abstract"))) {
    const declaration = parseClassDeclaration(p, false, decorators[0]!.offset, decorators);
    return new ExportNamedDeclaration(start, p.prevEnd, declaration, [], null, []);
  }
  if (p.token === Token.Star) {
    next(p);
    return parseExportAll(p, start);
  }
  if (isWord(p, "from") && peek(p).token === Token.String) {
    tellMissing(p, "*");
    return parseExportAll(p, start);
  }
  if (p.token === Token.BraceOpen) {
    const opener = openerHere(p);
    next(p);
    return parseExportList(p, start, opener);
  }
  if (lacksListOpener(p)) {
    tellMissing(p, "{");
    return parseExportList(p, start, { at: start, text: "{" });
  }
  const declares = p.token === Token.Var ||
    p.token === Token.Const ||
    p.token === Token.Function ||
    p.token === Token.Class ||
    isWord(p, "let") ||
    isWord(p, "async") ||
    isWord(p, "using");
  if (!declares && lacksClassWord(p)) {
    reportForm(p, "missing-part", p.prevEnd, p.prevEnd, "`class` is missing behind `export`", {
      insert: { at: p.prevEnd, text: " class" },
    });
    const declaration = parseClassDeclaration(p, false, p.start, none, true);
    return new ExportNamedDeclaration(start, p.prevEnd, declaration, [], null, []);
  }
  if (!declares && p.token === Token.Name && peek(p).token === Token.ParenOpen && isHeadOfBlock(p, peek(p).start)) {
    reportForm(p, "missing-part", p.prevEnd, p.prevEnd, "`function` is missing behind `export`", {
      insert: { at: p.prevEnd, text: " function" },
    });
    const declaration = parseFunctionDeclaration(p, false, "lacks word");
    return new ExportNamedDeclaration(start, p.prevEnd, declaration, [], null, []);
  }
  const slipped = declares ? undefined : parseMisspelt(p);
  if (slipped !== undefined) return new ExportNamedDeclaration(start, p.prevEnd, slipped as Declaration, [], null, []);
  if (!declares) {
    missing(p, "A declaration, `{`, `*` or `default` is missing behind `export`");
    return new ExportNamedDeclaration(start, p.prevEnd, null, [], null, []);
  }
  const declaration = parseStatement(p, true) as Declaration;
  return new ExportNamedDeclaration(start, p.prevEnd, declaration, [], null, []);
}

/** Whether the head of a class goes on behind the current name, so that only its word is missing. */
function lacksClassWord(p: ParseState): boolean {
  if (p.token !== Token.Name) return false;
  const after = peek(p);
  if (after.token === Token.Extends) return true;
  if (after.token === Token.BraceOpen) return !after.newline;
  if (!p.typescript) return false;
  if (after.token === Token.Name) return p.source.slice(after.start, after.end) === "implements";
  if (after.token !== Token.Less) return false;
  return lookAhead(p, () => {
    next(p);
    parseTypeParameters(p);
    return at(p, Token.BraceOpen) || at(p, Token.Extends) || isWord(p, "implements");
  });
}

/** `export =`, `export as namespace`, `export import a =`, `export type { … }`, and declarations of TypeScript's own. */
function parseTypeScriptExport(p: ParseState, start: number): ModuleItem | undefined {
  if (p.token === Token.Assign) {
    next(p);
    const expression = parseExpression(p);
    semicolon(p, "the export");
    return new ExportAssignment(start, p.prevEnd, expression);
  }
  if (isWord(p, "as")) {
    next(p);
    if (isWord(p, "namespace")) next(p);
    else missing(p, "`namespace` is missing behind `export as`");
    const id = parseBindingName(p, "the namespace") as Identifier;
    semicolon(p, "the export");
    return new ExportNamespace(start, p.prevEnd, id);
  }
  if (p.token === Token.Import) {
    const from = p.start;
    next(p);
    const typeOnly = eatTypeWord(p);
    const declaration = parseImportEquals(p, from, typeOnly);
    return new ExportNamedDeclaration(start, p.prevEnd, declaration, [], null, []);
  }
  if (isWord(p, "type")) {
    const after = peek(p).token;
    if (after === Token.BraceOpen) {
      next(p);
      const opener = openerHere(p);
      next(p);
      return parseExportList(p, start, opener, true);
    }
    if (after === Token.Star) {
      next(p);
      next(p);
      return parseExportAll(p, start, true);
    }
    if (after === Token.Assign || after === Token.Less) {
      const declaration = parseTyped(p, "type") as Declaration;
      return new ExportNamedDeclaration(start, p.prevEnd, declaration, [], null, []);
    }
  }
  if (isWord(p, "interface") && peek(p).token === Token.BraceOpen) {
    const declaration = parseTyped(p, "interface") as Declaration;
    return new ExportNamedDeclaration(start, p.prevEnd, declaration, [], null, []);
  }
  if (p.token === Token.At) {
    const from = p.start;
    const decorators = parseDecorators(p);
    if (at(p, Token.Default)) return parseDefault(p, start, decorators);
    const declaration = parseClassDeclaration(p, false, from, decorators);
    return new ExportNamedDeclaration(start, p.prevEnd, declaration, [], null, []);
  }
  const declaration = parseTypeScriptStatement(p);
  return declaration && new ExportNamedDeclaration(start, p.prevEnd, declaration as Declaration, [], null, []);
}

function parseDefault(p: ParseState, start: number, decorators: Decorator[] = none): ExportDefaultDeclaration {
  next(p);
  let declaration: Declaration | Expression;
  const asyncFunction = isWord(p, "async") && peek(p).token === Token.Function && !peek(p).newline;
  if (p.token === Token.Function || asyncFunction) declaration = parseFunctionDeclaration(p, true);
  else if (at(p, Token.At) && p.typescript) {
    const from = p.start;
    declaration = parseClassDeclaration(p, true, from, parseDecorators(p));
  } else if (p.token === Token.Class || (p.typescript && isWord(p, "abstract") && peek(p).token === Token.Class)) {
    declaration = parseClassDeclaration(p, true, decorators[0]?.offset ?? p.start, decorators);
  } else if (p.typescript && isWord(p, "interface") && peek(p).token === Token.Name) {
    declaration = parseTypeScriptStatement(p) as Declaration;
  } else {
    declaration = parseAssignment(p);
    semicolon(p, "the export");
  }
  return new ExportDefaultDeclaration(start, p.prevEnd, declaration);
}

/** What stands behind `export *`. */
function parseExportAll(p: ParseState, start: number, typeOnly = false): ExportAllDeclaration {
  let exported: Identifier | Literal | null = null;
  if (isWord(p, "as")) {
    next(p);
    exported = parseModuleName(p) ?? null;
  }
  const source = isWord(p, "from")
    ? (next(p), parseSource(p))
    : missing(p, "`from` and a module are missing behind `export *`");
  const attributes = parseAttributes(p);
  semicolon(p, "the export");
  return new ExportAllDeclaration(start, p.prevEnd, exported, source, attributes, typeOnly);
}

/** The names of an export, behind the `{` at `opener`, and what follows them. */
function parseExportList(p: ParseState, start: number, opener: Opener, typeOnly = false): ExportNamedDeclaration {
  const specifiers: ExportSpecifier[] = [];
  const texts: Literal[] = [];
  const reserved: Identifier[] = [];
  while (p.token !== Token.BraceClose && p.token !== Token.End) {
    const from = p.start;
    const typeName = p.typescript && eatSpecifierType(p);
    if (isKeyword(p.token)) reserved.push(new Identifier(p.start, p.end, tokenText(p)));
    const local = parseModuleName(p);
    if (local === undefined) {
      if (p.start > from) continue;
      break;
    }
    if (local.type === "Literal") texts.push(new Literal(local.offset, local.offset + local.length, local.raw));
    let exported = local;
    if (isWord(p, "as")) {
      next(p);
      exported = parseModuleName(p) ?? local;
    }
    specifiers.push(new ExportSpecifier(from, p.prevEnd, local, exported, typeName));
    if (isFromModule(p)) break;
    if (!parseListEnd(p, Token.BraceClose, opener)) break;
  }
  expectCloser(p, Token.BraceClose, opener, "the export's names");
  let source: Literal | Missing | null = null;
  let attributes: ImportAttribute[] = [];
  if (isWord(p, "from")) {
    next(p);
    source = parseSource(p);
    attributes = parseAttributes(p);
  } else {
    for (const text of texts) {
      report(
        p,
        "misplaced",
        text.offset,
        text.offset + text.length,
        "A text can only name an export of another module, with `from` behind the list",
      );
    }
    for (const word of reserved) {
      report(
        p,
        "misplaced",
        word.offset,
        word.offset + word.length,
        `\`${word.name}\` is a reserved word and names nothing in this file`,
      );
    }
  }
  semicolon(p, "the export");
  return new ExportNamedDeclaration(start, p.prevEnd, null, specifiers, source, attributes, typeOnly);
}
