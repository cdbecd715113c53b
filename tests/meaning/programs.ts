/** Small programs that are run: what they say before and after something was done to them. */
import { spawnSync } from "node:child_process";
import { readFileSync } from "node:fs";
import path from "node:path";
import { root } from "../support/files.js";

export interface Program {
  readonly name: string;
  readonly code: string;
}

const folder = path.join(root, "tests/meaning");

/** The programs of a file, each under a line `=== name`. */
export function programsOf(file: string): Program[] {
  const text = readFileSync(path.join(folder, file), "utf8");
  return text
    .split(/^=== /m)
    .slice(1)
    .map((part) => {
      const end = part.indexOf("\n");
      return { name: part.slice(0, end), code: part.slice(end + 1) };
    });
}

/** What programs say, and how they end. All run in one process, each in a world of its own. */
export function run(programs: readonly string[]): string[] {
  const flags = ["--experimental-vm-modules", "--no-warnings"];
  const { stdout, stderr, status } = spawnSync(process.execPath, [...flags, path.join(folder, "run.mjs")], {
    input: JSON.stringify(programs),
    maxBuffer: 1 << 28,
    encoding: "utf8",
  });
  if (status !== 0) throw new Error(`The programs could not be run: ${stderr}`);
  return JSON.parse(stdout) as string[];
}

/** The comments of a program, in no order, but for those that speak to Alert Quill. */
function commentsOf(code: string): string[] {
  return (code.match(/\/\/[^\n]*|\/\*[^]*?\*\//g) ?? [])
    .filter((comment) => !comment.includes("quill:"))
    .map((comment) => comment.trim())
    .sort();
}

/** Of programs that were changed, those that say something else now or lost a comment, with what they became. */
export function faults(changed: readonly { name: string; before: string; after: string }[]): string[] {
  const before = new Map<string, string>();
  const originals = [...new Set(changed.map((one) => one.before))];
  run(originals).forEach((said, index) => before.set(originals[index]!, said));
  const after = run(changed.map((one) => one.after));
  return changed.flatMap((one, index) => {
    const said = before.get(one.before)!;
    const hasLost = commentsOf(one.before).join("\n") !== commentsOf(one.after).join("\n");
    return said === after[index] && !hasLost
      ? []
      : [`${one.name}\n${one.after}\nsays ${JSON.stringify(after[index])} instead of ${JSON.stringify(said)}`];
  });
}
