/** Checking what settings say of a single rule: its options and its level. */
import type { Rule } from "../rules/rule.js";
import { salvage, unknownWord, type SettingsIssue, type SettingsPath } from "./issue.js";

/** Names of a rule's options. */
export function optionNames(rule: Rule): string[] {
  return Object.keys((rule.options as unknown as { shape?: object } | undefined)?.shape ?? {});
}

/** Checks what is said of a rule's options, and gives it without what is wrong; `undefined` where nothing is left. */
export function checkOptions(
  rule: Rule,
  value: Record<string, unknown>,
  at: SettingsPath,
  issues: SettingsIssue[],
): Record<string, unknown> | undefined {
  const key = rule.id;
  if (rule.options === undefined) {
    issues.push({
      code: "unknown-key",
      path: at,
      atKey: true,
      message: `the rule \`${key}\` has no options`,
      remedies: [{ title: `Take \`${at.at(-1)}\` out`, path: at, remove: true }],
    });
    return undefined;
  }
  const names = optionNames(rule);
  const { data, issues: own } = salvage(rule.options, value, at, () => names);
  for (const issue of own) {
    issues.push(
      issue.code === "unknown-key"
        ? {
          ...issue,
          message: issue.message
            .replace("there is no setting", `\`${key}\` has no option`)
            .replace(" here", ` (it has ${names.map((name) => `\`${name}\``).join(", ")})`),
        }
        : issue,
    );
  }
  // Only what was said is kept, so that a layer before may say the rest.
  return data === undefined
    ? undefined
    : Object.fromEntries(
      Object
        .keys(value)
        .filter((name) => name in (data as object))
        .map((name) => [name, (data as Record<string, unknown>)[name]]),
    );
}

/** There is no level of a name. */
export function noLevel(path: SettingsPath, level: string, levelNames: readonly string[]): SettingsIssue {
  return unknownWord(
    {
      code: "wrong-value",
      path,
      message: `there is no level \`${level}\` (there are ${levelNames.map((name) => `\`${name}\``).join(", ")})`,
    },
    level,
    levelNames,
  );
}
