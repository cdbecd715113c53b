/** What is told of documents, sent to clients that do not ask for it by themselves. */
import type { Diagnostic } from "vscode-languageserver-protocol";
import type { Alert } from "../engine/alert.js";
import { Text } from "../text/text.js";
import { toDiagnostics } from "./diagnostics.js";
import { Place } from "./place.js";
import type { Session } from "./session.js";
import { openSettings, settingsDiagnostics } from "./settings-file.js";

/** Milliseconds in which several files that were told of are taken together. */
const settling = 50;

export class Publisher {
  /** Files that are not open of which something was told. */
  private readonly closed = new Set<string>();
  private isWatchDue = false;
  /** Documents of which something was sent last. */
  private readonly sent = new Set<string>();

  constructor(private readonly session: Session) {
    session.documents.onBroken = (file) => this.brokenSettings(file);
  }

  /** The diagnostics of a document that is open, a settings file or another. */
  diagnosticsOf(uri: string): { readonly version: number; readonly diagnostics: Diagnostic[] } | undefined {
    const { session } = this;
    const settings = openSettings(session, uri);
    if (settings !== undefined) {
      return {
        version: settings.place.version,
        diagnostics: settingsDiagnostics(settings.settings, settings.place, session),
      };
    }
    const place = session.documents.place(uri);
    return place === undefined
      ? undefined
      : { version: place.version, diagnostics: toDiagnostics(session.documents.shown(place), place, session) };
  }

  /** Sends what is known of a document of the workspace, all of it or what has been found so far. */
  document(home: string, soFar?: readonly Alert[]): void {
    const { session } = this;
    if (session.pulls) return;
    for (const place of session.documents.places(home)) {
      this.send(place.uri, toDiagnostics(session.documents.shown(place, soFar), place, session), place.version);
    }
  }

  /** Sends what is wrong with a settings file that is open. */
  settings(uri: string): void {
    const told = this.session.pulls ? undefined : this.diagnosticsOf(uri);
    if (told !== undefined) this.send(uri, told.diagnostics, told.version);
  }

  /** Sends what was found in a file that is not open. */
  file(uri: string, diagnostics: readonly Diagnostic[]): void {
    if (diagnostics.length === 0 && !this.closed.has(uri)) return;
    if (diagnostics.length === 0) this.closed.delete(uri);
    else this.closed.add(uri);
    this.send(uri, diagnostics);
    this.watchSoon();
  }

  /** A document was opened: what was told of its file counts no more. */
  opened(uri: string): void {
    if (!this.closed.delete(uri)) return;
    this.watchSoon();
    if (this.session.pulls) this.send(uri, []);
  }

  /** Takes back what was told of a document. */
  clear(uri: string): void {
    this.closed.delete(uri);
    if (!this.session.pulls) this.send(uri, []);
  }

  /** The client has begun to ask: what it was sent of documents that are open would be there twice. */
  pulled(): void {
    const { session } = this;
    if (session.pulls || !session.client.canPull) return;
    session.pulls = true;
    const open = [
      ...session.workspace.uris.flatMap((home) => session.documents.places(home).map(({ uri }) => uri)),
      ...session.documents.settingsFiles.keys(),
    ];
    for (const uri of open) if (this.sent.has(uri)) this.send(uri, []);
  }

  /** Takes back what was told of files that are not open. */
  clearFiles(keep: (uri: string) => boolean = () => false): void {
    for (const uri of [...this.closed]) if (!keep(uri)) this.file(uri, []);
  }

  /** Of settings files that are gone nothing is told any more. */
  forgetSettings(): void {
    const { host } = this.session;
    for (const uri of [...this.closed]) {
      if (host.isSettingsFile(uri) && host.settingsText(uri) === undefined) this.file(uri, []);
    }
  }

  /** Files that are not open of which something was told. */
  get told(): readonly string[] {
    return [...this.closed];
  }

  private brokenSettings(file: string): void {
    const { host, client } = this.session;
    const text = host.settingsText(file);
    if (text === undefined) return;
    const place = new Place(file, file, 0, Text.of(text), 0, client.encoding);
    this.file(file, settingsDiagnostics(host.readSettings(file, text), place, this.session));
  }

  /** What was told of files has to stay true; an editor that watches files says itself when they change. */
  private watchSoon(): void {
    const { host, client } = this.session;
    if (client.watches || host.watchFiles === undefined || this.isWatchDue) return;
    this.isWatchDue = true;
    setTimeout(() => {
      this.isWatchDue = false;
      host.watchFiles!(this.closed);
    }, settling);
  }

  private send(uri: string, diagnostics: readonly Diagnostic[], version?: number): void {
    if (diagnostics.length === 0) this.sent.delete(uri);
    else this.sent.add(uri);
    this.session.send("textDocument/publishDiagnostics", {
      uri,
      ...(version !== undefined && { version }),
      diagnostics,
    });
  }
}
