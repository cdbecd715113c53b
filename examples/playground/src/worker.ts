/** The language server, in a worker of the page. */
import { serveWorker } from "alert-quill/worker";
import { tideTable } from "../../tide-table/language.js";

serveWorker(self as unknown as Parameters<typeof serveWorker>[0], {
  languages: [tideTable],
  // Where the page shows it.
  rulePage: (rule) => `#panel=rules&rule=${rule}`,
});
