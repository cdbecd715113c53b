import { readFileSync, statSync } from "node:fs";
import path from "node:path";
import { pathToFileURL } from "node:url";
import { createWorkspace } from "../engine/workspace.js";
import { javascript } from "../languages/javascript/index.js";
import { traceOf } from "../project/file-trace.js";
import { ProjectSettings } from "../project/project-settings.js";
import { settingsOf } from "../project/visit.js";
import { flowText } from "../report/flow-text.js";
import { traceJson, traceText } from "../report/trace.js";
import { complain, hasColour, print } from "./output.js";

function isFile(named: string): boolean {
  if (statSync(path.resolve(named), { throwIfNoEntry: false })?.isFile() === true) return true;
  complain(`${named}: there is no such file`);
  return false;
}

/** Prints which settings reach a file, and what they come to. */
export async function traceFile(
  named: string,
  { profile, format }: { readonly profile?: string; readonly format?: "text" | "json" },
): Promise<number> {
  if (!isFile(named)) return 2;
  const file = path.resolve(named);
  const settings = settingsOf(profile === undefined ? {} : { profile });
  const settingsFile = settings.fileFor(path.dirname(file));
  if (settingsFile !== undefined) await settings.loadPacks(settingsFile);
  const trace = traceOf(file, settings, { folder: process.cwd() });
  if (profile !== undefined && !trace.profiles.includes(profile)) {
    complain(noProfile(profile, trace.profiles));
    return 2;
  }
  print(format === "json" ? traceJson(trace) : traceText(trace, { colour: hasColour() }));
  return trace.issues.length > 0 ? 2 : 0;
}

export function noProfile(profile: string, known: readonly string[]): string {
  return `there is no profile \`${profile}\` in the settings (${known.length === 0 ? "they have none" : `there are ${known.join(", ")}`})`;
}

/** Prints the flow graph of the innermost function around a line, given as `FILE:LINE`. */
export function traceFlow(place: string): number {
  const match = /^(.+):(\d+)$/.exec(place);
  if (match === null) {
    complain(`say which line, as in \`--flow src/fares.js:12\`, and not \`${place}\``);
    return 2;
  }
  const [, named, line] = match;
  if (!isFile(named!)) return 2;
  const file = path.resolve(named!);
  const language = javascript();
  if (!language.extensions.includes(path.extname(file))) {
    complain(`${named}: no language is known for ${path.extname(file) || "a file without an ending"}`);
    return 2;
  }
  const workspace = createWorkspace({ languages: [language] });
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
  print(flowText(workspace.flowAt(uri, { from, to }), text, { colour: hasColour() }));
  return 0;
}
