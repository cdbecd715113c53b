import { elementsIn } from "../nodes.js";
import { defineRule } from "../rule.js";

export const headingSkipped = defineRule({
  id: "markup.heading-skipped",
  title: "A heading that leaves a step out",
  why: "Headings are the table of contents of a page: who goes through it by them takes a step that is left out for something that was missed. How large a heading is, style sheets say.",
  level: "information",
  kits: [],
  examples: {
    alerts: [{ code: "<h1>Tides</h1>\n<«h3»>Low tide</h3>\n" }],
    quiet: [
      { code: "<h1>Tides</h1>\n<h2>Low tide</h2>\n<h3>Springs</h3>\n<h2>High tide</h2>\n" },
      { code: "<h3>Tides</h3>\n" },
    ],
  },
  visit: {
    Page(page, { alert }) {
      if (page.hasChoices) return;
      let before = 6;
      for (const { name, start } of elementsIn(page)) {
        if (!/^h[1-6]$/.test(name)) continue;
        const level = Number(name[1]);
        if (level > before + 1) {
          alert({ from: start + 1, to: start + 3 }, {
            message: `\`${name}\` stands below an \`h${before}\`: an \`h${before + 1}\` is missing between`,
          });
        }
        before = level;
      }
    },
  },
});
