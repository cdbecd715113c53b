import type { RemedyOffer, Rule } from "../rules/rule.js";
import type { Alert, FoundAlert } from "./alert.js";

/** So many alerts of a style in a file are one alert each. */
const most = 10;

/** So many of the places for which an alert stands are named with it. */
const mostNamed = 5;

/**
 * What is shown of the alerts of a document. Of a rule that tells of a style, and finds it in very many places, the first alert in document order stands for all; of one that tells of
 * names, the first of those that say the same in one item of the file, as a function. It says how many others there are, or names them as related places. All others are shown as
 * they are. `itemAt` tells the number of the item in which an offset lies.
 */
export function toldOnce(
  found: readonly FoundAlert[],
  onceOf: (rule: string) => Rule["once"],
  itemAt: (offset: number) => number,
): readonly FoundAlert[] {
  const keys = new Map<FoundAlert, string>();
  const groups = new Map<string, FoundAlert[]>();
  for (const one of found) {
    const once = onceOf(one.alert.rule);
    if (once === undefined) continue;
    const { rule, message, from } = one.alert;
    const key = once === "style" ? rule : `${rule} ${itemAt(from)} ${message}`;
    keys.set(one, key);
    const group = groups.get(key);
    if (group === undefined) groups.set(key, [one]);
    else group.push(one);
  }
  return found.flatMap((one) => {
    const key = keys.get(one);
    const group = key === undefined ? undefined : groups.get(key);
    const isStyle = onceOf(one.alert.rule) === "style";
    if (group === undefined || group.length <= (isStyle ? most : 1)) return [one];
    if (group[0] !== one) return [];
    return [isStyle ? forStyle(one, group.length - 1) : forName(group)];
  });
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
