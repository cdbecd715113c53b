/** What settings can say of Python. */
import { z } from "zod";
import { knownNames, type LanguageSettings, type LanguageValues } from "../settings.js";

export const pythonEditions = ["3.8", "3.9", "3.10", "3.11", "3.12", "3.13", "3.14"] as const;

const schema = z.object({
  edition: z.enum(pythonEditions)
    .optional()
    .describe("The edition of Python whose names and syntax exist; 3.14 without it."),
  known: knownNames,
});

/** Settings of Python, as one writes them. */
export type PythonSettings = z.input<typeof schema>;

/** An edition as a number that is greater for a later one: 312 for 3.12. */
function editionNumber(edition: string): number {
  const [major, minor] = edition.split(".");
  return Number(major) * 100 + Number(minor);
}

export const settings: LanguageSettings = {
  shape: schema.shape,
  standard: { edition: 314, runtime: [], known: [] },
  summed: ["known"],
  read: (values) => ({
    ...values,
    edition: typeof values["edition"] === "string" ? editionNumber(values["edition"]) : values.edition,
  }),
  told: ({ edition, known }) => [
    ["edition", `${Math.floor(edition / 100)}.${edition % 100}`],
    ...(known.length > 0 ? [["known names", known.join(", ")] as const] : []),
  ],
};

/** The edition that some values speak of. */
export const editionOf = (values: LanguageValues | undefined): number => (values ?? settings.standard).edition;
