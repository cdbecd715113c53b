/** Laying out a document, a range of it, or what has just been typed. */
import type {
  DocumentFormattingParams,
  DocumentOnTypeFormattingParams,
  DocumentRangeFormattingParams,
  DocumentRangesFormattingParams,
  FormattingOptions,
  TextEdit,
} from "vscode-languageserver-protocol";
import type { LayoutOptions } from "../../engine/document-layout.js";
import type { Span } from "../../text/edit.js";
import type { Place } from "../place.js";
import type { Feature, Session } from "../session.js";

export function layoutFeature({ workspace, documents }: Session): Feature {
  const layout = (place: Place | undefined, span?: Span, options?: LayoutOptions): TextEdit[] => (
    place === undefined ? [] : place.edits(workspace.layout(place.home, span, options))
  );
  return {
    capabilities: () => ({
      documentFormattingProvider: true,
      documentRangeFormattingProvider: { rangesSupport: true },
      documentOnTypeFormattingProvider: { firstTriggerCharacter: "}", moreTriggerCharacter: [";", "\n"] },
    }),
    requests: {
      "textDocument/formatting": ({ textDocument: { uri }, options }: DocumentFormattingParams) =>
        layout(documents.place(uri), undefined, unitOf(options)),
      "textDocument/rangeFormatting": ({ textDocument: { uri }, range, options }: DocumentRangeFormattingParams) => {
        const place = documents.place(uri);
        return layout(place, place?.span(range), { whole: true, ...unitOf(options) });
      },
      "textDocument/rangesFormatting": ({ textDocument: { uri }, ranges, options }: DocumentRangesFormattingParams) => {
        const place = documents.place(uri);
        const all = { whole: true, ...unitOf(options) };
        const edits = ranges.flatMap((range) => layout(place, place?.span(range), all));
        // What lies in two of the ranges is done once.
        return [...new Map(edits.map((edit) => [JSON.stringify(edit), edit])).values()];
      },
      // What has just been closed: a block or statement, or the line before a new one. Nobody asked for that: only rules that are on do it.
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
          return layout(place, { from, to: to - 1 }, { onlyOn: true });
        }
        const span = workspace.endingAt(place.home, place.offset(position));
        return span === undefined ? [] : layout(place, span, { onlyOn: true });
      },
    },
  };
}

/** A step of indentation as the editor has it. */
function unitOf({ tabSize, insertSpaces }: FormattingOptions): LayoutOptions {
  if (!insertSpaces) return { unit: "tab" };
  return tabSize >= 1 && tabSize <= 8 ? { unit: tabSize } : {};
}
