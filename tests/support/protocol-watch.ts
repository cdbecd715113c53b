/** Checks all that a server says against the types' guards and the order that the standard prescribes. */
import { CodeAction, Diagnostic, Hover, TextEdit, WorkspaceEdit } from "vscode-languageserver-protocol";
import { offsetAt, Text, type PositionEncoding } from "../../src/index.js";

export interface Message {
  readonly jsonrpc?: string;
  readonly id?: number | string | null;
  readonly method?: string;
  readonly params?: any;
  readonly result?: any;
  readonly error?: { readonly code: number; readonly message: string; readonly data?: any };
}

const list = (is: (value: any) => boolean) => (value: any): boolean =>
  value === null || (Array.isArray(value) && value.every(is));
const report = (value: any): boolean => (
  value.kind === "full" && value.items.every((item: any) => Diagnostic.is(item))
) ||
  (value.kind === "unchanged" && typeof value.resultId === "string");
// An action without an edit is one that is worked out later, or cannot be taken.
const isAction = (value: any): boolean => CodeAction.is(
  value.data !== undefined || typeof value.disabled?.reason === "string" ? { edit: { changes: {} }, ...value } : value,
) &&
  (value.edit === undefined || WorkspaceEdit.is(value.edit));

/** What the result of a request must be. */
const results: Readonly<Record<string, (value: any) => boolean>> = {
  initialize: (value) => typeof value.capabilities === "object" && typeof value.serverInfo.name === "string",
  shutdown: (value) => value === null,
  "textDocument/codeAction": list(isAction),
  "codeAction/resolve": isAction,
  "textDocument/hover": (value) => value === null || Hover.is(value),
  "textDocument/completion": list(
    (value) => typeof value.label === "string" && (value.textEdit === undefined || TextEdit.is(value.textEdit)),
  ),
  "textDocument/formatting": list(TextEdit.is),
  "textDocument/rangeFormatting": list(TextEdit.is),
  "textDocument/rangesFormatting": list(TextEdit.is),
  "textDocument/onTypeFormatting": list(TextEdit.is),
  "textDocument/willSaveWaitUntil": list(TextEdit.is),
  "textDocument/diagnostic": report,
  "workspace/diagnostic": (value) => value.items.every(
    (item: any) =>
      report(item) && typeof item.uri === "string" && (item.version === null || Number.isInteger(item.version)),
  ),
};

/** The capability without which a server may not ask, by the request. */
const needed: Readonly<Record<string, (capabilities: any) => unknown>> = {
  "workspace/configuration": ({ workspace }) => workspace?.configuration,
  "window/showDocument": ({ window }) => window?.showDocument?.support === true,
  "workspace/applyEdit": ({ workspace }) => workspace?.applyEdit,
  "workspace/diagnostic/refresh": ({ workspace }) => workspace?.diagnostics?.refreshSupport,
  "workspace/codeLens/refresh": ({ workspace }) => workspace?.codeLens?.refreshSupport,
  "window/workDoneProgress/create": ({ window }) => window?.workDoneProgress,
  "client/registerCapability": ({ workspace, textDocument }) => workspace?.didChangeWatchedFiles?.dynamicRegistration ??
    workspace?.didChangeConfiguration?.dynamicRegistration ??
    textDocument?.diagnostic?.dynamicRegistration,
  "client/unregisterCapability": ({ textDocument }) => textDocument?.diagnostic?.dynamicRegistration,
  "window/showMessageRequest": () => true,
};

const notifications = new Set([
  "textDocument/publishDiagnostics",
  "window/logMessage",
  "window/showMessage",
  "$/progress",
  "$/logTrace",
  "alertQuill/status",
  "alertQuill/cost",
]);

export class ProtocolWatch {
  readonly faults: string[] = [];
  /** Whether files that are not open may be told of. */
  project = false;
  /** Whether it is followed which documents are open, as far as the client says what it should. */
  follows = true;
  private capabilities: any = {};
  private encoding: PositionEncoding = "utf-16";
  private readonly asked = new Map<number | string, string>();
  private readonly answered = new Set<number | string>();
  private readonly open = new Map<string, { version: number; texts: Map<number, Text> }>();
  private readonly published = new Map<string, number>();
  private readonly progress = new Map<string | number, "created" | "begun" | "ended">();
  private readonly partial = new Set<string | number>();

  /** A message that the client says. */
  said({ id, method, params }: Message): void {
    if (method !== undefined && id != null) this.asked.set(id, method);
    if (!this.follows && method !== "initialize") return;
    try {
      this.follow(method, params);
    } catch {
      // What a broken message would have done is not known: the server has to cope, not the watch.
    }
  }

  private follow(method: string | undefined, params: any): void {
    if (method === "initialize") this.capabilities = params.capabilities ?? {};
    for (const token of [params?.workDoneToken]) if (token !== undefined) this.progress.set(token, "created");
    if (params?.partialResultToken !== undefined) this.partial.add(params.partialResultToken);
    if (method === "textDocument/didOpen") {
      const { uri, version, text } = params.textDocument;
      this.open.set(uri, { version, texts: new Map([[version, Text.of(text)]]) });
      this.published.delete(uri);
    }
    if (method === "textDocument/didClose") this.open.delete(params.textDocument.uri);
    if (method === "textDocument/didChange") {
      const { uri, version } = params.textDocument;
      const document = this.open.get(uri);
      if (document === undefined || version <= document.version) return;
      let text = document.texts.get(document.version)!;
      for (const { range, text: insert } of params.contentChanges) {
        text = text.apply({
          from: range === undefined ? 0 : offsetAt(text, range.start, this.encoding),
          to: range === undefined ? text.length : offsetAt(text, range.end, this.encoding),
          insert,
        });
      }
      document.version = version;
      document.texts.set(version, text);
    }
    if (method === "notebookDocument/didOpen") {
      for (const { uri, version, text } of params.cellTextDocuments) {
        this.open.set(uri, { version, texts: new Map([[version, Text.of(text)]]) });
      }
    }
    if (method === "notebookDocument/didClose") for (const { uri } of params.cellTextDocuments) this.open.delete(uri);
  }

  /** A message that the server says. */
  heard(message: Message): void {
    const { jsonrpc, id, method, params } = message;
    if (jsonrpc !== "2.0") this.fault("it is no JSON-RPC 2.0", message);
    if (method === undefined) this.heardAnswer(message);
    else if (id !== undefined) {
      const may = needed[method];
      if (may === undefined || !may(this.capabilities)) {
        this.fault(`the client did not say that it can be asked ${method}`, message);
      }
      if (method === "window/workDoneProgress/create") this.progress.set(params.token, "created");
    } else if (!notifications.has(method)) this.fault(`no client knows ${method}`, message);
    else if (method === "textDocument/publishDiagnostics") this.heardDiagnostics(params);
    else if (method === "$/progress") this.heardProgress(params);
  }

  private heardAnswer(message: Message): void {
    const { id, result, error } = message;
    if (id == null) {
      if (error === undefined) this.fault("an answer without an id is no error", message);
      return;
    }
    const method = this.asked.get(id);
    if (method === undefined) this.fault("nobody asked", message);
    if (this.answered.has(id)) this.fault("it was answered before", message);
    this.answered.add(id);
    if ((result === undefined) === (error === undefined)) {
      this.fault("there must be either a result or an error", message);
    }
    if (error !== undefined && !(Number.isInteger(error.code) && typeof error.message === "string")) {
      this.fault("the error has no code and message", message);
    }
    // What a client makes up comes back as it was.
    const isEcho = !this.follows && method === "codeAction/resolve";
    if (result !== undefined && !isEcho && results[method ?? ""]?.(result) === false) {
      this.fault(`the result of ${method} is not of its type`, message);
    }
    if (method === "initialize" && result !== undefined) {
      this.encoding = result.capabilities.positionEncoding ?? "utf-16";
    }
  }

  private heardDiagnostics(params: any): void {
    const { uri, version, diagnostics } = params;
    if (!Array.isArray(diagnostics) || !diagnostics.every((one: any) => Diagnostic.is(one))) {
      this.fault("these are no diagnostics", params);
    }
    if (!this.follows) return;
    const document = this.open.get(uri);
    if (document === undefined) {
      // What is wrong with a settings file is told whether it is open or not.
      if (diagnostics.length > 0 && !this.project && !uri.endsWith(".jsonc")) this.fault(`${uri} is not open`, params);
      return;
    }
    if (version === undefined) return;
    if (version > document.version) this.fault("there is no such version yet", params);
    if (version < (this.published.get(uri) ?? -Infinity)) this.fault("a newer version was told before", params);
    this.published.set(uri, version);
    const text = document.texts.get(version);
    if (text === undefined) return;
    for (const { range: { start, end } } of diagnostics) {
      if (end.line >= text.lines.lineCount || (end.line === start.line && end.character < start.character)) {
        this.fault("a range is outside of the text", { start, end });
      }
    }
  }

  private heardProgress({ token, value }: any): void {
    if (this.partial.has(token) && value.kind === undefined) return;
    const state = this.progress.get(token);
    const next = { begin: "begun", report: "begun", end: "ended" }[value.kind as string];
    if (state === undefined) this.fault("nobody knows this progress", { token, value });
    else if (next === undefined || (value.kind === "begin") !== (state === "created") || state === "ended") {
      this.fault(`\`${value.kind}\` cannot follow on \`${state}\``, { token, value });
    }
    this.progress.set(token, next as "begun" | "ended");
  }

  /** What is wrong at the end of a session. */
  finish(): readonly string[] {
    for (const [id, method] of this.asked) {
      if (!this.answered.has(id)) this.fault(`${method} was never answered`, { id });
    }
    for (const [token, state] of this.progress) if (state === "begun") this.fault("a progress never ended", { token });
    return this.faults;
  }

  private fault(what: string, message: unknown): void {
    this.faults.push(`${what}: ${JSON.stringify(message).slice(0, 400)}`);
  }
}
