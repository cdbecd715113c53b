/** Code actions that change a rule's level in the settings file, with its comments and layout kept. */
import type { CodeAction, Diagnostic } from "vscode-languageserver-protocol";
import { levels, type AlertLevel } from "../rules/rule.js";
import { SettingsDocument } from "../settings/document.js";
import { globTest } from "../settings/globs.js";
import type { SettingsPath } from "../settings/issue.js";
import type { Settings } from "../settings/schema.js";
import { rangeOf, type PositionEncoding } from "../text/position.js";
import { Text } from "../text/text.js";

/** A settings file that may be changed. */
export interface ChangeableSettings {
  readonly uri: string;
  readonly text: string;
  /** The path of the document from the settings file's folder, with `/`. */
  readonly path: string;
  readonly encoding: PositionEncoding;
}

/** Actions for a rule with its level, from the mildest step to the gravest. */
export function levelActions(rule: string, level: AlertLevel, diagnostic: Diagnostic, { uri, text, path, encoding }: ChangeableSettings): CodeAction[] {
  const document = new SettingsDocument(text);
  if (document.faults.length > 0) return [];
  const snapshot = Text.of(text);
  const name = uri.slice(uri.lastIndexOf("/") + 1);
  const change = (title: string, at: SettingsPath, value: string): CodeAction => {
    const edits = document.change(at, value).map(({ from, to, insert }) => ({ range: rangeOf(snapshot, from, to, encoding), newText: insert }));
    return { title, kind: "quickfix", diagnostics: [diagnostic], edit: { changes: { [uri]: edits } } };
  };
  const actions: CodeAction[] = [];
  const milder = levels[levels.indexOf(level) + 1];
  if (milder !== undefined) actions.push(change(`Lower \`${rule}\` to \`${milder}\` in ${name}`, ["levels", rule], milder));
  const zones = (document.value as Settings | undefined)?.zones ?? [];
  const zone = zones.findLastIndex(({ files }) => globTest(files)(path));
  if (zone >= 0) actions.push(change(`Switch \`${rule}\` off in the zone ${zones[zone]!.files.join(", ")}`, ["zones", zone, "levels", rule], "off"));
  actions.push(change(`Switch \`${rule}\` off in ${name}`, ["levels", rule], "off"));
  return actions;
}
