/** The language server: one session over any connection. */
import { ErrorCodes, ResponseError, type CancellationToken, type MessageConnection } from "vscode-jsonrpc";
import type {
  CodeAction, CodeActionParams, CompletionItem, CompletionParams, DidChangeTextDocumentParams, DidChangeWatchedFilesParams, DidCloseTextDocumentParams, DidOpenTextDocumentParams,
  DidChangeConfigurationParams, DidSaveTextDocumentParams, DocumentFormattingParams, DocumentOnTypeFormattingParams, DocumentRangeFormattingParams, Hover, HoverParams, InitializeParams, InitializeResult, MessageType, Range, ServerCapabilities, TextEdit, WillSaveTextDocumentParams,
} from "vscode-languageserver-protocol";
import type { Alert } from "../engine/alert.js";
import { WorkspaceError } from "../engine/errors.js";
import { Meter } from "../engine/meter.js";
import { createWorkspace, type Workspace } from "../engine/workspace.js";
import type { Language } from "../languages/language.js";
import { costLine } from "../report/cost.js";
import { moved, type Edit, type Span } from "../text/edit.js";
import { offsetAt, rangeOf, type PositionEncoding } from "../text/position.js";
import { Text } from "../text/text.js";
import { version as packageVersion } from "../version.js";
import { codeActions, type ActionContext } from "./code-actions.js";
import { toDiagnostic } from "./diagnostics.js";
import { readEditorSettings, type EditorSettings } from "./editor-settings.js";
import type { DocumentSettings, ServerHost, SettingsText } from "./host.js";
import { alertHover } from "./hover.js";
import type { ChangeableSettings } from "./level-actions.js";
import { settingsActions, settingsCompletion, settingsDiagnostics, settingsHover, type SettingsContext } from "./settings-file.js";
import { StatusLine } from "./status.js";

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

/** The length from which on a file is large, in UTF-16 code units. */
const large = 100_000;

/** Of more stretches that were typed than this the oldest are forgotten. */
const mostTyped = 2000;

/** Serves one client until it says `exit`. */
export class Server {
  private state: "new" | "running" | "shut-down" = "new";
  private encoding: PositionEncoding = "utf-16";
  private documentChanges = false;
  private readonly workspace: Workspace;
  private readonly status: StatusLine;
  /** Settings files that are open, as they are typed. */
  private readonly settingsTexts = new Map<string, { text: Text; version: number }>();
  /** What applies to each open document. */
  private readonly applied = new Map<string, DocumentSettings>();
  private canBeAsked = false;
  /** What was typed in each document since it was saved. */
  private readonly typed = new Map<string, readonly Span[]>();
  /** What was last told of broken settings files. */
  private readonly toldBroken = new Map<string, string | undefined>();
  private readonly meter = new Meter(() => performance.now());
  private editor: EditorSettings;
  private readonly timers = new Map<string, ReturnType<typeof setTimeout>>();
  private readonly requests: Readonly<Record<string, Handler>>;
  private readonly notifications: Readonly<Record<string, Handler>>;

  constructor(
    private readonly connection: MessageConnection,
    private readonly options: ServerOptions,
  ) {
    this.editor = { when: "type", pause: options.pause ?? 0, cost: false, status: false, settingsFile: "merge" };
    this.workspace = createWorkspace({
      meter: this.meter,
      languages: options.languages,
      today: options.host.today(),
      onFailure: (uri, { rule, error }) => this.log(1, `The rule ${rule} failed on ${uri} and is off until the document changes: ${error instanceof Error ? error.stack : String(error)}`),
    });
    this.status = new StatusLine((status) => this.send("alertQuill/status", status));
    options.host.watch(() => this.settingsChanged());
    this.requests = {
      initialize: (params: InitializeParams) => this.initialize(params),
      shutdown: () => this.shutDown(),
      "textDocument/codeAction": (params: CodeActionParams) => this.codeAction(params),
      "textDocument/willSaveWaitUntil": (params: WillSaveTextDocumentParams) => this.willSave(params),
      "textDocument/formatting": (params: DocumentFormattingParams) => this.layout(params.textDocument.uri),
      "textDocument/rangeFormatting": (params: DocumentRangeFormattingParams) => this.layout(params.textDocument.uri, params.range),
      "textDocument/onTypeFormatting": (params: DocumentOnTypeFormattingParams) => this.layoutTyped(params),
      "textDocument/hover": (params: HoverParams) => this.hover(params),
      "textDocument/completion": (params: CompletionParams) => this.completion(params),
    };
    this.notifications = {
      initialized: () => this.pullConfiguration(),
      exit: () => this.exit(),
      "textDocument/didOpen": (params: DidOpenTextDocumentParams) => this.didOpen(params),
      "textDocument/didChange": (params: DidChangeTextDocumentParams) => this.didChange(params),
      "textDocument/didSave": (params: DidSaveTextDocumentParams) => this.didSave(params),
      "textDocument/didClose": (params: DidCloseTextDocumentParams) => this.didClose(params),
      "workspace/didChangeWatchedFiles": (params: DidChangeWatchedFilesParams) => {
        if (params.changes.some(({ uri }) => options.host.isSettingsFile(uri))) this.readSettingsAgain();
      },
      "workspace/didChangeConfiguration": (params: DidChangeConfigurationParams) => this.configurationChanged(params.settings),
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
    this.canBeAsked = workspace?.configuration === true;
    this.configureEditor(params.initializationOptions);
    this.state = "running";
    const capabilities: ServerCapabilities = {
      positionEncoding: this.encoding,
      textDocumentSync: { openClose: true, change: 2, save: { includeText: false }, willSaveWaitUntil: true },
      codeActionProvider: { codeActionKinds: ["quickfix", "source.fixAll", "source.organizeImports"] },
      hoverProvider: true,
      documentFormattingProvider: true,
      documentRangeFormattingProvider: true,
      documentOnTypeFormattingProvider: { firstTriggerCharacter: "}", moreTriggerCharacter: [";", "\n"] },
      completionProvider: { triggerCharacters: ['"', "."] },
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
    if (this.options.host.isSettingsFile(uri)) {
      this.settingsTexts.set(uri, { text: Text.of(text), version });
      this.publishSettings(uri);
      return;
    }
    if (!this.workspace.supports(languageId)) return;
    const applied = this.apply(uri);
    this.workspace.open({ uri, languageId, version, text, settings: applied.settings });
    this.schedule(uri);
  }

  private didChange({ textDocument: { uri, version }, contentChanges }: DidChangeTextDocumentParams): void {
    const settings = this.settingsTexts.get(uri);
    let text = settings?.text ?? this.workspace.text(uri);
    const edits: Edit[] = [];
    contentChanges.forEach((change, index) => {
      const range = "range" in change ? change.range : undefined;
      const edit = {
        from: range === undefined ? 0 : offsetAt(text, range.start, this.encoding),
        to: range === undefined ? text.length : offsetAt(text, range.end, this.encoding),
        insert: change.text,
      };
      edits.push(edit);
      if (settings !== undefined || index < contentChanges.length - 1) text = text.apply(edit);
    });
    if (settings !== undefined) {
      this.settingsTexts.set(uri, { text, version });
      this.publishSettings(uri);
      return;
    }
    this.workspace.edit(uri, version, edits);
    for (const edit of edits) this.noteTyped(uri, edit);
    // What is still being worked out is of an older version now.
    clearTimeout(this.timers.get(uri));
    this.timers.delete(uri);
    if (this.editor.when === "type") this.schedule(uri);
  }

  private noteTyped(uri: string, edit: Edit): void {
    const spans = (this.typed.get(uri) ?? []).map((span) => moved(span, [edit]));
    const to = edit.from + edit.insert.length;
    // What is typed on at a stretch belongs to it.
    if (!spans.some((span) => span.from <= edit.from && span.to >= to)) spans.push({ from: edit.from, to });
    this.typed.set(uri, spans.slice(-mostTyped));
  }

  private didSave({ textDocument: { uri } }: DidSaveTextDocumentParams): void {
    this.typed.delete(uri);
    if (this.options.host.isSettingsFile(uri)) this.readSettingsAgain();
    else if (this.editor.when === "save" && this.workspace.uris.includes(uri)) this.schedule(uri, 0);
  }

  private didClose({ textDocument: { uri } }: DidCloseTextDocumentParams): void {
    if (this.settingsTexts.delete(uri)) {
      this.send("textDocument/publishDiagnostics", { uri, diagnostics: [] });
      return;
    }
    if (!this.workspace.uris.includes(uri)) return;
    clearTimeout(this.timers.get(uri));
    this.timers.delete(uri);
    this.workspace.close(uri);
    this.applied.delete(uri);
    this.typed.delete(uri);
    this.status.forget(uri);
    this.send("textDocument/publishDiagnostics", { uri, diagnostics: [] });
  }

  /** Finds out what applies to a document. Broken settings are told, in their file and once as a message. */
  private apply(uri: string): DocumentSettings {
    const { host } = this.options;
    const applied = host.settingsFor(uri);
    this.applied.set(uri, applied);
    const { file, broken } = applied;
    if (file === undefined || this.toldBroken.get(file) === broken) return applied;
    this.toldBroken.set(file, broken);
    if (broken !== undefined) this.send("window/showMessage", { type: 1, message: broken });
    const text = host.settingsText(file);
    if (!this.settingsTexts.has(file) && text !== undefined) {
      const context = { uri: file, version: 0, text: Text.of(text), encoding: this.encoding, rulePage: (rule: string) => host.rulePage(rule) };
      this.send("textDocument/publishDiagnostics", { uri: file, diagnostics: settingsDiagnostics(host.readSettings(file, text), context) });
    }
    return applied;
  }

  private readSettingsAgain(): void {
    this.options.host.forgetSettings();
    this.settingsChanged();
  }

  /** Puts the settings as they are now in place for all open documents. */
  private settingsChanged(): void {
    if (this.state !== "running") return;
    for (const uri of this.workspace.uris) {
      this.workspace.configure(this.apply(uri).settings, uri);
      this.schedule(uri);
    }
    for (const uri of this.settingsTexts.keys()) this.publishSettings(uri);
  }

  private codeAction(params: CodeActionParams): CodeAction[] {
    const { uri } = params.textDocument;
    const open = this.openSettings(uri);
    if (open !== undefined) return settingsActions(open.settings, params, open.context);
    if (!this.workspace.uris.includes(uri)) return [];
    const { workspace, encoding, documentChanges } = this;
    const context: ActionContext = { workspace, encoding, documentChanges, rulePage: (rule) => this.options.host.rulePage(rule), settings: this.changeableSettings(uri) };
    return codeActions(params, context);
  }

  private hover({ textDocument: { uri }, position }: HoverParams): Hover | null {
    const open = this.openSettings(uri);
    if (open !== undefined) return settingsHover(open.settings, position, open.context);
    if (!this.workspace.uris.includes(uri)) return null;
    const { settings } = this.applied.get(uri)!;
    const rules = "active" in settings ? settings.active.map(({ rule }) => rule) : [];
    return alertHover(uri, position, { workspace: this.workspace, encoding: this.encoding, rulePage: (rule) => this.options.host.rulePage(rule), rules });
  }

  /** What is done to a document before it is saved, as its settings say. */
  private willSave({ textDocument: { uri }, reason }: WillSaveTextDocumentParams): TextEdit[] {
    const applied = this.applied.get(uri);
    if (applied === undefined || applied.off !== undefined || !this.workspace.uris.includes(uri)) return [];
    if (reason !== 1 && this.workspace.savesWhen(uri) === "explicit") return [];
    const text = this.workspace.text(uri);
    return this.workspace.onSave(uri, this.typed.get(uri) ?? []).map(({ from, to, insert }) => ({ range: rangeOf(text, from, to, this.encoding), newText: insert }));
  }

  private layout(uri: string, range?: Range): TextEdit[] {
    if (!this.workspace.uris.includes(uri)) return [];
    const text = this.workspace.text(uri);
    const span = range && { from: offsetAt(text, range.start, this.encoding), to: offsetAt(text, range.end, this.encoding) };
    return this.workspace.layout(uri, span).map(({ from, to, insert }) => ({ range: rangeOf(text, from, to, this.encoding), newText: insert }));
  }

  /** Lays out what has just been closed: a block or statement, or the line before a new one. */
  private layoutTyped({ textDocument: { uri }, position, ch }: DocumentOnTypeFormattingParams): TextEdit[] {
    if (!this.workspace.uris.includes(uri)) return [];
    if (ch === "\n") return position.line === 0 ? [] : this.layout(uri, { start: { line: position.line - 1, character: 0 }, end: { line: position.line, character: 0 } });
    const text = this.workspace.text(uri);
    const span = this.workspace.endingAt(uri, offsetAt(text, position, this.encoding));
    return span === undefined ? [] : this.layout(uri, rangeOf(text, span.from, span.to, this.encoding));
  }

  private completion({ textDocument: { uri }, position }: CompletionParams): CompletionItem[] {
    const open = this.openSettings(uri);
    return open === undefined ? [] : settingsCompletion(open.settings, position, open.context);
  }

  /** An open settings file with what is in it; `undefined` for other documents. */
  private openSettings(uri: string): { settings: SettingsText; context: SettingsContext } | undefined {
    const open = this.settingsTexts.get(uri);
    if (open === undefined) return undefined;
    const { text, version } = open;
    return { settings: this.options.host.readSettings(uri, text.value), context: { uri, version, text, encoding: this.encoding, rulePage: (rule) => this.options.host.rulePage(rule) } };
  }

  /** The settings file of a document, to be changed. */
  private changeableSettings(uri: string): ChangeableSettings | undefined {
    const file = this.applied.get(uri)?.file;
    const text = file === undefined ? undefined : (this.settingsTexts.get(file)?.text.value ?? this.options.host.settingsText(file));
    if (file === undefined || text === undefined) return undefined;
    const folder = file.slice(0, file.lastIndexOf("/") + 1);
    return { uri: file, text, path: uri.startsWith(folder) ? decodeURI(uri.slice(folder.length)) : "", encoding: this.encoding };
  }

  private publishSettings(uri: string): void {
    const { settings, context } = this.openSettings(uri)!;
    this.send("textDocument/publishDiagnostics", { uri, version: context.version, diagnostics: settingsDiagnostics(settings, context) });
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
        this.tellStatus(uri);
        this.tellCost(uri, performance.now() - began);
        return;
      }
    } catch (error) {
      // A fault of ours costs this report, not the session.
      this.log(1, `${uri} could not be analysed at version ${this.workspace.version(uri)}: ${error instanceof Error ? error.stack : String(error)}`);
      return;
    }
    this.status.tell(uri, "working", "Working …");
    // In a large file that has just been opened, what has been found so far is shown once.
    const isLarge = this.workspace.text(uri).length > large;
    const soFar = isLarge && !shown && performance.now() - began > patience ? this.workspace.alertsSoFar(uri) : undefined;
    if (soFar !== undefined) this.publish(uri, soFar);
    this.timers.set(uri, setTimeout(() => this.analyse(uri, began, shown || soFar !== undefined), 0));
  }

  private publish(uri: string, alerts: readonly Alert[]): void {
    const version = this.workspace.version(uri);
    const text = this.workspace.text(uri);
    const rulePage = (rule: string): string | undefined => this.options.host.rulePage(rule);
    const { off, fresh } = this.applied.get(uri)!;
    const shown = off !== undefined ? [] : (fresh?.(alerts, text) ?? alerts);
    const diagnostics = shown.map((alert) => toDiagnostic(alert, { uri, version, text, encoding: this.encoding, rulePage }));
    this.send("textDocument/publishDiagnostics", { uri, version, diagnostics });
  }

  private tellCost(uri: string, time: number): void {
    if (this.editor.cost) this.log(4, `${uri} version ${this.workspace.version(uri)} in ${time.toFixed(1)} ms: ${costLine(this.meter)}`);
    this.meter.clear();
  }

  private tellStatus(uri: string): void {
    const { off, broken } = this.applied.get(uri)!;
    if (off !== undefined) this.status.tell(uri, "off", `Off: ${off}`);
    else if (broken !== undefined) this.status.tell(uri, "broken", `Broken settings: ${broken}`);
    else this.status.tell(uri, "ready", "Ready");
  }

  private configurationChanged(given: unknown): void {
    if (given === null || given === undefined) this.pullConfiguration();
    else {
      this.configureEditor((given as { alertQuill?: unknown }).alertQuill);
      this.settingsChanged();
    }
  }

  /** Asks the editor for its settings, where it can be asked. */
  private pullConfiguration(): void {
    if (!this.canBeAsked) return;
    this.connection.sendRequest("workspace/configuration", { items: [{ section: "alertQuill" }] }).then(
      (answer) => {
        this.configureEditor((answer as readonly unknown[] | null)?.[0]);
        this.settingsChanged();
      },
      (error: unknown) => this.log(2, `The editor did not tell its settings: ${error instanceof Error ? error.message : String(error)}`),
    );
  }

  /** Takes over what the editor is set to. What cannot be used is told, and stays as it was. */
  private configureEditor(given: unknown): void {
    const { settings, rest, faults } = readEditorSettings(given, this.editor);
    this.editor = settings;
    this.status.isWanted = settings.status;
    const issues = this.options.host.configureEditor(rest, settings.settingsFile);
    const told = [...faults, ...issues.map(({ path, message }) => `alertQuill.${path.join(".")}: ${message}`)];
    for (const message of told) this.send("window/showMessage", { type: 2, message });
  }

  private log(type: MessageType, message: string): void {
    this.send("window/logMessage", { type, message });
  }

  private send(method: string, params: object): void {
    // A client that has gone away is noticed by the connection's end.
    this.connection.sendNotification(method, params).catch(() => undefined);
  }
}
