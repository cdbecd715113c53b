/** What is done with each element of a list. */
import type { Node } from "../../../syntax/node.js";
import { endOf } from "./recovery.js";
import type { ElementNote, ParseState } from "./state.js";

/** What is noted of an element of which there is nothing to note. */
export const unnoted: ElementNote = { reach: 0, braces: 0, brackets: 0, calm: false };

/** Adds an element that has just been read to its list. `braces` and `brackets` are the counts of those before it. */
export function take<T>(p: ParseState, list: (T | null)[], element: T & Node, braces: number, brackets: number): void {
  if (p.reach > p.end || p.braces !== braces || p.brackets !== brackets || p.calm) {
    p.notes.set(element, {
      ...p.notes.get(element),
      reach: p.reach - endOf(element),
      braces: p.braces - braces,
      brackets: p.brackets - brackets,
      calm: p.calm,
    });
  }
  list.push(element);
}

/** Notes how far it was looked behind the last element of a list, to tell how the list goes on. */
export function noteGap(p: ParseState, list: readonly (Node | null)[]): void {
  const element = list.at(-1);
  // Behind an element that was read before, `readWithin` notes it.
  if (element === undefined) {
    p.gapReach = Math.max(p.gapReach, p.reach);
    p.gapCalm = p.calm;
  } else if (element !== null) {
    const note = p.notes.get(element) ?? unnoted;
    const isFar = p.reach > p.end;
    if (isFar || p.calm !== note.calm) {
      p.notes.set(element, { ...note, reach: isFar ? p.reach - endOf(element) : note.reach, calmBehind: p.calm });
    }
  }
}

/** Whether the list is one that is read again, and enough of it has been read. */
export function enough(p: ParseState, list: readonly unknown[]): boolean {
  return list === p.watched && p.start >= p.repairUntil && p.isEnough();
}
