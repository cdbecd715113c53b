/** The connection to the server in the worker, and what it has said so far. */
import { LSPClient, type Transport } from "@codemirror/lsp-client";
import type { CodeAction, Diagnostic, PublishDiagnosticsParams } from "vscode-languageserver-protocol";
import { Project } from "./project.js";

function workerTransport(worker: Worker): Transport {
  const handlers = new Map<(message: string) => void, (event: MessageEvent) => void>();
  return {
    send: (message) => worker.postMessage(JSON.parse(message)),
    subscribe(handler) {
      const listener = (event: MessageEvent): void => handler(JSON.stringify(event.data));
      handlers.set(handler, listener);
      worker.addEventListener("message", listener);
    },
    unsubscribe(handler) {
      const listener = handlers.get(handler);
      if (listener) worker.removeEventListener("message", listener);
      handlers.delete(handler);
    },
  };
}

/** Diagnostics by file, as the server published them last; a new map with every change, as React wants it. */
export type Published = ReadonlyMap<string, readonly Diagnostic[]>;

class DiagnosticStore {
  private published: Published = new Map();
  private readonly listeners = new Set<() => void>();

  readonly get = (): Published => this.published;

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  put(uri: string, diagnostics: readonly Diagnostic[]): void {
    this.published = new Map(this.published).set(uri, diagnostics);
    for (const listener of this.listeners) listener();
  }
}

export const diagnostics = new DiagnosticStore();

export const client = new LSPClient({
  rootUri: "file:///harbour",
  workspace: (owner) => new Project(owner),
  notificationHandlers: {
    "textDocument/publishDiagnostics": (owner, params: PublishDiagnosticsParams) => {
      const file = owner.workspace.getFile(params.uri);
      // What belongs to an older text is not shown: newer marks are on their way.
      if (file && (params.version === undefined || params.version === file.version)) {
        diagnostics.put(params.uri, params.diagnostics);
      }
      return true;
    },
  },
});

client.connect(workerTransport(new Worker(new URL("./worker.ts", import.meta.url), { type: "module" })));

/** A diagnostic's message as plain text. */
export function messageOf({ message }: Diagnostic): string {
  return typeof message === "string" ? message : message.value;
}

/** The quick fixes for a diagnostic. */
export function quickFixes(uri: string, diagnostic: Diagnostic): Promise<CodeAction[]> {
  client.sync();
  return client.request("textDocument/codeAction", {
    textDocument: { uri },
    range: diagnostic.range,
    context: { diagnostics: [diagnostic], only: ["quickfix"], triggerKind: 1 },
  });
}

/** All that a save settles by itself. */
export async function fixAll(uri: string): Promise<CodeAction | undefined> {
  client.sync();
  const range = { start: { line: 0, character: 0 }, end: { line: 0, character: 0 } };
  const actions = await client.request<object, CodeAction[]>("textDocument/codeAction", {
    textDocument: { uri },
    range,
    context: { diagnostics: [], only: ["source.fixAll"], triggerKind: 1 },
  });
  return actions[0];
}
