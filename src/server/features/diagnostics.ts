/** What is told of documents: sent when it is ready, or when the client asks. */
import {
  LSPErrorCodes,
  ResponseError,
  type CancellationToken,
  type DocumentDiagnosticParams,
  type DocumentDiagnosticReport,
} from "vscode-languageserver-protocol";
import { costLine, stagesOf } from "../../report/cost.js";
import { resultIdOf } from "../diagnostics.js";
import type { Neighbours } from "../neighbours.js";
import type { Publisher } from "../publisher.js";
import type { Feature, Session } from "../session.js";

/** The name under which diagnostics of this server are asked for. */
export const diagnosticIdentifier = "alert-quill";

export function diagnosticsFeature(session: Session, publisher: Publisher, neighbours: Neighbours): Feature {
  const { scheduler, workspace, documents, meter, status, lenses } = session;

  scheduler.listen({
    ready(home, time) {
      // Where only saves count, what is worked out in between for a request is not shown.
      if (session.editor.when === "type" || !documents.isUnsaved(home)) publisher.document(home);
      const { off, broken, waiting } = documents.settingsOf(home);
      if (off !== undefined) status.tell(home, "off", `Off: ${off}`);
      else if (broken !== undefined) status.tell(home, "broken", `Broken settings: ${broken}`);
      else {
        status.tell(
          home,
          "ready",
          waiting !== undefined
            ? `Ready, without packs: ${waiting.folder} is not trusted`
            : workspace.isGenerated(home)
              ? "Ready: the file says that it is generated, so only its form is checked"
              : `Ready${status.isWanted ? lenses.fileText(home) : ""}`,
        );
      }
      if (session.editor.cost) {
        if (session.editor.status) {
          session.send("alertQuill/cost", {
            uri: home,
            version: workspace.version(home),
            time,
            stages: stagesOf(meter),
          });
        }
        session.log(4, `${home} version ${workspace.version(home)} in ${time.toFixed(1)} ms: ${costLine(meter)}`);
      }
      meter.clear();
      neighbours.lookAgain();
    },
    known: () => neighbours.lookAgain(),
    working: (home) => status.working(home),
    partly(home) {
      const soFar = workspace.alertsSoFar(home);
      if (soFar === undefined || soFar.length === 0) return;
      publisher.document(home, soFar);
      status.tell(home, "working", "Working … partly shown");
    },
  });

  return {
    requests: {
      "textDocument/diagnostic": async (
        { textDocument: { uri }, previousResultId }: DocumentDiagnosticParams,
        token: CancellationToken,
      ): Promise<DocumentDiagnosticReport | ResponseError<object>> => {
        publisher.pulled();
        const home = documents.place(uri)?.home;
        // On a battery what is typed waits for the save: what was last told stays.
        if (
          home !== undefined && session.editor.when === "save" && documents.isUnsaved(home) && previousResultId != null
        ) return { kind: "unchanged", resultId: previousResultId };
        if (home !== undefined && !(await scheduler.ready(home, token))) {
          return token.isCancellationRequested
            ? new ResponseError(LSPErrorCodes.RequestCancelled, "Cancelled")
            : new ResponseError(LSPErrorCodes.ServerCancelled, "The document was closed", { retriggerRequest: false });
        }
        const items = publisher.diagnosticsOf(uri)?.diagnostics ?? [];
        const resultId = resultIdOf(items);
        return resultId === previousResultId ? { kind: "unchanged", resultId } : { kind: "full", resultId, items };
      },
    },
  };
}
