import { z } from "zod";
import { lineBreakOf, lineHead } from "../../../../rules/lines.js";
import type { FileView } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import type { JavaScriptNode } from "../../index.js";
import { piecesOf } from "../../layout/pieces.js";
import { defineRule } from "../../rule.js";

const options = z.strictObject({
  around: z.enum(["over-lines", "always", "any"])
    .default("over-lines")
    .describe(
      "Which single statements under `if`, `else` and loops need braces: those that are not on the line of their head or go over lines, all, or none.",
    ),
  opens: z.enum(["same-line", "any"])
    .default("same-line")
    .describe("Whether the brace of a block stands on the line of its head."),
});

type Options = z.output<typeof options>;

/** A statement that a head governs. */
function checkBody(
  node: JavaScriptNode,
  body: Node,
  { text, options: { around }, alert, isBroken }: FileView<Options>,
): void {
  const { type } = body;
  if (
    around === "any" ||
    type === "BlockStatement" ||
    type === "EmptyStatement" ||
    (type === "IfStatement" && node.type === "IfStatement" && node.alternate === body)
  ) return;
  const pieces = piecesOf(node, text);
  const piece = pieces.find(({ child }) => child === body)!;
  const isSpread = /[\n\r]/.test(piece.space) || /[\n\r]/.test(text.slice(piece.from, piece.to));
  if ((around === "over-lines" && !isSpread) || isBroken(node)) return;
  // A comment on the way to the statement would end up on the wrong side of the brace.
  const index = pieces.indexOf(piece);
  if (
    pieces[index - 1]?.isComment ||
    pieces[index + 1]?.isComment ||
    /^[ \t]*\/[/*]/.test(text.slice(piece.to, piece.to + 40))
  ) return;
  alert(body, {
    message: "Braces are missing around this statement",
    remedies: () => {
      const { start, end } = body;
      const head = lineHead(text, node.start);
      const before = pieces[index - 1]!;
      const from = start - piece.space.length;
      const line = lineBreakOf(text);
      const inner = /[\n\r]/.test(piece.space) ? piece.space : `${line}${head}  `;
      return [{
        title: "Add braces",
        certainty: "certain",
        edits: [
          { from: Math.min(from, start), to: start, insert: ` {${inner}` },
          { from: end, to: end, insert: `${line}${head}}` },
        ].filter(() => before.to >= 0),
      }];
    },
  });
}

/** The brace of a block that begins a line of its own. */
function checkBrace(
  node: JavaScriptNode,
  body: Node | null | undefined,
  { text, options: { opens }, alert, isBroken }: FileView<Options>,
): void {
  if (
    opens === "any" ||
    body == null ||
    (body.type !== "BlockStatement" && body.type !== "FunctionBody" && body.type !== "ClassBody")
  ) return;
  const pieces = piecesOf(node, text);
  const index = pieces.findIndex(({ child }) => child === body);
  const piece = pieces[index];
  if (piece === undefined || !/[\n\r]/.test(piece.space) || pieces[index - 1]?.isComment || isBroken(node)) return;
  const { start } = node;
  const from = piece.from - piece.space.length;
  alert({ from: piece.from, to: piece.from + 1 }, {
    message: "This brace stands on a line of its own: it is wanted at the end of the line before",
    remedies: () => {
      const at = node.start + (from - start);
      return [{
        title: "Move the brace up",
        certainty: "certain",
        edits: [{ from: at, to: at + piece.space.length, insert: " " }],
      }];
    },
  });
}

export const blockBrace = defineRule({
  id: "layout.block-brace",
  title: "A block without its braces, or with its brace on another line than agreed",
  why:
    "A second statement that is added below an `if` without braces belongs to nothing, whatever its indentation says.",
  level: "hint",
  kits: ["tidy"],
  options,
  examples: {
    alerts: [
      { code: "if (open)\n  «sail();»\nelse wait();\n", after: "if (open) {\n  sail();\n}\nelse wait();\n" },
      {
        code: "for (const pier of piers) «sail({\n  pier,\n});»\n",
        after: "for (const pier of piers) {\n  sail({\n  pier,\n});\n}\n",
      },
      { code: "function sail()\n«{»\n  wait();\n}\n", after: "function sail() {\n  wait();\n}\n" },
      { code: "while (open) «sail();»\n", options: { around: "always" }, after: "while (open) {\n  sail();\n}\n" },
    ],
    quiet: [
      { code: "if (open) sail();\nelse if (late) {\n  wait();\n}\nfor (;;);\nif (a)\n  // why\n  b();\n" },
      { code: "if (open)\n  sail();\nfunction f()\n{}\n", options: { around: "any", opens: "any" } },
    ],
  },
  visit: {
    IfStatement(node, file) {
      checkBody(node, node.consequent, file);
      if (node.alternate) checkBody(node, node.alternate, file);
      checkBrace(node, node.consequent, file);
      checkBrace(node, node.alternate, file);
    },
    ForStatement: (node, file) => (checkBody(node, node.body, file), checkBrace(node, node.body, file)),
    ForInStatement: (node, file) => (checkBody(node, node.body, file), checkBrace(node, node.body, file)),
    ForOfStatement: (node, file) => (checkBody(node, node.body, file), checkBrace(node, node.body, file)),
    WhileStatement: (node, file) => (checkBody(node, node.body, file), checkBrace(node, node.body, file)),
    DoWhileStatement: (node, file) => checkBrace(node, node.body, file),
    FunctionDeclaration: (node, file) => checkBrace(node, node.body, file),
    FunctionExpression: (node, file) => checkBrace(node, node.body, file),
    ClassDeclaration: (node, file) => checkBrace(node, node.body, file),
    ClassExpression: (node, file) => checkBrace(node, node.body, file),
    TryStatement: (node, file) => (checkBrace(node, node.block, file), checkBrace(node, node.finalizer, file)),
    CatchClause: (node, file) => checkBrace(node, node.body, file),
  },
});
