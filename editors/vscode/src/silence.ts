/** Switching rules off, and giving the reason of a hush comment. */
import * as vscode from "vscode";

/** Lets somebody choose a rule with marks in the active document, and where it is switched off. */
export async function switchRuleOff(
  ask: (uri: string, rule: string, where: "file" | "settings") => Promise<unknown>,
): Promise<void> {
  const uri = vscode.window.activeTextEditor?.document.uri;
  if (uri === undefined) return;
  const counts = new Map<string, number>();
  for (const { source, code } of vscode.languages.getDiagnostics(uri)) {
    const rule = String(typeof code === "object" ? code.value : code);
    if (source === "alert-quill") counts.set(rule, (counts.get(rule) ?? 0) + 1);
  }
  const rules = [...counts].sort((a, b) => b[1] - a[1]).map(([label, count]) => ({
    label,
    description: `${count} here`,
  }));
  if (rules.length === 0) {
    await vscode.window.showInformationMessage("No rule has a mark in this file");
    return;
  }
  const rule = await vscode.window.showQuickPick(rules, { placeHolder: "Which rule is to be switched off?" });
  if (rule === undefined) return;
  const places = [
    { label: "In this file", description: "with a comment at its top", where: "file" as const },
    { label: "In the project", description: "in its settings file", where: "settings" as const },
  ];
  const place = await vscode.window.showQuickPick(places, {
    placeHolder: `Where is ${rule.label} to be switched off?`,
  });
  if (place !== undefined) await ask(uri.toString(), rule.label, place.where);
}

/** Chooses the place of the reason in a hush comment, so that it is typed over. */
export function fillReason(): void {
  const editor = vscode.window.activeTextEditor;
  if (editor === undefined) return;
  const { document, selection } = editor;
  const near = [...Array(document.lineCount).keys()].sort(
    (a, b) => Math.abs(a - selection.active.line) - Math.abs(b - selection.active.line),
  );
  for (const line of near) {
    const at = document.lineAt(line).text.indexOf("because …");
    if (at < 0) continue;
    const from = at + "because ".length;
    editor.selection = new vscode.Selection(line, from, line, from + 1);
    return;
  }
}
