import type { FileView } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import { walk } from "../../../../syntax/walk.js";
import type { Span } from "../../../../text/edit.js";
import { defineRule } from "../../rule.js";

const named = (edition: number): string => `${Math.floor(edition / 100)}.${edition % 100}`;

/** Says that a construct came with an edition, where that is later than the one in the settings. */
function since(edition: number, what: string, at: Node | Span, file: FileView): void {
  if (file.edition >= edition) return;
  file.alert(at, {
    message: `${what} came with Python ${named(edition)}, and the settings say ${named(file.edition)}`,
  });
}

const head = ({ start }: Node, length: number): Span => ({ from: start, to: start + length });

/** The first text in the fields of a formatted one that stands in the same marks. */
function sameMarks(node: Node, { text }: FileView): Node | undefined {
  const markOf = (one: Node): string => /["']/.exec(text.slice(one.start, one.start + 4))?.[0] ?? "";
  const mark = markOf(node);
  if (/^\w*(?:"""|''')/.test(text.slice(node.start, node.start + 6))) return undefined;
  let found: Node | undefined;
  node.each((field) => {
    if (field.type !== "FormattedValue") return;
    walk(field, (inner) => {
      if (inner.type === "JoinedStr" && inner.parent?.type === "FormattedValue" && markOf(inner) !== mark) return true;
      const isText = (inner.type === "Constant" && inner.parent?.type !== "JoinedStr") || inner.type === "JoinedStr";
      if (isText && /^\w{0,2}["']/.test(text.slice(inner.start, inner.start + 3)) && markOf(inner) === mark) {
        found ??= inner;
      }
      return found === undefined;
    });
  });
  return found;
}

export const notInEdition = defineRule({
  id: "syntax.not-in-edition",
  title: "Syntax that is newer than the edition in the settings",
  why: "What the edition does not know stops the whole file from being read. Write it another way, or say a later edition in the settings.",
  level: "error",
  kits: ["sound"],
  examples: {
    alerts: [
      { code: "«match» tide:\n    case 1:\n        sail()\n", edition: "3.9" },
      { code: "def first«[T]»(berths: list[T]) -> T:\n    return berths[0]\n", edition: "3.11" },
      { code: "«type» Berths = list[int]\n", edition: "3.11" },
      { code: "try:\n    sail()\n«except*» OSError:\n    wait()\n", edition: "3.10" },
      { code: "print(f\"{tides[«\"low\"»]}\")\n", edition: "3.11" },
      { code: "sign = «t»\"{tide}\"\n", edition: "3.13" },
    ],
    quiet: [
      { code: "match tide:\n    case 1:\n        sail()\n", edition: "3.10" },
      { code: "print(f\"{tides['low']}\", f'{tides[\"low\"]}')\n", edition: "3.8" },
    ],
  },
  visit: {
    Match: (node, file) => since(310, "`match`", head(node, "match".length), file),
    TypeParams: (node, file) => since(312, "A list of types behind a name", node, file),
    TypeAlias: (node, file) => since(312, "`type`", head(node, "type".length), file),
    ExceptHandler(node, file) {
      if (node.isStar) since(311, "`except*`", head(node, "except*".length), file);
    },
    JoinedStr(node, file) {
      if (node.isTemplate) since(314, "A template text", head(node, 1), file);
      if (file.edition >= 312 || node.parent?.type === "FormattedValue") return;
      const inner = sameMarks(node, file);
      if (inner !== undefined) since(312, "A text in the marks of the formatted text around it", inner, file);
    },
  },
});
