import { closeBrackets } from "@codemirror/autocomplete";
import { defaultKeymap, history, historyKeymap, indentWithTab } from "@codemirror/commands";
import { cpp } from "@codemirror/lang-cpp";
import { html } from "@codemirror/lang-html";
import { java } from "@codemirror/lang-java";
import { javascript } from "@codemirror/lang-javascript";
import { php } from "@codemirror/lang-php";
import { python } from "@codemirror/lang-python";
import { bracketMatching, indentOnInput, indentService, syntaxHighlighting } from "@codemirror/language";
import { linter, setDiagnostics, type Diagnostic as Mark } from "@codemirror/lint";
import { hoverTooltips, LSPPlugin, serverCompletion } from "@codemirror/lsp-client";
import { searchKeymap } from "@codemirror/search";
import { EditorState, type Extension } from "@codemirror/state";
import {
  drawSelection,
  EditorView,
  highlightActiveLine,
  highlightActiveLineGutter,
  keymap,
  lineNumbers,
} from "@codemirror/view";
import { classHighlighter } from "@lezer/highlight";
import { useEffect, useRef } from "react";
import type { CodeLens, Diagnostic, Position } from "vscode-languageserver-protocol";
import { client, lensesOf, messageOf, project } from "./client.js";
import { lenses, showLenses } from "./lenses.js";

const severities = ["error", "warning", "info", "hint"] as const;

/** Sends each change to the server at once instead of after a pause. */
const instantSync = EditorView.updateListener.of((update) => {
  if (update.docChanged) queueMicrotask(() => client.sync());
});

function showMarks(view: EditorView, diagnostics: readonly Diagnostic[]): void {
  const plugin = LSPPlugin.get(view);
  if (!plugin) return;
  const marks = diagnostics.map(
    (one): Mark => ({
      from: plugin.unsyncedChanges.mapPos(plugin.fromPosition(one.range.start, plugin.syncedDoc)),
      to: plugin.unsyncedChanges.mapPos(plugin.fromPosition(one.range.end, plugin.syncedDoc)),
      severity: severities[(one.severity ?? 1) - 1]!,
      source: String(one.code),
      message: messageOf(one),
      ...(one.tags?.includes(1) && { markClass: "unnecessary" }),
    }),
  );
  view.dispatch(setDiagnostics(view.state, marks));
}

export function moveTo(view: EditorView, position: Position): void {
  const line = view.state.doc.line(Math.min(position.line + 1, view.state.doc.lines));
  const anchor = Math.min(line.from + position.character, line.to);
  view.dispatch({ selection: { anchor }, effects: EditorView.scrollIntoView(anchor, { y: "center" }) });
  view.focus();
}

/** Where the cursor is, as the protocol says it. */
export function cursorOf(view: EditorView): Position {
  const at = view.state.selection.main.head;
  const { number, from } = view.state.doc.lineAt(at);
  return { line: number - 1, character: at - from };
}

/** A settings file's lines begin where those before them do, or further in behind an opening bracket. */
const settingsIndent = indentService.of((context, at) => {
  const before = context.lineAt(at, -1).text.slice(0, at - context.lineAt(at, -1).from);
  return /^ */.exec(before)![0].length + (/[[{]\s*$/.test(before) ? 2 : 0);
});

const colours: Readonly<Record<string, () => Extension>> = { html, java, php, c: cpp };

/** How the code of a file is coloured. */
function coloursOf(uri: string): Extension {
  if (uri.endsWith(".tide")) return [];
  if (uri.endsWith(".jsonc")) return [settingsIndent, javascript()];
  const ending = /\w+$/.exec(uri)![0];
  if (Object.hasOwn(colours, ending)) return colours[ending]!();
  return /\.pyi?$/.test(uri) ? python() : javascript({ jsx: true, typescript: /\.[cm]?tsx?$/.test(uri) });
}

interface Props {
  readonly uri: string;
  readonly diagnostics: readonly Diagnostic[];
  readonly onReady: (view: EditorView) => void;
  readonly onChange: () => void;
  readonly onCursor: (position: Position) => void;
  readonly onSave: () => void;
  readonly onQuickFix: () => void;
  readonly onLens: (lens: CodeLens) => void;
}

/** The editor with one file in it; give it another `key` for another file. */
export function Editor({ uri, diagnostics, onReady, onChange, onCursor, onSave, onQuickFix, onLens }: Props) {
  const place = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView>(null);
  const handlers = useRef({ onChange, onCursor, onSave, onQuickFix, onLens });
  handlers.current = { onChange, onCursor, onSave, onQuickFix, onLens };

  useEffect(() => {
    const command = (name: "onSave" | "onQuickFix") => () => {
      handlers.current[name]();
      return true;
    };
    const editor = new EditorView({
      parent: place.current!,
      state: EditorState.create({
        doc: project.getFile(uri)?.doc ?? "",
        extensions: [
          EditorView.contentAttributes.of({ "aria-label": project.getFile(uri)?.path ?? uri }),
          lineNumbers(),
          highlightActiveLine(),
          highlightActiveLineGutter(),
          drawSelection(),
          history(),
          bracketMatching(),
          closeBrackets(),
          indentOnInput(),
          coloursOf(uri),
          syntaxHighlighting(classHighlighter),
          // What is wrong is told by the server, with reasons.
          linter(null, { tooltipFilter: () => [] }),
          hoverTooltips(),
          serverCompletion(),
          lenses,
          keymap.of([
            { key: "Mod-s", run: command("onSave") },
            { key: "Mod-.", run: command("onQuickFix") },
            ...defaultKeymap,
            ...historyKeymap,
            ...searchKeymap,
            indentWithTab,
          ]),
          EditorView.updateListener.of((update) => {
            if (update.docChanged) handlers.current.onChange();
            if (update.docChanged || update.selectionSet) handlers.current.onCursor(cursorOf(update.view));
          }),
          client.plugin(uri),
          instantSync,
        ],
      }),
    });
    view.current = editor;
    onReady(editor);
    return () => {
      client.sync();
      editor.destroy();
    };
  }, [uri]);

  useEffect(() => {
    const editor = view.current;
    if (editor === null) return;
    showMarks(editor, diagnostics);
    void lensesOf(uri).then((list) => {
      if (view.current === editor) showLenses(editor, list ?? [], (lens) => handlers.current.onLens(lens));
    });
  }, [uri, diagnostics]);

  return <div className="editor" ref={place} data-testid="editor" />;
}
