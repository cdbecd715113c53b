import { defineRule } from "../rule.js";

export const noReason = defineRule({
  id: "hush.no-reason",
  title: "A hush that does not say why",
  why: "Whoever comes next cannot tell whether the comment is still needed. `because` and a few words behind the rule settle that.",
  level: "hint",
  kits: [],
  examples: {
    alerts: [
      { code: "sail(); «// quill: hush names.unknown»\n" },
      { code: "/* quill: hush names.unknown until 2999-01-01 */ sail();\n".replace("/*", "«/*").replace("*/", "*/»") },
    ],
    quiet: [{ code: "sail(); // quill: hush names.unknown because the kiosk brings it\n" }],
  },
  hush({ comment, reason, flaw }, { alert }) {
    if (reason === undefined && flaw === undefined) {
      alert(comment, { message: "This hush gives no reason: write `because …` behind the rule" });
    }
  },
});
