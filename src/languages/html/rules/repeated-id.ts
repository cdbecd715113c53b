import { attributeOf, elementsIn, valueOf, type Attribute } from "../nodes.js";
import { defineRule } from "../rule.js";

export const repeatedId = defineRule({
  id: "markup.repeated-id",
  title: "An id that another element has",
  why: "Links, labels, styles and scripts that go by an id find the first element that has it, and never the others.",
  level: "warning",
  kits: ["sound"],
  examples: {
    alerts: [{ code: "<p id=\"tide\">Low</p>\n<p id=\"«tide»\">High</p>\n" }],
    quiet: [
      { code: "<p id=\"low\">Low</p>\n<p id=\"high\">High</p>\n" },
      { code: "<p id=\"{{ tide }}\">Low</p>\n<p id=\"{{ tide }}\">High</p>\n" },
      { code: "<p id=\"tide\">Low</p>\n<template><p id=\"tide\">High</p></template>\n" },
    ],
  },
  visit: {
    Page(page, { alert }) {
      if (page.hasChoices) return;
      const known = new Map<string, Attribute>();
      for (const element of elementsIn(page)) {
        const id = valueOf(element, "id");
        if (id === undefined || id === "" || isCopied(element)) continue;
        const own = attributeOf(element, "id")!;
        const first = known.get(id);
        if (first === undefined) {
          known.set(id, own);
          continue;
        }
        alert(
          { from: own.start + own.valueAt, to: own.start + own.valueAt + own.valueLength },
          {
            message: `Another element has the id \`${id}\` already: give this one another`,
            related: [{ at: first, message: `The first element with the id \`${id}\`` }],
          },
        );
      }
    },
  },
});

/** Whether an element stands in something of which copies are made. */
function isCopied(element: { readonly parent: unknown }): boolean {
  for (let up = element.parent as { parent: unknown; name?: string } | null; up !== null; up = up.parent as typeof up) {
    if (up.name === "template") return true;
  }
  return false;
}
