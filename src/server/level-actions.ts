/** Code actions that change a rule's level in the settings file, with its comments and layout kept. */
import type { CodeAction, Diagnostic } from "vscode-languageserver-protocol";
import { levels, type AlertLevel } from "../rules/rule.js";
import { SettingsDocument } from "../settings/document.js";
import { globTest } from "../settings/globs.js";
import type { SettingsPath } from "../settings/issue.js";
import type { Settings } from "../settings/schema.js";
import { Text } from "../text/text.js";
import type { Client } from "./client.js";
import { Place } from "./place.js";
import type { Session } from "./session.js";
import { joined } from "./workspace-edit.js";

/** A settings file that may be changed. */
export interface ChangeableSettings {
  readonly client: Client;
  readonly file: Place;
  /** Whether it is open in the editor, so that its version counts. */
  readonly isOpen: boolean;
  /** The path of the document from the settings file's folder, with `/`. */
  readonly path: string;
}

/** The settings file of a document, where there is one. */
export function changeableSettings({ documents, host, client }: Session, home: string): ChangeableSettings | undefined {
  const { file } = documents.settingsOf(home);
  const open = file === undefined ? undefined : documents.settingsFiles.get(file);
  const text = file === undefined ? undefined : (open?.text.value ?? host.settingsText(file));
  if (file === undefined || text === undefined) return undefined;
  const folder = file.slice(0, file.lastIndexOf("/") + 1);
  return {
    client,
    isOpen: open !== undefined,
    file: new Place(file, file, open?.version ?? 0, Text.of(text), 0, client.encoding),
    path: home.startsWith(folder) ? decodeURI(home.slice(folder.length)) : "",
  };
}

/** Actions for a rule with its level, from the mildest step to the gravest. Where the settings file is broken they cannot be taken, which is said if it can be. */
export function levelActions(
  rule: string,
  level: AlertLevel,
  of: { readonly kind: string; readonly diagnostics: Diagnostic[] },
  { client, file, isOpen, path }: ChangeableSettings,
  sayWhyNot: boolean,
): CodeAction[] {
  const document = new SettingsDocument(file.text.value);
  const name = file.uri.slice(file.uri.lastIndexOf("/") + 1);
  const off = `Switch \`${rule}\` off in ${name}`;
  if (document.faults.length > 0) {
    return sayWhyNot
      ? [{ title: off, ...of, disabled: { reason: `${name} cannot be read: ${document.faults[0]!.message}` } }]
      : [];
  }
  const change = (title: string, at: SettingsPath, value: string): CodeAction => ({
    title,
    ...of,
    edit: joined(
      [{ uri: file.uri, version: isOpen ? file.version : null, edits: file.edits(document.change(at, value)) }],
      client,
    ),
  });
  const actions: CodeAction[] = [];
  const milder = levels[levels.indexOf(level) + 1];
  if (milder !== undefined) {
    actions.push(change(`Lower \`${rule}\` to \`${milder}\` in ${name}`, ["levels", rule], milder));
  }
  const zones = (document.value as Settings | undefined)?.zones ?? [];
  const zone = zones.findLastIndex(({ files }) => globTest(files)(path));
  if (zone >= 0) {
    actions.push(
      change(
        `Switch \`${rule}\` off in the zone ${zones[zone]!.files.join(", ")}`,
        ["zones", zone, "levels", rule],
        "off",
      ),
    );
  }
  actions.push(change(off, ["levels", rule], "off"));
  return actions;
}
