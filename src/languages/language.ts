/** What the engine asks of a language. */
import type { Binding } from "../model/binding.js";
import type { CodeEdits, CodeFacts } from "../model/code.js";
import type { FlowGraph } from "../model/flow.js";
import type { KnownNames } from "../model/known-names.js";
import type { Companions, ExportedName, FileSummary, FileTypes, ProjectFiles, Resolution } from "../model/links.js";
import type { Names } from "../model/names.js";
import type { Scope } from "../model/scope.js";
import type { Segmentation } from "../model/segments.js";
import type { ShapeMap } from "../model/shapes.js";
import type { TypedDocument, TypeReader, TypeSources } from "../model/types/reader.js";
import type { PatternText } from "../rules/patterns.js";
import type { Rule } from "../rules/rule.js";
import type { TreeChange } from "../syntax/change.js";
import type { Node } from "../syntax/node.js";
import type { SyntaxProblem } from "../syntax/problem.js";
import type { Edit, Span } from "../text/edit.js";
import type { Text } from "../text/text.js";
import type { Refit } from "./refit.js";
import type { LanguageSettings, LanguageValues } from "./settings.js";

/** What is known of a document before it is parsed. */
export interface DocumentInfo {
  readonly uri: string;
  readonly languageId: string;
  /** What the settings say of its language; the standard without it. */
  readonly values?: LanguageValues;
}

/** How comments are written, and where they may stand. */
export interface CommentForms {
  /** What opens a comment at the end of a line, or on one of its own. */
  readonly line: string;
  /** What closes such a comment; without it the end of the line does. */
  readonly ending?: string;
  /** All that open a comment. */
  readonly openings: readonly string[];
  /** What a comment is, for going through source; global. */
  readonly form: RegExp;
  /** Whether the text of a node is its own, so that nothing in it is a comment. */
  isText(node: Node): boolean;
  /** Whether a comment may begin at an offset. */
  mayBegin(root: Node, text: Text, at: number): boolean;
  /** A comment of some words for the line before a node that begins its line, and what it stands before; `undefined` where none can stand there. */
  onLineBefore(
    node: Node,
    root: Node,
    text: Text,
    words: string
  ): { readonly comment: string; readonly covers: "statement" | "element" } | undefined;
}

export interface Traits {
  /** Types are written. */
  readonly typed: boolean;
  /** It only declares what is elsewhere. */
  readonly ambient: boolean;
}

export interface Tree {
  readonly root: Node;
  readonly problems: readonly SyntaxProblem[];
  /** Of a tree that `reparse` gave: how it came out of the one before. Absent where nothing of that is left. */
  readonly change?: TreeChange | undefined;
}

/** Keeps the names of one tree as parts of it come and go. */
export interface NameKeeper {
  readonly names: Names;
  /** Takes in a part of the tree, with all below it. The parts around it have been taken in, or have nothing of their own. */
  add(part: Node): void;
  /** Takes in a node without what is below it. What stands around it has been taken in, and what stands before it in the same part. */
  enter(node: Node): void;
  /** Forgets a part that is no more in the tree. */
  remove(part: Node): void;
}

/** A comment that holds words for this program. */
export interface Comment extends Span {
  /** What it says, without its marks and the blank space around. */
  readonly text: string;
}

/** A module's name in a text, without quote marks. */
export interface NamedModule extends Span {
  readonly module: string;
  /** What is to stand there for the module by another name, where that is not the name; `undefined` where it cannot be said there. */
  readonly written?: (module: string) => string | undefined;
  /** Where code goes by the module's whole name. */
  readonly uses?: readonly Span[];
}

/** What is to be imported. */
export interface WantedImport {
  /** As the text is to name it. */
  readonly module: string;
  readonly exported: ExportedName;
  /** Under which name. */
  readonly name: string;
}

/** A stretch of a document that is written in another language. */
export interface Region extends Span {
  /** An identifier of the Language Server Protocol for that language. */
  readonly languageId: string;
  /** How the name of a file would end that is read in the same way. */
  readonly ending: string;
  /** `first` has names at its top for what stands behind it, `alone` has none, and `last` runs when all others have. */
  readonly runs: "first" | "alone" | "last";
  /** Whether it is part of a line, so that nothing is said of how it is laid out. */
  readonly isPart: boolean;
  /** Names that are there in it. */
  readonly known: readonly string[];
}

/** A file that runs between the regions of a document and has names at its top for those behind it. */
export interface LoadedFile {
  /** Where the document loads it. */
  readonly at: number;
  /** As the document names it. */
  readonly name: string;
}

/** What stands in a document in other languages, in the order of the text. */
export interface Regions {
  readonly regions: readonly Region[];
  readonly files: readonly LoadedFile[];
}

/** How files of a language name one another. */
export interface Links {
  /** The name under which a file exports what it is as a whole, which is not handed on with its other names: `*` where the module is meant; absent where there is none. */
  readonly wholeName?: string;
  /** Names of files that say where modules are. */
  readonly configFiles: readonly string[];
  /** What other files see of one. */
  summary(tree: Tree, info: DocumentInfo, text: Text): FileSummary;
  /** What a file says of types; `undefined` of one whose form is broken. Absent where other files cannot use them. */
  types?(tree: Tree, info: DocumentInfo, text: Text): FileTypes | undefined;
  /** Whether other files may see a change of the tree. */
  isSeen(change: TreeChange): boolean;
  /** Names that come to be at the top while code runs that is not at the top, told of regions; absent where none do. */
  broughtUp?(root: Node): readonly string[];
  /** The files that run beside one and share its names by the settings; absent where none do. */
  companions?(values: LanguageValues, path: string): Companions;
  /** Where a module is that a file names. */
  resolve(module: string, from: string, files: ProjectFiles): Resolution;
  /** Whether what a file exports may be taken by who is no file of the project, as users of a package are; absent where that cannot be told of any. */
  isEntry?(path: string, files: ProjectFiles): boolean;
  /** What the settings of the compiler for a file say at a key, as text; absent where there are no such settings. */
  compilerSays?(key: string, from: string, files: ProjectFiles): string | undefined;
  /** The path where a module would be, if it were there; `undefined` where that cannot be told. */
  placeOf(module: string, from: string, files: ProjectFiles): string | undefined;
  /** The names that somebody may mean who names a module that is not there; without it files of the language are looked at. */
  meant?(module: string, from: string, files: ProjectFiles): readonly string[];
  /** Whether a file brings a name along that stands nowhere in it, as a package does the modules in it. */
  holds(path: string, name: string, files: ProjectFiles): boolean;
  /** How a file would name another one; `like` are names of modules as it writes them. */
  moduleName(path: string, from: string, like: readonly string[], files: ProjectFiles): string | undefined;
  /** Modules of other packages that a file may import, each with the file that tells what it exports. */
  packagesFor(from: string, files: ProjectFiles): readonly { readonly module: string; readonly path: string }[];
  /** Whether code would take what a file exports as a whole under a name. */
  isNamedAfter(name: string, path: string): boolean;
  /** How a file names the module that is a part of another one by a name; absent where modules have no such parts. */
  partOf?(module: string, name: string): string;
  /** The names that code asks one after another of what a use gives; absent where modules have no parts. */
  askedOf?(use: Node): readonly string[];
  /** Names that a text may export, told by a look at it, for finding texts that are worth being read. */
  mayExport(text: string): ReadonlySet<string>;
  /** Whether a text may export all names of another module, told by a look at it. */
  mayHandOn(text: string): boolean;
  /** The modules that a text names, where it names them and as it writes them. */
  modulesIn(root: Node, text: Text): readonly NamedModule[];
  /** The edits with which a text imports something; `undefined` where that cannot be written. */
  importing(root: Node, text: Text, wanted: WantedImport): readonly Edit[] | undefined;
}

/** How far before a function its comment begins at most, in UTF-16 code units. */
export const furthestComment = 4000;

/** What must be loaded before a language can read a text. */
export interface Loading {
  readonly isLoaded: boolean;
  /** Loads it, once. `read` gives a file of a package, named as one would import it. Rejects where that is not there. */
  load(read: (asset: string) => Promise<Uint8Array>): Promise<void>;
}

/** A language the engine can analyse. */
export interface Language {
  readonly id: string;
  /** Absent where nothing must be loaded. */
  readonly loading?: Loading;
  /** How people call it, by the ending of a file's name where that makes a difference. */
  nameFor(extension: string): string;
  /** Identifiers of the Language Server Protocol for it. */
  readonly languageIds: readonly string[];
  /** Endings of file names, with the dot. */
  readonly extensions: readonly string[];
  /** What settings can say of it, under its id. */
  readonly settings: LanguageSettings;
  /** The names that exist without being declared, but for those that the settings add. */
  readyMade(values: LanguageValues): KnownNames;
  /** The runtimes that bring a name along, whatever the settings say. */
  runtimesWith(name: string): readonly string[];
  /** Rules that know its nodes. */
  readonly rules: readonly Rule[];
  /** In the order in which they are offered. */
  readonly refits: readonly Refit[];
  /** The rule of a pattern, code with holes that settings define; it is on wherever they hold it. Throws a `PatternError` where it cannot be used. */
  readonly patternRule?: (name: string, pattern: PatternText) => Rule;
  readonly commentForms: CommentForms;
  readonly shapes: ShapeMap;
  /** The kinds of nodes that hold statements one behind another. */
  readonly listKinds: readonly string[];
  /** How its files name one another; absent where they do not. */
  readonly links?: Links;
  readonly facts: CodeFacts;
  readonly edits: CodeEdits;
  /** The types in a text; absent where the language tells none. */
  readonly types?: (document: TypedDocument, sources: TypeSources) => TypeReader;
  /** Whether statements, members or cases stand in a node, each on lines of its own. */
  holdsLines(node: Node): boolean;
  /** Whether a node is laid out by itself once its last character is typed. */
  isWhole(node: Node): boolean;
  /** All that decides how a text is read beside the text, as one text. */
  variant(info: DocumentInfo): string;
  parse(text: string, info: DocumentInfo): Tree;
  /**
   * The tree after one edit, where the language can do better than parse anew; `text` is the new text. It equals that of `parse` in all
   * respects. The given tree may be changed by it and must not be used any more.
   */
  reparse?(tree: Tree, edit: Edit, text: Text): Tree;
  /** What is known of a document's kind from outside. */
  traits(info: DocumentInfo): Traits;
  /** What stands in a node and declares names of which a rule may say something that depends on all the node holds. */
  declaring(node: Node): readonly Node[];
  /** A keeper that has taken in nothing of the tree yet. */
  names(tree: Tree): NameKeeper;
  /** Whether what stands at the top of the file is seen by nobody else, as in a module. */
  keepsToItself(names: Names): boolean;
  /** The names that are judged together with a name: of two parameters, or two names of one declaration, each may count for the other. */
  together(binding: Binding): readonly Binding[];
  /** What stands in a text in other languages; absent where nothing can. */
  regions?(tree: Tree, text: Text): Regions;
  /** Whether a node's code runs at a time of its own, so that it has a flow graph. */
  isFlowRoot(node: Node): boolean;
  /** The node whose flow graph holds the code that stands in a scope. */
  flowRootOf(scope: Scope): Node;
  /** The flow graph of a node's code. */
  flow(root: Node): FlowGraph;
  /** Whether a node's code is looked at in segments. */
  isSegmented(root: Node): boolean;
  readonly segmentation: Segmentation;
  /** The comments that begin with `opening`, in the order of the text. */
  comments(text: Text, tree: Tree, opening: string): Comment[];
  /** The comments that stand before any code, as far as they lie at the top of the text, which is given. */
  firstComments(top: string): string;
  /**
   * Whether a name is used without standing in the code: by a documentation comment, as a type or the target of a link, or by markup that becomes
   * calls of it. With `of`, whether the comment of that function, of which what lies further before it than
   * `furthestComment` is not read, tells of a parameter of that name, or a text in it has a hole for that.
   */
  isMentioned(text: Text, tree: Tree, name: string, values: LanguageValues, of?: Node): boolean;
  /** The statement, member or element that begins next behind `offset`. */
  following(text: Text, tree: Tree, offset: number): Span | undefined;
}
