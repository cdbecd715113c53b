/** The files of a project on disk, as languages ask about them; folders are read once until somebody says that something changed. */
import { readdirSync, statSync, type Dirent } from "node:fs";
import { homedir, tmpdir } from "node:os";
import path from "node:path";
import { fileURLToPath, pathToFileURL } from "node:url";
import { ModuleGraph } from "../engine/module-graph.js";
import { extensions, languages } from "../languages/index.js";
import { folderOf, foldersAbove, joined, type FileAccess } from "../model/links.js";
import { discover, ignoredBy, type MayRead } from "./discover.js";
import { stateOf } from "./file-watch.js";
import { readText } from "./read-text.js";

/** What says that a folder is the top of a project. */
const tops = ["package.json", "pyproject.toml", "alert-quill.jsonc"];

/** Of larger projects only so many files are looked at for what they export. */
const mostFiles = 20_000;

interface Folder {
  readonly names: readonly string[];
  readonly files: ReadonlySet<string>;
}

/** The modules of the files on disk. */
export function modulesOnDisk(mayRead?: MayRead): ModuleGraph {
  return new ModuleGraph(languages, new DiskFiles(mayRead));
}

/** As `modulesOnDisk`, of files that are taken to stay as they are while a project is reviewed. */
export function modulesThatStay(): ModuleGraph {
  return new ModuleGraph(languages, new DiskFiles(undefined, undefined, true));
}

export class DiskFiles implements FileAccess {
  private readonly known = new Map<string, Folder | undefined>();
  /** The source files of projects, by the folder at the top. */
  private readonly projects = new Map<string, readonly string[]>();

  /** `folders` gives those in which somebody works: each is a project where nothing in it says that it is one. */
  constructor(
    private readonly mayRead: MayRead = () => true,
    private readonly folders: () => readonly string[] = () => [],
    /** Whether files are taken to stay as they are. */
    private readonly isSteady = false,
  ) {}

  /** Reads everything anew when it is asked for next. */
  forget(): void {
    this.known.clear();
    this.projects.clear();
  }

  pathOf(uri: string): string | undefined {
    if (!uri.startsWith("file:")) return undefined;
    try {
      return plain(fileURLToPath(uri));
    } catch {
      // On another machine, or no path here.
      return undefined;
    }
  }

  uriOf(file: string): string {
    return pathToFileURL(native(file)).href;
  }

  isFile(file: string): boolean {
    const folder = folderOf(file);
    return this.folder(folder)?.files.has(file.slice(folder === "/" ? 1 : folder.length + 1)) === true;
  }

  namesIn(folder: string): readonly string[] | undefined {
    return this.folder(folder)?.names;
  }

  read(file: string): string | undefined {
    try {
      return this.mayRead(native(folderOf(file))) ? readText(native(file)) : undefined;
    } catch {
      // Gone, or no text: it says nothing.
      return undefined;
    }
  }

  stampOf(file: string): string | undefined {
    return this.isSteady ? undefined : stateOf(native(file)) || undefined;
  }

  isIgnored(file: string): boolean {
    return ignoredBy(native(file), this.mayRead) !== undefined;
  }

  filesAround(file: string): readonly string[] {
    const top = this.topOf(file);
    let files = this.projects.get(top);
    if (files === undefined) this.projects.set(top, (files = this.filesBelow(top)));
    return files;
  }

  private filesBelow(top: string): readonly string[] {
    // What lies anywhere on a machine, or below the folder of a person, is no project.
    if (noProjects.has(top)) {
      const names = [...(this.folder(top)?.files ?? [])];
      return names.filter((name) => extensions.includes(path.extname(name))).map((name) => joined(top, name)).sort();
    }
    return discover([native(top)], extensions, () => false, this.mayRead, mostFiles).files.map(plain);
  }

  /** The folder of the repository that a file is in, or the outermost one that says it is a project, or in which somebody works. */
  private topOf(file: string): string {
    const within = this.folders().map(plain).filter((folder) => file.startsWith(`${folder}/`));
    let top = within[0] ?? folderOf(file);
    for (const folder of foldersAbove(folderOf(file))) {
      if (!this.mayRead(native(folder))) break;
      const names = this.namesIn(folder) ?? [];
      if (tops.some((name) => names.includes(name)) && top.startsWith(folder)) top = folder;
      if (names.includes(".git")) return folder;
    }
    return top;
  }

  private folder(folder: string): Folder | undefined {
    if (!this.known.has(folder)) this.known.set(folder, this.readFolder(folder));
    return this.known.get(folder);
  }

  private readFolder(folder: string): Folder | undefined {
    const place = native(folder);
    if (!this.mayRead(place)) return undefined;
    let entries: Dirent[];
    try {
      entries = readdirSync(place, { withFileTypes: true });
    } catch {
      return undefined;
    }
    const isFile = (entry: Dirent): boolean => (
      entry.isSymbolicLink() ? leadsToFile(path.join(place, entry.name)) : entry.isFile()
    );
    return {
      names: entries.map(({ name }) => name),
      files: new Set(entries.filter(isFile).map(({ name }) => name)),
    };
  }
}

/** Whether a link leads to a file; one that leads to itself, or nowhere, does not. */
function leadsToFile(link: string): boolean {
  try {
    return statSync(link).isFile();
  } catch {
    return false;
  }
}

/** A path of this machine as languages write it, with `/` between its parts and at its beginning. */
export function plain(file: string): string {
  return path.sep === "/" ? file : `/${file.replaceAll(path.sep, "/")}`;
}

const noProjects = new Set(["/", ...[homedir(), tmpdir()].map(plain)]);

/** A path as this machine writes it. */
export function native(file: string): string {
  return path.sep === "/" ? file : file.slice(1).replaceAll("/", path.sep);
}
