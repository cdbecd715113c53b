/** A stand-in for an editor: it starts the real server as a child process, holds documents and speaks the Language Server Protocol. */
import { spawn, type ChildProcess } from "node:child_process";
import { readFileSync, writeFileSync } from "node:fs";
import { fileURLToPath } from "node:url";
import {
  createMessageConnection,
  StreamMessageReader,
  StreamMessageWriter,
  type MessageConnection,
} from "vscode-jsonrpc/node";
import type { CodeAction, Diagnostic, PublishDiagnosticsParams, TextEdit } from "vscode-languageserver-protocol";
import { languageOf } from "../../languages/index.js";
import { applyAll } from "../../text/edit.js";
import { offsetAt, positionAt } from "../../text/position.js";
import { Text } from "../../text/text.js";

interface OpenFile {
  text: Text;
  version: number;
  diagnostics: readonly Diagnostic[];
  /** Version the diagnostics belong to. */
  seen: number;
}

export class DemoEditor {
  private readonly files = new Map<string, OpenFile>();
  private readonly waiting = new Set<() => void>();
  private readonly child: ChildProcess;
  private readonly connection: MessageConnection;

  /** `command` is the program's own entry point. */
  constructor(command: string) {
    this.child = spawn(process.execPath, [command, "serve", "--stdio"], { stdio: ["pipe", "pipe", "inherit"] });
    this.connection = createMessageConnection(
      new StreamMessageReader(this.child.stdout!),
      new StreamMessageWriter(this.child.stdin!),
    );
    this.connection.onNotification("textDocument/publishDiagnostics", (params: PublishDiagnosticsParams) => {
      const file = this.files.get(params.uri);
      if (file === undefined) return;
      file.diagnostics = params.diagnostics;
      file.seen = params.version ?? file.version;
      for (const check of this.waiting) check();
    });
    this.connection.listen();
  }

  async start(rootUri: string): Promise<string> {
    const answer = await this.connection.sendRequest<{ serverInfo?: { name: string; version?: string } }>(
      "initialize",
      {
        processId: process.pid,
        rootUri,
        capabilities: {
          general: { positionEncodings: ["utf-16"] },
          textDocument: { publishDiagnostics: { versionSupport: true, relatedInformation: true } },
        },
      },
    );
    await this.connection.sendNotification("initialized", {});
    return `${answer.serverInfo?.name} ${answer.serverInfo?.version}`;
  }

  async open(uri: string): Promise<void> {
    const text = readFileSync(fileURLToPath(uri), "utf8");
    this.files.set(uri, { text: Text.of(text), version: 1, diagnostics: [], seen: 0 });
    const languageId = languageOf(uri)!.languageIds[0]!;
    await this.connection.sendNotification("textDocument/didOpen", {
      textDocument: { uri, languageId, version: 1, text },
    });
    await this.settled(uri);
  }

  /** Replaces a range and tells the server. */
  async change(uri: string, from: number, to: number, insert: string): Promise<void> {
    const file = this.file(uri);
    const range = { start: positionAt(file.text, from), end: positionAt(file.text, to) };
    file.text = file.text.apply({ from, to, insert });
    file.version += 1;
    await this.connection.sendNotification("textDocument/didChange", {
      textDocument: { uri, version: file.version },
      contentChanges: [{ range, text: insert }],
    });
  }

  /** Waits until the diagnostics of the current version are there. */
  settled(uri: string): Promise<void> {
    const file = this.file(uri);
    return new Promise((resolve) => {
      const check = (): void => {
        if (file.seen < file.version) return;
        this.waiting.delete(check);
        resolve();
      };
      this.waiting.add(check);
      check();
    });
  }

  /** The actions an editor's menu would show for a diagnostic. */
  actionsFor(uri: string, diagnostic: Diagnostic): Promise<CodeAction[]> {
    return this.connection.sendRequest("textDocument/codeAction", {
      textDocument: { uri },
      range: diagnostic.range,
      context: { diagnostics: [diagnostic], only: ["quickfix"], triggerKind: 1 },
    });
  }

  async apply(uri: string, action: CodeAction): Promise<void> {
    await this.applyEdits(uri, action.edit?.changes?.[uri] ?? []);
  }

  /** Asks for all certain remedies, applies them and writes the file. */
  async save(uri: string): Promise<number> {
    const { text } = this.file(uri);
    const range = { start: { line: 0, character: 0 }, end: positionAt(text, text.length) };
    const actions = await this.connection.sendRequest<CodeAction[]>("textDocument/codeAction", {
      textDocument: { uri },
      range,
      context: { diagnostics: [], only: ["source.fixAll"], triggerKind: 1 },
    });
    const edits = actions[0]?.edit?.changes?.[uri] ?? [];
    await this.applyEdits(uri, edits);
    writeFileSync(fileURLToPath(uri), this.file(uri).text.value);
    await this.connection.sendNotification("textDocument/didSave", { textDocument: { uri } });
    return edits.length;
  }

  private async applyEdits(uri: string, edits: readonly TextEdit[]): Promise<void> {
    const { text } = this.file(uri);
    const plain = edits.map(({ range, newText }) => ({
      from: offsetAt(text, range.start),
      to: offsetAt(text, range.end),
      insert: newText,
    }));
    await this.change(uri, 0, text.length, applyAll(text.value, plain));
    await this.settled(uri);
  }

  text(uri: string): Text {
    return this.file(uri).text;
  }

  diagnostics(uri: string): readonly Diagnostic[] {
    return this.file(uri).diagnostics;
  }

  async stop(): Promise<void> {
    const ended = new Promise((resolve) => this.child.once("exit", resolve));
    await this.connection.sendRequest("shutdown");
    await this.connection.sendNotification("exit");
    await ended;
    this.connection.dispose();
  }

  private file(uri: string): OpenFile {
    const file = this.files.get(uri);
    if (file === undefined) throw new Error(`${uri} is not open`);
    return file;
  }
}
