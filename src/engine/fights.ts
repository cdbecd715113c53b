/** Rules whose remedies undo each other: how that is noticed, and where it is. */
import type { Node } from "../syntax/node.js";
import { nodeAt } from "../syntax/walk.js";
import { moved, type Edit, type Span } from "../text/edit.js";
import type { Chosen } from "./choice.js";

/** Rules whose remedies undo each other, with the statements that were left as they are for it. */
export interface Fight {
  readonly rules: readonly string[];
  readonly at: readonly Span[];
}

/** Fights of the same rules as one. */
export function byRules(fights: readonly Fight[]): Fight[] {
  const joined = new Map<string, Fight>();
  for (const { rules, at } of fights) {
    const key = rules.join(" ");
    const places = new Map((joined.get(key)?.at ?? []).concat(at).map((span) => [`${span.from} ${span.to}`, span]));
    joined.set(key, { rules, at: [...places.values()].sort((a, b) => a.from - b.from) });
  }
  return [...joined.values()];
}

/** The statement, or member of a class, that a place stands in. */
export function statementAround(root: Node, { from, to }: Span): Span {
  let node = nodeAt(root, from, to);
  while (
    node.parent !== null &&
    node.parent !== root &&
    !/^(?:BlockStatement|SwitchCase|StaticBlock|\w*Body)$/.test(node.parent.type)
  ) node = node.parent;
  return node.parent === null ? { from, to } : { from: Math.min(from, node.start), to: Math.max(to, node.end) };
}

/** What was done to a text at one go. */
export interface Round {
  readonly chosen: readonly Chosen[];
  /** What takes it back. */
  readonly back: readonly Edit[];
}

/** The rules of rounds that came out at the text with which they began, and where in the text before all rounds they were at work. */
export function fightOf(rounds: readonly Round[], since: number): Fight {
  const rules = new Set<string>();
  const at: Span[] = [];
  for (let index = since; index < rounds.length; index += 1) {
    for (const { alert, remedy } of rounds[index]!.chosen) {
      rules.add(alert.rule);
      for (const { from, to } of remedy.edits) {
        let span: Span = { from, to };
        for (let earlier = index - 1; earlier >= 0; earlier -= 1) span = moved(span, rounds[earlier]!.back);
        at.push(span);
      }
    }
  }
  return { rules: [...rules].sort(), at };
}

/** For how many rounds the same rules may be at work before they are looked upon as making work for each other. */
export const growing = 12;

/** Whether the last rounds were all of the same rules, or have made the text much longer than it was. */
export function isGrowing(rounds: readonly Round[], length: number, original: number): boolean {
  if (rounds.length < 4) return false;
  if (length > 2 * original + 20_000) return true;
  const rules = rounds
    .slice(-growing)
    .map(({ chosen }) => [...new Set(chosen.map(({ alert }) => alert.rule))].sort().join());
  return rounds.length >= 2 * growing && new Set(rules).size <= 2;
}
