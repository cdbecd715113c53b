/** What is told of all files of the workspace's folders: open ones from the server's own work, others from threads beside it. */
import type { CancellationToken } from "vscode-jsonrpc";
import type { Diagnostic } from "vscode-languageserver-protocol";
import { resultIdOf } from "./diagnostics.js";
import type { Report } from "./progress.js";
import type { Publisher } from "./publisher.js";
import type { Session } from "./session.js";
import { sameFile } from "./uri.js";

/** What is known of a file. */
export interface FileReport {
  readonly uri: string;
  /** Of a document that is open. */
  readonly version: number | null;
  readonly diagnostics: readonly Diagnostic[];
  readonly resultId: string;
}

export class ProjectReview {
  /** What was found in files that are not open, by the file. */
  private readonly found = new Map<string, FileReport>();
  /** What of it is not up to date: all, or some files. */
  private stale: "all" | Map<string, string> = "all";
  private waiters: (() => void)[] = [];
  /** Counts what could make a difference to somebody who was told. */
  private changes = 0;

  constructor(
    private readonly session: Session,
    private readonly publisher: Publisher,
  ) {}

  /** The settings have changed, or which files there are. */
  allChanged(): void {
    this.stale = "all";
    this.touch();
  }

  fileChanged(uri: string): void {
    if (this.stale !== "all") this.stale.set(sameFile(uri), uri);
    this.touch();
  }

  /** Something changed in what is open. */
  touch(): void {
    this.changes += 1;
    const told = this.waiters;
    this.waiters = [];
    for (const tell of told) tell();
  }

  get revision(): number {
    return this.changes;
  }

  /** Waits until something has changed since a revision. */
  async changed(since: number, token: CancellationToken): Promise<void> {
    while (this.changes === since && !token.isCancellationRequested) {
      await new Promise<void>((resolve) => {
        const cancelled = token.onCancellationRequested(() => resolve());
        this.waiters.push(() => {
          cancelled.dispose();
          resolve();
        });
      });
    }
  }

  /** Brings all up to date, open files first. Each file of which something is known now is handed to `each`; what is told is what is not told yet. */
  async run(
    token: CancellationToken,
    each: (report: FileReport) => void,
    report: Report = () => undefined,
  ): Promise<{ files: number; alerts: number }> {
    const { session } = this;
    await session.scheduler.idle();
    let alerts = 0;
    let files = 0;
    const tell = (one: FileReport): void => {
      files += 1;
      alerts += one.diagnostics.length;
      each(one);
    };
    const open = new Set<string>();
    for (const place of session.workspace.uris.flatMap((home) => session.documents.places(home))) {
      open.add(sameFile(place.uri));
      if (token.isCancellationRequested || !(await session.scheduler.ready(place.home, token))) continue;
      const told = this.publisher.diagnosticsOf(place.uri);
      if (told !== undefined) {
        tell({
          uri: place.uri,
          version: told.version,
          diagnostics: told.diagnostics,
          resultId: resultIdOf(told.diagnostics),
        });
      }
    }
    const { project } = session.host;
    if (project === undefined || token.isCancellationRequested) return { files, alerts };
    const { stale } = this;
    this.stale = new Map();
    const wanted = stale === "all" ? await project.files() : [...stale.values()];
    if (stale === "all") this.forgetAllBut(new Set(wanted.map(sameFile)), each);
    const closed = wanted.filter((uri) => !open.has(sameFile(uri)));
    let done = 0;
    const finished = new Set<string>();
    await project.review(
      closed,
      session.client,
      (uri, diagnostics) => {
        done += 1;
        finished.add(uri);
        const one = { uri, version: null, diagnostics, resultId: resultIdOf(diagnostics) };
        this.found.set(sameFile(uri), one);
        report(`${done} of ${closed.length} files`, done / closed.length);
      },
      token,
    );
    // What was cancelled is still to be done.
    if (token.isCancellationRequested) this.putBack(stale, finished);
    for (const [key, one] of this.found) {
      if (open.has(key)) continue;
      // Of one that is gone nothing is told, whoever took it away.
      if (one.diagnostics.length > 0 && session.host.isThere?.(one.uri) === false) {
        this.found.delete(key);
        each({ ...one, diagnostics: [], resultId: resultIdOf([]) });
      } else tell(one);
    }
    return { files, alerts };
  }

  private putBack(stale: "all" | ReadonlyMap<string, string>, finished: ReadonlySet<string>): void {
    if (stale === "all") this.stale = "all";
    else if (this.stale !== "all") for (const [key, uri] of stale) if (!finished.has(uri)) this.stale.set(key, uri);
  }

  /** Files that are gone have nothing to be told. */
  private forgetAllBut(there: ReadonlySet<string>, each: (report: FileReport) => void): void {
    for (const [key, { uri }] of this.found) {
      if (there.has(key)) continue;
      this.found.delete(key);
      each({ uri, version: null, diagnostics: [], resultId: resultIdOf([]) });
    }
  }
}
