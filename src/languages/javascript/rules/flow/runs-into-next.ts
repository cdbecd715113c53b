import { isNear } from "../../../../model/spelling.js";
import type { Node } from "../../../../syntax/node.js";
import type { Edit } from "../../../../text/edit.js";
import type { SourceText } from "../../../../text/text.js";
import { alwaysLeaves, endsByThrowing, looksExhaustive } from "../../leaving.js";
import { bindingOf } from "../../names/facts.js";
import type { Statement, SwitchCase, SwitchStatement } from "../../nodes/index.js";
import { defineRule } from "../../rule.js";
import { holdsComment } from "../comments.js";

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

export const runsIntoNext = defineRule({
  id: "flow.runs-into-next",
  title: "A case that runs into the next one",
  why: "Without a `break`, `return` or the like at its end, a case goes on with the statements of the next one. That is most often forgotten; where it is meant, a comment between the two says so.",
  level: "warning",
  kits: ["sound"],
  examples: {
    alerts: [
      {
        code: "export function kind(tide) {\n  switch (tide) {\n    case 1:\n      throwIfHigh(tide);\n    «case» 2:\n      return 2;\n  }\n  return 0;\n}\nfunction throwIfHigh(tide) {\n  if (tide > 3) throw tide;\n}\n",
        after: "export function kind(tide) {\n  switch (tide) {\n    case 1:\n      throwIfHigh(tide);\n      break;\n    case 2:\n      return 2;\n  }\n  return 0;\n}\nfunction throwIfHigh(tide) {\n  if (tide > 3) throw tide;\n}\n",
      },
      {
        code: "export function kind(tide) {\n  switch (tide) {\n    case 1:\n      low();\n    «case» 2:\n      high();\n  }\n}\nfunction low() {}\nfunction high() {}\n",
        after: "export function kind(tide) {\n  switch (tide) {\n    case 1:\n      low();\n      break;\n    case 2:\n      high();\n  }\n}\nfunction low() {}\nfunction high() {}\n",
      },
      {
        code: "export function kind(tide) {\n  switch (tide) {\n    case 1:\n      if (tide) tide = 2;\n    «default»:\n      return 2;\n  }\n}\n",
        after: "export function kind(tide) {\n  switch (tide) {\n    case 1:\n      if (tide) tide = 2;\n      break;\n    default:\n      return 2;\n  }\n}\n",
      },
      {
        code: "export function show(tide) {\n  «switch» (tide) {\n    case 1:\n      low();\n    case 2:\n      low(2);\n    case 3:\n      low(3);\n    default:\n      low(4);\n  }\n}\nfunction low() {}\n",
        after: "export function show(tide) {\n  switch (tide) {\n    case 1:\n      low();\n      break;\n    case 2:\n      low(2);\n      break;\n    case 3:\n      low(3);\n      break;\n    default:\n      low(4);\n  }\n}\nfunction low() {}\n",
      },
    ],
    quiet: [
      {
        code: "export function left(tides, count) {\n  let sum = 0;\n  switch (count % 4) {\n    case 3:\n      sum += tides[2];\n    case 2:\n      sum += tides[1];\n    case 1:\n      sum += tides[0];\n  }\n  return sum;\n}\n",
      },
      {
        code: "export function show(stage) {\n  // Cascades through what follows.\n  switch (stage) {\n    case \"tide\":\n      low();\n    case \"pier\":\n      high();\n    default:\n      low();\n  }\n}\nfunction low() {}\nfunction high() {}\n",
      },
      {
        code: "export function kind(tide) {\n  switch (tide) {\n    case 1:\n      if (low()) break;\n    default:\n      high();\n  }\n}\nfunction low() {}\nfunction high() {}\n",
      },
      {
        code: "export function kind(tide) {\n  switch (tide) {\n    case 1:\n      low(tide);\n    case 2:\n      this.failWith(tide);\n    default:\n      return 2;\n  }\n}\nfunction low(tide) {\n  throw new RangeError(tide);\n}\n",
      },
      {
        code: "export function kind(tide) {\n  let sum = 0;\n  switch (tide) {\n    case 1:\n      sum += 1;\n    // and what the next ones do\n    case 2:\n    case 3:\n      sum += 2;\n  }\n  return sum;\n}\n",
      },
      {
        code: "export function kind(tide) {\n  switch (tide) {\n    case 1:\n    case 2:\n      return \"low\";\n    default:\n      return \"high\";\n  }\n}\n",
      },
      {
        code: "export function kind(tide) {\n  switch (tide) {\n    case 1:\n      low();\n      // A low tide is announced like the others.\n    case 2:\n      high();\n  }\n}\nfunction low() {}\nfunction high() {}\n",
      },
      {
        code: "export function kind(tide) {\n  switch (tide) {\n    case 1: {\n      throw new Error(\"low\");\n    }\n    default:\n      process.exit(1);\n  }\n}\n",
      },
    ],
  },
  flow(flow, { alert, text, typed, isBroken }) {
    const running = new Set<Node>(flow.runningOn.map(({ node }) => node));
    const found = new Map<SwitchStatement, SwitchCase[]>();
    for (const { node } of flow.runningOn) {
      const one = node as SwitchCase;
      const whole = one.parent as SwitchStatement;
      const next = nextOf(one);
      const last = one.consequent.at(-1)!;
      if ((typed && looksExhaustive(last)) || endsByThrowing(last) || mayLeave(last) || countsDown(one, next)) {
        continue;
      }
      // A `break` with a slip in it is an unknown name.
      if (
        last.type === "ExpressionStatement" &&
        last.expression.type === "Identifier" &&
        bindingOf(last.expression) === undefined &&
        isNear("break", last.expression.name)
      ) continue;
      // A comment at the end of the case, also inside its block.
      if (
        holdsComment(text, last.end, next.start) ||
        /(?:\/\/[^\n\r]*|\*\/)\s*\}$/.test(text.slice(Math.max(last.start, last.end - 400), last.end)) ||
        isAnnounced(one, running, text) ||
        isBroken(whole)
      ) continue;
      found.set(whole, [...(found.get(whole) ?? []), one]);
    }
    const breaks = (cases: readonly SwitchCase[]): Edit[] => cases.map((one) => breakBehind(one, text));
    for (const [whole, cases] of found) {
      // Where none ends, one thing was forgotten and not as many as there are cases.
      if (
        cases.length >= 3 && whole.cases.slice(0, -1).every((one) => one.consequent.length === 0 || cases.includes(one))
      ) {
        alert({ headOf: whole, length: "switch".length }, {
          message:
            "No case of this choice ends, each runs into the next: end them, or say in a comment that it is meant",
          related: cases.map((one) => ({ at: one.consequent.at(-1)!, message: "Control goes on behind this" })),
          remedies: () => [{ title: "End each case with `break`", certainty: "proposed", edits: breaks(cases) }],
        });
        continue;
      }
      for (const one of cases) {
        const next = nextOf(one);
        alert({ headOf: next, length: next.test === null ? "default".length : "case".length }, {
          message: "The case before runs into this one: end it, or say in a comment that it is meant",
          related: [{ at: one.consequent.at(-1)!, message: "Control goes on behind this" }],
          remedies: () => [{ title: "End the case with `break`", certainty: "proposed", edits: breaks([one]) }],
        });
      }
    }
  },
});

function nextOf(one: SwitchCase): SwitchCase {
  const { cases } = one.parent as SwitchStatement;
  return cases[cases.indexOf(one) + 1]!;
}

/** Puts a `break` behind the last statement of a case, on a line of its own where the next case begins one. */
function breakBehind(one: SwitchCase, text: SourceText): Edit {
  const { start, end } = one.consequent.at(-1)!;
  const gap = text.slice(end, nextOf(one).start);
  const before = text.slice(Math.max(0, start - 500), start);
  const indent = /(?:^|[\n\r])([ \t]*)$/.exec(before)?.[1];
  const insert = indent !== undefined && /[\n\r]/.test(gap)
    ? `${/\r\n|\n|\r/.exec(gap)![0]}${indent}break;`
    : " break;";
  return { from: end, to: end, insert };
}
