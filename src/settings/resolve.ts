/** From settings as written to what applies to each rule. */
import { areaOf, type AlertLevel, type Beside, type Level, type Rule } from "../rules/rule.js";
import { checkSettings, type CheckedSettings } from "./check.js";
import { globTest } from "./globs.js";
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
  readonly language: {
    readonly edition: number;
    readonly modules: boolean | "detect";
    /** Names that markup in code becomes calls of. */
    readonly markup: readonly string[];
  };
  readonly runtime: readonly string[];
  readonly known: readonly string[];
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
    const { language, runtime, known } = settings;
    layers.push({
      name,
      settings: { ...(language && { language }), ...(runtime && { runtime }), ...(known && { known }) },
    });
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
  const outcomes = new Map<string, Outcome>();
  const said = new Map<string, { level: string; from: string }>();
  const tuned = new Map<string, { options: Record<string, unknown>; by: string[] }>();
  for (const layer of layers) {
    for (const rule of rules) {
      const level = levelIn(layer, rule);
      if (level !== undefined) said.set(rule.id, { level, from: layer.name });
    }
    for (const [id, options] of Object.entries(layer.settings.tune ?? {})) {
      const before = tuned.get(id);
      tuned.set(id, { options: { ...before?.options, ...options }, by: [...(before?.by ?? []), layer.name] });
    }
  }
  const optionsOf = (rule: Rule): unknown => rule.options?.parse(tuned.get(rule.id)?.options ?? {});
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
  return {
    ...surroundings(layers.map(({ settings }) => settings)),
    active: withBeside(active, optionsOf),
    outcomes,
    ownLevels,
    lacksPacks,
    optionsOf,
  };
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
function levelIn({ builtIn, settings }: Layer, rule: Rule): Level | string | undefined {
  if (builtIn !== undefined) return inKit(rule, builtIn) ? rule.level : undefined;
  return settings.levels?.[rule.id] ?? settings.levels?.[`${areaOf(rule.id)}.*`];
}

function surroundings(
  parts: readonly SettingsPart[],
): Pick<ResolvedSettings, "language" | "runtime" | "known" | "generated" | "largest" | "onSave"> {
  const last = <Value>(pick: (part: SettingsPart) => Value | undefined, standard: Value): Value =>
    parts.map(pick).findLast((value) => value !== undefined) ?? standard;
  return {
    language: {
      edition: last(({ language }) => language?.edition, 2025),
      modules: last(({ language }) => language?.modules, "detect"),
      markup: [...new Set(parts.flatMap(({ language }) => language?.markup ?? []))],
    },
    runtime: last(({ runtime }) => runtime, ["browser", "node"]),
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
    known: [...new Set(parts.flatMap(({ known = [] }) => known))],
  };
}

/** Checks settings and works out the level and options of every rule. Throws a `SettingsError` that names all mistakes. */
export function resolveSettings(settings: Settings, rules: readonly Rule[], plan: PlanOptions = {}): ResolvedSettings {
  const checked = checkSettings(settings, { rules });
  if (checked.issues.length > 0) throw new SettingsError(checked.issues);
  return combine(planLayers(checked, plan), checked.rules, checked.settings.ownLevels);
}
