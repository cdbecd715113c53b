/** Which folders may be read: those of the workspace, with what lies in them. */
import { existsSync, realpathSync } from "node:fs";
import path from "node:path";

export class Reach {
  private folders: readonly string[] = [];
  private readonly single = new Set<string>();
  private isNamed = false;
  private readonly known = new Map<string, boolean>();

  /** Takes the folders of the workspace; without any, each document brings its own: that of its repository, or the one it lies in. */
  set(folders: readonly string[] | undefined): void {
    this.isNamed = folders !== undefined;
    this.folders = folders ?? [];
    this.single.clear();
    this.known.clear();
  }

  /** Takes note of a document that was opened. */
  opened(file: string): void {
    if (this.isNamed) return;
    const root = repositoryOf(path.dirname(file));
    if (this.single.has(root)) return;
    this.single.add(root);
    this.known.clear();
  }

  /** The folders themselves. */
  get all(): readonly string[] {
    return [...this.folders, ...this.single];
  }

  readonly mayRead = (folder: string): boolean => {
    let may = this.known.get(folder);
    if (may === undefined) this.known.set(folder, (may = this.judge(folder)));
    return may;
  };

  private judge(folder: string): boolean {
    const real = realOf(folder);
    return this.all.some((one) => isBelow(real, realOf(one)));
  }
}

/** Whether a folder is another or lies in it, by their names. */
export function isBelow(folder: string, top: string): boolean {
  return folder === top || folder.startsWith(top.endsWith(path.sep) ? top : `${top}${path.sep}`);
}

/** Where a folder lies when links are followed; of one that is not there, its own path. */
function realOf(folder: string): string {
  return existsSync(folder) ? realpathSync(folder) : folder;
}

function repositoryOf(folder: string): string {
  for (let place = folder; ; place = path.dirname(place)) {
    if (existsSync(path.join(place, ".git"))) return place;
    if (path.dirname(place) === place) return folder;
  }
}
