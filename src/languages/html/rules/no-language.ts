import { attributeOf } from "../nodes.js";
import { defineRule } from "../rule.js";

export const noLanguage = defineRule({
  id: "markup.no-language",
  title: "A page that does not say in which language its words are",
  why: "Screen readers read words by the language, browsers translate, hyphenate and check their spelling by it.",
  level: "information",
  kits: [],
  examples: {
    alerts: [{ code: "<!doctype html>\n«<html>»\n  <title>Tides</title>\n</html>\n" }],
    quiet: [{ code: "<!doctype html>\n<html lang=\"en\">\n  <title>Tides</title>\n</html>\n" }],
  },
  visit: {
    Element(element, { text, alert }) {
      const { name, tagLength, start } = element;
      if (name !== "html" || attributeOf(element, "lang") || attributeOf(element, "xml:lang")) return;
      if (/\{\{|\{%|<%|<\?|\b:?lang\b/.test(text.slice(start, start + tagLength))) return;
      alert({ headOf: element, length: tagLength }, {
        message: "The page does not say in which language it is: add `lang`, as in `<html lang=\"en\">`",
      });
    },
  },
});
