import { z } from "zod";
import type { FileView } from "../../../../rules/rule.js";
import type { Siblings } from "../../../../syntax/siblings.js";
import type { ExportNamedDeclaration, JavaScriptNode } from "../../index.js";
import { piecesAmong } from "../../layout/pieces.js";
import { defineRule } from "../../rule.js";

const options = z.strictObject({
  style: z.enum(["over-lines", "never"])
    .default("over-lines")
    .describe("Whether a list whose last element ends a line has a comma behind it, or no list has."),
});

/** Behind these nothing can follow, not even a comma. */
const last = new Set(["RestElement", "SpreadElement"]);

/** Checks the list that a node's `closer` ends. `rest` says that the last element may forbid a comma. */
function check(
  siblings: Siblings,
  closer: string,
  rest: boolean,
  { text, options: { style }, alert, isBroken }: FileView<z.output<typeof options>>,
): void {
  if (!siblings.isLast) return;
  const { base } = siblings;
  const node = siblings.node as JavaScriptNode;
  const pieces = piecesAmong(siblings, text).filter(({ isComment }) => !isComment);
  let index = pieces.findLastIndex((piece) => piece.text === closer);
  // A function's parameters end before its body and what it gives.
  if (closer === ")" && "params" in node) {
    index = pieces.findIndex(
      (piece, at) => piece.text === ")" &&
        at >
          pieces.findLastIndex(
            ({ child }) => child !== undefined && (node.params as readonly unknown[]).includes(child),
          ),
    );
  }
  const before = pieces[index - 1];
  if (index < 1 || before === undefined) return;
  const { start } = base;
  const isOverLines = /[\n\r]/.test(text.slice(before.to, pieces[index]!.from));
  if (
    style === "over-lines" &&
    isOverLines &&
    before.child !== undefined &&
    !(rest && (last.has(before.child.type) || /^\.\.\./.test(text.slice(before.from, before.from + 3))))
  ) {
    if (isBroken(node)) return;
    const at = before.to;
    alert({ from: at, to: at }, {
      message: "A comma is missing behind the last element",
      remedies: () => [{
        title: "Add `,`",
        certainty: "certain",
        edits: [{ from: base.start + (at - start), to: base.start + (at - start), insert: "," }],
      }],
    });
  }
  // A comma behind a hole, or the one of `<T,>`, means something.
  const element = pieces[index - 2];
  if (
    before.text !== "," || element?.child === undefined || (style === "over-lines" && isOverLines) || isBroken(node)
  ) {
    return;
  }
  alert({ from: before.from, to: before.to }, {
    message: "This comma has nothing behind it: none is wanted here",
    labels: ["unnecessary"],
    remedies: () => [{
      title: "Remove the comma",
      certainty: "certain",
      edits: [{ from: base.start + (before.from - start), to: base.start + (before.to - start), insert: "" }],
    }],
  });
}

export const trailingComma = defineRule({
  id: "layout.trailing-comma",
  title: "A list that ends with another comma than agreed",
  why: "With a comma behind the last line of a list, one more element changes one line and not two.",
  level: "hint",
  kits: ["tidy"],
  options,
  examples: {
    alerts: [
      {
        code: "const piers = [\n  \"north\",\n  \"south\"«»\n];\nsail({\n  to: piers«»\n});\n",
        after: "const piers = [\n  \"north\",\n  \"south\",\n];\nsail({\n  to: piers,\n});\n",
      },
      {
        code: "const piers = [\"north\", \"south\"«,»];\nsail(piers«,»);\n",
        after: "const piers = [\"north\", \"south\"];\nsail(piers);\n",
      },
      {
        code: "function sail(\n  from,\n  to«»\n) {}\nimport {\n  a,\n  b«»\n} from \"a\";\n",
        after: "function sail(\n  from,\n  to,\n) {}\nimport {\n  a,\n  b,\n} from \"a\";\n",
      },
      {
        code: "const piers = [\n  \"north\",\n  \"south\"«,»\n];\n",
        options: { style: "never" },
        after: "const piers = [\n  \"north\",\n  \"south\"\n];\n",
      },
    ],
    quiet: [{
      code: "const [a, ...b] = [1, , ];\nfunction f(\n  c,\n  ...d\n) {}\nsail({\n  to: a });\nconst { e,\n  ...g\n} = b;\n",
    }],
  },
  siblings: {
    ArrayExpression: (siblings, file) => check(siblings, "]", siblings.node.type === "ArrayPattern", file),
    ArrayPattern: (siblings, file) => check(siblings, "]", true, file),
    ObjectExpression: (siblings, file) => check(siblings, "}", siblings.node.type === "ObjectPattern", file),
    ObjectPattern: (siblings, file) => check(siblings, "}", true, file),
    CallExpression: (siblings, file) => check(siblings, ")", false, file),
    NewExpression: (siblings, file) => check(siblings, ")", false, file),
    FunctionDeclaration: (siblings, file) => check(siblings, ")", true, file),
    FunctionExpression: (siblings, file) => check(siblings, ")", true, file),
    ArrowFunctionExpression: (siblings, file) => check(siblings, ")", true, file),
    ImportDeclaration: (siblings, file) => check(siblings, "}", false, file),
    ExportNamedDeclaration: (siblings, file) => {
      if ((siblings.node as ExportNamedDeclaration).declaration === null) check(siblings, "}", false, file);
    },
    EnumDeclaration: (siblings, file) => check(siblings, "}", false, file),
  },
});
