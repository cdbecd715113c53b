/** Levels as severities of the protocol, from 1, with their names and signs: one to four strokes, the graver the more. */
import type { Diagnostic } from "vscode-languageserver-protocol";

export const levelNames = ["error", "warning", "information", "hint"] as const;

export const severityOf = ({ severity }: Diagnostic): number => severity ?? 1;

/** The gravest severity among diagnostics. */
export const gravest = (list: readonly Diagnostic[]): number => Math.min(...list.map(severityOf));
