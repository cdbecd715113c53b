import { defineRule } from "../rule.js";
import { withoutComment } from "./comment.js";

export const notRead = defineRule({
  id: "hush.not-read",
  title: "A comment that is nearly a hush",
  why: "A hush comment has one form: `quill: hush`, the rules with commas between them, and if wanted `until` with a date and `because` with a reason. In another form it silences nothing, and nobody would know.",
  level: "warning",
  kits: ["sound"],
  examples: {
    alerts: [
      {
        code: "const tide = 1; «// quill: hush: names.unknown»\nexport { tide };\n",
        after: "const tide = 1; // quill: hush names.unknown\nexport { tide };\n",
      },
      {
        code: "export const tide = 1; «// quill: hsuh dead.after-exit dead.idle-statement because it is so»\n",
        after: "export const tide = 1; // quill: hush dead.after-exit, dead.idle-statement because it is so\n",
      },
      {
        code: "export const tide = 1; «// quill: hush names.unknown until tomorrow»\n",
        after: "export const tide = 1;\n",
      },
      { code: "export const tide = 1;\n«// quill: hush-to names.unknown»\n", after: "export const tide = 1;\n" },
    ],
    quiet: [
      { code: "export const tide = 1; // quill: hush names.unknown until 2999-01-31 because it is so\n" },
      { code: "/* A quill writes. */\nexport const tide = 1; // quill known for its ink\n" },
    ],
  },
  hush({ comment, flaw }, { text, alert }) {
    if (flaw === undefined) return;
    const { message, instead } = flaw;
    alert(comment, {
      message,
      remedies: () => {
        const whole = text.slice(comment.from, comment.to);
        const from = comment.from + whole.indexOf("quill");
        const to = comment.from + whole.replace(/\s*(?:\*\/)?$/, "").length;
        return [
          ...(
            instead === undefined
              ? []
              : [{
                title: `Write \`${instead}\``,
                certainty: "proposed" as const,
                edits: [{ from, to, insert: instead }],
              }]
          ),
          { title: "Remove the comment", certainty: "proposed" as const, edits: [withoutComment(text, comment)] },
        ];
      },
    });
  },
});
