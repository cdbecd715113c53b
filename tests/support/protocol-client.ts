/** A client that speaks to the real server byte by byte, so that it can also say what no library would. All it hears is checked. */
import { expect } from "vitest";
import { hostedServer, type Line } from "./lines.js";
import { ProtocolWatch, type Message } from "./protocol-watch.js";

export type Received = Message;

/** What an able editor says it can do with diagnostics. */
const able = {
  relatedInformation: true,
  tagSupport: { valueSet: [1, 2] },
  codeDescriptionSupport: true,
  dataSupport: true,
};
const standard = {
  textDocument: {
    publishDiagnostics: able,
    codeAction: { codeActionLiteralSupport: { codeActionKind: { valueSet: ["quickfix", "source"] } } },
  },
};

/** All that the server makes use of. */
export const everything = {
  general: { positionEncodings: ["utf-16"] },
  window: { workDoneProgress: true },
  workspace: {
    applyEdit: true,
    configuration: true,
    workspaceFolders: true,
    workspaceEdit: { documentChanges: true, changeAnnotationSupport: {} },
    didChangeConfiguration: { dynamicRegistration: true },
    didChangeWatchedFiles: { dynamicRegistration: true },
    diagnostics: { refreshSupport: true },
  },
  textDocument: {
    publishDiagnostics: able,
    codeAction: { dataSupport: true, disabledSupport: true, resolveSupport: { properties: ["edit"] } },
  },
};

function merged(a: any, b: any): any {
  if (
    typeof a !== "object" || typeof b !== "object" || a === null || b === null || Array.isArray(a) || Array.isArray(b)
  ) return b ?? a;
  return Object.fromEntries(
    [...new Set([...Object.keys(a), ...Object.keys(b)])].map((key) => [key, merged(a[key], b[key])]),
  );
}

export class ProtocolClient {
  readonly received: Received[] = [];
  readonly watch = new ProtocolWatch();
  /** What is answered to requests of the server. */
  readonly answers: Record<string, (params: any) => unknown> = {
    "client/registerCapability": () => null,
    "client/unregisterCapability": () => null,
    "window/workDoneProgress/create": () => null,
    "workspace/diagnostic/refresh": () => null,
    "workspace/applyEdit": () => ({ applied: true }),
    "workspace/configuration": ({ items }) => items.map(() => null),
    "window/showMessageRequest": () => null,
  };
  private buffer: Buffer = Buffer.alloc(0);
  private readonly waiting = new Set<() => void>();
  private lastId = 0;
  private isOver = false;
  readonly exited: Promise<number | null>;

  constructor(private readonly line: Line = hostedServer()) {
    line.listen((chunk) => this.take(chunk));
    this.exited = line.exited.then((code) => {
      this.isOver = true;
      return code;
    });
  }

  private take(chunk: Buffer): void {
    this.buffer = Buffer.concat([this.buffer, chunk]);
    for (;;) {
      const end = this.buffer.indexOf("\r\n\r\n");
      if (end < 0) break;
      const length = Number(/Content-Length: (\d+)/.exec(this.buffer.toString("ascii", 0, end))![1]);
      if (this.buffer.length < end + 4 + length) break;
      const message = JSON.parse(this.buffer.toString("utf8", end + 4, end + 4 + length)) as Received;
      this.buffer = this.buffer.subarray(end + 4 + length);
      this.watch.heard(message);
      this.received.push(message);
      if (message.method !== undefined && message.id !== undefined) this.reply(message);
    }
    for (const check of this.waiting) check();
  }

  private reply({ id, method, params }: Received): void {
    const answer = this.answers[method!];
    this.send(
      answer === undefined ? { id, error: { code: -32601, message: "unknown here" } } : { id, result: answer(params) },
    );
  }

  raw(bytes: string | Buffer): void {
    this.line.write(bytes);
  }

  send(message: object | string): void {
    if (typeof message === "object") this.watch.said(message as Message);
    const body = Buffer.from(typeof message === "string" ? message : JSON.stringify({ jsonrpc: "2.0", ...message }));
    this.raw(Buffer.concat([Buffer.from(`Content-Length: ${body.length}\r\n\r\n`), body]));
  }

  notify(method: string, params: object = {}): void {
    this.send({ method, params });
  }

  /** Asks, and gives the id at once. */
  ask(method: string, params: object = {}): number {
    const id = (this.lastId += 1);
    this.send({ id, method, params });
    return id;
  }

  answer(id: number): Promise<Received> {
    return this.until((message) => message.id === id && message.method === undefined);
  }

  async request(method: string, params: object = {}): Promise<Received> {
    return this.answer(this.ask(method, params));
  }

  /** The first message, from `after` on, that satisfies `test`. */
  until(test: (message: Received) => boolean, after = 0): Promise<Received> {
    return new Promise((resolve) => {
      let at = after;
      const check = (): void => {
        for (; at < this.received.length; at += 1) {
          if (!test(this.received[at]!)) continue;
          this.waiting.delete(check);
          resolve(this.received[at]!);
          return;
        }
      };
      this.waiting.add(check);
      check();
    });
  }

  /** The diagnostics of a version of a document. */
  async diagnostics(uri: string, version: number): Promise<any[]> {
    const message = await this.until(
      ({ method, params }) =>
        method === "textDocument/publishDiagnostics" && params.uri === uri && params.version === version,
    );
    return message.params.diagnostics;
  }

  async initialize(capabilities: object = {}, initializationOptions: object = {}, more: object = {}): Promise<any> {
    const { result } = await this.request("initialize", {
      processId: null,
      rootUri: null,
      capabilities: merged(standard, capabilities),
      initializationOptions,
      ...more,
    });
    this.notify("initialized");
    return result;
  }

  open(uri: string, text: string, version = 1, languageId = "javascript"): void {
    this.notify("textDocument/didOpen", { textDocument: { uri, languageId, version, text } });
  }

  change(uri: string, version: number, ...contentChanges: object[]): void {
    this.notify("textDocument/didChange", { textDocument: { uri, version }, contentChanges });
  }

  async actions(uri: string, range: object, context: object): Promise<any[]> {
    return (await this.request("textDocument/codeAction", {
      textDocument: { uri },
      range,
      context: { diagnostics: [], ...context },
    })).result;
  }

  /** Is gone, without a word. */
  hangUp(): void {
    this.line.end();
  }

  /** Ends the session as the standard says. What was wrong with what the server said is a failure. */
  async stop(): Promise<number | null> {
    if (!this.isOver) {
      await this.request("shutdown");
      this.send({ method: "exit" });
    }
    const code = await this.exited;
    expect(this.watch.finish()).toEqual([]);
    return code;
  }
}

export const range = (line: number, from: number, toLine: number, to: number) => ({
  start: { line, character: from },
  end: { line: toLine, character: to },
});
