/**
 * A stand-in for the program VS Code, of which extensions get an object `vscode`: as much of its public interface as a language client uses. What an extension
 * registers is kept, what it is told happens when a test says so.
 */
import Module, { createRequire } from "node:module";
import { pathToFileURL, fileURLToPath } from "node:url";

class Position {
  constructor(readonly line: number, readonly character: number) {}
  isBeforeOrEqual(other: Position): boolean {
    return this.line < other.line || (this.line === other.line && this.character <= other.character);
  }
}

class Range {
  readonly start: Position;
  readonly end: Position;
  constructor(a: Position | number, b: Position | number, c?: number, d?: number) {
    this.start = typeof a === "number" ? new Position(a, b as number) : a;
    this.end = typeof a === "number" ? new Position(c!, d!) : (b as Position);
  }
  contains(at: Position): boolean {
    return this.start.isBeforeOrEqual(at) && at.isBeforeOrEqual(this.end);
  }
}

class Selection extends Range {
  readonly active = this.end;
}

class MarkdownString {
  isTrusted?: unknown;
  constructor(public value = "") {}
  appendMarkdown(more: string): this {
    this.value += more;
    return this;
  }
}

class Hover {
  readonly contents: unknown[];
  constructor(contents: unknown, readonly range?: Range) {
    this.contents = Array.isArray(contents) ? contents : [contents];
  }
}

class Uri {
  private constructor(private readonly text: string) {}
  static parse(text: string): Uri {
    return new Uri(text);
  }
  static file(file: string): Uri {
    return new Uri(pathToFileURL(file).href);
  }
  get scheme(): string {
    return this.text.slice(0, this.text.indexOf(":"));
  }
  get fsPath(): string {
    return fileURLToPath(this.text);
  }
  get path(): string {
    return new URL(this.text).pathname;
  }
  toString(): string {
    return this.text;
  }
}

class Emitter {
  private readonly listeners = new Set<(value: any) => unknown>();
  readonly event = (listener: (value: any) => unknown, self?: unknown) => {
    const bound = self === undefined ? listener : listener.bind(self);
    this.listeners.add(bound);
    return { dispose: () => this.listeners.delete(bound) };
  };
  fire = (value: any): unknown[] => [...this.listeners].map((listener) => listener(value));
  dispose(): void {
    this.listeners.clear();
  }
}

class Disposable {
  constructor(readonly dispose: () => void) {}
  static from = (...all: { dispose(): void }[]) => new Disposable(() => all.forEach((one) => one.dispose()));
}

class Diagnostic {
  source?: string;
  code?: unknown;
  constructor(readonly range: Range, readonly message: string, readonly severity: number) {}
}

class TabInputText {
  constructor(readonly uri: Uri) {}
}

class TextEdit {
  constructor(readonly range: Range, readonly newText: string) {}
}

class WorkspaceEdit {
  readonly parts: [Uri, unknown[]][] = [];
  set(uri: Uri, edits: unknown[]): void {
    this.parts.push([uri, edits]);
  }
  replace(uri: Uri, range: Range, text: string): void {
    this.parts.push([uri, [new TextEdit(range, text)]]);
  }
}

class CodeActionKind {
  constructor(readonly value: string) {}
  append = (part: string) => new CodeActionKind(this.value === "" ? part : `${this.value}.${part}`);
  contains = (other: CodeActionKind) =>
    this.value === "" || other.value === this.value || other.value.startsWith(`${this.value}.`);
}

class CodeAction {
  constructor(readonly title: string, readonly kind?: CodeActionKind) {}
}

class CancellationTokenSource {
  private readonly emitter = new Emitter();
  readonly token: any = { isCancellationRequested: false, onCancellationRequested: this.emitter.event };
  cancel(): void {
    this.token.isCancellationRequested = true;
    this.emitter.fire(undefined);
  }
  dispose(): void {
    this.emitter.dispose();
  }
}
const kinds = {
  Empty: "",
  QuickFix: "quickfix",
  Refactor: "refactor",
  RefactorExtract: "refactor.extract",
  RefactorInline: "refactor.inline",
  RefactorRewrite: "refactor.rewrite",
  Source: "source",
  SourceOrganizeImports: "source.organizeImports",
};

/** What is there and does nothing. */
const classes = [
  "CallHierarchyItem",
  "CancellationError",
  "CodeLens",
  "CompletionItem",
  "CompletionList",
  "DiagnosticRelatedInformation",
  "DocumentLink",
  "InlayHint",
  "Location",
  "RelativePattern",
  "SnippetString",
  "SymbolInformation",
  "TabInputCustom",
  "TabInputTextDiff",
  "ThemeColor",
  "TypeHierarchyItem",
];
const enumerations = [
  "CompletionItemKind",
  "CompletionItemTag",
  "CompletionTriggerKind",
  "DocumentHighlightKind",
  "FileType",
  "FoldingRangeKind",
  "NotebookCellKind",
  "ProgressLocation",
  "SignatureHelpTriggerKind",
  "StatusBarAlignment",
  "SymbolKind",
  "SymbolTag",
  "TextDocumentSaveReason",
];

export interface Document {
  readonly uri: Uri;
  readonly languageId: string;
  version: number;
  text: string;
  getText(): string;
}

export interface StandInOptions {
  readonly folder: string;
  /** What a person has set under `alertQuill`. */
  readonly settings: Record<string, unknown>;
  readonly trusted: boolean;
}

export class VsCodeStandIn {
  readonly commands = new Map<string, (...given: any[]) => any>();
  readonly providers = new Map<string, any>();
  readonly marks = new Map<string, Diagnostic[]>();
  readonly messages: string[] = [];
  readonly shown: unknown[] = [];
  /** What a person chooses of the next lists, by its place in them. */
  readonly picks: number[] = [];
  readonly applied: WorkspaceEdit[] = [];
  readonly item: any = {
    hide: () => (this.item.isShown = false),
    show: () => (this.item.isShown = true),
    dispose: () => undefined,
  };
  private readonly events = new Map<string, Emitter>();
  readonly api: any;
  isTrusted: boolean;

  constructor(private readonly options: StandInOptions) {
    this.isTrusted = options.trusted;
    this.api = this.makeApi();
  }

  /** Loads an extension that was unpacked, as VS Code does. */
  load(file: string): any {
    const load = (Module as any)._load;
    (Module as any)._load = (name: string, ...rest: unknown[]) => (name === "vscode" ? this.api : load(name, ...rest));
    const require = createRequire(import.meta.url);
    // Each window of the editor has its own.
    delete require.cache[file];
    try {
      return require(file);
    } finally {
      (Module as any)._load = load;
    }
  }

  event(name: string): Emitter {
    const known = this.events.get(name) ?? new Emitter();
    this.events.set(name, known);
    return known;
  }

  open(file: string, languageId: string, text: string): Document {
    const document: Document = { uri: Uri.file(file), languageId, version: 1, text, getText: () => document.text };
    this.api.workspace.textDocuments.push(document);
    this.api.window.activeTextEditor = { document, selection: { active: new Position(0, 1) } };
    const tab = { input: new TabInputText(document.uri) };
    this.api.window.tabGroups.all[0].tabs.push(tab);
    this.event("onDidChangeTabs").fire({ opened: [tab], closed: [], changed: [] });
    this.event("onDidOpenTextDocument").fire(document);
    this.event("onDidChangeActiveTextEditor").fire(this.api.window.activeTextEditor);
    return document;
  }

  /** Replaces the whole text of a document. */
  type(document: Document, text: string): void {
    const lines = document.text.split("\n");
    const change = {
      range: new Range(0, 0, lines.length - 1, lines.at(-1)!.length),
      rangeOffset: 0,
      rangeLength: document.text.length,
      text,
    };
    document.text = text;
    document.version += 1;
    this.event("onDidChangeTextDocument").fire({ document, contentChanges: [change] });
  }

  private makeApi(): any {
    const { folder, settings } = this.options;
    const note = (message: string): Promise<undefined> => {
      this.messages.push(message);
      return Promise.resolve(undefined);
    };
    const workspaceFolder = { uri: Uri.file(folder), name: "harbour", index: 0 };
    const standIn = this;
    const withEvents = (own: object): any => new Proxy(own, {
      get: (target: any, name: string) =>
        target[name] ?? (/^on[A-Z]/.test(name) ? standIn.event(name).event : undefined),
    });
    const channel = {
      append: () => undefined,
      appendLine: () => undefined,
      show: () => undefined,
      dispose: () => undefined,
    };
    const own: Record<string, unknown> = {
      version: "1.100.0",
      Position,
      Range,
      Uri,
      EventEmitter: Emitter,
      Disposable,
      Selection,
      MarkdownString,
      Hover,
      Diagnostic,
      TabInputText,
      TextEdit,
      WorkspaceEdit,
      CodeAction,
      CancellationTokenSource,
      CodeActionKind: Object.assign(
        CodeActionKind,
        Object.fromEntries(Object.entries(kinds).map(([name, value]) => [name, new CodeActionKind(value)])),
      ),
      DiagnosticSeverity: { Error: 0, Warning: 1, Information: 2, Hint: 3 },
      DiagnosticTag: { Unnecessary: 1, Deprecated: 2 },
      CodeActionTriggerKind: { Invoke: 1, Automatic: 2 },
      env: { appName: "stand-in", language: "en", openExternal: () => undefined },
      commands: {
        registerCommand: (name: string, run: (...given: any[]) => any) => {
          if (standIn.commands.has(name)) throw new Error(`the command ${name} is there already`);
          standIn.commands.set(name, run);
          return new Disposable(() => standIn.commands.delete(name));
        },
        executeCommand: (...given: unknown[]) => Promise.resolve(standIn.shown.push(given)),
      },
      window: withEvents({
        activeTextEditor: undefined,
        visibleTextEditors: [],
        tabGroups: withEvents({ all: [{ tabs: [] }], close: () => undefined }),
        createStatusBarItem: () => standIn.item,
        createOutputChannel: () => channel,
        showQuickPick: (choices: any[]) => Promise.resolve(choices[standIn.picks.shift()!]),
        showInformationMessage: note,
        showWarningMessage: note,
        showErrorMessage: note,
        showTextDocument: (document: unknown) => Promise.resolve(standIn.shown.push(document)),
        withProgress: (_: unknown, work: (report: unknown, token: unknown) => unknown) =>
          work({ report: () => undefined }, new CancellationTokenSource().token),
      }),
      workspace: withEvents({
        textDocuments: [],
        notebookDocuments: [],
        workspaceFolders: [workspaceFolder],
        getWorkspaceFolder: () => workspaceFolder,
        getConfiguration: (section?: string) => (
          section === "alertQuill"
            ? {
              ...settings,
              get: (name: string) => settings[name],
              inspect: (name: string) => ({ key: name, globalValue: settings[name] }),
            }
            : // As the editor does it, of what nobody has set there are the defaults of the types.
              {
                get: (name: string) => (
                  name === "alertQuill" ? { when: "", scope: "", kits: [], ...settings } : undefined
                ),
              }
        ),
        createFileSystemWatcher: () => withEvents({ dispose: () => undefined }),
        registerTextDocumentContentProvider: (scheme: string, provider: any) => {
          standIn.providers.set(scheme, provider);
          return new Disposable(() => undefined);
        },
        openTextDocument: async (uri: Uri) => ({
          uri,
          content: await standIn.providers.get(uri.scheme).provideTextDocumentContent(uri),
        }),
        applyEdit: (edit: WorkspaceEdit) => {
          standIn.applied.push(edit);
          return Promise.resolve(true);
        },
        fs: { stat: () => Promise.resolve({ type: 2 }) },
      }),
      languages: new Proxy({} as any, {
        get: (_, name: string) => {
          if (name === "match") return () => 10;
          if (name === "getDiagnostics") return (uri: Uri) => standIn.marks.get(uri.toString()) ?? [];
          if (name === "createDiagnosticCollection") {
            return () => ({
              set: (uri: Uri, marks?: Diagnostic[]) => standIn.marks.set(uri.toString(), marks ?? []),
              delete: (uri: Uri) => standIn.marks.delete(uri.toString()),
              has: (uri: Uri) => standIn.marks.has(uri.toString()),
              clear: () => standIn.marks.clear(),
              dispose: () => undefined,
            });
          }
          return (...given: any[]) => {
            standIn.providers.set(
              name,
              given.find(
                (one) => typeof one === "object" &&
                  !Array.isArray(one) &&
                  one !== null &&
                  Object.values(one).some((part) => typeof part === "function"),
              ),
            );
            return new Disposable(() => undefined);
          };
        },
      }),
    };
    Object.defineProperty(own["workspace"], "isTrusted", { get: () => standIn.isTrusted, configurable: true });
    for (const name of classes) own[name] ??= class {};
    for (const name of enumerations) own[name] ??= new Proxy({}, { get: () => 1 });
    return own;
  }
}
