/** What files of a project give to one another, whatever their language: the small part of a file that others depend on. */

/** A name that a file exports. */
export interface ExportedName {
  /** `*` stands for the module as a whole, in a language in which that is a value. */
  readonly name: string;
  /** Whether it can only be used as a type. */
  readonly isType: boolean;
  /** For a name that is handed on: the module it is from, as the file names it, and its name there; `*` is all of the module under one name. */
  readonly from?: { readonly module: string; readonly name: string };
  /** For what is called, where it is known how many arguments it can take. */
  readonly callable?: ExportedCallable;
}

/** What a function or class that a file exports is to those who call it. */
export interface ExportedCallable {
  readonly kind: "function" | "class";
  /** How many arguments it takes at most. */
  readonly most: number;
}

/** A module that a file imports, as the file names it. */
export interface ImportedModule {
  readonly module: string;
  /** The names that are taken from it; `*` where any may be. */
  readonly names: readonly string[];
  /** Whether it is only loaded once some code runs, or not at all, as only types are taken from it. */
  readonly isLate: boolean;
}

/** What others see of a file. */
export interface FileSummary {
  readonly exports: readonly ExportedName[];
  /** Modules of which all names are handed on, as the file names them. */
  readonly handedOn: readonly string[];
  readonly imports: readonly ImportedModule[];
  /** Whether it may export names that are not known. */
  readonly isOpen: boolean;
  /** The names that it gives to files which run beside it without being imported; `*` where there may be others. */
  readonly shared?: readonly string[];
}

/** What a file says of types, for others that use them: each as its language writes it. */
export interface FileTypes {
  /** What declares each name at the top of the file, as far as types say it; empty where that is not told. */
  readonly declared: Readonly<Record<string, string>>;
  /** What the names stand for that it imports. */
  readonly imported: Readonly<Record<string, { readonly module: string; readonly name: string }>>;
  /** The names at its top by the names under which it exports them. */
  readonly exported: Readonly<Record<string, string>>;
}

/** Where a type is declared, and how. */
export interface DeclaredType {
  readonly path: string;
  readonly name: string;
  /** As the language writes it; empty where that is not told. */
  readonly text: string;
}

/** Files that run beside another one and share its names, without being imported, in the order in which they run. */
export interface Companions {
  readonly earlier: readonly string[];
  readonly later: readonly string[];
}

/** What a name is to a file, among the names of files that run beside it: there from the beginning, there later, near to one of them, or nothing. */
export type NameBeside =
  | { readonly state: "earlier" | "unknown" | "none" }
  /** The file is told as it is named from here. */
  | { readonly state: "later"; readonly file: string }
  | { readonly state: "near"; readonly name: string; readonly file: string };

/** Where a module is. `unknown` says that it may be anywhere, or that it is no file of the project. What `isMore` may export names that stand elsewhere than in its file. */
export type Resolution =
  | { readonly state: "file"; readonly path: string; readonly isMore?: boolean }
  | { readonly state: "missing" | "unknown" }
  | { readonly state: "undeclared"; readonly package: string };

/** Whether a file exports a name; `unknown` where not all it exports can be told. */
export type Exports = "yes" | "no" | "unknown";

/** Whether somebody in the project takes a name from a file; `unknown` where that cannot be told. */
export type Taken = "yes" | "no" | "unknown";

/** The files around, by paths whose parts are separated by `/`. */
export interface FileAccess {
  /** The path of a document; `undefined` for one that lies nowhere. */
  pathOf(uri: string): string | undefined;
  uriOf(path: string): string;
  isFile(path: string): boolean;
  /** The names of what lies in a folder; `undefined` where there is no such folder. */
  namesIn(folder: string): readonly string[] | undefined;
  /** The text of a file; `undefined` where it cannot be read. */
  read(path: string): string | undefined;
  /** Whether a path is left out of the project, as what is built is. */
  isIgnored(path: string): boolean;
  /** The source files of the project that a file is in; the same list for all of its files until something changes. */
  filesAround(path: string): readonly string[];
  /** What tells one state of a file from another; `undefined` where there is no such thing. */
  stampOf?(path: string): string | undefined;
  /** Files changed: what is kept of them is to be read anew. */
  forget?(): void;
}

/** The files around, for who finds out about modules. */
export interface ProjectFiles extends FileAccess {
  /** Keeps what was worked out from files, by a key of its maker's, until one of them changes. */
  remember<Value>(key: string, make: () => Value): Value;
}

/** A name that can be imported, for code that uses it without a meaning. */
export interface Importable {
  /** The file that exports it. */
  readonly path: string;
  /** The name by which the file exports it. */
  readonly exported: ExportedName;
}

/** The path without its last part; of a top folder the folder itself. */
export function folderOf(path: string): string {
  const at = path.lastIndexOf("/");
  return at <= 0 ? "/" : path.slice(0, at);
}

/** The last part of a path. */
export function baseOf(path: string): string {
  return path.slice(path.lastIndexOf("/") + 1);
}

/** A path from a folder on, with `.` and `..` worked out. */
export function joined(folder: string, relative: string): string {
  const parts = folder === "/" ? [""] : folder.split("/");
  for (const part of relative.split("/")) {
    if (part === "..") {
      if (parts.length > 1) parts.pop();
    } else if (part !== "." && part !== "") parts.push(part);
  }
  return parts.join("/") || "/";
}

/** The way from a folder to a path, which begins with `./` or `../`. */
export function relativeTo(folder: string, path: string): string {
  const from = folder === "/" ? [""] : folder.split("/");
  const to = path.split("/");
  let common = 0;
  while (common < from.length && common < to.length - 1 && from[common] === to[common]) common += 1;
  const up = from.length - common;
  return `${up === 0 ? "./" : "../".repeat(up)}${to.slice(common).join("/")}`;
}

/** The folders from one up to the top. */
export function* foldersAbove(folder: string): Generator<string> {
  for (let one = folder; ; one = folderOf(one)) {
    yield one;
    if (one === "/") return;
  }
}
