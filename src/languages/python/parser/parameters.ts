/** The parameters of functions, and of types. Python Language Reference 8.7, 8.10. */
import type { Node } from "../../../syntax/node.js";
import { Argument, Arguments, Name, TypeParam, TypeParams, type ArgumentKind } from "../nodes.js";
import { close, commaList, eat, isAt, isEnd, isWord, open, skipToken } from "./brackets.js";
import { beginsValue, missingValue, starredOrNamed, test } from "./expressions.js";
import { here, missing, report, reportForm } from "./report.js";
import { next } from "./scanner.js";
import { Token, type ParseState } from "./state.js";

/** Reads parameters up to `closer`, which is `:` for a function without a name. */
export function parameters(p: ParseState, closer: ")" | ":"): Arguments {
  const from = p.start;
  const args: Argument[] = [];
  const seen = new Set<string>();
  let bareStar: number | undefined;
  let hasRest = false;
  let last: Argument | undefined;
  let withDefault: Argument | undefined;
  const isOver = (): boolean => isAt(p, closer) || isEnd(p);
  while (!isOver()) {
    const { start } = p;
    if (isAt(p, "/")) {
      next(p);
      if (args.length === 0) {
        report(
          p,
          "misplaced",
          start,
          p.prevEnd,
          "`/` stands behind the parameters that are given by their place, and there are none",
        );
      } else if (hasRest || bareStar !== undefined) report(p, "misplaced", start, p.prevEnd, "`/` stands before `*`");
      else if (args.some(({ takes }) => takes === "positional-only")) {
        report(p, "misplaced", start, p.prevEnd, "`/` stands here twice");
      }
      for (const one of args) if (one.takes === "usual") one.takes = "positional-only";
    } else if (isAt(p, "*") || isAt(p, "**")) {
      const isKeywords = p.value === "**";
      next(p);
      if (last) report(p, "misplaced", start, p.prevEnd, "Nothing stands behind the parameter with `**`");
      if (!isKeywords && (hasRest || bareStar !== undefined)) {
        report(p, "misplaced", start, p.prevEnd, "`*` stands here twice");
      }
      if (!isKeywords && (isAt(p, ",") || isOver())) {
        bareStar = start;
        hasRest = true;
      } else {
        const argument = parameter(p, start, isKeywords ? "rest-keywords" : "rest", closer === ")");
        if (argument.default !== null) {
          report(p, "misplaced", start, p.prevEnd, "What takes the rest of the arguments has no default");
        }
        if (isKeywords) {
          if (bareStar !== undefined) lonely(p, bareStar);
          last = argument;
        } else hasRest = true;
        bareStar = undefined;
        args.push(argument);
        twice(p, argument, seen);
      }
    } else if (p.token === Token.Name) {
      const argument = parameter(p, start, hasRest ? "keyword-only" : "usual", closer === ")");
      if (last) report(p, "misplaced", start, p.prevEnd, "Nothing stands behind the parameter with `**`");
      if (!hasRest) {
        if (argument.default !== null) withDefault ??= argument;
        else if (withDefault !== undefined && argument.name.id !== "") {
          report(
            p,
            "misplaced",
            start,
            start + argument.name.length,
            `The parameter \`${argument.name.id}\` needs a default, as one before it has one`,
            {
              related: [{
                from: withDefault.offset,
                to: withDefault.offset + withDefault.length,
                message: "This one has a default",
              }],
            },
          );
        }
      }
      bareStar = undefined;
      args.push(argument);
      twice(p, argument, seen);
    } else if (p.token === Token.Keyword) {
      reportForm(p, "unexpected", start, p.at, `\`${p.value}\` is a word of the language and cannot name a parameter`);
      next(p);
      if (eat(p, "=")) test(p);
      else if (closer === ")" && eat(p, ":")) test(p);
    } else if (isAt(p, ",")) {
      missing(p, "A parameter is missing before `,`");
    } else {
      reportForm(
        p,
        "unexpected",
        start,
        Math.max(p.at, start + 1),
        `A name stands for each parameter, and ${here(p)} is none`,
      );
      while (!isOver() && !isAt(p, ",")) skipToken(p);
    }
    if (eat(p, ",")) continue;
    if (isOver() || p.start === start) break;
    if (p.token === Token.Name || isAt(p, "*") || isAt(p, "**")) missing(p, `\`,\` is missing before ${here(p)}`, ",");
    else break;
  }
  if (bareStar !== undefined) lonely(p, bareStar);
  const to = args.length > 0 ? Math.max(p.prevEnd, from) : from;
  return new Arguments(from, to, { args });
}

function lonely(p: ParseState, at: number): void {
  report(p, "misplaced", at, at + 1, "Behind `*` stands at least one parameter that is given by its name");
}

function twice(p: ParseState, { name }: Argument, seen: Set<string>): void {
  if (name.id !== "" && seen.has(name.id)) {
    const from = name.parent === null ? name.offset : name.parent.offset + name.offset;
    report(p, "misplaced", from, from + name.length, `The parameter \`${name.id}\` is named twice`);
  }
  seen.add(name.id);
}

function parameter(p: ParseState, start: number, takes: ArgumentKind, mayAnnotate: boolean): Argument {
  const name = nameHere(p, "A name is missing for the parameter");
  let annotation: Node | null = null;
  if (mayAnnotate && isAt(p, ":")) {
    const mark = p.mark();
    next(p);
    if (!beginsValue(p) && (p.isFirst || isEnd(p))) p.back(mark);
    else if (isAt(p, "*") && takes === "rest") annotation = starredOrNamed(p);
    else annotation = beginsValue(p) ? test(p) : missingValue(p, "A type");
  }
  let value: Node | null = null;
  if (eat(p, "=")) value = beginsValue(p) ? test(p) : missingValue(p);
  return new Argument(start, p.prevEnd, { name, annotation, default: value, takes });
}

/** A name at the current token; an empty one where it is missing, which is told. */
export function nameHere(p: ParseState, message: string): Name {
  const { start, value } = p;
  if (p.token === Token.Name) {
    next(p);
    return new Name(start, p.prevEnd, { id: value, fact: null });
  }
  if (p.token === Token.Keyword && !p.isFirst) {
    reportForm(p, "unexpected", start, p.at, `\`${value}\` is a word of the language and cannot be a name`);
    next(p);
  } else missing(p, message);
  return new Name(p.prevEnd, p.prevEnd, { id: "", fact: null });
}

/** `[T, *Ts, **P]` behind the name of a function, class or type. */
export function typeParameters(p: ParseState): TypeParams | null {
  if (!isAt(p, "[")) return null;
  const from = p.start;
  const opener = open(p);
  const params: TypeParam[] = [];
  if (isAt(p, "]")) missing(p, "A name is missing between the brackets");
  commaList(
    p,
    "]",
    () => {
      const { start } = p;
      const stars = isAt(p, "**") ? 2 : isAt(p, "*") ? 1 : 0;
      if (stars > 0) next(p);
      const name = nameHere(p, "A name is missing for the type");
      const bound = eat(p, ":") ? test(p) : null;
      const value = eat(p, "=") ? (stars === 1 ? starredOrNamed(p) : test(p)) : null;
      params.push(new TypeParam(start, p.prevEnd, { name, bound, default: value, stars }));
    },
    (one) => one.token === Token.Name || isAt(one, "*") || isAt(one, "**") || isWord(one, "None"),
  );
  close(p, opener);
  return new TypeParams(from, p.prevEnd, { params });
}
