/** Writing an import into a file. */
import { lineBreakOf } from "../../../rules/lines.js";
import type { Node } from "../../../syntax/node.js";
import type { Edit } from "../../../text/edit.js";
import type { SourceText } from "../../../text/text.js";
import type { WantedImport } from "../../language.js";
import type { Alias, Constant, Expr, Import, ImportFrom, Module } from "../nodes.js";
import { moduleOf } from "./summary.js";

type Statement = Import | ImportFrom;

const importsIn = (root: Node): Statement[] =>
  (root as Module).body.filter((node): node is Statement => node.type === "Import" || node.type === "ImportFrom");

/** The edits with which a file imports something: in an import of the same module that is there, or in a line of its own behind the others. */
export function importing(root: Node, text: SourceText, { module, exported, name }: WantedImport): readonly Edit[] {
  if (exported.name !== "*") return importingName(root, text, module, name);
  // By its whole name where code goes by that, or by its last part.
  const cut = module.lastIndexOf(".");
  if (cut < 0 || module.startsWith(`${name}.`)) return [newLine(root, text, `import ${module}`)];
  return importingName(
    root,
    text,
    /^\.+$/.test(module.slice(0, cut + 1)) ? module.slice(0, cut + 1) : module.slice(0, cut),
    name,
  );
}

/** The edits with which a file can go by the name of a module of one word; none where it can already. */
export function importingModule(root: Node, text: SourceText, module: string): readonly Edit[] {
  const isThere = importsIn(root).some(
    ({ type, names }) => type === "Import" && names.some(({ name, isRenamed }) => name === module && !isRenamed),
  );
  return isThere ? [] : [newLine(root, text, `import ${module}`)];
}

function importingName(root: Node, text: SourceText, module: string, name: string): readonly Edit[] {
  for (const one of importsIn(root)) {
    if (one.type !== "ImportFrom" || moduleOf(one as ImportFrom) !== module) continue;
    const last: Alias | undefined = one.names.at(-1);
    if (last === undefined || last.name === "*") continue;
    return [{ from: last.end, to: last.end, insert: `, ${name}` }];
  }
  return [newLine(root, text, `from ${module} import ${name}`)];
}

/** An edit that writes an import behind others, or before all else but what must be first. */
function newLine(root: Node, text: SourceText, line: string): Edit {
  const lineEnd = lineBreakOf(text);
  const imports = importsIn(root);
  const first = (root as Module).body[0];
  const last = imports.at(-1) ?? (first !== undefined && isDocumentation(first) ? first : undefined);
  if (last !== undefined) {
    const gap = imports.length === 0 ? lineEnd : "";
    return { from: last.end, to: last.end, insert: `${gap}${lineEnd}${line}` };
  }
  // Behind the comments that speak of the file.
  const head = /^(?:#[^\n\r]*(?:\r\n|\n|\r))*(?:[ \t]*(?:\r\n|\n|\r))*/.exec(text.slice(0, first?.start ?? 0))![0];
  return { from: head.length, to: head.length, insert: `${line}${lineEnd}${first === undefined ? "" : lineEnd}` };
}

function isDocumentation(node: Node): boolean {
  return node.type === "Expr" && ((node as Expr).value as Partial<Constant>).kind === "text";
}
