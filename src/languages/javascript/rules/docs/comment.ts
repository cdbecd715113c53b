/** Documentation comments before functions, and what they say of parameters and of what is thrown. */
import type { FileView } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import type { Siblings } from "../../../../syntax/siblings.js";
import type { Span } from "../../../../text/edit.js";
import type { SourceText } from "../../../../text/text.js";
import type { FunctionNode, JavaScriptNode, Pattern } from "../../nodes/index.js";

/** How far before what it is about a comment begins at most, in UTF-16 code units. */
export const furthest = 4000;

export interface DocumentedFunction {
  readonly node: FunctionNode;
  /** Where the comment stood when it was read. */
  readonly comment: Span;
  /** By how much it has moved since, as the function did. */
  readonly moved: () => number;
  readonly text: string;
}

/** The function that a statement or member is, or gives to its only name. */
export function functionOf(child: Node): FunctionNode | undefined {
  const one = child as JavaScriptNode;
  switch (one.type) {
    case "FunctionDeclaration":
      return one;
    case "ExportNamedDeclaration":
    case "ExportDefaultDeclaration":
      return one.declaration === null ? undefined : functionOf(one.declaration);
    case "VariableDeclaration": {
      const [only, second] = one.declarations;
      const init = second === undefined ? only?.init : undefined;
      return init?.type === "ArrowFunctionExpression" || init?.type === "FunctionExpression" ? init : undefined;
    }
    case "MethodDefinition":
      return one.value;
    // Handed out as what the module is.
    case "ArrowFunctionExpression":
    case "FunctionExpression":
      return one;
    default:
      return undefined;
  }
}

/** The functions among some siblings that have a documentation comment right before them. */
function* documentedFunctions(
  { node, before, children }: Siblings,
  text: SourceText,
): Generator<DocumentedFunction> {
  let end = before === null ? node.start : before.end;
  for (const child of children) {
    const from = Math.max(end, child.start - furthest);
    const isBehindComment = text.slice(Math.max(end, child.start - 200), child.start).trimEnd().endsWith("*/");
    end = child.end;
    if (!isBehindComment) continue;
    const gap = text.slice(from, child.start);
    const opening = gap.lastIndexOf("/**");
    if (opening < 0 || !/^\/\*\*(?!\/)(?:[^*]|\*(?!\/))*\*\/\s*$/.test(gap.slice(opening))) continue;
    const found = functionOf(child);
    if (found === undefined || found.body === null) continue;
    const comment = gap.slice(opening).trimEnd();
    const { start } = found;
    yield {
      node: found,
      comment: { from: from + opening, to: from + opening + comment.length },
      moved: () => found.start - start,
      text: comment,
    };
  }
}

export interface Tag {
  readonly name: string;
  /** Where the name stands, in the comment. */
  readonly at: number;
  /** Where the line begins on which its tag stands, in the comment. */
  readonly line: number;
}

/** The parameters that a comment tells of, without their members. */
export function documentedParameters(comment: string): Tag[] {
  const pattern = /@(?:param|arg|argument)\b[ \t]*(?:\{(?:[^{}]|\{[^{}]*\})*\}[ \t]*)?(\[?[ \t]*)((?:\.\.\.)?[\p{ID_Start}$_][\p{ID_Continue}$]*)(?![\p{ID_Continue}$]*[.[])/gu;
  return [...comment.matchAll(pattern)].map(({ index, 0: whole, 2: name }) => {
    const at = index + whole.length - name!.length;
    return {
      name: name!.replace("...", ""),
      at: at + (name!.startsWith("...") ? 3 : 0),
      line: comment.lastIndexOf("\n", index) + 1,
    };
  });
}

/** The name of a parameter; `undefined` where it is taken apart. */
export function parameterName(param: Pattern): { readonly name: string; readonly node: Node } | undefined {
  const one = param as JavaScriptNode;
  switch (one.type) {
    case "Identifier":
      return { name: one.name, node: one };
    case "AssignmentPattern":
      return parameterName(one.left as Pattern);
    case "RestElement":
      return parameterName(one.argument as Pattern);
    case "AnnotatedPattern":
      return parameterName(one.target);
    case "ParameterProperty":
      return parameterName(one.parameter);
    default:
      return undefined;
  }
}

/** Calls `check` for each function with a documentation comment, wherever such stand. */
export function whereDocumented<Options>(check: (found: DocumentedFunction, file: FileView<Options>) => void) {
  const visit = (siblings: Siblings, file: FileView<Options>): void => {
    for (const found of documentedFunctions(siblings, file.text)) if (!file.isBroken(found.node)) check(found, file);
  };
  return { Program: visit, ClassBody: visit, BlockStatement: visit, FunctionBody: visit };
}
