/** How Python writes what rules want to change. */
import type { Binding } from "../../../model/binding.js";
import type { CodeChange, CodeEdits } from "../../../model/code.js";
import { removeLines } from "../../../rules/lines.js";
import type { Node } from "../../../syntax/node.js";
import type { Edit } from "../../../text/edit.js";
import type { SourceText } from "../../../text/text.js";
import { hasEffect } from "../effects.js";
import { importingModule } from "../links/importing.js";
import type { Alias, AnnAssign, Assign, ExceptHandler, If, ImportFrom, Module } from "../nodes.js";
import { isStandard } from "../standard-library.js";
import { rootOf, unguessable } from "./random.js";
import { valueOf } from "./unread.js";

type Titled = CodeChange & { readonly title: string };

/** Takes statements out of their list; a block keeps at least one, which does nothing. */
function takeOut(first: Node, text: SourceText, last: Node = first): CodeChange {
  const { body } = first.parent as Module;
  const from = body.indexOf(first);
  const to = body.indexOf(last) + 1;
  const { start } = first;
  const { end } = last;
  if (first.parent!.type === "Block" && from === 0 && to === body.length) {
    return { certainty: "certain", edits: [{ from: start, to: end, insert: "pass" }] };
  }
  const lines = text.slice(end, body[to]?.start ?? end + 1);
  // Others stand on its line, behind a semicolon.
  if (body[to] !== undefined && !/[\n\r]/.test(lines)) return certain({ from: start, to: body[to].start, insert: "" });
  const before = body[from - 1];
  if (before !== undefined && !/[\n\r]/.test(text.slice(before.end, start))) {
    return certain({ from: before.end, to: end, insert: "" });
  }
  return certain(removeLines(text, start, end));
}

const certain = (...edits: Edit[]): CodeChange => ({ certainty: "certain", edits });

/** The opener and the closer of the names of an import, if they stand in parentheses. */
function withoutImport(owner: Node, text: SourceText): CodeChange | undefined {
  if (owner.type !== "Alias") return undefined;
  const statement = owner.parent as ImportFrom;
  const { names } = statement;
  // Loading a module may do something that others count on.
  const module = statement.type === "ImportFrom"
    ? ".".repeat(statement.level) + statement.module
    : (owner as Alias).name;
  const certainty = isStandard(module) ? "certain" as const : "proposed" as const;
  if (names.length === 1) return { ...takeOut(statement, text), certainty };
  const index = names.indexOf(owner as Alias);
  const next = names[index + 1];
  const edit = next !== undefined
    ? { from: owner.start, to: next.start, insert: "" }
    : { from: names[index - 1]!.end, to: owner.end, insert: "" };
  return text.slice(edit.from, edit.to).includes("#") ? undefined : { certainty, edits: [edit] };
}

/** Leaves of an assignment what working its value out does. */
function withoutAssignment(statement: Assign | AnnAssign, text: SourceText): Titled[] {
  const { value } = statement;
  if (value === null || (statement.type === "Assign" && statement.targets.length > 1)) return [];
  if (!hasEffect(value)) return [{ title: "Remove the assignment", ...takeOut(statement, text) }];
  return [
    {
      title: "Keep the value's work, without the name",
      certainty: "proposed",
      edits: [{ from: statement.start, to: value.start, insert: "" }],
    },
    { title: "Remove the statement", ...takeOut(statement, text), certainty: "proposed" },
  ];
}

function withoutName({ declarations, references, name }: Binding, text: SourceText): readonly Titled[] {
  const [{ owner, kind, node }, more] = [declarations[0]!, declarations[1]];
  if (kind === "function" || kind === "class") {
    if (more !== undefined || references.length > 0) return [];
    return [{ title: `Remove \`${name}\``, ...takeOut(owner, text), certainty: "proposed" }];
  }
  if (kind === "caught") {
    const { kind: what } = owner as ExceptHandler;
    return what === null
      ? []
      : [{ title: `Leave \`as ${name}\` out`, ...certain({ from: what.end, to: node.end, insert: "" }) }];
  }
  if (more !== undefined || references.length > 0 || (owner.type !== "Assign" && owner.type !== "AnnAssign")) return [];
  return withoutAssignment(owner as Assign | AnnAssign, text);
}

export const codeEdits: Partial<CodeEdits> = {
  call: "()",
  assigns: "=",
  equals: "==",
  and: "and",
  or: "or",
  takeOut,
  elseOf(branch, text) {
    const { body, orelse } = branch as If;
    if (orelse?.type === "If") return { from: orelse.start, to: orelse.start + "elif".length };
    const from = body.end + Math.max(0, text.slice(body.end, orelse!.start).lastIndexOf("else"));
    return { from, to: from + "else".length };
  },
  withoutName,
  withoutImport,
  fromEnvironment(value, name, text) {
    const insert = `os.environ["${name}"]`;
    return {
      certainty: "proposed",
      edits: [...importingModule(rootOf(value), text, "os"), { from: value.start, to: value.end, insert }],
    };
  },
  unguessable,
  withoutWrite(write, text) {
    const owner = write.parent!;
    return (owner.type === "Assign" || owner.type === "AnnAssign") && valueOf(owner) !== owner
      ? withoutAssignment(owner as Assign | AnnAssign, text)
      : [];
  },
};
