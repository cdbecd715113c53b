/** The patterns of `case`. Python Language Reference 8.6. */
import type { Node } from "../../../syntax/node.js";
import {
  Attribute,
  BinOp,
  Constant,
  MatchAs,
  MatchClass,
  MatchItem,
  MatchKeyword,
  MatchMapping,
  MatchOr,
  MatchSequence,
  MatchSingleton,
  MatchStar,
  MatchValue,
  Name,
  UnaryOp,
} from "../nodes.js";
import { close, commaList, eat, eatWord, isAt, open } from "./brackets.js";
import { binary } from "./expressions.js";
import { nameHere } from "./parameters.js";
import { here, missing, report, reportForm } from "./report.js";
import { next } from "./scanner.js";
import { Token, type ParseState } from "./state.js";
import { texts } from "./texts.js";

const begins = (p: ParseState): boolean => p.token === Token.Name ||
  p.token === Token.Number ||
  p.token === Token.Text ||
  isAt(p, "(") ||
  isAt(p, "[") ||
  isAt(p, "{") ||
  isAt(p, "-") ||
  isAt(p, "*") ||
  (p.token === Token.Keyword && /^(?:None|True|False)$/.test(p.value));

/** One pattern, or several between commas. */
export function patterns(p: ParseState): Node {
  const { start } = p;
  const first = starOrPattern(p);
  if (!isAt(p, ",")) {
    if (first.type === "MatchStar") return new MatchSequence(start, p.prevEnd, { patterns: [first] });
    return first;
  }
  const found = [first];
  while (eat(p, ",")) {
    if (!begins(p)) break;
    found.push(starOrPattern(p));
  }
  return new MatchSequence(start, p.prevEnd, { patterns: found });
}

function starOrPattern(p: ParseState): Node {
  if (!isAt(p, "*")) return pattern(p);
  const { start } = p;
  next(p);
  const name = nameHere(p, "A name is missing behind `*`");
  return new MatchStar(start, p.prevEnd, { name: name.id === "_" ? null : name });
}

function pattern(p: ParseState): Node {
  const { start } = p;
  const first = closed(p);
  let found = first;
  if (isAt(p, "|")) {
    const all = [first];
    while (eat(p, "|")) all.push(closed(p));
    found = new MatchOr(start, p.prevEnd, { patterns: all });
  }
  if (!eatWord(p, "as")) return found;
  const name = nameHere(p, "A name is missing behind `as`");
  if (name.id === "_") {
    report(p, "bad-target", name.offset, name.offset + 1, "`_` takes anything and cannot be given a value here");
  }
  return new MatchAs(start, p.prevEnd, { pattern: found, name });
}

function closed(p: ParseState): Node {
  const { start, value } = p;
  if (p.token === Token.Name) return named(p);
  if (p.token === Token.Number || isAt(p, "-")) {
    const found = binary(p, 5);
    const isNumber = (node: Node): boolean => (node.type === "Constant" && (node as Constant).kind === "number") ||
      (node.type === "UnaryOp" && (node as UnaryOp).op === "-" && isNumber((node as UnaryOp).operand)) ||
      (
        node.type === "BinOp" &&
        /^[-+]$/.test((node as BinOp).op) &&
        isNumber((node as BinOp).left) &&
        isNumber((node as BinOp).right)
      );
    if (!isNumber(found)) {
      reportForm(p, "unexpected", start, p.prevEnd, "A pattern holds plain values: a `case` works nothing out");
    }
    return new MatchValue(start, p.prevEnd, { value: found });
  }
  if (p.token === Token.Text) {
    const found = texts(p);
    if (found.type === "JoinedStr") {
      reportForm(p, "misplaced", start, p.prevEnd, "A pattern cannot hold a formatted text");
    }
    return new MatchValue(start, p.prevEnd, { value: found });
  }
  if (p.token === Token.Keyword && /^(?:None|True|False)$/.test(value)) {
    next(p);
    const kind = value === "None" ? "absent" : "truth";
    const constant = new Constant(start, p.prevEnd, { kind, value: value === "None" ? null : value === "True" });
    return new MatchSingleton(start, p.prevEnd, { value: constant });
  }
  if (isAt(p, "(") || isAt(p, "[")) return sequence(p);
  if (isAt(p, "{")) return mapping(p);
  missing(p, `A pattern is missing before ${here(p)}`);
  return new MatchAs(p.prevEnd, p.prevEnd, { pattern: null, name: null });
}

/** A name, which takes the value; a dotted one, which is compared; or a class. */
function named(p: ParseState): Node {
  const { start, value } = p;
  next(p);
  let found: Node = new Name(start, p.prevEnd, { id: value, fact: null });
  let isDotted = false;
  while (isAt(p, ".")) {
    next(p);
    isDotted = true;
    const { start: at, value: attr, token } = p;
    if (token !== Token.Name) {
      missing(p, "The name of a member is missing behind `.`");
      break;
    }
    const attrLength = p.at - at;
    next(p);
    found = new Attribute(start, p.prevEnd, { value: found, attr, attrLength });
  }
  if (isAt(p, "(")) return classPattern(p, start, found);
  if (isDotted) return new MatchValue(start, p.prevEnd, { value: found });
  return new MatchAs(start, p.prevEnd, { pattern: null, name: value === "_" ? null : (found as Name) });
}

function classPattern(p: ParseState, start: number, cls: Node): Node {
  const opener = open(p);
  const found: Node[] = [];
  let keyword = false;
  commaList(
    p,
    ")",
    () => {
      const at = p.start;
      if (p.token === Token.Name) {
        const mark = p.mark();
        const attr = p.value;
        next(p);
        if (eat(p, "=")) {
          const inner = pattern(p);
          keyword = true;
          found.push(new MatchKeyword(at, p.prevEnd, { attr, pattern: inner }));
          return;
        }
        p.back(mark);
      }
      const inner = pattern(p);
      if (keyword) report(p, "misplaced", at, p.prevEnd, "A pattern without a name stands before those with one");
      found.push(inner);
    },
    begins,
  );
  close(p, opener);
  return new MatchClass(start, p.prevEnd, { cls, patterns: found });
}

function sequence(p: ParseState): Node {
  const { start } = p;
  const isRound = isAt(p, "(");
  const opener = open(p);
  const found: Node[] = [];
  const isTrailing = commaList(p, opener.closer, () => void found.push(starOrPattern(p)), begins);
  close(p, opener);
  const [only] = found;
  if (isRound && found.length === 1 && !isTrailing && only!.type !== "MatchStar") return only!;
  return new MatchSequence(start, p.prevEnd, { patterns: found });
}

function mapping(p: ParseState): Node {
  const { start } = p;
  const opener = open(p);
  const items: MatchItem[] = [];
  let rest: Name | null = null;
  commaList(
    p,
    "}",
    () => {
      const at = p.start;
      if (isAt(p, "**")) {
        next(p);
        if (rest !== null) report(p, "misplaced", at, p.prevEnd, "Only one name takes the rest of a mapping");
        rest = nameHere(p, "A name is missing behind `**`");
        return;
      }
      if (rest !== null) report(p, "misplaced", at, p.at, "`**` stands last in a mapping");
      const key = keyOf(closed(p));
      if (!eat(p, ":")) missing(p, `\`:\` is missing before ${here(p)}`, ":");
      const inner = pattern(p);
      items.push(new MatchItem(at, p.prevEnd, { key, pattern: inner }));
    },
    (one) => begins(one) || isAt(one, "**"),
  );
  close(p, opener);
  return new MatchMapping(start, p.prevEnd, { items, rest });
}

/** The value that a pattern compares with. */
function keyOf(found: Node): Node {
  if (found.type !== "MatchValue" && found.type !== "MatchSingleton") return found;
  const { value } = found as MatchValue | MatchSingleton;
  value.offset += found.offset;
  value.parent = null;
  return value;
}
