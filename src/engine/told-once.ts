import type { RemedyOffer, Rule } from "../rules/rule.js";
import type { Alert, FoundAlert } from "./alert.js";

/** So many alerts of a style in a file are one alert each. */
const most = 10;

/** So many of the places for which an alert stands are named with it. */
const mostNamed = 5;

/**
 * What is shown of the alerts of a document. Of a rule that tells of a style, and finds it in very many places, the first alert in document order stands for all; of one that tells of
 * names, the first of those that say the same in one item of the file, as a function. It says how many others there are, or names them as related places. All others are shown as
 * they are. `itemAt` tells where the item begins in which an offset lies.
 */
export function toldOnce(
  found: readonly FoundAlert[],
  onceOf: (rule: string) => Rule["once"],
  itemAt: (offset: number) => number,
): readonly FoundAlert[] {
  const groups = new Map<string, Map<string, FoundAlert[]>>();
  for (const one of found) {
    const { rule, message } = one.alert;
    const once = onceOf(rule);
    if (once === undefined) continue;
    let ofRule = groups.get(rule);
    if (ofRule === undefined) groups.set(rule, (ofRule = new Map()));
    const said = once === "style" ? "" : message;
    const group = ofRule.get(said);
    if (group === undefined) ofRule.set(said, [one]);
    else group.push(one);
  }
  // What is shown in place of an alert: another one, or nothing.
  const instead = new Map<FoundAlert, FoundAlert | undefined>();
  for (const [rule, ofRule] of groups) {
    for (const group of ofRule.values()) {
      if (onceOf(rule) === "style") {
        if (group.length > most) replace(group, forStyle(group[0]!, group.length - 1), instead);
      } else if (group.length > 1) {
        for (const part of byItem(group, itemAt)) if (part.length > 1) replace(part, forName(part), instead);
      }
    }
  }
  if (instead.size === 0) return found;
  return found.flatMap((one) => {
    if (!instead.has(one)) return [one];
    const shown = instead.get(one);
    return shown === undefined ? [] : [shown];
  });
}

function replace(
  group: readonly FoundAlert[],
  by: FoundAlert,
  instead: Map<FoundAlert, FoundAlert | undefined>,
): void {
  group.forEach((one, index) => instead.set(one, index === 0 ? by : undefined));
}

/** Alerts in document order, parted by the items in which they lie. */
function byItem(group: readonly FoundAlert[], itemAt: (offset: number) => number): FoundAlert[][] {
  const parts: FoundAlert[][] = [];
  let item = -1;
  for (const one of group) {
    const now = itemAt(one.alert.from);
    if (now === item) parts.at(-1)!.push(one);
    else parts.push([one]);
    item = now;
  }
  return parts;
}

function forStyle({ alert, remedies }: FoundAlert, others: number): FoundAlert {
  return { alert: { ...alert, message: `${alert.message} (and so in ${others} other places of this file)` }, remedies };
}

function forName(group: readonly FoundAlert[]): FoundAlert {
  const { alert } = group[0]!;
  const others = group.slice(1, 1 + mostNamed);
  const related: Alert["related"] = [
    ...alert.related,
    ...others.map(({ alert: { from, to } }) => ({ from, to, message: "And so it is here" })),
  ];
  return { alert: { ...alert, related }, remedies: () => together(group) };
}

/** What the first alert offers, done for all of them. */
function together(group: readonly FoundAlert[]): RemedyOffer[] {
  const [first = [], ...others] = group.map(({ remedies }) => remedies());
  return first.map((offer) => {
    const same = others.flatMap((offers) => offers.find(({ title }) => title === offer.title)?.edits ?? []);
    const edits = [...new Map([...offer.edits, ...same].map((edit) => [JSON.stringify(edit), edit])).values()];
    return { ...offer, edits };
  });
}
