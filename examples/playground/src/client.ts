/** The connection to the server in the worker, and what it has said so far. */
import { LSPClient, type Transport } from "@codemirror/lsp-client";
import { Text, type ChangeSpec } from "@codemirror/state";
import type { RuleView } from "alert-quill/worker";
import type {
  CodeAction,
  CodeLens,
  Diagnostic,
  Position,
  PublishDiagnosticsParams,
  TextEdit,
} from "vscode-languageserver-protocol";
import { Project } from "./project.js";
import { Store } from "./store.js";

function workerTransport(worker: Worker): Transport {
  const handlers = new Map<(message: string) => void, (event: MessageEvent) => void>();
  return {
    send: (message) => worker.postMessage(JSON.parse(message)),
    subscribe(handler) {
      const listener = ({ data }: MessageEvent): void => {
        // There may be thousands of them with each key: they need not become text and objects again.
        if (data.method === "textDocument/publishDiagnostics") takeDiagnostics(data.params);
        else handler(JSON.stringify(data));
      };
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
export const diagnostics = new Store<Published>(new Map());

/** The texts of which these were told. */
export const textsTold = new Map<string, Text>();

function takeDiagnostics({ uri, version, diagnostics: list }: PublishDiagnosticsParams): void {
  const file = project.getFile(uri);
  // What belongs to an older text is not shown: newer marks are on their way.
  if (file && (version === undefined || version === file.version)) {
    if (file) textsTold.set(uri, file.doc);
    diagnostics.set(new Map(diagnostics.get()).set(uri, list));
  }
}

/** What the last analysis cost. */
export interface Cost {
  readonly uri: string;
  /** The first is that of the text as it was opened. */
  readonly version: number;
  /** Milliseconds from the change until all was told. */
  readonly time: number;
  readonly stages: readonly (readonly [stage: string, time: number])[];
}
export const lastCost = new Store<Cost | undefined>(undefined);

export const client = new LSPClient({
  rootUri: "file:///harbour",
  // A large folder that was dropped here takes its time.
  timeout: 60_000,
  initializationOptions: { status: true, cost: true },
  workspace: (owner) => new Project(owner),
  notificationHandlers: {
    "alertQuill/cost": (_, cost: Cost) => {
      if (cost.version > 1) lastCost.set(cost);
      return true;
    },
    "alertQuill/status": () => true,
    // What each analysis costs is shown, not printed.
    "window/logMessage": () => true,
  },
});

export const project = client.workspace as Project;

client.connect(workerTransport(new Worker(new URL("./worker.ts", import.meta.url), { type: "module" })));

/** A diagnostic's message as plain text. */
export function messageOf({ message }: Diagnostic): string {
  return typeof message === "string" ? message : message.value;
}

const start = { line: 0, character: 0 };

function actions(uri: string, range: Diagnostic["range"], only: string, about: Diagnostic[]): Promise<CodeAction[]> {
  client.sync();
  return client.request("textDocument/codeAction", {
    textDocument: { uri },
    range,
    context: { diagnostics: about, only: [only], triggerKind: 1 },
  });
}

/** The quick fixes for a diagnostic. */
export const quickFixes = (uri: string, diagnostic: Diagnostic): Promise<CodeAction[]> =>
  actions(uri, diagnostic.range, "quickfix", [diagnostic]);

/** All that a save settles by itself. */
export const fixAll = async (uri: string): Promise<CodeAction | undefined> =>
  (await actions(uri, { start, end: start }, "source.fixAll", []))[0];

/** What stands above functions. */
export const lensesOf = (uri: string): Promise<CodeLens[] | null> =>
  client.request("textDocument/codeLens", { textDocument: { uri } });

/** The flow graph of the code at a place, drawn. */
export function flowAt(uri: string, position: Position): Promise<{ svg: string } | null> {
  client.sync();
  return client.request("alertQuill/flow", { textDocument: { uri }, position });
}

/** The rules, with the levels that the settings give them as they are typed. */
export function rulesFor(uri: string): Promise<RuleView[]> {
  client.sync();
  return client.request("alertQuill/rules", { textDocument: { uri } });
}

/** The edits that an action makes in a file. */
export const editsOf = (action: CodeAction, uri: string): readonly TextEdit[] => action.edit?.changes?.[uri] ?? [];

const offset = (text: Text, { line, character }: Position): number => {
  const { from, to } = text.line(Math.min(line + 1, text.lines));
  return Math.min(from + character, to);
};

/** Edits of the protocol as changes of a text. */
export const changesOf = (text: Text, edits: readonly TextEdit[]): Extract<ChangeSpec, { from: number }>[] => edits.map(
  ({ range, newText }) => ({
    from: offset(text, range.start),
    to: offset(text, range.end),
    insert: newText,
  }),
);

/** Settles diagnostics of a file by the fix that is preferred for each. Gives back how many were settled; those whose fixes overlap others are left for another time. */
export async function settle(uri: string, list: readonly Diagnostic[]): Promise<number> {
  const file = project.getFile(uri);
  if (file === null) return 0;
  const text = file.now;
  const chosen: Extract<ChangeSpec, { from: number }>[] = [];
  let settled = 0;
  for (const diagnostic of list) {
    const action = (await quickFixes(uri, diagnostic)).find(({ isPreferred }) => isPreferred);
    const changes = action === undefined ? [] : changesOf(text, editsOf(action, uri));
    const isFree = changes.every(
      (one) => chosen.every((other) => one.from > (other.to ?? other.from) || (one.to ?? one.from) < other.from),
    );
    if (changes.length === 0 || !isFree) continue;
    chosen.push(...changes);
    settled += 1;
  }
  // What was typed in the meantime is not known to them.
  if (chosen.length === 0 || !file.now.eq(text)) return 0;
  project.edit(uri, chosen);
  return settled;
}
