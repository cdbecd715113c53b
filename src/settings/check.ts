/** Checking settings: what is wrong is named, and what is right is kept. */
import { languages as listed } from "../languages/index.js";
import type { Language } from "../languages/language.js";
import type { RulePart } from "../languages/settings.js";
import { areaOf, levels, type Rule } from "../rules/rule.js";
import { salvage, unknownWord, type SettingsIssue, type SettingsPath } from "./issue.js";
import { faultInKit, kitLayers, type FoundKit, type KitFinder, type Layer, type PlacedKit } from "./kits.js";
import { withMovedKeys } from "./moved-keys.js";
import { checkOptions, noLevel } from "./options.js";
import { definedRules } from "./own-rules.js";
import { schemasFor, type Kit, type Settings, type SettingsPart } from "./schema.js";

export interface CheckOptions {
  /** The rules there are, those of packs among them. */
  readonly rules: readonly Rule[];
  /** The languages that can be spoken of; those of the package without any. */
  readonly languages?: readonly Language[];
  readonly find?: KitFinder;
  /** What kits are looked for from: the path of the settings file. */
  readonly from?: string;
}

/** Settings that hold nothing wrong any more. */
export interface CheckedSettings {
  readonly settings: Settings;
  readonly issues: readonly SettingsIssue[];
  /** All rules: those given, those of patterns, and those that are others once more. */
  readonly rules: readonly Rule[];
  /** The layers of the kits of each list of kits in the settings, by the path of the list as JSON. */
  readonly kits: ReadonlyMap<string, readonly Layer[]>;
  /** Kits that are no kits of the package. */
  readonly found: readonly FoundKit[];
}

/** The keys that are known at a place in the settings; none where any key can stand. */
export function keysAt(path: SettingsPath, languages: readonly Language[] = listed): readonly string[] {
  const schema = schemaAt(path, languages);
  return Object.keys((schema && bare(schema).shape) ?? {});
}

/** What stands at a place in the settings, in words; nothing where that says nothing. */
export function meaningAt(path: SettingsPath, languages: readonly Language[] = listed): string | undefined {
  return schemaAt(path, languages)?.description;
}

function schemaAt(path: SettingsPath, languages: readonly Language[]): SchemaPart | undefined {
  let schema: SchemaPart | undefined = schemasFor(languages).settings as unknown as SchemaPart;
  for (const key of path) schema = schema && inside(bare(schema), key);
  return schema;
}

/** What is asked of a schema of zod to find the way into it. */
interface SchemaPart {
  readonly description?: string | undefined;
  readonly shape?: Readonly<Record<string, SchemaPart>>;
  readonly def: {
    readonly type: string;
    readonly innerType?: SchemaPart;
    readonly element?: SchemaPart;
    readonly valueType?: SchemaPart;
  };
}

/** The schema of a value that need not be there. */
function bare(schema: SchemaPart): SchemaPart {
  return schema.def.type === "optional" ? bare(schema.def.innerType!) : schema;
}

function inside({ shape, def }: SchemaPart, key: string | number): SchemaPart | undefined {
  return shape?.[String(key)] ?? def.element ?? def.valueType;
}

/** A part of the settings, with its path, and the path at which it was written: some elements of lists may have been left out. */
interface PlacedPart {
  readonly part: SettingsPart;
  readonly path: SettingsPath;
  readonly written: SettingsPath;
}

function partsOf(settings: Settings, left: readonly SettingsIssue[]): PlacedPart[] {
  return [
    { part: settings, path: [], written: [] },
    ...(settings.zones ?? []).map((part, index) => ({
      part,
      path: ["zones", index],
      written: ["zones", writtenIndex(["zones"], index, left)],
    })),
    ...Object.entries(settings.profiles ?? {}).map(([name, part]) => ({
      part,
      path: ["profiles", name],
      written: ["profiles", name],
    })),
  ];
}

/** Where an element of a list stood before those that `left` names were left out. */
function writtenIndex(list: SettingsPath, index: number, left: readonly SettingsIssue[]): number {
  const gone = new Set(
    left
      .map(({ path, drops = path }) => drops)
      .filter((path) => path.length === list.length + 1 && list.every((key, at) => path[at] === key))
      .map((path) => path.at(-1)),
  );
  let written = -1;
  for (let kept = -1; kept < index; ) {
    written += 1;
    if (!gone.has(written)) kept += 1;
  }
  return written;
}

export function checkSettings(
  given: unknown,
  { rules: known, languages = listed, find, from = "" }: CheckOptions,
): CheckedSettings {
  const { data, issues: misread } = salvage(
    schemasFor(languages).settings,
    given ?? {},
    [],
    (path) => keysAt(path, languages),
  );
  const issues = withMovedKeys(misread, given, languages);
  const settings: Settings = data ?? {};
  const found: PlacedKit[] = [];
  const kits = new Map<string, readonly Layer[]>();
  const parts = partsOf(settings, issues);
  const left = [...issues];
  for (const { part, path, written } of parts) {
    if (part.kits === undefined) continue;
    const list = [...written, "kits"];
    const expanded = kitLayers(part.kits, (index) => [...list, writtenIndex(list, index, left)], from, find);
    kits.set(JSON.stringify(path), expanded.layers);
    issues.push(...expanded.issues);
    for (const kit of expanded.found) if (!found.some(({ id }) => id === kit.id)) found.push(kit);
  }
  const levelNames = [...levels, "off", ...Object.keys(settings.ownLevels ?? {})];
  const defined = [
    ...found.flatMap(({ kit, name, place }) => {
      const faults: SettingsIssue[] = [];
      const rules = definedRules(kit, known, levelNames, faults);
      issues.push(...faults.map((issue) => faultInKit(name, place, issue)));
      return rules;
    }),
    ...definedRules(settings, known, levelNames, issues),
  ];
  const rules = [...known, ...new Map(defined.map((rule) => [rule.id, rule])).values()];
  const checked = parts.map(({ part, written }) => checkPart(part, written, rules, levelNames, issues));
  const zones = settings.zones?.map((zone, index) => ({ ...zone, ...checked[1 + index] }));
  const profiles = Object
    .entries(settings.profiles ?? {})
    .map(([name, profile], index) => [name, { ...profile, ...checked[1 + (zones?.length ?? 0) + index] }] as const);
  // What a kit says wrongly is told at the kit's name, once.
  const layers = new Map(
    [...kits].map(([path, list]) => [
      path,
      list.map((layer) => checkLayer(layer, JSON.parse(path) as SettingsPath, settings, rules, levelNames, issues)),
    ]),
  );
  return {
    settings: {
      ...settings,
      ...checked[0],
      ...(zones && { zones }),
      ...(settings.profiles && { profiles: Object.fromEntries(profiles) }),
    },
    issues,
    rules,
    kits: layers,
    found,
  };
}

function checkLayer(
  layer: Layer,
  path: SettingsPath,
  settings: Settings,
  rules: readonly Rule[],
  levelNames: readonly string[],
  issues: SettingsIssue[],
): Layer {
  const own: SettingsIssue[] = [];
  const part = checkPart(layer.settings, [], rules, levelNames, own);
  if (own.length === 0) return layer;
  const list = path.reduce<unknown>((inner, key) => (inner as Record<string, unknown>)[key], settings) as SettingsPart;
  const index = list.kits?.findIndex((name) => layer.name === `kit ${name}`) ?? -1;
  const at = [...path, "kits", ...(index >= 0 ? [index] : [])];
  issues.push(...own.map((issue) => faultInKit(layer.name.replace(/^kit /, ""), at, issue)));
  return { ...layer, settings: { ...layer.settings, ...part } };
}

/** Checks a kit as it was read from its file. */
export function checkKit(
  given: unknown,
  languages: readonly Language[] = listed,
): { kit: Kit; issues: SettingsIssue[] } {
  const schema = schemasFor(languages).kit;
  const { data, issues } = salvage(
    schema,
    given ?? {},
    [],
    (path) => (path.length === 0 ? Object.keys(schema.shape) : keysAt(path, languages)),
  );
  return { kit: data ?? {}, issues: withMovedKeys(issues, given, languages) };
}

type RuleSayings = Pick<SettingsPart, "languages" | "levels" | "tune">;

/** Checks what a part says of rules, for all languages and for single ones, and gives it without what is wrong. */
function checkPart(
  part: SettingsPart,
  path: SettingsPath,
  rules: readonly Rule[],
  levelNames: readonly string[],
  issues: SettingsIssue[],
): RuleSayings {
  const there = rules.flatMap(({ id }) => [id, `${areaOf(id)}.*`]);
  for (const list of ["also", "keep"] as const) {
    part.onSave?.[list]?.forEach((name, index) => {
      if (there.includes(name)) return;
      const message = `there is no ${name.endsWith(".*") ? "area" : "rule"} \`${name}\``;
      issues.push(unknownWord({ code: "unknown-rule", path: [...path, "onSave", list, index], message }, name, there));
    });
  }
  const languages = Object.entries(part.languages ?? {}).map(([id, said]) => {
    const at = [...path, "languages", id];
    for (const key of Object.keys({ ...said?.levels, ...said?.tune })) {
      const rule = rules.find((one) => one.id === key);
      if (rule?.languages?.includes(id) !== false) continue;
      const list = said?.levels?.[key] === undefined ? "tune" : "levels";
      issues.push({
        code: "wrong-value",
        path: [...at, list, key],
        atKey: true,
        message: `\`${key}\` does not look at \`${id}\`, so that this changes nothing`,
        remedies: [{ title: `Take \`${key}\` out`, path: [...at, list, key], remove: true }],
      });
    }
    return [id, { ...said, ...checkSayings(said ?? {}, at, rules, levelNames, issues) }] as const;
  });
  return {
    ...(part.languages && { languages: Object.fromEntries(languages) }),
    ...checkSayings(part, path, rules, levelNames, issues),
  };
}

/** Checks the levels and options of rules, and gives them without what is wrong. */
function checkSayings(
  part: RulePart,
  path: SettingsPath,
  rules: readonly Rule[],
  levelNames: readonly string[],
  issues: SettingsIssue[],
): RulePart {
  const ids = rules.map(({ id }) => id);
  const areas = [...new Set(ids.map(areaOf))];
  const kept: Record<string, string> = {};
  for (const [key, level] of Object.entries(part.levels ?? {})) {
    const at = [...path, "levels", key];
    const whole = key.endsWith(".*");
    if (!(whole ? areas.includes(key.slice(0, -2)) : ids.includes(key))) {
      issues.push(
        unknownWord(
          { code: "unknown-rule", path: at, atKey: true, message: `there is no ${whole ? "area" : "rule"} \`${key}\`` },
          key,
          whole ? areas.map((area) => `${area}.*`) : [...ids, ...areas.map((area) => `${area}.*`)],
        ),
      );
    } else if (!levelNames.includes(level)) {
      issues.push(noLevel(at, level, levelNames));
    } else if (level === "off" && rules.find(({ id }) => id === key)?.always === true) {
      issues.push({
        code: "wrong-value",
        path: at,
        message: `\`${key}\` cannot be switched off: without it nothing else could be trusted`,
        remedies: [{ title: `Take \`${key}\` out`, path: at, remove: true }],
      });
    } else kept[key] = level;
  }
  const tune: Record<string, Record<string, unknown>> = {};
  for (const [key, value] of Object.entries(part.tune ?? {})) {
    const at = [...path, "tune", key];
    const rule = rules.find(({ id }) => id === key);
    if (rule === undefined) {
      issues.push(
        unknownWord({ code: "unknown-rule", path: at, atKey: true, message: `there is no rule \`${key}\`` }, key, ids),
      );
    } else {
      const own = checkOptions(rule, value, at, issues);
      if (own !== undefined) tune[key] = own;
    }
  }
  return { ...(part.levels && { levels: kept }), ...(part.tune && { tune }) };
}
