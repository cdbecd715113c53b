/** Watching the files that settings are made of, as long as a document that is open needs them. */
import { statSync } from "node:fs";
import type { FSWatcher } from "chokidar";

/** What tells one state of a file from another; empty where there is no file. */
type FileState = string;

export function stateOf(file: string): FileState {
  const stats = statSync(file, { throwIfNoEntry: false });
  return stats === undefined ? "" : `${stats.mtimeMs} ${stats.size} ${stats.ino}`;
}

/** Milliseconds between two looks for files that are not there – nothing tells of all the folders in which they would come to lie – or that cannot be watched. */
const looking = 300;

export class FileWatch {
  private readonly timer: ReturnType<typeof setInterval>;
  private watcher: Promise<FSWatcher> | undefined;
  private isClosed = false;
  /** The system gives no more watches, so that all files are looked at in turn. */
  private isBlind = false;
  /** The files of each document that needs some. */
  private readonly needs = new Map<string, ReadonlySet<string>>();
  /** How many documents need a file. */
  private readonly counts = new Map<string, number>();
  private readonly known = new Map<string, FileState>();

  constructor(private readonly changed: (file: string) => void) {
    this.timer = setInterval(() => this.lookAround(), looking);
    this.timer.unref();
  }

  /** The files that are watched now. */
  get files(): readonly string[] {
    return [...this.counts.keys()];
  }

  /** Watches files for a document instead of those before. They need not be there yet. */
  follow(document: string, files: Iterable<string>): void {
    const now = new Set(files);
    const before = this.needs.get(document) ?? new Set();
    this.needs.set(document, now);
    const added = [...now].filter((file) => !before.has(file) && this.count(file, 1) === 1);
    const dropped = [...before].filter((file) => !now.has(file) && this.count(file, -1) === 0);
    if (added.length > 0) {
      for (const file of added) this.known.set(file, stateOf(file));
      void this.start().then((watcher) => watcher.add(added));
    }
    if (dropped.length > 0) {
      for (const file of dropped) this.known.delete(file);
      void this.start().then((watcher) => watcher.unwatch(dropped));
    }
  }

  /** Ends the watching for a document. */
  release(document: string): void {
    this.follow(document, []);
    this.needs.delete(document);
  }

  async close(): Promise<void> {
    this.isClosed = true;
    clearInterval(this.timer);
    await (await this.watcher)?.close();
  }

  private count(file: string, by: 1 | -1): number {
    const count = (this.counts.get(file) ?? 0) + by;
    if (count === 0) this.counts.delete(file);
    else this.counts.set(file, count);
    return count;
  }

  /** The watcher, which is loaded when it is first needed. */
  private start(): Promise<FSWatcher> {
    return (
      this.watcher ??= import("chokidar").then(({ watch }) => {
        const watcher = watch([], { persistent: false });
        watcher.on("all", (_, file) => this.look(file));
        watcher.on("error", () => void (this.isBlind = true));
        if (this.isClosed) void watcher.close();
        return watcher;
      })
    );
  }

  private lookAround(): void {
    for (const [file, state] of this.known) {
      if (this.isBlind) this.look(file);
      else if (state === "" && stateOf(file) !== "") {
        void this.start().then((watcher) => watcher.unwatch(file).add(file));
        this.look(file);
      }
    }
  }

  /** A file may have changed since it was read, also between that and the beginning of the watch. */
  private look(file: string): void {
    const before = this.known.get(file);
    if (before === undefined) return;
    const now = stateOf(file);
    if (now === before) return;
    this.known.set(file, now);
    this.changed(file);
  }
}
