/**
 * What an open document keeps: bytes of heap per character of the source, for a file of 60,000 lines with all its facts, and how much
 * that grows while it is edited fifty thousand times. `npm run bench memory [EDITS]`.
 */
import { readFileSync } from "node:fs";
import path from "node:path";
import { createWorkspace } from "../src/index.js";
import { javascript } from "../src/languages/javascript/index.js";
import { randomFrom } from "../tests/support/edits.js";
import { program, root } from "./support.js";

const count = Number(process.argv[2] ?? 50_000);
const sources = ["scanner", "statements", "expressions", "types", "regexp", "patterns", "classes"].map(
  (name) => readFileSync(path.join(root, `src/languages/javascript/parser/${name}.ts`), "utf8"),
);
const uri = "file:///bench.ts";

/** Bytes in use once all that can be let go is. */
function heap(): number {
  for (let i = 0; i < 3; i += 1) globalThis.gc!();
  return process.memoryUsage().heapUsed;
}

const workspace = createWorkspace({ languages: [javascript()] });
const begin = program(sources, 60_000);
const before = heap();
workspace.open({ uri, languageId: "typescript", version: 0, text: begin });
workspace.alerts(uri);
const opened = heap() - before;
console.log(`${begin.split("\n").length} lines, ${(begin.length / 1e6).toFixed(2)} M characters: ${(opened / 1e6).toFixed(0)} MB, ${(opened / begin.length).toFixed(1)} bytes of heap per character`);

// Statements and parts of them are typed at the ends of lines all over the file and taken back, so that its size stays what it is.
const random = randomFrom(11);
const ends = [...begin.matchAll(/;\n/g)].map(({ index }) => index + 1);
const typed = [
  "\n  const crossing = 1;",
  "\n  sail(",
  "\n  pier.north = pier.south;",
  " // tide",
  " x",
  "\n  if (open) {",
  "\n  let passengersOfTheMorningFerry = 0;",
  "\n  return { gate: () => 1 };",
];
const undo: { from: number; to: number; insert: string }[] = [];
let version = 0;
for (let i = 1; i <= count; i += 1) {
  let edit = undo.pop();
  if (edit === undefined) {
    const from = ends[Math.floor(random() * ends.length)]!;
    const insert = typed[Math.floor(random() * typed.length)]!;
    edit = { from, to: from, insert };
    undo.push({ from, to: from + insert.length, insert: "" });
  }
  workspace.edit(uri, (version += 1), [edit]);
  workspace.alerts(uri);
  if (i % Math.ceil(count / 5) === 0) {
    const now = heap() - before;
    console.log(`after ${i} edits: ${(now / 1e6).toFixed(0)} MB, ${(now / opened).toFixed(3)} times what it was when opened`);
  }
}
while (undo.length > 0) workspace.edit(uri, (version += 1), [undo.pop()!]);
workspace.alerts(uri);
const end = heap() - before;
console.log(`with all put back: ${(end / opened).toFixed(3)} times`);
