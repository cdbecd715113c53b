/** When documents are analysed: after a pause without changes, a few milliseconds at a time, so that newer edits and requests find the server free. */
import type { CancellationToken } from "vscode-jsonrpc";
import type { Reached } from "../engine/analysis.js";
import { longText } from "../engine/long-text.js";
import type { ModuleGraph } from "../engine/module-graph.js";
import type { Session } from "./session.js";

/** Milliseconds of work at a time. */
const slice = 5;
/**
 * Milliseconds after which a first part of the alerts of a long text is shown: a small one that waits for a busy machine is shown at once. What is wrong with its form and what is
 * found in a window come as they are known, the next parts each after twice the time.
 */
const patience = 100;

type Waiter = (ready: boolean) => void;

export interface AnalysisEvents {
  /** The alerts of a document are ready; `time` is what it took, in milliseconds. */
  ready(home: string, time: number): void;
  working(home: string): void;
  /** What rules waited for about other files is known. */
  known(): void;
  /** It takes long, and of some alerts it is already known that they will be among them. */
  partly(home: string): void;
}

/** A document whose turn has come, with when its analysis began. */
interface Turn {
  readonly began: number;
  /** How far it had come when something was shown last. */
  shown: Reached;
  /** After how many milliseconds what is known by then is shown next. */
  next: number;
}

/**
 * Documents whose pause is over stand in a queue. A slice of work goes to one that a request waits for, if there is one, or else to the one that was edited last; the others,
 * as those of a session that has just been restored, come in the order in which they were opened.
 */
export class Scheduler {
  /** Documents that wait for the end of a pause. */
  private readonly timers = new Map<string, ReturnType<typeof setTimeout>>();
  private readonly queue = new Map<string, Turn>();
  /** Documents that were edited, the last one last. */
  private readonly edited = new Set<string>();
  private readonly waiting = new Map<string, Set<Waiter>>();
  private readonly whenIdle = new Set<() => void>();
  private events: AnalysisEvents | undefined;
  private next: ReturnType<typeof setTimeout> | undefined;
  private isStopped = false;

  constructor(private readonly session: Session) {}

  listen(events: AnalysisEvents): void {
    this.events = events;
  }

  /** Analyses a document after a pause, or at once where a request waits for it. */
  schedule(home: string, pause = this.session.editor.pause): void {
    this.leave(home);
    if (pause === 0 || this.waiting.has(home)) this.enqueue(home);
    else this.timers.set(home, setTimeout(() => this.enqueue(home), pause));
  }

  /** Leaves off analysing a document that is another now, unless somebody waits for it. It comes before those that are only open. */
  abandon(home: string): void {
    this.edited.delete(home);
    this.edited.add(home);
    this.leave(home);
    if (this.waiting.has(home)) this.enqueue(home);
  }

  /** A document is gone. */
  forget(home: string): void {
    this.leave(home);
    this.edited.delete(home);
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
      if (!this.queue.has(home)) this.schedule(home, 0);
    });
  }

  /** Resolves when no document is to be analysed. */
  idle(): Promise<void> {
    return this.isIdle ? Promise.resolve() : new Promise((resolve) => void this.whenIdle.add(resolve));
  }

  /** Ends all work for good. */
  stop(): void {
    this.isStopped = true;
    for (const timer of this.timers.values()) clearTimeout(timer);
    this.timers.clear();
    this.queue.clear();
    for (const home of this.waiting.keys()) this.release(home, false);
    this.tellIdle();
  }

  private get isIdle(): boolean {
    return this.timers.size === 0 && this.queue.size === 0;
  }

  /** Takes a document out of the queue, or ends its pause. */
  private leave(home: string): void {
    clearTimeout(this.timers.get(home));
    this.timers.delete(home);
    this.queue.delete(home);
  }

  private enqueue(home: string): void {
    this.timers.delete(home);
    this.queue.set(home, { began: performance.now(), shown: "nothing", next: patience });
    this.goOn();
  }

  private goOn(): void {
    const { graph } = this.session;
    if (this.isStopped || this.next !== undefined || (this.queue.size === 0 && graph?.hasUnread !== true)) return;
    this.next = setTimeout(() => {
      this.next = undefined;
      const home = this.first();
      if (home !== undefined) this.analyse(home, this.queue.get(home)!);
      else this.readOn(graph!);
      this.goOn();
    }, 0);
  }

  /** Reads files of the project, which some rules wait for, while there is nothing else to do. */
  private readOn(graph: ModuleGraph): void {
    const until = performance.now() + slice;
    if (graph.readOn(() => performance.now() > until)) this.events?.known();
  }

  /** The document of the queue whose turn it is. */
  private first(): string | undefined {
    for (const home of this.waiting.keys()) if (this.queue.has(home)) return home;
    const edited = [...this.edited].findLast((home) => this.queue.has(home));
    return edited ?? this.queue.keys().next().value;
  }

  private release(home: string, ready: boolean): void {
    for (const waiter of [...(this.waiting.get(home) ?? [])]) waiter(ready);
    this.waiting.delete(home);
  }

  private tellIdle(): void {
    if (!this.isIdle) return;
    const told = [...this.whenIdle];
    this.whenIdle.clear();
    for (const tell of told) tell();
  }

  /** Shows what is known of a long text, if that is more than was shown and it has taken a while. */
  private showSome(home: string, turn: Turn): void {
    const time = performance.now() - turn.began;
    if (time < patience) return;
    const reached = this.session.workspace.reached(home);
    if (reached === turn.shown && (time < turn.next || reached !== "window")) return;
    turn.shown = reached;
    this.events?.partly(home);
    // Showing it takes time too.
    turn.next = 2 * (performance.now() - turn.began);
  }

  private analyse(home: string, turn: Turn): void {
    const { workspace } = this.session;
    const until = performance.now() + slice;
    try {
      if (!workspace.work(home, () => performance.now() > until)) {
        this.events?.working(home);
        if (workspace.text(home).length > longText) this.showSome(home, turn);
        return;
      }
      this.leave(home);
      this.edited.delete(home);
      this.events?.ready(home, performance.now() - turn.began);
      this.release(home, true);
    } catch (error) {
      // A fault of ours costs this report, not the session.
      this.session.log(
        1,
        `${home} could not be analysed at version ${workspace.version(home)}: ${error instanceof Error ? error.stack : String(error)}`,
      );
      this.leave(home);
      this.release(home, false);
    }
    this.tellIdle();
  }
}
