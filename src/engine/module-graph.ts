/** What the files of a project give to one another: those that are open as they are, the others as they lie on disk. */
import type { Language, Links, Tree } from "../languages/language.js";
import {
  folderOf,
  type ExportedCallable,
  type ExportedName,
  type Exports,
  type FileAccess,
  type FileSummary,
  type ProjectFiles,
  type Resolution,
  type Taken,
} from "../model/links.js";
import { Text } from "../text/text.js";
import { FileSummaries } from "./file-summaries.js";
import { ModuleCycles } from "./module-cycles.js";
import { ModuleTypes } from "./module-types.js";
import { ModuleUses } from "./module-uses.js";
import { documentOf } from "./region-path.js";

/** A document that is open, as others see it. */
export interface OpenFile {
  readonly summary: () => FileSummary | undefined;
  readonly read: () => ReadFile;
}

/** A file's text with its tree. */
export interface ReadFile {
  readonly text: Text;
  readonly tree: Tree;
}

interface OpenState {
  readonly path: string;
  readonly file: OpenFile;
  seen: FileSummary | undefined;
  text: string;
}

export class ModuleGraph {
  private changes = 0;
  private readonly open = new Map<string, OpenState>();
  /** Documents that may show others something else than when it was last asked. */
  private readonly touched = new Set<OpenState>();
  private readonly resolved = new Map<string, Resolution>();
  private readonly onDisk: FileSummaries;
  private readonly uses: ModuleUses;
  /** What files say of types. */
  readonly types = new ModuleTypes(this);
  private cycles: { readonly revision: number; readonly found: ModuleCycles } | undefined;
  private readonly remembered = new Map<string, unknown>();

  /** With `readsLater`, what takes reading all files of a project is not known until `readOn` has read them. */
  constructor(
    languages: readonly Language[],
    readonly files: FileAccess,
    { readsLater = false }: { readonly readsLater?: boolean } = {},
  ) {
    this.onDisk = new FileSummaries(languages, files);
    this.uses = new ModuleUses(this, (path) => !readsLater || this.open.has(path) || this.onDisk.isKnown(path));
  }

  /** A document holds something else than the file on disk: it counts instead of that. */
  opened(path: string, file: OpenFile): void {
    if (this.isNewPlace(path)) this.anotherPlace();
    this.open.set(path, { path, file, seen: undefined, text: "" });
    this.changed(path);
  }

  /** The text of a document that is open, or how it is read, is another. */
  changed(path: string): void {
    const state = this.open.get(path);
    if (state !== undefined) this.touched.add(state);
  }

  /** The file on disk counts again. */
  closed(path: string): void {
    const state = this.open.get(path);
    if (state === undefined) return;
    this.open.delete(path);
    this.touched.delete(state);
    this.types.forget(path);
    // It may have been saved meanwhile.
    this.onDisk.forget(path);
    this.changes += 1;
    if (this.isNewPlace(path)) this.anotherPlace();
  }

  /** Whether others may name a path that is no file on disk: regions of documents nobody does. */
  private isNewPlace(path: string): boolean {
    return documentOf(path) === path && !this.files.isFile(path);
  }

  /** Files on disk came, went or hold something else; without a list any of them. */
  filesChanged(paths?: Iterable<string>): void {
    this.files.forget?.();
    this.types.forget();
    this.anotherPlace();
    if (paths === undefined) this.onDisk.forgetAll();
    else for (const path of paths) this.onDisk.forget(path);
  }

  /** Modules may be elsewhere than they were. */
  private anotherPlace(): void {
    this.changes += 1;
    this.resolved.clear();
    this.remembered.clear();
    this.uses.forget();
  }

  /** A number that is another one whenever some answer may be. */
  get revision(): number {
    for (const state of this.touched) {
      this.touched.delete(state);
      this.compareTypes(state.path);
      const summary = state.file.summary();
      if (summary === state.seen) continue;
      const text = JSON.stringify(summary);
      if (text !== state.text) this.changes += 1;
      Object.assign(state, { seen: summary, text });
    }
    return this.changes;
  }

  /** Reads again what a document says of types, where somebody has asked for that. */
  private compareTypes(path: string): void {
    const before = this.types.asText(path);
    if (before === undefined) return;
    this.types.forget(path);
    this.types.within(path, "");
    if (this.types.asText(path) !== before) this.changes += 1;
  }

  /**
   * The files by which a file that `path` imports comes back to it before either has run, from that one to `path`; empty where it does not, and where another file of the
   * circle comes before `path`, so that each circle is told once. Files from which only types are taken, or that are loaded later, do not count.
   */
  wayBack(module: string, path: string): readonly string[] {
    const links = this.linksOf(path);
    const resolution = links === undefined ? undefined : this.resolve(module, path, links);
    if (resolution?.state !== "file" || !this.loadedBy(path).includes(resolution.path)) return [];
    const { revision } = this;
    if (this.cycles?.revision !== revision) {
      this.cycles = { revision, found: new ModuleCycles((one) => this.loadedBy(one)) };
    }
    const way = this.cycles.found.wayBack(resolution.path, path) ?? [];
    return way.some((one) => one < path) ? [] : way;
  }

  /** The files that are loaded before a file runs. */
  private loadedBy(path: string): string[] {
    const links = this.linksOf(path);
    const found = new Set<string>();
    for (const { module, names: all, isLate } of this.summary(path)?.imports ?? []) {
      const resolution = isLate ? undefined : this.resolve(module, path, links!);
      if (resolution === undefined) continue;
      const names = all.filter((name) => {
        const part = name === "*" ? undefined : links!.partOf?.(module, name);
        const there = part === undefined ? undefined : this.resolve(part, path, links!);
        if (there?.state === "file") found.add(there.path);
        return there?.state !== "file";
      });
      if (resolution.state !== "file" || (names.length === 0 && all.length > 0)) continue;
      const { exports = [] } = this.summary(resolution.path) ?? {};
      const isOfTypes = names.length > 0 && names.every((name) => exports.some(
        (one) => one.name === name && one.isType,
      ));
      if (!isOfTypes) found.add(resolution.path);
    }
    return [...found];
  }

  /** Whether another file of the project takes a name that a file exports; `unknown` for a file that nobody imports, or that is there for who is no file of the project. */
  taken(path: string, name: string): Taken {
    return this.uses.taken(path, name);
  }

  /** Whether files wait for being read by `readOn`. */
  get hasUnread(): boolean {
    return this.uses.hasUnread;
  }

  /** Reads files that wait for it, until `isOver` says that it is enough; whether that were all. */
  readOn(isOver: () => boolean): boolean {
    const isDone = this.uses.readOn(isOver);
    // What was not known is now.
    if (isDone) this.changes += 1;
    return isDone;
  }

  /** Where a module is that a file names. */
  resolve(module: string, from: string, links: Links): Resolution {
    // What a module is may depend on the kind of the file that names it.
    const key = `${folderOf(from)}\0${from.slice(from.lastIndexOf("."))}\0${module}`;
    let resolution = this.resolved.get(key);
    if (resolution === undefined) this.resolved.set(key, (resolution = links.resolve(module, from, this.access)));
    return resolution;
  }

  /** Whether a file exports a name. */
  exports(path: string, name: string): Exports {
    return this.exportsBut(path, name, new Set());
  }

  /** What a name that a file exports is to those who call it, also where it is handed on. */
  callable(path: string, name: string): ExportedCallable | undefined {
    return this.exported(path, name, new Set())?.callable;
  }

  /** The export that declares a name which a file exports; `undefined` where it is not known. */
  private exported(path: string, name: string, seen: Set<string>): ExportedName | undefined {
    if (seen.has(path)) return undefined;
    seen.add(path);
    const { exports = [], handedOn = [], isOpen = true } = this.summary(path) ?? {};
    const links = this.linksOf(path)!;
    const [own, second] = exports.filter((one) => one.name === name && !one.isType);
    if (isOpen || second !== undefined) return undefined;
    const at = (module: string, there: string): ExportedName | undefined => {
      const resolution = this.resolve(module, path, links);
      return resolution.state === "file" ? this.exported(resolution.path, there, seen) : undefined;
    };
    if (own !== undefined) return own.from === undefined ? own : at(own.from.module, own.from.name);
    if (name === links.wholeName) return undefined;
    for (const module of handedOn) {
      const found = at(module, name);
      if (found !== undefined) return found;
    }
    return undefined;
  }

  /** All names that a file is known to export. */
  namesOf(path: string): ReadonlySet<string> {
    const names = new Set<string>();
    this.collect(path, names, new Set());
    return names;
  }

  /** The source files of the project that a file is in, those that are only open among them. */
  around(path: string): string[] {
    return [...new Set([...this.files.filesAround(path), ...this.open.keys()])].sort();
  }

  /** Whether one of some words stands in a file. */
  mentions(path: string, words: ReadonlySet<string>): boolean {
    const text = this.open.get(path)?.file.read().text.value ?? this.files.read(path) ?? "";
    return [...words].some((word) => text.includes(word));
  }

  /** The text of a file with its tree; `undefined` for one that no language reads. */
  treeOf(path: string): ReadFile | undefined {
    const state = this.open.get(path);
    if (state !== undefined) return state.file.read();
    const language = this.languageOf(path);
    const text = language === undefined ? undefined : this.files.read(path);
    if (text === undefined) return undefined;
    const info = { uri: path, languageId: language!.languageIds[0]! };
    return { text: Text.of(text), tree: language!.parse(text, info) };
  }

  /** What other files see of one. */
  summary(path: string): FileSummary | undefined {
    const state = this.open.get(path);
    return state === undefined ? this.onDisk.of(path) : state.file.summary();
  }

  /** Names that a file may export, told by a look at it. */
  wordsOf(path: string): ReadonlySet<string> {
    const state = this.open.get(path);
    return state === undefined
      ? this.onDisk.wordsOf(path)
      : this.linksOf(path)!.mayExport(state.file.read().text.value);
  }

  /** Takes what is known of a file as it lies on disk, so that it need not be read. */
  learn(path: string, summary: FileSummary): void {
    this.onDisk.learn(path, summary);
  }

  private exportsBut(path: string, name: string, seen: Set<string>): Exports {
    if (seen.has(path)) return "no";
    seen.add(path);
    const summary = this.summary(path);
    const links = this.linksOf(path);
    if (summary === undefined || links === undefined) return "unknown";
    if (summary.exports.some((one) => one.name === name) || links.holds(path, name, this.access)) return "yes";
    if (summary.isOpen) return "unknown";
    if (name === links.wholeName) return "no";
    let answer: Exports = "no";
    for (const module of summary.handedOn) {
      const resolution = this.resolve(module, path, links);
      const there = resolution.state === "file" ? this.exportsBut(resolution.path, name, seen) : "unknown";
      if (there === "yes") return "yes";
      if (there === "unknown") answer = "unknown";
    }
    return answer;
  }

  private collect(path: string, names: Set<string>, seen: Set<string>): void {
    if (seen.has(path)) return;
    seen.add(path);
    const summary = this.summary(path);
    for (const { name } of summary?.exports ?? []) names.add(name);
    for (const module of summary?.handedOn ?? []) {
      const resolution = this.resolve(module, path, this.linksOf(path)!);
      if (resolution.state === "file") this.collect(resolution.path, names, seen);
    }
  }

  /** The files, those that are open and not saved yet among them. */
  readonly access: ProjectFiles = {
    pathOf: (uri) => this.files.pathOf(uri),
    uriOf: (path) => this.files.uriOf(path),
    isFile: (path) => this.open.has(path) || this.files.isFile(path),
    namesIn: (folder) => this.files.namesIn(folder),
    read: (path) => this.files.read(path),
    isIgnored: (path) => this.files.isIgnored(path),
    filesAround: (path) => this.files.filesAround(path),
    remember: <Value>(key: string, make: () => Value): Value => {
      if (!this.remembered.has(key)) this.remembered.set(key, make());
      return this.remembered.get(key) as Value;
    },
  };

  /** The identifier of the language that reads a file; empty where none does. */
  languageIdOf(path: string): string {
    return this.languageOf(path)?.languageIds[0] ?? "";
  }

  private languageOf(path: string): Language | undefined {
    return this.onDisk.languageOf(path);
  }

  /** How the files of a path's language name one another. */
  linksOf(path: string): Links | undefined {
    return this.languageOf(path)?.links;
  }
}
