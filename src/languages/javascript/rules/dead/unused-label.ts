import { isNear } from "../../../../model/spelling.js";
import { returnCutShort } from "../../../../rules/flow/return-cut-short.js";
import { charAt } from "../../../../rules/lines.js";
import type { FileView } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import type { Siblings } from "../../../../syntax/siblings.js";
import { walk } from "../../../../syntax/walk.js";
import { isCutOff } from "../../code/exits.js";
import type {
  ArrowFunctionExpression,
  BlockStatement,
  LabeledStatement,
} from "../../nodes/index.js";
import { defineRule } from "../../rule.js";
import { statementLists, takeHeadOff } from "../statements.js";

/** What a jump can leave by its label, and what a label is most often put before. */
const jumpable = /^(?:For|ForIn|ForOf|While|DoWhile|Switch|Block|If|Try)Statement$/;

function isUsed({ label, body }: LabeledStatement): boolean {
  let used = false;
  walk(body, (inner) => {
    if (
      (inner.type === "BreakStatement" || inner.type === "ContinueStatement") &&
      (inner as unknown as { label: { name: string } | null }).label?.name === label.name
    ) used = true;
    return !used;
  });
  return used;
}

/** Whether a label stands before a value: in braces it is the key of an object that was read as a block. */
export function isKey(node: Node | undefined): node is LabeledStatement {
  if (node?.type !== "LabeledStatement") return false;
  const { body } = node as LabeledStatement;
  return body.type === "BlockStatement"
    ? isKey(body.body[0])
    : body.type === "ExpressionStatement" && !/^(?:Assignment|Update)Expression$/.test(body.expression.type);
}

/** Tells of braces that were meant to hold an object. */
function tellOfObject(first: LabeledStatement, braces: Node, { alert, isBroken }: FileView): void {
  if (isBroken(first)) return;
  alert(first.label, {
    message: `These braces hold statements, and \`${first.label.name}\` is a label: put them in parentheses if they are an object`,
    remedies: () => [{
      title: "Put the object in parentheses",
      certainty: "proposed",
      edits: [
        { from: braces.start, to: braces.start, insert: "(" },
        { from: braces.end, to: braces.end, insert: ")" },
      ],
    }],
  });
}

/** Blocks in lists of statements. One that a line end cuts off from its `return` is the matter of another rule. */
function checkBlocks({ before, children }: Siblings, file: FileView): void {
  let last = before;
  for (const child of children) {
    const first = child.type === "BlockStatement" ? (child as BlockStatement).body[0] : undefined;
    if (isKey(first) && !(file.beside(returnCutShort).isOn && isCutOff(last, child, file.text))) {
      tellOfObject(first, child, file);
    }
    last = child;
  }
}

export const unusedLabel = defineRule({
  id: "dead.unused-label",
  title: "A label that nothing jumps to",
  why: "A label is there for a `break` or `continue` that names it. Without one it is left over, or an object's braces were taken for a block.",
  level: "warning",
  kits: ["sound"],
  examples: {
    alerts: [
      {
        code: "«piers»: for (const pier of all) {\n  sail(pier);\n}\n",
        after: "for (const pier of all) {\n  sail(pier);\n}\n",
      },
      {
        code: "export const names = (all) => all.map((one) => { «name»: one.name });\n",
        after: "export const names = (all) => all.map((one) => ({ name: one.name }));\n",
      },
      { code: "if (tide) { «name»: \"Tern\" }\n" },
    ],
    quiet: [
      { code: "piers: for (const pier of all) {\n  for (;;) break piers;\n}\n" },
      { code: "export function ferry() {\n  return\n  { name: \"Tern\" };\n}\n", with: ["flow.return-cut-short"] },
    ],
  },
  beside: [returnCutShort],
  visit: {
    ArrowFunctionExpression({ body }: ArrowFunctionExpression, file) {
      const first = body.type === "FunctionBody" ? body.body[0] : undefined;
      if (isKey(first)) tellOfObject(first, body, file);
    },
    LabeledStatement(node, { text, alert, isBroken }) {
      const { name } = node.label;
      if (isUsed(node) || isBroken(node)) return;
      const { parent } = node;
      // Of what was meant to be an object something else is told.
      if (
        isKey(node) &&
        parent?.type === "BlockStatement" &&
        (statementLists.has(parent.parent!.type) || parent.parent!.type === "LabeledStatement")
      ) return;
      if (isKey(node) && parent?.type === "FunctionBody" && parent.parent!.type === "ArrowFunctionExpression") return;
      const isDefault = node.parent?.type === "SwitchCase" && isNear("default", name);
      // Before anything else it may be a key, or a word with a slip in it.
      const isSure = !isDefault && jumpable.test(node.body.type);
      alert(node.label, {
        message: `Nothing jumps to the label \`${name}\`${isDefault ? ": did you mean `default`?" : ": take it out"}`,
        labels: ["unnecessary"],
        remedies: () => {
          let colon = node.label.end;
          while (charAt(text, colon) !== ":") colon += 1;
          const removal = takeHeadOff(node, colon + 1, node.body, text);
          return [
            ...(
              isDefault
                ? [{
                  title: "Change to `default`",
                  certainty: "proposed" as const,
                  edits: [{ from: node.start, to: node.start + name.length, insert: "default" }],
                }]
                : []
            ),
            { title: "Remove the label", ...removal, ...(!isSure && { certainty: "proposed" as const }) },
          ];
        },
      });
    },
  },
  siblings: {
    Program: checkBlocks,
    FunctionBody: checkBlocks,
    BlockStatement: checkBlocks,
    SwitchCase: checkBlocks,
    StaticBlock: checkBlocks,
  },
});
