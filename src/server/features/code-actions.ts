/** Remedies as code actions. */
import {
  LSPErrorCodes,
  ResponseError,
  type CancellationToken,
  type CodeAction,
  type CodeActionParams,
} from "vscode-languageserver-protocol";
import type { Edit } from "../../text/edit.js";
import type { Place } from "../place.js";
import type { Saves } from "../saves.js";
import type { Feature, Session } from "../session.js";
import { openSettings, settingsActions } from "../settings-file.js";
import { plainTitle } from "../titles.js";
import { workspaceEdit } from "../workspace-edit.js";
import { automatic, invoked, wants } from "./asked.js";
import { allOfRule, look, quickFixes, type Deferred } from "./quick-fixes.js";
import { refitActions, resolveRefit, type DeferredRefit } from "./refits.js";

const titles = { "settle-all": "Settle all that is certain", "order-imports": "Put the imports in order" } as const;

/** Kinds that are answered only when they are asked for, with a name of our own that settings of an editor can use to mean this server alone. */
const sources = [
  { kind: "source.fixAll", own: "source.fixAll.alertQuill", does: "settle-all" },
  { kind: "source.organizeImports", own: "source.organizeImports.alertQuill", does: "order-imports" },
] as const;

export function codeActionFeature(session: Session, saves: Saves): Feature {
  const { documents, workspace, scheduler } = session;

  const answer = async (params: CodeActionParams, token: CancellationToken): Promise<CodeAction[]> => {
    const { uri } = params.textDocument;
    const { only, triggerKind } = params.context;
    const open = openSettings(session, uri);
    if (open !== undefined) {
      return wants(only, "quickfix") ? settingsActions(open.settings, params, open.place, session) : [];
    }
    const asked = documents.place(uri);
    if (asked === undefined) return [];
    // On a battery nothing is analysed because the cursor stopped.
    if (
      triggerKind === automatic &&
      only === undefined &&
      session.editor.when === "save" &&
      !workspace.isReady(asked.home)
    ) return [];
    if (!(await scheduler.ready(asked.home, token))) return [];
    const place = documents.place(uri);
    if (place === undefined || place.version !== asked.version) return [];
    const actions = wants(only, "quickfix") ? quickFixes(params, place, session) : [];
    if (params.context.diagnostics.length === 0 || only != null || triggerKind === invoked) {
      actions.push(...refitActions(params, place, session));
    }
    for (const { kind, own, does } of sources) {
      const named = only?.includes(own) === true ? own : only !== undefined && wants(only, kind) ? kind : undefined;
      if (named === undefined) continue;
      const deferred: Deferred = { uri, version: place.version, does, trigger: triggerKind };
      if (session.client.resolvesEdits && triggerKind !== automatic) {
        if (does === "order-imports" || documents.alerts(place).length > 0) {
          actions.push({ title: titles[does], kind: named, data: deferred });
        }
        continue;
      }
      const edits = sourceEdits(place, deferred);
      const edit = edits.length > 0 ? workspaceEdit(session, place.home, edits) : undefined;
      if (edit !== undefined) actions.push({ title: titles[does], kind: named, edit });
    }
    return actions;
  };

  /** The edits of an action for the whole document. As a part of a save it does what the settings say of saves, and nothing if that has been done. */
  const sourceEdits = (place: Place, { does, trigger }: Deferred): readonly Edit[] => {
    const { home, uri, text } = place;
    if (does === "order-imports") return workspace.orderImports(home);
    if (trigger !== invoked && place.isWhole && saves.isDone(uri, text)) return [];
    const edits = trigger === automatic && place.isWhole
      ? workspace.onSave(home, documents.typed.in(uri))
      : workspace.mend(home);
    if (trigger !== invoked && place.isWhole) saves.answered(uri, text, edits);
    return edits;
  };

  const resolve = (action: CodeAction): CodeAction | ResponseError<void> => {
    const deferred = action.data as Deferred | DeferredRefit | undefined;
    if (action.edit !== undefined || deferred === undefined) return action;
    const place = documents.place(deferred.uri);
    if (place === undefined || place.version !== deferred.version) {
      return new ResponseError(LSPErrorCodes.ContentModified, "The document has changed since this was offered");
    }
    if (deferred.does === "refit") return resolveRefit(action, deferred, place, session);
    const settled = deferred.does === "settle-rule" ? allOfRule(deferred.rule ?? "", place, session) : undefined;
    const edits = settled?.flatMap((remedy) => remedy.edits) ?? sourceEdits(place, deferred);
    if (edits.length === 0) {
      session.say(
        3,
        deferred.does === "order-imports"
          ? "The imports are in order"
          : "Nothing here can be settled for certain: what is left needs a person to look at it",
      );
    }
    const edit = workspaceEdit(
      session,
      place.home,
      edits,
      settled?.some(({ certainty }) => certainty === "proposed") === true ? look : undefined,
    );
    return { ...action, edit: edit ?? { changes: {} } };
  };

  return {
    capabilities: ({ resolvesEdits }) => ({
      codeActionProvider: {
        codeActionKinds: [
          "quickfix",
          "refactor.rewrite",
          "refactor.extract",
          "refactor.inline",
          ...sources.map(({ kind }) => kind),
        ],
        resolveProvider: resolvesEdits,
      },
    }),
    requests: {
      "textDocument/codeAction": async (params: CodeActionParams, token: CancellationToken) =>
        (await answer(params, token)).map(plainTitle),
      "codeAction/resolve": resolve,
    },
  };
}
