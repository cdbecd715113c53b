/** Remedies as code actions of the Language Server Protocol. */
import type { CodeAction, CodeActionParams, Diagnostic, TextEdit, WorkspaceEdit } from "vscode-languageserver-protocol";
import type { Alert } from "../engine/alert.js";
import type { Remedy, Workspace } from "../engine/workspace.js";
import { fileHushEdit } from "../remedy/hush-edit.js";
import { withoutOverlap } from "../remedy/select.js";
import type { Edit } from "../text/edit.js";
import { offsetAt, rangeOf, type PositionEncoding } from "../text/position.js";
import { toDiagnostic, type DiagnosticData } from "./diagnostics.js";
import { levelActions, type ChangeableSettings } from "./level-actions.js";

export interface ActionContext {
  readonly workspace: Workspace;
  readonly encoding: PositionEncoding;
  /** Whether the client takes edits with the version they belong to. */
  readonly documentChanges: boolean;
  readonly rulePage: (rule: string) => string | undefined;
  /** The settings file, where there is one that can be changed. */
  readonly settings?: ChangeableSettings | undefined;
}

/** Whether a client that asked for `only` wants actions of `kind`. A kind includes those below it. */
function wants(only: readonly string[] | undefined, kind: string): boolean {
  return only === undefined || only.some((asked) => asked === "" || kind === asked || kind.startsWith(`${asked}.`));
}

/** The actions for a request. Those of kind `source` come only when they are asked for. */
export function codeActions(params: CodeActionParams, context: ActionContext): CodeAction[] {
  const { only } = params.context;
  const actions: CodeAction[] = [];
  if (wants(only, "quickfix")) actions.push(...quickFixes(params, context));
  if (only !== undefined && wants(only, "source.fixAll")) {
    const uri = params.textDocument.uri;
    const edits = context.workspace.mend(uri);
    if (edits.length > 0) actions.push({ title: "Settle all that is certain", kind: "source.fixAll", edit: workspaceEdit(uri, edits, context) });
  }
  if (only !== undefined && wants(only, "source.organizeImports")) {
    const uri = params.textDocument.uri;
    const edits = context.workspace.mend(uri, { only: ["imports", "dead.unread-import"] });
    if (edits.length > 0) actions.push({ title: "Put the imports in order", kind: "source.organizeImports", edit: workspaceEdit(uri, edits, context) });
  }
  return actions;
}

function quickFixes(params: CodeActionParams, context: ActionContext): CodeAction[] {
  const { workspace } = context;
  const { uri } = params.textDocument;
  const remedies = workspace.remedies(uri);
  const fixes: CodeAction[] = [];
  const wholesale: CodeAction[] = [];
  const hushes: CodeAction[] = [];
  const rules = new Set<string>();
  for (const { alert, diagnostic } of alertsAsked(params, context)) {
    const own = remedies.filter((remedy) => remedy.alert === alert);
    own.forEach((remedy, index) => {
      fixes.push({ title: remedy.title, kind: "quickfix", diagnostics: [diagnostic], isPreferred: index === 0, edit: workspaceEdit(uri, remedy.edits, context) });
    });
    if (rules.has(alert.rule)) continue;
    rules.add(alert.rule);
    const all = allOfRule(alert.rule, remedies);
    if (all.length > 1) {
      wholesale.push({
        title: `Settle all ${all.length} of \`${alert.rule}\` in this file`,
        kind: "quickfix",
        diagnostics: [diagnostic],
        edit: workspaceEdit(uri, all.flatMap(({ edits }) => edits), context),
      });
    }
    // Form cannot be silenced: what does not parse does not run.
    if (!alert.rule.startsWith("syntax.")) {
      const edit = workspace.hushEdit(uri, alert);
      hushes.push({ title: `Hush \`${alert.rule}\` on this line`, kind: "quickfix", diagnostics: [diagnostic], edit: workspaceEdit(uri, [edit], context) });
      hushes.push({ title: `Hush \`${alert.rule}\` in this file`, kind: "quickfix", diagnostics: [diagnostic], edit: workspaceEdit(uri, [fileHushEdit(workspace.text(uri), alert.rule)], context) });
      if (context.settings !== undefined) hushes.push(...levelActions(alert.rule, alert.level, diagnostic, context.settings));
    }
  }
  fixes.sort((a, b) => Number(b.isPreferred) - Number(a.isPreferred));
  return [...fixes, ...wholesale, ...hushes];
}

/** The first remedy of each alert of a rule, as far as they do not overlap. */
function allOfRule(rule: string, remedies: readonly Remedy[]): Remedy[] {
  const first = new Map<Alert, Remedy>();
  for (const remedy of remedies) if (remedy.rule === rule && !first.has(remedy.alert)) first.set(remedy.alert, remedy);
  return withoutOverlap([...first.values()].map((remedy) => ({ remedy }))).map(({ remedy }) => remedy as Remedy);
}

/**
 * The alerts a request speaks of: those of the diagnostics it carries, matched by their data or else by rule and range;
 * without diagnostics, those that touch its range.
 */
function alertsAsked(params: CodeActionParams, { workspace, encoding, rulePage }: ActionContext): { alert: Alert; diagnostic: Diagnostic }[] {
  const { uri } = params.textDocument;
  const text = workspace.text(uri);
  const alerts = workspace.alerts(uri);
  const described = (alert: Alert): Diagnostic => toDiagnostic(alert, { uri, version: workspace.version(uri), text, encoding, rulePage });
  const own = params.context.diagnostics.filter(({ source }) => source === undefined || source === "alert-quill");
  if (own.length === 0) {
    if (params.context.diagnostics.length > 0) return [];
    const from = offsetAt(text, params.range.start, encoding);
    const to = offsetAt(text, params.range.end, encoding);
    return alerts.filter((alert) => alert.from <= to && alert.to >= from).map((alert) => ({ alert, diagnostic: described(alert) }));
  }
  const found: { alert: Alert; diagnostic: Diagnostic }[] = [];
  for (const diagnostic of own) {
    const data = diagnostic.data as Partial<DiagnosticData> | undefined;
    const range = { from: offsetAt(text, diagnostic.range.start, encoding), to: offsetAt(text, diagnostic.range.end, encoding) };
    const current = data?.version === workspace.version(uri);
    const alert =
      (current ? alerts.find(({ rule, from, to }) => rule === data.rule && from === data.from && to === data.to) : undefined) ??
      alerts.find(({ rule, from, to }) => rule === diagnostic.code && from === range.from && to === range.to);
    if (alert !== undefined) found.push({ alert, diagnostic });
  }
  return found;
}

/** Edits of one document in the form the client takes. */
export function workspaceEdit(uri: string, edits: readonly Edit[], { workspace, encoding, documentChanges }: ActionContext): WorkspaceEdit {
  const text = workspace.text(uri);
  const textEdits: TextEdit[] = edits.map(({ from, to, insert }) => ({ range: rangeOf(text, from, to, encoding), newText: insert }));
  if (!documentChanges) return { changes: { [uri]: textEdits } };
  return { documentChanges: [{ textDocument: { uri, version: workspace.version(uri) }, edits: textEdits }] };
}
