/** The server in a browser worker: messages are plain JSON-RPC objects sent with `postMessage`. */
import { BrowserMessageReader, BrowserMessageWriter, createMessageConnection } from "vscode-jsonrpc/browser";
import { MemoryFiles } from "../engine/memory-files.js";
import { languages, rules as builtIn } from "../languages/index.js";
import type { Language } from "../languages/language.js";
import { joinRules } from "../rules/joined.js";
import type { Settings } from "../settings/schema.js";
import { Server } from "./server.js";
import { WorkerSettings } from "./worker-settings.js";

export type { RuleView } from "./features/views.js";

export interface WorkerOptions {
  /** What counts until a settings file, called `alert-quill.jsonc`, is open. */
  readonly settings?: Settings;
  /** Languages beside those that come with the package. */
  readonly languages?: readonly Language[];
  /** Gives a file of a package that a language needs, named as one would import it: a page bundles it and fetches it from where it lies. */
  readonly readAsset?: (asset: string) => Promise<Uint8Array>;
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
  { settings, languages: more = [], readAsset, rulePage = () => undefined }: WorkerOptions = {},
): void {
  const connection = createMessageConnection(
    new BrowserMessageReader(scope as never),
    new BrowserMessageWriter(scope as never),
  );
  const known = more.length === 0 ? languages : [...languages, ...more];
  const all = joinRules([...builtIn, ...more.flatMap(({ rules }) => rules)]);
  const given = new WorkerSettings(settings ?? {}, all, known);
  // Documents that are open count as files; of others the page may tell that they are there.
  const files = new MemoryFiles();
  const pathsOf = (uris: readonly string[]): string[] => uris.flatMap((uri) => files.pathOf(uri) ?? []);
  new Server(connection, {
    languages: known,
    host: {
      ...(readAsset && { readAsset }),
      files,
      filesMoved(there, gone) {
        for (const path of pathsOf(there)) files.write(path);
        for (const path of pathsOf(gone)) files.remove(path);
      },
      settingsFor: (uri) => given.for(uri),
      configureEditor: () => [],
      setFolders: () => undefined,
      // A page has no packs that could be loaded.
      trustPacks: () => undefined,
      trustFolder: () => undefined,
      forgetSettings: () => undefined,
      settle: () => given.waiting.now(),
      closed: () => undefined,
      settingsTyped: (uri, text) => given.take(uri, text),
      watch: (changed) => void (given.onChange = changed),
      onFailure: () => undefined,
      isSettingsFile: (uri) => given.isSettingsFile(uri),
      readSettings: (_, text) => given.read(text),
      settingsText: () => undefined,
      rulePage,
      today: () => new Date().toISOString().slice(0, 10),
      exit: () => scope.close(),
    },
  }).listen();
}
