import type { Node } from "../../../../syntax/node.js";
import { walk } from "../../../../syntax/walk.js";
import { bindingOf } from "../../names/facts.js";
import { functionAround } from "../../reading.js";
import { defineRule } from "../../rule.js";
import { offer } from "../offer.js";

function waits(node: Node): boolean {
  let found = false;
  walk(node, ({ type }) => {
    if (type === "AwaitExpression") found = true;
    return !found && !/Function(?:Declaration|Expression)$/.test(type);
  });
  return found;
}

export const raceOnShared = defineRule({
  id: "async.race-on-shared",
  title: "Something shared that is read before a wait and written after it",
  why: "`total += await fare()` reads `total`, waits, and then writes what it read with the fare added. What others wrote meanwhile is lost. Waiting first, and adding then, keeps it.",
  level: "warning",
  kits: [],
  examples: {
    alerts: [
      {
        code:
          "let total = 0;\nexport async function pay(child) {\n  «total += await fare(child)»;\n  return total;\n}\n",
        after: "let total = 0;\nexport async function pay(child) {\n  const value = await fare(child);\n  total += value;\n  return total;\n}\n",
      },
      {
        code:
          "export class Kiosk {\n  async pay(child) {\n    «this.total = this.total + await fare(child)»;\n  }\n}\n",
      },
    ],
    quiet: [
      {
        code:
          "export async function pay(child) {\n  let total = 0;\n  total += await fare(child);\n  return total;\n}\n",
      },
      {
        code: "let total = 0;\nexport async function pay(child) {\n  const value = await fare(child);\n  total += value;\n  return total;\n}\n",
      },
      { code: "export class Kiosk {\n  async open() {\n    this.total = await fare();\n  }\n}\n" },
    ],
  },
  visit: {
    AssignmentExpression(node, { text, facts, shape, isBroken, alert }) {
      const { operator, left, right } = node;
      const up = functionAround(node);
      if (up === undefined || !up.async || !waits(right) || isBroken(node)) return;
      const isSum = right.type === "BinaryExpression" && facts.isSame(right.left, left as Node, text);
      if (operator === "=" ? !isSum : !/^(?:[-+*/%&|^]|\*\*|<<|>>>?)=$/.test(operator)) return;
      if (!facts.isSteady(left)) return;
      if (left.type === "Identifier") {
        const declared = bindingOf(left)?.declarations[0]?.node;
        if (declared === undefined || (declared.start >= up.start && declared.start < up.end)) return;
      } else if (left.type !== "MemberExpression" || left.object.type !== "ThisExpression") return;
      const name = text.slice(left.start, left.end);
      alert(node, {
        message:
          `\`${name}\` is read before the wait and written after it: what others write meanwhile is lost; wait first`,
        remedies() {
          const statement = node.parent!;
          if (operator === "=" || right.type !== "AwaitExpression" || shape("value", statement)?.isListed !== true) {
            return [];
          }
          const head = /[ \t]*$/.exec(text.slice(Math.max(0, statement.start - 200), statement.start))![0];
          return offer(
            "Wait first",
            "proposed",
            [
              {
                from: statement.start,
                to: statement.start,
                insert: `const value = ${text.slice(right.start, right.end)};\n${head}`,
              },
              { from: right.start, to: right.end, insert: "value" },
            ],
            text,
          );
        },
      });
    },
  },
});
