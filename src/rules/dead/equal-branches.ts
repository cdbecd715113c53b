import type { Node } from "../../syntax/node.js";
import { defineRule, type FileView } from "../rule.js";

const textOf = (node: Node, { text }: FileView): string => text.slice(node.start, node.end).replaceAll(/\s+/g, " ");

export const equalBranches = defineRule({
  id: "dead.equal-branches",
  title: "Branches that do the same",
  why: "When both sides of a condition are the same, the condition decides nothing. One side was most likely copied and never changed.",
  level: "warning",
  kits: ["sound"],
  examples: {
    alerts: [{ code: "if (tide > 3) {\n  sail();\n} else «{\n  sail();\n}»\n" }, { code: "const fare = child ? 210 : «210»;\n" }],
    quiet: [{ code: "if (tide > 3) {\n  sail();\n} else {\n  moor();\n}\n" }, { code: "if (a) {} else {}\n" }, { code: "const fare = child ? 210 : 420;\n" }],
  },
  visit: {
    IfStatement(node, file) {
      const { consequent, alternate } = node;
      if (alternate === null || alternate.type === "IfStatement" || file.isBroken(node)) return;
      if (consequent.type === "BlockStatement" && consequent.body.length === 0) return;
      if (textOf(consequent, file) !== textOf(alternate, file)) return;
      file.alert(alternate, { message: "This branch does the same as the one before, so the condition decides nothing", related: [{ from: consequent.start, to: consequent.end, message: "The branch before" }] });
    },
    ConditionalExpression(node, file) {
      if (file.isBroken(node) || textOf(node.consequent, file) !== textOf(node.alternate, file)) return;
      file.alert(node.alternate, { message: "Both sides of the condition are the same, so it decides nothing" });
    },
  },
});
