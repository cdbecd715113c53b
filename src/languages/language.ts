/** What the engine asks of a language. */
import type { Edit, Span } from "../text/edit.js";
import type { Text } from "../text/text.js";
import type { Names } from "../model/names.js";
import type { Node } from "../syntax/node.js";
import type { SyntaxProblem } from "../syntax/problem.js";

/** What is known of a document before it is parsed. */
export interface DocumentInfo {
  readonly uri: string;
  readonly languageId: string;
  /** Whether it is a module, as the settings say. */
  readonly modules: boolean | "detect";
}

export interface Tree {
  readonly root: Node;
  readonly problems: readonly SyntaxProblem[];
}

/** A comment that holds words for this program. */
export interface Comment extends Span {
  /** What it says, without its marks and the blank space around. */
  readonly text: string;
}

/** A language the engine can analyse. */
export interface Language {
  readonly id: string;
  /** Identifiers of the Language Server Protocol for it. */
  readonly languageIds: readonly string[];
  /** Endings of file names, with the dot. */
  readonly extensions: readonly string[];
  parse(text: string, info: DocumentInfo): Tree;
  /**
   * The tree after one edit, where the language can do better than parse anew; `text` is the new text. It equals that of `parse` in all
   * respects. The given tree may be changed by it and must not be used any more.
   */
  reparse?(tree: Tree, edit: Edit, text: Text): Tree;
  names(tree: Tree): Names;
  /** The comments that begin with `opening`, in the order of the text. */
  comments(text: string, tree: Tree, opening: string): Comment[];
  /** The statement, member or element that begins next behind `offset`. */
  following(text: string, tree: Tree, offset: number): Span | undefined;
}

/** Declares a language; it only gives the parts their types. */
export function defineLanguage(language: Language): Language {
  return language;
}
