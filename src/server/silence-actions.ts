/** What stands at the end of a menu: names that are said to exist, hush comments, and the way to the settings. */
import type { CodeAction, Diagnostic, WorkspaceEdit } from "vscode-languageserver-protocol";
import type { Alert } from "../engine/alert.js";
import type { Edit } from "../text/edit.js";
import type { Place } from "./place.js";
import type { Session } from "./session.js";
import { settingsChangeAction, type SettingsTarget } from "./settings-change.js";
import { workspaceEdit } from "./workspace-edit.js";

export const openSettingsCommand = "alertQuill.openSettings";

/** A command of the editor, for one that has it: chooses the place of a reason, so that one is typed. */
const fillReasonCommand = "alertQuill.fillReason";

interface ActionOf {
  readonly kind: string;
  readonly diagnostics: Diagnostic[];
}

/** The name that an alert says is not known. */
function unknownName({ rule, from, to }: Alert, place: Place): string | undefined {
  const name = place.text.slice(from - place.from, to - place.from);
  return rule === "names.unknown" && /^[\p{L}\p{N}_$]+$/u.test(name) ? name : undefined;
}

/** Where a name is not known: that it exists, for the project or the file. */
export function knownActions(
  alert: Alert,
  of: ActionOf,
  place: Place,
  target: SettingsTarget | undefined,
  session: Session,
): CodeAction[] {
  const name = unknownName(alert, place);
  if (name === undefined) return [];
  const language = session.workspace.languageOf(place.home, alert);
  const edit = workspaceEdit(session, place.home, [session.workspace.knownEdit(place.home, name, alert)]);
  return [
    ...(
      target === undefined
        ? []
        : settingsChangeAction(
          `Add \`${name}\` to \`known\` in ${target.state === "missing" ? "a new " : ""}${target.name}`,
          of,
          target,
          { at: ["languages", language, "known"], value: name, add: true },
          session,
        )
    ),
    ...(edit === undefined ? [] : [{ title: `Say in this file that \`${name}\` exists`, ...of, edit }]),
  ];
}

/** Where a name is not known that another runtime has: to add that to those that the settings list. */
export function runtimeActions(
  alert: Alert,
  of: ActionOf,
  place: Place,
  target: SettingsTarget | undefined,
  session: Session,
): CodeAction[] {
  const name = unknownName(alert, place);
  if (name === undefined || target === undefined) return [];
  const language = session.workspace.languageOf(place.home, alert);
  const at = ["languages", language, "runtime"];
  if (!Array.isArray(target.document.valueAt(at))) return [];
  const runtimes = session.languages.find(({ id }) => id === language)!.runtimesWith(name);
  return runtimes.flatMap((value) => settingsChangeAction(
    `Add \`${value}\`, which has \`${name}\`, to \`runtime\` in ${target.name}`,
    of,
    target,
    { at, value, add: true },
    session,
  ));
}

/** Comments that silence an alert: on its line or what it stands in, and in the file. */
export function hushActions(alert: Alert, of: ActionOf, place: Place, session: Session): CodeAction[] {
  const { workspace } = session;
  const near = workspace.hushEdit(place.home, alert);
  const where = near === undefined ? "" : `${near.covers === "line" ? "on" : "in"} this ${near.covers}`;
  return [
    ...(near === undefined ? [] : hushAction(`Hush \`${alert.rule}\` ${where}`, near.edit, of, place, session)),
    ...hushAction(
      `Hush \`${alert.rule}\` in this file`,
      workspace.fileHushEdit(place.home, alert.rule, alert),
      of,
      place,
      session,
    ),
  ];
}

function hushAction(title: string, edit: Edit, of: ActionOf, place: Place, session: Session): CodeAction[] {
  const plain = workspaceEdit(session, place.home, [edit]);
  if (plain === undefined) return [];
  if (!edit.insert.includes("…")) return [{ title, ...of, edit: plain }];
  const { client } = session;
  return [{
    title,
    ...of,
    edit: client.snippets ? withPlaceToFill(plain) : plain,
    ...(
      client.isExtension && !client.snippets && {
        command: { title: "Write the reason", command: fillReasonCommand, arguments: [place.uri] },
      }
    ),
  }];
}

/** The same edit with the reason as a place to be typed over. */
function withPlaceToFill(edit: WorkspaceEdit): WorkspaceEdit {
  return {
    documentChanges: edit.documentChanges!.map(
      (change) => "edits" in change
        ? {
          ...change,
          edits: change.edits.map(
            (one) => "newText" in one
              ? {
                range: one.range,
                snippet: {
                  kind: "snippet" as const,
                  value: one.newText.replaceAll(/[\\$}]/g, "\\$&").replace("…", "${1:why}"),
                },
              }
              : one,
          ),
        }
        : change,
    ),
  };
}

/** The way to the settings file, or to a new one. */
export function openSettingsAction(target: SettingsTarget, place: Place, { client }: Session): CodeAction[] {
  if (!client.showsDocuments) return [];
  const title = target.state === "missing" ? `Make a settings file, ${target.name}` : `Open ${target.name}`;
  return [{
    title,
    kind: "quickfix",
    command: { title, command: openSettingsCommand, arguments: [place.uri] },
  }];
}
