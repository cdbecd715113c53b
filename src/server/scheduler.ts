/** When documents are analysed: after a pause without changes, a few milliseconds at a time, so that newer edits and requests find the server free. */
import type { CancellationToken } from "vscode-jsonrpc";
import type { Session } from "./session.js";

/** Milliseconds of work at a time, and those after which a first part of the alerts of a large file is shown. */
const slice = 5;
const patience = 150;

/** The length from which on a file is large, in UTF-16 code units. */
const large = 100_000;

type Waiter = (ready: boolean) => void;

export interface AnalysisEvents {
  /** The alerts of a document are ready; `time` is what it took, in milliseconds. */
  ready(home: string, time: number): void;
  working(home: string): void;
  /** It takes long, and of some alerts it is already known that they will be among them. */
  partly(home: string): void;
}

export class Scheduler {
  private readonly timers = new Map<string, ReturnType<typeof setTimeout>>();
  private readonly waiting = new Map<string, Set<Waiter>>();
  private readonly whenIdle = new Set<() => void>();
  private events: AnalysisEvents | undefined;

  constructor(private readonly session: Session) {}

  listen(events: AnalysisEvents): void {
    this.events = events;
  }

  /** Analyses a document after a pause. What of an older version is not done yet is abandoned. */
  schedule(home: string, pause = this.session.editor.pause): void {
    clearTimeout(this.timers.get(home));
    this.timers.set(home, setTimeout(() => this.analyse(home, performance.now(), false), pause));
  }

  /** Leaves off analysing a document that is another now, unless somebody waits for it. */
  abandon(home: string): void {
    this.drop(home);
    if (this.waiting.has(home)) this.schedule(home, 0);
  }

  private drop(home: string): void {
    clearTimeout(this.timers.get(home));
    this.timers.delete(home);
  }

  /** A document is gone. */
  forget(home: string): void {
    this.drop(home);
    this.release(home, false);
    this.tellIdle();
  }

  /** Waits until the alerts of a document as it is are ready. `false` when it was closed or the wait was cancelled. */
  ready(home: string, token: CancellationToken): Promise<boolean> {
    if (this.session.workspace.isReady(home)) return Promise.resolve(true);
    return new Promise((resolve) => {
      const waiting = this.waiting.get(home) ?? new Set();
      this.waiting.set(home, waiting);
      const waiter: Waiter = (ready) => {
        cancelled.dispose();
        waiting.delete(waiter);
        if (waiting.size === 0) this.waiting.delete(home);
        resolve(ready);
      };
      const cancelled = token.onCancellationRequested(() => waiter(false));
      waiting.add(waiter);
      this.schedule(home, 0);
    });
  }

  /** Resolves when no document is to be analysed. */
  idle(): Promise<void> {
    return this.timers.size === 0 ? Promise.resolve() : new Promise((resolve) => void this.whenIdle.add(resolve));
  }

  stop(): void {
    for (const timer of this.timers.values()) clearTimeout(timer);
    this.timers.clear();
    for (const home of this.waiting.keys()) this.release(home, false);
    this.tellIdle();
  }

  private release(home: string, ready: boolean): void {
    for (const waiter of [...(this.waiting.get(home) ?? [])]) waiter(ready);
    this.waiting.delete(home);
  }

  private tellIdle(): void {
    if (this.timers.size > 0) return;
    const told = [...this.whenIdle];
    this.whenIdle.clear();
    for (const tell of told) tell();
  }

  private analyse(home: string, began: number, shown: boolean): void {
    this.timers.delete(home);
    const { workspace } = this.session;
    const until = performance.now() + slice;
    try {
      if (workspace.work(home, () => performance.now() > until)) {
        this.events?.ready(home, performance.now() - began);
        this.release(home, true);
        this.tellIdle();
        return;
      }
    } catch (error) {
      // A fault of ours costs this report, not the session.
      this.session.log(
        1,
        `${home} could not be analysed at version ${workspace.version(home)}: ${error instanceof Error ? error.stack : String(error)}`,
      );
      this.release(home, false);
      this.tellIdle();
      return;
    }
    this.events?.working(home);
    // In a large file that has just been opened, what has been found so far is shown once.
    const partly = !shown && workspace.text(home).length > large && performance.now() - began > patience;
    if (partly) this.events?.partly(home);
    this.timers.set(home, setTimeout(() => this.analyse(home, began, shown || partly), 0));
  }
}
