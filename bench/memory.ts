/**
 * What open documents keep: bytes of heap for each character of the source, for the tree, the names, and the facts and alerts of each kit; for ten thousand small
 * files that are open at once; and how much that grows while a file is edited a hundred thousand times. `npm run bench memory [EDITS] [LINES]`.
 */
import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { createWorkspace, type Settings, type Workspace } from "../src/index.js";
import { javascript } from "../src/languages/javascript/index.js";
import { randomFrom } from "../tests/support/edits.js";
import { everyKit } from "./settings.js";
import { program, root } from "./support.js";

const count = Number(process.argv[2] ?? 100_000);
const lines = Number(process.argv[3] ?? 60_000);
const sources = ["scanner", "statements", "expressions", "types", "regexp", "patterns", "classes"].map(
  (name) => readFileSync(path.join(root, `src/languages/javascript/parser/${name}.ts`), "utf8"),
);
const uri = "file:///bench.ts";

/** Bytes in use once all that can be let go is. */
function heap(): number {
  for (let i = 0; i < 3; i += 1) globalThis.gc!();
  return process.memoryUsage().heapUsed;
}

const begin = program(sources, lines);

/** Bytes for each character that what `make` gives keeps, beyond what its text does. */
function kept(length: number, make: () => unknown): number {
  const before = heap();
  const made = make();
  const bytes = heap() - before;
  // What is made must be there until it has been measured.
  if (made === undefined) throw new Error("nothing was made");
  return bytes / length;
}

const language = javascript();
const info = { uri, languageId: "typescript" } as const;
const tree = kept(begin.length, () => language.parse(begin, info));
const named = kept(begin.length, () => {
  const read = language.parse(begin, info);
  const keeper = language.names(read);
  keeper.add(read.root);
  keeper.names.settle();
  return [read, keeper];
});
const facts = (settings: Settings): [number, number] => {
  let alerts = 0;
  const bytes = kept(begin.length, () => {
    const one = createWorkspace({ languages: [language], settings });
    one.open({ uri, languageId: "typescript", version: 0, text: begin });
    alerts = one.alerts(uri).length;
    return one;
  });
  return [bytes, alerts];
};
console.log(`bytes of heap for each of ${(begin.length / 1e6).toFixed(2)} M characters: tree ${tree.toFixed(1)}, with names ${named.toFixed(1)}`);
for (
  const [name, settings] of [
    ["no kit", { kits: [] }],
    ["sound", {}],
    ["sound and thorough", { kits: ["sound", "thorough"] }],
    ["everything", everyKit],
  ] as readonly (readonly [string, Settings])[]
) {
  const [bytes, alerts] = facts(settings);
  console.log(`  an open document with ${name}: ${bytes.toFixed(1)}, ${alerts} alerts`);
}

const small = readdirSync(path.join(root, "src"), { recursive: true, encoding: "utf8" })
  .filter((name) => name.endsWith(".ts"))
  .map((name) => readFileSync(path.join(root, "src", name), "utf8"))
  .filter(({ length }) => length > 1000 && length < 4000);
const many = 10_000;
let characters = 0;
const ofMany = kept(1, () => {
  const one = createWorkspace({ languages: [language] });
  for (let i = 0; i < many; i += 1) {
    const text = `// ${i}\n${small[i % small.length]!}`;
    characters += text.length;
    one.open({ uri: `file:///${i}.ts`, languageId: "typescript", version: 0, text });
    one.alerts(`file:///${i}.ts`);
  }
  return one;
});
console.log(`${many} open files of ${Math.round(characters / many)} characters: ${(ofMany / 1e6).toFixed(0)} MB, ${(ofMany / characters).toFixed(1)} bytes for each character`);

/** Types statements and parts of them at the ends of lines all over a file and takes them back, so that its size stays what it is. */
function type(workspace: Workspace, text: string, edits: number, each: (edit: number) => void): void {
  const random = randomFrom(11);
  const ends = [...text.matchAll(/^( *).*;\n/gm)].map(({ 0: line, 1: indent, index }) => ({
    from: index + line.length - 1,
    indent: indent!,
  }));
  const typed = [
    "\nconst crossing = 1;",
    "\nsail(",
    "\npier.north = pier.south;",
    " // tide",
    " x",
    "\nif (open) {",
    "\nlet passengersOfTheMorningFerry = 0;",
    "\nreturn { gate: () => 1 };",
  ];
  let undo: { from: number; to: number; insert: string } | undefined;
  for (let i = 1; i <= edits || undo !== undefined; i += 1) {
    let edit = undo;
    undo = undefined;
    if (edit === undefined) {
      const { from, indent } = ends[Math.floor(random() * ends.length)]!;
      const insert = typed[Math.floor(random() * typed.length)]!.replace("\n", `\n${indent}`);
      edit = { from, to: from, insert };
      undo = { from, to: from + insert.length, insert: "" };
    }
    workspace.edit(uri, i, [edit]);
    workspace.alerts(uri);
    each(i);
  }
}

function opened(text: string): Workspace {
  const workspace = createWorkspace({ languages: [language] });
  workspace.open({ uri, languageId: "typescript", version: 0, text });
  workspace.alerts(uri);
  return workspace;
}

// What the machine makes of the program itself is none of the document's.
const short = program(sources, 2000);
type(opened(short), short, 5000, () => undefined);

const before = heap();
const workspace = opened(begin);
const atFirst = heap() - before;
console.log(`${lines} lines: ${(atFirst / 1e6).toFixed(0)} MB`);
type(workspace, begin, count, (edit) => {
  if (edit % Math.ceil(count / 5) !== 0) return;
  const now = heap() - before;
  console.log(`after ${edit} edits: ${(now / 1e6).toFixed(0)} MB, ${(now / atFirst).toFixed(3)} times what it was when opened`);
});
