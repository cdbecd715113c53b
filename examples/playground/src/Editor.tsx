import { defaultKeymap, history, historyKeymap, indentWithTab } from "@codemirror/commands";
import { html } from "@codemirror/lang-html";
import { javascript } from "@codemirror/lang-javascript";
import { python } from "@codemirror/lang-python";
import { bracketMatching, defaultHighlightStyle, indentOnInput, syntaxHighlighting } from "@codemirror/language";
import { setDiagnostics, type Diagnostic as Mark } from "@codemirror/lint";
import { LSPPlugin } from "@codemirror/lsp-client";
import { EditorState, type Extension } from "@codemirror/state";
import {
  drawSelection,
  EditorView,
  highlightActiveLine,
  highlightActiveLineGutter,
  keymap,
  lineNumbers,
} from "@codemirror/view";
import { useEffect, useRef } from "react";
import type { CodeAction, Diagnostic, Position } from "vscode-languageserver-protocol";
import { client, messageOf } from "./client.js";

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

/** Applies a code action to the file in the editor. */
export function applyAction(view: EditorView, uri: string, action: CodeAction): void {
  const plugin = LSPPlugin.get(view);
  if (!plugin) return;
  const edits = action.edit?.changes?.[uri] ?? [];
  view.dispatch({
    changes: edits.map(({ range, newText }) => ({
      from: plugin.fromPosition(range.start),
      to: plugin.fromPosition(range.end),
      insert: newText,
    })),
    userEvent: "input.fix",
  });
}

export function moveTo(view: EditorView, position: Position): void {
  const line = view.state.doc.line(Math.min(position.line + 1, view.state.doc.lines));
  const anchor = Math.min(line.from + position.character, line.to);
  view.dispatch({ selection: { anchor }, effects: EditorView.scrollIntoView(anchor, { y: "center" }) });
  view.focus();
}

/** How the code of a file is coloured. */
function coloursOf(uri: string): Extension {
  if (uri.endsWith(".tide")) return [];
  if (uri.endsWith(".html")) return html();
  return uri.endsWith(".py") ? python() : javascript({ jsx: true, typescript: /\.tsx?$/.test(uri) });
}

interface Props {
  readonly uri: string;
  readonly diagnostics: readonly Diagnostic[];
  readonly onReady: (view: EditorView) => void;
  readonly onChange: () => void;
  readonly onSave: () => void;
  readonly onQuickFix: () => void;
}

/** The editor with one file in it; give it another `key` for another file. */
export function Editor({ uri, diagnostics, onReady, onChange, onSave, onQuickFix }: Props) {
  const place = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView>(null);
  const handlers = useRef({ onChange, onSave, onQuickFix });
  handlers.current = { onChange, onSave, onQuickFix };

  useEffect(() => {
    const doc = client.workspace.getFile(uri)?.doc ?? "";
    const command = (name: "onSave" | "onQuickFix") => () => {
      handlers.current[name]();
      return true;
    };
    const editor = new EditorView({
      parent: place.current!,
      state: EditorState.create({
        doc,
        extensions: [
          lineNumbers(),
          highlightActiveLine(),
          highlightActiveLineGutter(),
          drawSelection(),
          history(),
          bracketMatching(),
          indentOnInput(),
          coloursOf(uri),
          syntaxHighlighting(defaultHighlightStyle),
          keymap.of([
            { key: "Mod-s", run: command("onSave") },
            { key: "Mod-.", run: command("onQuickFix") },
            ...defaultKeymap,
            ...historyKeymap,
            indentWithTab,
          ]),
          EditorView.updateListener.of((update) => update.docChanged && handlers.current.onChange()),
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
    if (view.current) showMarks(view.current, diagnostics);
  }, [uri, diagnostics]);

  return <div className="editor" ref={place} data-testid="editor" />;
}
