/** What the server shows above functions, as lines of their own in the editor. */
import { StateEffect, StateField, type Extension } from "@codemirror/state";
import { Decoration, EditorView, WidgetType, type DecorationSet } from "@codemirror/view";
import type { CodeLens } from "vscode-languageserver-protocol";

class LensWidget extends WidgetType {
  constructor(
    private readonly title: string,
    private readonly indent: number,
    private readonly run: () => void,
  ) {
    super();
  }

  override eq(other: LensWidget): boolean {
    return this.title === other.title && this.indent === other.indent;
  }

  toDOM(): HTMLElement {
    const button = document.createElement("button");
    button.className = "lens";
    button.textContent = this.title;
    button.style.paddingLeft = `calc(6px + ${this.indent}ch)`;
    button.addEventListener("click", this.run);
    return button;
  }
}

const setLenses = StateEffect.define<DecorationSet>();

export const lenses: Extension = StateField.define<DecorationSet>({
  create: () => Decoration.none,
  update(shown, transaction) {
    const next = transaction.effects.find((effect) => effect.is(setLenses));
    return next === undefined ? shown.map(transaction.changes) : (next.value as DecorationSet);
  },
  provide: (field) => EditorView.decorations.from(field),
});

export function showLenses(view: EditorView, list: readonly CodeLens[], run: (lens: CodeLens) => void): void {
  const widgets = list.flatMap((lens) => {
    const { range: { start }, command } = lens;
    if (command === undefined || start.line >= view.state.doc.lines) return [];
    const line = view.state.doc.line(start.line + 1);
    const widget = new LensWidget(command.title, /^\s*/.exec(line.text)![0].length, () => run(lens));
    return [Decoration.widget({ widget, block: true, side: -1 }).range(line.from)];
  });
  view.dispatch({ effects: setLenses.of(Decoration.set(widgets, true)) });
}
