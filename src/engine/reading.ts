/** The text of a document and its tree, which follows the text when somebody asks for it. */
import type { DocumentInfo, Language, Tree } from "../languages/language.js";
import type { TreeChange } from "../syntax/change.js";
import type { Edit } from "../text/edit.js";
import type { Text } from "../text/text.js";

/** With more edits than this behind, the text is read anew. */
const mostBehind = 200;

/** What to do with what reading finds. */
export interface ReadingWork {
  /** An edit is taken in. */
  readonly edit: (edit: Edit) => void;
  /** The tree changed. */
  readonly change: (change: TreeChange) => void;
  /** The tree is another, of which nothing is known. */
  readonly whole: (tree: Tree) => void;
}

export class Reading {
  /** The tree of the text, or of the text some edits ago; absent where nothing has been read. */
  tree: Tree | undefined;
  /** Edits that the tree has not been through yet, each with the text after it. */
  private behind: { readonly edit: Edit; readonly text: Text }[] = [];

  constructor(
    private readonly language: Language,
    readonly info: DocumentInfo,
    public text: Text,
  ) {}

  /** Whether the tree is that of the text as it is. */
  get isCurrent(): boolean {
    return this.tree !== undefined && this.behind.length === 0;
  }

  edit(edit: Edit, text: Text): void {
    this.text = text;
    this.behind.push({ edit, text });
  }

  /** Forgets the tree, as the text is to be read otherwise. */
  forget(): void {
    this.tree = undefined;
    this.behind = [];
  }

  /** Begins with an empty tree whatever the text is, unless there is one. */
  readNothing({ whole }: ReadingWork): void {
    this.behind = [];
    if (this.tree === undefined) whole((this.tree = this.language.parse("", this.info)));
  }

  /** Brings the tree up to date. */
  read(work: ReadingWork): void {
    const { behind, language } = this;
    const before = language.reparse === undefined || behind.length > mostBehind ? undefined : this.tree;
    // Should the language fail half-way, what is left of the old tree is not used again.
    this.forget();
    if (before === undefined) {
      work.whole((this.tree = language.parse(this.text.value, this.info)));
      return;
    }
    let tree = before;
    let isAnother = false;
    for (const { edit, text } of behind) {
      work.edit(edit);
      const next = language.reparse!(tree, edit, text);
      if (next.change === undefined || next.root !== tree.root) isAnother = true;
      else if (!isAnother) work.change(next.change);
      tree = next;
    }
    this.tree = tree;
    if (isAnother) work.whole(tree);
  }
}
