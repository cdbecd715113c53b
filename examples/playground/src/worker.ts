/** The language server, in a worker of the page. */
import { serveWorker } from "alert-quill/worker";
import { tideTable } from "../../tide-table/language.js";

serveWorker(self as unknown as Parameters<typeof serveWorker>[0], {
  languages: [tideTable],
  settings: {
    kits: ["sound", "tidy"],
    languages: { javascript: { known: ["harbourMap"] } },
    levels: { "calls.console-output": "information" },
    patterns: {
      "search-by-index": {
        find: ["{{list}}.indexOf({{item}}) >= 0", "{{list}}.indexOf({{item}}) !== -1"],
        message: "`{{list}}` is asked for a place where only a yes or no is wanted",
        rewrite: "{{list}}.includes({{item}})",
        level: "hint",
      },
    },
  },
});
