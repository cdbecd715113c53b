/** The language server: one session over any connection. What it can do is in `features`. */
import { ErrorCodes, ResponseError, type CancellationToken, type MessageConnection } from "vscode-jsonrpc";
import {
  LSPErrorCodes,
  type InitializeParams,
  type InitializeResult,
  type ServerCapabilities,
} from "vscode-languageserver-protocol";
import { WorkspaceError } from "../engine/errors.js";
import { version as packageVersion } from "../version.js";
import { readClient } from "./client.js";
import { codeActionFeature } from "./features/code-actions.js";
import { commandFeature } from "./features/commands.js";
import { completionFeature } from "./features/completion.js";
import { Configuration } from "./features/configuration.js";
import { diagnosticsFeature } from "./features/diagnostics.js";
import { filesFeature } from "./features/files.js";
import { hoverFeature } from "./features/hover.js";
import { layoutFeature } from "./features/layout.js";
import { lensFeature } from "./features/lenses.js";
import { notebookFeature } from "./features/notebooks.js";
import { ProjectFeature } from "./features/project.js";
import { savingFeature } from "./features/saving.js";
import { synchronisationFeature } from "./features/synchronisation.js";
import { viewsFeature } from "./features/views.js";
import { Loading } from "./loading.js";
import { Neighbours } from "./neighbours.js";
import { ParamsError, readParams } from "./params.js";
import { Progress } from "./progress.js";
import { ProjectReview } from "./project-review.js";
import { Publisher } from "./publisher.js";
import { Saves } from "./saves.js";
import { Session, type Feature, type Handler, type ServerOptions } from "./session.js";
import { Trace } from "./trace.js";

/** Serves one client until it says `exit`. */
export class Server {
  private state: "new" | "running" | "shut-down" | "gone" = "new";
  private readonly session: Session;
  private readonly configuration: Configuration;
  private readonly project: ProjectFeature;
  private readonly trace: Trace;
  private readonly loading: Loading;
  private readonly features: readonly Feature[];
  private readonly requests: Readonly<Record<string, Handler>>;
  private readonly notifications: Readonly<Record<string, Handler>>;

  constructor(
    private readonly connection: MessageConnection,
    private readonly options: ServerOptions,
  ) {
    const session = new Session(connection, options);
    const publisher = new Publisher(session);
    const progress = new Progress(session);
    const review = new ProjectReview(session, publisher);
    const neighbours = new Neighbours(session);
    const saves = new Saves(session.documents.typed);
    this.session = session;
    this.loading = new Loading(session);
    this.trace = new Trace((method, params) => session.send(method, params));
    const configuration = new Configuration(session, publisher);
    const project = new ProjectFeature(session, review, publisher, progress);
    this.configuration = configuration;
    this.project = project;
    configuration.onChange = () => {
      project.allChanged();
      if (session.client.refreshesLenses) void session.ask("workspace/codeLens/refresh");
    };
    const filesChanged = (uris: readonly string[]): void => {
      for (const uri of uris) project.fileChanged(uri);
      neighbours.filesChanged(uris);
    };
    options.host.onFileChange?.((uri) => filesChanged([uri]));
    this.features = [
      synchronisationFeature(session, publisher, saves, {
        settingsSaved: () => configuration.readAgain(),
        fileChanged: (uri) => filesChanged([uri]),
        saved: () => {
          // Who does not tell of files is taken to have changed some by then.
          if (!session.client.watches) neighbours.filesChanged();
        },
        opened: (home) => configuration.opened(home),
        edited: () => review.touch(),
      }),
      notebookFeature(session, publisher),
      diagnosticsFeature(session, publisher, neighbours),
      codeActionFeature(session, saves),
      savingFeature(session, saves),
      layoutFeature(session),
      hoverFeature(session),
      lensFeature(session),
      completionFeature(session),
      viewsFeature(session),
      commandFeature(session, project, progress, () => configuration.readAgain()),
      configuration.feature(),
      filesFeature(session, {
        settingsChanged: () => configuration.readAgain(),
        foldersChanged: () => {
          configuration.foldersChanged();
          neighbours.filesChanged();
        },
        filesChanged,
        filesMoved: () => {
          project.allChanged();
          neighbours.filesChanged();
        },
      }),
      project.feature(),
    ];
    this.requests = Object.assign(
      { initialize: (params: InitializeParams) => this.initialize(params), shutdown: () => this.shutDown() },
      ...this.features.map(({ requests }) => requests),
    );
    this.notifications = Object.assign(
      {
        initialized: () => {
          const { client, languages } = this.session;
          const folders = client.folders?.join(", ") || "no folder";
          const names = languages.flatMap(({ languageIds }) => languageIds).join(", ");
          this.session.log(3, `alert-quill ${packageVersion} looks at ${names} in ${folders}`);
          this.features.forEach(({ begin }) => begin?.());
        },
        // Some clients say it as a notification.
        shutdown: () => this.shutDown(),
        exit: () => this.exit(),
        "$/setTrace": ({ value }: { value: unknown }) => this.trace.set(value),
      },
      ...this.features.map(({ notifications }) => notifications),
    );
    connection.onRequest((method, params, token) => this.answer(method, params, token));
    connection.onNotification((method, params) => this.take(method, params));
    connection.onClose(() => this.exit());
  }

  listen(): void {
    this.connection.listen();
  }

  private async answer(method: string, params: unknown, token: CancellationToken): Promise<unknown> {
    const waiting = this.loading.before(method, params);
    // What was said before comes first.
    if (waiting !== undefined) await waiting;
    const handler = Object.hasOwn(this.requests, method) ? this.requests[method] : undefined;
    if (this.state === "new" && method !== "initialize") {
      return new ResponseError(ErrorCodes.ServerNotInitialized, "The first request is `initialize`");
    }
    if (this.state === "shut-down" || this.state === "gone") {
      return new ResponseError(ErrorCodes.InvalidRequest, "The server has been shut down: only `exit` can follow");
    }
    if (handler === undefined) return new ResponseError(ErrorCodes.MethodNotFound, `There is no method ${method} here`);
    if (method === "initialize" && this.state !== "new") {
      return new ResponseError(ErrorCodes.InvalidRequest, "`initialize` comes only once");
    }
    this.trace.note(`${method} was asked`, params);
    try {
      if (token.isCancellationRequested) {
        return new ResponseError(LSPErrorCodes.RequestCancelled, `${method} was cancelled`);
      }
      return await handler(readParams(method, params) as never, token);
    } catch (error) {
      if (error instanceof ParamsError) return new ResponseError(ErrorCodes.InvalidParams, error.message);
      if (error instanceof WorkspaceError) {
        return new ResponseError(ErrorCodes.InvalidParams, `${method}: ${error.message}`);
      }
      return new ResponseError(
        ErrorCodes.InternalError,
        `${method}: ${error instanceof Error ? error.message : String(error)}`,
      );
    }
  }

  private take(method: string, params: unknown): void {
    const waiting = method === "exit" ? undefined : this.loading.before(method, params);
    if (waiting === undefined) this.takeNow(method, params);
    else void waiting.then(() => this.take(method, params));
  }

  private takeNow(method: string, params: unknown): void {
    const handler = Object.hasOwn(this.notifications, method) ? this.notifications[method] : undefined;
    if (this.state !== "running" && method !== "exit") return;
    if (handler === undefined) {
      // Notifications that begin with `$/` may be passed over in silence, the standard says.
      if (!method.startsWith("$/")) this.session.log(2, `There is no notification ${method} here`);
      return;
    }
    this.trace.note(`${method} was told`, params);
    try {
      handler(readParams(method, params) as never, undefined as never);
    } catch (error) {
      this.session.log(
        1,
        error instanceof ParamsError
          ? error.message
          : `${method}: ${error instanceof Error ? error.message : String(error)}`,
      );
    }
  }

  private initialize(params: InitializeParams): InitializeResult {
    const { session } = this;
    const client = readClient(params);
    session.client = client;
    // Who lets itself be told to ask for diagnostics will do so.
    session.pulls = client.canPull && client.registersDiagnostics;
    session.isRunning = true;
    this.state = "running";
    this.trace.set(params.trace);
    session.folders = client.folders ?? [];
    session.host.setFolders(client.folders);
    this.configuration.configure(params.initializationOptions);
    if (client.processId !== undefined) session.host.watchProcess?.(client.processId, () => this.exit());
    const capabilities: ServerCapabilities = Object.assign(
      { positionEncoding: client.encoding },
      ...this.features.map((feature) => feature.capabilities?.(client)),
    );
    return { capabilities, serverInfo: { name: "alert-quill", version: packageVersion } };
  }

  private shutDown(): null {
    this.state = "shut-down";
    this.session.isRunning = false;
    this.session.scheduler.stop();
    this.project.stop();
    return null;
  }

  private exit(): void {
    // The end of the connection follows `exit`.
    if (this.state === "gone") return;
    const code = this.state === "shut-down" ? 0 : 1;
    if (this.state === "running") this.shutDown();
    this.state = "gone";
    this.options.host.exit(code);
  }
}
