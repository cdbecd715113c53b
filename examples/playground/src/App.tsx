import type { Text } from "@codemirror/state";
import type { EditorView } from "@codemirror/view";
import { useDeferredValue, useEffect, useRef, useState, useSyncExternalStore } from "react";
import type { CodeAction, CodeLens, Diagnostic, Position } from "vscode-languageserver-protocol";
import { address, addressWith, show, textsInAddress } from "./address.js";
import { Alerts, type Row } from "./Alerts.js";
import { changesOf, diagnostics, editsOf, fixAll, project, quickFixes, settle } from "./client.js";
import { droppedFiles } from "./dropped.js";
import { cursorOf, Editor, moveTo } from "./Editor.js";
import { Files } from "./Files.js";
import { Flow } from "./Flow.js";
import { Overview } from "./Overview.js";
import { projectFiles } from "./project.js";
import { QuickFixMenu, type OpenMenu } from "./QuickFixMenu.js";
import { Rules } from "./Rules.js";
import { samples, settingsPath, settingsUri, type GivenFile } from "./sample.js";
import { SavePreview } from "./SavePreview.js";
import { withLevel } from "./settings-edit.js";
import { Theme } from "./Theme.js";
import { Timing } from "./Timing.js";
import { useStable } from "./useStable.js";

const none: readonly Diagnostic[] = [];
const counted = (count: number, of: string): string => (count === 1 ? `1 ${of}` : `${count} ${of}s`);
const panels = ["alerts", "rules", "flow", "save"] as const;

export function App() {
  const published = useSyncExternalStore(diagnostics.subscribe, diagnostics.get);
  const files = useSyncExternalStore(projectFiles.subscribe, projectFiles.get);
  const state = useSyncExternalStore(address.subscribe, address.get);
  const [changed, setChanged] = useState<ReadonlySet<string>>(new Set());
  const [menu, setMenu] = useState<OpenMenu | null>(null);
  const [note, setNote] = useState("");
  const [cursor, setCursor] = useState<Position>({ line: 0, character: 0 });
  const [version, setVersion] = useState(0);
  /** Grows when other files come in the place of all there were. */
  const [generation, setGeneration] = useState(0);
  const view = useRef<EditorView>(null);
  /** What to do as soon as the editor shows another file. */
  const pending = useRef<(() => void) | null>(null);

  /** The sample whose files are there. */
  const loaded = useRef(address.get().sample);

  // What is typed goes before lists of what is told of it.
  const listed = useDeferredValue(published);
  const file = files.find(({ path }) => path === state.file) ?? files[0]!;
  const current = file.uri;
  const here = published.get(current) ?? none;
  const total = [...published.values()].reduce((sum, list) => sum + list.length, 0);
  const settings = files.find(({ path }) => path === settingsPath);
  const listedHere = listed.get(current) ?? none;
  const listeners = useStable({
    open,
    goHere: ({ range }: Diagnostic) => moveTo(view.current!, range.start),
    go: (uri: string, { range }: Diagnostic) => inFile(uri, () => moveTo(view.current!, range.start)),
    fix: (uri: string, diagnostic: Diagnostic, box: DOMRect) =>
      inFile(uri, () => void openMenu(diagnostic, box.left - 380, box.top, uri)),
    settle: (rows: readonly Row[]) => void settleAll(rows),
  });

  useEffect(() => {
    textsInAddress().then(
      (texts) => {
        for (const [path, text] of Object.entries(texts)) {
          const named = project.files.find((one) => one.path === path);
          if (named === undefined) continue;
          project.edit(named.uri, { from: 0, to: named.now.length, insert: text });
          mark(named.uri, true);
        }
      },
      () => setNote("The texts in this address cannot be read: it may have been cut off"),
    );
  }, []);

  useEffect(() => {
    const given = samples.get(state.sample);
    if (given === undefined || loaded.current === state.sample) return;
    loaded.current = state.sample;
    replace(given);
  }, [state.sample]);

  function open(uri: string): void {
    show({ file: project.getFile(uri)?.path ?? "" });
  }

  function inFile(uri: string, run: () => void): void {
    if (uri === current) run();
    else {
      pending.current = run;
      open(uri);
    }
  }

  function mark(uri: string, edited: boolean): void {
    setChanged((before) => {
      if (before.has(uri) === edited) return before;
      const after = new Set(before);
      if (edited) after.add(uri);
      else after.delete(uri);
      return after;
    });
    setVersion((last) => last + 1);
  }

  async function openMenu(diagnostic: Diagnostic, left: number, top: number, uri = current): Promise<void> {
    const text = project.getFile(uri)?.now;
    const actions = await quickFixes(uri, diagnostic);
    if (text) setMenu({ actions: actions.filter((action) => editsOf(action, uri).length > 0), uri, text, left, top });
  }

  function quickFixAtCursor(): void {
    const editor = view.current!;
    const { line, character } = cursorOf(editor);
    const near = here.filter(({ range }) => range.start.line <= line && line <= range.end.line);
    const isAtCursor = ({ range: { start, end } }: Diagnostic): boolean =>
      (start.line < line || start.character <= character) && (end.line > line || character <= end.character);
    const chosen = near.find(isAtCursor) ?? near[0];
    const box = editor.coordsAtPos(editor.state.selection.main.head);
    if (chosen && box) void openMenu(chosen, box.left, box.bottom + 4);
  }

  /** Makes the edits of an action, unless the text is another one since it was asked for. */
  function apply(uri: string, action: CodeAction, text: Text): number | undefined {
    const edits = editsOf(action, uri);
    if (!project.getFile(uri)!.now.eq(text)) {
      setNote("The text has changed since: nothing was done");
      return undefined;
    }
    project.edit(uri, changesOf(project.getFile(uri)!.now, edits));
    mark(uri, true);
    return edits.length;
  }

  function choose(action: CodeAction): void {
    apply(menu!.uri, action, menu!.text);
    setMenu(null);
    view.current!.focus();
  }

  async function save(): Promise<void> {
    const text = file.now;
    const action = await fixAll(current);
    const count = action === undefined ? 0 : apply(current, action, text);
    if (count === undefined) return;
    mark(current, false);
    setNote(count === 0 ? `${file.path} saved` : `${file.path} saved, ${counted(count, "place")} settled`);
  }

  async function settleAll(rows: readonly Row[]): Promise<void> {
    let settled = 0;
    for (const [uri, some] of Map.groupBy(rows, ({ uri }) => uri)) {
      const count = await settle(uri, some.map(({ diagnostic }) => diagnostic));
      if (count > 0) mark(uri, true);
      settled += count;
    }
    const left = rows.length - settled;
    setNote(`${settled} settled${left > 0 ? `, ${left} left: nothing is preferred for them, or it overlaps` : ""}`);
  }

  function setLevel(rule: string, level: string): void {
    if (settings === undefined) return;
    project.edit(settingsUri, withLevel(settings.now.toString(), rule, level));
    mark(settingsUri, true);
    setNote(`${rule} is ${level} in ${settingsPath}`);
  }

  async function share(): Promise<void> {
    const texts = files.filter(({ uri }) => changed.has(uri)).map(({ path, now }) => [path, now.toString()]);
    const link = await addressWith(Object.fromEntries(texts));
    history.replaceState(null, "", link);
    await navigator.clipboard?.writeText(link).catch(() => undefined);
    setNote("The address holds what you see; it was copied where the browser allows it");
  }

  async function drop(items: DataTransferItemList): Promise<void> {
    const { files: given, others } = await droppedFiles(items);
    if (given.length === 0) {
      setNote("There is nothing among these files that is looked at here");
      return;
    }
    loaded.current = "";
    replace(given, others);
    show({ sample: "", file: given[0]!.path });
    setNote(`${counted(given.length, "file")} read`);
  }

  function replace(given: readonly GivenFile[], others: readonly string[] = []): void {
    diagnostics.set(new Map());
    setChanged(new Set());
    setGeneration((last) => last + 1);
    project.replace(given, others);
  }

  function openSample(name: string): void {
    const given = samples.get(name)!;
    show({ sample: name, file: (given.find(({ path }) => path !== settingsPath) ?? given[0]!).path, search: "" });
    setNote("");
  }

  function showLens({ command }: CodeLens): void {
    show({ panel: "rules", rule: String(command?.arguments?.[0] ?? "") });
  }

  return (
    <div
      className="page"
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        void drop(event.dataTransfer.items);
      }}
    >
      <header className="bar">
        <h1>Alert Quill</h1>
        <p>
          <select
            aria-label="Project"
            value={state.sample}
            onChange={(event) => openSample(event.target.value)}
          >
            {!samples.has(state.sample) && <option value={state.sample}>Your files</option>}
            {[...samples.keys()].map((name) => <option key={name}>{name}</option>)}
          </select>
          {" "}
          <span>{total === 0 ? "no alerts" : counted(total, "alert")}</span>
        </p>
        <output>{note}</output>
        <button onClick={() => void share()}>Share</button>
        <Theme />
        <button className="save" onClick={() => void save()}>Save and settle</button>
      </header>
      <Files files={files} current={current} changed={changed} published={listed} onOpen={listeners.open} />
      <main>
        <div className="tab">
          <strong>{file.path}</strong>
          {changed.has(current) && <i>edited</i>}
          <span>{here.length === 0 ? "no alerts" : counted(here.length, "alert")}</span>
          <Timing />
          <small><kbd>Ctrl .</kbd> quick fix <kbd>Ctrl S</kbd> save</small>
        </div>
        <div className="text">
          <Editor
            key={`${generation} ${current}`}
            uri={current}
            diagnostics={here}
            onReady={(editor) => {
              view.current = editor;
              setCursor({ line: 0, character: 0 });
              pending.current?.();
              pending.current = null;
            }}
            onChange={() => {
              mark(current, true);
              setNote("");
            }}
            onCursor={setCursor}
            onSave={() => void save()}
            onQuickFix={quickFixAtCursor}
            onLens={showLens}
          />
          <Overview diagnostics={listedHere} lines={file.now.lines} onGo={listeners.goHere} />
        </div>
      </main>
      <section className="panel">
        <div
          className="tabs"
          role="tablist"
          onKeyDown={({ key }) => {
            const by = key === "ArrowRight" ? 1 : key === "ArrowLeft" ? -1 : 0;
            if (by === 0) return;
            const next = panels[(panels.findIndex((one) => one === state.panel) + by + panels.length) % panels.length]!;
            show({ panel: next });
            document.getElementById(`tab-${next}`)?.focus();
          }}
        >
          {panels.map((panel) => (
            <button
              key={panel}
              id={`tab-${panel}`}
              role="tab"
              aria-selected={state.panel === panel}
              tabIndex={state.panel === panel ? 0 : -1}
              onClick={() => show({ panel })}
            >
              {{ alerts: "Alerts", rules: "Rules", flow: "Flow", save: "What a save changes" }[panel]}
            </button>
          ))}
        </div>
        <div className="shown" role="tabpanel" aria-labelledby={`tab-${state.panel}`}>
          {state.panel === "alerts" && (
            <Alerts
              files={files}
              current={current}
              published={listed}
              shown={state}
              onGo={listeners.go}
              onFix={listeners.fix}
              onSettle={listeners.settle}
            />
          )}
          {state.panel === "rules" && (
            <Rules uri={current} settings={settings?.now.toString() ?? ""} onLevel={setLevel} />
          )}
          {state.panel === "flow" && <Flow uri={current} position={cursor} version={version} />}
          {state.panel === "save" && <SavePreview uri={current} text={() => file.now} told={here} />}
        </div>
      </section>
      {menu && <QuickFixMenu menu={menu} onChoose={choose} onClose={() => setMenu(null)} />}
    </div>
  );
}
