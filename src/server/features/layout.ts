/** Laying out a document, a range of it, or what has just been typed. */
import type {
  DocumentFormattingParams,
  DocumentOnTypeFormattingParams,
  DocumentRangeFormattingParams,
  DocumentRangesFormattingParams,
  TextEdit,
} from "vscode-languageserver-protocol";
import type { Span } from "../../text/edit.js";
import type { Place } from "../place.js";
import type { Feature, Session } from "../session.js";

export function layoutFeature({ workspace, documents }: Session): Feature {
  const layout = (place: Place | undefined, span?: Span, whole = false): TextEdit[] => (
    place === undefined ? [] : place.edits(workspace.layout(place.home, span, { whole }))
  );
  return {
    capabilities: () => ({
      documentFormattingProvider: true,
      documentRangeFormattingProvider: { rangesSupport: true },
      documentOnTypeFormattingProvider: { firstTriggerCharacter: "}", moreTriggerCharacter: [";", "\n"] },
    }),
    requests: {
      "textDocument/formatting": ({ textDocument: { uri } }: DocumentFormattingParams) => layout(documents.place(uri)),
      "textDocument/rangeFormatting": ({ textDocument: { uri }, range }: DocumentRangeFormattingParams) => {
        const place = documents.place(uri);
        return layout(place, place?.span(range), true);
      },
      "textDocument/rangesFormatting": ({ textDocument: { uri }, ranges }: DocumentRangesFormattingParams) => {
        const place = documents.place(uri);
        const edits = ranges.flatMap((range) => layout(place, place?.span(range), true));
        // What lies in two of the ranges is done once.
        return [...new Map(edits.map((edit) => [JSON.stringify(edit), edit])).values()];
      },
      // What has just been closed: a block or statement, or the line before a new one.
      "textDocument/onTypeFormatting": ({ textDocument: { uri }, position, ch }: DocumentOnTypeFormattingParams) => {
        const place = documents.place(uri);
        if (place === undefined) return [];
        if (ch === "\n") {
          if (position.line === 0) return [];
          const { from, to } = place.span({
            start: { line: position.line - 1, character: 0 },
            end: { line: position.line, character: 0 },
          });
          // The new line itself stays, whatever may come to stand there.
          return layout(place, { from, to: to - 1 });
        }
        const span = workspace.endingAt(place.home, place.offset(position));
        return span === undefined ? [] : layout(place, span);
      },
    },
  };
}
