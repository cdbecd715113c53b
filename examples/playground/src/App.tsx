import type { EditorView } from "@codemirror/view";
import { useRef, useState, useSyncExternalStore } from "react";
import type { CodeAction, Diagnostic } from "vscode-languageserver-protocol";
import { diagnostics, fixAll, quickFixes } from "./client.js";
import { applyAction, Editor, moveTo } from "./Editor.js";
import { Files } from "./Files.js";
import { Problems } from "./Problems.js";
import { QuickFixMenu, type OpenMenu } from "./QuickFixMenu.js";
import { sample } from "./sample.js";

const firstFile = sample.find(({ path }) => path === "src/fares.js")!.uri;
const none: readonly Diagnostic[] = [];

export function App() {
  const published = useSyncExternalStore(diagnostics.subscribe, diagnostics.get);
  const [current, setCurrent] = useState(firstFile);
  const [changed, setChanged] = useState<ReadonlySet<string>>(new Set());
  const [menu, setMenu] = useState<OpenMenu | null>(null);
  const [note, setNote] = useState("");
  const view = useRef<EditorView>(null);
  /** What to do as soon as the editor shows another file. */
  const pending = useRef<(() => void) | null>(null);

  const path = sample.find(({ uri }) => uri === current)!.path;
  const here = published.get(current) ?? none;
  const total = [...published.values()].reduce((sum, list) => sum + list.length, 0);

  function inFile(uri: string, run: () => void): void {
    if (uri === current) run();
    else {
      pending.current = run;
      setCurrent(uri);
    }
  }

  function mark(uri: string, edited: boolean): void {
    setChanged((before) => {
      const after = new Set(before);
      if (edited) after.add(uri);
      else after.delete(uri);
      return after;
    });
  }

  async function openMenu(diagnostic: Diagnostic, left: number, top: number, uri = current): Promise<void> {
    setMenu({ actions: await quickFixes(uri, diagnostic), left, top });
  }

  function quickFixAtCursor(): void {
    const editor = view.current!;
    const at = editor.state.selection.main.head;
    const { number, from } = editor.state.doc.lineAt(at);
    const [line, character] = [number - 1, at - from];
    const near = here.filter(({ range }) => range.start.line <= line && line <= range.end.line);
    const isAtCursor = ({ range: { start, end } }: Diagnostic): boolean =>
      (start.line < line || start.character <= character) && (end.line > line || character <= end.character);
    const chosen = near.find(isAtCursor) ?? near[0];
    const box = editor.coordsAtPos(at);
    if (chosen && box) void openMenu(chosen, box.left, box.bottom + 4);
  }

  function choose(action: CodeAction): void {
    setMenu(null);
    applyAction(view.current!, current, action);
    view.current!.focus();
  }

  async function save(): Promise<void> {
    const action = await fixAll(current);
    const count = action?.edit?.changes?.[current]?.length ?? 0;
    if (action) applyAction(view.current!, current, action);
    mark(current, false);
    setNote(count === 0 ? `${path} saved` : `${path} saved, ${count === 1 ? "1 place" : `${count} places`} settled`);
  }

  return (
    <div className="page">
      <header className="bar">
        <h1>Alert Quill</h1>
        <p>Saltmarsh Ferries · {total === 0 ? "no alerts" : `${total} alerts`}</p>
        <output>{note}</output>
        <button className="save" onClick={() => void save()}>
          Save and settle
        </button>
      </header>
      <Files current={current} changed={changed} published={published} onOpen={setCurrent} />
      <main>
        <div className="tab">
          <strong>{path}</strong>
          {changed.has(current) && <i>edited</i>}
          <span>{here.length === 0 ? "no alerts" : here.length === 1 ? "1 alert" : `${here.length} alerts`}</span>
          <kbd>Ctrl .</kbd> quick fix <kbd>Ctrl S</kbd> save
        </div>
        <Editor
          key={current}
          uri={current}
          diagnostics={here}
          onReady={(editor) => {
            view.current = editor;
            pending.current?.();
            pending.current = null;
          }}
          onChange={() => {
            mark(current, true);
            setNote("");
          }}
          onSave={() => void save()}
          onQuickFix={quickFixAtCursor}
        />
      </main>
      <Problems
        current={current}
        published={published}
        onGo={(uri, { range }) => inFile(uri, () => moveTo(view.current!, range.start))}
        onFix={(uri, diagnostic, box) => inFile(uri, () => void openMenu(diagnostic, box.left - 280, box.top, uri))}
      />
      {menu && <QuickFixMenu menu={menu} onChoose={choose} onClose={() => setMenu(null)} />}
    </div>
  );
}
