/**
 * Calm while somebody types: as long as the text is open near the cursor – a bracket, a quote, half a statement – what is shown on other lines stays as it was. What
 * the open text does to them would come and go with the next keys.
 */
import type { Alert } from "../engine/alert.js";
import { moved, type Edit, type Span } from "../text/edit.js";
import type { Text } from "../text/text.js";

interface Typing {
  /** The stretch that is being typed. */
  readonly at: Span;
  /** What was shown when the text was last whole, moved along. */
  readonly before: readonly Alert[];
}

export class Calm {
  private readonly typing = new Map<string, Typing>();
  /** What was shown last of each document. */
  private readonly shown = new Map<string, readonly Alert[]>();

  /** Edits were made, each of the text that the one before left; `text` is the last. */
  note(uri: string, edits: readonly Edit[], text: Text): void {
    for (const edit of edits) this.noteOne(uri, edit, text);
  }

  private noteOne(uri: string, edit: Edit, text: Text): void {
    const move = (alerts: readonly Alert[]): readonly Alert[] => alerts.flatMap((alert) => movedAlert(alert, edit));
    const shown = this.shown.get(uri);
    if (shown === undefined) return;
    const shownNow = move(shown);
    this.shown.set(uri, shownNow);
    const typing = this.typing.get(uri);
    const at = typing && moved(typing.at, [edit]);
    const here = { from: edit.from, to: edit.from + edit.insert.length };
    // Somebody who goes on elsewhere has left off here.
    const goesOn = at !== undefined && isNear(at, here, text);
    this.typing.set(uri, {
      at: goesOn ? { from: Math.min(at.from, here.from), to: Math.max(at.to, here.to) } : here,
      before: goesOn ? move(typing!.before) : shownNow,
    });
  }

  /** What is shown of a document: `alerts` are what is found in its text, all or what is known of it so far. */
  show(uri: string, alerts: readonly Alert[], text: Text, isAll: boolean): readonly Alert[] {
    const typing = this.typing.get(uri);
    const held = typing && heldBack(alerts, typing, text);
    if (held === undefined && isAll) this.typing.delete(uri);
    const shown = held ?? alerts;
    if (isAll) this.shown.set(uri, shown);
    return shown;
  }

  /** The document was saved, or its settings have changed: nothing is held back. Tells whether something may have been. */
  settle(uri: string): boolean {
    return this.typing.delete(uri);
  }

  forget(uri: string): void {
    this.typing.delete(uri);
    this.shown.delete(uri);
  }
}

/** Whether an edit goes on with what is being typed: on its lines, or next to them. */
function isNear(at: Span, edit: Span, text: Text): boolean {
  const lineOf = (offset: number): number => text.lines.lineAt(Math.min(offset, text.length));
  return lineOf(edit.from) <= lineOf(at.to) + 1 && lineOf(edit.to) >= lineOf(at.from) - 1;
}

/** An alert after an edit; none where the edit reaches into it. */
function movedAlert(alert: Alert, edit: Edit): Alert[] {
  if (edit.from < alert.to && edit.to > alert.from) return [];
  if (edit.from >= alert.to) return [alert];
  const delta = edit.insert.length - (edit.to - edit.from);
  const related = alert.related.map((one) => {
    const { from, to } = moved(one, [edit]);
    return { ...one, from, to };
  });
  return [{ ...alert, from: alert.from + delta, to: alert.to + delta, related }];
}

const isForm = ({ rule }: Alert): boolean => rule.startsWith("syntax.");

/** What is shown while the text is open where it is typed; `undefined` when it is not. */
function heldBack(alerts: readonly Alert[], { at, before }: Typing, text: Text): readonly Alert[] | undefined {
  const first = text.lineAt(Math.min(at.from, text.length)).from;
  const last = text.lineAt(Math.min(at.to, text.length)).to;
  const isHere = ({ from }: Alert): boolean => from >= first && from <= last;
  const known = new Set(before.filter(isForm).map(nameOf));
  const open = alerts.filter((alert) => isForm(alert) && (isHere(alert) || !known.has(nameOf(alert))));
  if (open.length === 0 && !reachesOn(text.slice(first, at.to))) return undefined;
  const here = alerts.filter(isHere);
  // What is told of the open text only further on, is told where it is open: a text that is broken has a mark.
  const end = at.from + text.slice(at.from, at.to).trimEnd().length;
  const told = here.some(isForm)
    ? []
    : open.slice(0, 1).map((alert) => ({ ...alert, from: Math.max(at.from, end - 1), to: end }));
  return [...before.filter((alert) => !isHere(alert)), ...here, ...told].sort((a, b) => a.from - b.from || a.to - b.to);
}

/** Whether what was typed takes in what stands behind it, though that is sound: a comment or template that ends there, a head without its body, an operator without its other side. */
function reachesOn(typed: string): boolean {
  if (typed.lastIndexOf("/*") > typed.lastIndexOf("*/") || (typed.match(/(?<!\\)`/g)?.length ?? 0) % 2 === 1) {
    return true;
  }
  const line = /[^\n\r]*$/.exec(typed.trimEnd())![0];
  return /^\s*(?:\}\s*)?(?:else\s+)?(?:if|for|while)\b.*\)$|\belse$|(?:[=,.%&|^<?:!~([{]|=>|(?<!\+)\+|(?<!-)-|(?<![*/])\/|(?<!\/)\*)$/.test(
    line,
  );
}

const nameOf = ({ rule, message, from }: Alert): string => `${rule} ${from} ${message}`;
