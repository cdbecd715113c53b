/** What settings can say of Java. */
import { z } from "zod";
import { knownNames, type LanguageSettings } from "../settings.js";

export const javaEditions = [8, 11, 17, 21, 25] as const;

const schema = z.object({
  edition: z.union(javaEditions.map((edition) => z.literal(edition)))
    .optional()
    .describe("The edition of Java that the code is for; 25 without it."),
  known: knownNames,
});

/** Settings of Java, as one writes them. */
export type JavaSettings = z.input<typeof schema>;

export const settings: LanguageSettings = {
  shape: schema.shape,
  standard: { edition: 25, runtime: [], known: [] },
  summed: ["known"],
  told: ({ edition, known }) => [
    ["edition", String(edition)],
    ...(known.length > 0 ? [["known names", known.join(", ")] as const] : []),
  ],
};
