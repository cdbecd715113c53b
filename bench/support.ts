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

/** A module of about `lines` lines, made of copies of several files, each copy with names of its own; what they import is imported once. */
export function program(texts: readonly string[], lines: number): string {
  const imported = new Set<string>();
  const imports = /^import (?:type )?\{([^}]*)\} from [^;]*;\n/gm;
  const parts: string[] = [];
  let count = 0;
  for (let copy = 0; count < lines; copy += 1) {
    const text = texts[copy % texts.length]!;
    for (const [, names] of text.matchAll(imports)) {
      for (const [, name] of names!.matchAll(/(?:type )?(\w[^,]*?)\s*(?:,|$)/g)) imported.add(name!);
    }
    const own = [
      ...text.matchAll(/^(?:export )?(?:async )?(?:function|const|class|let|interface|type|enum) (\w+)/gm),
    ].map((match) => match[1]!);
    const body = text.replaceAll(imports, "").replaceAll(/^import [^]*?;\n/gm, "");
    let part = body.replaceAll(new RegExp(`\\b(?:${own.join("|")})\\b(?!\\??:)`, "g"), `$&_${copy}`);
    const left = lines - count;
    // A file that is longer than what is left is cut behind an item.
    if (part.split("\n").length > left) {
      part = part.slice(0, cutBehind(part, left));
      if (part === "") break;
    }
    parts.push(part);
    count += part.split("\n").length;
  }
  const body = parts.join("\n");
  const used = [...imported].filter((name) => name !== "" && new RegExp(`\\b${name}\\b`).test(body));
  return `import { ${used.sort().join(", ")} } from "./all.js";\n\n${body}`;
}

function cutBehind(text: string, lines: number): number {
  const most = text.split("\n").slice(0, lines).join("\n").length;
  const cut = text.lastIndexOf("\n}\n", most);
  return cut < 0 ? 0 : cut + 3;
}
