/** What is done to a document before it is saved, as its settings say. */
import type { TextEdit, WillSaveTextDocumentParams } from "vscode-languageserver-protocol";
import type { Saves } from "../saves.js";
import type { Feature, Session } from "../session.js";

/** `TextDocumentSaveReason.Manual` of the protocol. */
const byHand = 1;

export function savingFeature({ workspace, documents }: Session, saves: Saves): Feature {
  return {
    requests: {
      "textDocument/willSaveWaitUntil": ({ textDocument: { uri }, reason }: WillSaveTextDocumentParams): TextEdit[] => {
        const place = documents.place(uri);
        if (place?.isWhole !== true || documents.settingsOf(uri).off !== undefined) return [];
        if (reason !== byHand && workspace.savesWhen(uri) === "explicit") return [];
        if (saves.isDone(uri, place.text)) return [];
        const edits = workspace.onSave(uri, documents.typed.in(uri));
        saves.answered(uri, place.text, edits);
        return place.edits(edits);
      },
    },
  };
}
