/** Alerts as diagnostics of the Language Server Protocol. */
import type { Diagnostic, DiagnosticSeverity, DiagnosticTag } from "vscode-languageserver-protocol";
import type { Alert } from "../engine/alert.js";
import { rangeOf, type PositionEncoding } from "../text/position.js";
import type { Text } from "../text/text.js";

const severities: Readonly<Record<Alert["level"], DiagnosticSeverity>> = { error: 1, warning: 2, information: 3, hint: 4 };
const tags: Readonly<Record<Alert["labels"][number], DiagnosticTag>> = { unnecessary: 1, deprecated: 2 };

/** What a diagnostic carries for the code action request that may follow. */
export interface DiagnosticData {
  readonly rule: string;
  readonly from: number;
  readonly to: number;
  readonly version: number;
}

export interface DiagnosticContext {
  readonly uri: string;
  readonly version: number;
  readonly text: Text;
  readonly encoding: PositionEncoding;
  /** Where a rule is described. */
  readonly rulePage: (rule: string) => string | undefined;
}

export function toDiagnostic(alert: Alert, { uri, version, text, encoding, rulePage }: DiagnosticContext): Diagnostic {
  const href = rulePage(alert.rule);
  const data: DiagnosticData = { rule: alert.rule, from: alert.from, to: alert.to, version };
  return {
    range: rangeOf(text, alert.from, alert.to, encoding),
    severity: severities[alert.level],
    code: alert.rule,
    ...(href !== undefined && { codeDescription: { href } }),
    source: "alert-quill",
    message: alert.message,
    ...(alert.labels.length > 0 && { tags: alert.labels.map((label) => tags[label]) }),
    ...(alert.related.length > 0 && {
      relatedInformation: alert.related.map(({ from, to, message }) => ({ location: { uri, range: rangeOf(text, from, to, encoding) }, message })),
    }),
    data,
  };
}
