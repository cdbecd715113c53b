import { elementsIn } from "../nodes.js";
import { defineRule } from "../rule.js";

export const noTitle = defineRule({
  id: "markup.no-title",
  title: "A page without a title",
  why: "The title is what tabs, bookmarks, search results and screen readers call a page by; without it they show its address.",
  level: "information",
  kits: ["sound"],
  examples: {
    alerts: [
      { code: "<!doctype html>\n<html lang=\"en\">\n«<head>»\n  <meta charset=\"utf-8\">\n</head>\n</html>\n" },
      { code: "<!doctype html>\n<html lang=\"en\">\n<head>\n  «<title>»</title>\n</head>\n</html>\n" },
    ],
    quiet: [
      { code: "<!doctype html>\n<html lang=\"en\">\n<head>\n  <title>Tides</title>\n</head>\n</html>\n" },
      { code: "<!doctype html>\n<html lang=\"en\">\n<head>{{ head }}</head>\n</html>\n" },
      { code: "<p>A part of a page.</p>\n" },
    ],
  },
  visit: {
    Page(page, { text, alert }) {
      const all = elementsIn(page);
      const head = all.find(({ name }) => name === "head");
      if (page.hasChoices || head === undefined || /\{\{|<%/.test(text.slice(head.start, head.end))) return;
      const title = all.find(({ name, isForeign }) => name === "title" && !isForeign);
      const isEmpty = title !== undefined && title.length === title.tagLength + title.closeLength;
      // A script may set it.
      if (title !== undefined && !isEmpty) return;
      const at = title ?? head;
      alert({ headOf: at, length: at.tagLength }, {
        message: isEmpty
          ? "The title of the page is empty: say what the page is about"
          : "The page has no `<title>`: say what it is about",
      });
    },
  },
});
