/** Writing an import into a file. */
import type { Node } from "../../../syntax/node.js";
import type { Edit } from "../../../text/edit.js";
import type { SourceText } from "../../../text/text.js";
import type { WantedImport } from "../../language.js";
import type { ImportDeclaration, JavaScriptNode, Program } from "../nodes/index.js";
import { textOf } from "../reading.js";
import { isForEffect, isDirective } from "../rules/imports/statements.js";
import { requiredModule } from "./old-form.js";

/** The edits with which a file imports something: in an import of the same module that is there, or in a line of its own behind the others. */
export function importing(root: Node, text: SourceText, wanted: WantedImport): readonly Edit[] {
  const body = (root as Program).body as JavaScriptNode[];
  const imports = body.filter((item): item is ImportDeclaration => item.type === "ImportDeclaration");
  const required = body.filter(isRequire);
  if (imports.length === 0 && (required.length > 0 || isOldForm(body))) {
    return [newLine(required, body, text, wanted, "require")];
  }
  for (const one of imports) {
    const joined = textOf(one.source) === wanted.module ? joinedTo(one, text, wanted) : undefined;
    if (joined !== undefined) return [joined];
  }
  return [newLine(imports, body, text, wanted, "import")];
}

const insertAt = (at: number, insert: string): Edit => ({ from: at, to: at, insert });

/** How a list names what is wanted. */
function listed({ exported, name }: WantedImport): string {
  return exported.name === name ? name : `${exported.name} as ${name}`;
}

/** An edit that adds a name to an import; `undefined` where it does not fit there. */
function joinedTo(node: ImportDeclaration, text: SourceText, wanted: WantedImport): Edit | undefined {
  const { specifiers, typeOnly, phase, start, source } = node;
  const isType = wanted.exported.isType;
  if (phase !== null || isForEffect(node) || (typeOnly && !isType)) return undefined;
  if (specifiers.some(({ type }) => type === "ImportNamespaceSpecifier")) return undefined;
  const first = specifiers[0]!;
  const isDefault = wanted.exported.name === "default";
  if (isDefault) {
    if (typeOnly || first.type === "ImportDefaultSpecifier") return undefined;
    const at = start + text.slice(start, source.start).indexOf("{");
    return insertAt(at, `${wanted.name}, `);
  }
  const last = specifiers.at(-1)!;
  const name = `${isType && !typeOnly ? "type " : ""}${listed(wanted)}`;
  if (last.type === "ImportSpecifier") return insertAt(last.end, `, ${name}`);
  // A default and a list cannot both be types of one import.
  return typeOnly ? undefined : insertAt(last.end, `, { ${name} }`);
}

/** An edit that writes an import behind others, or before all else but what must be first. */
function newLine(
  others: readonly JavaScriptNode[],
  body: readonly JavaScriptNode[],
  text: SourceText,
  { exported, module, name }: WantedImport,
  form: "import" | "require",
): Edit {
  const last = others.at(-1);
  const before = last === undefined ? "" : text.slice(last.start, last.end);
  const isBare = last !== undefined ? !before.endsWith(";") : isWithoutSemicolons(body, text);
  const mark = /'[^'"]*';?$/.test(before.replace(/\)(?=;?$)/, "")) ? "'" : "\"";
  const source = `${mark}${module}${mark}`;
  const list = (separator: string): string =>
    `{ ${exported.name === name ? name : `${exported.name}${separator}${name}`} }`;
  const line = form === "require"
    ? `const ${exported.name === "default" ? name : list(": ")} = require(${source})`
    : `import ${exported.isType ? "type " : ""}${exported.name === "default" ? name : list(" as ")} from ${source}`;
  const lineEnd = text.slice(0, text.length).includes("\r\n") ? "\r\n" : "\n";
  const written = isBare ? line : `${line};`;
  if (last !== undefined) return insertAt(last.end, `${lineEnd}${written}`);
  const directive = body.filter((item) => isDirective(item as Program["body"][number])).at(-1);
  if (directive !== undefined) return insertAt(directive.end, `${lineEnd}${lineEnd}${written}`);
  const at = behindHead(text.slice(0, body[0]?.start ?? 0));
  return insertAt(at, body.length === 0 ? `${written}${lineEnd}` : `${written}${lineEnd}${lineEnd}`);
}

/** Where the first statement may be put in what stands before any: behind what speaks of the file as a whole. */
function behindHead(head: string): number {
  const gap = /^[^]*(?:\r\n|\n|\r)[ \t]*(?:\r\n|\n|\r)/.exec(head);
  if (gap !== null) return gap[0].length;
  return /^#![^\n\r]*(?:\r\n|\n|\r)/.exec(head)?.[0].length ?? 0;
}

function isRequire(item: JavaScriptNode): boolean {
  return item.type === "VariableDeclaration" &&
    item.declarations.some(({ init }) => init !== null && requiredModule(init) !== undefined);
}

/** Whether a file exports by `module.exports` or `exports.fare`. */
function isOldForm(body: readonly JavaScriptNode[]): boolean {
  return body.some((item) => {
    if (item.type !== "ExpressionStatement" || item.expression.type !== "AssignmentExpression") return false;
    let target = item.expression.left as JavaScriptNode;
    while (target.type === "MemberExpression") target = target.object as JavaScriptNode;
    return target.type === "Identifier" && (target.name === "module" || target.name === "exports");
  });
}

function isWithoutSemicolons(body: readonly JavaScriptNode[], text: SourceText): boolean {
  const plain = body.filter(({ type }) => type === "ExpressionStatement" || type === "VariableDeclaration");
  return plain.length > 0 && plain.every(({ end }) => text.slice(end - 1, end) !== ";");
}
