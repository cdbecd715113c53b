/** Names in the text: which words may be one, and where. */
import { Identifier, Missing, PrivateIdentifier } from "../nodes/index.js";
import { here, report, reportForm } from "./recovery.js";
import { next, tokenText } from "./scanner.js";
import { Context, has, type ParseState } from "./state.js";
import { isKeyword, keywordFor, Token } from "./token.js";

const reservedInStrict = new Set([
  "implements",
  "interface",
  "let",
  "package",
  "private",
  "protected",
  "public",
  "static",
  "yield",
]);

/** Whether a word can be declared wherever names are, in strict code and in functions of every kind. */
export function canBeDeclared(word: string): boolean {
  return keywordFor(word) === undefined && !reservedInStrict.has(word) && !/^(?:await|eval|arguments)$/.test(word);
}

/** Reports a word that is a name elsewhere but reserved where it stands. */
export function checkReserved(
  p: ParseState,
  name: string,
  from: number,
  to: number,
  binding: boolean,
  escaped = false,
): void {
  const strict = has(p, Context.Strict);
  let where: string | undefined;
  if (escaped && keywordFor(name) !== undefined) where = "even with escapes";
  else if (strict && reservedInStrict.has(name)) where = "in strict code";
  else if (name === "yield" && has(p, Context.Generator)) where = "in a generator";
  else if (name === "await" && (has(p, Context.Async) || has(p, Context.Module) || has(p, Context.StaticBlock))) {
    where = has(p, Context.StaticBlock) ? "in a static block" : "here";
  } else if (name === "arguments" && has(p, Context.FieldValue)) {
    report(p, "misplaced", from, to, "`arguments` is not available in a field's value");
    return;
  }
  if (where !== undefined) {
    report(p, "misplaced", from, to, `\`${name}\` is a reserved word ${where} and cannot be a name`);
  } else if (binding && strict && (name === "eval" || name === "arguments") && !has(p, Context.Ambient)) {
    report(p, "misplaced", from, to, `\`${name}\` cannot be declared or assigned in strict code`);
  }
}

/** Reads the current token, which is a name, as one that is read. */
export function parseIdentifier(p: ParseState, binding = false): Identifier {
  const name = tokenText(p);
  const node = new Identifier(p.start, p.end, name);
  const length = p.end - p.start;
  if (p.escaped || (length > 2 && length < 11)) checkReserved(p, name, p.start, p.end, binding, p.escaped);
  next(p);
  return node;
}

/** Reads a name to be declared; what else stands here is reported, and a reserved word is passed over where a name was surely meant. */
export function parseBindingName(p: ParseState, construct: string): Identifier | Missing {
  if (p.token === Token.Name) return parseIdentifier(p, true);
  if ((p.token === Token.Number || p.token === Token.BigInt || p.token === Token.String) && !p.newline) {
    const { start } = p;
    // A number with letters behind it has been reported by the scanner.
    if (!p.problems.some(({ code, from }) => code === "malformed" && from === start)) {
      reportForm(p, "unexpected", p.start, p.end, `${here(p)} cannot be a name: choose one for ${construct}`);
    }
    next(p);
    return new Missing(start, start);
  }
  if (isKeyword(p.token) && !p.newline) {
    reportForm(
      p,
      "unexpected",
      p.start,
      p.end,
      `${here(p)} is a reserved word and cannot be a name: choose another for ${construct}`,
    );
    const node = new Identifier(p.start, p.end, tokenText(p));
    next(p);
    return node;
  }
  return missing(p, `A name is missing for ${construct}`, "name");
}

/** Reads a name where reserved words are names too: behind a dot, as a key, in an import or export list. */
export function parseWord(p: ParseState): Identifier {
  const node = new Identifier(p.start, p.end, tokenText(p));
  next(p);
  return node;
}

export function parsePrivateName(p: ParseState): PrivateIdentifier {
  const node = new PrivateIdentifier(p.start, p.end, tokenText(p).slice(1));
  next(p);
  return node;
}

/** Stands in for what is not there, a value or, as `lacks` says, the name of something that is declared, and reports it. */
export function missing(p: ParseState, message: string, lacks: "name" | "value" = "value"): Missing {
  reportForm(p, "missing-part", p.prevEnd, p.prevEnd, message, { lacks });
  return new Missing(p.prevEnd, p.prevEnd);
}
