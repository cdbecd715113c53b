/** The folders of the workspace, and what happens to files outside of documents. */
import type {
  DidChangeWatchedFilesParams,
  DidChangeWorkspaceFoldersParams,
  FileOperationRegistrationOptions,
  RenameFilesParams,
  DeleteFilesParams,
  CreateFilesParams,
} from "vscode-languageserver-protocol";
import { renameEdit } from "../rename-edit.js";
import type { Feature, Session } from "../session.js";

export interface FileEvents {
  settingsChanged(): void;
  foldersChanged(): void;
  /** Files were written. */
  filesChanged(uris: readonly string[]): void;
  /** Which files there are has changed. */
  filesMoved(): void;
}

/** Names of files that settings are made of. */
const settingsFiles = /(?:^|\/)(?:alert-quill[\w.-]*\.jsonc?|kit\.jsonc|\.gitignore)$/;

export function filesFeature(session: Session, events: FileEvents): Feature {
  const { host, languages } = session;
  const extensions = languages.flatMap((language) => language.extensions);
  const glob = `**/*.{${extensions.map((extension) => extension.slice(1)).join(",")}}`;
  const configFiles = languages.flatMap(({ links }) => links?.configFiles ?? []);
  const operations: FileOperationRegistrationOptions = { filters: [{ scheme: "file", pattern: { glob: "**/*" } }] };

  return {
    capabilities: () => ({
      workspace: {
        workspaceFolders: { supported: true, changeNotifications: true },
        fileOperations: {
          didCreate: operations,
          didRename: operations,
          didDelete: operations,
          willRename: operations,
        },
      },
    }),
    begin: () => {
      if (!session.client.watches) return;
      const watchers = [
        glob,
        "**/alert-quill.jsonc",
        "**/.gitignore",
        ...configFiles.map((name) => `**/${name}`),
      ].map((globPattern) => ({ globPattern }));
      void session.ask("client/registerCapability", {
        registrations: [{
          id: "alert-quill/files",
          method: "workspace/didChangeWatchedFiles",
          registerOptions: { watchers },
        }],
      });
    },
    requests: {
      "workspace/willRenameFiles": ({ files }: RenameFilesParams) => renameEdit(session, files),
    },
    notifications: {
      "workspace/didChangeWatchedFiles": ({ changes }: DidChangeWatchedFilesParams) => {
        if (changes.some(({ uri }) => host.isSettingsFile(uri) || settingsFiles.test(uri))) events.settingsChanged();
        const files = changes.filter(({ uri }) => extensions.some((extension) => uri.endsWith(extension)));
        const moves = changes.some(({ uri }) => configFiles.some((name) => uri.endsWith(`/${name}`)));
        // What is new or gone changes which files there are; what was written does not.
        if (moves || files.some(({ type }) => type !== 2)) events.filesMoved();
        else if (files.length > 0) events.filesChanged(files.map(({ uri }) => uri));
      },
      "workspace/didChangeWorkspaceFolders": ({ event: { added, removed } }: DidChangeWorkspaceFoldersParams) => {
        const gone = new Set(removed.map(({ uri }) => uri));
        session.folders = [...session.folders.filter((uri) => !gone.has(uri)), ...added.map(({ uri }) => uri)];
        host.setFolders(session.folders);
        events.foldersChanged();
      },
      "workspace/didCreateFiles": ({ files }: CreateFilesParams) => moved(files.map(({ uri }) => uri), []),
      "workspace/didRenameFiles": ({ files }: RenameFilesParams) =>
        moved(files.map(({ newUri }) => newUri), files.map(({ oldUri }) => oldUri)),
      "workspace/didDeleteFiles": ({ files }: DeleteFilesParams) => moved([], files.map(({ uri }) => uri)),
    },
  };

  function moved(there: readonly string[], gone: readonly string[]): void {
    host.filesMoved?.(there, gone);
    if ([...there, ...gone].some((uri) => settingsFiles.test(uri))) events.settingsChanged();
    events.filesMoved();
  }
}
