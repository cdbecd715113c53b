/** Commands that change the settings, or lead to them. */
import { z } from "zod";
import type { Session } from "../session.js";
import {
  changeSettings,
  changeSettingsCommand,
  settingsTarget,
  type SettingsChange,
} from "../settings-change.js";
import { openSettingsCommand } from "../silence-actions.js";
import { plain } from "../titles.js";
import { workspaceEdit } from "../workspace-edit.js";

export const settingsCommands = {
  changeSettings: changeSettingsCommand,
  openSettings: openSettingsCommand,
  switchOff: "alertQuill.switchOff",
} as const;

const changeShape = z.tuple([
  z.string(),
  z.object({
    at: z.array(z.union([z.string(), z.number()])).min(1),
    value: z.string(),
    add: z.boolean().optional(),
  }),
]);
const switchShape = z.tuple([z.string(), z.string().optional(), z.enum(["file", "settings"]).optional()]);

/** What a first settings file holds. */
const first = '{\n  "kits": ["sound"]\n}\n';

/** Rules that are listed to choose from; no question shows more. */
const mostListed = 8;

const here = "In this file";

/** Runs one of these commands. Gives what stood in the way, which a person is told. `changed` is called once a file has been written. */
export async function runSettingsCommand(
  session: Session,
  command: string,
  given: readonly unknown[],
  changed: () => void,
): Promise<string | undefined> {
  switch (command) {
    case settingsCommands.changeSettings: {
      const read = changeShape.safeParse(given);
      if (!read.success || !session.host.isSettingsFile(read.data[0])) return "this is no change of a settings file";
      const [uri, change] = read.data;
      return makeChange(session, uri, change as SettingsChange, changed);
    }
    case settingsCommands.openSettings:
      return openSettings(session, String(given[0]), changed);
    default: {
      const read = switchShape.safeParse(given);
      if (!read.success) return `${command} is given a document, and may be given a rule, and \`file\` or \`settings\``;
      return switchOff(session, changed, ...read.data);
    }
  }
}

async function makeChange(
  session: Session,
  uri: string,
  change: SettingsChange,
  changed: () => void,
): Promise<string | undefined> {
  const fault = await changeSettings(session, uri, change);
  if (fault === undefined) changed();
  return fault;
}

async function openSettings(session: Session, document: string, changed: () => void): Promise<string | undefined> {
  const target = settingsTarget(session, document);
  if (target === undefined) return `there is no place for a settings file of ${document}`;
  if (target.state === "missing") {
    try {
      session.host.writeSettings!(target.uri, first);
    } catch (error) {
      return `${target.name} cannot be written: ${error instanceof Error ? error.message : String(error)}`;
    }
    changed();
  }
  const answer = await session.ask<{ success: boolean }>("window/showDocument", { uri: target.uri, takeFocus: true });
  return answer?.success === true ? undefined : `the editor did not open ${target.uri}`;
}

/** Switches a rule off in a document or the settings, asking for what is not said. */
async function switchOff(
  session: Session,
  changed: () => void,
  document: string,
  given?: string,
  where?: "file" | "settings",
): Promise<string | undefined> {
  const { documents, workspace } = session;
  const place = documents.place(document);
  if (place === undefined) return `${document} is not analysed`;
  const choose = async (message: string, titles: readonly string[]): Promise<string | undefined> => (await session.ask<
    { title: string } | null
  >("window/showMessageRequest", {
    type: 3,
    message,
    actions: titles.map((title) => ({ title })),
  }))?.title;
  const rule = given ?? (await choose("Which rule is to be switched off?", commonest(session, document)));
  if (rule === undefined) return undefined;
  const target = settingsTarget(session, place.home);
  const inSettings = target === undefined ? undefined : `In ${target.name}`;
  const chosen = where === undefined
    ? await choose(plain(`Where is \`${rule}\` to be switched off?`), [
      here,
      ...(inSettings === undefined ? [] : [inSettings]),
    ])
    : where === "file" ? here : inSettings;
  if (chosen === undefined) return where === "settings" ? "there is no settings file here" : undefined;
  if (chosen !== here) return makeChange(session, target!.uri, { at: ["levels", rule], value: "off" }, changed);
  const found = workspace.alerts(place.home).find((alert) => alert.rule === rule);
  const edit = workspaceEdit(session, place.home, [workspace.fileHushEdit(place.home, rule, found)]);
  const label = `Hush ${rule} in this file`;
  const answer = await session.ask<{ applied: boolean }>("workspace/applyEdit", { label, edit });
  return answer?.applied === true ? undefined : `${label}: the editor did not take the edit`;
}

/** The rules that a document has alerts of and that can be silenced, the commonest first. */
function commonest({ documents }: Session, document: string): string[] {
  const place = documents.place(document);
  const counts = new Map<string, number>();
  for (const { rule } of place === undefined ? [] : documents.alerts(place)) {
    if (!/^(?:syntax|hush)\./.test(rule)) counts.set(rule, (counts.get(rule) ?? 0) + 1);
  }
  return [...counts].sort((a, b) => b[1] - a[1]).slice(0, mostListed).map(([rule]) => rule);
}
