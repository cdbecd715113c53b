/** What decides the alerts of a text beside the text: in one place, for the analysis, which runs again what goes by something that changed, and for results that are kept. */
import type { ActiveRule, ResolvedSettings } from "./resolve.js";

/** What decides what a rule finds beside the surroundings. */
export function ruleFingerprint({ rule, options, beside }: ActiveRule): string {
  return JSON.stringify([rule.id, rule.like?.id, options, beside]);
}

/** What all rules may go by. */
export function surroundingsFingerprint({ values }: ResolvedSettings): string {
  return JSON.stringify(values);
}

/** All that decides the alerts of a text and how they are told, of settings for its language: `variant` is how the language reads it. */
export function fingerprint(settings: ResolvedSettings, variant: string): string {
  const { active, generated, largest, ownLevels, lacksPacks } = settings;
  return JSON.stringify([
    variant,
    surroundingsFingerprint(settings),
    active.map((one) => [ruleFingerprint(one), one.level, one.ownLevel]),
    generated,
    largest,
    ownLevels,
    lacksPacks,
  ]);
}
