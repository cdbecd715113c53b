/** Cases of a choice in JavaScript that run into the next one. */
import { isNear } from "../../../model/spelling.js";
import type { Node } from "../../../syntax/node.js";
import type { Edit } from "../../../text/edit.js";
import type { SourceText } from "../../../text/text.js";
import { alwaysLeaves, endsByThrowing, looksExhaustive } from "../leaving.js";
import { bindingOf } from "../names/facts.js";
import type { Statement, SwitchCase, SwitchStatement } from "../nodes/index.js";
import { holdsComment } from "../rules/comments.js";

/** Whether a statement leaves the case if something holds: who wrote that knows what happens otherwise. */
function mayLeave(last: Statement): boolean {
  return last.type === "IfStatement" && last.alternate === null && alwaysLeaves(last.consequent);
}

const announcing = /(?:\/\/|\/\*)[^]*?\b(?:fall|through|runs? (?:on|into)|go(?:es)? on|no break|into the next|cascad)/i;

/** Whether a comment above the first of several cases that run on, or above the whole, says so for all of them. */
function isAnnounced(one: SwitchCase, running: ReadonlySet<Node>, text: SourceText): boolean {
  const { cases } = one.parent as SwitchStatement;
  let first = cases.indexOf(one);
  while (first > 0 && (running.has(cases[first - 1]!) || cases[first - 1]!.consequent.length === 0)) first -= 1;
  const { start, discriminant } = one.parent as SwitchStatement;
  const before = first > 0
    ? text.slice(cases[first - 1]!.end, cases[first]!.start)
    : text.slice(discriminant.end, cases[0]!.start);
  const above = /(?:(?:^|[\n\r])[ \t]*(?:\/\/[^\n\r]*|\/\*(?:(?!\*\/)[^])*\*\/)[ \t]*)+[\n\r]+[ \t]*$/.exec(
    text.slice(Math.max(0, start - 400), start),
  );
  return announcing.test(before) || announcing.test(above?.[0] ?? "");
}

/** Whether a case and the next one count down, as where what is left over is dealt with piece by piece: `case 3: … case 2: …`. */
function countsDown(one: SwitchCase, next: SwitchCase): boolean {
  const number = ({ test }: SwitchCase): number => (
    test?.type === "Literal" && typeof test.value === "number" ? test.value : NaN
  );
  return number(one) === number(next) + 1;
}

/** Whether a case runs on knowingly, or not by what its form says: it leaves in a way of its own, counts down, or a comment says so. */
export function isMeantToRunOn(node: Node, running: ReadonlySet<Node>, typed: boolean, text: SourceText): boolean {
  const one = node as SwitchCase;
  const next = nextOf(one);
  const last = one.consequent.at(-1)!;
  if ((typed && looksExhaustive(last)) || endsByThrowing(last) || mayLeave(last) || countsDown(one, next)) return true;
  // A `break` with a slip in it is an unknown name.
  if (
    last.type === "ExpressionStatement" &&
    last.expression.type === "Identifier" &&
    bindingOf(last.expression) === undefined &&
    isNear("break", last.expression.name)
  ) return true;
  // A comment at the end of the case, also inside its block.
  return holdsComment(text, last.end, next.start) ||
    /(?:\/\/[^\n\r]*|\*\/)\s*\}$/.test(text.slice(Math.max(last.start, last.end - 400), last.end)) ||
    isAnnounced(one, running, text);
}

function nextOf(one: SwitchCase): SwitchCase {
  const { cases } = one.parent as SwitchStatement;
  return cases[cases.indexOf(one) + 1]!;
}

/** Puts a `break` behind the last statement of a case, on a line of its own where the next case begins one. */
export function breakBehind(node: Node, text: SourceText): Edit {
  const one = node as SwitchCase;
  const { start, end } = one.consequent.at(-1)!;
  const gap = text.slice(end, nextOf(one).start);
  const before = text.slice(Math.max(0, start - 500), start);
  const indent = /(?:^|[\n\r])([ \t]*)$/.exec(before)?.[1];
  const insert = indent !== undefined && /[\n\r]/.test(gap)
    ? `${/\r\n|\n|\r/.exec(gap)![0]}${indent}break;`
    : " break;";
  return { from: end, to: end, insert };
}
