/** Grammars of other people's packages, compiled to WebAssembly. They are loaded before the first text of their language is read. */
import type { Language as Compiled, Parser } from "web-tree-sitter";

/** Gives a file of a package, named as one would import it. */
export type ReadAsset = (asset: string) => Promise<Uint8Array>;

/** What runs the grammars. */
const runtimeAsset = "web-tree-sitter/web-tree-sitter.wasm";

type Runtime = typeof import("web-tree-sitter");

let runtime: Promise<Runtime> | undefined;

async function startRuntime(read: ReadAsset): Promise<Runtime> {
  const [program, binary] = await Promise.all([import("web-tree-sitter"), read(runtimeAsset)]);
  await program.Parser.init({ wasmBinary: binary });
  return program;
}

/** What a grammar calls its kinds of nodes and the fields of a node. */
export interface Vocabulary {
  /** By the number of a kind. */
  readonly kinds: readonly string[];
  /** Whether nodes of a kind are more than a token that is written out in the grammar. */
  readonly isNamed: readonly boolean[];
  /** By the number of a field; that of none is 0. */
  readonly fields: readonly string[];
}

/** A place in the tree that a grammar makes of a text; it goes from node to node. */
export interface Cursor {
  /** The number of the node's kind. */
  readonly nodeTypeId: number;
  readonly nodeType: string;
  /** Whether the node stands for something that is not in the text. */
  readonly nodeIsMissing: boolean;
  /** The number of the field of its parent in which the node stands; 0 where it stands in none. */
  readonly currentFieldId: number;
  /** In UTF-16 code units. */
  readonly startIndex: number;
  readonly endIndex: number;
  gotoFirstChild(): boolean;
  gotoNextSibling(): boolean;
  gotoParent(): boolean;
}

export class Grammar {
  private parser: Parser | undefined;
  private words: Vocabulary | undefined;
  private loading: Promise<void> | undefined;

  /** `asset` is the compiled grammar. */
  constructor(private readonly asset: string) {}

  get isLoaded(): boolean {
    return this.parser !== undefined;
  }

  /** Loads the grammar, once. Rejects where its package, or that of the runtime, is not there. */
  load(read: ReadAsset): Promise<void> {
    this.loading ??= this.start(read).catch((error: unknown) => {
      this.loading = undefined;
      throw error;
    });
    return this.loading;
  }

  private async start(read: ReadAsset): Promise<void> {
    runtime ??= startRuntime(read).catch((error: unknown) => {
      runtime = undefined;
      throw error;
    });
    const [program, binary] = await Promise.all([runtime, read(this.asset)]);
    const compiled = await program.Language.load(binary);
    this.words = vocabularyOf(compiled);
    this.parser = new program.Parser();
    this.parser.setLanguage(compiled);
  }

  get vocabulary(): Vocabulary {
    if (this.words === undefined) throw notLoaded(this.asset);
    return this.words;
  }

  /** Reads a text and hands a cursor at the root of its tree to `take`, which must not keep it. `hasError` tells whether something is wrong with the text. */
  read<Taken>(text: string, take: (cursor: Cursor, hasError: boolean) => Taken): Taken {
    if (this.parser === undefined) throw notLoaded(this.asset);
    const tree = this.parser.parse(text)!;
    const cursor = tree.walk();
    try {
      return take(cursor, tree.rootNode.hasError);
    } finally {
      cursor.delete();
      tree.delete();
    }
  }
}

const notLoaded = (asset: string): Error =>
  new Error(`The grammar ${asset} is not loaded: await the language's \`load\` before its texts are read`);

function vocabularyOf(language: Compiled): Vocabulary {
  const kinds: string[] = [];
  const isNamed: boolean[] = [];
  for (let id = 0; id < language.nodeTypeCount; id += 1) {
    kinds.push(language.nodeTypeForId(id) ?? "");
    isNamed.push(language.nodeTypeIsNamed(id));
  }
  const fields: string[] = [""];
  for (let id = 1; id <= language.fieldCount; id += 1) fields.push(language.fieldNameForId(id) ?? "");
  return { kinds, isNamed, fields };
}
