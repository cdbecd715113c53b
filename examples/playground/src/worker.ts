/** The language server, in a worker of the page. */
import { serveWorker } from "alert-quill/worker";

serveWorker(self as unknown as Parameters<typeof serveWorker>[0], {
  settings: { kits: ["sound", "tidy"], known: ["harbourMap"], levels: { "calls.console-output": "information" } },
});
