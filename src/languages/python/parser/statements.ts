/** Statements that stand on one line. Python Language Reference, chapter 7. */
import type { Node } from "../../../syntax/node.js";
import {
  Alias,
  AnnAssign,
  Assert,
  Assign,
  AugAssign,
  Break,
  Continue,
  Delete,
  Expr,
  Global,
  Import,
  ImportFrom,
  Name,
  Nonlocal,
  Pass,
  Raise,
  Return,
  TypeAlias,
  Unread,
} from "../nodes.js";
import { close, commaList, eat, eatWord, isAt, isEnd, isWord, open, skipToken } from "./brackets.js";
import { beginsElement, beginsValue, missingValue, starredOrNamed, test, valueList } from "./expressions.js";
import { nameHere, typeParameters } from "./parameters.js";
import { here, missing, report, reportForm } from "./report.js";
import { next } from "./scanner.js";
import { Token, type ParseState } from "./state.js";
import { setTarget, singleTarget } from "./targets.js";

const augmented = new Set(["+=", "-=", "*=", "/=", "//=", "%=", "@=", "&=", "|=", "^=", ">>=", "<<=", "**="]);

/** Reads the statements of one line, between semicolons, with the end of the line. */
export function simpleStatements(p: ParseState, into: Node[]): void {
  for (;;) {
    into.push(simpleStatement(p));
    if (isAt(p, ";")) {
      next(p);
      if (isEnd(p)) break;
      continue;
    }
    if (!isEnd(p)) {
      leftover(p, into);
      if (isAt(p, ";")) {
        next(p);
        if (!isEnd(p)) continue;
      }
    }
    break;
  }
  if (p.token === Token.Newline) next(p);
}

/** What stands behind a statement that is over. */
function leftover(p: ParseState, into: Node[]): void {
  const statement = into.at(-1)!;
  const { start } = p;
  const word = statement.type === "Expr" ? p.source.slice(statement.offset, statement.offset + statement.length) : "";
  if (p.token === Token.Operator && /^[)\]}]$/.test(p.value)) {
    reportForm(p, "unexpected", start, p.at, `\`${p.value}\` closes nothing`, {
      insert: { at: start, text: "", over: 1 },
    });
  } else if ((word === "print" || word === "exec") && beginsValue(p)) {
    const at = p.prevEnd;
    const found = p.source.slice(start).search(/[ \t]*(?:#.*)?(?:[\r\n]|$)/);
    reportForm(p, "missing-part", at, at, `\`(\` is missing: \`${word}\` is a function`, {
      insert: { at, text: "(", over: start - at, close: { at: start + found, text: ")" } },
    });
  } else if (isWord(p, "import") && /^[\w.]+$/.test(word)) {
    const at = statement.offset;
    reportForm(p, "missing-part", at, at, "`from` is missing before the module", { insert: { at, text: "from " } });
  } else if (isAt(p, "=") || isAt(p, ":=") || isAt(p, ":")) {
    reportForm(p, "unexpected", start, p.at, `${here(p)} fits nowhere in this statement`);
  } else {
    reportForm(
      p,
      "unexpected",
      start,
      Math.max(p.at, start + 1),
      `${here(p)} stands behind a statement that is over: a line end, an operator or \`,\` may be missing`,
    );
  }
  const from = p.start;
  const parts: Node[] = [];
  while (!isEnd(p) && !isAt(p, ";")) {
    const at = p.start;
    // What is well-formed in it is read, so that its names count.
    if (beginsValue(p)) parts.push(test(p));
    if (p.start === at && !isEnd(p)) skipToken(p);
  }
  into.push(new Unread(from, p.prevEnd, { parts }));
}

function simpleStatement(p: ParseState): Node {
  const { start } = p;
  if (p.token === Token.Keyword) {
    switch (p.value) {
      case "pass":
        next(p);
        return new Pass(start, p.prevEnd, {});
      case "break":
      case "continue":
        return jump(p);
      case "return":
        return returning(p);
      case "raise":
        return raising(p);
      case "import":
        return importing(p);
      case "from":
        return importingFrom(p);
      case "del":
        return deleting(p);
      case "global":
      case "nonlocal":
        return naming(p);
      case "assert":
        return asserting(p);
    }
  }
  if (p.token === Token.Name && p.value === "type") {
    const alias = typeAlias(p);
    if (alias !== undefined) return alias;
  }
  if (!beginsElement(p) && !isWord(p, "yield")) return oddStart(p);
  return expressionStatement(p);
}

const clauses: Readonly<Record<string, string>> = {
  else: "`else` belongs to nothing: no `if`, `for`, `while` or `try` stands before it at this depth",
  elif: "`elif` belongs to nothing: no `if` stands before it at this depth",
  except: "`except` belongs to nothing: no `try` stands before it at this depth",
  finally: "`finally` belongs to nothing: no `try` stands before it at this depth",
};

/** A line that begins with what begins no statement. */
function oddStart(p: ParseState): Node {
  const { start } = p;
  const message = p.token === Token.Keyword
    ? (clauses[p.value] ?? `\`${p.value}\` begins no statement`)
    : p.token === Token.Operator && /^[)\]}]$/.test(p.value)
      ? `\`${p.value}\` closes nothing`
      : `${here(p)} begins no statement`;
  const isCloser = message.endsWith("closes nothing");
  if (p.isBehindBroken && p.token === Token.Keyword && p.value in clauses) p.calm = true;
  reportForm(
    p,
    "unexpected",
    start,
    Math.max(p.at, start + 1),
    message,
    isCloser ? { insert: { at: start, text: "", over: 1 } } : {},
  );
  const parts: Node[] = [];
  skipToken(p);
  while (!isEnd(p) && !isAt(p, ";")) {
    const at = p.start;
    if (beginsValue(p)) parts.push(test(p));
    if (p.start === at && !isEnd(p)) skipToken(p);
  }
  return new Unread(start, p.prevEnd, { parts });
}

function jump(p: ParseState): Node {
  const { start, value: word } = p;
  if (!p.context.inLoop) reportForm(p, "misplaced", start, p.at, `\`${word}\` stands only in loops`);
  else if (p.context.inStar) reportForm(p, "misplaced", start, p.at, `\`${word}\` cannot leave an \`except*\``);
  next(p);
  return word === "break" ? new Break(start, p.prevEnd, {}) : new Continue(start, p.prevEnd, {});
}

function returning(p: ParseState): Node {
  const { start } = p;
  if (!p.context.inFunction) reportForm(p, "misplaced", start, p.at, "`return` stands only in functions");
  else if (p.context.inStar) reportForm(p, "misplaced", start, p.at, "`return` cannot leave an `except*`");
  next(p);
  const value = beginsElement(p) || isWord(p, "yield") ? valueList(p) : null;
  if (isWord(p, "yield")) valueList(p);
  return new Return(start, p.prevEnd, { value });
}

function raising(p: ParseState): Node {
  const { start } = p;
  next(p);
  const exc = beginsValue(p) ? test(p) : null;
  let cause: Node | null = null;
  if (isWord(p, "from")) {
    if (exc === null) missing(p, "An error is missing before `from`");
    next(p);
    cause = beginsValue(p) ? test(p) : missingValue(p);
  }
  return new Raise(start, p.prevEnd, { exc, cause });
}

function asserting(p: ParseState): Node {
  const { start } = p;
  next(p);
  const asked = beginsValue(p) ? test(p) : missingValue(p, "A condition");
  const msg = eat(p, ",") ? (beginsValue(p) ? test(p) : missingValue(p)) : null;
  return new Assert(start, p.prevEnd, { test: asked, msg });
}

function deleting(p: ParseState): Node {
  const { start } = p;
  next(p);
  const targets: Node[] = [];
  if (!beginsElement(p)) targets.push(missingValue(p, "What is to be deleted"));
  while (beginsElement(p)) {
    const target = starredOrNamed(p);
    if (target.type === "Starred") {
      report(
        p,
        "bad-target",
        target.offset,
        target.offset + target.length,
        "`*` cannot be deleted: the names are listed",
      );
    } else setTarget(p, target, false, "be deleted");
    targets.push(target);
    if (!eat(p, ",")) break;
  }
  return new Delete(start, p.prevEnd, { targets });
}

function naming(p: ParseState): Node {
  const { start, value: word } = p;
  if (word === "nonlocal" && !p.context.inFunction && !p.context.inClass) {
    reportForm(p, "misplaced", start, p.at, "`nonlocal` stands only in functions that stand in others");
  }
  next(p);
  const names: Name[] = [nameHere(p, `A name is missing behind \`${word}\``)];
  while (eat(p, ",")) names.push(nameHere(p, `A name is missing behind \`${word}\``));
  return word === "global" ? new Global(start, p.prevEnd, { names }) : new Nonlocal(start, p.prevEnd, { names });
}

/** A name with dots, which is one token behind another. */
function dotted(p: ParseState): { name: string; first: Name } {
  const first = nameHere(p, "The name of a module is missing");
  let name = first.id;
  while (isAt(p, ".")) {
    next(p);
    const part = nameHere(p, "The rest of the module's name is missing behind `.`");
    name += `.${part.id}`;
  }
  return { name, first };
}

function importing(p: ParseState): Node {
  const { start } = p;
  next(p);
  const names: Alias[] = [];
  do {
    const from = p.start;
    const { name, first } = dotted(p);
    const isRenamed = eatWord(p, "as");
    const local = isRenamed ? nameHere(p, "A name is missing behind `as`") : first.id === "" ? null : first;
    names.push(new Alias(from, p.prevEnd, { name, local, isRenamed }));
  } while (eat(p, ","));
  if (isWord(p, "from")) {
    reportForm(p, "misplaced", p.start, p.at, "`from` and the module stand first: `from … import …`");
  }
  return new Import(start, p.prevEnd, { names });
}

function importingFrom(p: ParseState): Node {
  const { start } = p;
  next(p);
  let level = 0;
  while (isAt(p, ".") || isAt(p, "...")) {
    level += p.value.length;
    next(p);
  }
  const module = p.token === Token.Name || level === 0 ? dotted(p).name : "";
  const names: Alias[] = [];
  if (!eatWord(p, "import")) {
    missing(p, `\`import\` and names are missing before ${here(p)}`);
    return new ImportFrom(start, p.prevEnd, { module, names, level });
  }
  if (isAt(p, "*")) {
    const at = p.start;
    next(p);
    if (p.context.inFunction || p.context.inClass) {
      reportForm(p, "misplaced", at, p.prevEnd, "`import *` stands only at the top of a module");
    }
    names.push(new Alias(at, p.prevEnd, { name: "*", local: null, isRenamed: false }));
  } else if (isAt(p, "(")) {
    const opener = open(p);
    if (isAt(p, ")")) missing(p, "The names to import are missing");
    commaList(p, ")", () => void names.push(alias(p)), (one) => one.token === Token.Name);
    close(p, opener);
  } else {
    do {
      if (isEnd(p) && names.length > 0) {
        missing(p, "A name is missing behind `,`: names over several lines stand in parentheses");
        break;
      }
      names.push(alias(p));
    } while (eat(p, ","));
  }
  if (module === "__future__" && level === 0) future(p, start, names);
  return new ImportFrom(start, p.prevEnd, { module, names, level });
}

function alias(p: ParseState): Alias {
  const from = p.start;
  const name = nameHere(p, "A name to import is missing");
  const isRenamed = eatWord(p, "as");
  const local = isRenamed ? nameHere(p, "A name is missing behind `as`") : name;
  return new Alias(from, p.prevEnd, { name: name.id, local: local.id === "" ? null : local, isRenamed });
}

const features = new Set([
  "nested_scopes",
  "generators",
  "division",
  "absolute_import",
  "with_statement",
  "print_function",
  "unicode_literals",
  "barry_as_FLUFL",
  "generator_stop",
  "annotations",
]);

function future(p: ParseState, start: number, names: readonly Alias[]): void {
  if (p.columns.length > 1) {
    report(p, "misplaced", start, p.prevEnd, "Imports from `__future__` stand at the very top of a file");
  }
  for (const { name, offset } of names) {
    if (features.has(name) || name === "") continue;
    report(p, "misplaced", offset, offset + name.length, `\`${name}\` is no feature that \`__future__\` has`);
  }
}

/** `type Name = …`; nothing where `type` is a name here. */
function typeAlias(p: ParseState): Node | undefined {
  const mark = p.mark();
  const { start } = p;
  next(p);
  if (p.token !== Token.Name || p.isFirst) {
    p.back(mark);
    return undefined;
  }
  const name = nameHere(p, "");
  if (!isAt(p, "=") && !isAt(p, "[")) {
    p.back(mark);
    return undefined;
  }
  const typeParams = typeParameters(p);
  if (!eat(p, "=")) missing(p, `\`=\` is missing before ${here(p)}`, " =");
  const value = beginsValue(p) ? test(p) : missingValue(p, "A type");
  return new TypeAlias(start, p.prevEnd, { name, typeParams, value });
}

function expressionStatement(p: ParseState): Node {
  const { start } = p;
  const first = valueList(p);
  if (isAt(p, ":") && first.type !== "Yield") return annotated(p, start, first);
  if (p.token === Token.Operator && augmented.has(p.value)) {
    const op = p.value;
    singleTarget(p, first, op);
    next(p);
    const value = beginsValue(p) || isWord(p, "yield") ? valueList(p) : missingValue(p);
    return new AugAssign(start, p.prevEnd, { target: first, op, value });
  }
  if (!isAt(p, "=")) {
    if (first.type === "Starred") {
      reportForm(p, "misplaced", start, p.prevEnd, "`*` unpacks into a list, a tuple or a call, and not by itself");
    }
    return new Expr(start, p.prevEnd, { value: first });
  }
  const targets: Node[] = [];
  let value = first;
  while (isAt(p, "=")) {
    if (value.type === "Yield" || value.type === "YieldFrom") {
      if (!value.parenthesized) reportForm(p, "bad-target", value.offset, p.prevEnd, "`yield` cannot be given a value");
    } else if (!p.calm) setTarget(p, value);
    targets.push(value);
    next(p);
    value = beginsElement(p) || isWord(p, "yield") ? valueList(p) : missingValue(p);
  }
  if (value.type === "Starred") {
    reportForm(p, "misplaced", value.offset, p.prevEnd, "`*` unpacks into a list or a tuple: `*values,` makes one");
  }
  return new Assign(start, p.prevEnd, { targets, value });
}

function annotated(p: ParseState, start: number, target: Node): Node {
  const { type } = target;
  if (type !== "Name" && type !== "Attribute" && type !== "Subscript") {
    const isHeader = type === "Call" && /^:[ \t]*(?:#.*)?(?:\r|\n|$)/.test(p.source.slice(p.start, p.start + 200));
    const word = isHeader
      ? "A word like `def`, `class` or `if` is missing before this header"
      : type === "Tuple" || type === "List"
        ? "Several names have no type together: each has one of its own"
        : "`:` and a type stand behind one name or member";
    if (isHeader) reportForm(p, "missing-part", start, start, word);
    else reportForm(p, "unexpected", p.start, p.at, word);
  }
  next(p);
  const annotation = beginsValue(p) ? test(p) : missingValue(p, "A type");
  let value: Node | null = null;
  if (eat(p, "=")) value = beginsElement(p) || isWord(p, "yield") ? valueList(p) : missingValue(p);
  return new AnnAssign(start, p.prevEnd, { target, annotation, value });
}
