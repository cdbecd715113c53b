/** Settings of the editor and of files: asking for them, taking them over, and what follows when they change. */
import type { DidChangeConfigurationParams } from "vscode-languageserver-protocol";
import type { EditorChoice } from "../../project/project-settings.js";
import type { Settings } from "../../settings/schema.js";
import { readEditorSettings } from "../editor-settings.js";
import type { Publisher } from "../publisher.js";
import type { Feature, Session } from "../session.js";
import { Trust } from "../trust.js";

export class Configuration {
  private readonly trust: Trust;
  /** What was last told to be wrong with what the editor is set to. */
  private told: ReadonlySet<string> = new Set();
  /** What the editor last said that a settings file could say too. */
  private rest: Settings | undefined;
  /** Told when something that alerts depend on has changed. */
  onChange: () => void = () => undefined;

  constructor(
    private readonly session: Session,
    private readonly publisher: Publisher,
  ) {
    this.trust = new Trust(session, () => this.settingsChanged());
    session.host.watch(() => this.settingsChanged());
  }

  feature(): Feature {
    return {
      begin: () => {
        if (this.session.client.registersConfiguration) {
          void this.session.ask("client/registerCapability", {
            registrations: [{
              id: "alert-quill/configuration",
              method: "workspace/didChangeConfiguration",
              // Our extension is asked: what its editor sends by itself holds what nobody has set too.
              registerOptions: this.session.client.isExtension ? {} : { section: "alertQuill" },
            }],
          });
        }
        void this.pull();
      },
      notifications: {
        "workspace/didChangeConfiguration": ({ settings }: DidChangeConfigurationParams) => {
          const given = settings as { alertQuill?: unknown } | null | undefined;
          if (this.session.client.configuration && given?.alertQuill === undefined) void this.pull();
          else this.take(given?.alertQuill);
        },
      },
    };
  }

  /**
   * Takes over what the editor is set to, before or after it is at work, and of folders that are set to something else what a settings file could say too. What
   * cannot be used is told, and stays as it was.
   */
  configure(given: unknown, folders: ReadonlyMap<string, unknown> = new Map()): void {
    const { session } = this;
    const { settings, rest, faults } = readEditorSettings(given, session.editor);
    session.editor = settings;
    session.status.isWanted = settings.status;
    session.host.trustPacks(settings.trust);
    this.rest = rest ?? this.rest;
    const choices = new Map<string, EditorChoice>();
    for (const [folder, own] of folders) {
      // Clients that know nothing of folders give all the same, or nothing.
      if (own === null || own === undefined || JSON.stringify(own) === JSON.stringify(given)) continue;
      const read = readEditorSettings(own, settings);
      faults.push(...read.faults);
      choices.set(folder, choiceOf(read.rest, read.settings.settingsFile));
    }
    const issues = session.host.configureEditor(choiceOf(this.rest, settings.settingsFile), choices);
    const told = [...faults, ...issues.map(({ path, message }) => `alertQuill.${path.join(".")}: ${message}`)];
    for (const message of told) if (!this.told.has(message)) session.say(2, message);
    this.told = new Set(told);
  }

  readAgain(): void {
    this.session.host.forgetSettings();
    this.settingsChanged();
  }

  /** Puts the settings as they are now in place for all open documents. */
  settingsChanged(): void {
    const { session, publisher } = this;
    if (!session.isRunning) return;
    for (const home of session.workspace.uris) {
      const applied = session.documents.apply(home);
      session.workspace.configure(applied.settings, home);
      session.scheduler.schedule(home);
      this.trust.ask(applied);
    }
    for (const uri of session.documents.settingsFiles.keys()) publisher.settings(uri);
    publisher.forgetSettings();
    if (session.pulls && session.client.refreshes) void session.ask("workspace/diagnostic/refresh");
    this.onChange();
  }

  /** Other folders may be set to something of their own. */
  foldersChanged(): void {
    this.settingsChanged();
    if (this.session.folders.length > 1) void this.pull();
  }

  /** Asks, where needed, whether packs may run that a document's settings name. */
  opened(home: string): void {
    this.trust.ask(this.session.documents.settingsOf(home));
  }

  private take(given: unknown): void {
    this.configure(given);
    this.settingsChanged();
  }

  /** Asks the editor for its settings, where it can be asked; of several folders for those of each too. */
  private async pull(): Promise<void> {
    const { client, folders } = this.session;
    if (!client.configuration) return;
    const asked = folders.length > 1 ? folders : [];
    const answer = await this.session.ask<readonly unknown[] | null>("workspace/configuration", {
      items: [{ section: "alertQuill" }, ...asked.map((scopeUri) => ({ scopeUri, section: "alertQuill" }))],
    });
    if (answer === undefined) return;
    this.configure(answer?.[0], new Map(asked.map((folder, index) => [folder, answer?.[index + 1]])));
    this.settingsChanged();
  }
}

function choiceOf(settings: Settings | undefined, settingsFile: EditorChoice["settingsFile"]): EditorChoice {
  return { ...(settings !== undefined && { settings }), settingsFile };
}
