/** Which settings reach a file, gathered for people. */
import { existsSync, readFileSync } from "node:fs";
import path from "node:path";
import { pathToFileURL } from "node:url";
import { createWorkspace } from "../engine/workspace.js";
import { languageOf, languages, ruleOf } from "../languages/index.js";
import type { Language } from "../languages/language.js";
import { counted } from "../report/model.js";
import type { FileTrace } from "../report/trace.js";
import { saysGenerated, topOfFile } from "../text/generated.js";
import { Text } from "../text/text.js";
import { ignoredBy, type MayRead, whyIgnored } from "./discover.js";
import { modulesOnDisk } from "./disk-files.js";
import { whySkipped, type ProjectSettings } from "./project-settings.js";
import { readText } from "./read-text.js";
import { hushLines } from "./rule-trace.js";

/** Why a file is not reviewed along with its project; `undefined` when it is. */
function leftOutBy(
  file: string,
  settings: ProjectSettings,
  folder: string,
  shown: (target: string) => string,
  mayRead?: MayRead,
): string | undefined {
  const skipped = settings.skippedBy(file, path.dirname(file)) ?? settings.skippedBy(file, folder);
  if (skipped?.foreign !== undefined) return `${whySkipped(skipped, shown)} (${foreignFacts(file, settings)})`;
  if (skipped !== undefined) return whySkipped(skipped, shown);
  const ignored = ignoredBy(file, mayRead);
  if (ignored === undefined) return undefined;
  return whyIgnored(ignored, shown);
}

/** How many names a script of others gives, and how many alerts in it are not told. */
function foreignFacts(file: string, settings: ProjectSettings): string {
  const workspace = createWorkspace({ languages, files: modulesOnDisk() });
  const uri = pathToFileURL(file).href;
  const languageId = languageOf(file)!.languageIds[0]!;
  workspace.open({ uri, languageId, version: 0, text: readText(file), settings: settings.forFile(file).resolved });
  const names = workspace.summary(uri)?.shared ?? [];
  return `${counted(names.length, "name")}; ${counted(workspace.alerts(uri).length, "alert")} not told`;
}

/** Whether a rule has to do with files of a language. */
const looksAt = (id: string, language: Language | undefined): boolean =>
  language === undefined || ruleOf(id)?.languages?.includes(language.id) !== false;

/** `folder` is the one from which paths are shown. */
export function traceOf(
  file: string,
  settings: ProjectSettings,
  { folder, mayRead }: { readonly folder: string; readonly mayRead?: MayRead },
): FileTrace {
  const text = existsSync(file) ? readFileSync(file, "utf8") : "";
  const { resolved: ofAll, layers, source } = settings.forFile(file);
  const shown = (target: string): string => path.relative(folder, target).split(path.sep).join("/") || ".";
  const name = source === undefined ? undefined : shown(source.file);
  const renamed = (from: string): string => (from === source?.file ? name! : from);
  const language = languageOf(file);
  const resolved = language === undefined ? ofAll : ofAll.in(language);
  return {
    path: shown(file),
    settingsFile: name,
    layers: layers.map((layer) => ({ ...layer, name: renamed(layer.name) })),
    resolved: {
      ...resolved,
      outcomes: new Map(
        [...resolved.outcomes].filter(([id]) => looksAt(id, language)).map(([id, outcome]) => [
          id,
          { ...outcome, from: renamed(outcome.from), tunedBy: outcome.tunedBy.map(renamed) },
        ]),
      ),
    },
    language: language?.nameFor(path.extname(file)),
    ofLanguage: language?.settings.told(resolved.values) ?? [],
    isGenerated: resolved.generated === "form" &&
      saysGenerated(language?.firstComments(text.slice(0, topOfFile)) ?? ""),
    hushes: language === undefined ? [] : hushLines(Text.of(text)),
    leftOut: leftOutBy(file, settings, folder, shown, mayRead),
    profiles: Object.keys(source?.checked.settings.profiles ?? {}),
    issues: (source?.issues ?? []).map(
      ({ path: at, message }) => `${at.join(" › ")}${at.length > 0 ? ": " : ""}${message}`,
    ),
  };
}
