/** What settings can say of PHP. */
import { z } from "zod";
import { knownNames, type LanguageSettings } from "../settings.js";

export const phpEditions = ["7.4", "8.0", "8.1", "8.2", "8.3", "8.4"] as const;

const schema = z.object({
  edition: z.enum(phpEditions).optional().describe("The edition of PHP that the code is for; 8.4 without it."),
  known: knownNames,
});

/** Settings of PHP, as one writes them. */
export type PhpSettings = z.input<typeof schema>;

/** An edition as a number that is greater for a later one: 804 for 8.4. */
function editionNumber(edition: string): number {
  const [major, minor] = edition.split(".");
  return Number(major) * 100 + Number(minor);
}

export const settings: LanguageSettings = {
  shape: schema.shape,
  standard: { edition: 804, runtime: [], known: [] },
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
