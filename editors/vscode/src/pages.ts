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

/** Shows what the server tells of the settings of a file. */
export async function showTrace(text: unknown): Promise<void> {
  if (typeof text !== "string") {
    await vscode.window.showInformationMessage("Settings reach files only, and this is none yet: save it first");
    return;
  }
  await vscode.window.showTextDocument(
    await vscode.workspace.openTextDocument({ content: text, language: "plaintext" }),
    { preview: true },
  );
}
