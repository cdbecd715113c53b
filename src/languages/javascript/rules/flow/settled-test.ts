import type { Binding } from "../../../../model/binding.js";
import { Values, type KnownValue } from "../../../../model/flow-facts.js";
import { stuckLoop, stuckNames } from "../../../../rules/flow/stuck-loop.js";
import type { FileView, RemedyOffer } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import { writtenTruth } from "../../flow/expressions.js";
import { bindingOf } from "../../names/facts.js";
import type {
  AssignmentExpression,
  Expression,
  JavaScriptNode,
  VariableDeclarator,
} from "../../nodes/index.js";
import { defineRule } from "../../rule.js";

type Known = (binding: Binding) => KnownValue | undefined;
/** A value that is known, in a list of one so that `undefined` can be among them; nothing where none is. */
type Value = readonly [string | number | boolean | null | undefined] | undefined;

const comparisons: Readonly<Record<string, (a: never, b: never) => boolean>> = {
  "===": (a, b) => a === b,
  "!==": (a, b) => a !== b,
  "==": (a, b) => a == b,
  "!=": (a, b) => a != b,
  "<": (a, b) => a < b,
  "<=": (a, b) => a <= b,
  ">": (a, b) => a > b,
  ">=": (a, b) => a >= b,
};

/** What an expression gives, where that is known. `used` takes in the names it hangs on. */
function valueOf(node: Node, known: Known, used: Set<Binding>): Value {
  const one = node as JavaScriptNode;
  switch (one.type) {
    case "Literal":
      return one.raw.startsWith("/") || one.raw.endsWith("n") ? undefined : [one.value];
    case "Identifier": {
      if (one.name === "undefined" && bindingOf(one) === undefined) return [undefined];
      const binding = bindingOf(one);
      const value = binding === undefined ? undefined : known(binding);
      if (value === undefined || value === "open") return undefined;
      used.add(binding!);
      return [value.literal];
    }
    case "UnaryExpression": {
      const inner = one.operator === "!"
        ? valueOf(one.argument, known, used)
        : one.operator === "-" ? valueOf(one.argument, known, used) : undefined;
      if (inner === undefined) return undefined;
      return one.operator === "!" ? [!inner[0]] : typeof inner[0] === "number" ? [-inner[0]] : undefined;
    }
    case "BinaryExpression": {
      const compare = comparisons[one.operator];
      if (compare === undefined) return undefined;
      const left = valueOf(one.left, known, used);
      const right = left && valueOf(one.right, known, used);
      return left && right ? [compare(left[0] as never, right[0] as never)] : undefined;
    }
    case "LogicalExpression": {
      const left = valueOf(one.left, known, used);
      if (left === undefined) return undefined;
      if (one.operator === "&&") return left[0] ? valueOf(one.right, known, used) : left;
      if (one.operator === "||") return left[0] ? left : valueOf(one.right, known, used);
      return left[0] == null ? valueOf(one.right, known, used) : left;
    }
    default:
      return undefined;
  }
}

const nothingKnown: Known = () => undefined;

/** What an assignment makes of a name, as far as that is written there. */
function written(value: Node | null): KnownValue {
  const found = value === null ? undefined : valueOf(value, nothingKnown, new Set());
  return found === undefined ? "open" : { literal: found[0] };
}

/** Of longer conditions, in characters, nobody can tell what they come to. */
const longest = 2000;

/** Things that count as true whatever they hold. */
function isThing(test: Expression): boolean {
  return [
    "ObjectExpression",
    "ArrayExpression",
    "FunctionExpression",
    "ArrowFunctionExpression",
    "ClassExpression",
    "NewExpression",
  ].includes(test.type) ||
    (test.type === "Literal" && test.raw.startsWith("/"));
}

/** A function of the file that is asked for itself, and was most likely meant to be called. */
function uncalled(test: Expression): Binding | undefined {
  if (test.type !== "Identifier") return undefined;
  const binding = bindingOf(test);
  return binding?.declarations.length === 1 && binding.kind === "function" && binding.writes === 0
    ? binding
    : undefined;
}

function checkWritten(test: Expression, { alert, isBroken }: FileView, mayBePlain: boolean): void {
  if (test.type === "UnaryExpression" && test.operator === "!") {
    checkWritten(test.argument, { alert, isBroken } as FileView, mayBePlain);
    return;
  }
  if (test.type === "LogicalExpression" && test.operator !== "??") {
    checkWritten(test.left, { alert, isBroken } as FileView, false);
    checkWritten(test.right, { alert, isBroken } as FileView, false);
    return;
  }
  const binding = uncalled(test);
  if (binding !== undefined) {
    if (isBroken(test)) return;
    alert(test, {
      message: `\`${binding.name}\` is a function, so this is always true: is it to be called?`,
      remedies: (): RemedyOffer[] => [{
        title: "Call it",
        certainty: "proposed",
        edits: [{ from: test.end, to: test.end, insert: "()" }],
      }],
    });
    return;
  }
  const truth = writtenTruth(test);
  if ((truth === undefined && !isThing(test)) || (truth !== undefined && mayBePlain) || isBroken(test)) return;
  alert(test, { message: `This condition is always ${truth === false ? "false" : "true"}` });
}

export const settledTest = defineRule({
  id: "flow.settled-test",
  title: "A condition that is always true, or always false",
  why: "The condition decides nothing: it asks a fixed value, or a name that can only have one value there. Most often the line that should change the name is missing, a call lacks its parentheses, or the condition was fixed while searching for a mistake.",
  level: "warning",
  kits: ["sound"],
  beside: [stuckLoop],
  examples: {
    alerts: [
      {
        code: "export function any(all) {\n  let found = false;\n  for (const one of all) {\n    if (one) log(one);\n  }\n  if («found») return 1;\n  return 0;\n}\nfunction log() {}\n",
      },
      { code: "if («true») sail();\nfunction sail() {}\n" },
      { code: "export const fare = (child) => (child && «false» ? 210 : 420);\n" },
      { code: "export function pick(all) {\n  const kind = 3;\n  return «kind === 4» ? all : null;\n}\n" },
      {
        code: "function isOpen() {\n  return true;\n}\nif («isOpen») sail();\nfunction sail() {}\n",
        after: "function isOpen() {\n  return true;\n}\nif (isOpen()) sail();\nfunction sail() {}\n",
      },
      { code: "export function first(all) {\n  if («[]») return all;\n  return null;\n}\n" },
    ],
    quiet: [
      {
        code: "export function count(all) {\n  let pier = 0;\n  while (pier < 10) all.sail();\n}\n",
        with: ["flow.stuck-loop"],
      },
      {
        code: "export function isLate(text) {\n  let late = false;\n  late = late || text.startsWith(\"late\");\n  late = late || text.startsWith(\"gone\");\n  return late;\n}\n",
      },
      { code: "while (true) {\n  if (sail()) break;\n}\nfunction sail() {}\n" },
      {
        code: "export function any(all) {\n  let found = false;\n  for (const one of all) if (one) found = true;\n  if (found) return 1;\n  return 0;\n}\n",
      },
      {
        code: "export function draw(edges) {\n  const all = false; // true draws each of them\n  return all || edges.length > 3;\n}\n",
      },
      { code: "const DEBUG = false;\nexport function sail() {\n  if (DEBUG) log();\n}\nfunction log() {}\n" },
      {
        code:
          "export function once(run) {\n  let open = true;\n  run(() => { open = false; });\n  if (open) run();\n}\n",
      },
      {
        code: "export function look(all) {\n  let last;\n  for (const one of all) {\n    if (last) return last;\n    last = one;\n  }\n  return null;\n}\n",
      },
      {
        code: "export function tried(run) {\n  let done = false;\n  try {\n    run();\n    done = true;\n  } finally {\n    if (!done) log();\n  }\n}\nfunction log() {}\n",
      },
    ],
  },
  visit: {
    IfStatement: (node, file) => checkWritten(node.test, file, false),
    ConditionalExpression: (node, file) => checkWritten(node.test, file, false),
    WhileStatement: (node, file) => checkWritten(node.test, file, true),
    DoWhileStatement: (node, file) => checkWritten(node.test, file, true),
    ForStatement(node, file) {
      if (node.test !== null) checkWritten(node.test, file, true);
    },
  },
  flow(flow, file) {
    const { alert, beside, isBroken } = file;
    if (flow.tests.length === 0 || flow.tracked.length === 0) return;
    const asked = new Set(flow.tracked.filter(isEverKnown));
    if (asked.size === 0) return;
    const values = new Values(flow, asked, ({ value }) => written(value));
    const told: Node[] = [];
    let stuck: readonly Node[] | undefined;
    const findStuck = (): readonly Node[] => (
      beside(stuckLoop).isOn
        ? flow.loops.filter((loop) => stuckNames(loop, flow, file).size > 0).map(({ test }) => test!)
        : []
    );
    for (const { node, block, at } of flow.tests) {
      if (!block.reached || node.length > longest || isBroken(node)) continue;
      const used = new Set<Binding>();
      const value = valueOf(node, values.at(block, at), used);
      if (
        value === undefined || used.size === 0 || [...used].some(isSwitch) || isGathering(node) || isSetByHand(node)
      ) {
        continue;
      }
      // Of a loop that nothing ends `flow.stuck-loop` tells.
      stuck ??= findStuck();
      if (stuck.some((test) => isPartOf(node, test))) continue;
      // Of a condition and its parts the whole is told.
      if (told.some((whole) => isPartOf(node, whole))) continue;
      told.push(node);
      const names = [...used].map(({ name }) => `\`${name}\``).join(", ");
      alert(node, {
        message: `This condition is always ${value[0] ? "true" : "false"}: ${names} can have no other value here`,
        related: [...used].map((binding) => ({
          at: binding.declarations[0]!.node,
          message: `\`${binding.name}\` is declared here`,
        })),
      });
    }
  },
});

/** Whether a name is ever given a value that is written there, or none. */
function isEverKnown({ declarations, references }: Binding): boolean {
  const isWritten = (value: Node | null | undefined): boolean =>
    value === null || (value !== undefined && written(value) !== "open");
  return declarations.some(
    ({ owner }) => owner.type === "VariableDeclarator" && isWritten((owner as VariableDeclarator).init),
  ) ||
    references.some(
      ({ access, node }) => access === "write" && isWritten((node.parent as Partial<AssignmentExpression>).right),
    );
}

/** Whether a name gathers its value in steps, each written like the others: `found = found || …`. The first decides nothing. */
function isGathering(node: Node): boolean {
  const binding = bindingOf(node);
  let whole: Node = node.parent!;
  if (binding === undefined || whole.type !== "LogicalExpression") return false;
  while (whole.parent?.type === "LogicalExpression") whole = whole.parent;
  const up = whole.parent as JavaScriptNode;
  return up.type === "AssignmentExpression" && up.right === whole && bindingOf(up.left) === binding;
}

/** Whether a constant with a written value is asked for its truth alone: it is there to be set by hand. */
function isSetByHand(node: Node): boolean {
  const one = node as JavaScriptNode;
  if (one.type === "UnaryExpression" && one.operator === "!") return isSetByHand(one.argument);
  const binding = bindingOf(node);
  return binding?.kind === "fixed";
}

/** Whether a name is written as one that is set by hand, to switch something on or off. */
function isSwitch({ name, kind }: Binding): boolean {
  return kind === "fixed" && /^[A-Z][A-Z0-9_]*$/.test(name);
}

function isPartOf(node: Node, whole: Node): boolean {
  for (let up: Node | null = node; up !== null; up = up.parent) if (up === whole) return true;
  return false;
}
