import { defineRule } from "../rule.js";
import { withoutComment } from "./comment.js";

export const expired = defineRule({
  id: "hush.expired",
  title: "A hush whose time has passed",
  why: "Somebody wanted to look at this again by a date that has passed. The rule speaks again; the comment goes, or gets a new date on purpose.",
  level: "warning",
  kits: ["sound"],
  examples: {
    alerts: [{
      code: "sail(); «// quill: hush names.unknown until 2024-03-01 because the kiosk brings it»\n",
      after: "sail();\n",
    }],
    quiet: [{ code: "sail(); // quill: hush names.unknown until 2999-03-01\n" }],
  },
  hush({ comment, until, hasEnded }, { text, alert }) {
    if (!hasEnded) return;
    alert(comment, {
      message: `This hush ended on ${until}: what it silenced is told again`,
      remedies: () => [{ title: "Remove the comment", certainty: "proposed", edits: [withoutComment(text, comment)] }],
    });
  },
});
