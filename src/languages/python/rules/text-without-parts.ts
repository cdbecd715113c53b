import { defineRule } from "../rule.js";

export const textWithoutParts = defineRule({
  id: "values.text-without-parts",
  title: "A formatted text without parts",
  why: "`f` before a text says that values stand in it in braces, and none does. Either a part was forgotten, or the letter can go.",
  level: "warning",
  kits: ["sound"],
  examples: {
    alerts: [
      { code: "print(«f»\"moored\")\n", after: "print(\"moored\")\n" },
      { code: "sign = «rf»\"pier\\d\"\n", after: "sign = r\"pier\\d\"\n" },
    ],
    quiet: [
      { code: "print(f\"moored at {berth}\", f\"{{{berth}}}\")\n" },
      { code: "print(f\"moored \" f\"at {berth}\")\n" },
      { code: "print(\"moored\", t\"moored\")\n" },
      { code: "print(f\"{{}}\")\n" },
    ],
  },
  visit: {
    JoinedStr(node, { text, alert, isBroken }) {
      if (node.isTemplate || node.parent?.type === "FormattedValue" || node.parent?.type === "Concatenation") return;
      if (node.values.some(({ type }) => type === "FormattedValue") || isBroken(node)) return;
      const prefix = (): string => /^[a-zA-Z]+/.exec(text.slice(node.start, node.start + 3))?.[0] ?? "";
      // Doubled braces would become two.
      if (/[{}]/.test(text.slice(node.start, node.end))) return;
      alert({ from: node.start, to: node.start + prefix().length }, {
        message: "This formatted text has no part to be worked out: put one in, or leave `f` out",
        remedies: () => [{
          title: "Leave `f` out",
          certainty: "certain",
          edits: [{ from: node.start, to: node.end, insert: text.slice(node.start, node.end).replace(/f/i, "") }],
        }],
      });
    },
  },
});
