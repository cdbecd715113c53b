/** Titles of actions, which editors show as plain text. */
import type { CodeAction } from "vscode-languageserver-protocol";
import type { Alert } from "../engine/alert.js";
import type { Place } from "./place.js";

/** What of the text a title may show. */
const mostShown = 24;

/** Words in which code stands in typographic quotes instead of backticks, for where nobody makes more of those. */
export function plain(words: string): string {
  return words.replaceAll(/`([^`\n]+)`/g, "‘$1’");
}

export function plainTitle<Action extends Pick<CodeAction, "title" | "disabled">>(action: Action): Action {
  const { title, disabled } = action;
  return {
    ...action,
    title: plain(title),
    ...(disabled && { disabled: { reason: plain(disabled.reason) } }),
  };
}

/** Actions of which none is called as another: where two would be, each tells its place. */
export function toldApart(
  actions: readonly { readonly action: CodeAction; readonly alert: Alert }[],
  place: Place,
): CodeAction[] {
  const counts = countsOf(actions.map(({ action: { title } }) => title));
  const placed = actions.map(({ action, alert }) => {
    const where = counts.get(action.title)! > 1 ? placeOf(alert, place) : "";
    return { action: { ...action, title: `${action.title}${where}` }, alert };
  });
  const again = countsOf(placed.map(({ action: { title } }) => title));
  return placed.map(({ action, alert: { from, to } }) => {
    if (again.get(action.title) === 1) return action;
    const { line, character } = place.range(from, to).start;
    return { ...action, title: `${action.title}, line ${line + 1}, column ${character + 1}` };
  });
}

function countsOf(titles: readonly string[]): ReadonlyMap<string, number> {
  const counts = new Map<string, number>();
  for (const title of titles) counts.set(title, (counts.get(title) ?? 0) + 1);
  return counts;
}

/** Where an alert stands, by what it marks or what comes next. */
function placeOf({ from, to }: Alert, { text, from: start }: Place): string {
  const marked = text.slice(from - start, to - start).trim();
  if (marked !== "" && !marked.includes("\n") && marked.length <= mostShown) return ` (at \`${marked}\`)`;
  const next = /^\s*([\w$]+|[^\w\s]{1,3})/.exec(text.slice(from - start, from - start + 100))?.[1];
  return next === undefined ? "" : ` (before \`${next}\`)`;
}
