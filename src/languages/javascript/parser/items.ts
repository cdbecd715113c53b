/** Lists of statements: what stands at the top of a text, in blocks and in modules. */
import type { Node } from "../../../syntax/node.js";
import { ExpressionStatement, type ModuleItem, type Statement } from "../nodes/index.js";
import { enough, take } from "./elements.js";
import { indentAt, isBehindFence, standsNext } from "./indentation.js";
import { meantKeyword, tellMeant } from "./misspelt.js";
import { lacksImportWord, parseExport, parseImport, parseWithoutWord } from "./modules.js";
import { report } from "./recovery.js";
import { extraBrackets, noteWork, readList, Repairs } from "./repair.js";
import { peek, rescanTemplate } from "./scanner.js";
import { moment } from "./speculate.js";
import { Context, has, noFence, Overrun, type ParseState, refused, Unclosed } from "./state.js";
import { parseStatement, passStray } from "./statements.js";
import { Token } from "./token.js";

/** Statements up to a `}`, appended to `body`. `opener` is where the block's bracket stands. */
export function parseStatements(p: ParseState, opener: number, body: Statement[]): Statement[] {
  const own = indentAt(p, opener);
  const { fence } = p;
  p.fence = opener;
  readList(p, body, () => {
    const what = standsNext(p, opener, own);
    // A `case` in a block ends it when a `switch` is open around it: the block lacks its closer.
    if (what === "end" || ((p.token === Token.Case || p.token === Token.Default) && has(p, Context.Switch))) {
      return false;
    }
    const { braces, brackets } = p;
    take(p, body, what === "stray" ? passStray(p) : parseStatement(p, true), braces, brackets);
    return true;
  });
  p.fence = fence;
  return body;
}

/** An item in which indentation would have told something that then was not asked, with what takes the parser back to its beginning. */
interface Doubtful {
  readonly index: number;
  readonly restore: () => void;
}

/**
 * The items of the whole text. Where one proves to hold a `}` without its opener, or a text proves to have no end, those are read again in which that can have come about:
 * the last one with a closer that seemed one too many, and the first one with a text that seemed not to end.
 */
export function parseItems(p: ParseState, body: (Statement | ModuleItem)[]): void {
  const closers: Doubtful[] = [];
  let texts: Doubtful[] = [];
  const forget = (items: readonly Node[]): void => {
    for (const item of items) {
      for (const set of [p.overclosed, p.unclosed, p.loose, p.softlyLoose, p.fragile]) set.delete(item);
    }
  };
  const repairs = new Repairs<Statement | ModuleItem>(p, body, () => readOnTrial(p, body), forget);
  for (;;) {
    let again: Doubtful | undefined;
    if (p.token === Token.BraceClose) {
      again = closers.pop();
      if (again === undefined && p.isDoubtedBefore) throw new Overrun();
    } else if (p.token === Token.End) {
      again = p.isTextOpen ? texts[0] : undefined;
      if (again === undefined) break;
    }
    if (again !== undefined) {
      forget(body.splice(again.index));
      again.restore();
      repairs.forget(again.index);
      p.isTextOpen = false;
      texts = texts.filter(({ index }) => index < again.index);
      while (closers.length > 0 && closers.at(-1)!.index >= again.index) closers.pop();
    }
    const { braces, brackets } = p;
    const doubtful: Doubtful = { index: body.length, restore: snapshot(p) };
    p.repairWork = 0;
    const item = parseClosedItem(p, again !== undefined, doubtful.restore);
    noteWork(p, item);
    if (p.straySpots > 0) closers.push(doubtful);
    if (again === undefined && p.softlyLoose.has(item)) texts.push(doubtful);
    take(p, body, item, braces, brackets);
    p.repairWork = 0;
    const from = repairs.taken();
    // What is read as if nothing was wrong leaves no doubt.
    while (closers.length > 0 && closers.at(-1)!.index >= from) closers.pop();
    texts = texts.filter(({ index }) => index < from);
    if (enough(p, body)) break;
  }
  repairs.end();
}

/** Reads an item as one in which nothing is wrong, whatever its indentation is. */
function readOnTrial(p: ParseState, body: (Statement | ModuleItem)[]): boolean {
  if (p.token === Token.BraceClose || p.token === Token.End) return false;
  const { braces, brackets } = p;
  begin(p);
  const item = parseItem(p);
  const extra = extraBrackets(p);
  const isEven = p.braces + extra.braces === braces &&
    p.leastBraces + Math.max(0, extra.braces) >= braces &&
    p.brackets + extra.brackets === brackets;
  if (!isEven || p.spots + p.straySpots + p.softSpots > 0) throw refused;
  take(p, body, item, braces, brackets);
  return true;
}

/** All that can be other than it was when an item has been read in vain; gives what puts it back. */
function snapshot(p: ParseState): () => void {
  const before = moment(p);
  const reported = p.problems.length;
  const guessed = p.guesses.length;
  const { repairUntil } = p;
  return () => {
    Object.assign(p, before, {
      labels: [],
      coverInit: -1,
      depth: p.itemDepth,
      fence: noFence,
      noConditionalType: false,
      colonAfterArrow: false,
      reach: before.end,
      speculating: 0,
      repairUntil,
      nestedFrom: Infinity,
    });
    p.problems.length = reported;
    p.guesses.length = Math.min(p.guesses.length, guessed);
    p.tags.length = 0;
    p.triedArrows.clear();
  };
}

/** An item of the text: read straight, and if that shows that brackets do not balance, once more by its indentation. With `guided` only that; `restore` takes the parser back to its beginning. */
function parseClosedItem(p: ParseState, guided: boolean, restore: () => void): Statement | ModuleItem {
  const { braces, brackets, echoes } = p;
  const reported = p.problems.length;
  let straightReach = 0;
  if (!guided) {
    const item = parseStraight(p);
    if (item !== undefined) {
      // The token behind an item belongs to the next one.
      if (p.token === Token.Template && p.loneAt === p.start) p.softSpots -= 1;
      const isUneven = p.braces !== braces || p.leastBraces < braces || p.brackets !== brackets;
      const asksTexts = p.softSpots > 0 && (p.problems.length > reported || p.echoes > echoes);
      if (!isUneven && !asksTexts) return noted(p, item, braces);
    }
    straightReach = p.reach;
    restore();
  }
  const { closesNothing } = p;
  p.closesNothing = null;
  p.guided = true;
  begin(p);
  const item = parseItem(p);
  p.guided = false;
  p.closesNothing = closesNothing;
  if (p.braces !== braces || p.leastBraces !== braces) return noted(p, item, braces);
  // Where its own braces do not show why the item was read so, it goes by all that was read straight.
  if (straightReach > p.reach) p.reach = straightReach;
  if (
    guided ||
    (
      p.brackets === brackets &&
      p.guesses.some(({ kind, at }) => (kind === "block" || kind === "closer") && at > item.offset && at <= p.prevEnd)
    )
  ) {
    p.fragile.add(item);
  }
  return noted(p, item, braces);
}

/** `undefined` where the item proves to lack a closer. */
function parseStraight(p: ParseState): Statement | ModuleItem | undefined {
  try {
    begin(p);
    return parseItem(p);
  } catch (error) {
    if (!(error instanceof Unclosed)) throw error;
    return undefined;
  }
}

function begin(p: ParseState): void {
  p.itemBraces = p.leastBraces = p.braces;
  p.spots = p.straySpots = p.softSpots = 0;
  if (p.token !== Token.Template) return;
  // The first token was read in the way in which the item before was.
  while (p.guesses.length > 0 && p.guesses.at(-1)!.at > p.start) p.guesses.pop();
  rescanTemplate(p);
  if (p.end > p.reach) p.reach = p.end;
}

function noted<T extends Statement | ModuleItem>(p: ParseState, item: T, braces: number): T {
  if (p.leastBraces < braces) p.overclosed.add(item);
  if (p.braces > braces) p.unclosed.add(item);
  if (p.spots > 0) p.loose.add(item);
  if (p.softSpots > 0) p.softlyLoose.add(item);
  return item;
}

/**
 * `"use strict"` and its like at the head of a body, whose bracket stands at `opener` (`noFence` for the text). Returns the directive that switches to
 * strict code, if there is one.
 */
export function parseDirectives(p: ParseState, opener: number, body: Statement[]): ExpressionStatement | undefined {
  let strict: ExpressionStatement | undefined;
  const legacy: number[] = [];
  const { fence } = p;
  p.fence = opener;
  while (p.token === Token.String && !(p.newline && isBehindFence(p))) {
    const { start, end, escaped, braces, brackets } = p;
    const statement = parseStatement(p, true);
    take(p, body, statement, braces, brackets);
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
  p.fence = fence;
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
  const own = indentAt(p, opener);
  readList(p, body, () => {
    const what = standsNext(p, opener, own);
    if (what === "end") return false;
    const { braces, brackets } = p;
    take(p, body, what === "stray" ? passStray(p) : parseItem(p), braces, brackets);
    return true;
  });
}

/** A statement, import or export at the top of the text or a namespace. */
function parseItem(p: ParseState): Statement | ModuleItem {
  if (p.token === Token.Import) {
    const after = peek(p);
    if (after.token !== Token.ParenOpen && after.token !== Token.Dot) return parseImport(p);
  }
  if (p.token === Token.Export) return parseExport(p);
  if (lacksImportWord(p)) return parseWithoutWord(p);
  if (p.token === Token.Name) {
    const meant = meantKeyword(p);
    if (meant === "import" || meant === "export") {
      tellMeant(p, meant);
      return meant === "import" ? parseImport(p) : parseExport(p);
    }
  }
  return parseStatement(p, true);
}
