import { defineRule } from "../rule.js";

export const repeatedAttribute = defineRule({
  id: "markup.repeated-attribute",
  title: "An attribute that an element has already",
  why: "Of attributes with one name the first counts, and the others are dropped without a word.",
  level: "error",
  kits: ["sound"],
  examples: {
    alerts: [
      { code: "<p class=\"low\" «class»=\"tide\">Low tide</p>\n" },
      { code: "<input disabled name=\"fare\" «disabled»>\n" },
    ],
    quiet: [{ code: "<p class=\"low tide\" id=\"class\">Low tide</p>\n" }],
  },
  visit: {
    Page({ repeated, hasChoices }, { text, alert }) {
      // Of two ways to fill it in one is taken.
      if (hasChoices) return;
      for (const end of repeated) {
        const name = /[^\s"'<>/=]+$/.exec(text.slice(Math.max(0, end - 80), end))?.[0] ?? "";
        alert({ from: end - name.length, to: end }, {
          message: `The element has an attribute \`${name}\` already, and only the first counts: join the two`,
        });
      }
    },
  },
});
