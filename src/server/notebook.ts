/** The cells of a notebook that hold code, as one text: what one cell declares the next ones know. */
import type { Alert } from "../engine/alert.js";
import { Text } from "../text/text.js";

export interface Cell {
  readonly uri: string;
  readonly languageId: string;
  readonly version: number;
  readonly text: Text;
}

/** Between two cells stands a line end. */
const gap = 1;

/** Rules that speak of a whole file: in a notebook a name may be there for a cell that is yet to be written, and texts do not end with cells. */
const ofWholeFiles = new Set(["dead.unread-name", "layout.final-newline"]);

export class Notebook {
  /** Counts what changed in any cell. */
  version = 1;

  constructor(
    readonly uri: string,
    /** The cells with code of a language that is analysed, in order. */
    public cells: readonly Cell[],
    /** All cells, those with words for people too, by their URIs. */
    readonly order: string[],
  ) {}

  get text(): string {
    return this.cells.map(({ text }) => text.value).join("\n");
  }

  /** That of the cell whose language can do most: what may be written in one may be in all. A language names its ids from the one that can do least. */
  languageIn(ids: readonly string[]): string {
    const used = this.cells.map(({ languageId }) => languageId);
    return ids.findLast((id) => used.includes(id)) ?? ids[0]!;
  }

  /** Each cell with the offset at which it begins. */
  *placed(): Generator<{ cell: Cell; from: number }> {
    let from = 0;
    for (const cell of this.cells) {
      yield { cell, from };
      from += cell.text.length + gap;
    }
  }
}

/** The alerts of a notebook's text that are shown in a cell, which lies from `from` to `to`. */
export function alertsInCell(alerts: readonly Alert[], text: Text, from: number, to: number): Alert[] {
  const end = from + text.value.trimEnd().length;
  return alerts.filter((alert) => {
    if (alert.from < from || alert.from > to || ofWholeFiles.has(alert.rule)) return false;
    // What a cell ends with is what it shows.
    return !(alert.rule === "dead.idle-statement" && alert.to >= end - 1);
  });
}
