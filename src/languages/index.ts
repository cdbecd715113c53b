/** The languages that come with the package, and all rules. What needs to know which there are asks here. */
import { sharedRules } from "../rules/index.js";
import { joinRules } from "../rules/joined.js";
import type { PatternText } from "../rules/patterns.js";
import { areaOf, type Rule } from "../rules/rule.js";
import { c } from "./c/index.js";
import { html } from "./html/index.js";
import { java } from "./java/index.js";
import type { JavaSettings } from "./java/settings.js";
import { javascript } from "./javascript/index.js";
import type { JavaScriptSettings } from "./javascript/settings.js";
import type { Language } from "./language.js";
import { php } from "./php/index.js";
import type { PhpSettings } from "./php/settings.js";
import { python } from "./python/index.js";
import type { PythonSettings } from "./python/settings.js";
import type { RulePart } from "./settings.js";

export { phpEditions } from "./php/settings.js";
export { javaEditions } from "./java/settings.js";
export { editions, runtimes } from "./javascript/settings.js";
export { pythonEditions } from "./python/settings.js";

export const languages: readonly Language[] = [javascript(), python(), html(), java(), php(), c()];

/** What settings can say of the languages of the list, by their ids. */
export interface ListedSettings {
  javascript?: (JavaScriptSettings & RulePart) | undefined;
  python?: (PythonSettings & RulePart) | undefined;
  php?: (PhpSettings & RulePart) | undefined;
  c?: RulePart | undefined;
  html?: RulePart | undefined;
  java?: (JavaSettings & RulePart) | undefined;
}

/** Endings of the names of files that a language reads, with the dot. */
export const extensions: readonly string[] = languages.flatMap((language) => language.extensions);

/** The language that reads a file, by the end of its name; `undefined` where none does. */
export function languageOf(file: string): Language | undefined {
  const ending = /\.[^./\\]*$/.exec(file)?.[0];
  return ending === undefined ? undefined : languages.find((language) => language.extensions.includes(ending));
}

const areas = [
  "syntax",
  "names",
  "dead",
  "flow",
  "values",
  "types",
  "calls",
  "async",
  "modern",
  "docs",
  "risk",
  "strain",
  "layout",
  "imports",
  "markup",
  "hush",
  "settings",
];

/** Every rule that ships with the package, by area. */
export const rules: readonly Rule[] = joinRules([
  ...sharedRules,
  ...languages.flatMap((language) => language.rules),
]).sort(
  (one, other) => areas.indexOf(areaOf(one.id)) - areas.indexOf(areaOf(other.id)),
);

/** The rule of a pattern in the settings. Throws a `PatternError` where it cannot be used. */
export function patternRule(name: string, pattern: PatternText): Rule {
  return languages.find((language) => language.patternRule !== undefined)!.patternRule!(name, pattern);
}

/** The rule of an id. */
export function ruleOf(id: string): Rule | undefined {
  return rules.find((rule) => rule.id === id);
}
