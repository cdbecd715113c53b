/** The edits that files need before some of them, or folders, get other places. */
import type { RenameFilesParams, WorkspaceEdit } from "vscode-languageserver-protocol";
import { Place } from "./place.js";
import type { Session } from "./session.js";
import { joined } from "./workspace-edit.js";

/** `null` where nothing needs to be edited. */
export function renameEdit(
  { workspace, documents, client }: Session,
  files: RenameFilesParams["files"],
): WorkspaceEdit | null {
  const renamed = new Map(files.map(({ oldUri, newUri }) => [oldUri, newUri]));
  const parts = workspace.editsForRenames(renamed).flatMap(({ uri, text, edits }) => {
    const places = workspace.has(uri) ? documents.places(uri) : [new Place(uri, uri, 0, text, 0, client.encoding)];
    return places.map((place) => ({
      uri: place.uri,
      version: workspace.has(uri) ? place.version : null,
      edits: place.edits(edits),
    }));
  });
  return parts.length === 0 ? null : joined(parts, client);
}
