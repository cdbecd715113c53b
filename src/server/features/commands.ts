/** Commands that an editor can put into its menus. */
import {
  ErrorCodes,
  ResponseError,
  type CancellationToken,
  type ExecuteCommandParams,
  type TextEdit,
} from "vscode-languageserver-protocol";
import { ruleOf } from "../../languages/index.js";
import { counted } from "../../report/model.js";
import type { Progress } from "../progress.js";
import type { Feature, Session } from "../session.js";
import { showRuleCommand } from "../strain-lens.js";
import { sameFile } from "../uri.js";
import { joined, workspaceEdit } from "../workspace-edit.js";
import type { ProjectFeature } from "./project.js";
import { runSettingsCommand, settingsCommands } from "./settings-commands.js";

const commands = {
  settleAll: "alertQuill.settleAll",
  mendFolder: "alertQuill.mendFolder",
  reviewProject: "alertQuill.reviewProject",
  trace: "alertQuill.trace",
  showRule: showRuleCommand,
  ...settingsCommands,
} as const;

export function commandFeature(
  session: Session,
  project: ProjectFeature,
  progress: Progress,
  settingsChanged: () => void,
): Feature {
  const { documents, workspace, host } = session;

  /** Mends a document that is open. */
  const settleAll = async (uri: string): Promise<number> => {
    const place = documents.place(uri);
    const edits = place === undefined ? [] : workspace.mend(place.home);
    const edit = edits.length > 0 ? workspaceEdit(session, place!.home, edits) : undefined;
    if (edit === undefined) {
      session.say(3, place === undefined ? `${uri} is not analysed` : "Nothing here can be settled for certain");
      return 0;
    }
    await apply("Settle all that is certain", edit);
    return edits.length;
  };

  /** Mends all files below a folder, those that are open as they are in the editor. */
  const mendFolder = (
    folder: string,
    token: CancellationToken,
    shown: string | number | undefined,
  ): Promise<{ files: number; edits: number }> => progress.run(
    "Mending the folder",
    shown,
    token,
    async (report, cancelled) => {
      const parts: { uri: string; version: number | null; edits: readonly TextEdit[] }[] = [];
      const files = (await host.project?.files(folder)) ?? [];
      const open = new Map(workspace.uris.map((uri) => [sameFile(uri), uri]));
      const closed = files.filter((uri) => !open.has(sameFile(uri)));
      for (const uri of files.map((file) => open.get(sameFile(file)))) {
        const place = uri === undefined ? undefined : documents.place(uri);
        if (place === undefined || documents.settingsOf(place.home).off !== undefined) continue;
        const edits = place.edits(workspace.mend(place.home));
        if (edits.length > 0) parts.push({ uri: place.uri, version: place.version, edits });
      }
      let done = 0;
      await host.project?.mend(
        closed,
        session.client,
        (uri, edits) => {
          parts.push({ uri, version: null, edits });
          done += 1;
          report(`${done} files change`, Math.min(1, done / closed.length));
        },
        cancelled,
      );
      if (cancelled.isCancellationRequested) return { files: 0, edits: 0 };
      if (parts.length === 0) session.say(3, `Nothing in ${folder} can be settled for certain`);
      else await apply("Settle all that is certain in the folder", joined(parts, session.client));
      return { files: parts.length, edits: parts.reduce((count, { edits }) => count + edits.length, 0) };
    },
  );

  const apply = async (label: string, edit: object): Promise<void> => {
    const answer = await session.ask<{ applied: boolean; failureReason?: string }>("workspace/applyEdit", {
      label,
      edit,
    });
    if (answer?.applied === false) {
      session.say(
        2,
        `${label}: the editor did not take the edit${answer.failureReason === undefined ? "" : `: ${answer.failureReason}`}`,
      );
    }
  };

  return {
    capabilities: () => ({ executeCommandProvider: { commands: Object.values(commands), workDoneProgress: true } }),
    requests: {
      "workspace/executeCommand": (
        { command, arguments: given, workDoneToken }: ExecuteCommandParams,
        token: CancellationToken,
      ) => {
        const [uri] = given ?? [];
        if (command === commands.reviewProject) {
          return project.reviewAll("Reviewing the workspace", token).then((outcome) => {
            if (!token.isCancellationRequested) session.say(3, sentenceOf(outcome));
            return outcome;
          });
        }
        if (!(Object.values(commands) as string[]).includes(command)) {
          return new ResponseError(
            ErrorCodes.InvalidParams,
            `There is no command ${command} here: there are ${Object.values(commands).join(", ")}`,
          );
        }
        if (typeof uri !== "string") {
          return new ResponseError(ErrorCodes.InvalidParams, `${command} needs a URI as its argument`);
        }
        if (command === commands.trace) return host.trace?.(uri) ?? null;
        if (command === commands.showRule) return showRule(session, uri);
        if ((Object.values(settingsCommands) as string[]).includes(command)) {
          return runSettingsCommand(session, command, given ?? [], settingsChanged).then((fault) => {
            if (fault !== undefined) session.say(2, fault);
            return null;
          });
        }
        if (!session.client.appliesEdits) {
          return new ResponseError(
            ErrorCodes.InvalidRequest,
            `${command} needs an editor that takes edits (workspace/applyEdit)`,
          );
        }
        return command === commands.settleAll ? settleAll(uri) : mendFolder(uri, token, workDoneToken);
      },
    },
  };
}

/** Opens the page of a rule where the editor can, or says in a sentence why the rule is there. */
async function showRule(session: Session, id: string): Promise<null> {
  const page = session.rulePage(id);
  if (page !== undefined && session.client.showsDocuments) {
    const answer = await session.ask<{ success: boolean }>("window/showDocument", {
      uri: page,
      external: !page.startsWith("file:"),
    });
    if (answer?.success === true) return null;
  }
  const rule = ruleOf(id);
  session.say(3, rule === undefined ? `There is no rule ${id}` : `${rule.title}. ${rule.why}`);
  return null;
}

/** What a review of all files came to. */
function sentenceOf({ files, alerts }: { readonly files: number; readonly alerts: number }): string {
  if (files === 0) return "There are no files here that are looked at";
  return `${alerts === 0 ? "No alerts" : counted(alerts, "alert")} in ${counted(files, "file")}`;
}
