/** Python, as a language of the engine. */
import type { Node } from "../../syntax/node.js";
import { defineLanguage } from "../defaults.js";
import { isInHole } from "../helpers/text-hole.js";
import type { DocumentInfo, Language } from "../language.js";
import { codeEdits } from "./code/edits.js";
import { codeFacts } from "./code/facts.js";
import {
  commentForms,
  commentsWith,
  firstComments,
  followingStatement,
  isDocumented,
  isMentioned,
} from "./comments.js";
import { flowOf } from "./flow/index.js";
import { flowRootOf, isFlowRoot } from "./flow/roots.js";
import { isSegmented, segmentation } from "./flow/segmentation.js";
import { reparse } from "./incremental/reparse.js";
import { links } from "./links/index.js";
import { declaring } from "./names/declaring.js";
import { PythonNames } from "./names/finder.js";
import type { Module } from "./nodes.js";
import { parse, type PythonTree } from "./parser/index.js";
import type { ParseOptions } from "./parser/state.js";
import { readyMadeNames } from "./ready-made.js";
import { rules } from "./rules/index.js";
import { editionOf, settings } from "./settings.js";
import { listKinds, shapes } from "./shapes.js";

export * from "./nodes.js";
export type { PythonSettings } from "./settings.js";

/** How a file is to be read, by its name and the settings. */
function optionsFor({ uri, values }: DocumentInfo): ParseOptions {
  const isStub = uri.endsWith(".pyi");
  return { edition: editionOf(values), isStub, isPackage: isStub || /(?:^|[/\\])__init__\.py$/.test(uri) };
}

const simple = /^(?:Expr|Assign|AugAssign|AnnAssign|Return|Delete|Raise|Assert|Import|ImportFrom|Pass|Break|Continue)$/;

const language = defineLanguage({
  id: "python",
  nameFor: (extension) => (extension === ".pyi" ? "Python (stubs)" : "Python"),
  languageIds: ["python"],
  extensions: [".py", ".pyi", ".pyw"],
  settings,
  readyMade: readyMadeNames,
  rules,
  commentForms,
  shapes,
  listKinds,
  links,
  facts: codeFacts,
  edits: codeEdits,
  holdsLines: ({ type }: Node) => type === "Module" || type === "Block" || type === "Match",
  isWhole: ({ type }: Node) => simple.test(type),
  variant: (info) => JSON.stringify(optionsFor(info)),
  parse: (text, info) => parse(text, optionsFor(info)),
  reparse: (tree, edit, text) => reparse(tree as PythonTree, edit, text),
  traits: (info) => ({ typed: false, ambient: optionsFor(info).isStub }),
  names: (tree) => new PythonNames(tree.root as Module, (tree as PythonTree).options.isPackage),
  declaring,
  isFlowRoot,
  flowRootOf,
  flow: flowOf,
  isSegmented: (root) => isSegmented(root),
  segmentation: segmentation(),
  comments: (text, tree, opening) => commentsWith(text, tree.root, opening),
  firstComments,
  isMentioned: (text, tree, name, _, of) => (
    of === undefined
      ? isMentioned(text, tree.root, name)
      : isDocumented(text, of, name) || isInHole(text, of, "{", name)
  ),
  following: (_, tree, offset) => followingStatement(tree.root, offset),
});

/** Python, to be given to `createWorkspace`. */
export function python(): Language {
  return language;
}
