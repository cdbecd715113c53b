/** Pages to read: those of rules, and which settings reach a file. */
import * as vscode from "vscode";

/** Opens the page of the rule whose mark is at the cursor. */
export async function openRulePage(): Promise<void> {
  const editor = vscode.window.activeTextEditor;
  if (editor === undefined) return;
  const here = vscode.languages
    .getDiagnostics(editor.document.uri)
    .filter(({ source, range }) => source === "alert-quill" && range.contains(editor.selection.active));
  const pages = here.flatMap(({ code }) => (typeof code === "object" ? [code.target] : []));
  if (pages[0] === undefined) await vscode.window.showInformationMessage("No mark of Alert Quill is at the cursor");
  else await vscode.commands.executeCommand("markdown.showPreview", pages[0]);
}

/** Opens a page of a rule, as it is meant to be read. */
export async function openPage(page: string): Promise<void> {
  await vscode.commands.executeCommand("markdown.showPreview", vscode.Uri.parse(page));
}

/** What the server told last of the settings of a file, as a document that nobody can change. */
export const TraceView = {
  scheme: "alert-quill-settings",
  text: "",
  changed: new vscode.EventEmitter<vscode.Uri>(),
  get provider(): vscode.TextDocumentContentProvider {
    return { onDidChange: TraceView.changed.event, provideTextDocumentContent: () => TraceView.text };
  },
};

/** Shows what the server tells of the settings of a file. */
export async function showTrace(text: unknown): Promise<void> {
  if (typeof text !== "string") {
    await vscode.window.showInformationMessage("Settings reach files only, and this is none yet: save it first");
    return;
  }
  const uri = vscode.Uri.parse(`${TraceView.scheme}:Settings of this file`);
  TraceView.text = text;
  TraceView.changed.fire(uri);
  await vscode.window.showTextDocument(await vscode.workspace.openTextDocument(uri), { preview: true });
}
