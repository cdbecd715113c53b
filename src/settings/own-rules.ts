/** Rules that settings define: those of patterns, and those that are others once more. */
import type { z } from "zod";
import { patternRule } from "../languages/index.js";
import { PatternError } from "../rules/patterns.js";
import { levels, type Rule } from "../rules/rule.js";
import { unknownWord, type SettingsIssue, type SettingsPath } from "./issue.js";
import { checkOptions, noLevel } from "./options.js";
import type { Settings } from "./schema.js";

/** The rules that settings, or a kit, define: those of patterns, and those that are others once more. */
export function definedRules(
  settings: Pick<Settings, "patterns" | "ownRules">,
  known: readonly Rule[],
  levelNames: readonly string[],
  issues: SettingsIssue[],
): Rule[] {
  return [...patternRules(settings, levelNames, issues), ...ownRules(settings, known, levelNames, issues)];
}

function patternRules(
  { patterns = {} }: Pick<Settings, "patterns">,
  levelNames: readonly string[],
  issues: SettingsIssue[],
): Rule[] {
  return Object.entries(patterns).flatMap(([name, pattern]) => {
    const path = ["patterns", name];
    const fault = faultOfDefinition(path, pattern.level ?? "warning", levelNames);
    if (fault !== undefined) {
      issues.push(fault);
      return [];
    }
    try {
      return [patternRule(name, pattern)];
    } catch (error) {
      if (!(error instanceof PatternError)) throw error;
      issues.push({ code: "wrong-value", path: [...path, ...error.path], message: error.message });
      return [];
    }
  });
}

/** What is wrong with the name or the level of a rule that settings define. */
function faultOfDefinition(
  path: SettingsPath,
  level: string,
  levelNames: readonly string[],
): SettingsIssue | undefined {
  const name = String(path.at(-1));
  if (!/^[a-z][a-z0-9-]*$/.test(name)) {
    return {
      code: "wrong-value",
      path,
      atKey: true,
      message: `\`${name}\` cannot name a rule: small letters, digits and \`-\` can`,
    };
  }
  return levelNames.includes(level) ? undefined : noLevel([...path, "level"], level, levelNames);
}

/** Rules that settings have once more, with other options and a level of their own. */
function ownRules(
  { ownRules: given = {} }: Pick<Settings, "ownRules">,
  known: readonly Rule[],
  levelNames: readonly string[],
  issues: SettingsIssue[],
): Rule[] {
  return Object.entries(given).flatMap(([name, { like, options, level }]) => {
    const path = ["ownRules", name];
    const fault = faultOfDefinition(path, level ?? "warning", levelNames);
    if (fault !== undefined) {
      issues.push(fault);
      return [];
    }
    const candidates = known.filter(({ always, language }) => always !== true && language === undefined);
    const rule = candidates.find(({ id }) => id === like);
    if (rule === undefined) {
      const at = [...path, "like"];
      if (known.some(({ id }) => id === like)) {
        const message = `\`${like}\` is always on as it is, and cannot stand there once more`;
        issues.push({ code: "wrong-value", path: at, message });
        return [];
      }
      const ids = candidates.map(({ id }) => id);
      issues.push(unknownWord({ code: "unknown-rule", path: at, message: `there is no rule \`${like}\`` }, like, ids));
      return [];
    }
    const own = options && checkOptions(rule, options, [...path, "options"], issues);
    return [onceMore(rule, name, own, level)];
  });
}

/** A rule under another name, with other standards for its options. */
function onceMore(rule: Rule, name: string, given: Record<string, unknown> | undefined, level?: string): Rule {
  const schema = rule.options as z.ZodObject | undefined;
  const options = schema?.extend(
    Object.fromEntries(
      Object.entries(given ?? {}).map(([key, value]) => [key, (schema.shape[key] as z.ZodType).default(value)]),
    ),
  );
  const isUsual = level === undefined || (levels as readonly string[]).includes(level);
  return {
    ...rule,
    id: `own.${name}`,
    like: rule,
    level: isUsual ? ((level ?? rule.level) as Rule["level"]) : rule.level,
    kits: [],
    byTaste: true,
    why: `This is \`${rule.id}\` once more, with options and a level of its own. ${rule.why}`,
    byDefault: level ?? rule.level,
    ...(options && { options }),
  };
}
