/** The names of a document, taken in bit by bit and kept up to date. */
import type { Language, NameKeeper, Tree } from "../languages/language.js";
import type { Names } from "../model/names.js";
import type { TreeChange } from "../syntax/change.js";
import type { Node } from "../syntax/node.js";
import type { Text } from "../text/text.js";
import { Frontier } from "./frontier.js";
import { findKnown } from "./hush.js";
import type { NameNews } from "./units/unit-kind.js";

/** About how many characters a node has. */
const lengthOfNode = 20;

export class NameWork {
  private keeper!: NameKeeper;
  /** What has names that have not been taken in. */
  private readonly unnamed = new Frontier();
  /** Names that comments declare. */
  told: ReadonlySet<string> = new Set();
  /** Whether the names at the top of the file are its own. */
  keepsToItself = false;

  constructor(private readonly language: Language) {}

  get names(): Names {
    return this.keeper.names;
  }

  /** Begins with a tree of which nothing is known. */
  begin(tree: Tree): void {
    this.keeper = this.language.names(tree);
    this.unnamed.clear();
    this.unnamed.addChildren(tree.root);
  }

  follow({ path, added }: TreeChange): void {
    if (this.unnamed.covers(path.at(-1)!)) return;
    for (const part of [...added].reverse()) this.unnamed.add(part);
  }

  /** Forgets a node that has left the tree; `remove` forgets its names with those below it. */
  leave(node: Node): void {
    this.unnamed.delete(node);
  }

  /** Forgets the names of a part that has left the tree. */
  remove(part: Node): void {
    this.keeper.remove(part);
  }

  /** Leaves out what has not been taken in. */
  skip(): void {
    this.unnamed.clear();
  }

  /** Takes in the names of some nodes, about as many as `most`: of small ones with all below them, of others one by one. Tells whether any are left. */
  takeSome(most: number): boolean {
    const mostLength = most * lengthOfNode;
    for (let length = 0; length < mostLength; length += lengthOfNode) {
      const node = this.unnamed.take();
      if (node === undefined) return false;
      if (node.length < mostLength) {
        this.keeper.add(node);
        length += node.length;
      } else {
        this.keeper.enter(node);
        this.unnamed.addChildren(node);
      }
    }
    return !this.unnamed.isEmpty;
  }

  /** Whether names were taken in so that all is to be looked at again; asking forgets it. */
  takeUnsettled(): boolean {
    const { unsettled } = this.names;
    this.names.unsettled = false;
    return unsettled;
  }

  /** Finds out what every name means now, and tells what changed since the last time. */
  settle(text: Text, tree: Tree): NameNews {
    const changes = this.names.settle();
    const before = this.told;
    const told = findKnown(text, tree, this.language);
    const keptToItself = this.keepsToItself;
    this.told = told;
    this.keepsToItself = this.language.keepsToItself(this.names);
    return {
      ...changes,
      told: [...told, ...before].filter((name) => told.has(name) !== before.has(name)),
      keepingChanged: this.keepsToItself !== keptToItself,
    };
  }
}
