import { isNear } from "../../../model/spelling.js";
import { elements } from "../elements.js";
import { defineRule } from "../rule.js";

export const unknownElement = defineRule({
  id: "markup.unknown-element",
  title: "An element that does not exist",
  why: "An element that a browser does not know is shown as if it were not there: a misspelt `<buton>` can be seen and not pressed, and of `List<string>` only the first word is read. What is closed and like no element is left alone, as some frameworks have elements of their own; so is what has a hyphen in its name.",
  level: "warning",
  kits: ["sound"],
  examples: {
    alerts: [
      { code: "<«buton»>Pay</buton>\n", after: "<button>Pay</button>\n" },
      { code: "<p>List<«number»></p>\n", after: "<p>List&lt;number></p>\n" },
      { code: "<«sectoin»><p>Low tide</p></sectoin>\n", after: "<section><p>Low tide</p></section>\n" },
    ],
    quiet: [
      { code: "<tide-table></tide-table>\n<svg><lineargradient/></svg>\n" },
      { code: "<ferries></ferries>\n<article>Low tide</article>\n" },
    ],
  },
  visit: {
    Element(element, { text, alert }) {
      const { name, isForeign, closeLength, tagLength } = element;
      if (isForeign || elements.has(name) || name.includes("-")) return;
      const isOpen = closeLength === 0;
      const isWord = name.length > 3 && /^[a-z]+$/.test(name);
      // Components of some frameworks are told by their capitals.
      if (!isOpen && /[A-Z]/.test(text.slice(element.start + 2, element.start + 1 + name.length))) return;
      const meant = isWord ? [...elements].filter((one) => one.length > 3 && isNear(name, one)) : [];
      const [near] = meant;
      if (near === undefined) {
        // Something may be filled in, and a component may close itself.
        if (!isOpen || /\/>$|\{\{|<%|<\?/.test(text.slice(element.start, element.start + tagLength))) return;
        alert({ from: element.start + 1, to: element.start + 1 + name.length }, {
          message: `There is no element \`${name}\`, and nothing closes this one: write \`&lt;\` where a text is meant`,
          remedies: () => [{
            title: "Change `<` to `&lt;`",
            certainty: "proposed",
            edits: [{ from: element.start, to: element.start + 1, insert: "&lt;" }],
          }],
        });
        return;
      }
      alert({ from: element.start + 1, to: element.start + 1 + name.length }, {
        message: `There is no element \`${name}\`: did you mean \`${near}\`?`,
        remedies: () => meant.slice(0, 3).map((one) => ({
          title: `Change to \`${one}\``,
          certainty: "proposed",
          edits: [
            { from: element.start + 1, to: element.start + 1 + name.length, insert: one },
            ...(
              closeLength === 0
                ? []
                : [{
                  from: element.end - closeLength + 2,
                  to: element.end - closeLength + 2 + name.length,
                  insert: one,
                }]
            ),
          ],
        })),
      });
    },
  },
});
