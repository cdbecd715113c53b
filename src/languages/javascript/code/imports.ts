import type { CodeChange } from "../../../model/code.js";
import type { Node } from "../../../syntax/node.js";
import type { SourceText } from "../../../text/text.js";
import type { ImportDeclaration, ImportPart } from "../nodes/index.js";
import { takeOut } from "../rules/statements.js";

/** Taking one part out of an import; the last one takes the whole with it. */
export function withoutImport(owner: Node, text: SourceText): CodeChange {
  const part = owner as ImportPart;
  const whole = part.parent as ImportDeclaration;
  if (whole.specifiers.length === 1) {
    return { ...takeOut(whole, text), certainty: "proposed" };
  }
  const index = whole.specifiers.indexOf(part);
  const before = whole.specifiers[index - 1];
  const after = whole.specifiers[index + 1];
  // A list in braces that would be left empty goes with its braces.
  const named = whole.specifiers.filter(({ type }) => type === "ImportSpecifier");
  if (part.type === "ImportSpecifier" && named.length === 1) {
    const open = whole.start + text.slice(whole.start, part.start).lastIndexOf("{");
    const close = part.end + text.slice(part.end, whole.end).indexOf("}");
    return {
      certainty: "certain",
      edits: [{
        from: before!.end,
        to: close + 1,
        insert: open < before!.end ? text.slice(before!.end, close + 1) : "",
      }],
    };
  }
  if (part.type === "ImportDefaultSpecifier") {
    return {
      certainty: "certain",
      edits: [{
        from: part.start,
        to: part.end + text.slice(part.end, whole.end).indexOf(after!.type === "ImportSpecifier" ? "{" : "*"),
        insert: "",
      }],
    };
  }
  const edit = after
    ? { from: part.start, to: after.start, insert: "" }
    : { from: before!.end, to: part.end, insert: "" };
  return { certainty: "certain", edits: [edit] };
}
