import type { Node } from "../../syntax/node.js";
import { walk } from "../../syntax/walk.js";
import { defineRule, type FileView } from "../rule.js";

const textOf = (node: Node, { text }: FileView): string => text.slice(node.start, node.end).replaceAll(/\s+/g, " ");

const isText = /^(?:Literal|TemplateElement|JSXText)$/;

/** The texts in a node, in which blank space counts. */
function textsIn(node: Node, { text }: FileView): string[] {
  const texts: string[] = [];
  walk(node, (inner) => {
    if (isText.test(inner.type)) texts.push(text.slice(inner.start, inner.end));
  });
  return texts;
}

function isSame(one: Node, other: Node, file: FileView): boolean {
  if (one.type !== other.type || textOf(one, file) !== textOf(other, file)) return false;
  const others = textsIn(other, file);
  return textsIn(one, file).every((text, index) => text === others[index]);
}

export const equalBranches = defineRule({
  id: "dead.equal-branches",
  title: "Branches that do the same",
  why: "When both sides of a condition are the same, the condition decides nothing. One side was most likely copied and never changed.",
  level: "warning",
  kits: ["sound"],
  examples: {
    alerts: [
      { code: "if (tide > 3) {\n  sail();\n} else «{\n  sail();\n}»\n" },
      { code: "const fare = child ? 210 : «210»;\n" },
    ],
    quiet: [
      { code: "if (tide > 3) {\n  sail();\n} else {\n  moor();\n}\n" },
      { code: "if (a) {} else {}\n" },
      { code: "const fare = child ? 210 : 420;\n" },
      { code: "const gap = deep ? \"    \" : \"  \";\n" },
    ],
  },
  visit: {
    IfStatement(node, file) {
      const { consequent, alternate } = node;
      if (alternate === null || alternate.type === "IfStatement") return;
      if (consequent.type === "BlockStatement" && consequent.body.length === 0) return;
      if (!isSame(consequent, alternate, file) || file.isBroken(node)) return;
      file.alert(alternate, {
        message: "This branch does the same as the one before, so the condition decides nothing",
        related: [{ at: consequent, message: "The branch before" }],
      });
    },
    ConditionalExpression(node, file) {
      if (!isSame(node.consequent, node.alternate, file) || file.isBroken(node)) return;
      file.alert(node.alternate, { message: "Both sides of the condition are the same, so it decides nothing" });
    },
  },
});
