/** The language server: one session over any connection. */
import { ErrorCodes, ResponseError, type CancellationToken, type MessageConnection } from "vscode-jsonrpc";
import type {
  CodeAction, CodeActionParams, DidChangeTextDocumentParams, DidChangeWatchedFilesParams, DidCloseTextDocumentParams, DidOpenTextDocumentParams,
  DidChangeConfigurationParams, DidSaveTextDocumentParams, InitializeParams, InitializeResult, MessageType, ServerCapabilities,
} from "vscode-languageserver-protocol";
import type { Alert } from "../engine/alert.js";
import { WorkspaceError } from "../engine/errors.js";
import { Meter } from "../engine/meter.js";
import { createWorkspace, type Workspace } from "../engine/workspace.js";
import type { Language } from "../languages/language.js";
import { costLine } from "../report/cost.js";
import { SettingsError, type Settings } from "../settings/schema.js";
import type { Edit } from "../text/edit.js";
import { offsetAt, type PositionEncoding } from "../text/position.js";
import { version as packageVersion } from "../version.js";
import { codeActions, type ActionContext } from "./code-actions.js";
import { toDiagnostic } from "./diagnostics.js";
import { readEditorSettings, type EditorSettings } from "./editor-settings.js";
import type { ServerHost } from "./host.js";

/** Codes of the Language Server Protocol beside those of JSON-RPC. */
const serverNotInitialized = -32002;

type Handler = (params: never, token: CancellationToken) => unknown;

export interface ServerOptions {
  readonly languages: readonly Language[];
  readonly host: ServerHost;
  /** Milliseconds without a change before a document is analysed, where the editor says nothing else. */
  readonly pause?: number;
}

/** Milliseconds of work at a time, and those after which a first part of the alerts of a large file is shown. */
const slice = 5;
const patience = 150;

const settingsFile = /(?:^|\/)alert-quill\.jsonc$/;

/** Serves one client until it says `exit`. */
export class Server {
  private state: "new" | "running" | "shut-down" = "new";
  private encoding: PositionEncoding = "utf-16";
  private documentChanges = false;
  private readonly workspace: Workspace;
  private readonly meter = new Meter(() => performance.now());
  private editor: EditorSettings;
  private readonly timers = new Map<string, ReturnType<typeof setTimeout>>();
  private readonly requests: Readonly<Record<string, Handler>>;
  private readonly notifications: Readonly<Record<string, Handler>>;

  constructor(
    private readonly connection: MessageConnection,
    private readonly options: ServerOptions,
  ) {
    this.editor = { when: "type", pause: options.pause ?? 0, cost: false };
    this.workspace = createWorkspace({
      meter: this.meter,
      languages: options.languages,
      today: options.host.today(),
      onFailure: (uri, { rule, error }) => this.log(1, `The rule ${rule} failed on ${uri} and is off until the document changes: ${error instanceof Error ? error.stack : String(error)}`),
    });
    this.requests = {
      initialize: (params: InitializeParams) => this.initialize(params),
      shutdown: () => this.shutDown(),
      "textDocument/codeAction": (params: CodeActionParams) => this.codeAction(params),
    };
    this.notifications = {
      initialized: () => undefined,
      exit: () => this.exit(),
      "textDocument/didOpen": (params: DidOpenTextDocumentParams) => this.didOpen(params),
      "textDocument/didChange": (params: DidChangeTextDocumentParams) => this.didChange(params),
      "textDocument/didSave": (params: DidSaveTextDocumentParams) => this.didSave(params),
      "textDocument/didClose": (params: DidCloseTextDocumentParams) => this.didClose(params),
      "workspace/didChangeWatchedFiles": (params: DidChangeWatchedFilesParams) => this.settingsMayHaveChanged(params.changes.map(({ uri }) => uri)),
      "workspace/didChangeConfiguration": (params: DidChangeConfigurationParams) => this.configureEditor((params.settings as { alertQuill?: unknown } | null)?.alertQuill),
      "$/setTrace": () => undefined,
    };
    connection.onRequest((method, params, token) => this.answer(method, params, token));
    connection.onNotification((method, params) => this.take(method, params));
    connection.onClose(() => this.options.host.exit(this.state === "shut-down" ? 0 : 1));
  }

  listen(): void {
    this.connection.listen();
  }

  private answer(method: string, params: unknown, token: CancellationToken): unknown {
    const handler = this.requests[method];
    if (this.state === "new" && method !== "initialize") return new ResponseError(serverNotInitialized, "The first request is `initialize`");
    if (this.state === "shut-down") return new ResponseError(ErrorCodes.InvalidRequest, "The server has been shut down: only `exit` can follow");
    if (handler === undefined) return new ResponseError(ErrorCodes.MethodNotFound, `There is no method ${method} here`);
    if (method === "initialize" && this.state !== "new") return new ResponseError(ErrorCodes.InvalidRequest, "`initialize` comes only once");
    try {
      return handler(params as never, token);
    } catch (error) {
      if (error instanceof WorkspaceError || error instanceof TypeError) return new ResponseError(ErrorCodes.InvalidParams, `${method}: ${error.message}`);
      return new ResponseError(ErrorCodes.InternalError, `${method}: ${error instanceof Error ? error.message : String(error)}`);
    }
  }

  private take(method: string, params: unknown): void {
    const handler = this.notifications[method];
    if (this.state === "new" && method !== "exit") return;
    if (handler === undefined) {
      // Notifications that begin with `$/` may be passed over in silence, the standard says.
      if (!method.startsWith("$/")) this.log(2, `There is no notification ${method} here`);
      return;
    }
    try {
      handler(params as never, undefined as never);
    } catch (error) {
      this.log(1, `${method}: ${error instanceof Error ? error.message : String(error)}`);
    }
  }

  private initialize(params: InitializeParams): InitializeResult {
    const { general, workspace } = params.capabilities;
    const ours: readonly string[] = ["utf-8", "utf-16", "utf-32"] satisfies PositionEncoding[];
    this.encoding = (general?.positionEncodings?.find((encoding) => ours.includes(encoding)) as PositionEncoding | undefined) ?? "utf-16";
    this.documentChanges = workspace?.workspaceEdit?.documentChanges === true;
    this.configureEditor(params.initializationOptions);
    this.state = "running";
    const capabilities: ServerCapabilities = {
      positionEncoding: this.encoding,
      textDocumentSync: { openClose: true, change: 2, save: { includeText: false } },
      codeActionProvider: { codeActionKinds: ["quickfix", "source.fixAll"] },
    };
    return { capabilities, serverInfo: { name: "alert-quill", version: packageVersion } };
  }

  private shutDown(): null {
    this.state = "shut-down";
    for (const timer of this.timers.values()) clearTimeout(timer);
    this.timers.clear();
    return null;
  }

  private exit(): void {
    this.options.host.exit(this.state === "shut-down" ? 0 : 1);
  }

  private didOpen({ textDocument: { uri, languageId, version, text } }: DidOpenTextDocumentParams): void {
    if (!this.workspace.supports(languageId)) return;
    const settings = this.settingsFor(uri);
    this.workspace.open({ uri, languageId, version, text, settings });
    this.schedule(uri);
  }

  private didChange({ textDocument: { uri, version }, contentChanges }: DidChangeTextDocumentParams): void {
    let text = this.workspace.text(uri);
    const edits: Edit[] = [];
    contentChanges.forEach((change, index) => {
      const range = "range" in change ? change.range : undefined;
      const edit = {
        from: range === undefined ? 0 : offsetAt(text, range.start, this.encoding),
        to: range === undefined ? text.length : offsetAt(text, range.end, this.encoding),
        insert: change.text,
      };
      edits.push(edit);
      if (index < contentChanges.length - 1) text = text.apply(edit);
    });
    this.workspace.edit(uri, version, edits);
    // What is still being worked out is of an older version now.
    clearTimeout(this.timers.get(uri));
    this.timers.delete(uri);
    if (this.editor.when === "type") this.schedule(uri);
  }

  private didSave({ textDocument: { uri } }: DidSaveTextDocumentParams): void {
    if (settingsFile.test(uri)) this.settingsMayHaveChanged([uri]);
    else if (this.editor.when === "save" && this.workspace.uris.includes(uri)) this.schedule(uri, 0);
  }

  private didClose({ textDocument: { uri } }: DidCloseTextDocumentParams): void {
    if (!this.workspace.uris.includes(uri)) return;
    clearTimeout(this.timers.get(uri));
    this.timers.delete(uri);
    this.workspace.close(uri);
    this.send("textDocument/publishDiagnostics", { uri, diagnostics: [] });
  }

  private settingsMayHaveChanged(uris: readonly string[]): void {
    if (!uris.some((uri) => settingsFile.test(uri))) return;
    this.options.host.forgetSettings();
    for (const uri of this.workspace.uris) {
      this.workspace.configure(this.settingsFor(uri), uri);
      this.schedule(uri);
    }
  }

  /** The settings for a document; broken ones are reported and those of the kit `sound` take their place. */
  private settingsFor(uri: string): Settings {
    try {
      return this.options.host.settingsFor(uri) ?? {};
    } catch (error) {
      if (!(error instanceof SettingsError)) throw error;
      this.send("window/showMessage", { type: 1, message: `${error.message}\nUntil they are mended the kit \`sound\` is used.` });
      return {};
    }
  }

  private codeAction(params: CodeActionParams): CodeAction[] {
    if (!this.workspace.uris.includes(params.textDocument.uri)) return [];
    const { workspace, encoding, documentChanges } = this;
    const context: ActionContext = { workspace, encoding, documentChanges, rulePage: (rule) => this.options.host.rulePage(rule) };
    return codeActions(params, context);
  }

  /** Analyses and publishes after a pause without changes. What of an older version is not done yet is abandoned. */
  private schedule(uri: string, pause = this.editor.pause): void {
    clearTimeout(this.timers.get(uri));
    this.timers.set(uri, setTimeout(() => this.analyse(uri, performance.now(), false), pause));
  }

  /** Works on a document for a few milliseconds at a time, so that newer edits and requests find the server free. */
  private analyse(uri: string, began: number, shown: boolean): void {
    this.timers.delete(uri);
    const until = performance.now() + slice;
    try {
      if (this.workspace.work(uri, () => performance.now() > until)) {
        this.publish(uri, this.workspace.alerts(uri));
        this.tellCost(uri, performance.now() - began);
        return;
      }
    } catch (error) {
      // A fault of ours costs this report, not the session.
      this.log(1, `${uri} could not be analysed at version ${this.workspace.version(uri)}: ${error instanceof Error ? error.stack : String(error)}`);
      return;
    }
    // In a large file that has just been opened, what has been found so far is shown once.
    const soFar = !shown && performance.now() - began > patience ? this.workspace.alertsSoFar(uri) : undefined;
    if (soFar !== undefined) this.publish(uri, soFar);
    this.timers.set(uri, setTimeout(() => this.analyse(uri, began, shown || soFar !== undefined), 0));
  }

  private publish(uri: string, alerts: readonly Alert[]): void {
    const version = this.workspace.version(uri);
    const text = this.workspace.text(uri);
    const rulePage = (rule: string): string | undefined => this.options.host.rulePage(rule);
    const diagnostics = alerts.map((alert) => toDiagnostic(alert, { uri, version, text, encoding: this.encoding, rulePage }));
    this.send("textDocument/publishDiagnostics", { uri, version, diagnostics });
  }

  private tellCost(uri: string, time: number): void {
    if (this.editor.cost) this.log(4, `${uri} version ${this.workspace.version(uri)} in ${time.toFixed(1)} ms: ${costLine(this.meter)}`);
    this.meter.clear();
  }

  /** Takes over what the editor is set to. What cannot be used is told, and stays as it was. */
  private configureEditor(given: unknown): void {
    const { settings, faults } = readEditorSettings(given, this.editor);
    this.editor = settings;
    for (const fault of faults) this.send("window/showMessage", { type: 2, message: fault });
  }

  private log(type: MessageType, message: string): void {
    this.send("window/logMessage", { type, message });
  }

  private send(method: string, params: object): void {
    // A client that has gone away is noticed by the connection's end.
    this.connection.sendNotification(method, params).catch(() => undefined);
  }
}
