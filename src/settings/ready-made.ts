/** Names that exist without being declared, by edition and runtime. The lists are those of the package `globals`. */
import globals from "globals";
import { SpellingIndex } from "../model/spelling-index.js";
import type { ResolvedSettings } from "./resolve.js";

const runtimeLists: Readonly<Record<string, string>> = {
  browser: "browser",
  node: "node",
  worker: "worker",
  "service-worker": "serviceworker",
};
/** What the object that holds all global names inherits, so that it is known as well. ECMAScript 2025 §20.1.3. */
const inherited = [
  "constructor",
  "hasOwnProperty",
  "isPrototypeOf",
  "propertyIsEnumerable",
  "toLocaleString",
  "toString",
  "valueOf",
];

/** Other names that browsers have for things of the list. */
const aliases: Readonly<Record<string, readonly string[]>> = {
  browser: ["webkitURL", "WebKitCSSMatrix", "WebKitMutationObserver", "webkitSpeechRecognition"],
};

const lists = globals as unknown as Readonly<Record<string, Readonly<Record<string, boolean>>>>;

/** Names, with an index of how they are spelt. */
export interface KnownNames {
  readonly names: ReadonlySet<string>;
  /** Those of them that are the language's own. */
  readonly own: ReadonlySet<string>;
  readonly spelling: SpellingIndex;
}

const made = new Map<string, KnownNames>();

/** All ready-made names for the settings' edition and runtimes, without the settings' own `known` ones. */
export function readyMadeNames(settings: Pick<ResolvedSettings, "language" | "runtime">): KnownNames {
  const key = [settings.language.edition, ...settings.runtime].join(" ");
  let names = made.get(key);
  if (names === undefined) {
    const own = new Set(Object.keys(lists[`es${settings.language.edition}`]!));
    const all = new Set(own);
    for (const runtime of settings.runtime) {
      for (const name of Object.keys(lists[runtimeLists[runtime]!]!)) all.add(name);
      for (const name of aliases[runtime] ?? []) all.add(name);
    }
    // These are known, and nobody means them by a misspelt name.
    const spelling = SpellingIndex.of(all);
    for (const name of inherited) all.add(name);
    names = { names: all, own, spelling };
    made.set(key, names);
  }
  return names;
}
