/** A folder that was dropped on the page. */
import { given, settingsPath, type GivenFile } from "./sample.js";

/** Files that are read, and bytes of one. */
const most = 2000;
const largest = 2_000_000;
const mostNamed = 20_000;

/** What others make, of which only the names count. */
const built = /^(?:dist|\..*)$/;

export interface Dropped {
  readonly files: readonly GivenFile[];
  /** The paths of all others, which are not looked at: code may name them. */
  readonly others: readonly string[];
}

export async function droppedFiles(items: DataTransferItemList): Promise<Dropped> {
  const found: GivenFile[] = [];
  const named: string[] = [];
  async function walk(entry: FileSystemEntry, folder: string, isBuilt = built.test(entry.name)): Promise<void> {
    if (entry.name === "node_modules" || named.length >= mostNamed) return;
    if (entry.isFile) {
      const path = folder + entry.name;
      const isLeft = isBuilt || found.length >= most;
      const file = isLeft
        ? undefined
        : await new Promise<File>((resolve, reject) => (entry as FileSystemFileEntry).file(resolve, reject));
      const made = file === undefined || file.size > largest ? undefined : given(path, await file.text());
      if (made === undefined) named.push(path);
      else found.push(made);
      return;
    }
    const reader = (entry as FileSystemDirectoryEntry).createReader();
    for (;;) {
      const part = await new Promise<FileSystemEntry[]>((resolve, reject) => reader.readEntries(resolve, reject));
      if (part.length === 0) return;
      for (const one of part) await walk(one, `${folder}${entry.name}/`, isBuilt || built.test(one.name));
    }
  }
  // What was dropped is forgotten at the first wait.
  const entries = [...items].flatMap((item) => item.webkitGetAsEntry() ?? []);
  for (const entry of entries) await walk(entry, "");
  // One folder alone is the project itself, not a folder in it.
  const [top] = entries;
  const prefix = entries.length === 1 && top?.isDirectory ? `${top.name}/` : "";
  const files = found.map(({ path, text }) => given(path.slice(prefix.length), text)!);
  const others = named.map((path) => path.slice(prefix.length));
  // With one, levels of rules can be changed.
  if (files.length > 0 && !files.some(({ path }) => path === settingsPath)) files.push(given(settingsPath, "{}\n")!);
  return { files: files.sort((a, b) => a.path.localeCompare(b.path)), others };
}
