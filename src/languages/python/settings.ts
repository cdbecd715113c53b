/** What settings can say of Python. */
import { z } from "zod";
import { dottedSettings, knownNames, type LanguageSettings, type LanguageValues } from "../settings.js";

export const pythonEditions = ["3.8", "3.9", "3.10", "3.11", "3.12", "3.13", "3.14"] as const;

const schema = z.object({
  edition: z.enum(pythonEditions)
    .optional()
    .describe("The edition of Python whose names and syntax exist; 3.14 without it."),
  known: knownNames,
});

/** Settings of Python, as one writes them. */
export type PythonSettings = z.input<typeof schema>;

export const settings: LanguageSettings = dottedSettings(schema.shape, "3.14");

/** The edition that some values speak of. */
export const editionOf = (values: LanguageValues | undefined): number => (values ?? settings.standard).edition;
