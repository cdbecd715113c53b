import type { FoundAlert } from "./alert.js";

/** So many alerts of one rule in a file are one alert each. */
const most = 10;

/**
 * What is shown of the alerts of a document: of a rule that tells of a style, and finds it in very many places of the file, the first in document order alone, which says
 * how many others there are. All others are shown as they are.
 */
export function toldOnce(found: readonly FoundAlert[], isStyle: (rule: string) => boolean): readonly FoundAlert[] {
  const counts = new Map<string, number>();
  for (const { alert: { rule } } of found) if (isStyle(rule)) counts.set(rule, (counts.get(rule) ?? 0) + 1);
  if (![...counts.values()].some((count) => count > most)) return found;
  const told = new Set<string>();
  return found.flatMap((one) => {
    const { alert, remedies } = one;
    const count = counts.get(alert.rule) ?? 0;
    if (count <= most) return [one];
    if (told.has(alert.rule)) return [];
    told.add(alert.rule);
    const message = `${alert.message} (and so in ${count - 1} other places of this file)`;
    return [{ alert: { ...alert, message }, remedies }];
  });
}
