import { defineRule } from "../rule.js";
import { withoutRule } from "./comment.js";

export const idle = defineRule({
  id: "hush.idle",
  title: "A hush that silences nothing",
  why: "The mistake has been mended, or the comment stands in a wrong place. Left there it would silence the next mistake of its kind, which nobody has looked at.",
  level: "warning",
  kits: ["sound"],
  examples: {
    alerts: [
      {
        code: "const tide = 1; // quill: hush «names.unknown»\nexport { tide };\n",
        after: "const tide = 1;\nexport { tide };\n",
      },
      {
        code: "sail(); // quill: hush names.unknown, «dead.after-exit»\n",
        after: "sail(); // quill: hush names.unknown\n",
        with: ["names.unknown", "dead.after-exit"],
      },
    ],
    quiet: [{ code: "sail(); // quill: hush names.unknown\n" }, { code: "// quill: hush-file values.*\n" }],
  },
  hush(hush, { text, alert }) {
    hush.rules.forEach((rule, index) => {
      if (rule.silenced > 0 || !rule.isOn || hush.hasEnded) return;
      alert(rule, {
        message: `This hush silences nothing: \`${rule.name}\` finds nothing in its place, so take it out`,
        labels: ["unnecessary"],
        remedies: () => [{
          title: hush.rules.length === 1 ? "Remove the comment" : `Remove \`${rule.name}\` from the comment`,
          certainty: "certain",
          edits: [withoutRule(text, hush, index)],
        }],
      });
    });
  },
});
