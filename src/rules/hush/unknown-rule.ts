import { nearest } from "../../model/spelling.js";
import { defineRule } from "../rule.js";
import { withoutRule } from "./comment.js";

export const unknownRule = defineRule({
  id: "hush.unknown-rule",
  title: "A hush that names no rule there is",
  why: "A misspelt name silences nothing, and a rule that was renamed or belongs to a pack that is not loaded neither.",
  level: "warning",
  kits: ["sound"],
  examples: {
    alerts: [{
      code: "const tide = 1; // quill: hush «names.unknwon»\nexport { tide };\n",
      after: "const tide = 1; // quill: hush names.unknown\nexport { tide };\n",
    }],
    quiet: [{ code: "sail(); // quill: hush names.unknown\n" }, { code: "sail(); // quill: hush names.*\n" }],
  },
  hush(hush, { text, alert }) {
    hush.rules.forEach((rule, index) => {
      if (rule.exists) return;
      const near = nearest(rule.name, hush.known);
      alert(rule, {
        message: `There is no ${rule.name.endsWith(".*") ? "area" : "rule"} \`${rule.name}\`${near[0] === undefined ? "" : `: did you mean \`${near[0]}\`?`}`,
        remedies: () => [
          ...near.map((name) => ({
            title: `Change to \`${name}\``,
            certainty: "certain" as const,
            edits: [{ from: rule.from, to: rule.to, insert: name }],
          })),
          {
            title: hush.rules.length === 1 ? "Remove the comment" : `Remove \`${rule.name}\` from the comment`,
            certainty: "proposed" as const,
            edits: [withoutRule(text, hush, index)],
          },
        ],
      });
    });
  },
});
