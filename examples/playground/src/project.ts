/** The project as the LSP client sees it: every file is open with the server, one of them is in the editor. */
import { LSPPlugin, Workspace, type LSPClient, type WorkspaceFile } from "@codemirror/lsp-client";
import { ChangeSet, Text, type ChangeSpec } from "@codemirror/state";
import type { EditorView } from "@codemirror/view";
import { address, show, standard } from "./address.js";
import { samples, uriOf, type GivenFile } from "./sample.js";
import { Store } from "./store.js";

export class ProjectFile implements WorkspaceFile {
  version = 1;
  view: EditorView | null = null;
  /** What was changed while the file was in no editor, and is not sent yet. */
  unsent: ChangeSet | null = null;
  doc: Text;

  constructor(readonly given: GivenFile) {
    this.doc = Text.of(given.text.split(/\r?\n/));
  }

  get uri(): string {
    return this.given.uri;
  }

  get path(): string {
    return this.given.path;
  }

  get languageId(): string {
    return this.given.languageId;
  }

  getView(): EditorView | null {
    return this.view;
  }

  /** The text as it is now, sent or not. */
  get now(): Text {
    return this.view?.state.doc ?? this.unsent?.apply(this.doc) ?? this.doc;
  }
}

// Of a folder that was dropped nothing is left when the page is opened again.
if (!samples.has(address.get().sample)) show({ sample: standard.sample });

/** The files there are, for what shows them. */
export const projectFiles = new Store<readonly ProjectFile[]>(
  samples.get(address.get().sample)!.map((file) => new ProjectFile(file)),
);

export class Project extends Workspace {
  private others: { uri: string }[] = [];

  constructor(client: LSPClient) {
    super(client);
  }

  get files(): ProjectFile[] {
    return [...projectFiles.get()];
  }

  set files(files: ProjectFile[]) {
    projectFiles.set(files);
  }

  override getFile(uri: string): ProjectFile | null {
    return this.files.find((file) => file.uri === uri) ?? null;
  }

  /** Changes a file, whether it is in the editor or not. */
  edit(uri: string, changes: ChangeSpec): void {
    const file = this.getFile(uri);
    if (file === null) return;
    if (file.view !== null) {
      file.view.dispatch({ changes, userEvent: "input.fix" });
      return;
    }
    const made = ChangeSet.of(changes, file.now.length, "\n");
    file.unsent = file.unsent?.compose(made) ?? made;
    this.client.sync();
  }

  /** Puts other files in the place of all there were; of others beside them it is only known that they are there. */
  replace(given: readonly GivenFile[], others: readonly string[]): void {
    for (const { uri } of this.files) this.client.didClose(uri);
    this.client.notification("workspace/didDeleteFiles", { files: this.others });
    this.others = others.map((path) => ({ uri: uriOf(path) }));
    this.client.notification("workspace/didCreateFiles", { files: this.others });
    this.files = given.map((file) => new ProjectFile(file));
    for (const file of this.files) this.client.didOpen(file);
  }

  syncFiles() {
    const updates = [];
    for (const file of this.files) {
      const plugin = file.view && LSPPlugin.get(file.view);
      const changes = plugin ? plugin.unsyncedChanges : file.unsent;
      if (changes === null || changes.empty) continue;
      updates.push({ file, prevDoc: file.doc, changes });
      file.doc = file.now;
      file.version += 1;
      file.unsent = null;
      plugin?.clear();
    }
    return updates;
  }

  openFile(uri: string, _: string, view: EditorView): void {
    const file = this.getFile(uri);
    if (file !== null) file.view = view;
  }

  closeFile(uri: string): void {
    const file = this.getFile(uri);
    if (file !== null) file.view = null;
  }
}
