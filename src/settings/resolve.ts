/** From settings as written to what applies to each rule. */
import type { Language } from "../languages/language.js";
import { plainSettings, valuesOf, type LanguageValues, type RulePart } from "../languages/settings.js";
import { areaOf, type AlertLevel, type Beside, type Rule } from "../rules/rule.js";
import { globTest } from "../text/globs.js";
import { checkSettings, type CheckedSettings, type CheckOptions } from "./check.js";
import { SettingsError } from "./issue.js";
import { inKit, type Layer } from "./kits.js";
import type { OnSave, OwnLevels, Settings, SettingsPart } from "./schema.js";

/** A rule that is on, with its level and options. */
export interface ActiveRule {
  readonly rule: Rule;
  readonly level: AlertLevel;
  /** The level of one's own that stands on it, if it is one. */
  readonly ownLevel?: string;
  readonly options: unknown;
  /** How the rules are set that it goes by, by their ids. */
  readonly beside?: Readonly<Record<string, Beside<unknown>>>;
}

/** What was decided of a rule, and where. */
export interface Outcome {
  /** As it was said: a level of one's own by its name. */
  readonly level: string;
  /** The layer that said so. */
  readonly from: string;
  /** The layers that said something of its options, in order. */
  readonly tunedBy: readonly string[];
}

/** Settings that have been checked, with what follows from them for each rule. */
export interface ResolvedSettings {
  /** The same for files in a language: what is said of that alone counts, and `values` are its own. */
  readonly in: (language: Language) => ResolvedSettings;
  /** What was said of the language; of none before `in` was asked. */
  readonly values: LanguageValues;
  readonly generated: "form" | "all";
  readonly largest: number;
  readonly active: readonly ActiveRule[];
  readonly outcomes: ReadonlyMap<string, Outcome>;
  readonly ownLevels: OwnLevels;
  readonly onSave: OnSave;
  /** Whether packs are asked for whose rules are not known, so that there may be more rules than these. */
  readonly lacksPacks: boolean;
  /** The options of a rule, whether it is on or not. */
  readonly optionsOf: (rule: Rule) => unknown;
}

export interface PlanOptions {
  /** The file's path from the folder of the settings file, with `/`. Without it no zone applies. */
  readonly path?: string;
  readonly profile?: string;
  /** How the settings file is called where somebody asks where a setting comes from. */
  readonly name?: string;
}

/** The layers that apply to a file, in order. */
export function planLayers(
  { settings, kits }: CheckedSettings,
  { path, profile, name = "settings" }: PlanOptions = {},
): Layer[] {
  const kitsAt = (...at: (string | number)[]): readonly Layer[] => kits.get(JSON.stringify(at)) ?? [];
  const chosen = profile === undefined ? undefined : settings.profiles?.[profile];
  const layers: Layer[] = [];
  if (chosen?.base !== "nothing") {
    const start: readonly Layer[] = settings.kits === undefined
      ? [{ name: "kit sound", builtIn: "sound", settings: {} }]
      : kitsAt();
    layers.push(...start, { name, settings });
    settings.zones?.forEach((zone, index) => {
      if (path === undefined || !globTest(zone.files)(path)) return;
      layers.push(...kitsAt("zones", index), { name: `zone ${zone.files.join(", ")}`, settings: zone });
    });
  } else {
    // What the files are written in is the same in any run.
    const languages = Object.entries(settings.languages ?? {}).map(([id, said]) => {
      const { levels: _, tune: __, ...values } = said ?? {};
      return [id, values] as const;
    });
    layers.push({ name, settings: { languages: Object.fromEntries(languages) } });
  }
  if (chosen !== undefined) {
    layers.push(...kitsAt("profiles", profile!), { name: `profile ${profile}`, settings: chosen });
  }
  return layers;
}

/** Works out what layers come to, for each rule. */
export function combine(
  layers: readonly Layer[],
  rules: readonly Rule[],
  ownLevels: OwnLevels = {},
  lacksPacks = false,
): ResolvedSettings {
  const made = new Map<Language, ResolvedSettings>();
  const common = {
    ...surroundings(layers.map(({ settings }) => settings)),
    ownLevels,
    lacksPacks,
    in(language: Language): ResolvedSettings {
      let settings = made.get(language);
      if (settings === undefined) {
        const said = layers.map(({ settings: { languages } }) => languages?.[language.id] ?? {});
        const isJudged = said.some(({ levels, tune }) => levels !== undefined || tune !== undefined) ||
          rules.some((rule) => isApart(rule, language.id));
        const judged = isJudged ? judge(layers, rules, ownLevels, language.id) : ofAll;
        made.set(language, (settings = { ...common, ...judged, values: valuesOf(language.settings, said) }));
      }
      return settings;
    },
  };
  const ofAll = judge(layers, rules, ownLevels);
  return { ...common, ...ofAll, values: plainSettings.standard };
}

/** Whether a rule has options of its own in a language. */
function isApart(rule: Rule, language: string): boolean {
  const own = rule.in?.[language]?.options;
  return own !== undefined && own !== rule.options;
}

/** The options of a rule that settings come to: what they leave open is as the language has it, and as the rule has it. */
function optionsIn(rule: Rule, language: string | undefined, said: Record<string, unknown>): unknown {
  return rule.options?.parse(
    language !== undefined && isApart(rule, language)
      ? { ...(rule.in![language]!.options!.parse({}) as object), ...said }
      : said,
  );
}

/** What layers come to for each rule, in one language or where no language is asked for. */
function judge(
  layers: readonly Layer[],
  rules: readonly Rule[],
  ownLevels: OwnLevels,
  language?: string,
): Pick<ResolvedSettings, "active" | "outcomes" | "optionsOf"> {
  const outcomes = new Map<string, Outcome>();
  const said = new Map<string, { level: string; from: string }>();
  const tuned = new Map<string, { options: Record<string, unknown>; by: string[] }>();
  for (const layer of layers) {
    const own = language === undefined ? undefined : layer.settings.languages?.[language];
    for (const rule of rules) {
      const level = (own && saidOf(rule, own)) ?? levelIn(layer, rule);
      if (level !== undefined) said.set(rule.id, { level, from: layer.name });
    }
    for (const [id, options] of [layer.settings, own ?? {}].flatMap(({ tune }) => Object.entries(tune ?? {}))) {
      const before = tuned.get(id);
      const by = before?.by ?? [];
      tuned.set(id, {
        options: { ...before?.options, ...options },
        by: by.at(-1) === layer.name ? by : [...by, layer.name],
      });
    }
  }
  const byId = new Map(rules.map((rule) => [rule.id, rule]));
  // A rule that another goes by may be the part of one language; what is said is said of the whole.
  const optionsOf = (rule: Rule): unknown =>
    optionsIn(byId.get(rule.id) ?? rule, language, tuned.get(rule.id)?.options ?? {});
  const active: ActiveRule[] = [];
  for (const rule of rules) {
    const decided = said.get(rule.id);
    const { level, from } = decided === undefined || (decided.level === "off" && rule.always)
      ? undecided(rule)
      : decided;
    outcomes.set(rule.id, { level, from, tunedBy: tuned.get(rule.id)?.by ?? [] });
    if (level === "off") continue;
    const options = optionsOf(rule);
    const own = ownLevels[level];
    active.push(
      own === undefined
        ? { rule, level: level as AlertLevel, options }
        : { rule, level: own.standsOn, ownLevel: level, options },
    );
  }
  return { active: withBeside(active, optionsOf), outcomes, optionsOf };
}

/** Levels for rules that are named, themselves or by an area in which none is on, and that are off. */
export function levelsOfNamed(
  named: readonly string[],
  { outcomes }: ResolvedSettings,
  rules: readonly Rule[],
): Record<string, AlertLevel> {
  const isOff = ({ id }: Rule): boolean => outcomes.get(id)?.level === "off";
  const meant = named.flatMap((name) => {
    const ofArea = rules.filter(({ id }) => areaOf(id) === name || `${areaOf(id)}.*` === name);
    return ofArea.length === 0 ? rules.filter(({ id }) => id === name) : ofArea.every(isOff) ? ofArea : [];
  });
  return Object.fromEntries(meant.filter(isOff).map(({ id, level }) => [id, level]));
}

/** The same settings with these rules on and no others, in every language. */
export function withActive(settings: ResolvedSettings, active: readonly ActiveRule[]): ResolvedSettings {
  return { ...settings, active, in: (language) => withActive(settings.in(language), active) };
}

/** Rules that are on, each with how those are set that it goes by. */
export function withBeside(active: readonly ActiveRule[], optionsOf: ResolvedSettings["optionsOf"]): ActiveRule[] {
  const on = new Set(active.map(({ rule }) => rule.id));
  return active.map((one) => {
    const { beside } = one.rule;
    return beside === undefined
      ? one
      : {
        ...one,
        beside: Object.fromEntries(
          beside.map((rule) => [rule.id, { isOn: on.has(rule.id), options: optionsOf(rule) }]),
        ),
      };
  });
}

function undecided(rule: Rule): { level: string; from: string } {
  if (rule.always) return { level: rule.level, from: "always on" };
  return rule.byDefault === undefined
    ? { level: "off", from: "in no kit" }
    : { level: rule.byDefault, from: "where it is defined" };
}

/** A rule's own entry wins over its area's, whatever their order in a layer. */
function levelIn({ builtIn, settings }: Layer, rule: Rule): string | undefined {
  if (builtIn !== undefined) return inKit(rule, builtIn) ? rule.level : undefined;
  return saidOf(rule, settings);
}

function saidOf(rule: Rule, { levels }: RulePart): string | undefined {
  return levels?.[rule.id] ?? levels?.[`${areaOf(rule.id)}.*`];
}

function surroundings(
  parts: readonly SettingsPart[],
): Pick<ResolvedSettings, "generated" | "largest" | "onSave"> {
  const last = <Value>(pick: (part: SettingsPart) => Value | undefined, standard: Value): Value =>
    parts.map(pick).findLast((value) => value !== undefined) ?? standard;
  return {
    onSave: {
      remedies: "certain",
      also: [],
      imports: true,
      layout: true,
      keep: [],
      removals: "older",
      when: "explicit",
      ...Object.fromEntries(parts.flatMap(({ onSave = {} }) => Object.entries(onSave))),
    },
    generated: last(({ generated }) => generated, "form"),
    largest: last(({ largest }) => largest, 5_000_000),
  };
}

/** Checks settings and works out the level and options of every rule. Throws a `SettingsError` that names all mistakes. */
export function resolveSettings(
  settings: Settings,
  options: Pick<CheckOptions, "rules" | "languages">,
): ResolvedSettings {
  const checked = checkSettings(settings, options);
  if (checked.issues.length > 0) throw new SettingsError(checked.issues);
  return combine(planLayers(checked), checked.rules, checked.settings.ownLevels);
}
