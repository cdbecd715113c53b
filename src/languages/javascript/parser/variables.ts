/** Declarations of variables. */
import {
  AnnotatedPattern,
  VariableDeclaration,
  VariableDeclarator,
  type Expression,
  type Pattern,
  type VariableKind,
} from "../nodes/index.js";
import { parseAssignment } from "./expressions.js";
import { parseValue } from "./members.js";
import { missing } from "./names.js";
import { parseBinding } from "./patterns.js";
import { eat, endOf, report, reportForm, tellComma, tellMissing } from "./recovery.js";
import { next, peek } from "./scanner.js";
import { Context, has, type ParseState } from "./state.js";
import { semicolon } from "./statements.js";
import { Token } from "./token.js";
import { parseAnnotation } from "./types.js";

/** The current token is the keyword, or the first word of it. */
export function parseVariables(p: ParseState, kind: VariableKind): VariableDeclaration {
  const { start } = p;
  const declarations = parseDeclarators(p, kind, false);
  semicolon(p, "the declaration");
  return new VariableDeclaration(start, p.prevEnd, kind, declarations);
}

export function parseDeclarators(p: ParseState, kind: VariableKind, inFor: boolean): VariableDeclarator[] {
  next(p);
  if (kind === "await using") next(p);
  const declarations: VariableDeclarator[] = [];
  // Of several the first is told.
  let lacksValue = false;
  do {
    const { start } = p;
    const id = parseVariableName(p, start);
    if (kind !== "var" && id.type === "Identifier" && id.name === "let") {
      report(p, "misplaced", id.offset, endOf(id), "`let` cannot be the name of such a variable");
    }
    let init: Expression | null = null;
    if (eat(p, Token.Assign)) init = parseValue(p);
    else if (p.token === Token.Equal || p.token === Token.StrictEqual) {
      reportForm(p, "unexpected", p.start, p.end, "A value is given with a single `=`");
      next(p);
      init = parseAssignment(p);
    } else if (!(inFor && (p.token === Token.In || p.token === Token.Name)) && id.type !== "Missing") {
      if (has(p, Context.Ambient)) {
        // Declared here, defined elsewhere.
      } else if (!inFor && lacksAssign(p, kind)) {
        tellMissing(p, "=");
        init = parseAssignment(p);
      } else if ((kind === "const" || kind.endsWith("using")) && !lacksValue) {
        lacksValue = true;
        missing(p, `A value is missing: a \`${kind}\` gets its value where it is declared`);
      } else if (nameOf(id).type !== "Identifier") missing(p, "A value is missing: a pattern takes its names from one");
    }
    declarations.push(new VariableDeclarator(start, p.prevEnd, id, init));
  } while (eat(p, Token.Comma) || lacksComma(p, inFor));
  return declarations;
}

/** Reports a comma that is missing before the next variable, which stands on the line with its value. Returns whether it does. */
function lacksComma(p: ParseState, inFor: boolean): boolean {
  if (inFor || p.token !== Token.Name || p.newline || peek(p).token !== Token.Assign) return false;
  tellComma(p);
  return true;
}

/** Whether the value of a variable follows its name on the line, and only the `=` between is missing. */
function lacksAssign(p: ParseState, kind: VariableKind): boolean {
  if (p.newline) return false;
  switch (p.token) {
    case Token.Number:
    case Token.String:
    case Token.Template:
    case Token.New:
    case Token.This:
    case Token.Null:
    case Token.True:
    case Token.False:
      return true;
    case Token.BraceOpen:
    case Token.Function:
    case Token.Class:
      return !p.calm;
    case Token.Name: {
      if (p.calm) return false;
      const { token } = peek(p);
      return kind === "const" || token === Token.Dot || token === Token.ParenOpen;
    }
    case Token.BracketOpen:
    case Token.ParenOpen:
    case Token.Bang:
      return kind === "const" && !p.calm;
    default:
      return false;
  }
}

/** What a variable is called, in TypeScript with `!` and a type. */
function parseVariableName(p: ParseState, start: number): Pattern {
  const target = parseBinding(p, "the variable");
  if (!p.typescript) return target;
  if (p.token === Token.Bang && !p.newline) next(p);
  const annotation = parseAnnotation(p);
  return annotation === null ? target : new AnnotatedPattern(start, p.prevEnd, target, false, annotation);
}

/** A pattern without its type. */
export function nameOf(pattern: Pattern): Pattern {
  return pattern.type === "AnnotatedPattern" ? pattern.target : pattern;
}
