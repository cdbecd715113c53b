import { defineRule } from "../rule.js";
import { endName, endOfTag, matchingOf } from "./matching.js";

export const unopened = defineRule({
  id: "markup.unopened",
  title: "An end tag that ends nothing",
  why: "An end tag without its element does nothing, or, as `</p>` and `</br>`, makes an element that nobody sees. Most often one too many was left behind, or an element ended sooner than it seems: a `p` ends where a `div`, a list or a table begins.",
  level: "warning",
  kits: ["sound"],
  examples: {
    alerts: [
      { code: "<div>Low tide</div>«</div>»\n", after: "<div>Low tide</div>\n" },
      { code: "<p>Sailings:\n<ul>\n  <li>North\n</ul>\n«</p>»\n", after: "<p>Sailings:\n<ul>\n  <li>North\n</ul>\n\n" },
    ],
    quiet: [
      { code: "<div>Low tide</div>\n<!-- </div> -->\n<p title=\"</p>\">2 m</p>\n" },
      { code: "<script>sign.innerHTML = \"<b>\" + tide + \"</b>\";</script>\n" },
      { code: "<b>Low <i>tide</b></i>\n" },
      { code: "{% if tide %}</div>{% endif %}\n" },
    ],
  },
  visit: {
    Page(page, file) {
      for (const at of page.strayEnds.length === 0 ? [] : matchingOf(page, file).unopened) {
        const name = endName(at, file);
        const span = { from: at, to: endOfTag(at, file) };
        file.alert(span, {
          message: name === "p"
            ? "`</p>` ends nothing: its `<p>` ended before, where something began that cannot stand in it"
            : `\`</${name}>\` ends nothing: no \`<${name}>\` is open here`,
          remedies: () => [{
            title: `Take \`</${name}>\` out`,
            certainty: "proposed",
            edits: [{ ...span, insert: "" }],
          }],
        });
      }
    },
  },
});
