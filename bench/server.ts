/**
 * What clients wait for: marks after a key, actions at each stop of the cursor, and all files of a project, the first time, again with nothing changed, and while
 * somebody types. The client is at the other end of two streams; all ratios are of one run.
 */
import { cpSync, mkdtempSync, readdirSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { PassThrough } from "node:stream";
import { pathToFileURL } from "node:url";
import {
  createMessageConnection,
  StreamMessageReader,
  StreamMessageWriter,
  type MessageConnection,
} from "vscode-jsonrpc/node";
import { serve } from "../src/server/node.js";
import { randomFrom } from "../tests/support/edits.js";
import { program, quantile, root } from "./support.js";

const scratch = mkdtempSync(path.join(tmpdir(), "quill-bench-"));
process.env["XDG_CACHE_HOME"] = path.join(scratch, "cache");
process.env["XDG_CONFIG_HOME"] = path.join(scratch, "config");

interface Client {
  readonly connection: MessageConnection;
  /** Milliseconds from an edit until the marks of its version are there. */
  type(uri: string, version: number, position: object, text: string): Promise<number>;
  open(uri: string, text: string): Promise<void>;
}

async function connect(folder: string | undefined): Promise<Client> {
  const [toServer, toClient] = [new PassThrough(), new PassThrough()];
  serve({ input: toServer, output: toClient }, { exit: () => undefined });
  const connection = createMessageConnection(new StreamMessageReader(toClient), new StreamMessageWriter(toServer));
  const awaited = new Map<string, () => void>();
  connection.onNotification(
    "textDocument/publishDiagnostics",
    ({ uri, version }: { uri: string; version?: number }) => awaited.get(`${uri} ${version}`)?.(),
  );
  connection.listen();
  await connection.sendRequest("initialize", {
    processId: null,
    capabilities: { textDocument: { codeAction: { dataSupport: true, resolveSupport: { properties: ["edit"] } } } },
    workspaceFolders: folder === undefined ? null : [{ uri: pathToFileURL(folder).href, name: "bench" }],
  });
  await connection.sendNotification("initialized", {});
  const marked = (uri: string, version: number): Promise<void> =>
    new Promise((resolve) => void awaited.set(`${uri} ${version}`, resolve));
  return {
    connection,
    async open(uri, text) {
      const done = marked(uri, 1);
      await connection.sendNotification("textDocument/didOpen", {
        textDocument: { uri, languageId: "typescript", version: 1, text },
      });
      await done;
      await new Promise((resolve) => setTimeout(resolve, 2000));
    },
    async type(uri, version, position, text) {
      const done = marked(uri, version);
      const began = performance.now();
      await connection.sendNotification("textDocument/didChange", {
        textDocument: { uri, version },
        contentChanges: [{ range: { start: position, end: position }, text }],
      });
      await done;
      return performance.now() - began;
    },
  };
}

const at = (times: readonly number[], share: number): number => quantile([...times].sort((a, b) => a - b), share);
const shown = (times: readonly number[]): string =>
  `median ${at(times, 0.5).toFixed(2)} ms, p95 ${at(times, 0.95).toFixed(2)} ms`;
const sources = ["scanner", "statements", "expressions", "types", "regexp"].map((name) => readFileSync(
  path.join(root, `src/languages/javascript/parser/${name}.ts`),
  "utf8",
));

const stops: number[] = [];
for (const lines of [3_000, 60_000]) {
  const client = await connect(undefined);
  const uri = `file:///bench-${lines}.ts`;
  // A mistake here and there, so that there is something to offer.
  const text = program(sources, lines).replaceAll(
    /^export function (\w+)/gm,
    (whole, name: string, at: number) => (at % 7 === 0 ? `sail(${name});\n${whole}` : whole),
  );
  await client.open(uri, text);
  const random = randomFrom(11);
  const row = (): number => Math.floor(random() * lines);
  const keys: number[] = [];
  for (let version = 2; version < 82; version += 1) {
    keys.push(await client.type(uri, version, { line: row(), character: 0 }, "\n"));
  }
  const stop = async (range: object): Promise<{ time: number; actions: number }> => {
    const began = performance.now();
    const actions = await client.connection.sendRequest<unknown[]>("textDocument/codeAction", {
      textDocument: { uri },
      range,
      context: { diagnostics: [], triggerKind: 2 },
    });
    return { time: performance.now() - began, actions: actions.length };
  };
  const anywhere: number[] = [];
  for (let count = 0; count < 300; count += 1) {
    const here = { line: row(), character: Math.floor(random() * 40) };
    anywhere.push((await stop({ start: here, end: here })).time);
  }
  const { items } = await client.connection.sendRequest<{ items: { range: object }[] }>("textDocument/diagnostic", {
    textDocument: { uri },
  });
  const marked: number[] = [];
  let offered = 0;
  for (const { range } of items.slice(0, 300)) {
    const { time, actions } = await stop(range);
    marked.push(time);
    offered += actions;
  }
  const refits: number[] = [];
  for (let count = 0; count < 200; count += 1) {
    const line = row();
    const began = performance.now();
    await client.connection.sendRequest("textDocument/codeAction", {
      textDocument: { uri },
      range: { start: { line, character: 0 }, end: { line: line + (count % 4), character: count % 4 === 0 ? 0 : 20 } },
      context: { diagnostics: [], only: ["refactor"], triggerKind: 1 },
    });
    refits.push(performance.now() - began);
  }
  console.log(`${lines} lines: refits ${shown(refits)}, ${(at(refits, 0.5) / at(keys, 0.5)).toFixed(2)} times a key`);
  stops.push(at(marked, 0.5));
  console.log(`${lines} lines, ${items.length} marks: a key ${shown(keys)}; a stop of the cursor ${shown(anywhere)}, ${(at(anywhere, 0.5) / at(keys, 0.5)).toFixed(2)} times a key; at a mark ${shown(marked)}, ${(at(marked, 0.5) / at(keys, 0.5)).toFixed(2)} times a key, ${(offered / marked.length).toFixed(1)} actions`);
}
console.log(`a stop at a mark at 60,000 lines costs ${(stops[1]! / stops[0]!).toFixed(2)} times that at 3,000`);

const folder = path.join(scratch, "project");
cpSync(path.join(root, "node_modules/effect/src"), path.join(folder, "src"), { recursive: true });
const count = readdirSync(folder, { recursive: true }).length;
const review = async ({ connection }: Client): Promise<number> => {
  const began = performance.now();
  await connection.sendRequest("workspace/executeCommand", { command: "alertQuill.reviewProject" });
  return performance.now() - began;
};
const first = await connect(folder);
const cold = await review(first);
const second = await connect(folder);
const warm = await review(second);
console.log(`a project of ${count} files: from nothing ${(cold / 1000).toFixed(1)} s; with all results in the store ${(cold / warm).toFixed(1)} times as fast`);

rmSync(path.join(scratch, "cache"), { recursive: true });
const third = await connect(folder);
const uri = "file:///typed.ts";
await third.open(uri, program(sources, 3_000));
const typeSome = async (from: number, until: () => boolean): Promise<number[]> => {
  const times: number[] = [];
  for (let version = from; !until(); version += 1) {
    times.push(await third.type(uri, version, { line: 40, character: 0 }, "\n"));
  }
  return times;
};
let rounds = 0;
const alone = await typeSome(2, () => (rounds += 1) > 150);
let isDone = false;
const reviewed = review(third).then(() => (isDone = true));
const beside = await typeSome(1000, () => isDone);
await reviewed;
console.log(`typing beside it: ${shown(beside)} (${beside.length} keys), alone ${shown(alone)}: p95 ${(at(beside, 0.95) / at(alone, 0.95)).toFixed(2)} times`);
rmSync(scratch, { recursive: true, force: true });
process.exit(0);
