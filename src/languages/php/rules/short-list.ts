import type { FileView } from "../../../rules/rule.js";
import type { AdaptedNode } from "../../adapted/nodes.js";
import { ruleFor } from "../../adapted/rule.js";

function check(node: AdaptedNode, word: "array" | "list", { text, alert, isBroken }: FileView): void {
  const code = text.slice(node.start, node.end);
  const head = new RegExp(`^${word}\\s*\\(`, "i").exec(code);
  if (head === null || !code.endsWith(")") || isBroken(node)) return;
  const { start, end } = node;
  alert({ from: start, to: start + word.length }, {
    message: `\`${word}(…)\` can be written \`[…]\``,
    remedies: () => [{
      title: "Write it in brackets",
      certainty: "certain",
      edits: [{ from: start, to: start + head[0].length, insert: "[" }, { from: end - 1, to: end, insert: "]" }],
    }],
  });
}

export const shortList = ruleFor("php", {
  id: "modern.short-list",
  title: "A list in its long form",
  why: "`[…]` says the same as `array(…)` and, where values are taken apart, as `list(…)`. It looks like what it gives, and is read faster.",
  level: "hint",
  kits: ["modern"],
  once: "style",
  examples: {
    alerts: [
      { code: "<?php\n$berths = «array»(1, 2);\n", after: "<?php\n$berths = [1, 2];\n" },
      { code: "<?php\n«list»($low, $high) = $tides;\n", after: "<?php\n[$low, $high] = $tides;\n" },
    ],
    quiet: [{ code: "<?php\n$berths = [1, 2];\nfunction moor(array $berths) {}\n" }],
  },
  visit: {
    array_creation_expression: (node, file) => check(node, "array", file),
    list_literal: (node, file) => check(node, "list", file),
  },
});
