/** Edits of a document of the workspace in the form the client takes. */
import type { TextDocumentEdit, TextEdit, WorkspaceEdit } from "vscode-languageserver-protocol";
import type { Edit } from "../text/edit.js";
import type { Session } from "./session.js";

/** Why a person should look at edits, where the client shows such a thing. */
export interface Doubt {
  readonly label: string;
  readonly description: string;
}

/** `undefined` when an edit cannot be said in documents of the client: when it reaches from one cell of a notebook into another. */
export function workspaceEdit(
  { documents, client }: Session,
  home: string,
  edits: readonly Edit[],
  doubt?: Doubt,
): WorkspaceEdit | undefined {
  const parts = documents
    .places(home)
    .map((place) => ({ place, edits: place.edits(edits) }))
    .filter((part) => part.edits.length > 0);
  if (parts.reduce((count, part) => count + part.edits.length, 0) !== edits.length) return undefined;
  return joined(parts.map(({ place: { uri, version }, edits: own }) => ({ uri, version, edits: own })), client, doubt);
}

/** Edits of several documents; those that are not open have no version. */
export function joined(
  parts: readonly { readonly uri: string; readonly version: number | null; readonly edits: readonly TextEdit[] }[],
  { documentChanges, annotations }: Session["client"],
  doubt?: Doubt,
): WorkspaceEdit {
  if (!documentChanges) return { changes: Object.fromEntries(parts.map(({ uri, edits }) => [uri, [...edits]])) };
  const annotated = doubt !== undefined && annotations;
  const changes = parts.map(({ uri, version, edits }): TextDocumentEdit => ({
    textDocument: { uri, version },
    edits: edits.map((edit) => (annotated ? { ...edit, annotationId: "proposed" } : edit)),
  }));
  if (!annotated) return { documentChanges: changes };
  return {
    documentChanges: changes,
    changeAnnotations: {
      proposed: { label: doubt.label, description: doubt.description, needsConfirmation: false },
    },
  };
}
