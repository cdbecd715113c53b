/** Lists of statements: what stands at the top of a text, in blocks and in modules. */
import { ExpressionStatement, type ModuleItem, type Statement } from "../nodes/index.js";
import { enough, take } from "./elements.js";
import { parseExport, parseImport } from "./modules.js";
import { endsByIndent, report } from "./recovery.js";
import { peek } from "./scanner.js";
import { at, Context, has, Unclosed, type ParseState } from "./state.js";
import { parseStatement } from "./statements.js";
import { Token } from "./token.js";

/** Statements up to `closer`, appended to `body`. `opener` is where the block's bracket stands. */
export function parseStatements(p: ParseState, closer: Token, opener: number, body: Statement[]): Statement[] {
  while (p.token !== closer && p.token !== Token.End && !endsByIndent(p, opener)) {
    // A `case` in a block ends it when a `switch` is open around it: the block lacks its closer.
    if ((p.token === Token.Case || p.token === Token.Default) && has(p, Context.Switch)) break;
    if (p.closesNothing !== null && staysOpen(p)) throw new Unclosed();
    const { braces } = p;
    take(p, body, parseStatement(p, true), braces);
    if (enough(p, body)) break;
  }
  if (p.token !== closer || endsByIndent(p, opener)) p.missingBlockEnds += 1;
  return body;
}

/** The items of the whole text. Stray closers among them are passed over. */
export function parseItems(p: ParseState, body: (Statement | ModuleItem)[]): void {
  while (p.token !== Token.End) {
    const { braces } = p;
    const item = parseClosedItem(p);
    take(p, body, item, braces);
    if (p.leastBraces < braces) p.overclosed.add(item);
    if (enough(p, body)) break;
  }
}

/**
 * An item of the text. When it has braces that are open at the end of the text, it is read again, and the indentation tells which block
 * lacks its closer.
 */
function parseClosedItem(p: ParseState): Statement | ModuleItem {
  const { token, start, end, newline, escaped, word, prevEnd, context, calm, braces, sawModuleItem, missingComma } = p;
  const reported = p.problems.length;
  p.itemBraces = p.leastBraces = braces;
  try {
    const item = parseItem(p);
    if (!at(p, Token.End) || p.braces <= braces) return item;
  } catch (error) {
    if (!(error instanceof Unclosed)) throw error;
  }
  Object.assign(p, {
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
    sawModuleItem,
    missingComma,
    leastBraces: braces,
  });
  Object.assign(p, {
    labels: [],
    coverInit: -1,
    depth: p.itemDepth,
    noConditionalType: false,
    colonAfterArrow: false,
    reach: end,
  });
  p.problems.length = reported;
  p.tags.length = 0;
  const { closesNothing } = p;
  p.closesNothing = null;
  p.byIndent = true;
  p.missingBraces = p.missingBlockEnds = 0;
  const item = parseItem(p);
  p.byIndent = false;
  p.closesNothing = closesNothing;
  p.unclosed.set(item, p.missingBraces === 1 && p.missingBlockEnds === 1 && isBlockItem(item));
  return item;
}

/** Whether the outermost braces of an item hold statements: they are what stays open when one is not closed. */
function isBlockItem(item: Statement | ModuleItem): boolean {
  const inner = (item.type === "ExportNamedDeclaration" || item.type === "ExportDefaultDeclaration") &&
    item.declaration !== null
    ? item.declaration
    : item;
  return /^(?:Function|Namespace)Declaration$|^(?:Block|If|For|ForIn|ForOf|While|DoWhile|Try)Statement$/.test(
    inner.type,
  );
}

/** Whether the item that is being read is known to be open still at the end of the text. */
export function staysOpen(p: ParseState): boolean {
  return p.newline && p.braces > p.itemBraces && p.closesNothing!(p.start);
}

/** `"use strict"` and its like at the head of a body. Returns the directive that switches to strict code, if there is one. */
export function parseDirectives(p: ParseState, body: Statement[]): ExpressionStatement | undefined {
  let strict: ExpressionStatement | undefined;
  const legacy: number[] = [];
  while (p.token === Token.String) {
    const { start, end, escaped, braces } = p;
    const statement = parseStatement(p, true);
    take(p, body, statement, braces);
    if (statement.type !== "ExpressionStatement") break;
    const { expression } = statement;
    if (expression.type !== "Literal" || expression.parenthesized || expression.length !== end - start) break;
    statement.directive = p.source.slice(start + 1, end - 1);
    if (escaped) legacy.push(start, end);
    if (statement.directive === "use strict") {
      strict = statement;
      p.context |= Context.Strict;
    }
  }
  if (has(p, Context.Strict) && strict !== undefined) {
    for (let i = 0; i < legacy.length; i += 2) {
      report(p, "misplaced", legacy[i]!, legacy[i + 1]!, "A text cannot hold an octal escape in strict code");
    }
  }
  return strict;
}

/** Statements, imports and exports up to the `}` of a namespace. */
export function parseModuleItems(p: ParseState, opener: number): (Statement | ModuleItem)[] {
  const body: (Statement | ModuleItem)[] = [];
  parseNamespaceItems(p, opener, body);
  return body;
}

/** As `parseModuleItems`, appended to `body`. */
export function parseNamespaceItems(p: ParseState, opener: number, body: (Statement | ModuleItem)[]): void {
  while (p.token !== Token.BraceClose && p.token !== Token.End && !endsByIndent(p, opener)) {
    if (p.closesNothing !== null && staysOpen(p)) throw new Unclosed();
    const { braces } = p;
    take(p, body, parseItem(p), braces);
    if (enough(p, body)) break;
  }
  if (p.token !== Token.BraceClose || endsByIndent(p, opener)) p.missingBlockEnds += 1;
}

/** A statement, import or export at the top of the text or a namespace. */
function parseItem(p: ParseState): Statement | ModuleItem {
  if (p.token === Token.Import) {
    const after = peek(p);
    if (after.token !== Token.ParenOpen && after.token !== Token.Dot) return parseImport(p);
  }
  if (p.token === Token.Export) return parseExport(p);
  return parseStatement(p, true);
}
