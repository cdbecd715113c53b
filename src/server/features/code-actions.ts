/** Remedies as code actions. */
import {
  LSPErrorCodes,
  ResponseError,
  type CancellationToken,
  type CodeAction,
  type CodeActionParams,
  type Diagnostic,
} from "vscode-languageserver-protocol";
import type { Alert } from "../../engine/alert.js";
import type { Remedy } from "../../engine/workspace.js";
import type { Edit } from "../../text/edit.js";
import { toDiagnostic, type DiagnosticData } from "../diagnostics.js";
import { changeableSettings, levelActions } from "../level-actions.js";
import type { Place } from "../place.js";
import type { Saves } from "../saves.js";
import type { Feature, Session } from "../session.js";
import { openSettings, settingsActions } from "../settings-file.js";
import { workspaceEdit, type Doubt } from "../workspace-edit.js";
import { automatic, invoked, wants } from "./asked.js";
import { refitActions, resolveRefit, type DeferredRefit } from "./refits.js";

/** In a longer text whose form is broken, trying out remedies takes more time than a stop of the cursor is worth. */
const mostTriedUnasked = 200_000;

/** What an action does whose edit is worked out only when it is taken. */
interface Deferred {
  readonly uri: string;
  readonly version: number;
  readonly does: "settle-rule" | "settle-all" | "order-imports";
  readonly rule?: string;
  readonly trigger?: number | undefined;
}

/** Alerts for which actions are offered at a time: no menu holds more. */
const mostAsked = 200;

const titles = { "settle-all": "Settle all that is certain", "order-imports": "Put the imports in order" } as const;

/** Kinds that are answered only when they are asked for, with a name of our own that settings of an editor can use to mean this server alone. */
const sources = [
  { kind: "source.fixAll", own: "source.fixAll.alertQuill", does: "settle-all" },
  { kind: "source.organizeImports", own: "source.organizeImports.alertQuill", does: "order-imports" },
] as const;

/** Nothing has to be confirmed: editors that ask show a list in which nothing is chosen, and what was asked for would not be done. */
const look: Doubt = { label: "Proposed", description: "It may change what the program does: look at it" };

export function codeActionFeature(session: Session, saves: Saves): Feature {
  const { documents, workspace, scheduler } = session;

  const answer = async (params: CodeActionParams, token: CancellationToken): Promise<CodeAction[]> => {
    const { uri } = params.textDocument;
    const { only, triggerKind } = params.context;
    const open = openSettings(session, uri);
    if (open !== undefined) {
      return wants(only, "quickfix") ? settingsActions(open.settings, params, open.place, session) : [];
    }
    const asked = documents.place(uri);
    if (asked === undefined) return [];
    // On a battery nothing is analysed because the cursor stopped.
    if (
      triggerKind === automatic &&
      only === undefined &&
      session.editor.when === "save" &&
      !workspace.isReady(asked.home)
    ) return [];
    if (!(await scheduler.ready(asked.home, token))) return [];
    const place = documents.place(uri);
    if (place === undefined || place.version !== asked.version) return [];
    const actions = wants(only, "quickfix") ? quickFixes(params, place, session) : [];
    if (params.context.diagnostics.length === 0 || only != null || triggerKind === invoked) {
      actions.push(...refitActions(params, place, session));
    }
    for (const { kind, own, does } of sources) {
      const named = only?.includes(own) === true ? own : only !== undefined && wants(only, kind) ? kind : undefined;
      if (named === undefined) continue;
      const deferred: Deferred = { uri, version: place.version, does, trigger: triggerKind };
      if (session.client.resolvesEdits && triggerKind !== automatic) {
        if (documents.alerts(place).length > 0) actions.push({ title: titles[does], kind: named, data: deferred });
        continue;
      }
      const edits = sourceEdits(place, deferred);
      const edit = edits.length > 0 ? workspaceEdit(session, place.home, edits) : undefined;
      if (edit !== undefined) actions.push({ title: titles[does], kind: named, edit });
    }
    return actions;
  };

  /** The edits of an action for the whole document. As a part of a save it does what the settings say of saves, and nothing if that has been done. */
  const sourceEdits = (place: Place, { does, trigger }: Deferred): readonly Edit[] => {
    const { home, uri, text } = place;
    if (does === "order-imports") return workspace.mend(home, { only: ["imports", "dead.unread-import"] });
    if (trigger !== invoked && place.isWhole && saves.isDone(uri, text)) return [];
    const edits = trigger === automatic && place.isWhole
      ? workspace.onSave(home, documents.typed(uri))
      : workspace.mend(home);
    if (trigger !== invoked && place.isWhole) saves.answered(uri, text, edits);
    return edits;
  };

  const resolve = (action: CodeAction): CodeAction | ResponseError<void> => {
    const deferred = action.data as Deferred | DeferredRefit | undefined;
    if (action.edit !== undefined || deferred === undefined) return action;
    const place = documents.place(deferred.uri);
    if (place === undefined || place.version !== deferred.version) {
      return new ResponseError(LSPErrorCodes.ContentModified, "The document has changed since this was offered");
    }
    if (deferred.does === "refit") return resolveRefit(action, deferred, place, session);
    const settled = deferred.does === "settle-rule" ? allOfRule(deferred.rule ?? "", place, session) : undefined;
    const edits = settled?.flatMap((remedy) => remedy.edits) ?? sourceEdits(place, deferred);
    if (edits.length === 0) {
      session.say(3, "Nothing here can be settled for certain: what is left needs a person to look at it");
    }
    const edit = workspaceEdit(
      session,
      place.home,
      edits,
      settled?.some(({ certainty }) => certainty === "proposed") === true ? look : undefined,
    );
    return { ...action, edit: edit ?? { changes: {} } };
  };

  return {
    capabilities: ({ resolvesEdits }) => ({
      codeActionProvider: {
        codeActionKinds: [
          "quickfix",
          "refactor.rewrite",
          "refactor.extract",
          "refactor.inline",
          ...sources.map(({ kind }) => kind),
        ],
        resolveProvider: resolvesEdits,
      },
    }),
    requests: { "textDocument/codeAction": answer, "codeAction/resolve": resolve },
  };
}

function quickFixes(params: CodeActionParams, place: Place, session: Session): CodeAction[] {
  const { workspace, client } = session;
  const { home } = place;
  const { triggerKind } = params.context;
  const unasked = triggerKind === automatic;
  const asked = alertsAsked(params, place, session);
  if (asked.length === 0 || (unasked && place.text.length > mostTriedUnasked && workspace.isBroken(home))) return [];
  const fixes: CodeAction[] = [];
  const wholesale: CodeAction[] = [];
  const hushes: CodeAction[] = [];
  const rules = new Set<string>();
  const all = workspace.remediesOf(home, new Set(asked.map(({ alert }) => alert)));
  for (const { alert, diagnostic } of asked) {
    const of = { kind: "quickfix", diagnostics: [diagnostic] };
    const offered = all.offered.filter((remedy) => remedy.alert === alert);
    const withheld = all.withheld.filter((remedy) => remedy.alert === alert);
    offered.forEach((remedy, index) => {
      const edit = workspaceEdit(
        session,
        home,
        remedy.edits,
        remedy.certainty === "proposed" ? look : undefined,
      );
      if (edit !== undefined) fixes.push({ title: remedy.title, ...of, isPreferred: index === 0, edit });
    });
    if (triggerKind === invoked && client.disabledActions) {
      fixes.push(
        ...withheld.map(({ title }) => ({
          title,
          ...of,
          disabled: { reason: "As long as the form of the file is broken here, this would make it worse" },
        })),
      );
    }
    if (rules.has(alert.rule)) continue;
    rules.add(alert.rule);
    if (offered.length > 0) {
      wholesale.push(...wholesaleFix(alert.rule, of, place, session, unasked));
    }
    // Form cannot be silenced, what does not parse does not run; and what an alert in a settings file says is no matter of taste.
    if (/^(?:syntax|hush)\./.test(alert.rule)) continue;
    const hush = (title: string, edit: Edit): CodeAction => ({
      title,
      ...of,
      edit: workspaceEdit(session, home, [edit])!,
    });
    const near = workspace.hushEdit(home, alert);
    if (near !== undefined) {
      const where = `${near.covers === "line" ? "on" : "in"} this ${near.covers}`;
      hushes.push(hush(`Hush \`${alert.rule}\` ${where}`, near.edit));
    }
    hushes.push(hush(`Hush \`${alert.rule}\` in this file`, workspace.fileHushEdit(home, alert.rule)));
    if (unasked) continue;
    const settings = changeableSettings(session, home);
    if (settings !== undefined) {
      hushes.push(...levelActions(alert.rule, alert.level, of, settings, client.disabledActions));
    }
  }
  fixes.sort((a, b) => Number(b.isPreferred ?? false) - Number(a.isPreferred ?? false));
  return takesAll(params, place, asked.length) ? fixes.slice(0, 1) : [...fixes, ...wholesale, ...hushes];
}

/**
 * Whether a request is of the kind with which a client takes all that it gets: it asks for one diagnostic, and gives the whole document as its range. Then only the
 * best answer is one.
 */
function takesAll({ range, context }: CodeActionParams, place: Place, count: number): boolean {
  const { from, to } = place.span(range);
  return context.triggerKind === undefined &&
    context.diagnostics.length === 1 &&
    count === 1 &&
    from === place.from &&
    to === place.to &&
    place.text.lines.lineCount > 1;
}

/** The action that settles all alerts of a rule in a file, if there are several. To a client that did not ask by hand it comes only where its edit can wait. */
function wholesaleFix(
  rule: string,
  of: { readonly kind: string; readonly diagnostics: Diagnostic[] },
  place: Place,
  session: Session,
  unasked: boolean,
): CodeAction[] {
  const { client, documents } = session;
  const { uri, version } = place;
  if (documents.alerts(place).filter((alert) => alert.rule === rule).length < 2) return [];
  const title = `Settle all of \`${rule}\` in this file`;
  if (client.resolvesEdits) {
    return [{ title, ...of, data: { uri, version, does: "settle-rule", rule } satisfies Deferred }];
  }
  if (unasked) return [];
  const all = allOfRule(rule, place, session);
  const edit = all.length > 1
    ? workspaceEdit(
      session,
      place.home,
      all.flatMap(({ edits }) => edits),
      all.some(({ certainty }) => certainty === "proposed") ? look : undefined,
    )
    : undefined;
  return edit === undefined ? [] : [{ title, ...of, edit }];
}

/** The first remedy of each alert of a rule, as far as they do not overlap and do what they say together. */
function allOfRule(rule: string, place: Place, { workspace, documents }: Session): Remedy[] {
  const alerts = documents.alerts(place).filter((alert) => alert.rule === rule);
  const first = new Map<Alert, Remedy>();
  for (const remedy of workspace.remediesOf(place.home, new Set(alerts)).offered) {
    if (!first.has(remedy.alert) && remedy.byHand !== true) first.set(remedy.alert, remedy);
  }
  return workspace.together(place.home, [...first.values()]);
}

/**
 * The alerts a request speaks of: those of the diagnostics it carries, matched by their data or else by rule and range;
 * without diagnostics, those that touch its range.
 */
function alertsAsked(
  params: CodeActionParams,
  place: Place,
  session: Session,
): { alert: Alert; diagnostic: Diagnostic }[] {
  const alerts = session.documents.alerts(place);
  const given = params.context.diagnostics;
  const own = given.filter(({ source }) => source === undefined || source === "alert-quill");
  const asked = place.span(params.range);
  if (own.length === 0) {
    if (given.length > 0) return [];
    return alerts
      .filter((alert) => alert.from <= asked.to && alert.to >= asked.from)
      .slice(0, mostAsked)
      .map((alert) => ({ alert, diagnostic: toDiagnostic(alert, place, session) }));
  }
  const found: { alert: Alert; diagnostic: Diagnostic }[] = [];
  for (const diagnostic of own) {
    const data = diagnostic.data as Partial<DiagnosticData> | undefined;
    const { from, to } = place.span(diagnostic.range);
    const at = (span: { from?: number | undefined; to?: number | undefined }, rule: unknown): Alert | undefined =>
      alerts.find((alert) => alert.rule === rule && alert.from === span.from && alert.to === span.to);
    // Some clients count columns of their own in what they send back; the range of the request is right all the same.
    const touched = alerts.filter(
      (alert) => alert.rule === diagnostic.code && alert.from <= asked.to && alert.to >= asked.from,
    );
    const alert = at(data ?? {}, data?.rule) ??
      at({ from, to }, diagnostic.code) ??
      (touched.length === 1 ? touched[0] : undefined);
    if (alert !== undefined && !found.some((one) => one.alert === alert)) found.push({ alert, diagnostic });
  }
  return found;
}
