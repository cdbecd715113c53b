import type { FileResult, Results } from "./result-store.js";

/** Results kept in memory while a program runs, in front of others. What was not asked for between two calls of `prune` is forgotten. */
export class RememberedResults implements Results {
  private recent = new Map<string, FileResult>();
  private older: ReadonlyMap<string, FileResult> = new Map();

  constructor(private readonly behind?: Results) {}

  get(key: string): FileResult | undefined {
    const result = this.recent.get(key) ?? this.older.get(key) ?? this.behind?.get(key);
    if (result !== undefined) this.recent.set(key, result);
    return result;
  }

  put(key: string, result: FileResult): void {
    this.recent.set(key, result);
    this.behind?.put(key, result);
  }

  markOf(file: string): string | undefined {
    return this.behind?.markOf?.(file);
  }

  noteMark(file: string, mark: string): void {
    this.behind?.noteMark?.(file, mark);
  }

  prune(): void {
    this.older = this.recent;
    this.recent = new Map();
  }
}
