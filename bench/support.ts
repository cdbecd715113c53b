/** What the benchmarks share. They print ratios of one run: absolute times mean little on a shared machine. */
import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";

export const root = process.env["QUILL_ROOT"] ?? path.join(import.meta.dirname, "..");

export interface SourceFile {
  readonly name: string;
  readonly text: string;
}

/** Files below the installed packages whose names match, up to `most` characters, none larger than `largest`. */
export function packageFiles(name: RegExp, most: number, largest = 1_000_000): SourceFile[] {
  const files: SourceFile[] = [];
  let sum = 0;
  for (const entry of readdirSync(path.join(root, "node_modules"), { recursive: true, withFileTypes: true })) {
    if (!entry.isFile() || !name.test(entry.name) || entry.parentPath.includes("test262-parser-tests")) continue;
    const text = readFileSync(path.join(entry.parentPath, entry.name), "utf8");
    if (text.length > largest) continue;
    files.push({ name: path.join(entry.parentPath, entry.name), text });
    sum += text.length;
    if (sum >= most) break;
  }
  return files;
}

/** Milliseconds that `run` takes. */
export function timed(run: () => void): number {
  const began = performance.now();
  run();
  return performance.now() - began;
}

/** The value below which a share of the sorted list lies. */
export function quantile(sorted: readonly number[], share: number): number {
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? 0;
}

/** A program of about `size` characters, made of copies of a file, each copy with names of its own. */
export function grown(text: string, size: number): string {
  const parts: string[] = [];
  let length = 0;
  for (let copy = 0; length < size; copy += 1) {
    const part = text.replaceAll(/^(export )?(async )?(function|const|class|let) (\w+)/gm, `$1$2$3 $4_${copy}`);
    parts.push(part);
    length += part.length;
  }
  return parts.join("\n");
}
