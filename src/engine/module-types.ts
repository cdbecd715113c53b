/** What the files of a project say of types, read where somebody asks. */
import type { Links } from "../languages/language.js";
import type { DeclaredType, FileTypes } from "../model/links.js";
import type { ModuleGraph } from "./module-graph.js";

/** Stands for what is declared, and not told. */
const untold = { path: "", name: "", text: "" } as const;

export class ModuleTypes {
  private readonly kept = new Map<string, FileTypes | undefined>();

  constructor(private readonly graph: ModuleGraph) {}

  /** Forgets what was read of a file, or of all. Gives whether anything was. */
  forget(path?: string): boolean {
    const { size } = this.kept;
    if (path === undefined) this.kept.clear();
    else this.kept.delete(path);
    return this.kept.size < size;
  }

  /** What was read of a file, as a text; `undefined` where nothing was. */
  asText(path: string): string | undefined {
    return this.kept.has(path) ? JSON.stringify(this.of(path) ?? null) : undefined;
  }

  /** What declares a name that a module exports, as a file names that; `undefined` where that is not known. */
  imported(module: string, name: string, from: string): DeclaredType | undefined {
    return this.at(module, name, from, new Set());
  }

  /** What a name means at the top of a file: what declares it, with an empty text where that is not told; `undefined` where the file knows no such name. */
  within(path: string, name: string): DeclaredType | undefined {
    const types = this.of(path);
    if (types === undefined) return untold;
    const own = ownIn(types.declared, name);
    if (own !== undefined) return { path, name, text: own };
    const imported = ownIn(types.imported, name);
    return imported && (this.at(imported.module, imported.name, path, new Set()) ?? untold);
  }

  private at(module: string, name: string, from: string, seen: Set<string>): DeclaredType | undefined {
    const links = this.graph.linksOf(from);
    const resolution = links === undefined ? undefined : this.graph.resolve(module, from, links as Links);
    return resolution?.state === "file" && resolution.isMore !== true
      ? this.exported(resolution.path, name, seen)
      : undefined;
  }

  private exported(path: string, name: string, seen: Set<string>): DeclaredType | undefined {
    const key = `${path}\0${name}`;
    const types = seen.has(key) ? undefined : this.of(path);
    seen.add(key);
    if (types === undefined) return undefined;
    const local = ownIn(types.exported, name);
    if (local !== undefined) {
      const text = ownIn(types.declared, local);
      if (text !== undefined) return { path, name: local, text };
      const imported = ownIn(types.imported, local);
      return imported && this.at(imported.module, imported.name, path, seen);
    }
    const summary = this.graph.summary(path);
    const handed = summary?.exports.find((one) => one.name === name)?.from;
    if (handed !== undefined) return this.at(handed.module, handed.name, path, seen);
    for (const module of summary?.handedOn ?? []) {
      const found = this.at(module, name, path, seen);
      if (found !== undefined) return found;
    }
    return undefined;
  }

  private of(path: string): FileTypes | undefined {
    if (this.kept.has(path)) return this.kept.get(path);
    const links = this.graph.linksOf(path);
    const read = links?.types === undefined ? undefined : this.graph.treeOf(path);
    const info = { uri: path, languageId: this.graph.languageIdOf(path) };
    const types = read && links!.types!(read.tree, info, read.text);
    this.kept.set(path, types);
    return types;
  }
}

function ownIn<Value>(all: Readonly<Record<string, Value>>, name: string): Value | undefined {
  return Object.hasOwn(all, name) ? all[name] : undefined;
}
