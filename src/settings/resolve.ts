/** From settings as written to what applies to each rule. */
import { areaOf, type AlertLevel, type Level, type Rule } from "../rules/rule.js";
import { issuesOf, SettingsError, settingsSchema, withSuggestion, type FullSettings, type Settings, type SettingsIssue } from "./schema.js";

export const kitNames = ["sound", "tidy", "thorough"] as const;

/** A rule that is on, with its level and options. */
export interface ActiveRule {
  readonly rule: Rule;
  readonly level: AlertLevel;
  readonly options: unknown;
}

/** Settings that have been checked, with what follows from them for each rule. */
export interface ResolvedSettings extends FullSettings {
  readonly active: readonly ActiveRule[];
}

/** Whether a built-in kit switches a rule on. */
export function inKit(rule: Rule, kit: string): boolean {
  if (kit === "thorough") return !(rule.kits.length === 1 && rule.kits[0] === "tidy");
  return (rule.kits as readonly string[]).includes(kit);
}

/** Checks settings and works out the level and options of every rule. Throws a `SettingsError` that names all mistakes. */
export function resolveSettings(settings: Settings, rules: readonly Rule[]): ResolvedSettings {
  const parsed = settingsSchema.safeParse(settings);
  if (!parsed.success) throw new SettingsError(issuesOf(parsed.error, [], Object.keys(settingsSchema.shape)));
  const full = parsed.data;
  const issues: SettingsIssue[] = [];
  const ids = rules.map(({ id }) => id);
  const areas = [...new Set(ids.map(areaOf))];

  full.kits.forEach((kit, index) => {
    if (!(kitNames as readonly string[]).includes(kit)) {
      issues.push(withSuggestion({ code: "missing-kit", path: ["kits", index], message: `there is no kit \`${kit}\` (there are ${kitNames.join(", ")})` }, kit, kitNames));
    }
  });
  for (const key of Object.keys(full.levels)) {
    const whole = key.endsWith(".*");
    if (whole ? areas.includes(key.slice(0, -2)) : ids.includes(key)) continue;
    issues.push(withSuggestion({ code: "unknown-rule", path: ["levels", key], message: `there is no ${whole ? "area" : "rule"} \`${key}\`` }, key, whole ? areas.map((area) => `${area}.*`) : ids));
  }
  const options = new Map<string, unknown>();
  for (const [key, value] of Object.entries(full.tune)) {
    const rule = rules.find(({ id }) => id === key);
    if (rule === undefined) {
      issues.push(withSuggestion({ code: "unknown-rule", path: ["tune", key], message: `there is no rule \`${key}\`` }, key, ids));
      continue;
    }
    if (rule.options === undefined) {
      issues.push({ code: "unknown-key", path: ["tune", key], message: `the rule \`${key}\` has no options` });
      continue;
    }
    const checked = rule.options.safeParse(value);
    if (checked.success) options.set(key, checked.data);
    else issues.push(...issuesOf(checked.error, ["tune", key], optionNames(rule)));
  }
  if (issues.length > 0) throw new SettingsError(issues);

  const active: ActiveRule[] = [];
  for (const rule of rules) {
    const level = levelOf(rule, full);
    if (level !== "off") active.push({ rule, level, options: options.get(rule.id) ?? rule.options?.parse({}) });
  }
  return { ...full, active };
}

/** Names of a rule's options. */
export function optionNames(rule: Rule): string[] {
  return Object.keys((rule.options as unknown as { shape?: object } | undefined)?.shape ?? {});
}

/** A rule's own entry wins over its area's, whatever their order; without either the kits decide. */
function levelOf(rule: Rule, settings: FullSettings): Level {
  const told = settings.levels[rule.id] ?? settings.levels[`${areaOf(rule.id)}.*`];
  if (told !== undefined) return told === "off" && rule.always ? rule.level : told;
  return rule.always || settings.kits.some((kit) => inKit(rule, kit)) ? rule.level : "off";
}
