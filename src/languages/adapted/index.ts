/** Languages that are read through a grammar from elsewhere: what one says of itself, and what follows. */
import type { Edit } from "../../text/edit.js";
import { Text } from "../../text/text.js";
import { defineLanguage, type LanguageDefinition } from "../defaults.js";
import type { Language, Tree } from "../language.js";
import { Comments } from "./comments.js";
import { editsOf } from "./edits.js";
import { factsOf, type FurtherFacts } from "./facts.js";
import { Flow, type FlowManner } from "./flow.js";
import type { Meanings } from "./meaning.js";
import { AdaptedNames, type NameManner } from "./names.js";
import { AdaptedNode } from "./nodes.js";
import type { Reader } from "./read.js";
import { parse, reparse, type AdaptedTree } from "./reparse.js";
import { shapesOf } from "./shapes.js";

/** What an adapted language says of itself, beside its rules, settings and the like. */
export interface Adaptation
  extends Pick<
    LanguageDefinition,
      | "id"
      | "nameFor"
      | "languageIds"
      | "extensions"
      | "settings"
      | "readyMade"
      | "rules"
      | "links"
      | "keepsToItself"
      | "edits"
      | "isMentioned"
      | "variant"
      | "traits"
  > {
  readonly reader: Reader;
  readonly meanings: Meanings;
  readonly names: NameManner;
  readonly facts?: FurtherFacts;
  readonly flowManner?: FlowManner;
  /** Marks of comments that end with their line, the usual one first. */
  readonly lineMarks: readonly string[];
}

/** Declares a language that is read through a grammar. Its `loading` must be done before its first text is read. */
export function adaptedLanguage({
  reader,
  meanings,
  names,
  lineMarks,
  facts,
  flowManner = {},
  edits,
  ...rest
}: Adaptation): Language {
  const flow = new Flow(meanings, flowManner);
  const comments = new Comments(lineMarks, reader.manner.words, meanings);
  const allFacts = { ...factsOf(meanings, lineMarks), ...facts };
  const lists = meanings.kindsOf("block");
  return defineLanguage({
    keepsToItself: () => true,
    isMentioned: (text, tree, name) => comments.mentions(text, tree.root, name.replace("()", "")),
    ...rest,
    loading: reader.grammar,
    commentForms: comments.forms,
    comments: (text, tree, opening) => comments.with(text, tree.root, opening),
    firstComments: (top) => /^(?:\s|\ufeff|\/\/.*|\/\*[\s\S]*?\*\/|#.*|<\?php)*/.exec(top)![0],
    following: (_, tree, offset) => comments.following(tree.root, offset),
    shapes: shapesOf(meanings, [...names.names]),
    facts: allFacts,
    edits: { ...editsOf(meanings, allFacts.hasEffect!), ...edits },
    listKinds: [reader.settings["file"]!.kind, ...lists],
    holdsLines: ({ type, parent }) => parent === null || lists.includes(type) || /_(?:body|list)$/.test(type),
    parse: (text) => parse(Text.of(text), reader),
    reparse: (tree: Tree, edit: Edit, text: Text) => reparse(tree as AdaptedTree, edit, text, reader),
    names: ({ root }) => new AdaptedNames(root, names),
    isFlowRoot: (node) => flow.isRoot(node),
    flowRootOf: (scope) => scope.functionScope.node,
    flow: (root) => flow.graph(root),
    isSegmented: (root) => flow.isSegmented(root),
    segmentation: flow.segmentation,
    declaring: (node) => {
      const name = meanings.as(node as AdaptedNode, "function")?.name(node as AdaptedNode);
      return name == null ? [] : [name];
    },
  });
}
