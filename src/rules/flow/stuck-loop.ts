import { bindingOf, useOf } from "../../languages/javascript/names/facts.js";
import type {
  AssignmentExpression,
  BinaryExpression,
  ForStatement,
  Identifier,
  Literal,
  MemberExpression,
  UpdateExpression,
  VariableDeclarator,
} from "../../languages/javascript/nodes/index.js";
import type { Binding } from "../../model/binding.js";
import type { FlowGraph, FlowLoop } from "../../model/flow.js";
import type { Node } from "../../syntax/node.js";
import { isInside, walk } from "../../syntax/walk.js";
import type { SourceText } from "../../text/text.js";
import { defineRule, type FileView, type RemedyOffer } from "../rule.js";

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
  const title = `Count the other way: \`${insert}\``;
  if (update.type === "UpdateExpression") {
    const from = (update as UpdateExpression).prefix ? update.start : update.end - 2;
    return [{ title, certainty: "proposed", edits: [{ from, to: from + 2, insert }] }];
  }
  const { left, right } = update as AssignmentExpression;
  return [{ title, certainty: "proposed", edits: [{ from: left.end, to: right.start, insert: ` ${insert} ` }] }];
}

/** The test with its comparison turned. */
function turnedTest({ left, operator, right }: BinaryExpression, text: SourceText): RemedyOffer[] {
  const insert = operator.replace(/[<>]/, (sign) => (sign === "<" ? ">" : "<"));
  const at = left.end + text.slice(left.end, right.start).indexOf(operator);
  return [{
    title: `Turn the comparison: \`${insert}\``,
    certainty: "proposed",
    edits: [{ from: at, to: at + operator.length, insert }],
  }];
}

/** Whether a loop's counter begins on the other side of its limit: then the comparison is what is wrong. */
function isBeyond({ init: head, test }: ForStatement, toward: 1 | -1): boolean {
  const { left, right } = test as BinaryExpression;
  const begin = head?.type === "VariableDeclaration" ? head.declarations[0]?.init : undefined;
  const limit = left.type === "Literal" ? left : right;
  if (begin?.type !== "Literal" || limit.type !== "Literal") return false;
  return toward === 1 ? Number(begin.value) > Number(limit.value) : Number(begin.value) < Number(limit.value);
}

/** Whether a loop can end, or hand over control, by other means than its test; also by what is thrown, where something around it handles that. */
function canLeave({ first, last, node, test, after }: FlowLoop, flow: FlowGraph): boolean {
  for (let id = first; id <= last; id += 1) {
    const block = flow.blocks[id]!;
    if (!block.reached || block === after) continue;
    if (block.steps.some(({ does, node: at }) => does === "pause" && at.type === "YieldExpression")) return true;
    if (block.next.some(
      ({ to, test: asked }) => (to === after || to.id < first || to.id > last) &&
        !(asked !== undefined && test !== null && isInside(asked, test)),
    )) return true;
    if (flow.returns.some((exit) => exit.block === block)) return true;
  }
  return holdsThrow(node);
}

function holdsThrow(loop: Node): boolean {
  let found = false;
  walk(loop, (node) => {
    if (node.type === "ThrowStatement") found = true;
    return !found && !node.type.includes("Function");
  });
  return found;
}

/** A counter that is moved away from its limit, in the head of a loop and nowhere else. */
function checkCounter(loop: FlowLoop, flow: FlowGraph, { alert, text }: FileView): void {
  if (loop.node.type !== "ForStatement") return;
  const { update, body, test } = loop.node as ForStatement;
  if (update === null || test === null) return;
  for (const { counter, toward } of readTest(test)) {
    const way = direction(update, counter.name);
    if (way === 0 || way === toward) continue;
    const binding = bindingOf(counter);
    if (
      binding === undefined ||
      binding.references.some((use) => use.access !== "read" && isInside(use.node, body)) ||
      canLeave(loop, flow)
    ) continue;
    alert(update, {
      message: `\`${counter.name}\` moves away from its limit, so this loop does not end as meant: count ${toward === 1 ? "up" : "down"}`,
      related: [{ at: test, message: "The loop goes on as long as this holds" }],
      remedies: () => {
        const ways = [turned(update), turnedTest(test as BinaryExpression, text)];
        return (isBeyond(loop.node as ForStatement, toward) ? ways.reverse() : ways).flat();
      },
    });
  }
}

/** Whether a test asks only which value a name has, or whether it counts as true: what happens inside an object is no matter then. */
function isAskedAsItIs(name: Node, test: Node): boolean {
  for (let node = name; node !== test; node = node.parent!) {
    const { type, operator } = node.parent as unknown as { type: string; operator?: string };
    if (type === "LogicalExpression" || (type === "UnaryExpression" && operator === "!")) continue;
    if (type !== "BinaryExpression" || (operator !== "===" && operator !== "!==")) return false;
  }
  return true;
}

const plainValues = new Set(["BinaryExpression", "UnaryExpression", "UpdateExpression", "TemplateLiteral"]);

/** Whether all that a name is given are numbers, texts and the like, which nothing can change from inside. */
function isPlain({ declarations, references }: Binding): boolean {
  const isPlainValue = (value: Node | null | undefined): boolean => value != null &&
    (
      plainValues.has(value.type) ||
      (value.type === "Literal" && !(value as Literal).raw.startsWith("/")) ||
      (
        value.type === "MemberExpression" &&
        ((value as MemberExpression).property as { name?: string }).name === "length"
      )
    );
  return (
    declarations.every(
      ({ owner, node }) => owner.type === "VariableDeclarator" &&
        (owner as VariableDeclarator).id === node &&
        isPlainValue((owner as VariableDeclarator).init),
    ) &&
    references.every(
      ({ access, node }) => access !== "write" || isPlainValue((node.parent as Partial<AssignmentExpression>).right),
    )
  );
}

const none: ReadonlySet<string> = new Set();

const still = new Set([
  "Identifier",
  "Literal",
  "BinaryExpression",
  "LogicalExpression",
  "UnaryExpression",
  "TemplateLiteral",
  "TemplateElement",
]);

/** The names of which a loop's test is made, where none of them gets another value in the loop and nothing else ends it. */
export function stuckNames(loop: FlowLoop, flow: FlowGraph, isBroken: (node: Node) => boolean): ReadonlySet<string> {
  const { test, node } = loop;
  if (test === null || !loop.head.reached) return none;
  const names = new Set<string>();
  let isStill = true;
  walk(test, (inner) => {
    if (!still.has(inner.type)) isStill = false;
    if (inner.type !== "Identifier" || !isStill) return isStill;
    const binding = useOf(inner)?.binding;
    const follows = binding !== undefined &&
      flow.tracked.includes(binding) &&
      (isAskedAsItIs(inner, test) || isPlain(binding));
    const isGiven = follows &&
      (
        binding.references.some((use) => use.access !== "read" && isInside(use.node, node)) ||
        binding.declarations.some(
          ({ owner }) =>
            (owner as Partial<VariableDeclarator>).init && isInside(owner, (node as unknown as { body: Node }).body),
        )
      );
    if (!follows || isGiven) {
      isStill = false;
    }
    names.add((inner as Identifier).name);
    return isStill;
  });
  return isStill && names.size > 0 && !canLeave(loop, flow) && !isBroken(node) ? names : none;
}

function checkTest(loop: FlowLoop, flow: FlowGraph, { alert, isBroken }: FileView): void {
  const names = stuckNames(loop, flow, isBroken);
  if (names.size === 0) return;
  const told = [...names].map((name) => `\`${name}\``).join(", ");
  alert(loop.test!, {
    message:
      `This test cannot change: nothing in the loop gives ${told} another value, so it runs not at all or for ever`,
  });
}

export const stuckLoop = defineRule({
  id: "flow.stuck-loop",
  title: "A loop whose counter moves away from its limit, or whose test cannot change",
  why: "When each turn takes the counter further from the value that ends the loop, or nothing in the loop changes what its test asks, the loop runs not at all or (nearly) for ever. The step or the comparison is the wrong way round, or the step is missing.",
  level: "error",
  kits: ["sound"],
  examples: {
    alerts: [
      {
        code: "for (let berth = 0; berth < 10; «berth--») {\n  moor(berth);\n}\nfunction moor() {}\n",
        after: "for (let berth = 0; berth < 10; berth++) {\n  moor(berth);\n}\nfunction moor() {}\n",
      },
      {
        code: "for (let tide = 9; tide >= 0; «tide += 2») {}\n",
        after: "for (let tide = 9; tide >= 0; tide -= 2) {}\n",
      },
      {
        code: "const last = 5;\nfor (let pier = last; 0 < pier; «++pier») {}\n",
        after: "const last = 5;\nfor (let pier = last; 0 < pier; --pier) {}\n",
      },
      {
        code: "export function count(all) {\n  let pier = 0;\n  let sum = 0;\n  while («pier < 10») {\n    sum += all[pier];\n  }\n  return sum;\n}\n",
      },
    ],
    quiet: [
      { code: "for (let berth = 0; berth < 10; berth++) {}\n" },
      { code: "export function wait(next) {\n  do {\n    var tide = next();\n  } while (!tide);\n  return tide;\n}\n" },
      { code: "for (let berth = 9; berth >= 0; berth -= 1) {}\n" },
      { code: "for (let low = 0, high = 9; low < high; high--) {}\n" },
      { code: "for (let berth = 0; berth < 10; berth--) {\n  berth += 2;\n}\n" },
      { code: "for (let berth = 0; berth < 10; berth--) {\n  if (berth < -5) break;\n}\n" },
      {
        code: "export function days(from, to) {\n  const all = [];\n  while (from <= to) {\n    all.push(from.next());\n  }\n  return all;\n}\n",
      },
      { code: "export function wait(all) {\n  while (all.length < 3) sail();\n}\nfunction sail() {}\n" },
      { code: "export function* turns(on) {\n  while (on) yield 1;\n}\n" },
      {
        code: "export function count() {\n  let open = true;\n  later(() => { open = false; });\n  while (open) sail();\n}\nfunction later() {}\nfunction sail() {}\n",
      },
      {
        code: "export function run(loud) {\n  while (loud) {\n    if (sail()) return 1;\n  }\n  return 0;\n}\nfunction sail() {}\n",
      },
    ],
  },
  flow(flow, file) {
    for (const loop of flow.loops) {
      if (!loop.head.reached) continue;
      checkCounter(loop, flow, file);
      checkTest(loop, flow, file);
    }
  },
});
