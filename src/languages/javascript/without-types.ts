/** TypeScript as JavaScript: types give way to blanks, so that every place stays where it is. */
import type { Node } from "../../syntax/node.js";
import type { Span } from "../../text/edit.js";
import { parse, type JavaScriptNode } from "./index.js";

const onlyTypes = new Set(["InterfaceDeclaration", "TypeAliasDeclaration", "TypeArguments", "TypeParameters"]);
const needCode = new Set([
  "EnumDeclaration",
  "NamespaceDeclaration",
  "ParameterProperty",
  "ImportEqualsDeclaration",
  "ExportAssignment",
]);

/** The text of a file without its types. Throws when it holds what types alone are not: enumerations, namespaces and parameters that are fields. */
export function withoutTypes(text: string, file: string): string {
  const { root, problems } = parse(text, { module: true, jsx: false, typescript: true });
  const [problem] = problems;
  const line = (offset: number): number => text.slice(0, offset).split("\n").length;
  if (problem !== undefined) throw new SyntaxError(`${file}, line ${line(problem.from)}: ${problem.message}`);
  const gone: Span[] = [];
  const blank = (from: number, to: number): void => void gone.push({ from, to });
  const visit = (node: Node): void => {
    const one = node as JavaScriptNode;
    const { start, end } = one;
    const type = one.type as string;
    if (needCode.has(type)) {
      throw new SyntaxError(`${file}, line ${line(start)}: a pack cannot hold this: only types are taken out of it, and this is code`);
    }
    if (onlyTypes.has(type) || isTypeOnly(one, text)) {
      return blank(start, end + (/^\s*,/.exec(type.endsWith("Specifier") ? text.slice(end) : "")?.[0].length ?? 0));
    }
    const fields = one as unknown as {
      annotation?: Node | null;
      returnType?: Node | null;
      key?: Node;
      implements?: readonly Node[];
    };
    switch (type) {
      case "AnnotatedPattern": {
        const { target } = one as unknown as { target: Node };
        if (target.type === "ThisExpression") {
          return blank(start, end + (/^\s*,/.exec(text.slice(end))?.[0].length ?? 0));
        }
        visit(target);
        return blank(target.end, end);
      }
      case "AsExpression":
      case "SatisfiesExpression": {
        const { expression, annotation } = one as unknown as { expression: Node; annotation: Node };
        visit(expression);
        // The expression may stand in parentheses, which belong to no node.
        const gap = text.slice(expression.end, annotation.start);
        return blank(expression.end + gap.search(/\b(?:as|satisfies)\s*$/), end);
      }
      case "NonNullExpression":
        visit((one as unknown as { expression: Node }).expression);
        return blank(end - 1, end);
      default:
    }
    if (type === "PropertyDefinition" || type === "MethodDefinition") {
      for (
        const { 0: word, index } of text
          .slice(start, fields.key!.start)
          .matchAll(/\b(?:public|private|protected|readonly|override)\b/g)
      ) blank(start + index, start + index + word.length);
      const mark = /^\s*[?!](?=\s*[:=;(])/.exec(text.slice(fields.key!.end, end));
      if (mark) blank(fields.key!.end, fields.key!.end + mark[0].length);
    }
    if (fields.implements?.length) {
      blank(text.lastIndexOf("implements", fields.implements[0]!.start), fields.implements.at(-1)!.end);
    }
    for (const part of [fields.annotation, fields.returnType]) {
      if (part != null) blank(text.lastIndexOf(":", part.start), part.end);
    }
    node.each((child) => {
      if (child !== fields.annotation && child !== fields.returnType) visit(child);
    });
  };
  visit(root);
  let plain = text;
  for (const { from, to } of gone) {
    plain = plain.slice(0, from) + text.slice(from, to).replaceAll(/[^\r\n]/g, " ") + plain.slice(to);
  }
  return plain;
}

/** Whether a statement exists for types alone. */
function isTypeOnly(node: JavaScriptNode, text: string): boolean {
  switch (node.type) {
    case "ImportDeclaration":
    case "ExportNamedDeclaration":
      return /^(?:import|export)\s+type\b(?!\s*(?:,|from\b))/.test(text.slice(node.start, node.start + 40)) ||
        (node.type === "ExportNamedDeclaration" && onlyTypes.has(node.declaration?.type ?? ""));
    case "ImportSpecifier":
    case "ExportSpecifier":
      return /^type\s+[\w$]/.test(text.slice(node.start, node.end)) &&
        !/^type\s+as\b/.test(text.slice(node.start, node.end));
    case "FunctionDeclaration":
      return node.body === null;
    default:
      return (node as { declare?: boolean }).declare === true;
  }
}
