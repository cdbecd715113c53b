/** What settings can say of a language, under its id in `languages`. */
import { z } from "zod";
import type { ProjectFiles } from "../model/links.js";

/** What the settings of a language come to; beside these, each key that the language adds. */
export interface LanguageValues {
  /** The edition of the language, as a number that is greater for a later one; 0 where it has none. */
  readonly edition: number;
  /** Where the code runs, by the language's names for it. */
  readonly runtime: readonly string[];
  /** Names that are defined elsewhere. */
  readonly known: readonly string[];
  readonly [key: string]: unknown;
}

/** What can be said of rules for one language alone. */
export interface RulePart {
  readonly levels?: Record<string, string> | undefined;
  readonly tune?: Record<string, Record<string, unknown>> | undefined;
}

/** Something in settings that files on disk show to be wrong. */
export interface LocatedFault {
  /** From the language's part on. */
  readonly path: readonly (string | number)[];
  readonly message: string;
  /** The value that was probably meant. */
  readonly instead?: string;
}

/** What a settings file says of a language, with what it says of files looked up. Paths are absolute. */
export interface Located {
  readonly part: Readonly<Record<string, unknown>>;
  /** Files that it depends on, also those that are not there. */
  readonly read: readonly string[];
  /** Files that nothing is told of. */
  readonly left: readonly string[];
  readonly faults: readonly LocatedFault[];
}

/** The keys of a language. */
export interface LanguageSettings {
  /** What can be written at each key, with a description. Every key is optional. */
  readonly shape: Readonly<Record<string, z.ZodType>>;
  /** What holds where nobody says anything. */
  readonly standard: LanguageValues;
  /** What they come to, for people: each fact with what it is about. */
  told(values: LanguageValues): readonly (readonly [about: string, text: string])[];
  /** Looks up what a part says of files, whose paths go from a folder. */
  located?(part: Readonly<Record<string, unknown>>, folder: string, files: ProjectFiles): Located;
  /** What was written, as the rules want it. */
  read?(values: LanguageValues): LanguageValues;
  /** Keys that hold lists which add up; of others the last layer that says something counts. */
  readonly summed: readonly string[];
}

/** The key that every language has. */
export const knownNames = z.array(z.string()).optional().describe("Names that are defined elsewhere.");

/** The settings of a language that says nothing of its own. */
export const plainSettings: LanguageSettings = {
  shape: { known: knownNames },
  standard: { edition: 0, runtime: [], known: [] },
  summed: ["known"],
  told: ({ known }) => (known.length > 0 ? [["known names", known.join(", ")]] : []),
};

/** An edition with a dot as a number that is greater for a later one: 312 for 3.12. */
function dottedEdition(edition: string): number {
  const [major, minor] = edition.split(".");
  return Number(major) * 100 + Number(minor);
}

/** The settings of a language whose editions are written with a dot, the newest of them the standard, and that has known names beside. */
export function dottedSettings(shape: LanguageSettings["shape"], newest: string): LanguageSettings {
  return {
    shape,
    standard: { edition: dottedEdition(newest), runtime: [], known: [] },
    summed: ["known"],
    read: (values) => ({
      ...values,
      edition: typeof values["edition"] === "string" ? dottedEdition(values["edition"]) : values.edition,
    }),
    told: ({ edition, known }) => [
      ["edition", `${Math.floor(edition / 100)}.${edition % 100}`],
      ...(known.length > 0 ? [["known names", known.join(", ")] as const] : []),
    ],
  };
}

/** What some layers say of a language, the strongest last. */
export function valuesOf(
  { shape, standard, summed, read }: LanguageSettings,
  said: readonly Readonly<Record<string, unknown>>[],
): LanguageValues {
  const values: Record<string, unknown> & LanguageValues = { ...standard };
  for (const key of Object.keys(shape)) {
    const all = said.flatMap((one) => (one[key] === undefined ? [] : [one[key]]));
    if (summed.includes(key)) values[key] = [...new Set([standard[key] ?? [], ...all].flat())];
    else if (all.length > 0) values[key] = all.at(-1);
  }
  return read === undefined ? values : read(values);
}
