/** A client that speaks to the real server process byte by byte, so that it can also say what no library would. */
import { spawn, type ChildProcessWithoutNullStreams } from "node:child_process";
import path from "node:path";
import { root } from "./files.js";

export interface Received {
  readonly id?: number | string | null;
  readonly method?: string;
  readonly params?: any;
  readonly result?: any;
  readonly error?: { readonly code: number; readonly message: string };
}

export class StdioClient {
  readonly received: Received[] = [];
  private readonly child: ChildProcessWithoutNullStreams;
  private buffer = Buffer.alloc(0);
  private readonly waiting = new Set<() => void>();
  private lastId = 0;
  readonly exited: Promise<number | null>;

  constructor() {
    this.child = spawn(process.execPath, [path.join(root, "dist/cli/main.js"), "serve", "--stdio"]);
    this.child.stdout.on("data", (chunk: Buffer) => this.take(chunk));
    this.exited = new Promise((resolve) => this.child.once("exit", resolve));
  }

  private take(chunk: Buffer): void {
    this.buffer = Buffer.concat([this.buffer, chunk]);
    for (;;) {
      const end = this.buffer.indexOf("\r\n\r\n");
      if (end < 0) break;
      const length = Number(/Content-Length: (\d+)/.exec(this.buffer.toString("ascii", 0, end))![1]);
      if (this.buffer.length < end + 4 + length) break;
      this.received.push(JSON.parse(this.buffer.toString("utf8", end + 4, end + 4 + length)) as Received);
      this.buffer = this.buffer.subarray(end + 4 + length);
    }
    for (const check of this.waiting) check();
  }

  raw(bytes: string | Buffer): void {
    this.child.stdin.write(bytes);
  }

  send(message: object | string): void {
    const body = Buffer.from(typeof message === "string" ? message : JSON.stringify({ jsonrpc: "2.0", ...message }));
    this.raw(Buffer.concat([Buffer.from(`Content-Length: ${body.length}\r\n\r\n`), body]));
  }

  notify(method: string, params: object = {}): void {
    this.send({ method, params });
  }

  async request(method: string, params: object = {}): Promise<Received> {
    const id = (this.lastId += 1);
    this.send({ id, method, params });
    return this.until((message) => message.id === id && message.method === undefined);
  }

  /** The first message, from `after` on, that satisfies `test`. */
  until(test: (message: Received) => boolean, after = 0): Promise<Received> {
    return new Promise((resolve) => {
      const check = (): void => {
        const found = this.received.slice(after).find(test);
        if (found === undefined) return;
        this.waiting.delete(check);
        resolve(found);
      };
      this.waiting.add(check);
      check();
    });
  }

  /** The diagnostics of a version of a document. */
  async diagnostics(uri: string, version: number): Promise<any[]> {
    const message = await this.until(({ method, params }) => method === "textDocument/publishDiagnostics" && params.uri === uri && params.version === version);
    return message.params.diagnostics;
  }

  async initialize(capabilities: object = {}, initializationOptions: object = {}): Promise<any> {
    const { result } = await this.request("initialize", { processId: null, rootUri: null, capabilities, initializationOptions });
    this.notify("initialized");
    return result;
  }

  open(uri: string, text: string, version = 1): void {
    this.notify("textDocument/didOpen", { textDocument: { uri, languageId: "javascript", version, text } });
  }

  change(uri: string, version: number, ...contentChanges: object[]): void {
    this.notify("textDocument/didChange", { textDocument: { uri, version }, contentChanges });
  }

  async actions(uri: string, range: object, context: object): Promise<any[]> {
    return (await this.request("textDocument/codeAction", { textDocument: { uri }, range, context: { diagnostics: [], ...context } })).result;
  }

  /** Ends the session as the standard says. */
  async stop(): Promise<number | null> {
    await this.request("shutdown");
    this.notify("exit");
    return this.exited;
  }
}

export const range = (line: number, from: number, toLine: number, to: number) => ({ start: { line, character: from }, end: { line: toLine, character: to } });
