/** Who takes what from a file: the imports of all files of a project, the other way round. */
import type { FileSummary } from "../model/links.js";

/** What one file takes from another. */
export interface Taking {
  readonly by: string;
  /** The names; `*` where any may be taken. */
  readonly names: readonly string[];
  /** Whether it hands all of them on as its own. */
  readonly handsOn: boolean;
}

/** Keeps who takes what, as long as modules are where they are; of the files only those are looked at again whose summary is another. */
export class ModuleImporters {
  private readonly seen = new Map<string, FileSummary | undefined>();
  /** What is taken from a file, by who takes it. */
  private readonly takings = new Map<string, Map<string, Taking>>();
  private readonly targets = new Map<string, ReadonlySet<string>>();

  /** `fileOf` gives the file that a module is for one that names it, where it is one of the project. */
  constructor(
    private readonly summary: (path: string) => FileSummary | undefined,
    private readonly fileOf: (module: string, from: string) => string | undefined,
  ) {}

  /** What others take from a file. */
  from(path: string): Iterable<Taking> {
    return this.takings.get(path)?.values() ?? [];
  }

  /** Takes in what these files, which are all, take now. */
  lookAt(paths: readonly string[]): void {
    const files = new Set(paths);
    for (const file of this.seen.keys()) if (!files.has(file)) this.take(file, undefined);
    for (const file of files) {
      const summary = this.summary(file);
      if (!this.seen.has(file) || this.seen.get(file) !== summary) this.take(file, summary);
    }
  }

  private take(by: string, summary: FileSummary | undefined): void {
    for (const target of this.targets.get(by) ?? []) this.takings.get(target)?.delete(by);
    this.seen.set(by, summary);
    const targets = new Set<string>();
    for (const { module, names } of summary?.imports ?? []) {
      const target = this.fileOf(module, by);
      if (target === undefined || target === by) continue;
      targets.add(target);
      const takers = this.takings.get(target) ?? new Map<string, Taking>();
      this.takings.set(target, takers);
      const handsOn = summary!.handedOn.includes(module);
      const before = takers.get(by);
      // `export *` takes nothing for itself.
      const own = handsOn ? names.filter((name) => name !== "*") : names;
      takers.set(by, {
        by,
        names: [...(before?.names ?? []), ...own],
        handsOn: handsOn || before?.handsOn === true,
      });
    }
    this.targets.set(by, targets);
  }
}
