/** Notebooks: their cells with code are one text, told cell by cell. */
import { expect, test } from "vitest";
import { range } from "../support/protocol-client.js";
import { after, editsOf, inFolder } from "../support/session.js";

const cell = (name: string, languageId = "javascript") => ({
  uri: `vscode-notebook-cell:/tides.ipynb#${name}`,
  languageId,
});
const notebook = { uri: "file:///harbour/tides.ipynb", notebookType: "jupyter-notebook", version: 1 };

test(
  "what one cell declares the next ones know, and what a cell ends with is no idle statement",
  () => inFolder({}, async ({ client }) => {
    const { capabilities } = await client.initialize();
    expect(capabilities.notebookDocumentSync.notebookSelector[0].cells).toContainEqual({ language: "typescript" });
    const texts: Record<string, string> = {
      A: "const tides = [1.2, 3.4];",
      B: "debugger;\ntides.map((tide) => tide * 2);\nmoor();",
      C: "// quill: hush names.unknown\nsail();\ntides",
    };
    const document = (name: string, version = 1) => ({ ...cell(name), version, text: texts[name]! });
    client.notify("notebookDocument/didOpen", {
      notebookDocument: {
        ...notebook,
        cells: [
          { kind: 2, document: cell("A").uri },
          { kind: 1, document: cell("words").uri },
          { kind: 2, document: cell("B").uri },
          { kind: 2, document: cell("C").uri },
        ],
      },
      cellTextDocuments: [
        document("B"),
        document("A"),
        document("C"),
        { ...cell("words", "markdown"), version: 1, text: "# Tides" },
      ],
    });
    const codes = async (name: string, version: number): Promise<string[]> => (await client.diagnostics(
      cell(name).uri,
      version,
    )).map(({ code, range: { start } }) => `${code} ${start.line}:${start.character}`);
    expect(await codes("A", 1)).toEqual([]);
    expect(await codes("B", 1)).toEqual(["calls.debug-pause 0:0", "names.unknown 2:0"]);
    expect(await codes("C", 1)).toEqual([]);
    const [pause] = await client.diagnostics(cell("B").uri, 1);
    const [fix] = await client.actions(cell("B").uri, pause.range, { diagnostics: [pause] });
    expect(after(texts["B"]!, editsOf(fix.edit, cell("B").uri))).toBe("tides.map((tide) => tide * 2);\nmoor();");
    // A change of a text, then a cell that is put in before all others and takes the name away.
    client.watch.said({
      method: "textDocument/didChange",
      params: {
        textDocument: { uri: cell("A").uri, version: 2 },
        contentChanges: [{ range: range(0, 6, 0, 11), text: "highs" }],
      },
    });
    client.notify("notebookDocument/didChange", {
      notebookDocument: { ...notebook, version: 2 },
      change: {
        cells: {
          textContent: [{
            document: { uri: cell("A").uri, version: 2 },
            changes: [{ range: range(0, 6, 0, 11), text: "highs" }],
          }],
        },
      },
    });
    await client.until(
      ({ method, params }) =>
        method === "textDocument/publishDiagnostics" && params.uri === cell("C").uri && params.diagnostics.length === 1,
    );
    client.watch.said({
      method: "notebookDocument/didOpen",
      params: { cellTextDocuments: [{ uri: cell("D").uri, version: 1, text: "const tides = highs;" }] },
    });
    client.notify("notebookDocument/didChange", {
      notebookDocument: { ...notebook, version: 3 },
      change: {
        cells: {
          structure: {
            array: { start: 1, deleteCount: 1, cells: [{ kind: 2, document: cell("D").uri }] },
            didOpen: [{ ...cell("D"), version: 1, text: "const tides = highs;" }],
            didClose: [{ uri: cell("words").uri }],
          },
        },
      },
    });
    expect(await codes("D", 1)).toEqual([]);
    const pulled = (await client.request("textDocument/diagnostic", { textDocument: { uri: cell("C").uri } })).result;
    expect(pulled.items).toEqual([]);
    expect(
      (await client.request("textDocument/formatting", {
        textDocument: { uri: cell("B").uri },
        options: { tabSize: 2, insertSpaces: true },
      })).result,
    ).toEqual([]);
    // A cell is taken out: its marks go.
    const began = client.received.length;
    client.notify("notebookDocument/didChange", {
      notebookDocument: { ...notebook, version: 4 },
      change: { cells: { structure: { array: { start: 2, deleteCount: 1 }, didClose: [{ uri: cell("B").uri }] } } },
    });
    await client.until(
      ({ method, params }) =>
        method === "textDocument/publishDiagnostics" && params.uri === cell("B").uri && params.diagnostics.length === 0,
      began,
    );
    const left = ["A", "C", "D"].map((name) => ({ uri: cell(name).uri }));
    client.notify("notebookDocument/didClose", { notebookDocument: notebook, cellTextDocuments: left });
    for (const { uri } of left) {
      await client.until(
        ({ method, params }) =>
          method === "textDocument/publishDiagnostics" && params.uri === uri && params.version === undefined,
        began,
      );
    }
  }),
);

test("types may be written once one cell has them", () => inFolder({}, async ({ client }) => {
  await client.initialize();
  const cells = [
    { ...cell("A"), version: 1, text: "const fare = 3;" },
    { ...cell("B", "typescript"), version: 1, text: "const tide: number = fare;\ntide" },
  ];
  client.notify("notebookDocument/didOpen", {
    notebookDocument: { ...notebook, cells: cells.map(({ uri }) => ({ kind: 2, document: uri })) },
    cellTextDocuments: cells,
  });
  expect(await client.diagnostics(cell("B").uri, 1)).toEqual([]);
  client.notify("notebookDocument/didChange", {
    notebookDocument: { ...notebook, version: 2 },
    change: {
      cells: { structure: { array: { start: 1, deleteCount: 1 }, didClose: [{ uri: cell("B", "typescript").uri }] } },
    },
  });
  await client.until(
    ({ method, params }) =>
      method === "textDocument/publishDiagnostics" && params.uri === cell("B").uri && params.version === undefined,
  );
  client.notify("notebookDocument/didClose", {
    notebookDocument: notebook,
    cellTextDocuments: [{ uri: cell("A").uri }],
  });
}));
