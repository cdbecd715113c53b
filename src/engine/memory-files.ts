import { folderOf, type FileAccess } from "../model/links.js";

/** Files that are held in memory, by absolute paths; the documents of a workspace lie among them by the paths of their `file:` URIs. */
export class MemoryFiles implements FileAccess {
  private readonly texts = new Map<string, string | undefined>();
  /** The names of what lies in each folder. */
  private folders: Map<string, Set<string>> | undefined;
  private all: readonly string[] | undefined;

  constructor(texts: Readonly<Record<string, string>> = {}) {
    for (const [path, text] of Object.entries(texts)) this.write(path, text);
  }

  /** Puts a file in place; without a text it is only known that it is there. The workspace is to be told with `filesChanged`. */
  write(path: string, text?: string): void {
    this.texts.set(path, text);
  }

  /** Takes a file away. The workspace is to be told with `filesChanged`. */
  remove(path: string): void {
    this.texts.delete(path);
  }

  pathOf(uri: string): string | undefined {
    return uri.startsWith("file:") ? decodeURIComponent(new URL(uri).pathname) : undefined;
  }

  uriOf(path: string): string {
    return `file://${encodeURI(path)}`;
  }

  isFile(path: string): boolean {
    return this.texts.has(path);
  }

  namesIn(folder: string): readonly string[] | undefined {
    this.folders ??= foldersOf(this.texts.keys());
    const names = this.folders.get(folder);
    return names === undefined ? undefined : [...names];
  }

  read(path: string): string | undefined {
    return this.texts.get(path);
  }

  isIgnored(): boolean {
    return false;
  }

  filesAround(): readonly string[] {
    return (this.all ??= [...this.texts.keys()]);
  }

  forget(): void {
    this.folders = this.all = undefined;
  }
}

function foldersOf(paths: Iterable<string>): Map<string, Set<string>> {
  const folders = new Map<string, Set<string>>([["/", new Set()]]);
  for (const path of paths) {
    for (let one = path; one !== "/"; one = folderOf(one)) {
      const folder = folderOf(one);
      const names = folders.get(folder) ?? new Set();
      folders.set(folder, names.add(one.slice(one.lastIndexOf("/") + 1)));
    }
  }
  return folders;
}
