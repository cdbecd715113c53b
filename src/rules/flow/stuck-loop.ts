import type { AssignmentExpression, BinaryExpression, ForStatement, Identifier, UpdateExpression } from "../../languages/javascript/nodes/index.js";
import type { Node } from "../../syntax/node.js";
import { isInside, walk } from "../../syntax/walk.js";
import { defineRule, type RemedyOffer } from "../rule.js";

/** Which way a loop's counter moves in each turn: 1 up, -1 down, 0 unknown. */
function direction(update: Node, counter: string): 1 | -1 | 0 {
  if (update.type === "UpdateExpression") {
    const { operator, argument } = update as UpdateExpression;
    if (argument.type !== "Identifier" || argument.name !== counter) return 0;
    return operator === "++" ? 1 : -1;
  }
  if (update.type === "AssignmentExpression") {
    const { operator, left, right } = update as AssignmentExpression;
    if (left.type !== "Identifier" || left.name !== counter || right.type !== "Literal") return 0;
    const step = Number(right.value);
    if (!(step > 0)) return 0;
    if (operator === "+=") return 1;
    return operator === "-=" ? -1 : 0;
  }
  return 0;
}

interface Test {
  readonly counter: Identifier;
  /** The way the counter must move for the test to fail some day. */
  readonly toward: 1 | -1;
}

function readTest(test: Node | null): Test[] {
  if (test?.type !== "BinaryExpression") return [];
  const { left, operator, right } = test as BinaryExpression;
  const up = operator === "<" || operator === "<=" ? 1 : operator === ">" || operator === ">=" ? -1 : 0;
  if (up === 0) return [];
  const found: Test[] = [];
  if (left.type === "Identifier") found.push({ counter: left, toward: up });
  if (right.type === "Identifier") found.push({ counter: right, toward: up === 1 ? -1 : 1 });
  return found;
}

/** The update with its direction turned. */
function turned(update: Node): RemedyOffer[] {
  const { operator } = update as UpdateExpression | AssignmentExpression;
  const opposite: Readonly<Record<string, string>> = { "++": "--", "--": "++", "+=": "-=", "-=": "+=" };
  const insert = opposite[operator]!;
  const target = update.type === "UpdateExpression" ? (update as UpdateExpression) : undefined;
  const from = target ? (target.prefix ? update.start : update.end - 2) : -1;
  if (target) return [{ title: `Count the other way: \`${insert}\``, certainty: "proposed", edits: [{ from, to: from + 2, insert }] }];
  const { left, right } = update as AssignmentExpression;
  return [{ title: `Count the other way: \`${insert}\``, certainty: "proposed", edits: [{ from: left.end, to: right.start, insert: ` ${insert} ` }] }];
}

export const stuckLoop = defineRule({
  id: "flow.stuck-loop",
  title: "A loop whose counter moves away from its limit",
  why: "When each turn takes the counter further from the value that ends the loop, the loop runs not at all or (nearly) for ever. The step or the comparison is the wrong way round.",
  level: "error",
  kits: ["sound"],
  examples: {
    alerts: [
      { code: "for (let berth = 0; berth < 10; «berth--») {\n  moor(berth);\n}\nfunction moor() {}\n", after: "for (let berth = 0; berth < 10; berth++) {\n  moor(berth);\n}\nfunction moor() {}\n" },
      { code: "for (let tide = 9; tide >= 0; «tide += 2») {}\n", after: "for (let tide = 9; tide >= 0; tide -= 2) {}\n" },
      { code: "const last = 5;\nfor (let pier = last; 0 < pier; «++pier») {}\n", after: "const last = 5;\nfor (let pier = last; 0 < pier; --pier) {}\n" },
    ],
    quiet: [
      { code: "for (let berth = 0; berth < 10; berth++) {}\n" },
      { code: "for (let berth = 9; berth >= 0; berth -= 1) {}\n" },
      { code: "for (let low = 0, high = 9; low < high; high--) {}\n" },
      { code: "for (let berth = 0; berth < 10; berth--) {\n  berth += 2;\n}\n" },
      { code: "for (let berth = 0; berth < 10; berth--) {\n  if (berth < -5) break;\n}\n" },
    ],
  },
  visit: {
    ForStatement(loop: ForStatement, { names, alert }) {
      const { update, body } = loop;
      if (update === null) return;
      for (const { counter, toward } of readTest(loop.test)) {
        const way = direction(update, counter.name);
        if (way === 0 || way === toward) continue;
        const binding = names.uses.get(counter)?.binding;
        if (binding === undefined || binding.references.some((use) => use.access !== "read" && isInside(use.node, body))) continue;
        if (canLeave(body)) continue;
        alert(update, {
          message: `\`${counter.name}\` moves away from its limit, so this loop does not end as meant: count ${toward === 1 ? "up" : "down"}`,
          related: [{ from: loop.test!.start, to: loop.test!.end, message: "The loop goes on as long as this holds" }],
          remedies: () => turned(update),
        });
      }
    },
  },
});

/** Whether the loop can end by other means than its test. */
function canLeave(body: Node): boolean {
  let found = false;
  walk(body, (node) => {
    if (node.type === "BreakStatement" || node.type === "ReturnStatement" || node.type === "ThrowStatement" || node.type === "YieldExpression") found = true;
    return !found && !node.type.includes("Function");
  });
  return found;
}
