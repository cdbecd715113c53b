/** An example in an editor, with the engine at work on it: marks as one types, and the remedies there are. */
import { history, historyKeymap, defaultKeymap } from "@codemirror/commands";
import { html } from "@codemirror/lang-html";
import { javascript as javascriptColours } from "@codemirror/lang-javascript";
import { python as pythonColours } from "@codemirror/lang-python";
import { syntaxHighlighting } from "@codemirror/language";
import { EditorState, StateEffect, StateField, type Range } from "@codemirror/state";
import { Decoration, EditorView, keymap, lineNumbers, WidgetType, type DecorationSet } from "@codemirror/view";
import { classHighlighter } from "@lezer/highlight";
import { createWorkspace, type Alert, type AlertLevel, type Remedy, type Workspace } from "alert-quill";
import { html as htmlLanguage } from "alert-quill/html";
import { javascript } from "alert-quill/javascript";
import { python } from "alert-quill/python";
import { signOf, strokesOf } from "./sign.mjs";

const endings: Readonly<Record<string, string>> = {
  javascript: "js",
  javascriptreact: "jsx",
  typescript: "ts",
  typescriptreact: "tsx",
  python: "py",
  html: "html",
};

const said = (text: string): string => text.replaceAll(/`([^`]*)`/g, "‘$1’");

/** An alert that hangs from its mark, with what settles it. */
class Hanging extends WidgetType {
  constructor(
    private readonly alert: Alert,
    private readonly column: number,
    private readonly remedies: readonly Remedy[],
  ) {
    super();
  }

  override eq({ alert, column, remedies }: Hanging): boolean {
    return JSON.stringify([alert, column, remedies]) === JSON.stringify([this.alert, this.column, this.remedies]);
  }

  override toDOM(view: EditorView): HTMLElement {
    const { level, message } = this.alert;
    const note = document.createElement("div");
    note.className = `hanging strokes-${strokesOf(level)}`;
    note.style.setProperty("--column", String(Math.min(this.column, 48)));
    const words = document.createElement("span");
    words.innerHTML = signOf(level);
    words.append(` ${said(message)} `);
    for (const { title, edits } of this.remedies) {
      const button = document.createElement("button");
      button.type = "button";
      button.textContent = said(title);
      button.addEventListener("click", () => view.dispatch({ changes: [...edits] }));
      words.append(button);
    }
    note.append(words);
    return note;
  }

  override ignoreEvent(): boolean {
    return true;
  }
}

const tell = StateEffect.define<DecorationSet>();
const told = StateField.define<DecorationSet>({
  create: () => Decoration.none,
  update(notes, { changes, effects }) {
    for (const effect of effects) if (effect.is(tell)) return effect.value;
    return notes.map(changes);
  },
  provide: (field) => EditorView.decorations.from(field),
});

let made: Workspace | undefined;
let count = 0;

/** Only the page's rule is on, and what is always told. */
function workspaceFor(rule: string, level: string): Workspace {
  return (
    made ??= createWorkspace({
      languages: [javascript(), python(), htmlLanguage()],
      settings: { kits: [], ...(!rule.startsWith("syntax.") && { levels: { [rule]: level as AlertLevel } }) },
    })
  );
}

export function openLive(block: HTMLPreElement): void {
  const { rule = "", level = "warning", language = "javascript" } = block.dataset;
  const workspace = workspaceFor(rule, level);
  const uri = `file:///harbour/example${(count += 1)}.${endings[language] ?? "js"}`;
  const code = block.querySelector("code")!.cloneNode(true) as HTMLElement;
  for (const note of code.querySelectorAll(".hanging")) note.remove();
  const text = code.textContent ?? "";
  const place = document.createElement("div");
  place.className = "live";
  const quiet = document.createElement("p");
  quiet.setAttribute("role", "status");

  const editor = new EditorView({
    parent: place,
    state: EditorState.create({
      doc: text,
      extensions: [
        lineNumbers(),
        EditorView.contentAttributes.of({ "aria-label": `Example of ${rule}` }),
        history(),
        keymap.of([...defaultKeymap, ...historyKeymap]),
        language === "python"
          ? pythonColours()
          : language === "html" ? html() : javascriptColours({ jsx: true, typescript: language.startsWith("type") }),
        syntaxHighlighting(classHighlighter),
        told,
        EditorView.updateListener.of(({ docChanged, startState }) => {
          if (!docChanged) return;
          const now = editor.state.doc.toString();
          workspace.edit(uri, (workspace.version(uri) ?? 1) + 1, [{ from: 0, to: startState.doc.length, insert: now }]);
          show();
        }),
      ],
    }),
  });

  function show(): void {
    const alerts = workspace.alerts(uri);
    const { doc } = editor.state;
    const drawn = alerts.flatMap((alert): Range<Decoration>[] => {
      const line = doc.lineAt(alert.from);
      const remedies = workspace.remedies(uri, {
        from: alert.from,
        to: alert.to,
      }).filter((one) => one.alert.rule === alert.rule && one.alert.from === alert.from);
      const note = new Hanging(alert, alert.from - line.from, remedies);
      const hanging = Decoration.widget({ widget: note, block: true, side: 1 }).range(line.to);
      if (alert.to <= alert.from) return [hanging];
      const mark = Decoration.mark({ tagName: "mark", class: `strokes-${strokesOf(alert.level)}` });
      return [mark.range(alert.from, alert.to), hanging];
    });
    editor.dispatch({ effects: tell.of(Decoration.set(drawn, true)) });
    quiet.textContent = alerts.length === 0 ? "Nothing to tell." : "";
  }

  workspace.open({ uri, languageId: language, version: 1, text });
  place.append(quiet);
  block.replaceWith(place);
  show();
  editor.focus();
}
