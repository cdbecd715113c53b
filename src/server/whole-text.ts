/** A whole new text as the smallest steps from the old one. */
import { diffArrays } from "diff";
import { difference, type Edit } from "../text/edit.js";
import type { Text } from "../text/text.js";

/** Up to this many lines that differ are told apart; with more, all between the first and the last one is replaced. */
const mostLines = 400;

/** Edits that turn `before` into `after`, each of what the one before it left, from the end of the text to its beginning. */
export function wholeText(before: Text, after: string): Edit[] {
  const all = difference(before.value, after);
  if (all === undefined) return [];
  const lines = (text: string): string[] => text.split(/(?<=\n)/);
  const old = lines(before.slice(all.from, all.to));
  const now = lines(all.insert);
  const parts = old.length < 3 && now.length < 3 ? undefined : diffArrays(old, now, { maxEditLength: mostLines });
  if (parts === undefined) return [all];
  const edits: Edit[] = [];
  let at = all.from;
  for (const { value, added, removed } of parts) {
    const text = value.join("");
    const last = edits.at(-1);
    const joins = last !== undefined && last.to === at && (added || removed);
    if (added) {
      if (joins) edits[edits.length - 1] = { ...last, insert: last.insert + text };
      else edits.push({ from: at, to: at, insert: text });
      continue;
    }
    if (removed) {
      if (joins) edits[edits.length - 1] = { ...last, to: at + text.length };
      else edits.push({ from: at, to: at + text.length, insert: "" });
    }
    at += text.length;
  }
  return edits.reverse();
}
