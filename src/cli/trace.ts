import { readFileSync, statSync } from "node:fs";
import path from "node:path";
import { pathToFileURL } from "node:url";
import { createWorkspace } from "../engine/workspace.js";
import { languageOf, languages, rules } from "../languages/index.js";
import { Baselines } from "../project/baseline.js";
import { traceOf } from "../project/file-trace.js";
import { loadLanguagesOf } from "../project/load-languages.js";
import { ProjectSettings, type FileSettings } from "../project/project-settings.js";
import { readText } from "../project/read-text.js";
import { alertsOf, traceRule } from "../project/rule-trace.js";
import { settingsOf } from "../project/visit.js";
import { flowText } from "../report/flow-text.js";
import { ruleTraceText, traceJson, traceText } from "../report/trace.js";
import { Text } from "../text/text.js";
import { unknownName } from "./known-rules.js";
import { complain, hasColour, print } from "./output.js";
import { namedSettings } from "./source.js";

function isFile(named: string): boolean {
  if (statSync(path.resolve(named), { throwIfNoEntry: false })?.isFile() === true) return true;
  complain(`${named}: there is no such file`);
  return false;
}

export interface TraceOptions {
  readonly profile?: string;
  readonly settings?: string;
  readonly format?: "text" | "json";
}

/** The language id of a file, where a language reads such files. */
function languageIdOf(file: string): string | undefined {
  return languageOf(file)?.languageIds[0];
}

/** Prints why a rule tells what it tells at a line, given as `FILE:LINE`, or does not. */
export async function traceRuleAt(place: string, id: string, options: TraceOptions): Promise<number> {
  const match = /^(.+):(\d+)$/.exec(place);
  if (match === null) {
    complain(`say which line, as in \`alert-quill trace src/fares.js:12 ${id}\`, and not \`${place}\``);
    return 2;
  }
  const [, named, number] = match;
  if (!isFile(named!)) return 2;
  const file = path.resolve(named!);
  const languageId = languageIdOf(file);
  if (languageId === undefined) {
    complain(`${named}: no language is known for such a file, so no rule looks at it`);
    return 2;
  }
  const settings = settingsOf({ ...options, ...namedSettings(options.settings) });
  const settingsFile = settings.fileFor(path.dirname(file));
  if (settingsFile !== undefined) await settings.loadPacks(settingsFile);
  const own = settings.forFile(file);
  const known = own.source?.checked.rules ?? rules;
  const fault = unknownName(id, known, false);
  if (fault !== undefined) {
    complain(fault);
    return 2;
  }
  const text = readText(file);
  const line = Number(number);
  const { lineCount } = Text.of(text).lines;
  if (line < 1 || line > lineCount) {
    complain(`${named} has ${lineCount} lines, and no line ${line}`);
    return 2;
  }
  await loadLanguagesOf([file]);
  const trace = traceRule(file, languageId, text, known.find((rule) => rule.id === id)!, line, own);
  print(
    options.format === "json"
      ? `${JSON.stringify({ format: 1, path: named, ...trace }, undefined, 2)}\n`
      : ruleTraceText(named!, trace, { colour: hasColour() }),
  );
  return 0;
}

/** Prints which settings reach a file, and what they come to. */
export async function traceFile(named: string, options: TraceOptions): Promise<number> {
  const { profile, format } = options;
  if (!isFile(named)) return 2;
  const file = path.resolve(named);
  const settings = settingsOf({ ...options, ...namedSettings(options.settings) });
  const settingsFile = settings.fileFor(path.dirname(file));
  if (settingsFile !== undefined) await settings.loadPacks(settingsFile);
  await loadLanguagesOf([file]);
  const trace = { ...traceOf(file, settings, { folder: process.cwd() }), ...inBaseline(file, settings.forFile(file)) };
  if (profile !== undefined && !trace.profiles.includes(profile)) {
    complain(noProfile(profile, trace.profiles));
    return 2;
  }
  print(format === "json" ? traceJson(trace) : traceText(trace, { colour: hasColour() }));
  return trace.issues.length > 0 ? 2 : 0;
}

/** How many of a file's alerts its baseline holds. */
function inBaseline(file: string, own: FileSettings): { inBaseline?: number } {
  const baseline = new Baselines().of(own.source);
  const languageId = languageIdOf(file);
  if (baseline === undefined || languageId === undefined) return {};
  const { alerts, text } = alertsOf(file, languageId, readText(file), own.resolved);
  return { inBaseline: alerts.length - baseline.fresh(file, alerts, text).length };
}

export function noProfile(profile: string, known: readonly string[]): string {
  return `there is no profile \`${profile}\` in the settings (${known.length === 0 ? "they have none" : `there are ${known.join(", ")}`})`;
}

/** Prints the flow graph of the innermost function around a line, given as `FILE:LINE`. */
export async function traceFlow(place: string, format: "text" | "svg"): Promise<number> {
  const match = /^(.+):(\d+)$/.exec(place);
  if (match === null) {
    complain(`say which line, as in \`--flow src/fares.js:12\`, and not \`${place}\``);
    return 2;
  }
  const [, named, line] = match;
  if (!isFile(named!)) return 2;
  const file = path.resolve(named!);
  const language = languageOf(file);
  if (language === undefined) {
    complain(`${named}: no language is known for ${path.extname(file) || "a file without an ending"}`);
    return 2;
  }
  await loadLanguagesOf([file]);
  const workspace = createWorkspace({ languages });
  const uri = pathToFileURL(file).href;
  workspace.open({
    uri,
    languageId: language.languageIds[0]!,
    version: 0,
    text: readFileSync(file, "utf8"),
    settings: new ProjectSettings().forFile(file).resolved,
  });
  const text = workspace.text(uri);
  const number = Number(line);
  if (number < 1 || number > text.lines.lineCount) {
    complain(`${named} has ${text.lines.lineCount} lines, and no line ${line}`);
    return 2;
  }
  const { from, to } = text.lineAt(text.lines.startOf(number - 1));
  const flow = workspace.flowAt(uri, { from, to });
  if (format === "text") print(flowText(flow, { colour: hasColour() }));
  else {
    const { flowPicture } = await import("../report/flow-picture.js");
    print(flowPicture(flow));
  }
  return 0;
}
