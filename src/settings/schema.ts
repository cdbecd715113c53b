/** The shape of settings as one writes them. */
import { z } from "zod";
import { languages as listed, type ListedSettings } from "../languages/index.js";
import type { Language } from "../languages/language.js";
import type { RulePart } from "../languages/settings.js";
import { levels } from "../rules/rule.js";

const globs = z.array(z.string());

/** A condition on what a hole of a pattern holds. */
const holeSchema = z.strictObject({
  kind: z.union([z.string(), z.array(z.string())])
    .optional()
    .describe("What it must be: `text`, `number`, `call`, `function` and so on, or a node's type; of several, one."),
  not: z.union([z.string(), z.array(z.string())]).optional().describe("What it must not be, in the same words."),
  text: z.string().optional().describe("A regular expression that its text must match as a whole."),
  atLeast: z.int().min(0).optional().describe("How many elements a hole with `…` holds at least."),
  atMost: z.int().min(0).optional().describe("How many elements a hole with `…` holds at most."),
});

const patternSchema = z.strictObject({
  find: z.union([
    z.string(),
    z.array(z.string()).min(1),
  ]).describe("Code with holes as `{{name}}`, or `{{name…}}` for any number of elements; of several, one must fit."),
  where: z.record(z.string(), holeSchema).optional().describe("Conditions on the holes, by their names."),
  inside: z.union([z.string(), z.array(z.string())])
    .optional()
    .describe("Kinds of code that must stand around it, as `loop`; all of them."),
  notInside: z.union([z.string(), z.array(z.string())])
    .optional()
    .describe("Kinds of code that must not stand around it, as `try`."),
  functions: z.enum(["as-written", "any"])
    .optional()
    .describe(
      "What `function` in it stands for: functions in that form, as without it, or any – methods, accessors, constructors and arrows too.",
    ),
  mark: z.string().optional().describe("The hole that is marked, by its name; the head of all without it."),
  message: z.string().min(1).describe("What the alert says; `{{name}}` stands for the text of a hole."),
  level: z.string().optional().describe("The level where nothing else says one; `warning` without it."),
  rewrite: z.string()
    .optional()
    .describe("What the code becomes when the proposed remedy is taken, with the same holes."),
  why: z.string().optional().describe("Why that is worth an alert, for `explain` and the editor."),
});

const ownRuleSchema = z.strictObject({
  like: z.string().describe("The rule that it is another one of."),
  options: z.record(z.string(), z.unknown())
    .optional()
    .describe("Its options; those that are left out are the standard ones, whatever `tune` says for the other."),
  level: z.string().optional().describe("The level where nothing else says one; that of the other rule without it."),
});

const onSaveSchema = z.strictObject({
  remedies: z.enum(["certain", "proposed", "none"])
    .optional()
    .describe("Which remedies are applied: certain ones, as without it, proposed ones too, or none."),
  also: z.array(z.string())
    .optional()
    .describe("Rules and areas (`area.*`) whose proposed remedies are applied beside, as `dead.unread-import`."),
  imports: z.boolean().optional().describe("Whether imports are put in order; `true` without it."),
  layout: z.boolean().optional().describe("Whether the rules of layout that are on are applied; `true` without it."),
  keep: z.array(z.string()).optional().describe("Rules and areas (`area.*`) whose remedies wait for an explicit call."),
  removals: z.enum(["older", "all", "none"])
    .optional()
    .describe(
      "Whether remedies that take code out are applied: to code that was there at the last save, as without it, to all, or to none.",
    ),
  when: z.enum(["explicit", "always"])
    .optional()
    .describe("Whether only a save by hand counts, as without it, or one that the editor makes by itself too."),
});

/** What can be said of rules, for all languages or for one. */
const ofRules = {
  levels: z.record(z.string(), z.string())
    .optional()
    .describe("The level of a rule, or of all rules of an area with `area.*`; `off` switches them off."),
  tune: z.record(z.string(), z.record(z.string(), z.unknown())).optional().describe("The options of a rule."),
};

/** What settings say of a language. */
export type LanguagePart = RulePart & { readonly [key: string]: unknown };

/** What settings say of languages, by their ids. */
export type LanguageParts = ListedSettings & { readonly [id: string]: LanguagePart | undefined };

/** The keys of a language, by what each can hold. */
function languageSchema(language: Language): z.ZodObject {
  return z.strictObject({ ...language.settings.shape, ...ofRules });
}

function partSchema(languages: readonly Language[]) {
  const parts = z.strictObject(
    Object.fromEntries(
      languages.map((language) => [
        language.id,
        languageSchema(language)
          .optional()
          .describe(`What files in ${language.nameFor("")} are written in, and what is told of them alone.`),
      ]),
    ),
  );
  return {
    kits: z.array(z.string())
      .optional()
      .describe(
        "Where to start: kits by name, as a file (`./kits/harbour.jsonc`) or as a package. Of two that speak of the same rule the later one wins.",
      ),
    languages: (parts as unknown as z.ZodType<LanguageParts, LanguageParts>)
      .optional()
      .describe(
        "What is said of single languages: edition, runtime, known names, and levels and options that hold there.",
      ),
    generated: z.enum(["form", "all"])
      .optional()
      .describe(
        "How much is looked at of a file that says in the comments at its top that it is generated: its form alone, as without it, or all.",
      ),
    largest: z.int()
      .min(1)
      .optional()
      .describe(
        "The length in characters up to which a file is looked at in full; of a longer one only the form is. 5,000,000 without it.",
      ),
    ...ofRules,
    onSave: onSaveSchema.optional().describe("What is done to a file when it is saved in an editor that asks for it."),
  };
}

const ownLevelSchema = z.strictObject({
  standsOn: z.enum(levels).describe("The level that it counts as."),
  colour: z.enum(["red", "yellow", "green", "blue", "cyan", "magenta"]).optional().describe("Its colour in reports."),
});

function makeSchemas(languages: readonly Language[]) {
  const part = partSchema(languages);
  const zone = z.strictObject({
    files: globs.min(1).describe("Which files it is about, as globs from the settings file's folder."),
    ...part,
  });
  const profile = z.strictObject({
    base: z.enum(["project", "nothing"])
      .optional()
      .describe("Whether it comes on top of the project's settings, as without it, or starts with no rule at all."),
    ...part,
  });
  const kit = z.strictObject({
    $schema: z.string().optional(),
    ...part,
    patterns: z.record(z.string(), patternSchema).optional().describe("Rules without code, by name."),
    ownRules: z.record(z.string(), ownRuleSchema)
      .optional()
      .describe("Rules once more with other options and a level of their own, by name."),
    packs: z.array(z.string()).optional().describe("Files or packages with rules of one's own."),
  });
  const settings = z.strictObject({
    $schema: z.string().optional().describe("Where an editor finds the schema of this file."),
    ...part,
    skip: globs.optional().describe("Files that are left alone, as globs from the settings file's folder."),
    zones: z.array(zone)
      .optional()
      .describe("Parts of the project with settings of their own; of two for the same file the later one wins."),
    profiles: z.record(z.string(), profile)
      .optional()
      .describe("Named sets for special runs: `review --profile NAME`."),
    ownLevels: z.record(z.string(), ownLevelSchema).optional().describe("Levels of one's own, by name."),
    patterns: z.record(z.string(), patternSchema).optional().describe("Rules without code, by name: `pattern.NAME`."),
    ownRules: z.record(z.string(), ownRuleSchema)
      .optional()
      .describe("Rules once more with other options and a level of their own, by name: `own.NAME`."),
    packs: z.array(z.string()).optional().describe("Files or packages with rules of one's own."),
    baseline: z.string()
      .optional()
      .describe("A file with the alerts that were there before and are not shown; `setup --baseline` writes it."),
  });
  return { settings, kit, zone, profile };
}

type Schemas = ReturnType<typeof makeSchemas>;
const made = new WeakMap<readonly Language[], Schemas>();

/** The schemas of a settings file, a kit, a zone and a profile for some languages; for those of the package without any. */
export function schemasFor(languages: readonly Language[] = listed): Schemas {
  let schemas = made.get(languages);
  if (schemas === undefined) made.set(languages, (schemas = makeSchemas(languages)));
  return schemas;
}

/** Settings as one writes them. */
export type Settings = z.input<Schemas["settings"]>;
export type Kit = z.input<Schemas["kit"]>;
export type OwnLevels = NonNullable<Settings["ownLevels"]>;
/** What the whole, a kit, a zone and a profile have in common. */
export type SettingsPart =
  Pick<Settings, "kits" | "languages" | "generated" | "largest" | "levels" | "tune" | "onSave">;
type GivenOnSave = z.output<typeof onSaveSchema>;
/** What is done on saving, with nothing left open. */
export type OnSave = { readonly [Key in keyof GivenOnSave]-?: Exclude<GivenOnSave[Key], undefined> };
