/** Changing a project's settings from the editor: as an edit where the file is open, and else by writing it, so that the change counts at once. */
import type { CodeAction, Diagnostic } from "vscode-languageserver-protocol";
import { SettingsDocument } from "../settings/document.js";
import type { SettingsPath } from "../settings/issue.js";
import { Text } from "../text/text.js";
import { Place } from "./place.js";
import type { Session } from "./session.js";
import { joined } from "./workspace-edit.js";

export const changeSettingsCommand = "alertQuill.changeSettings";

/** A value to be put at a place of the settings, or to be added to the list there. */
export interface SettingsChange {
  readonly at: SettingsPath;
  readonly value: string;
  readonly add?: boolean;
}

/** The settings file of a document, or the one that would be its first. */
export interface SettingsTarget {
  readonly uri: string;
  readonly name: string;
  readonly document: SettingsDocument;
  readonly place: Place;
  readonly state: "open" | "closed" | "missing";
  /** The path of the document from its folder, with `/`. */
  readonly path: string;
}

/** What a new settings file begins as. */
const empty = "{\n}\n";

/** `undefined` where there is no settings file that could be changed, nor a place for one. */
export function settingsTarget(session: Session, home: string): SettingsTarget | undefined {
  const { documents, host } = session;
  const { file = host.writeSettings && host.newSettingsFile?.(home) } = documents.settingsOf(home);
  if (file === undefined) return undefined;
  const target = targetAt(session, file);
  const folder = file.slice(0, file.lastIndexOf("/") + 1);
  return { ...target, path: home.startsWith(folder) ? decodeURI(home.slice(folder.length)) : "" };
}

function targetAt({ documents, host, client }: Session, uri: string): Omit<SettingsTarget, "path"> {
  const open = documents.settingsFiles.get(uri);
  const saved = open === undefined ? host.settingsText(uri) : undefined;
  const text = open?.text ?? Text.of(saved ?? empty);
  return {
    uri,
    name: decodeURI(uri.slice(uri.lastIndexOf("/") + 1)),
    document: new SettingsDocument(text.value),
    place: new Place(uri, uri, open?.version ?? 0, text, 0, client.encoding),
    state: open !== undefined ? "open" : saved === undefined ? "missing" : "closed",
  };
}

const editsOf = ({ document }: Pick<SettingsTarget, "document">, { at, value, add = false }: SettingsChange) =>
  add ? document.add(at, value) : document.change(at, value);

/** An action that makes a change. Where the file is broken it cannot be taken, which is said if it can be. */
export function settingsChangeAction(
  title: string,
  of: { readonly kind: string; readonly diagnostics: Diagnostic[] },
  target: SettingsTarget,
  change: SettingsChange,
  { client, host }: Session,
): CodeAction[] {
  const { uri, document, place, state } = target;
  const [fault] = document.faults;
  if (fault !== undefined) {
    return client.disabledActions
      ? [{ title, ...of, disabled: { reason: `${target.name} cannot be read: ${fault.message}` } }]
      : [];
  }
  if (state !== "open" && host.writeSettings !== undefined) {
    return [{ title, ...of, command: { title, command: changeSettingsCommand, arguments: [uri, change] } }];
  }
  const version = state === "open" ? place.version : null;
  return [{ title, ...of, edit: joined([{ uri, version, edits: place.edits(editsOf(target, change)) }], client) }];
}

/** Makes a change, when its action has been taken. Gives what stood in the way. */
export async function changeSettings(
  session: Session,
  uri: string,
  change: SettingsChange,
): Promise<string | undefined> {
  const target = targetAt(session, uri);
  const [fault] = target.document.faults;
  if (fault !== undefined) return `${target.name} cannot be read: ${fault.message}`;
  const edits = editsOf(target, change);
  if (target.state !== "open") {
    try {
      session.host.writeSettings!(uri, edits.reduceRight((text, edit) => text.apply(edit), target.place.text).value);
      return undefined;
    } catch (error) {
      return `${target.name} cannot be written: ${error instanceof Error ? error.message : String(error)}`;
    }
  }
  const edit = joined(
    [{ uri, version: target.place.version, edits: target.place.edits(edits) }],
    session.client,
  );
  const answer = await session.ask<{ applied: boolean }>("workspace/applyEdit", { label: "Change the settings", edit });
  return answer?.applied === true ? undefined : `the editor did not take the edit of ${target.name}`;
}
