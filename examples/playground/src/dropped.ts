/** The files of a folder that was dropped on the page. */
import { given, settingsPath, type GivenFile } from "./sample.js";

/** Files that are read, and bytes of one. */
const most = 2000;
const largest = 2_000_000;
const left = /^(?:node_modules|dist|\..*)$/;

export async function droppedFiles(items: DataTransferItemList): Promise<GivenFile[]> {
  const found: GivenFile[] = [];
  async function walk(entry: FileSystemEntry, folder: string): Promise<void> {
    if (left.test(entry.name) || found.length >= most) return;
    if (entry.isFile) {
      const file = await new Promise<File>((resolve, reject) => (entry as FileSystemFileEntry).file(resolve, reject));
      const made = file.size > largest ? undefined : given(folder + entry.name, await file.text());
      if (made !== undefined) found.push(made);
      return;
    }
    const reader = (entry as FileSystemDirectoryEntry).createReader();
    for (;;) {
      const part = await new Promise<FileSystemEntry[]>((resolve, reject) => reader.readEntries(resolve, reject));
      if (part.length === 0) return;
      for (const one of part) await walk(one, `${folder}${entry.name}/`);
    }
  }
  // What was dropped is forgotten at the first wait.
  const entries = [...items].flatMap((item) => item.webkitGetAsEntry() ?? []);
  for (const entry of entries) await walk(entry, "");
  // One folder alone is the project itself, not a folder in it.
  const [top] = entries;
  const prefix = entries.length === 1 && top?.isDirectory ? `${top.name}/` : "";
  const files = found.map((file) => given(file.path.slice(prefix.length), file.text)!);
  // With one, levels of rules can be changed.
  if (files.length > 0 && !files.some(({ path }) => path === settingsPath)) files.push(given(settingsPath, "{}\n")!);
  return files.sort((a, b) => a.path.localeCompare(b.path));
}
