/**
 * Results of a project in one file, in front of those that lie on disk one by one, and what its files were: reading many small files, and texts that have not changed, takes longer
 * than all else of a review in which nothing has changed.
 */
import { createHash } from "node:crypto";
import { mkdirSync, readFileSync, renameSync, statSync, utimesSync, writeFileSync, type Stats } from "node:fs";
import path from "node:path";
import { day, storeFolder, type FileResult, type Results } from "./result-store.js";

/** Milliseconds in which a file can change twice without its times telling. */
const sameTime = 3000;

/** What a file was: its times and size as a text, and its mark. */
type Noted = readonly [state: string, mark: string];

interface Pack {
  readonly results: ReadonlyMap<string, FileResult>;
  readonly marks: ReadonlyMap<string, Noted>;
}

const nothing: Pack = { results: new Map(), marks: new Map() };

export class PackedResults implements Results {
  private pack: Pack | undefined;
  private readonly marks = new Map<string, Noted>();
  /** Files as they were before they were read. */
  private readonly states = new Map<string, string>();
  private readonly used = new Map<string, FileResult>();
  private isOther = false;
  private readonly file: string;

  /** `project` is what is reviewed, as folders and names; `began` when that began. */
  constructor(
    private readonly behind: Results,
    project: string,
    folder = storeFolder(),
    private readonly began = Date.now(),
  ) {
    this.file = path.join(folder, "projects", `${createHash("sha1").update(project).digest("hex")}.json`);
  }

  get(key: string): FileResult | undefined {
    const packed = this.packed.results.get(key);
    const result = packed ?? this.behind.get(key);
    if (result === undefined) return undefined;
    this.isOther ||= packed === undefined;
    this.used.set(key, result);
    return result;
  }

  put(key: string, result: FileResult): void {
    this.isOther = true;
    this.used.set(key, result);
    this.behind.put(key, result);
  }

  markOf(file: string): string | undefined {
    let stats: Stats;
    try {
      stats = statSync(file);
    } catch {
      // Gone, or not to be looked at: whoever reads it tells why.
      return undefined;
    }
    const { mtimeMs, ctimeMs, size, ino } = stats;
    const state = `${mtimeMs} ${ctimeMs} ${size} ${ino}`;
    const noted = this.packed.marks.get(file);
    if (noted?.[0] === state) {
      this.marks.set(file, noted);
      return noted[1];
    }
    // What was written just now may be written again at the same time.
    if (Math.max(mtimeMs, ctimeMs) < this.began - sameTime) this.states.set(file, state);
    return undefined;
  }

  noteMark(file: string, mark: string): void {
    const state = this.states.get(file);
    if (state === undefined) return;
    this.isOther = true;
    this.marks.set(file, [state, mark]);
  }

  private get packed(): Pack {
    return (this.pack ??= this.read());
  }

  /** Keeps what was asked for since the beginning, and nothing else. A disk that is full or may not be written keeps none. */
  prune(): void {
    this.behind.prune();
    try {
      const { results, marks } = this.packed;
      if (!this.isOther && this.used.size === results.size && this.marks.size === marks.size) {
        // What is in use is not thrown away for its age.
        if (Date.now() - statSync(this.file).mtimeMs > day) utimesSync(this.file, new Date(), new Date());
        return;
      }
      mkdirSync(path.dirname(this.file), { recursive: true });
      const written = `${this.file}.${process.pid}`;
      writeFileSync(written, JSON.stringify({ results: [...this.used], marks: [...this.marks] }));
      renameSync(written, this.file);
    } catch {
      return;
    }
  }

  private read(): Pack {
    try {
      const { results, marks } = JSON.parse(readFileSync(this.file, "utf8")) as {
        readonly results: readonly (readonly [string, FileResult])[];
        readonly marks: readonly (readonly [string, Noted])[];
      };
      return { results: new Map(results.filter(([, { asked }]) => Array.isArray(asked))), marks: new Map(marks) };
    } catch {
      // Not there, or written by something else: the results lie beside it one by one.
      return nothing;
    }
  }
}
