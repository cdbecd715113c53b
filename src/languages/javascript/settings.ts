/** What settings can say of JavaScript and TypeScript, and the names that exist by it. The lists are those of the package `globals`. */
import globals from "globals";
import { z } from "zod";
import type { KnownNames } from "../../model/known-names.js";
import { baseOf } from "../../model/links.js";
import { SpellingIndex } from "../../model/spelling-index.js";
import { knownNames, type LanguageSettings, type LanguageValues } from "../settings.js";
import { located, togetherKey, type ScriptGroup } from "./together.js";

export const editions = [2015, 2016, 2017, 2018, 2019, 2020, 2021, 2022, 2023, 2024, 2025] as const;
export const runtimes = ["browser", "node", "worker", "service-worker"] as const;

const schema = z.object({
  edition: z.literal([...editions])
    .optional()
    .describe("The edition of ECMAScript whose names and syntax exist; 2025 without it."),
  modules: z.union([z.boolean(), z.literal("detect")])
    .optional()
    .describe("Whether files are modules; `detect`, as without it, tells by their name and content."),
  runtime: z.array(z.enum(runtimes)).optional().describe("Whose ready-made names exist; browser and node without it."),
  known: knownNames,
  together: togetherKey,
  markup: z.array(z.string())
    .optional()
    .describe(
      "Names that markup in code becomes calls of, so that their imports are in use, beside the usual ones and those of `tsconfig.json`.",
    ),
});

/** Settings of JavaScript and TypeScript, as one writes them. */
export type JavaScriptSettings = z.input<typeof schema>;

/** What they come to. */
export interface JavaScriptValues extends LanguageValues {
  readonly modules: boolean | "detect";
  /** Names that markup in code becomes calls of. */
  readonly markup: readonly string[];
  /** Scripts that run together. */
  readonly together: readonly ScriptGroup[];
}

const standard: JavaScriptValues = {
  edition: 2025,
  modules: "detect",
  runtime: ["browser", "node"],
  known: [],
  markup: [],
  together: [],
};

export const settings: LanguageSettings = {
  shape: schema.shape,
  standard,
  summed: ["known", "markup"],
  located,
  told(values) {
    const { edition, modules, markup, runtime, known, together } = javascriptValues(values);
    const are = modules === "detect" ? "told by name and content" : modules ? "always" : "never";
    return [
      ["edition", `${edition}, modules ${are}`],
      ...(markup.length > 0 ? [["markup", `uses ${markup.join(", ")}`] as const] : []),
      ...together.map(({ scripts }) => ["together", `${scripts.map(baseOf).join(", ")} run`] as const),
      ["runtimes", runtime.join(", ") || "none"],
      ...(known.length > 0 ? [["known names", known.join(", ")] as const] : []),
    ];
  },
};

/** The values with their types; they were read by the schema. */
export function javascriptValues(values: LanguageValues = standard): JavaScriptValues {
  return values as JavaScriptValues;
}

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
const made = new Map<string, KnownNames>();

/** The runtimes that have a name. */
export function runtimesWith(name: string): string[] {
  return runtimes.filter((one) => Object.hasOwn(lists[runtimeLists[one]!]!, name));
}

/** All ready-made names of an edition and some runtimes. */
export function readyMadeNames({ edition, runtime }: LanguageValues): KnownNames {
  const key = [edition, ...runtime].join(" ");
  let names = made.get(key);
  if (names === undefined) {
    const own = new Set(Object.keys(lists[`es${edition}`]!));
    const all = new Set(own);
    for (const one of runtime) {
      for (const name of Object.keys(lists[runtimeLists[one]!]!)) all.add(name);
      for (const name of aliases[one] ?? []) all.add(name);
    }
    // These are known, and nobody means them by a misspelt name.
    const spelling = SpellingIndex.of(all);
    for (const name of inherited) all.add(name);
    names = { names: all, own, spelling };
    made.set(key, names);
  }
  return names;
}
