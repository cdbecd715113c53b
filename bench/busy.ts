/**
 * Keys in a document while the server reviews all files of its project, beside keys while it does nothing else: from the change to the diagnostics of its version, without the pause. `npm run bench busy
 * [FILES]`; 2,000 files without a number.
 */
import { spawn } from "node:child_process";
import { rmSync } from "node:fs";
import path from "node:path";
import { pathToFileURL } from "node:url";
import { createMessageConnection, StreamMessageReader, StreamMessageWriter } from "vscode-jsonrpc/node";
import { fileAt, madeProject } from "./made-project.js";
import { root } from "./support.js";

const count = Number(process.argv[2] ?? 2000);
const { folder, placeOf, importers } = madeProject(count);
const server = spawn(process.execPath, [path.join(root, "dist/cli/main.js"), "serve", "--stdio"], {
  env: { ...process.env, XDG_CACHE_HOME: path.join(folder, ".cache") },
  stdio: ["pipe", "pipe", "inherit"],
});
const client = createMessageConnection(new StreamMessageReader(server.stdout), new StreamMessageWriter(server.stdin));
let told: (version: number) => void = () => undefined;
client.onNotification("textDocument/publishDiagnostics", ({ uri: of, version }: { uri: string; version?: number }) => {
  if (of === uri && version !== undefined) told(version);
});
client.onUnhandledNotification(() => undefined);
client.listen();

const uri = pathToFileURL(placeOf(1)).href;
const text = fileAt(1, importers);
const line = text.split("\n").findIndex((one) => one.includes("let sum = 0;"));
let version = 1;

/** Types a letter, or takes it away again; gives the milliseconds until its diagnostics are there. */
function type(): Promise<number> {
  const isThere = version % 2 === 0;
  version += 1;
  const character = "  let sum = 0".length;
  const range = { start: { line, character }, end: { line, character: character + (isThere ? 1 : 0) } };
  const began = performance.now();
  void client.sendNotification("textDocument/didChange", {
    textDocument: { uri, version },
    contentChanges: [{ range, text: isThere ? "" : "1" }],
  });
  return new Promise((resolve) => {
    told = (of) => void (of === version && resolve(performance.now() - began));
  });
}

const wait = (time: number): Promise<void> => new Promise((resolve) => void setTimeout(resolve, time));

function show(name: string, times: number[]): number {
  times.sort((a, b) => a - b);
  const at = (share: number): number => times[Math.min(times.length - 1, Math.floor(share * times.length))]!;
  console.log(
    `${name}: ${times.length} keys, p50 ${at(0.5).toFixed(1)} ms, p95 ${at(0.95).toFixed(1)} ms, worst ${times.at(-1)!.toFixed(1)} ms`,
  );
  return at(0.95);
}

try {
  await client.sendRequest("initialize", {
    processId: process.pid,
    rootUri: pathToFileURL(folder).href,
    capabilities: { textDocument: { publishDiagnostics: { versionSupport: true } } },
    initializationOptions: { pause: 0 },
  });
  await client.sendNotification("initialized", {});
  const opened = new Promise<void>((resolve) => void (told = () => resolve()));
  await client.sendNotification("textDocument/didOpen", {
    textDocument: { uri, languageId: "javascript", version, text },
  });
  await opened;
  const alone: number[] = [];
  for (let key = 0; key < 300; key += 1) {
    alone.push(await type());
    await wait(20);
  }
  let isOver = false;
  const review = client
    .sendRequest("workspace/executeCommand", { command: "alertQuill.reviewProject" })
    .then((found: unknown) => {
      isOver = true;
      return found;
    });
  const beside: number[] = [];
  while (!isOver) {
    beside.push(await type());
    await wait(20);
  }
  console.log(`${count} files, reviewed meanwhile: ${JSON.stringify(await review)}`);
  const before = show("alone", alone);
  const during = show("while all files are reviewed", beside);
  console.log(`p95 is ${(during / before).toFixed(1)} times that alone`);
} finally {
  client.end();
  server.kill();
  rmSync(folder, { recursive: true, force: true });
}
