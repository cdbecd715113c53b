/** The project as the LSP client sees it: every file is open with the server, one of them is in the editor. */
import { Workspace, LSPPlugin, type LSPClient, type WorkspaceFile } from "@codemirror/lsp-client";
import { Text } from "@codemirror/state";
import type { EditorView } from "@codemirror/view";
import { sample } from "./sample.js";

class ProjectFile implements WorkspaceFile {
  version = 1;
  view: EditorView | null = null;

  constructor(
    readonly uri: string,
    readonly languageId: string,
    public doc: Text,
  ) {}

  getView(): EditorView | null {
    return this.view;
  }
}

export class Project extends Workspace {
  files: ProjectFile[] = sample.map(({ uri, languageId, text }) => new ProjectFile(
    uri,
    languageId,
    Text.of(text.split("\n")),
  ));

  constructor(client: LSPClient) {
    super(client);
  }

  override getFile(uri: string): ProjectFile | null {
    return this.files.find((file) => file.uri === uri) ?? null;
  }

  syncFiles() {
    const updates = [];
    for (const file of this.files) {
      const plugin = file.view && LSPPlugin.get(file.view);
      if (!plugin || plugin.unsyncedChanges.empty) continue;
      updates.push({ file, prevDoc: file.doc, changes: plugin.unsyncedChanges });
      file.doc = plugin.view.state.doc;
      file.version += 1;
      plugin.clear();
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
