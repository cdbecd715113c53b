/** Quick fixes: what settles alerts, and at the end of the menu what silences them. */
import type { CodeAction, CodeActionParams, Diagnostic } from "vscode-languageserver-protocol";
import type { Alert } from "../../engine/alert.js";
import type { Remedy } from "../../engine/document-remedies.js";
import { toDiagnostic, type DiagnosticData } from "../diagnostics.js";
import { levelActions } from "../level-actions.js";
import type { Place } from "../place.js";
import type { Session } from "../session.js";
import { settingsTarget } from "../settings-change.js";
import { hushActions, knownActions, openSettingsAction, runtimeActions } from "../silence-actions.js";
import { toldApart } from "../titles.js";
import { workspaceEdit, type Doubt } from "../workspace-edit.js";
import { automatic, invoked } from "./asked.js";

/** In a longer text whose form is broken, trying out remedies takes more time than a stop of the cursor is worth. */
const mostTriedUnasked = 200_000;

/** Alerts for which actions are offered at a time: no menu holds more. */
const mostAsked = 200;

/** Remedies of one alert that are offered. */
const mostRemedies = 4;

/** What an action does whose edit is worked out only when it is taken. */
export interface Deferred {
  readonly uri: string;
  readonly version: number;
  readonly does: "settle-rule" | "settle-all" | "order-imports";
  readonly rule?: string;
  readonly trigger?: number | undefined;
}

/** Nothing has to be confirmed: editors that ask show a list in which nothing is chosen, and what was asked for would not be done. */
export const look: Doubt = { label: "Proposed", description: "It may change what the program does: look at it" };

/** The actions for the alerts that a request speaks of: their own remedies first, then all of a rule, then what silences them. */
export function quickFixes(params: CodeActionParams, place: Place, session: Session): CodeAction[] {
  const { workspace, client } = session;
  const { home } = place;
  const { triggerKind } = params.context;
  const unasked = triggerKind === automatic;
  const asked = alertsAsked(params, place, session);
  if (asked.length === 0 || (unasked && place.text.length > mostTriedUnasked && workspace.isBroken(home))) return [];
  const fixes: { readonly action: CodeAction; readonly alert: Alert }[] = [];
  const wholesale: CodeAction[] = [];
  const silencing: CodeAction[] = [];
  const rules = new Set<string>();
  const target = unasked ? undefined : settingsTarget(session, home);
  const all = workspace.remediesOf(home, new Set(asked.map(({ alert }) => alert)));
  for (const { alert, diagnostic } of asked) {
    const of = { kind: "quickfix", diagnostics: [diagnostic] };
    const offered = all.offered.filter((remedy) => remedy.alert === alert).slice(0, mostRemedies);
    const withheld = all.withheld.filter((remedy) => remedy.alert === alert);
    offered.forEach(({ title, edits, certainty }, index) => {
      const edit = workspaceEdit(session, home, edits, certainty === "proposed" ? look : undefined);
      if (edit !== undefined) fixes.push({ action: { title, ...of, isPreferred: index === 0, edit }, alert });
    });
    if (triggerKind === invoked && client.disabledActions) {
      const reason = "As long as the form of the file is broken here, this would make it worse";
      fixes.push(...withheld.map(({ title }) => ({ action: { title, ...of, disabled: { reason } }, alert })));
    }
    const isFirst = !rules.has(alert.rule);
    rules.add(alert.rule);
    if (isFirst && offered.length > 0) wholesale.push(...wholesaleFix(alert.rule, of, place, session, unasked));
    wholesale.push(...runtimeActions(alert, of, place, target, session));
    wholesale.push(...knownActions(alert, of, place, target, session));
    // Form cannot be silenced, what does not parse does not run; and what an alert in a settings file says is no matter of taste.
    if (!isFirst || /^(?:syntax|hush)\./.test(alert.rule)) continue;
    silencing.push(...hushActions(alert, of, place, session));
    if (target !== undefined) silencing.push(...levelActions(alert.rule, alert.level, of, target, session));
  }
  if (target !== undefined && silencing.length > 0) silencing.push(...openSettingsAction(target, place, session));
  fixes.sort((a, b) => Number(b.action.isPreferred ?? false) - Number(a.action.isPreferred ?? false));
  const own = toldApart(fixes, place);
  return takesAll(params, place, asked.length) ? own.slice(0, 1) : [...own, ...wholesale, ...silencing];
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
export function allOfRule(rule: string, place: Place, { workspace, documents }: Session): Remedy[] {
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
