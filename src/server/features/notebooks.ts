/** Notebooks as they are opened, changed and closed: cells with code of a language that is analysed are documents like others. */
import type {
  DidChangeNotebookDocumentParams,
  DidCloseNotebookDocumentParams,
  DidOpenNotebookDocumentParams,
} from "vscode-languageserver-protocol";
import { Text } from "../../text/text.js";
import type { GivenDocument } from "../documents.js";
import type { Cell } from "../notebook.js";
import type { Publisher } from "../publisher.js";
import type { Feature, Session } from "../session.js";

export function notebookFeature(session: Session, publisher: Publisher): Feature {
  const { documents, scheduler, workspace, languages } = session;
  const cellOf = (given: GivenDocument): Cell => ({ ...given, text: Text.of(given.text) });
  return {
    capabilities: () => ({
      notebookDocumentSync: {
        notebookSelector: [{
          notebook: "*",
          cells: languages.flatMap(({ languageIds }) => languageIds.map((language) => ({ language }))),
        }],
        save: true,
      },
    }),
    notifications: {
      "notebookDocument/didOpen": ({
        notebookDocument: { uri, cells },
        cellTextDocuments,
      }: DidOpenNotebookDocumentParams) => {
        scheduler.schedule(documents.openNotebook(uri, cellTextDocuments, cells.map(({ document }) => document)));
      },
      "notebookDocument/didChange": ({ notebookDocument: { uri }, change }: DidChangeNotebookDocumentParams) => {
        const notebook = documents.notebook(uri);
        if (notebook === undefined) throw new Error(`${uri} is not open`);
        let cells = [...notebook.cells];
        const { structure, textContent } = change.cells ?? {};
        if (structure != null) {
          const opened = (structure.didOpen ?? []).filter(({ languageId }) => workspace.supports(
            languageId,
          )).map(cellOf);
          const closed = new Set((structure.didClose ?? []).map((cell) => cell.uri));
          // The client counts all cells, those with words for people too.
          const order = notebook.order;
          order.splice(
            structure.array.start,
            structure.array.deleteCount,
            ...(structure.array.cells ?? []).map(({ document }) => document),
          );
          cells = [...cells, ...opened]
            .filter((cell) => !closed.has(cell.uri) && order.includes(cell.uri))
            .sort((a, b) => order.indexOf(a.uri) - order.indexOf(b.uri));
        }
        for (const { document, changes } of textContent ?? []) {
          cells = cells.map(
            (cell) => (cell.uri === document.uri ? documents.cellAfter(cell, document.version, changes) : cell),
          );
        }
        for (const gone of documents.setCells(notebook, cells)) publisher.clear(gone.uri);
        if (session.editor.when === "type") scheduler.schedule(uri);
      },
      "notebookDocument/didSave": ({ notebookDocument: { uri } }: { notebookDocument: { uri: string } }) => {
        if (session.editor.when === "save" && documents.notebook(uri) !== undefined) scheduler.schedule(uri, 0);
      },
      "notebookDocument/didClose": ({ notebookDocument: { uri } }: DidCloseNotebookDocumentParams) => {
        for (const cell of documents.closeNotebook(uri)) publisher.clear(cell.uri);
      },
    },
  };
}
