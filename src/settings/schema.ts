/** The shape of the settings, and what is wrong with those that do not have it. */
import { z } from "zod";
import { nearest } from "../model/spelling.js";
import { levels } from "../rules/rule.js";

export const editions = [2015, 2016, 2017, 2018, 2019, 2020, 2021, 2022, 2023, 2024, 2025] as const;
export const runtimes = ["browser", "node", "worker", "service-worker"] as const;

const level = z.enum([...levels, "off"]);

export const settingsSchema = z.strictObject({
  $schema: z.string().optional().describe("Where an editor finds the schema of this file."),
  kits: z.array(z.string()).default(["sound"]).describe("Where to start: named sets of rules. Of two that speak of the same rule the later one wins."),
  language: z
    .strictObject({
      edition: z.literal([...editions]).default(2025).describe("The edition of ECMAScript whose names exist."),
      modules: z.union([z.boolean(), z.literal("detect")]).default("detect").describe("Whether files are modules; `detect` tells by their name and content."),
    })
    .prefault({}),
  runtime: z.array(z.enum(runtimes)).default(["browser", "node"]).describe("Whose ready-made names exist."),
  known: z.array(z.string()).default([]).describe("Names that are defined elsewhere."),
  levels: z.record(z.string(), level).default({}).describe("The level of a rule, or of all rules of an area with `area.*`."),
  tune: z.record(z.string(), z.record(z.string(), z.unknown())).default({}).describe("The options of a rule."),
  skip: z.array(z.string()).default([]).describe("Files that are left alone, as globs from the settings file's folder."),
});

/** Settings as one writes them. */
export type Settings = z.input<typeof settingsSchema>;
/** Settings with all their defaults. */
export type FullSettings = z.output<typeof settingsSchema>;

/** What kind of mistake settings hold; each is the id of a rule of the area `settings`, without the area. */
export type SettingsCode = "unknown-key" | "unknown-rule" | "wrong-value" | "missing-kit";

export interface SettingsIssue {
  readonly code: SettingsCode;
  /** Where in the settings, from the outermost key inward. */
  readonly path: readonly (string | number)[];
  /** What is wrong and what to do. */
  readonly message: string;
  /** What was probably meant. */
  readonly suggestion?: string;
}

/** Thrown for settings that cannot be used. It names every mistake, not just the first. */
export class SettingsError extends Error {
  constructor(
    readonly issues: readonly SettingsIssue[],
    /** The file that holds the settings, where there is one. */
    readonly source?: string,
  ) {
    super([`The settings${source === undefined ? "" : ` in ${source}`} cannot be used:`, ...issues.map((issue) => `  ${pathText(issue.path)}${issue.message}`)].join("\n"));
    this.name = "SettingsError";
  }
}

function pathText(path: readonly (string | number)[]): string {
  return path.length === 0 ? "" : `${path.join(" › ")}: `;
}

/** The issues of a zod error in the words of this package. `prefix` is where the checked value stands; `keys` are the known keys beside an unknown one. */
export function issuesOf(error: z.ZodError, prefix: readonly (string | number)[], keys: readonly string[]): SettingsIssue[] {
  return error.issues.flatMap((issue): SettingsIssue[] => {
    const path = [...prefix, ...(issue.path as (string | number)[])];
    if (issue.code === "unrecognized_keys") {
      return issue.keys.map((key) => withSuggestion({ code: "unknown-key", path: [...path, key], message: `there is no setting \`${key}\`` }, key, keys));
    }
    const { message } = issue;
    return [{ code: "wrong-value", path, message: `${message[0]!.toLowerCase()}${message.slice(1)}` }];
  });
}

/** Adds "did you mean" to an issue about `word`. */
export function withSuggestion(issue: SettingsIssue, wordMeant: string, candidates: Iterable<string>): SettingsIssue {
  const [suggestion] = nearest(wordMeant, candidates);
  return suggestion === undefined ? issue : { ...issue, message: `${issue.message}: did you mean \`${suggestion}\`?`, suggestion };
}
