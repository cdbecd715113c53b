import { declaredIn, writesIn } from "../../model/binding-memo.js";
import type { Binding } from "../../model/binding.js";
import type { FlowGraph, FlowLoop } from "../../model/flow.js";
import type { ComparisonShape, LoopShape, StepShape } from "../../model/shapes.js";
import type { Node } from "../../syntax/node.js";
import { isInside, walk } from "../../syntax/walk.js";
import type { SourceText } from "../../text/text.js";
import { defineRule, type FileView, type RemedyOffer } from "../rule.js";

/** What a rule asks of a file to judge loops. */
type Code = Pick<FileView, "text" | "shape" | "facts" | "isBroken">;

interface Counter {
  /** The node of its name in the test. */
  readonly node: Node;
  readonly name: string;
  /** The way it must move for the test to fail some day. */
  readonly toward: 1 | -1;
}

/** The names on both sides of a comparison by size. */
function countersIn({ left, right, is }: ComparisonShape, { shape }: Code): Counter[] {
  const up = is === "less" || is === "at-most" ? 1 : is === "more" || is === "at-least" ? -1 : 0;
  if (up === 0) return [];
  return ([[left, up], [right, up === 1 ? -1 : 1]] as const).flatMap(([node, toward]) => {
    const name = shape("name", node)?.name;
    return name === undefined ? [] : [{ node, name, toward }];
  });
}

/** The step with its direction turned. */
function turned({ sign, opposite }: StepShape, text: SourceText): RemedyOffer[] {
  return [{
    title: `Count the other way: \`${opposite}\``,
    certainty: "proposed",
    edits: [{ ...sign(text), insert: opposite }],
  }];
}

/** The test with its comparison turned. */
function turnedTest({ left, operator, right }: ComparisonShape, text: SourceText): RemedyOffer[] {
  const insert = operator.replace(/[<>]/, (sign) => (sign === "<" ? ">" : "<"));
  const at = left.end + text.slice(left.end, right.start).indexOf(operator);
  return [{
    title: `Turn the comparison: \`${insert}\``,
    certainty: "proposed",
    edits: [{ from: at, to: at + operator.length, insert }],
  }];
}

/** Whether a loop's counter begins on the other side of its limit: then the comparison is what is wrong. */
function isBeyond(
  { start }: LoopShape,
  binding: Binding,
  { left, right }: ComparisonShape,
  toward: 1 | -1,
  { shape, facts }: Code,
): boolean {
  const { owner } = binding.declarations[0]!;
  const value = start !== null && isInside(owner, start) ? facts.valueOf(owner) : null;
  const begin = value === null ? undefined : shape("literal", value);
  const limit = shape("literal", left) ?? shape("literal", right);
  if (begin === undefined || limit === undefined) return false;
  return toward === 1 ? Number(begin.value) > Number(limit.value) : Number(begin.value) < Number(limit.value);
}

/** Whether a loop can end, or hand over control, by other means than its test; also by what is thrown, where something around it handles that. */
function canLeave({ first, last, node, test, after }: FlowLoop, flow: FlowGraph, code: Code): boolean {
  for (let id = first; id <= last; id += 1) {
    const block = flow.blocks[id]!;
    if (!block.reached || block === after) continue;
    if (block.steps.some(({ does, node: at }) => does === "pause" && code.facts.givesWay(at))) return true;
    if (block.next.some(
      ({ to, test: asked }) => (to === after || to.id < first || to.id > last) &&
        !(asked !== undefined && test !== null && isInside(asked, test)),
    )) return true;
    if (flow.returns.some((exit) => exit.block === block)) return true;
  }
  return holdsThrow(node, code);
}

function holdsThrow(loop: Node, { shape }: Code): boolean {
  let found = false;
  walk(loop, (node) => {
    if (shape("exit", node)?.kind === "throw") found = true;
    return !found && shape("function", node) === undefined;
  });
  return found;
}

/** The step that moves a name in a loop, where each use that gives it another value there is one and all go the same way. */
function stepInBody(
  name: string,
  test: Node,
  { body }: LoopShape,
  { shape, facts, text }: Code,
): StepShape | undefined {
  let found: StepShape | undefined;
  let isOnly = true;
  let asked: Binding | undefined;
  walk(test, (node) => {
    if (shape("name", node)?.name === name) asked = facts.bindingOf(node);
    return asked === undefined;
  });
  if (asked === undefined || declaredIn(asked, body, text).length > 0) return undefined;
  for (const { node } of writesIn(asked, body, text)) {
    const step = node.parent === null ? undefined : shape("step", node.parent);
    if (step === undefined || step.way === 0 || (found !== undefined && found.way !== step.way)) isOnly = false;
    else found ??= step;
  }
  return isOnly ? found : undefined;
}

/** The step of a loop: in its head, or else the one in its body that moves a name of its test. */
function stepOf(loop: LoopShape, test: ComparisonShape, code: Code): StepShape | undefined {
  if (loop.step !== null) return code.shape("step", loop.step);
  for (const { name } of countersIn(test, code)) {
    const step = stepInBody(name, test.node, loop, code);
    if (step !== undefined) return step;
  }
  return undefined;
}

/** A counter that is moved away from its limit, and nothing else is done with it in the loop. */
function checkCounter(loop: FlowLoop, flow: FlowGraph, file: FileView): void {
  const { alert, text, shape, facts } = file;
  const whole = shape("loop", loop.node);
  const asked = whole?.test ? shape("comparison", whole.test) : undefined;
  const step = asked && stepOf(whole!, asked, file);
  const test = whole?.test ? shape("comparison", whole.test) : undefined;
  if (whole === undefined || step === undefined || test === undefined || step.way === 0) return;
  const moved = shape("name", step.target)?.name;
  for (const { node, name, toward } of countersIn(test, file)) {
    if (name !== moved || step.way === toward) continue;
    const binding = facts.bindingOf(node);
    if (
      binding === undefined ||
      (whole.step !== null && writesIn(binding, whole.body, text).length > 0) ||
      (whole.step === null && !flow.tracked.includes(binding)) ||
      canLeave(loop, flow, file)
    ) continue;
    alert(step.node, {
      message: `\`${name}\` moves away from its limit, so this loop does not end as meant: count ${toward === 1 ? "up" : "down"}`,
      related: [{ at: test.node, message: "The loop goes on as long as this holds" }],
      remedies: () => {
        const ways = [turned(step, text), turnedTest(test, text)];
        return (isBeyond(whole, binding, test, toward, file) ? ways.reverse() : ways).flat();
      },
    });
  }
}

/** Whether a test asks only which value a name has, or whether it counts as true: what happens inside an object is no matter then. */
function isAskedAsItIs(name: Node, test: Node, { shape }: Code): boolean {
  for (let node = name; node !== test; node = node.parent!) {
    const up = node.parent!;
    if (shape("logical", up) !== undefined || shape("not", up) !== undefined) continue;
    const is = shape("comparison", up)?.is;
    if (is !== "identical" && is !== "not-identical") return false;
  }
  return true;
}

const none: ReadonlySet<string> = new Set();

/** The names of which a loop's test is made, where none of them gets another value in the loop and nothing else ends it. */
export function stuckNames(loop: FlowLoop, flow: FlowGraph, code: Code): ReadonlySet<string> {
  const { test, node } = loop;
  const { shape, facts, isBroken } = code;
  if (test === null || !loop.head.reached) return none;
  const body = shape("loop", node)?.body;
  const names = new Set<string>();
  let isStill = true;
  walk(test, (inner) => {
    if (!facts.isStill(inner)) isStill = false;
    const name = shape("name", inner)?.name;
    if (name === undefined || !isStill) return isStill;
    const binding = facts.useOf(inner)?.binding;
    const follows = binding !== undefined &&
      flow.tracked.includes(binding) &&
      (isAskedAsItIs(inner, test, code) || facts.holdsPlainValues(binding));
    const isGiven = follows &&
      (
        writesIn(binding, node, code.text).length > 0 ||
        (body !== undefined && declaredIn(binding, body, code.text).some(({ owner }) => facts.valueOf(owner) !== null))
      );
    if (!follows || isGiven) isStill = false;
    names.add(name);
    return isStill;
  });
  return isStill && names.size > 0 && !canLeave(loop, flow, code) && !isBroken(node) ? names : none;
}

function checkTest(loop: FlowLoop, flow: FlowGraph, file: FileView): void {
  const names = stuckNames(loop, flow, file);
  if (names.size === 0) return;
  const told = [...names].map((name) => `\`${name}\``).join(", ");
  file.alert(loop.test!, {
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
      {
        code: "export function wait(tide) {\n  while (tide > 0) {\n    «tide += 1»;\n  }\n}\n",
        after: "export function wait(tide) {\n  while (tide > 0) {\n    tide -= 1;\n  }\n}\n",
      },
      {
        code: "def wait(tide):\n    while tide > 0:\n        «tide += 1»\n",
        after: "def wait(tide):\n    while tide > 0:\n        tide -= 1\n",
        languageId: "python",
      },
    ],
    quiet: [
      {
        code:
          "export function wait(tide) {\n  while (tide > 0) {\n    if (tide > 9) tide -= 10;\n    tide += 1;\n  }\n}\n",
      },
      { code: "def wait(queue):\n    while queue:\n        queue.pop()\n", languageId: "python" },
      { code: "def letters(tide):\n    while tide:\n        tide, rest = divmod(tide, 26)\n", languageId: "python" },
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
