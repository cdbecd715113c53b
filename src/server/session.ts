/** What the features of the server share: the connection, the client, its documents and what they are set to. */
import type { CancellationToken, MessageConnection } from "vscode-jsonrpc";
import type { MessageType, ServerCapabilities } from "vscode-languageserver-protocol";
import { Meter } from "../engine/meter.js";
import { ModuleGraph } from "../engine/module-graph.js";
import { RuleTookTooLong, type CutOff } from "../engine/rule-limits.js";
import { createWorkspace, type Workspace } from "../engine/workspace.js";
import type { Language } from "../languages/language.js";
import { readClient, type Client } from "./client.js";
import { Documents } from "./documents.js";
import type { EditorSettings } from "./editor-settings.js";
import type { ServerHost } from "./host.js";
import { Scheduler } from "./scheduler.js";
import { StatusLine } from "./status.js";
import { StrainLenses } from "./strain-lens.js";
import { plain } from "./titles.js";

export interface ServerOptions {
  readonly languages: readonly Language[];
  readonly host: ServerHost;
  /** Milliseconds without a change before a document is analysed, where the editor says nothing else. */
  readonly pause?: number;
  /** Cuts off rules of packs that do not come to an end. */
  readonly cutOff?: CutOff;
}

export type Handler = (params: never, token: CancellationToken) => unknown;

/** A part of what the server does: what it answers, what it takes notice of, and how it says so. */
export interface Feature {
  readonly requests?: Readonly<Record<string, Handler>>;
  readonly notifications?: Readonly<Record<string, Handler>>;
  readonly capabilities?: (client: Client) => Partial<ServerCapabilities>;
  /** Called once the client is ready to be asked. */
  readonly begin?: () => void;
}

export class Session {
  client: Client = readClient({});
  editor: EditorSettings;
  /** The folders of the workspace, as URIs. */
  folders: readonly string[] = [];
  /** Whether the client asks for diagnostics, so that they are not sent: when it was told to, or has done so. */
  pulls = false;
  /** Between the first request and `shutdown`. */
  isRunning = false;
  readonly host: ServerHost;
  readonly languages: readonly Language[];
  readonly meter = new Meter(() => performance.now());
  /** The files around the documents; absent where there are none. */
  readonly graph: ModuleGraph | undefined;
  readonly workspace: Workspace;
  readonly documents: Documents;
  readonly scheduler: Scheduler;
  readonly status: StatusLine;
  readonly lenses: StrainLenses;

  private isClosed = false;

  constructor(
    private readonly connection: MessageConnection,
    { host, languages, pause = 0, cutOff }: ServerOptions,
  ) {
    this.host = host;
    this.languages = languages;
    this.editor = {
      when: "type",
      calm: true,
      pause,
      scope: "open",
      trust: "ask",
      cost: false,
      status: false,
      fileLens: false,
      settingsFile: "merge",
    };
    this.graph = host.files && new ModuleGraph(languages, host.files, { readsLater: true });
    this.workspace = createWorkspace({
      meter: this.meter,
      languages,
      today: host.today(),
      onFailure: (uri, { rule, error }) => this.tellFailure(uri, rule, error),
      ...(cutOff && { cutOff }),
      ...(this.graph && { files: this.graph }),
    });
    host.onFailure((uri, fault) => this.log(1, `${uri} could not be looked at: ${fault}`));
    this.documents = new Documents(this);
    this.scheduler = new Scheduler(this);
    this.lenses = new StrainLenses(this);
    this.status = new StatusLine((status) => this.send("alertQuill/status", status));
    connection.onClose(() => {
      this.isClosed = true;
    });
  }

  private tellFailure(uri: string, rule: string, error: unknown): void {
    if (error instanceof RuleTookTooLong) {
      this.say(1, `The rule ${rule} was stopped on ${uri}: ${error.message}`);
      return;
    }
    this.log(
      1,
      `The rule ${rule} failed on ${uri} and is off until the document changes: ${error instanceof Error ? error.stack : String(error)}`,
    );
  }

  /** A line in the editor's log. */
  log(type: MessageType, message: string): void {
    this.send("window/logMessage", { type, message });
  }

  /** A line that a person sees. */
  say(type: MessageType, message: string): void {
    this.send("window/showMessage", { type, message: plain(message) });
  }

  send(method: string, params: object): void {
    // What was under way when the client went has nobody to tell it to.
    if (this.isClosed) return;
    // A client that has gone away is noticed by the connection's end.
    this.connection.sendNotification(method, params).catch(() => undefined);
  }

  /** Asks the client. An answer that is an error is told in the log and is `undefined`. */
  async ask<Answer>(method: string, params?: object): Promise<Answer | undefined> {
    try {
      return (await (
        params === undefined ? this.connection.sendRequest(method) : this.connection.sendRequest(method, params)
      )) as Answer;
    } catch (error) {
      if (this.isRunning) {
        this.log(2, `The editor did not answer ${method}: ${error instanceof Error ? error.message : String(error)}`);
      }
      return undefined;
    }
  }

  readonly rulePage = (rule: string): string | undefined => this.host.rulePage(rule);
}
