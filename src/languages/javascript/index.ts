/** JavaScript with JSX, as a language of the engine. */
import { defineLanguage, type Language } from "../language.js";
import { commentsWith, followingNode } from "./comments.js";
import { findNames } from "./names.js";
import type { Program } from "./nodes/index.js";
import { parse } from "./parser/index.js";

export * from "./nodes/index.js";
export { parse, type ParseOptions, type ParseResult } from "./parser/index.js";
export { childrenOf, nodeAt, walk } from "../../syntax/walk.js";

/** Whether a file is a module: as the settings say, or else by the end of its name and then by its content. */
function moduleFor(uri: string, told: boolean | "detect"): boolean | "detect" {
  if (told !== "detect") return told;
  return /\.mjs$/i.test(uri) ? true : "detect";
}

/** JavaScript and JSX, to be given to `createWorkspace`. */
export function javascript(): Language {
  return defineLanguage({
    id: "javascript",
    languageIds: ["javascript", "javascriptreact"],
    extensions: [".js", ".mjs", ".cjs", ".jsx"],
    parse: (text, { uri, modules }) => parse(text, { module: moduleFor(uri, modules), jsx: true }),
    names: (tree) => findNames(tree.root as Program),
    comments: (text, tree, opening) => commentsWith(text, tree.root, opening),
    following: (text, tree, offset) => followingNode(text, tree.root, offset),
  });
}
