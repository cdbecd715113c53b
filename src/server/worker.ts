/** The server in a browser worker: messages are plain JSON-RPC objects sent with `postMessage`. */
import { BrowserMessageReader, BrowserMessageWriter, createMessageConnection } from "vscode-jsonrpc/browser";
import { languages, rules as builtIn } from "../languages/index.js";
import type { Language } from "../languages/language.js";
import { joinRules } from "../rules/joined.js";
import { checkSettings } from "../settings/check.js";
import { SettingsDocument } from "../settings/document.js";
import type { SettingsIssue } from "../settings/issue.js";
import type { Settings } from "../settings/schema.js";
import { Server } from "./server.js";

export interface WorkerOptions {
  readonly settings?: Settings;
  /** Languages beside those that come with the package. */
  readonly languages?: readonly Language[];
  /** Where a rule is described. */
  readonly rulePage?: (rule: string) => string | undefined;
}

/** What the server uses of a worker's global scope. */
export interface WorkerScope {
  postMessage(message: unknown): void;
  close(): void;
}

/** Serves the page that started this worker. To be called in the worker. */
export function serveWorker(
  scope: WorkerScope,
  { settings, languages: more = [], rulePage = () => undefined }: WorkerOptions = {},
): void {
  const connection = createMessageConnection(
    new BrowserMessageReader(scope as never),
    new BrowserMessageWriter(scope as never),
  );
  const known = more.length === 0 ? languages : [...languages, ...more];
  const all = joinRules([...builtIn, ...more.flatMap(({ rules }) => rules)]);
  new Server(connection, {
    languages: known,
    host: {
      settingsFor: () => ({ settings: settings ?? {} }),
      configureEditor: () => [],
      setFolders: () => undefined,
      // A page has no packs that could be loaded.
      trustPacks: () => undefined,
      trustFolder: () => undefined,
      forgetSettings: () => undefined,
      closed: () => undefined,
      watch: () => undefined,
      onFailure: () => undefined,
      isSettingsFile: (uri) => /(?:^|\/)alert-quill\.jsonc$/.test(uri),
      readSettings(_, text) {
        const document = new SettingsDocument(text);
        const { issues, rules } = checkSettings(document.value, { rules: all, languages: known });
        const form = document.faults.map(({ message }): SettingsIssue => ({ code: "broken-file", path: [], message }));
        return { document, issues: [...form, ...issues], rules, languages: known };
      },
      settingsText: () => undefined,
      rulePage,
      today: () => new Date().toISOString().slice(0, 10),
      exit: () => scope.close(),
    },
  }).listen();
}
