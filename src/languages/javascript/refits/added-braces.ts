import type { Node } from "../../../syntax/node.js";
import { defineRefit } from "../../refit.js";
import type { IfStatement, Statement } from "../nodes/index.js";
import { around, codeOf, indentOf, spanOf } from "./code.js";
import { block } from "./if-parts.js";

/** Where statements can stand without a block. */
const bodies: Readonly<Record<string, readonly string[]>> = {
  IfStatement: ["consequent", "alternate"],
  ForStatement: ["body"],
  ForInStatement: ["body"],
  ForOfStatement: ["body"],
  WhileStatement: ["body"],
};

export const addedBraces = defineRefit({
  id: "added-braces",
  kind: "refactor.rewrite",
  examples: [
    { code: "if («»full) moor();\nelse sail();\n", after: "if (full) {\n  moor();\n} else {\n  sail();\n}\n" },
    {
      code: "  for («»const pier of piers)\n    moor(pier);\n",
      after: "  for (const pier of piers) {\n    moor(pier);\n  }\n",
    },
    { code: "while («»tide) {\n  sail();\n}\n" },
    { code: "if («»full) // why\n  moor();\n" },
  ],
  offer(selection, { root, text }) {
    const node = around(
      root,
      selection,
      "IfStatement",
      "ForStatement",
      "ForInStatement",
      "ForOfStatement",
      "WhileStatement",
    );
    if (node === undefined) return undefined;
    const parts = bodies[node.type]!
      .map((key) => (node as unknown as Record<string, Statement | null>)[key])
      .filter(
        (part): part is Statement =>
          part != null && part.type !== "BlockStatement" && !(part.type === "IfStatement" && isNext(node, part)),
      );
    if (parts.length === 0 || selection.from < node.start || parts.some((part) => part.type === "EmptyStatement")) {
      return undefined;
    }
    const indent = indentOf(node, text);
    const edits = [];
    for (const part of parts) {
      const gapFrom = part.start - /\s*$/.exec(text.slice(Math.max(0, part.start - 200), part.start))![0].length;
      const next = /^\s*(?=else\b)/.exec(text.slice(part.end, part.end + 200))?.[0] ?? "";
      const line = text.lineAt(gapFrom);
      if (
        /\/\/|\/\*/.test(text.slice(gapFrom, part.start)) ||
        /\/\//.test(text.slice(line.from, gapFrom)) ||
        /\n/.test(codeOf(spanOf(part), text))
      ) return undefined;
      edits.push({
        from: gapFrom,
        to: part.end + (part === (node as IfStatement).consequent ? next.length : 0),
        insert: ` ${block(codeOf(spanOf(part), text), indent, text)}${next !== "" && part === (node as IfStatement).consequent ? " " : ""}`,
      });
    }
    return { title: "Add braces", certainty: "certain", edits };
  },
});

/** Whether a part of an `if` is the next `if` of a chain. */
function isNext(node: Node, part: Node): boolean {
  return node.type === "IfStatement" && (node as IfStatement).alternate === part;
}
