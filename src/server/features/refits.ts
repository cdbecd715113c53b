/** Refits as code actions: rewrites that are offered without an alert. */
import { LSPErrorCodes, ResponseError, type CodeAction, type CodeActionParams } from "vscode-languageserver-protocol";
import type { RefitChoice } from "../../engine/workspace.js";
import type { RefitOffer } from "../../languages/refit.js";
import type { Span } from "../../text/edit.js";
import type { Place } from "../place.js";
import type { Session } from "../session.js";
import { workspaceEdit } from "../workspace-edit.js";
import { automatic, invoked, wants } from "./asked.js";

/** Is run by the extension for VS Code: the document, and where the name stands in it. */
const startRenameCommand = "alertQuill.startRename";

/** A refit that is worked out, and tried, when it is taken. */
export interface DeferredRefit extends Span {
  readonly uri: string;
  readonly version: number;
  readonly does: "refit";
  readonly id: string;
}

/** The refits for a request. Those that cannot be done come, with the reason, to who asked by hand and can show that. */
export function refitActions(
  { range, context: { only, triggerKind } }: CodeActionParams,
  place: Place,
  session: Session,
): CodeAction[] {
  const selection = place.span(range);
  // Where the cursor merely stops, nobody thinks of rewriting.
  if (
    !place.isWhole ||
    (triggerKind === automatic && (selection.from === selection.to || only == null)) ||
    !wants(only, "refactor.rewrite", "refactor.extract", "refactor.inline")
  ) return [];
  const { workspace, client } = session;
  return workspace.refits(place.home, selection).flatMap((choice): CodeAction[] => {
    const { id, kind, title } = choice;
    if (!wants(only, kind)) return [];
    if ("reason" in choice) {
      return client.disabledActions && triggerKind === invoked
        ? [{ title, kind, disabled: { reason: choice.reason } }]
        : [];
    }
    if (client.resolvesEdits) {
      return [{
        title,
        kind,
        data: { uri: place.uri, version: place.version, does: "refit", id, ...selection } satisfies DeferredRefit,
      }];
    }
    const edit = workspace.doesHarm(place.home, choice.edits)
      ? undefined
      : workspaceEdit(session, place.home, choice.edits);
    return edit === undefined ? [] : [{ title, kind, edit, ...startRename(choice, place, session) }];
  });
}

/** Has the editor ask for the name that a refit leaves to be chosen, where the editor is one that knows how. */
function startRename(
  { edits, names }: RefitOffer,
  place: Place,
  { client }: Session,
): Pick<CodeAction, "command"> | undefined {
  if (names === undefined || !client.isExtension) return undefined;
  const edit = edits[names.edit]!;
  const { line, character } = place.range(edit.from, edit.from).start;
  const position = { line, character: character + names.at };
  return { command: { title: "Choose the name", command: startRenameCommand, arguments: [place.uri, position] } };
}

/** An action with its edit, once it is taken. */
export function resolveRefit(
  action: CodeAction,
  { id, from, to }: DeferredRefit,
  place: Place,
  session: Session,
): CodeAction | ResponseError<void> {
  const { workspace } = session;
  const choice: RefitChoice | undefined = workspace.refits(place.home, { from, to }).find((one) => one.id === id);
  if (choice === undefined || !("edits" in choice)) {
    return new ResponseError(LSPErrorCodes.ContentModified, "This cannot be done any more");
  }
  if (workspace.doesHarm(place.home, choice.edits)) {
    session.say(2, `${choice.title}: the text would have a new error afterwards, so it is left as it is`);
    return { ...action, edit: { changes: {} } };
  }
  const doubt = choice.certainty === "proposed"
    ? { label: "Proposed", description: "It may change what the program does: look at it" }
    : undefined;
  const edit = workspaceEdit(session, place.home, choice.edits, doubt) ?? { changes: {} };
  return { ...action, edit, ...startRename(choice, place, session) };
}
