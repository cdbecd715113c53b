/** All files of the workspace's folders: in the background when the editor is set to it, when it asks, and by a command. */
import {
  CancellationTokenSource,
  LSPErrorCodes,
  ResponseError,
  type CancellationToken,
  type WorkspaceDiagnosticParams,
  type WorkspaceDiagnosticReport,
  type WorkspaceDocumentDiagnosticReport,
} from "vscode-languageserver-protocol";
import type { Progress } from "../progress.js";
import type { FileReport, ProjectReview } from "../project-review.js";
import type { Publisher } from "../publisher.js";
import type { Feature, Session } from "../session.js";
import { sameFile } from "../uri.js";
import { diagnosticIdentifier } from "./diagnostics.js";

/** Reports that go to the client at a time. */
const batch = 50;

/** Milliseconds in which several changes of files are taken for one. */
const settling = 200;

export class ProjectFeature {
  private isOn = false;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private running: CancellationTokenSource | undefined;
  /** Files to be looked at again, and when. */
  private readonly again = new Set<string>();
  private againTimer: ReturnType<typeof setTimeout> | undefined;
  private readonly stopped = new CancellationTokenSource();
  /** What was last answered when all had been told. */
  private answered = -1;

  constructor(
    private readonly session: Session,
    private readonly review: ProjectReview,
    private readonly publisher: Publisher,
    private readonly progress: Progress,
  ) {}

  feature(): Feature {
    return {
      // A client that can be told later is told once it is known what is wanted.
      capabilities: ({ registersDiagnostics, canPull }) => (
        registersDiagnostics && canPull
          ? {}
          : {
            diagnosticProvider: {
              identifier: diagnosticIdentifier,
              interFileDependencies: true,
              workspaceDiagnostics: true,
              workDoneProgress: true,
            },
          }
      ),
      begin: () => this.register(this.isWanted),
      requests: {
        "workspace/diagnostic": (params: WorkspaceDiagnosticParams, token: CancellationToken) =>
          this.answer(params, token),
      },
      notifications: {
        "window/workDoneProgress/cancel": ({ token }: { token: string | number }) => this.progress.cancel(token),
      },
    };
  }

  private get isWanted(): boolean {
    return this.session.editor.scope === "workspace";
  }

  /** The settings have changed, or which files there are. */
  allChanged(): void {
    this.review.allChanged();
    if (this.isOn !== this.isWanted) {
      this.register(this.isWanted);
      if (!this.isWanted) this.publisher.clearFiles();
    }
    this.schedule();
    for (const uri of this.publisher.told) this.lookAgain(uri);
  }

  /** What is on the disk of a file has changed. */
  fileChanged(uri: string): void {
    this.review.fileChanged(uri);
    this.schedule();
    const told = this.publisher.told.find((one) => sameFile(one) === sameFile(uri));
    if (told !== undefined) this.lookAgain(told);
  }

  /** Where nothing is told of files that nobody opened unless somebody asks, what was told once stays true. */
  private lookAgain(uri: string): void {
    const { session, publisher, again } = this;
    if (this.isWanted || session.host.project === undefined || session.host.isSettingsFile(uri)) return;
    again.add(uri);
    clearTimeout(this.againTimer);
    this.againTimer = setTimeout(() => {
      const uris = [...again];
      again.clear();
      session.host.project!
        .review(
          uris,
          session.client,
          (one, diagnostics) => {
            if (!session.workspace.has(one)) publisher.file(one, diagnostics);
          },
          this.stopped.token,
        )
        .catch((error: unknown) => session.log(
          1,
          `Files that were told of could not be looked at again: ${String(error)}`,
        ));
    }, settling);
  }

  stop(): void {
    clearTimeout(this.timer);
    clearTimeout(this.againTimer);
    this.stopped.cancel();
    this.running?.cancel();
    this.review.touch();
  }

  /** Reviews all files and tells what is found in those that are not open. */
  async reviewAll(title: string, token?: CancellationToken): Promise<{ files: number; alerts: number }> {
    const { session, review, progress, publisher } = this;
    return progress.run(title, undefined, token, async (report, cancelled) => {
      // Of documents that are open is told when they are ready.
      const each = ({ uri, version, diagnostics }: FileReport): void => {
        if (version === null && !session.workspace.has(uri)) publisher.file(uri, diagnostics);
      };
      return review.run(cancelled, each, report);
    });
  }

  private register(wanted: boolean): void {
    const { session } = this;
    const { registersDiagnostics, canPull } = session.client;
    const before = this.isOn;
    this.isOn = wanted;
    if (wanted && !before) this.schedule();
    if (!registersDiagnostics || !canPull) return;
    const registration = { id: "alert-quill/diagnostics", method: "textDocument/diagnostic" };
    const options = {
      documentSelector: null,
      identifier: diagnosticIdentifier,
      interFileDependencies: true,
      workspaceDiagnostics: wanted,
      workDoneProgress: true,
    };
    const renew = before === wanted
      ? undefined
      : session.ask("client/unregisterCapability", { unregisterations: [registration] });
    void Promise.resolve(renew).then(() => session.ask("client/registerCapability", {
      registrations: [{ ...registration, registerOptions: options }],
    }));
  }

  /** Reviews all in the background, for a client that does not ask by itself. */
  private schedule(): void {
    if (!this.isWanted || this.session.pulls) return;
    clearTimeout(this.timer);
    this.timer = setTimeout(() => {
      this.running?.cancel();
      this.running = new CancellationTokenSource();
      void this.reviewAll("Reviewing the workspace", this.running.token).catch((error: unknown) => this.session.log(
        1,
        `The workspace could not be reviewed: ${String(error)}`,
      ));
    }, settling);
  }

  private async answer(
    { previousResultIds, partialResultToken, workDoneToken }: WorkspaceDiagnosticParams,
    token: CancellationToken,
  ): Promise<WorkspaceDiagnosticReport | ResponseError<void>> {
    const { session, review } = this;
    // Somebody who was told all waits until there is something new.
    if (previousResultIds.length > 0 && this.answered === review.revision) await review.changed(this.answered, token);
    const before = new Map(previousResultIds.map(({ uri, value }) => [uri, value]));
    const at = review.revision;
    const items: WorkspaceDocumentDiagnosticReport[] = [];
    const flush = (): void => {
      if (partialResultToken === undefined || items.length === 0) return;
      session.send("$/progress", { token: partialResultToken, value: { items: items.splice(0) } });
    };
    const each = ({ uri, version, diagnostics, resultId }: FileReport): void => {
      items.push(
        before.get(uri) === resultId
          ? { kind: "unchanged", uri, version, resultId }
          : { kind: "full", uri, version, resultId, items: [...diagnostics] },
      );
      if (items.length >= batch) flush();
    };
    if (workDoneToken === undefined) await review.run(token, each);
    else {
      await this.progress.run("Reviewing the workspace", workDoneToken, token, (report, cancelled) => review.run(
        cancelled,
        each,
        report,
      ));
    }
    flush();
    if (token.isCancellationRequested) return new ResponseError(LSPErrorCodes.RequestCancelled, "Cancelled");
    this.answered = at;
    return { items };
  }
}
