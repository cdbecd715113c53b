/** Documents as they are opened, changed, saved and closed. */
import type {
  DidChangeTextDocumentParams,
  DidCloseTextDocumentParams,
  DidOpenTextDocumentParams,
  DidSaveTextDocumentParams,
} from "vscode-languageserver-protocol";
import type { Publisher } from "../publisher.js";
import type { Saves } from "../saves.js";
import type { Feature, Session } from "../session.js";

export interface SynchronisationEvents {
  /** A settings file was saved. */
  settingsSaved(): void;
  /** What is on the disk of a file has changed, or counts again since it was closed. */
  fileChanged(uri: string): void;
  /** Somebody saved something. */
  saved(): void;
  /** A document was opened that is analysed. */
  opened(home: string): void;
  edited(): void;
}

export function synchronisationFeature(
  session: Session,
  publisher: Publisher,
  saves: Saves,
  events: SynchronisationEvents,
): Feature {
  const { documents, scheduler, host, workspace, meter } = session;
  return {
    capabilities: () => ({
      textDocumentSync: { openClose: true, change: 2, save: { includeText: false }, willSaveWaitUntil: true },
    }),
    notifications: {
      "textDocument/didOpen": ({ textDocument }: DidOpenTextDocumentParams) => {
        publisher.opened(textDocument.uri);
        const home = documents.open(textDocument);
        if (home === undefined) {
          publisher.settings(textDocument.uri);
          return;
        }
        scheduler.schedule(home);
        events.opened(home);
        events.edited();
      },
      "textDocument/didChange": ({ textDocument: { uri, version }, contentChanges }: DidChangeTextDocumentParams) => {
        // What was asked for since the last key is no part of what this one costs.
        meter.clear();
        const home = documents.change(uri, version, contentChanges);
        if (home === undefined) publisher.settings(uri);
        // What is still being worked out is of an older version now.
        else scheduler.abandon(home);
        if (documents.isLost(uri)) publisher.clear(uri);
        else if (home !== undefined && session.editor.when === "type") scheduler.schedule(home);
        events.edited();
      },
      "textDocument/didSave": ({ textDocument: { uri } }: DidSaveTextDocumentParams) => {
        const wasHeld = documents.saved(uri);
        saves.ended(uri);
        events.saved();
        if (host.isSettingsFile(uri)) events.settingsSaved();
        else if (workspace.has(uri) && session.editor.when === "save") scheduler.schedule(uri, 0);
        else if (workspace.has(uri) && wasHeld && workspace.isReady(uri)) {
          if (!session.pulls) publisher.document(uri);
          else if (session.client.refreshes) void session.ask("workspace/diagnostic/refresh");
        }
      },
      "textDocument/didClose": ({ textDocument: { uri } }: DidCloseTextDocumentParams) => {
        saves.ended(uri);
        if (!documents.close(uri)) return;
        publisher.clear(uri);
        events.fileChanged(uri);
      },
    },
  };
}
