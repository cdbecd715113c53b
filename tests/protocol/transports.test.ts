/** The server as a client that listens gets it: at a port of this machine, and at a named pipe. */
import { fork, spawn } from "node:child_process";
import { createServer, type AddressInfo, type Socket } from "node:net";
import path from "node:path";
import { expect, test } from "vitest";
import {
  createMessageConnection,
  IPCMessageReader,
  IPCMessageWriter,
  StreamMessageReader,
  StreamMessageWriter,
  type MessageConnection,
} from "vscode-jsonrpc/node";
import { scratch } from "../support/command.js";
import { root } from "../support/files.js";

const command = path.join(root, "dist/cli/main.js");

/** A short session, from the first message to the last. */
async function talk(connection: MessageConnection): Promise<void> {
  const published = new Promise<{ diagnostics: { code: string }[] }>((resolve) => connection.onNotification(
    "textDocument/publishDiagnostics",
    resolve,
  ));
  connection.listen();
  await connection.sendRequest("initialize", { processId: null, rootUri: null, capabilities: {} });
  await connection.sendNotification("textDocument/didOpen", {
    textDocument: { uri: "file:///a.ts", languageId: "typescript", version: 1, text: "const tide: number = tdie;\n" },
  });
  expect((await published).diagnostics.map(({ code }) => code)).toEqual(["names.unknown"]);
  await connection.sendRequest("shutdown");
  await connection.sendNotification("exit");
}

test.each([
  ["--socket", 0, (address: AddressInfo | string) => String((address as AddressInfo).port)],
  ["--pipe", path.join(scratch(), "quill.sock"), (address: AddressInfo | string) => address as string],
])("%s", async (option, where, named) => {
  const listener = createServer();
  const connected = new Promise<Socket>((resolve) => listener.once("connection", resolve));
  await new Promise<void>(
    (resolve) => (
      typeof where === "number" ? listener.listen(where, "127.0.0.1", resolve) : listener.listen(where, resolve)
    ),
  );
  const child = spawn(process.execPath, [command, "serve", option, named(listener.address()!)]);
  const exited = new Promise((resolve) => child.once("exit", resolve));
  const socket = await connected;
  await talk(createMessageConnection(new StreamMessageReader(socket), new StreamMessageWriter(socket)));
  expect(await exited).toBe(0);
  listener.close();
});

test("a port where nobody listens is told, with exit code 2", async () => {
  const child = spawn(process.execPath, [command, "serve", "--socket", "9"]);
  let said = "";
  child.stderr.on("data", (chunk: Buffer) => (said += chunk.toString()));
  expect(await new Promise((resolve) => child.once("exit", resolve))).toBe(2);
  expect(said).toContain("the editor cannot be reached");
});

test("--node-ipc: the channel to the process that forked the server; alone it says what is missing", async () => {
  const child = fork(command, ["serve", "--node-ipc"], { silent: true });
  const exited = new Promise((resolve) => child.once("exit", resolve));
  await talk(createMessageConnection(new IPCMessageReader(child), new IPCMessageWriter(child)));
  expect(await exited).toBe(0);
  const alone = spawn(process.execPath, [command, "serve", "--node-ipc"]);
  let said = "";
  alone.stderr.on("data", (chunk: Buffer) => (said += chunk.toString()));
  expect(await new Promise((resolve) => alone.once("exit", resolve))).toBe(2);
  expect(said).toContain("was not forked by another one");
});
