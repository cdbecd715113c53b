/** JavaScript with JSX, as a language of the engine. */
import { defineLanguage } from "../defaults.js";
import { isInHole } from "../helpers/text-hole.js";
import type { Language } from "../language.js";
import { codeEdits } from "./code/edits.js";
import { codeFacts } from "./code/facts.js";
import { commentForms } from "./comment-forms.js";
import { commentsWith, firstComments, followingNode, isDocumented, isMentioned } from "./comments.js";
import { flowOf } from "./flow/index.js";
import { flowRootOf, isFlowRoot } from "./flow/roots.js";
import { isSegmented, segmentation } from "./flow/segmentation.js";
import { reparse } from "./incremental/reparse.js";
import { links } from "./links/index.js";
import { NameFinder } from "./names/finder.js";
import { declaring, keepsToItself, together } from "./names/together.js";
import type { Program } from "./nodes/index.js";
import { parse, type ParsedText } from "./parser/index.js";
import { refits } from "./refits/index.js";
import { rules } from "./rules/index.js";
import { patternRule } from "./rules/pattern/rule.js";
import { javascriptValues, readyMadeNames, runtimesWith, settings } from "./settings.js";
import { listKinds, shapes } from "./shapes.js";
import { JavaScriptTypes } from "./types/types.js";
import { parseOptionsFor } from "./variant.js";

export * from "./nodes/index.js";
export { reparse } from "./incremental/reparse.js";
export type { JavaScriptSettings } from "./settings.js";
export { defineRule, type JavaScriptRule, type Visitors } from "./rule.js";
export { parse, type ParsedText, type ParseOptions, type ParseResult } from "./parser/index.js";
export { childrenOf, nodeAt, walk } from "../../syntax/walk.js";
export { parseOptionsFor } from "./variant.js";

/** Kinds of which the last part says that they are laid out by themselves. */
const whole = /Statement$|Declaration$|Body$|Definition$|Expression$/;
const lines = /^(?:Program|BlockStatement|SwitchStatement|SwitchCase|.*Body)$/;

/** How a file is called by the end of its name. */
const names: Readonly<Record<string, string>> = {
  ".ts": "TypeScript",
  ".mts": "TypeScript",
  ".cts": "TypeScript",
  ".tsx": "TypeScript with JSX",
  ".jsx": "JavaScript with JSX",
};

const language = defineLanguage({
  id: "javascript",
  nameFor: (extension) => names[extension] ?? "JavaScript",
  languageIds: ["javascript", "javascriptreact", "typescript", "typescriptreact"],
  extensions: [".js", ".mjs", ".cjs", ".jsx", ".ts", ".mts", ".cts", ".tsx"],
  settings,
  readyMade: readyMadeNames,
  runtimesWith,
  rules,
  refits,
  patternRule,
  commentForms,
  shapes,
  listKinds,
  links,
  facts: codeFacts,
  edits: codeEdits,
  types: (document, sources) => new JavaScriptTypes(document, sources),
  holdsLines: ({ type }) => lines.test(type),
  isWhole: ({ type }) => whole.test(type),
  variant: (info) => JSON.stringify(parseOptionsFor(info)),
  parse: (text, info) => parse(text, parseOptionsFor(info)),
  reparse: (tree, edit, text) => reparse(tree as ParsedText, edit, text),
  traits: (info) => {
    const { typescript, ambient } = parseOptionsFor(info);
    return { typed: typescript === true, ambient: ambient === true };
  },
  names: (tree) => new NameFinder(tree.root as Program),
  declaring,
  keepsToItself,
  together,
  isFlowRoot,
  flowRootOf,
  flow: flowOf,
  isSegmented: (root) => isSegmented(root),
  segmentation: segmentation(),
  comments: (text, tree, opening) => commentsWith(text, tree.root, opening),
  firstComments,
  isMentioned: (text, tree, name, values, of) => (
    of === undefined
      ? isMentioned(text, tree.root, name, javascriptValues(values).markup)
      : isDocumented(text, of, name) || isInHole(text, of, "${", name)
  ),
  following: (text, tree, offset) => followingNode(text, tree.root, offset),
});

/** JavaScript, TypeScript and JSX, to be given to `createWorkspace`. */
export function javascript(): Language {
  return language;
}
