import { readFileSync, statSync } from "node:fs";
import path from "node:path";
import { pathToFileURL } from "node:url";
import { createWorkspace } from "../engine/workspace.js";
import { javascript } from "../languages/javascript/index.js";
import { ignoredBy } from "../project/discover.js";
import { ProjectSettings } from "../project/project-settings.js";
import { flowText } from "../report/flow-text.js";
import { traceText } from "../report/trace.js";
import { complain, hasColour, print } from "./output.js";

const languageNames: Readonly<Record<string, string>> = { ".ts": "TypeScript", ".mts": "TypeScript", ".cts": "TypeScript", ".tsx": "TypeScript with JSX", ".jsx": "JavaScript with JSX" };

function isFile(named: string): boolean {
  if (statSync(path.resolve(named), { throwIfNoEntry: false })?.isFile() === true) return true;
  complain(`${named}: there is no such file`);
  return false;
}

/** Prints which settings reach a file, and what they come to. */
export async function traceFile(named: string, { profile }: { readonly profile?: string }): Promise<number> {
  if (!isFile(named)) return 2;
  const file = path.resolve(named);
  const settings = new ProjectSettings(profile === undefined ? {} : { profile });
  const settingsFile = settings.fileFor(path.dirname(file));
  if (settingsFile !== undefined) await settings.loadPacks(settingsFile);
  const { resolved, layers, source } = settings.forFile(file);
  const shown = (target: string): string => path.relative(process.cwd(), target).split(path.sep).join("/") || ".";
  const profiles = Object.keys(source?.checked.settings.profiles ?? {});
  if (profile !== undefined && !profiles.includes(profile)) {
    complain(noProfile(profile, profiles));
    return 2;
  }
  const extension = path.extname(file);
  const skipped = settings.skippedBy(file, path.dirname(file)) ?? settings.skippedBy(file, process.cwd());
  const ignored = ignoredBy(file);
  const leftOut = skipped !== undefined ? `\`${skipped.glob}\` is among what ${shown(skipped.file)} skips` : ignored !== undefined ? (ignored.endsWith("node_modules") ? "it lies in node_modules" : `${shown(ignored)} ignores it`) : undefined;
  const issues = (source?.issues ?? []).map(({ path: at, message }) => `${at.join(" › ")}${at.length > 0 ? ": " : ""}${message}`);
  const name = source === undefined ? undefined : shown(source.file);
  const renamed = (from: string): string => (from === source?.file ? name! : from);
  print(
    traceText(
      {
        path: shown(file),
        settingsFile: name,
        layers: layers.map((layer) => ({ ...layer, name: renamed(layer.name) })),
        resolved: { ...resolved, outcomes: new Map([...resolved.outcomes].map(([id, outcome]) => [id, { ...outcome, from: renamed(outcome.from), tunedBy: outcome.tunedBy.map(renamed) }])) },
        language: javascript().extensions.includes(extension) ? (languageNames[extension] ?? "JavaScript") : undefined,
        leftOut,
        profiles,
        issues,
      },
      { colour: hasColour() },
    ),
  );
  return issues.length > 0 ? 2 : 0;
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
  workspace.open({ uri, languageId: language.languageIds[0]!, version: 0, text: readFileSync(file, "utf8"), settings: new ProjectSettings().forFile(file).resolved });
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
