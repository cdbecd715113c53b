/** Code actions that change a rule's level in the settings file, with its comments and layout kept. */
import type { CodeAction, Diagnostic } from "vscode-languageserver-protocol";
import { levels, type AlertLevel } from "../rules/rule.js";
import type { Settings } from "../settings/schema.js";
import { globTest } from "../text/globs.js";
import type { Session } from "./session.js";
import { settingsChangeAction, type SettingsTarget } from "./settings-change.js";

/** Actions for a rule with its level: one step milder, off in the zone of the document, off. */
export function levelActions(
  rule: string,
  level: AlertLevel,
  of: { readonly kind: string; readonly diagnostics: Diagnostic[] },
  target: SettingsTarget,
  session: Session,
): CodeAction[] {
  const where = `in ${target.state === "missing" ? "a new " : ""}${target.name}`;
  const off = settingsChangeAction(
    `Switch \`${rule}\` off ${where}`,
    of,
    target,
    { at: ["levels", rule], value: "off" },
    session,
  );
  if (target.document.faults.length > 0) return off;
  const actions: CodeAction[] = [];
  const milder = levels[levels.indexOf(level) + 1];
  if (milder !== undefined) {
    const title = `Lower \`${rule}\` to \`${milder}\` ${where}`;
    actions.push(...settingsChangeAction(title, of, target, { at: ["levels", rule], value: milder }, session));
  }
  const zones = (target.document.value as Settings | undefined)?.zones ?? [];
  const zone = zones.findLastIndex(({ files }) => globTest(files)(target.path));
  if (zone >= 0) {
    const title = `Switch \`${rule}\` off in the zone ${zones[zone]!.files.join(", ")}`;
    const at = ["zones", zone, "levels", rule];
    actions.push(...settingsChangeAction(title, of, target, { at, value: "off" }, session));
  }
  return [...actions, ...off];
}
