import { obsolete } from "../elements.js";
import { defineRule } from "../rule.js";

export const obsoleteElement = defineRule({
  id: "markup.obsolete-element",
  title: "An element that is no more to be used",
  why: "Browsers still show it for the sake of old pages. How things look is for style sheets, and for what it meant there is another element now.",
  level: "information",
  kits: ["modern"],
  examples: {
    alerts: [{ code: "<«center»>Low tide</center>\n" }, { code: "<p>2 <«tt»>m</tt></p>\n" }],
    quiet: [{ code: "<p class=\"middle\">Low tide</p>\n" }],
  },
  visit: {
    Element(element, { alert }) {
      const { name, isForeign } = element;
      const now = isForeign || !Object.hasOwn(obsolete, name) ? undefined : obsolete[name];
      if (now === undefined) return;
      alert({ from: element.start + 1, to: element.start + 1 + name.length }, {
        message: `\`${name}\` is no more to be used: use ${now}`,
        labels: ["deprecated"],
      });
    },
  },
});
