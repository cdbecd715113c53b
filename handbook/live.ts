/** An example in an editor, with the engine at work on it: marks as one types, and the remedies there are. */
import { history, historyKeymap, defaultKeymap } from "@codemirror/commands";
import { html } from "@codemirror/lang-html";
import { javascript as javascriptColours } from "@codemirror/lang-javascript";
import { python as pythonColours } from "@codemirror/lang-python";
import { syntaxHighlighting } from "@codemirror/language";
import { linter, setDiagnostics } from "@codemirror/lint";
import { EditorState } from "@codemirror/state";
import { EditorView, keymap, lineNumbers } from "@codemirror/view";
import { classHighlighter } from "@lezer/highlight";
import { createWorkspace, type AlertLevel, type Workspace } from "alert-quill";
import { html as htmlLanguage } from "alert-quill/html";
import { javascript } from "alert-quill/javascript";
import { python } from "alert-quill/python";

const endings: Readonly<Record<string, string>> = {
  javascript: "js",
  javascriptreact: "jsx",
  typescript: "ts",
  typescriptreact: "tsx",
  python: "py",
  html: "html",
};

const severities: Readonly<Record<string, "error" | "warning" | "info" | "hint">> = {
  error: "error",
  warning: "warning",
  information: "info",
  hint: "hint",
};

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
  const text = block.querySelector("code")!.textContent ?? "";
  const place = document.createElement("div");
  place.className = "live";
  const told = document.createElement("ul");
  told.setAttribute("aria-label", "Alerts");

  const editor = new EditorView({
    parent: place,
    state: EditorState.create({
      doc: text,
      extensions: [
        lineNumbers(),
        history(),
        keymap.of([...defaultKeymap, ...historyKeymap]),
        language === "python"
          ? pythonColours()
          : language === "html" ? html() : javascriptColours({ jsx: true, typescript: language.startsWith("type") }),
        syntaxHighlighting(classHighlighter),
        linter(null),
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
    editor.dispatch(
      setDiagnostics(
        editor.state,
        alerts.map(({ from, to, message, level }) => ({ from, to, message, severity: severities[level] ?? "warning" })),
      ),
    );
    told.replaceChildren(
      ...alerts.map(({ from, to, message, rule: id }) => {
        const item = document.createElement("li");
        const line = editor.state.doc.lineAt(from).number;
        item.append(`line ${line}: ${message.replaceAll(/`([^`]*)`/g, "‘$1’")} `);
        for (const { title, edits, alert } of workspace.remedies(uri, { from, to })) {
          if (alert.rule !== id) continue;
          const button = document.createElement("button");
          button.type = "button";
          button.textContent = title.replaceAll(/`([^`]*)`/g, "‘$1’");
          button.addEventListener("click", () => editor.dispatch({ changes: [...edits] }));
          item.append(button);
        }
        return item;
      }),
    );
    if (alerts.length === 0) {
      told.append(Object.assign(document.createElement("li"), { textContent: "Nothing to tell." }));
    }
  }

  workspace.open({ uri, languageId: language, version: 1, text });
  place.append(told);
  block.replaceWith(place);
  show();
  editor.focus();
}
