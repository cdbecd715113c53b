import { theOne } from "../nodes.js";
import { defineRule } from "../rule.js";

export const noDoctype = defineRule({
  id: "markup.no-doctype",
  title: "A page that does not say which HTML it is",
  why: "Without `<!doctype html>` at its top a browser shows a page as browsers of the nineties did: sizes, tables and much else are worked out by other rules.",
  level: "warning",
  kits: ["sound"],
  examples: {
    alerts: [
      {
        code: "«<html lang=\"en\">»\n  <title>Tides</title>\n</html>\n",
        after: "<!doctype html>\n<html lang=\"en\">\n  <title>Tides</title>\n</html>\n",
      },
    ],
    quiet: [
      { code: "<!-- Pier 2 -->\n<!DOCTYPE html>\n<html lang=\"en\">\n  <title>Tides</title>\n</html>\n" },
      { code: "<p>A part of a page.</p>\n" },
      { code: "{% extends \"harbour.html\" %}\n<html></html>\n" },
    ],
  },
  visit: {
    Page(page, { text, alert }) {
      const first = page.children.find(
        ({ type, start, end }) => type !== "Comment" && !(type === "Words" && text.slice(start, end).trim() === ""),
      );
      const root = theOne(page, "html");
      if (root === undefined || page.hasChoices || first?.type === "Doctype") return;
      alert({ headOf: root, length: root.tagLength }, {
        message: "No doctype stands before the page: begin with `<!doctype html>`",
        remedies: () => [{
          title: "Add `<!doctype html>`",
          certainty: "proposed",
          edits: [{ from: root.start, to: root.start, insert: "<!doctype html>\n" }],
        }],
      });
    },
  },
});
