/** What settings can say of PHP. */
import { z } from "zod";
import { dottedSettings, knownNames, type LanguageSettings } from "../settings.js";

export const phpEditions = ["7.4", "8.0", "8.1", "8.2", "8.3", "8.4"] as const;

const schema = z.object({
  edition: z.enum(phpEditions).optional().describe("The edition of PHP that the code is for; 8.4 without it."),
  known: knownNames,
});

/** Settings of PHP, as one writes them. */
export type PhpSettings = z.input<typeof schema>;

export const settings: LanguageSettings = dottedSettings(schema.shape, "8.4");
