import { z } from "zod";
import type { FileView } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import type { Siblings } from "../../../../syntax/siblings.js";
import type { JavaScriptNode } from "../../index.js";
import { piecesAmong } from "../../layout/pieces.js";
import { defineRule, type Visitors } from "../../rule.js";
import { wrongLines, type IndentStyle, type WrongLine } from "./indent-lines.js";

const options = z.strictObject({
  unit: z.union([z.int().min(1).max(8), z.literal("tab")])
    .default(2)
    .describe("By how many spaces each step is indented, or `tab`."),
  cases: z.boolean().default(true).describe("Whether the cases of a `switch` are indented from it."),
});

type Options = z.output<typeof options>;

/** A step of indentation as text. */
export const indentStyle = ({ unit, cases }: Options): IndentStyle => ({
  unit: unit === "tab" ? "\t" : " ".repeat(unit),
  cases,
});

/** Blank space in words. */
function said(space: string): string {
  if (space === "") return "no space";
  if (/ /.test(space) && space.includes("\t")) return "tabs and spaces";
  return `${space.length} ${space.includes("\t") ? "tab" : "space"}${space.length === 1 ? "" : "s"}`;
}

function told(
  node: Node,
  lines: readonly WrongLine[],
  { text, alert }: FileView<Options>,
): void {
  const { start } = node;
  for (const { from, to, wanted } of lines) {
    alert({ from, to }, {
      message: `This line is indented by ${said(text.slice(from, to))}: ${said(wanted)} ${wanted.length < 2 ? "is" : "are"} wanted`,
      remedies: () => {
        const at = node.start + (from - start);
        return [{
          title: "Indent it so",
          certainty: "certain",
          edits: [{ from: at, to: at + to - from, insert: wanted }],
        }];
      },
    });
  }
}

function checkItem(node: JavaScriptNode, file: FileView<Options>): void {
  if (node.parent?.type !== "Program") return;
  const lines = wrongLines(node, file.text, "", indentStyle(file.options));
  if (lines.length > 0 && !file.isBroken(node)) told(node, lines, file);
}

/** Items stand at the head of their lines, and so do comments between them. */
function checkItems(siblings: Siblings, file: FileView<Options>): void {
  const { base, before } = siblings;
  const lines = piecesAmong(siblings, file.text).flatMap(({ space, from, child }, index): WrongLine[] => {
    if ((index === 0 && before !== null) || (child !== undefined && file.isBroken(child))) return [];
    const head = /(?:^|[\n\r])([ \t]+)$/.exec(space)?.[1];
    return head === undefined || (index > 0 && !/[\n\r]/.test(space))
      ? []
      : [{ from: from - head.length, to: from, wanted: "" }];
  });
  told(base, lines, file);
}

/** The kinds of nodes that stand at the top of a file, among others. */
export const items = (
  "BlockStatement BreakStatement ClassDeclaration ContinueStatement DebuggerStatement DoWhileStatement EnumDeclaration ExportAllDeclaration ExportAssignment ExportDefaultDeclaration ExportNamedDeclaration ExpressionStatement " +
  "ForInStatement ForOfStatement ForStatement FunctionDeclaration IfStatement ImportDeclaration InterfaceDeclaration LabeledStatement NamespaceDeclaration ReturnStatement SwitchStatement ThrowStatement TryStatement " +
  "TypeAliasDeclaration VariableDeclaration WhileStatement WithStatement"
).split(" ");

export const indent = defineRule({
  id: "layout.indent",
  title: "A line that is indented otherwise than agreed",
  why: "Indentation shows what is inside of what. Where it lies, the eye is fooled and a closing bracket is looked for in the wrong place.",
  level: "hint",
  kits: ["tidy"],
  options,
  examples: {
    alerts: [
      {
        code: "function sail(to) {\n«    »if (to) {\n«      »go({\n«          »to,\n«      »});\n«    »}\n«    »else wait();\n}\n",
        after: "function sail(to) {\n  if (to) {\n    go({\n      to,\n    });\n  }\n  else wait();\n}\n",
      },
      {
        code: "switch (tide) {\n«»case 1:\n«  »sail();\n  default:\n    wait();\n}\n",
        after: "switch (tide) {\n  case 1:\n    sail();\n  default:\n    wait();\n}\n",
      },
      { code: "const a = [\n«  »1,\n«  »2,\n];\n", options: { unit: 4 }, after: "const a = [\n    1,\n    2,\n];\n" },
      { code: "if (tide)\n«»sail();\n«  »wait();\n", after: "if (tide)\n  sail();\nwait();\n" },
      {
        code: "class Ferry {\n«»/**\n«»* Sails.\n«»*/\n«»sail() {}\n}\n".replaceAll("«»*", "«»*"),
        after: "class Ferry {\n  /**\n   * Sails.\n   */\n  sail() {}\n}\n",
      },
    ],
    quiet: [
      {
        code: "const long = first +\n    second\n      .third(() => {\n        go();\n      });\nconst text = `\nas it is\n`;\nsail(a, {\n  b: 1,\n}, () => {\n  c();\n});\nif (\n  a &&\n  b\n) {\n  d();\n}\n",
      },
      { code: "function f() {\n\treturn [\n\t\t1,\n\t];\n}\n", options: { unit: "tab" } },
    ],
  },
  visit: Object.fromEntries(items.map((kind) => [kind, checkItem])) as Visitors<Options>,
  siblings: { Program: checkItems },
});
