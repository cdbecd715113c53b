/** Reading framed messages from a byte stream so that a malformed one costs an answer and not the session. */
import type { DataCallback, Disposable, Message } from "vscode-jsonrpc";
import { AbstractMessageReader } from "vscode-jsonrpc";

/** JSON-RPC 2.0 §5.1. */
const parseError = -32700;
const invalidRequest = -32600;

export interface ByteSource {
  on(event: "data", listener: (chunk: Uint8Array) => void): unknown;
  on(event: "end" | "close", listener: () => void): unknown;
  on(event: "error", listener: (error: Error) => void): unknown;
}

/** Called with the code and text of the error that answers a malformed frame, and the id of the request, where one can be read. */
export type Refuse = (code: number, message: string, id: number | string | null) => void;

/** A header's line that tells a length. No body holds one as it stands here: in JSON a text has no line end of its own. */
const lengthLine = /content-length:[ \t]*(\d+)[ \t]*\r?\n/i;

/** The longest that such a line gets, so that one is found that came in two parts. */
const longestLine = 64;

/** Headers that are longer hold no length. */
const longestHeader = 4096;

const latin = new TextDecoder("latin1");

export class FrameReader extends AbstractMessageReader {
  private buffered: Uint8Array = new Uint8Array(0);
  /** What came after it while a long body was awaited; joined once it is all there. */
  private further: Uint8Array[] = [];
  private furtherLength = 0;
  /** Length of the body that is awaited; -1 while a header is. */
  private awaited = -1;
  /** The last bytes that came. */
  private tail: Uint8Array = new Uint8Array(0);
  private callback: DataCallback | undefined;

  constructor(
    private readonly source: ByteSource,
    private readonly refuse: Refuse,
  ) {
    super();
  }

  listen(callback: DataCallback): Disposable {
    this.callback = callback;
    this.source.on("data", (chunk) => this.take(chunk));
    this.source.on("end", () => this.fireClose());
    this.source.on("close", () => this.fireClose());
    this.source.on("error", (error) => this.fireError(error));
    return { dispose: () => (this.callback = undefined) };
  }

  private take(chunk: Uint8Array): void {
    this.further.push(chunk);
    this.furtherLength += chunk.length;
    // A length that is too great would swallow what follows: the next header ends the body.
    const seam = latin.decode(this.tail) + latin.decode(chunk);
    this.tail = chunk.subarray(-longestLine);
    if (this.buffered.length + this.furtherLength < this.awaited && !lengthLine.test(seam)) return;
    this.join();
    while (this.step());
  }

  private join(): void {
    const joined = new Uint8Array(this.buffered.length + this.furtherLength);
    joined.set(this.buffered);
    let at = this.buffered.length;
    for (const chunk of this.further) {
      joined.set(chunk, at);
      at += chunk.length;
    }
    this.buffered = joined;
    this.further = [];
    this.furtherLength = 0;
  }

  /** Reads one header or one body; `false` when more bytes are needed. */
  private step(): boolean {
    return this.awaited < 0 ? this.readHeader() : this.readBody();
  }

  private readHeader(): boolean {
    const window = latin.decode(this.buffered.subarray(0, longestHeader));
    const end = /\r?\n\r?\n/.exec(window);
    const line = lengthLine.exec(window);
    if (line !== null && (end === null || line.index < end.index)) {
      if (end === null) return false;
      // What stands before it on its line, or before that, belongs to no header.
      const before = window.slice(0, line.index).replace(/(?:^|\n)[\w-]+:.*\r?\n$/, "").trim();
      if (before !== "") this.refuse(parseError, "Bytes outside of a message were passed over", null);
      this.buffered = this.buffered.subarray(end.index + end[0].length);
      this.awaited = Number(line[1]);
      return true;
    }
    if (end !== null) {
      this.buffered = this.buffered.subarray(end.index + end[0].length);
      if (window.slice(0, end.index).trim() !== "") {
        this.refuse(parseError, "A message header without a Content-Length was passed over", null);
      }
      return this.buffered.length > 0;
    }
    if (this.buffered.length > longestHeader) {
      this.buffered = this.buffered.subarray(longestHeader - longestLine);
      return true;
    }
    return false;
  }

  private readBody(): boolean {
    // A header that begins in what is taken for the body may end behind it.
    const next = lengthLine.exec(latin.decode(this.buffered.subarray(0, this.awaited + longestLine)));
    const length = next === null ? this.awaited : Math.min(next.index, this.awaited);
    if (this.buffered.length < length) return false;
    const body = this.buffered.subarray(0, length);
    this.buffered = this.buffered.subarray(length);
    this.awaited = -1;
    this.deliver(new TextDecoder().decode(body));
    return true;
  }

  private deliver(text: string): void {
    let message: unknown;
    try {
      message = JSON.parse(text);
    } catch (error) {
      this.refuse(parseError, `The message is not JSON: ${(error as Error).message}`, null);
      return;
    }
    const fault = faultOf(message);
    if (fault === undefined) this.callback?.(message as object as Message);
    else {
      const { id } = (message ?? {}) as { id?: unknown };
      this.refuse(invalidRequest, fault, typeof id === "number" || typeof id === "string" ? id : null);
    }
  }
}

/** What keeps a value from being a message of JSON-RPC 2.0, or one that the connection takes without looking at it. */
function faultOf(value: unknown): string | undefined {
  if (typeof value !== "object" || value === null || Array.isArray(value) || !("method" in value || "id" in value)) {
    return "The message is neither a request, a response nor a notification";
  }
  const { method, params, id } = value as { method?: unknown; params?: unknown; id?: unknown };
  if (method !== undefined && typeof method !== "string") return "The method of the message is no text";
  if (id !== undefined && id !== null && typeof id !== "string" && typeof id !== "number") {
    return "The id of the message is neither a text nor a number";
  }
  if (params !== undefined && params !== null && typeof params !== "object") {
    return "The parameters of the message are neither an object nor a list";
  }
  const about = params as { id?: unknown; token?: unknown } | null | undefined;
  if (method === "$/cancelRequest" && typeof about?.id !== "number" && typeof about?.id !== "string") {
    return "`$/cancelRequest` needs the id of a request";
  }
  if (method === "$/progress" && typeof about?.token !== "number" && typeof about?.token !== "string") {
    return "`$/progress` needs a token";
  }
  return undefined;
}
