/** The server on Node.js. */
import { createConnection } from "node:net";
import { Writable } from "node:stream";
import {
  createMessageConnection,
  IPCMessageReader,
  IPCMessageWriter,
  StreamMessageWriter,
  type MessageConnection,
} from "vscode-jsonrpc/node";
import { languages } from "../languages/index.js";
import type { Language } from "../languages/language.js";
import { cutOff } from "../project/cut-off.js";
import { endProcess, writeOut } from "../project/pack-guard.js";
import { FrameReader, type ByteSource } from "./framing.js";
import { nodeHost } from "./node-host.js";
import { Server } from "./server.js";

export { Server } from "./server.js";
export { DiskFiles } from "../project/disk-files.js";
export type { ServerHost } from "./host.js";

/** What the server writes to: any writable stream of Node.js. */
export interface ByteSink {
  write(chunk: Uint8Array | string, encoding?: never, done?: (error?: Error | null) => void): boolean;
  on(event: "error", listener: (error: Error) => void): unknown;
}

export interface Streams {
  readonly input: ByteSource;
  readonly output: ByteSink;
}

export interface ServeOptions {
  /** Languages beside those that come with the package: their documents are looked at while they are open. */
  readonly languages?: readonly Language[];
  /** Ends the program; without it the process is ended. */
  readonly exit?: (code: number) => void;
}

/** Serves a client that is at the other end of two streams. */
export function serve({ input, output }: Streams, options: ServeOptions = {}): void {
  const writer = new StreamMessageWriter(output as never);
  const reader = new FrameReader(input, (code, message, id) => {
    // An answer to something that could not be read carries no id, says JSON-RPC; the library's type does not know of it.
    void writer.write({ jsonrpc: "2.0", id, error: { code, message } } as never);
  });
  listen(createMessageConnection(reader, writer), options);
}

function listen(
  connection: MessageConnection,
  { languages: more = [], exit = (code) => endProcess(code) }: ServeOptions,
): void {
  new Server(connection, {
    languages: [...languages, ...more],
    host: nodeHost(exit, more),
    cutOff,
  }).listen();
}

/** Serves the client that started this process with pipes on its standard streams. */
export function serveStdio(options: ServeOptions = {}): void {
  const output = new Writable({ write: (chunk: Uint8Array, _encoding, done) => void writeOut(chunk, done) });
  serve({ input: process.stdin, output }, options);
}

/** Serves the client that forked this process, over the channel between the two. Throws when there is none. */
export function serveIpc(): void {
  if (process.send === undefined) {
    throw new Error("this process was not forked by another one: there is no channel to talk over");
  }
  process.once("disconnect", () => endProcess(1));
  listen(createMessageConnection(new IPCMessageReader(process), new IPCMessageWriter(process)), {});
}

/** Serves the client that listens at a port of this machine or at a named pipe. */
export function serveSocket(address: { readonly port: number } | { readonly path: string }): void {
  const socket = "port" in address
    ? createConnection({ port: address.port, host: "127.0.0.1" })
    : createConnection({ path: address.path });
  socket.once("error", (error) => {
    process.stderr.write(`alert-quill: the editor cannot be reached: ${error.message}\n`);
    endProcess(2);
  });
  socket.on("connect", () => serve({ input: socket, output: socket }));
}
