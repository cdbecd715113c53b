/** Alerts as diagnostics of the Language Server Protocol. */
import type { Diagnostic, DiagnosticSeverity, DiagnosticTag } from "vscode-languageserver-protocol";
import type { Alert } from "../engine/alert.js";
import type { Client } from "./client.js";
import type { Place } from "./place.js";
import { plain } from "./titles.js";

const severities: Readonly<Record<Alert["level"], DiagnosticSeverity>> = {
  error: 1,
  warning: 2,
  information: 3,
  hint: 4,
};
const tags: Readonly<Record<Alert["labels"][number], DiagnosticTag>> = { unnecessary: 1, deprecated: 2 };

/** Of more alerts than this a document's gravest are shown: no editor helps anybody through more. */
const mostShown = 2000;

/** What a diagnostic carries for the code action request that may follow. */
export interface DiagnosticData {
  readonly rule: string;
  readonly from: number;
  readonly to: number;
}

/** What is shown of an alert depends on what the client takes, and on where rules are described. */
export interface DiagnosticContext {
  readonly client: Pick<Client, "relatedInformation" | "tags" | "codeDescription">;
  readonly rulePage: (rule: string) => string | undefined;
}

export function toDiagnostic(
  alert: Alert,
  place: Pick<Place, "uri" | "range">,
  { client, rulePage }: DiagnosticContext,
): Diagnostic {
  const href = client.codeDescription ? rulePage(alert.rule) : undefined;
  const data: DiagnosticData = { rule: alert.rule, from: alert.from, to: alert.to };
  const labels = alert.labels.map((label) => tags[label]).filter((tag) => client.tags.includes(tag));
  return {
    range: place.range(alert.from, alert.to),
    severity: severities[alert.level],
    code: alert.rule,
    ...(href !== undefined && { codeDescription: { href } }),
    source: "alert-quill",
    message: plain(alert.message),
    ...(labels.length > 0 && { tags: labels }),
    ...(
      client.relatedInformation && alert.related.length > 0 && {
        relatedInformation: alert.related.map(({ from, to, message }) => ({
          location: { uri: place.uri, range: place.range(from, to) },
          message: plain(message),
        })),
      }
    ),
    // Clients that do not know of it leave it alone, and some that do not say so send it back.
    data,
  };
}

/** The diagnostics of some alerts; of very many the gravest, with a word on how many more there are. */
export function toDiagnostics(
  alerts: readonly Alert[],
  place: Pick<Place, "uri" | "range">,
  context: DiagnosticContext,
): Diagnostic[] {
  if (alerts.length <= mostShown) return alerts.map((alert) => toDiagnostic(alert, place, context));
  const grave = [...alerts]
    .sort((a, b) => severities[a.level] - severities[b.level] || a.from - b.from)
    .slice(0, mostShown - 1);
  const shown = grave.sort((a, b) => a.from - b.from || a.to - b.to).map((alert) => toDiagnostic(
    alert,
    place,
    context,
  ));
  return [
    ...shown,
    {
      range: place.range(0, 0),
      severity: 3,
      source: "alert-quill",
      message: plain(`${alerts.length - grave.length} more alerts of this file are not shown here: \`alert-quill review\` lists them`),
    },
  ];
}

/** A short name for what some diagnostics say, equal for equal ones: cyrb53, by bryc, in the public domain. */
export function resultIdOf(diagnostics: readonly Diagnostic[]): string {
  const said = JSON.stringify(diagnostics);
  let high = 0xdeadbeef;
  let low = 0x41c6ce57;
  for (let at = 0; at < said.length; at += 1) {
    const unit = said.charCodeAt(at);
    high = Math.imul(high ^ unit, 2_654_435_761);
    low = Math.imul(low ^ unit, 1_597_334_677);
  }
  high = Math.imul(high ^ (high >>> 16), 2_246_822_507) ^ Math.imul(low ^ (low >>> 13), 3_266_489_909);
  low = Math.imul(low ^ (low >>> 16), 2_246_822_507) ^ Math.imul(high ^ (high >>> 13), 3_266_489_909);
  return (4_294_967_296 * (2_097_151 & low) + (high >>> 0)).toString(36);
}
