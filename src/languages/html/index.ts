/** Pages, as a language of the engine. */
import type { Node } from "../../syntax/node.js";
import { defineLanguage } from "../defaults.js";
import { FlatNames } from "../helpers/flat-names.js";
import type { Language } from "../language.js";
import { plainSettings } from "../settings.js";
import { commentForms, commentsWith, firstComments, following } from "./comments.js";
import { links } from "./links/index.js";
import { parse, type HtmlTree } from "./parse.js";
import { regionsIn } from "./regions.js";
import { reparse } from "./reparse.js";
import { rules } from "./rules/index.js";

export * from "./nodes.js";

const language = defineLanguage({
  id: "html",
  nameFor: () => "HTML",
  languageIds: ["html"],
  extensions: [".html", ".htm"],
  // Its scripts are written in languages that have settings of their own.
  settings: { ...plainSettings, shape: {}, summed: [], told: () => [] },
  rules,
  commentForms,
  shapes: {},
  listKinds: [],
  holdsLines: ({ type }: Node) => type === "Page" || type === "Element",
  parse: (text) => parse(text),
  reparse: (tree, edit, text) => reparse(tree as HtmlTree, edit, text),
  names: (tree) => new FlatNames(tree.root, () => undefined),
  comments: (text, tree, opening) => commentsWith(text, tree.root, opening),
  firstComments,
  following: (_, tree, offset) => following(tree.root, offset),
  links,
  regions: (tree, text) => regionsIn(tree as HtmlTree, text),
});

/** Pages with their scripts, to be given to `createWorkspace` beside the languages of those. */
export function html(): Language {
  return language;
}
