import { attributeOf, valueOf } from "../nodes.js";
import { defineRule } from "../rule.js";

export const noTextForImage = defineRule({
  id: "markup.no-text-for-image",
  title: "An image without words that stand for it",
  why: "Who cannot see an image, and everyone while it does not load, gets the words in `alt`. An image that only decorates has an empty one, so that it is passed over; without any its file name is read out.",
  level: "information",
  kits: ["sound"],
  examples: {
    alerts: [
      { code: "«<img src=\"pier.png\">»\n", after: "<img src=\"pier.png\" alt=\"\">\n" },
      { code: "«<input type=\"image\" src=\"go.png\">»\n", after: "<input type=\"image\" src=\"go.png\" alt=\"\">\n" },
    ],
    quiet: [
      { code: "<img src=\"pier.png\" alt=\"Pier 2 at low tide\">\n<img src=\"wave.png\" alt>\n" },
      { code: "<img src=\"wave.png\" role=\"presentation\">\n<img src=\"pier.png\" aria-label=\"Pier 2\">\n" },
      { code: "<img src=\"pier.png\" {{ words }}>\n" },
      { code: "<img src=\"pier.png\" :alt=\"words\">\n" },
    ],
  },
  visit: {
    Element(element, { text, alert }) {
      const { name, attributes, isForeign, tagLength } = element;
      const isImage = name === "img" || (name === "input" && valueOf(element, "type")?.toLowerCase() === "image");
      if (!isImage || isForeign) return;
      if (attributes.some((one) => /(?:^|[:.[])alt\b/.test(one.name) || /^(?:v-bind|data-|\{)/.test(one.name))) return;
      if (["aria-label", "aria-labelledby", "title", "role", "aria-hidden"].some((one) => attributeOf(element, one))) {
        return;
      }
      // Something may be filled in between its attributes.
      if (/\{\{|\{%|<%|<\?/.test(text.slice(element.start, element.start + tagLength))) return;
      alert({ headOf: element, length: tagLength }, {
        message: "Nothing stands for this image where it is not seen: say what it shows in `alt`, or leave that empty",
        remedies: () => {
          const last = attributes.at(-1);
          const at = last === undefined ? element.start + 1 + name.length : last.end;
          return [{
            title: "Add an empty `alt`",
            certainty: "proposed",
            edits: [{ from: at, to: at, insert: " alt=\"\"" }],
          }];
        },
      });
    },
  },
});
