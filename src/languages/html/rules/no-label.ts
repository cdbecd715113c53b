import type { Node } from "../../../syntax/node.js";
import { attributeOf, elementsIn, isElement, valueOf, type Element } from "../nodes.js";
import { defineRule } from "../rule.js";

const unlabelled = new Set(["hidden", "submit", "reset", "button", "image"]);

export const noLabel = defineRule({
  id: "markup.no-label",
  title: "A field without a label",
  why: "A label says what a field is for: to those who hear the page, and to everybody it gives a larger place to click. Words beside a field are none, and a placeholder is gone once something is typed.",
  level: "information",
  kits: [],
  examples: {
    alerts: [{ code: "<p>Fare «<input name=\"fare\">»</p>\n" }],
    quiet: [
      { code: "<label>Fare <input name=\"fare\"></label>\n" },
      { code: "<label for=\"fare\">Fare</label>\n<input id=\"fare\">\n<input type=\"submit\">\n" },
      { code: "<input aria-label=\"Fare\">\n<input id=\"{{ id }}\">\n" },
    ],
  },
  visit: {
    Page(page, { alert }) {
      const all = elementsIn(page);
      const labels = new Set(all.filter(({ name }) => name === "label").map((label) => valueOf(label, "for")));
      for (const element of all) {
        const { name, attributes, tagLength } = element;
        const isField = name === "select" ||
          name === "textarea" ||
          (name === "input" && !unlabelled.has(valueOf(element, "type")?.toLowerCase() ?? ""));
        if (!isField || page.hasChoices || attributes.some(({ isFilledIn }) => isFilledIn)) continue;
        const id = valueOf(element, "id");
        if (id !== undefined && labels.has(id)) continue;
        if (["aria-label", "aria-labelledby", "title"].some((one) => attributeOf(element, one)) || isInLabel(element)) {
          continue;
        }
        alert({ headOf: element, length: tagLength }, {
          message: "No label belongs to this field: put it in a `<label>`, or name its `id` in the `for` of one",
        });
      }
    },
  },
});

function isInLabel(element: Element): boolean {
  for (let up: Node | null = element.parent; up !== null; up = up.parent) {
    if (isElement(up) && up.name === "label") return true;
  }
  return false;
}
