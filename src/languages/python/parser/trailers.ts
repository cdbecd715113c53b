/** What stands behind a value: members, calls, subscripts. */
import type { Node } from "../../../syntax/node.js";
import { Attribute, Call, GeneratorExp, Keyword, Missing, Slice, Starred, Subscript, Tuple } from "../nodes.js";
import { close, commaList, eat, isAt, isWord, open } from "./brackets.js";
import { generators } from "./displays.js";
import { beginsElement, beginsValue, missingValue, named, starredOrNamed, test } from "./expressions.js";
import { allowAwait, here, missing, report, reportForm } from "./report.js";
import { next } from "./scanner.js";
import { Token, type ParseState } from "./state.js";

export function trailers(p: ParseState, start: number, value: Node): Node {
  let found = value;
  while (p.token === Token.Operator) {
    if (p.value === ".") found = member(p, start, found);
    else if (p.value === "(") {
      const args = callArguments(p);
      found = new Call(start, p.prevEnd, { func: found, args });
    } else if (p.value === "[") {
      const opener = open(p);
      const slice = subscript(p);
      close(p, opener);
      found = new Subscript(start, p.prevEnd, { value: found, slice });
    } else break;
  }
  return found;
}

function member(p: ParseState, start: number, value: Node): Node {
  next(p);
  const { token, value: attr, start: at } = p;
  const isName = token === Token.Name;
  if (!isName && (token !== Token.Keyword || p.isFirst)) {
    missing(p, "The name of a member is missing behind `.`");
    return new Attribute(start, p.prevEnd, { value, attr: "", attrLength: 0 });
  }
  if (!isName) reportForm(p, "unexpected", at, p.at, `\`${attr}\` is a word of the language and cannot name a member`);
  const attrLength = p.at - at;
  next(p);
  return new Attribute(start, p.prevEnd, { value, attr, attrLength });
}

/** The arguments of a call or class, from bracket to bracket. */
export function callArguments(p: ParseState): Node[] {
  const from = p.start;
  const opener = open(p);
  const args: Node[] = [];
  const seen = new Set<string>();
  let keyword: Node | undefined;
  let spread: Node | undefined;
  const isTrailing = commaList(
    p,
    ")",
    () => {
      const argument = oneArgument(p);
      args.push(argument);
      const { offset } = argument;
      if (argument.type === "Keyword") {
        const { arg } = argument as Keyword;
        if (arg === null) spread ??= argument;
        else {
          keyword ??= argument;
          if (seen.has(arg)) {
            report(p, "misplaced", offset, offset + arg.length, `The argument \`${arg}\` is given twice`);
          }
          seen.add(arg);
        }
      } else if (argument.type === "Starred") {
        if (spread) report(p, "misplaced", offset, p.prevEnd, "`*` arguments stand before those with `**`");
      } else if (keyword ?? spread) {
        report(p, "misplaced", offset, p.prevEnd, "An argument without a name stands before those with one", {
          related: [{
            from: (keyword ?? spread)!.offset,
            to: (keyword ?? spread)!.offset + (keyword ?? spread)!.length,
            message: "This one has a name",
          }],
        });
      }
    },
    beginsElement,
  );
  close(p, opener);
  const bare = args.find((one) => bareGenerators.has(one));
  if (bare !== undefined) {
    if (args.length === 1 && !isTrailing) {
      const { elt, generators: loops } = bare as GeneratorExp;
      return [
        new GeneratorExp(from, p.prevEnd, {
          elt: absolute(elt, bare),
          generators: loops.map((one) => absolute(one, bare)),
        }),
      ];
    }
    report(
      p,
      "misplaced",
      bare.offset,
      bare.offset + bare.length,
      "A generator stands in parentheses beside other arguments",
    );
  }
  return args;
}

/** Generators without parentheses of their own. */
const bareGenerators = new WeakSet<Node>();

/** Takes a child out of its parent, which has no parent itself yet. */
function absolute<One extends Node>(child: One, parent: Node): One {
  child.offset += parent.offset;
  child.parent = null;
  return child;
}

function oneArgument(p: ParseState): Node {
  const { start } = p;
  if (isAt(p, "**")) {
    next(p);
    const value = test(p);
    return new Keyword(start, p.prevEnd, { arg: null, value });
  }
  if (isAt(p, "*")) {
    next(p);
    const value = test(p);
    return new Starred(start, p.prevEnd, { value });
  }
  const word = p.token === Token.Keyword && !beginsValue(p) ? p.value : undefined;
  if (word !== undefined && word !== "yield") {
    const mark = p.mark();
    next(p);
    if (isAt(p, "=")) {
      report(p, "unexpected", start, p.prevEnd, `\`${word}\` is a word of the language and cannot name an argument`);
      next(p);
      const value = test(p);
      return new Keyword(start, p.prevEnd, { arg: word, value });
    }
    p.back(mark);
  }
  const value = named(p);
  if (isAt(p, "=")) {
    const arg = value.type === "Name" && !value.parenthesized ? (value as Node & { id: string }).id : "";
    if (arg === "") {
      reportForm(
        p,
        "bad-target",
        start,
        p.prevEnd,
        "This cannot name an argument: `==` compares, and a name stands before `=`",
        {
          insert: { at: p.start, text: "==", over: 1 },
        },
      );
    }
    next(p);
    const given = beginsValue(p) ? test(p) : missingValue(p);
    return new Keyword(start, p.prevEnd, { arg, value: given });
  }
  if (isWord(p, "for") || isWord(p, "async")) {
    const loops = generators(p, true);
    allowAwait(p, start);
    const found = new GeneratorExp(start, p.prevEnd, { elt: value, generators: loops });
    bareGenerators.add(found);
    return found;
  }
  return value;
}

/** What stands between the brackets behind a value. */
function subscript(p: ParseState): Node {
  const { start } = p;
  if (isAt(p, "]")) {
    missing(p, "An index is missing between the brackets");
    return new Missing(start, start, {});
  }
  const first = slice(p);
  if (!isAt(p, ",") && first.type !== "Starred") return first;
  const elts = [first];
  while (eat(p, ",")) {
    if (!beginsElement(p) && !isAt(p, ":")) break;
    elts.push(slice(p));
  }
  return new Tuple(start, p.prevEnd, { elts });
}

function slice(p: ParseState): Node {
  const { start } = p;
  const lower = isAt(p, ":") ? null : starredOrNamed(p);
  if (!isAt(p, ":")) return lower!;
  next(p);
  const upper = beginsValue(p) ? test(p) : null;
  let step: Node | null = null;
  if (eat(p, ":") && beginsValue(p)) step = test(p);
  if (lower?.type === "Starred" || lower?.type === "NamedExpr") {
    report(p, "misplaced", start, p.prevEnd, `${here(p)} ends a slice whose parts are plain values`);
  }
  return new Slice(start, p.prevEnd, { lower, upper, step });
}
