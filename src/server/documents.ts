/** The documents that are open, and what is known of each. */
import type { Alert } from "../engine/alert.js";
import { WorkspaceError } from "../engine/errors.js";
import { longText } from "../engine/long-text.js";
import type { EditOf } from "../engine/workspace.js";
import { difference, type Edit } from "../text/edit.js";
import { offsetAt } from "../text/position.js";
import { Text } from "../text/text.js";
import { Calm } from "./calm.js";
import type { DocumentSettings } from "./host.js";
import { alertsInCell, Notebook, type Cell } from "./notebook.js";
import { Place } from "./place.js";
import type { Session } from "./session.js";
import { Typed } from "./typed.js";
import { wholeText } from "./whole-text.js";

export interface GivenDocument {
  readonly uri: string;
  readonly languageId: string;
  readonly version: number;
  readonly text: string;
}

export interface ContentChange {
  readonly range?: {
    readonly start: { readonly line: number; readonly character: number };
    readonly end: { readonly line: number; readonly character: number };
  } | undefined;
  readonly text: string;
}

/** A settings file that is open, as it is typed. */
export interface OpenSettings {
  readonly text: Text;
  readonly version: number;
}

export class Documents {
  readonly settingsFiles = new Map<string, OpenSettings>();
  readonly typed = new Typed();
  readonly calm = new Calm();
  private readonly notebooks = new Map<string, Notebook>();
  /** The notebook of each cell. */
  private readonly cells = new Map<string, Notebook>();
  /** What applies to each document of the workspace. */
  private readonly applied = new Map<string, DocumentSettings>();
  /** Documents whose text is not known any more, because an edit could not be made. */
  private readonly lost = new Map<string, string>();
  /** Settings files that are not open and of which was told that they are broken. */
  private readonly toldBroken = new Set<string>();
  /** What was last told of what settings are made of. */
  private readonly toldMade = new Map<string, string>();
  private readonly unsaved = new Set<string>();
  /** Told of settings files that are broken and not open. */
  onBroken: (file: string) => void = () => undefined;

  constructor(private readonly session: Session) {}

  private get encoding() {
    return this.session.client.encoding;
  }

  /** Takes a document in; tells under which name it is analysed, if it is. */
  open({ uri, languageId: given, version, text }: GivenDocument): string | undefined {
    const { host, workspace } = this.session;
    const languageId = this.languageOf(uri, given);
    if (host.isSettingsFile(uri)) {
      this.toldBroken.delete(uri);
      this.takeSettings(uri, { text: Text.of(text), version });
      return undefined;
    }
    if (languageId === undefined) {
      this.session.log(3, `${uri}: nothing looks at what is written in ${given}`);
      return undefined;
    }
    if (workspace.has(uri)) {
      this.session.log(2, `${uri} was opened a second time: what it holds now counts`);
      this.close(uri);
    }
    const { settings, file, off, broken } = this.apply(uri);
    workspace.open({ uri, languageId, version, text, settings });
    const by = file === undefined ? "without a settings file" : `by ${file}`;
    const state = off !== undefined ? `nothing is told of it, as ${off}` : `looked at as ${languageId} ${by}`;
    this.session.log(3, `${uri}: ${state}${broken === undefined ? "" : ` (${broken})`}`);
    return uri;
  }

  /** What a document is written in. Where an editor has a name of its own for that, the ending of the file tells. */
  private languageOf(uri: string, languageId: string): string | undefined {
    const { languages, workspace } = this.session;
    if (workspace.supports(languageId)) return languageId;
    const byName = languages.find(({ extensions }) => extensions.some((extension) => uri.endsWith(extension)));
    return byName?.loading?.isLoaded === false ? undefined : byName?.languageIds[0];
  }

  /** Changes a document; tells under which name it is to be analysed again, if it is. */
  change(uri: string, version: number, changes: readonly ContentChange[]): string | undefined {
    const settings = this.settingsFiles.get(uri);
    if (settings !== undefined) {
      this.takeSettings(uri, { text: this.changed(settings.text, changes), version });
      return undefined;
    }
    const { workspace } = this.session;
    const whole = changes.findLastIndex(({ range }) => range === undefined);
    if (this.lost.has(uri)) {
      // A whole new text mends what got lost.
      if (whole < 0) return undefined;
      this.lost.delete(uri);
    }
    const made: Edit[] = [];
    const note = (edit: Edit): Edit => {
      made.push(edit);
      return edit;
    };
    const edits: EditOf[] = [];
    // What came before a whole new text does not matter.
    for (const change of changes.slice(Math.max(0, whole))) {
      if (change.range !== undefined) edits.push((text) => note(this.editFor(text, change)));
      else for (const edit of wholeText(workspace.text(uri), change.text)) edits.push(() => note(edit));
    }
    try {
      workspace.edit(uri, version, edits);
    } catch (error) {
      if (error instanceof WorkspaceError && error.code === "range-outside-text") {
        this.lost.set(uri, error.message);
        this.session.say(
          1,
          `${error.message}. What the editor shows may differ from what is analysed, so nothing is told of it until it is opened again.`,
        );
        return uri;
      }
      throw error;
    }
    this.typed.note(uri, made, workspace.text(uri));
    this.calm.note(uri, made, workspace.text(uri));
    this.unsaved.add(uri);
    return uri;
  }

  private takeSettings(uri: string, open: OpenSettings): void {
    this.settingsFiles.set(uri, open);
    this.session.host.settingsTyped?.(uri, open.text.value);
  }

  /** A change of a text as the client says it. */
  private editFor(text: Text, { range, text: insert }: ContentChange): Edit {
    return {
      from: range === undefined ? 0 : offsetAt(text, range.start, this.encoding),
      to: range === undefined ? text.length : offsetAt(text, range.end, this.encoding),
      insert,
    };
  }

  /** A text after the changes that the client says, each of what the one before left. */
  private changed(before: Text, changes: readonly ContentChange[]): Text {
    return changes.reduce((text, change) => text.apply(this.editFor(text, change)), before);
  }

  /** A document was saved; tells whether something of it may have been held back. */
  saved(uri: string): boolean {
    this.typed.saved(uri);
    const wasHeld = this.calm.settle(uri);
    this.unsaved.delete(uri);
    // What is gone from it now has been settled.
    const place = this.session.workspace.has(uri) && this.session.workspace.isReady(uri) ? this.place(uri) : undefined;
    if (place !== undefined) this.alerts(place);
    return wasHeld;
  }

  /** Forgets a document; tells whether it was known. */
  close(uri: string): boolean {
    const { workspace, host } = this.session;
    if (this.settingsFiles.delete(uri)) {
      host.closed(uri);
      host.settingsTyped?.(uri, undefined);
      return true;
    }
    if (!workspace.has(uri)) return false;
    host.closed(uri);
    workspace.close(uri);
    for (const map of [this.applied, this.lost]) map.delete(uri);
    this.typed.forget(uri);
    this.calm.forget(uri);
    this.unsaved.delete(uri);
    this.session.scheduler.forget(uri);
    this.session.status.forget(uri);
    this.session.lenses.forget(uri);
    return true;
  }

  /** What all cells of a notebook are read as. */
  private languageIn(notebook: Notebook): string {
    return notebook.languageIn(this.session.languages.flatMap(({ languageIds }) => languageIds));
  }

  /** Takes a notebook in, with the texts of its cells and the order in which they stand. */
  openNotebook(uri: string, given: readonly GivenDocument[], order: readonly string[]): string {
    if (this.notebooks.has(uri)) this.closeNotebook(uri);
    const cells = given.filter(({ languageId }) => this.session.workspace.supports(
      languageId,
    )).sort((a, b) => order.indexOf(a.uri) - order.indexOf(b.uri));
    const notebook = new Notebook(uri, cells.map((cell) => ({ ...cell, text: Text.of(cell.text) })), [...order]);
    this.notebooks.set(uri, notebook);
    for (const cell of notebook.cells) this.cells.set(cell.uri, notebook);
    this.session.workspace.open({
      uri,
      languageId: this.languageIn(notebook),
      version: notebook.version,
      text: notebook.text,
      settings: this.apply(uri).settings,
    });
    return uri;
  }

  /** Puts other cells in a notebook; gives those that are gone. */
  setCells(notebook: Notebook, cells: readonly Cell[]): Cell[] {
    const gone = notebook.cells.filter(({ uri }) => !cells.some((cell) => cell.uri === uri));
    const { text } = notebook;
    const languageId = this.languageIn(notebook);
    notebook.cells = cells;
    notebook.version += 1;
    for (const { uri } of gone) this.cells.delete(uri);
    for (const { uri } of cells) this.cells.set(uri, notebook);
    const { workspace } = this.session;
    if (this.languageIn(notebook) === languageId) {
      const edit = difference(text, notebook.text);
      workspace.edit(notebook.uri, notebook.version, edit === undefined ? [] : [edit]);
    } else {
      workspace.close(notebook.uri);
      workspace.open({
        uri: notebook.uri,
        languageId: this.languageIn(notebook),
        version: notebook.version,
        text: notebook.text,
        settings: this.settingsOf(notebook.uri).settings,
      });
    }
    return gone;
  }

  notebook(uri: string): Notebook | undefined {
    return this.notebooks.get(uri);
  }

  /** Text that changed in a cell. */
  cellAfter(cell: Cell, version: number, changes: readonly ContentChange[]): Cell {
    return {
      ...cell,
      version,
      text: this.changed(cell.text, changes),
    };
  }

  closeNotebook(uri: string): readonly Cell[] {
    const notebook = this.notebooks.get(uri);
    if (notebook === undefined) return [];
    for (const cell of notebook.cells) this.cells.delete(cell.uri);
    this.notebooks.delete(uri);
    this.close(uri);
    return notebook.cells;
  }

  /** Where a document lies in the workspace; `undefined` when it is not analysed, or its text has got lost. */
  place(uri: string): Place | undefined {
    const { workspace } = this.session;
    const notebook = this.cells.get(uri);
    if (notebook !== undefined) return this.places(notebook.uri).find((place) => place.uri === uri);
    if (this.lost.has(uri) || this.notebooks.has(uri) || !workspace.has(uri)) return undefined;
    return new Place(uri, uri, workspace.version(uri), workspace.text(uri), 0, this.encoding);
  }

  /** All that is in a document of the workspace. */
  places(home: string): Place[] {
    const notebook = this.notebooks.get(home);
    if (notebook !== undefined) {
      return [...notebook.placed()].map(({ cell, from }) => new Place(
        cell.uri,
        home,
        cell.version,
        cell.text,
        from,
        this.encoding,
      ));
    }
    const place = this.place(home);
    return place === undefined ? [] : [place];
  }

  isLost(uri: string): boolean {
    return this.lost.has(uri);
  }

  isUnsaved(uri: string): boolean {
    return this.unsaved.has(uri);
  }

  /** Those of a document's alerts that are shown. */
  alerts(
    { home, isWhole, text, from, to }: Place,
    all: readonly Alert[] = this.session.workspace.alerts(home),
  ): readonly Alert[] {
    const { off, fresh } = this.settingsOf(home);
    if (off !== undefined) return [];
    const { workspace } = this.session;
    const isSaved = !this.unsaved.has(home) && workspace.isReady(home);
    const shown = fresh?.(all, workspace.text(home), isSaved) ?? all;
    return isWhole ? shown : alertsInCell(shown, text, from, to);
  }

  /** The alerts of a document; of a long one that is still being looked at, those that are known now. */
  known(place: Place): readonly Alert[] {
    const { workspace } = this.session;
    const { home } = place;
    const isLong = workspace.text(home).length > longText;
    const soFar = isLong && !workspace.isReady(home) ? workspace.alertsSoFar(home) : undefined;
    return this.alerts(place, soFar);
  }

  /** What is shown of a document: all its alerts, or those that are known so far; less where calm asks for it. */
  shown(place: Place, soFar?: readonly Alert[]): readonly Alert[] {
    const { workspace, editor } = this.session;
    const all = this.alerts(place, soFar ?? workspace.alerts(place.home));
    return editor.calm && place.isWhole ? this.calm.show(place.home, all, place.text, soFar === undefined) : all;
  }

  settingsOf(home: string): DocumentSettings {
    return this.applied.get(home) ?? this.apply(home);
  }

  /** Finds out what applies to a document. Broken settings are told in their file, and once in a message where nobody has it open. */
  apply(home: string): DocumentSettings {
    const applied = this.session.host.settingsFor(home);
    this.applied.set(home, applied);
    this.calm.settle(home);
    const { file, broken, madeOf } = applied;
    if (madeOf !== undefined && this.toldMade.get(file ?? "") !== madeOf) {
      this.toldMade.set(file ?? "", madeOf);
      this.session.log(3, `${file ?? "Without a settings file"}: ${madeOf}`);
    }
    if (file === undefined || this.settingsFiles.has(file)) return applied;
    const isKnown = this.toldBroken.has(file);
    if (broken === undefined) this.toldBroken.delete(file);
    else if (!isKnown) {
      this.toldBroken.add(file);
      this.session.say(1, broken);
    }
    if (isKnown || broken !== undefined) this.onBroken(file);
    return applied;
  }
}
