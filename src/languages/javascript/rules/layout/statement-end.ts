import { z } from "zod";
import { charAt } from "../../../../rules/lines.js";
import type { FileView } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import type { SourceText } from "../../../../text/text.js";
import { defineRule } from "../../rule.js";

const options = z.strictObject({
  style: z.enum(["always", "where-needed"])
    .default("always")
    .describe("Whether every statement ends with `;`, or only those whose end would be read otherwise without it."),
});

/** Characters at the head of a line that carry on the statement before, if that has no `;`. */
const carriesOn = /^(?:[([`+\-*/,.<=]|\?\.|instanceof\b|in\b)/;

/** What stands behind `offset`, blank space and comments left out, and whether a line end lies between. */
function behind(text: SourceText, offset: number): { text: string; newline: boolean } {
  const gap = /^(?:\s|\/\/[^\n\r]*|\/\*[^]*?\*\/)*/.exec(text.slice(offset, offset + 10_000))![0];
  return { text: text.slice(offset + gap.length, offset + gap.length + 12), newline: /[\n\r]/.test(gap) };
}

/** Whether a `;` at the end of `node` can go and the program stays the same. */
function isNeedless(node: Node, file: FileView): boolean {
  const next = behind(file.text, node.end);
  if (next.text === "" || next.text.startsWith("}")) return true;
  if (!next.newline || carriesOn.test(next.text)) return false;
  const last = file.text.slice(Math.max(node.start, node.end - 200), node.end - 1).trimEnd();
  // A bare jump or a field name would take in what the next line begins with.
  return !/\b(?:return|break|continue|yield|throw|static|get|set|async|let|type)$|[+\-]{2}$/.test(last) &&
    node.type !== "PropertyDefinition";
}

/** Whether the statement is broken, or the block it stands in. */
function isBroken(node: Node, file: FileView): boolean {
  return file.isBroken(node) || (node.parent !== null && node.parent.type !== "Program" && file.isBroken(node.parent));
}

function check(node: Node, file: FileView<{ style: "always" | "where-needed" }>): void {
  const { text, options: { style }, alert } = file;
  const { end } = node;
  const ends = charAt(text, end - 1) === ";";
  // Where something else follows on the line, the line is broken in some way.
  const next = ends ? undefined : behind(text, end);
  if (
    style === "always" &&
    next !== undefined &&
    (next.newline || next.text === "" || (next.text.startsWith("}") && node.parent!.type !== "Program")) &&
    !isBroken(node, file)
  ) {
    alert({ from: end, to: end }, {
      message: "This statement has no `;` at its end: one is wanted",
      remedies: () => [{
        title: "Add `;`",
        certainty: "certain",
        edits: [{ from: node.end, to: node.end, insert: ";" }],
      }],
    });
  } else if (style === "where-needed" && ends && isNeedless(node, file) && !file.isBroken(node)) {
    alert({ from: end - 1, to: end }, {
      message: "This `;` is not needed: leave it out",
      labels: ["unnecessary"],
      remedies: () => [{
        title: "Remove `;`",
        certainty: "certain",
        edits: [{ from: node.end - 1, to: node.end, insert: "" }],
      }],
    });
  }
}

export const statementEnd = defineRule({
  id: "layout.statement-end",
  title: "A statement's end that is not marked as agreed",
  why: "Without a `;` the language guesses where a statement ends, and a line that begins with a bracket is taken for its continuation. Whichever style a team chooses, mixing them makes one look for a reason that is not there.",
  level: "hint",
  kits: ["tidy"],
  once: "style",
  options,
  examples: {
    alerts: [
      {
        code: "const tide = 3«»\nlet pier«»\nsail()«»\nfunction sail() {}\n",
        after: "const tide = 3;\nlet pier;\nsail();\nfunction sail() {}\n",
      },
      { code: "import { a } from \"a\"«»\nexport { a }«»\n", after: "import { a } from \"a\";\nexport { a };\n" },
      { code: "class Ferry {\n  seats = 40«»\n}\n", after: "class Ferry {\n  seats = 40;\n}\n" },
      { code: "const tide = 3«;»\nsail()«;»\n", options: { style: "where-needed" }, after: "const tide = 3\nsail()\n" },
      {
        code: "do { sail(); } while (1)«»\nfunction sail() {}\n",
        after: "do { sail(); } while (1);\nfunction sail() {}\n",
      },
    ],
    quiet: [
      { code: "function fare(price) {\n  return\n  price;\n}\nfare(1);\n" },
      { code: "const tide = 3;\nfunction sail() {}\nif (tide) {}\nfor (let i = 0; i < 1; i++) {}\n" },
      { code: "const tide = 3;\n[1].map(sail)\nfunction sail() {}\n", options: { style: "where-needed" } },
      { code: "export default class {}\nexport function sail() {}\n" },
    ],
  },
  visit: {
    ExpressionStatement: check,
    ReturnStatement(node, file) {
      // With more behind it on the next line, its value may be just that.
      const isOpen = node.argument === null &&
        charAt(file.text, node.end - 1) !== ";" &&
        !/^(?:\}|case\b|default\b|$)/.test(behind(file.text, node.end).text);
      if (!isOpen) check(node, file);
    },
    ThrowStatement: check,
    BreakStatement: check,
    ContinueStatement: check,
    DebuggerStatement: check,
    DoWhileStatement: check,
    PropertyDefinition: check,
    ImportDeclaration: check,
    ExportAllDeclaration: check,
    TypeAliasDeclaration: check,
    ImportEqualsDeclaration: check,
    ExportAssignment: check,
    VariableDeclaration(node, file) {
      const loop = node.parent!;
      const inHead = loop.type.startsWith("For") && (loop as unknown as { body: Node }).body !== node;
      if (!inHead) check(node, file);
    },
    ExportNamedDeclaration(node, file) {
      if (node.declaration === null) check(node, file);
    },
    ExportDefaultDeclaration(node, file) {
      if (!/^(?:Function|Class)Declaration$/.test(node.declaration.type)) check(node, file);
    },
  },
});
