import { alwaysLeaves, looksExhaustive } from "../../languages/javascript/leaving.js";
import type { Statement, SwitchCase, SwitchStatement } from "../../languages/javascript/nodes/index.js";
import type { Node } from "../../syntax/node.js";
import type { SourceText } from "../../text/text.js";
import { holdsComment } from "../comments.js";
import { defineRule } from "../rule.js";

/** Names of functions that do not come back; not those that throw only if something holds. */
const throwing = /^(?:throw|fail|raise|abort|die|panic|bail|quit|exit|reject|unreachable|unexpected|never|assertNever|fatal)(?!If|[a-z])/;

/** Whether a statement is a call that by its name does not come back. */
function mostLikelyThrows(last: Statement): boolean {
  if (last.type === "BlockStatement") return last.body.length > 0 && mostLikelyThrows(last.body.at(-1)!);
  if (last.type !== "ExpressionStatement") return false;
  const call = last.expression.type === "AwaitExpression" ? last.expression.argument : last.expression;
  if (call.type !== "CallExpression") return false;
  const { callee } = call;
  const name = callee.type === "MemberExpression" && !callee.computed ? callee.property : callee;
  return name.type === "Identifier" && throwing.test(name.name);
}

/** Whether a statement leaves the case if something holds: who wrote that knows what happens otherwise. */
function mayLeave(last: Statement): boolean {
  return last.type === "IfStatement" && last.alternate === null && alwaysLeaves(last.consequent);
}

const announcing = /(?:\/\/|\/\*)[^]*?\b(?:fall|through|runs? (?:on|into)|go(?:es)? on|no break|into the next)/i;

/** Whether a comment above the first of several cases that run on says so for all of them. */
function isAnnounced(one: SwitchCase, running: ReadonlySet<Node>, text: SourceText): boolean {
  const { cases } = one.parent as SwitchStatement;
  let first = cases.indexOf(one);
  while (first > 0 && (running.has(cases[first - 1]!) || cases[first - 1]!.consequent.length === 0)) first -= 1;
  const start = cases[first]!.start;
  return announcing.test(
    text.slice(first > 0 ? cases[first - 1]!.end : (one.parent as SwitchStatement).discriminant.end, start),
  );
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
    ],
    quiet: [
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
  flow(flow, { alert, text, typescript, isBroken }) {
    const running = new Set<Node>(flow.runningOn.map(({ node }) => node));
    for (const { node } of flow.runningOn) {
      const one = node as SwitchCase;
      const whole = one.parent as SwitchStatement;
      const next = whole.cases[whole.cases.indexOf(one) + 1]!;
      const last = one.consequent.at(-1)!;
      if ((typescript && looksExhaustive(last)) || mostLikelyThrows(last) || mayLeave(last)) continue;
      // A comment at the end of the case, also inside its block.
      if (
        holdsComment(text, last.end, next.start) ||
        /(?:\/\/[^\n\r]*|\*\/)\s*\}$/.test(text.slice(Math.max(last.start, last.end - 400), last.end)) ||
        isAnnounced(one, running, text) ||
        isBroken(whole)
      ) continue;
      alert({ headOf: next, length: next.test === null ? "default".length : "case".length }, {
        message: "The case before runs into this one: end it, or say in a comment that it is meant",
        related: [{ at: last, message: "Control goes on behind this" }],
        remedies: () => {
          const { start, end } = last;
          const gap = text.slice(end, next.start);
          const before = text.slice(Math.max(0, start - 500), start);
          const indent = /(?:^|[\n\r])([ \t]*)$/.exec(before)?.[1];
          const insert = indent !== undefined && /[\n\r]/.test(gap)
            ? `${/\r\n|\n|\r/.exec(gap)![0]}${indent}break;`
            : " break;";
          return [{
            title: "End the case with `break`",
            certainty: "proposed",
            edits: [{ from: end, to: end, insert }],
          }];
        },
      });
    }
  },
});
