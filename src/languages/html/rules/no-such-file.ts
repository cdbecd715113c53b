import { fileAttribute } from "../links/named-files.js";
import { defineRule } from "../rule.js";

export const noSuchFile = defineRule({
  id: "markup.no-such-file",
  title: "A file that is not there",
  why: "A script, style sheet or picture that is not where the page says is asked for each time the page is opened, and its place stays empty. Files are looked for beside the page: addresses that begin with `/` or lead elsewhere, folders that are not there yet, and what git ignores are left alone.",
  level: "warning",
  kits: [],
  examples: {
    alerts: [
      {
        code: "<script src=\"«tide.js»\"></script>\n",
        after: "<script src=\"tides.js\"></script>\n",
        files: { "tides.js": "const low = 1;\n" },
      },
      { code: "<link rel=\"stylesheet\" href=\"«style.css»\">\n", files: { "tides.js": "const low = 1;\n" } },
    ],
    quiet: [
      {
        code: "<script src=\"tides.js?v=3\"></script>\n<script src=\"zones.js\"></script>\n",
        files: { "tides.js": "const low = 1;\n", "zones.ts": "const north = 1;\n" },
      },
      {
        code: "<img src=\"/pier.png\" alt>\n<img src=\"built/pier.png\" alt>\n<a href=\"gone.html\">Tides</a>\n",
        files: { "a.js": "" },
      },
      { code: "<script src=\"https://harbour.example/map.js\"></script>\n<img src=\"{{ sign }}\" alt>\n" },
    ],
  },
  visit: {
    Element(element, { text, links, alert }) {
      const own = fileAttribute(element);
      if (own === undefined || links.find(own.value!) !== "missing") return;
      const span = (): { from: number; to: number } => ({
        from: own.start + own.valueAt,
        to: own.start + own.valueAt + own.valueLength,
      });
      const { from, to } = span();
      if (text.slice(from, to) !== own.value) return;
      alert(span(), {
        message: `\`${own.value}\` leads to no file: name one that is there`,
        remedies: () => links.meant(own.value!).map((meant) => ({
          title: `Change to \`${meant}\``,
          certainty: "proposed",
          edits: [{ ...span(), insert: meant }],
        })),
      });
    },
  },
});
