import { defineRule } from "../rule.js";
import { emptyBlock } from "./empty-block.js";

export const needlessElse = defineRule({
  id: "dead.needless-else",
  title: "An else behind a branch that always leaves",
  why: "When the first branch ends with `return` or the like, what stands under `else` is only reached otherwise anyway. Without the `else` it needs one step of indentation less.",
  level: "hint",
  kits: [],
  once: "style",
  beside: [emptyBlock],
  examples: {
    alerts: [
      {
        code: "export function fare(child) {\n  if (child) {\n    return 210;\n  } «else» {\n    const full = 420;\n    return full;\n  }\n}\n",
      },
      {
        code: "export function fare(child) {\n  if (child) {\n    return 210;\n  } «else» {\n    log(child);\n    return 420;\n  }\n}\nfunction log() {}\n",
        after: "export function fare(child) {\n  if (child) {\n    return 210;\n  }\n  log(child);\n  return 420;\n}\nfunction log() {}\n",
      },
      {
        code: "export function fare(child) {\n  if (child) return 210;\n  «else» return 420;\n}\n",
        after: "export function fare(child) {\n  if (child) return 210;\n  return 420;\n}\n",
      },
    ],
    quiet: [
      {
        code: "export function fare(child) {\n  if (child) log();\n  else return 420;\n  return 210;\n}\nfunction log() {}\n",
      },
      {
        code:
          "export function kind(a, b) {\n  if (a) return 1;\n  else if (b) log();\n  return 2;\n}\nfunction log() {}\n",
      },
    ],
  },
  shapes: {
    branch({ node, then, otherwise, isValue, next }, { text, alert, beside, facts, edits, isBroken }) {
      if (
        otherwise === null ||
        isValue ||
        next !== null ||
        (beside(emptyBlock).isOn && facts.statementsIn(otherwise)?.length === 0) ||
        facts.statementsIn(node.parent!) === undefined ||
        !facts.alwaysLeaves(then) ||
        isBroken(node)
      ) return;
      alert(edits.elseOf(node, text), {
        message: "The branch before always leaves, so this `else` is not needed: leave it out",
        labels: ["unnecessary"],
        remedies: () => {
          const change = edits.withoutElse(node, text);
          return change === undefined ? [] : [{ title: "Take it out of the `else`", ...change }];
        },
      });
    },
  },
});
