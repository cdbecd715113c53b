/** Which settings reach a file, for people. */
import type { Layer } from "../settings/kits.js";
import type { ResolvedSettings } from "../settings/resolve.js";
import { palette } from "./palette.js";

export interface RuleTrace {
  readonly rule: string;
  /** From 1. */
  readonly line: number;
  readonly level: string;
  /** Which layer decided the level. */
  readonly from: string;
  /** What is told on the line. */
  readonly told: readonly string[];
  /** What is found there besides, were nothing in the way. */
  readonly found: readonly string[];
  /** The hush comments that silence what is found there, by line from 1. */
  readonly hushes: readonly HushLine[];
  /** How much of what is found the baseline holds. */
  readonly inBaseline: number;
  /** Whether something is wrong with the form on the line, so that rules leave it alone. */
  readonly isBroken: boolean;
}

export interface HushLine {
  readonly line: number;
  readonly text: string;
}

export interface FileTrace {
  readonly path: string;
  /** The settings file in force. */
  readonly settingsFile: string | undefined;
  readonly layers: readonly Layer[];
  readonly resolved: ResolvedSettings;
  /** The language it is read as; `undefined` where none is known. */
  readonly language: string | undefined;
  /** What the settings say of the language: each fact with what it is about. */
  readonly ofLanguage: readonly (readonly [about: string, text: string])[];
  /** Why it is not reviewed along with the project. */
  readonly leftOut: string | undefined;
  /** Whether only the form is looked at, as the text says that a program writes it. */
  readonly isGenerated: boolean;
  readonly profiles: readonly string[];
  /** Its hush comments, by line from 1. */
  readonly hushes: readonly HushLine[];
  /** How many of its alerts the baseline holds, where there is one. */
  readonly inBaseline?: number;
  /** What is wrong with the settings file. */
  readonly issues: readonly string[];
}

/** How a layer that stands in a settings file is called in a short line. */
const nameOf = (layer: string, trace: FileTrace): string => (
  layer === trace.settingsFile ? "the settings file" : layer
);

export function traceText(trace: FileTrace, { colour }: { readonly colour: boolean }): string {
  const colours = palette(colour);
  const { resolved } = trace;
  const fact = (name: string, value: string): string => `  ${colours.faint(name.padEnd(16))}${value}`;
  const lines = [
    colours.path(trace.path),
    fact(
      "language",
      trace.language === undefined
        ? colours.level.warning("none is known for this kind of file: nothing is analysed")
        : trace.language,
    ),
    ...trace.ofLanguage.map(([about, text]) => fact(about, text)),
    fact(
      "settings file",
      trace.settingsFile ?? "none was found upward from here, and no settings of your own: the kit sound alone",
    ),
    fact("in this order", trace.layers.map(({ name }) => nameOf(name, trace)).join(" → ")),
    ...(trace.profiles.length > 0 ? [fact("profiles", `${trace.profiles.join(", ")} (with --profile)`)] : []),
    fact(
      "reviewed",
      trace.leftOut === undefined
        ? (trace.isGenerated ? "its form alone: it says that it is generated" : "yes")
        : colours.level.warning(`no: ${trace.leftOut}`),
    ),
    ...trace.hushes.map(({ line, text }, index) => fact(index === 0 ? "hush comments" : "", `line ${line}: ${text}`)),
    ...(trace.inBaseline === undefined ? [] : [fact("baseline", `holds ${trace.inBaseline} of its alerts`)]),
    ...trace.issues.map((issue, index) => fact(index === 0 ? "broken" : "", colours.level.error(issue))),
    "",
  ];
  // Rules mean nothing where nobody reads the language.
  if (trace.language === undefined) return lines.join("\n");
  const rows = [...resolved.outcomes].map(([id, { level, from, tunedBy }]) => ({
    id,
    level,
    from: nameOf(from, trace),
    tuned: tunedBy.map((name) => nameOf(name, trace)),
  }));
  const widest = Math.max(...rows.map(({ id: { length } }) => length));
  const paint = (level: string): ((text: string) => string) => (
    level === "off"
      ? colours.faint
      : colours.level[(resolved.ownLevels[level]?.standsOn ?? level) as keyof typeof colours.level]
  );
  // What was decided last, and so most on purpose, comes first; within a layer the order is that of the catalogue.
  const order = trace.layers.map(({ name }) => nameOf(name, trace));
  rows.sort((a, b) => order.lastIndexOf(b.from) - order.lastIndexOf(a.from));
  const group = (title: string, list: typeof rows): void => {
    if (list.length === 0) return;
    lines.push(colours.strong(title));
    for (const { id, level, from, tuned } of list) {
      lines.push(`  ${id.padEnd(widest)}  ${paint(level)(level.padEnd(11))}  ${from}${tuned.length > 0 ? `; tuned by ${tuned.join(", ")}` : ""}`);
    }
    lines.push("");
  };
  const on = rows.filter(({ level }) => level !== "off");
  group(`On (${on.length})`, on);
  const off = rows.filter(({ level }) => level === "off");
  group(`Off (${off.length})`, off);
  return lines.join("\n");
}

/** The same for other programs. */
export function traceJson({ resolved, layers, ofLanguage: _, ...rest }: FileTrace): string {
  const { values, onSave, generated, largest } = resolved;
  const rules = Object.fromEntries(
    (rest.language === undefined ? [] : [...resolved.outcomes]).map(([id, { level, from, tunedBy }]) => [
      id,
      { level, from, tunedBy },
    ]),
  );
  const settings = { language: values, onSave, generated, largest };
  return `${JSON.stringify({ format: 1, ...rest, layers: layers.map(({ name }) => name), settings, rules }, undefined, 2)}\n`;
}

/** Why a rule tells what it tells on a line, or does not. */
export function ruleTraceText(path: string, trace: RuleTrace, { colour }: { readonly colour: boolean }): string {
  const colours = palette(colour);
  const fact = (name: string, value: string): string => `  ${colours.faint(name.padEnd(16))}${value}`;
  const { told, found, level, from, hushes, inBaseline, isBroken } = trace;
  const reasons = [
    ...(level === "off" ? [`it is off: ${from}`] : []),
    ...(
      found.length > 0 && level !== "off"
        ? hushes.map(({ line, text }) => `a comment on line ${line} hushes it: ${text}`)
        : []
    ),
    ...(inBaseline > 0 ? [`the baseline holds ${inBaseline} of what it finds here`] : []),
    ...(
      told.length === 0 && found.length === 0 && isBroken
        ? ["something is wrong with the form here, which is told first"]
        : []
    ),
  ];
  return [
    `${colours.path(`${path}:${trace.line}`)}  ${colours.strong(trace.rule)}`,
    fact("level", level === "off" ? "off" : `${level}, by ${from}`),
    ...(told.length === 0 ? [fact("told here", "nothing")] : told.map((message) => fact("told here", message))),
    ...found.map((message) => fact(level === "off" ? "it would find" : "found here", message)),
    ...(
      told.length + found.length === 0 ? [fact("found here", "nothing: the code is not what this rule looks for")] : []
    ),
    ...reasons.map((reason, index) => fact(index === 0 ? "silent because" : "", reason)),
    "",
  ].join("\n");
}
