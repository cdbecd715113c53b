import { alwaysLeaves } from "../../languages/javascript/leaving.js";
import type { IfStatement } from "../../languages/javascript/nodes/index.js";
import { holdsComment } from "../comments.js";
import { lineBreakOf } from "../lines.js";
import { defineRule, type FileView, type RemedyOffer } from "../rule.js";
import { declaresInBlock, fence, statementLists, unwrapped } from "../statements.js";
import { emptyBlock } from "./empty-block.js";

/** What stands under `else`, put behind the `if`. */
function unwrap(whole: IfStatement, { text }: FileView): RemedyOffer[] {
  const alternate = whole.alternate!;
  const title = "Take it out of the `else`";
  const { consequent } = whole;
  const { end } = consequent;
  const lineStart = text.slice(Math.max(0, whole.start - 500), whole.start);
  const indent = /(?:^|[\n\r])([ \t]*)$/.exec(lineStart)?.[1];
  if (indent === undefined || holdsComment(text, end, alternate.start)) return [];
  const lead = lineBreakOf(text) + indent;
  if (alternate.type !== "BlockStatement") {
    const insert = fence(consequent, alternate.start, text) + lead;
    return declaresInBlock(alternate)
      ? []
      : [{ title, certainty: "certain", edits: [{ from: end, to: alternate.start, insert }] }];
  }
  const outer = { from: end, to: alternate.end };
  const removal = unwrapped(alternate, { whole, outer, before: consequent, lead }, text);
  return removal === undefined ? [] : [{ title, ...removal }];
}

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
  visit: {
    IfStatement(node, file) {
      const { consequent, alternate, parent } = node;
      if (
        alternate === null ||
        (alternate.type === "BlockStatement" && alternate.body.length === 0 && file.beside(emptyBlock).isOn) ||
        alternate.type === "IfStatement" ||
        !statementLists.has(parent!.type) ||
        !alwaysLeaves(consequent) ||
        file.isBroken(node)
      ) return;
      const gap = file.text.slice(consequent.end, alternate.start);
      const from = consequent.end + gap.lastIndexOf("else");
      file.alert({ from, to: from + "else".length }, {
        message: "The branch before always leaves, so this `else` is not needed",
        labels: ["unnecessary"],
        remedies: () => unwrap(node, file),
      });
    },
  },
});
