/**
 * How much of what is shown on other lines comes and goes while somebody types: statements and functions typed key by key into real files, or a line of theirs typed
 * anew. Prints the changes on other lines that do not stay, for each 50 keys, with and without calm, with and without brackets that the editor closes by itself.
 */
import { readdirSync, readFileSync, statSync } from "node:fs";
import path from "node:path";
import { createWorkspace, type Alert, type Edit } from "../src/index.js";
import { javascript } from "../src/languages/javascript/index.js";
import { Calm } from "../src/server/calm.js";
import { Text } from "../src/text/text.js";
import { root } from "./support.js";

const typed = [
  "const tide = lookUp(fares, { a: 1, b: [2, 3] });",
  "if (tide > 3) {\n  moor(tide);\n}",
  "for (const one of list) {\n  one.sail(`${one.name} at ${one.time}`);\n}",
  "const fares = list.map((one) => ({ name: one.name, price: one.price * 2 }));",
  'function sail(to) {\n  return to.length > 3 ? `to ${to}` : "";\n}',
  '/** What it costs. */\nconst price = await fetch("/fares").then((answer) => answer.json());',
  "switch (tide) {\n  case 1:\n    moor();\n    break;\n}",
];
const closers: Readonly<Record<string, string>> = { "(": ")", "[": "]", "{": "}" };

export interface Calmness {
  readonly keys: number;
  /** Marks on other lines that came and went, or went and came: each change beyond those that stay. */
  readonly changes: number;
  /** Keys after which a text that is broken had no mark. */
  readonly unmarked: number;
  /** The most of one statement, and which. */
  readonly worst: { readonly changes: number; readonly keys: number; readonly code: string };
}

export interface CalmOptions {
  readonly kits?: readonly string[];
  readonly calm?: boolean;
  readonly closesBrackets?: boolean;
}

function randomFrom(seed: number): () => number {
  let state = seed;
  return () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) | 0;
    return (state >>> 0) / 4_294_967_296;
  };
}

/** Types into `count` files from a seed. */
export function measureCalm(
  seed: number,
  count: number,
  { kits = ["sound"], calm = true, closesBrackets = false }: CalmOptions = {},
): Calmness {
  // Of packages alone, so that what is drawn does not change with this project.
  const files = ["node_modules/effect/dist", "node_modules/zod", "node_modules/playwright-core/lib"]
    .flatMap(
      (folder) => readdirSync(path.join(root, folder), { recursive: true, encoding: "utf8" })
        .sort()
        .map((name) => path.join(root, folder, name)),
    )
    .filter((file) => /(?<!\.d)\.(?:js|ts)$/.test(file) && !file.includes(".min."))
    .filter((file) => statSync(file).size > 2000 && statSync(file).size < 40_000);
  const random = randomFrom(seed);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  let keys = 0;
  let changes = 0;
  let unmarked = 0;
  let worst = { changes: 0, keys: 0, code: "" };
  for (let turn = 0; turn < count; turn += 1) {
    const file = pick(files);
    let text = readFileSync(file, "utf8").replaceAll("\r\n", "\n");
    const starts = [...text.matchAll(/^( *)(?:const|let|if|return|for|export|await|\w+\(|function)\b/gm)];
    if (starts.length < 3) continue;
    const start = pick(starts);
    const at = start.index;
    const end = text.indexOf("\n", at);
    const isAnew = random() < 0.5;
    const code = isAnew ? text.slice(at, end) : `${start[1]}${pick(typed).replaceAll("\n", `\n${start[1]}`)}`;
    const uri = `file:///${path.basename(file)}`;
    const workspace = createWorkspace({ languages: [javascript()], settings: { kits: [...kits] } });
    const held = new Calm();
    workspace.open({ uri, languageId: /ts$/.test(file) ? "typescript" : "javascript", version: 1, text });
    let version = 1;
    const shown = (): readonly Alert[] =>
      calm ? held.show(uri, workspace.alerts(uri), workspace.text(uri), true) : workspace.alerts(uri);
    const make = (edit: Edit): void => {
      workspace.edit(uri, (version += 1), [edit]);
      text = text.slice(0, edit.from) + edit.insert + text.slice(edit.to);
      held.note(uri, [edit], Text.of(text));
    };
    shown();
    make(isAnew ? { from: at, to: end, insert: "" } : { from: at, to: at, insert: "\n" });
    let cursor = at;
    const elsewhere = (): Map<string, number> => {
      const first = text.lastIndexOf("\n", at - 1) + 1;
      const last = text.indexOf("\n", cursor) < 0 ? text.length : text.indexOf("\n", cursor);
      const found = new Map<string, number>();
      const all = shown();
      if (all.length === 0 && workspace.isBroken(uri)) unmarked += 1;
      for (const { rule, message, from } of all) {
        if (from >= first && from <= last) continue;
        const name = `${rule} ${message} ${from < first ? from : from - text.length}`;
        found.set(name, (found.get(name) ?? 0) + 1);
      }
      return found;
    };
    const differences = (a: ReadonlyMap<string, number>, b: ReadonlyMap<string, number>): number => {
      let count = 0;
      for (const name of new Set([...a.keys(), ...b.keys()])) {
        count += Math.abs((a.get(name) ?? 0) - (b.get(name) ?? 0));
      }
      return count;
    };
    const first = elsewhere();
    let before = first;
    let own = 0;
    const open: string[] = [];
    for (const key of code) {
      if (open.at(-1) === key && text[cursor] === key) {
        open.pop();
        cursor += 1;
        continue;
      }
      const closer = closesBrackets ? closers[key] : undefined;
      if (closer !== undefined) open.push(closer);
      make({ from: cursor, to: cursor, insert: `${key}${closer ?? ""}` });
      cursor += 1;
      keys += 1;
      const now = elsewhere();
      own += differences(before, now);
      before = now;
    }
    // What is different in the end had to change once.
    own -= differences(first, before);
    changes += own;
    if (own > worst.changes) worst = { changes: own, keys: code.length, code };
  }
  return { keys, changes, unmarked, worst };
}

if (process.argv[1] === import.meta.filename || process.argv[1]?.endsWith("calm.js")) {
  for (const kits of [["sound"], ["sound", "tidy", "thorough"]]) {
    for (const calm of [false, true]) {
      for (const closesBrackets of [false, true]) {
        const { keys, changes, unmarked, worst } = measureCalm(1, 120, { kits, calm, closesBrackets });
        console.log(
          `${kits.join(", ")}${calm ? ", calm" : ""}${closesBrackets ? ", brackets closed" : ""}: ${((50 * changes) / keys).toFixed(2)} changes on other lines that did not stay for each 50 of ${keys} keys; ${unmarked} times without a mark; worst ${worst.changes} in ${worst.keys} keys: ${worst.code.trim().slice(0, 60)}`,
        );
      }
    }
  }
}
