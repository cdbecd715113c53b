/** Choosing the name that a refit has left open. */
import * as vscode from "vscode";

/** Where a name stands, as the server tells it. */
interface NamePlace {
  readonly line: number;
  readonly character: number;
}

/** Begins the editor's own renaming at a place of the active document. */
export async function startRename(uri: string, { line, character }: NamePlace): Promise<void> {
  const editor = vscode.window.activeTextEditor;
  if (editor === undefined || editor.document.uri.toString() !== uri) return;
  const at = new vscode.Position(line, character);
  editor.selection = new vscode.Selection(at, at);
  await vscode.commands.executeCommand("editor.action.rename", [editor.document.uri, at]);
}
