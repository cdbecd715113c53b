import { BindingMemo } from "../../model/binding-memo.js";
import type { Binding } from "../../model/binding.js";
import { Values, type KnownValue } from "../../model/flow-facts.js";
import type { ComparisonShape } from "../../model/shapes.js";
import type { Node } from "../../syntax/node.js";
import { defineRule, type FileView, type RemedyOffer } from "../rule.js";
import { stuckLoop, stuckNames } from "./stuck-loop.js";

type Known = (binding: Binding) => KnownValue | undefined;
/** A value that is known, in a list of one so that `undefined` can be among them; nothing where none is. */
type Value = readonly [string | number | boolean | null | undefined] | undefined;
type Code = Pick<FileView, "shape" | "facts">;

const comparisons: Partial<Record<ComparisonShape["is"], (a: never, b: never) => boolean>> = {
  identical: (a, b) => a === b,
  "not-identical": (a, b) => a !== b,
  equal: (a, b) => a == b,
  "not-equal": (a, b) => a != b,
  less: (a, b) => a < b,
  "at-most": (a, b) => a <= b,
  more: (a, b) => a > b,
  "at-least": (a, b) => a >= b,
};

/** What an expression gives, where that is known. `used` takes in the names it hangs on. */
function valueOf(node: Node, known: Known, used: Set<Binding>, code: Code): Value {
  const { shape, facts } = code;
  const literal = shape("literal", node);
  if (literal !== undefined) {
    return literal.kind === "pattern" || typeof literal.value === "bigint" ? undefined : [literal.value];
  }
  if (shape("name", node) !== undefined) {
    if (facts.isAbsent(node)) return [undefined];
    const binding = facts.bindingOf(node);
    const value = binding === undefined ? undefined : known(binding);
    if (value === undefined || value === "open") return undefined;
    used.add(binding!);
    return [value.literal];
  }
  const negated = shape("not", node);
  if (negated !== undefined) {
    const inner = valueOf(negated.operand, known, used, code);
    return inner && [!inner[0]];
  }
  const compared = shape("comparison", node);
  if (compared !== undefined) {
    const compare = comparisons[compared.is];
    const left = compare && valueOf(compared.left, known, used, code);
    const right = left && valueOf(compared.right, known, used, code);
    return left && right ? [compare!(left[0] as never, right[0] as never)] : undefined;
  }
  const joined = shape("logical", node);
  const left = joined && valueOf(joined.left, known, used, code);
  if (left === undefined) return undefined;
  const isLeft = joined!.is === "and" ? !left[0] : joined!.is === "or" ? Boolean(left[0]) : left[0] != null;
  return isLeft ? left : valueOf(joined!.right, known, used, code);
}

const nothingKnown: Known = () => undefined;

/** What an assignment makes of a name, as far as that is written there. */
function written(value: Node | null, code: Code): KnownValue {
  const found = value === null ? undefined : valueOf(value, nothingKnown, new Set(), code);
  return found === undefined ? "open" : { literal: found[0] };
}

/** Of longer conditions, in characters, nobody can tell what they come to. */
const longest = 2000;

/** Things that count as true whatever they hold. */
function isThing(test: Node, { shape }: Code): boolean {
  return shape("record", test) !== undefined ||
    shape("list", test) !== undefined ||
    shape("function", test) !== undefined ||
    shape("class", test) !== undefined ||
    shape("call", test)?.makes === true ||
    shape("literal", test)?.kind === "pattern";
}

/** A function of the file that is asked for itself, and was most likely meant to be called. */
function uncalled(test: Node, { shape, facts }: Code): Binding | undefined {
  if (shape("name", test) === undefined) return undefined;
  const binding = facts.bindingOf(test);
  return binding?.declarations.length === 1 && binding.kind === "function" && binding.writes === 0
    ? binding
    : undefined;
}

/** Whether a condition is written as one that always, or never, holds. */
function writtenTruth(test: Node, { shape }: Code): boolean | undefined {
  const value = shape("literal", test)?.value;
  if (value === true || value === 1) return true;
  return value === false || value === 0 ? false : undefined;
}

/** `mayBePlain` where a loop may be written as one that goes on by itself. */
function checkWritten(test: Node, file: FileView, mayBePlain: boolean): void {
  const { shape, alert, isBroken, edits } = file;
  const negated = shape("not", test);
  if (negated !== undefined) {
    checkWritten(negated.operand, file, mayBePlain);
    return;
  }
  let first = test;
  // There may be thousands, each of which begins with the next.
  for (let joined = shape("logical", first); joined !== undefined && joined.is !== "if-absent";) {
    checkWritten(joined.right, file, false);
    first = joined.left;
    joined = shape("logical", first);
  }
  if (first !== test) {
    checkWritten(first, file, false);
    return;
  }
  const binding = uncalled(test, file);
  if (binding !== undefined) {
    if (isBroken(test)) return;
    alert(test, {
      message: `\`${binding.name}\` is a function, so this is always true: is it to be called?`,
      remedies: (): RemedyOffer[] => [{
        title: "Call it",
        certainty: "proposed",
        edits: [{ from: test.end, to: test.end, insert: edits.call }],
      }],
    });
    return;
  }
  const truth = writtenTruth(test, file);
  if ((truth === undefined && !isThing(test, file)) || (truth !== undefined && mayBePlain) || isBroken(test)) return;
  alert(test, {
    message: `This condition is always ${truth === false ? "false" : "true"}: ask for something else, or take it out`,
  });
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
      { code: "def sail():\n    open = False\n    if «open»:\n        return 1\n    return 2\n", languageId: "python" },
    ],
    quiet: [
      {
        code: "def sail(tide):\n    found = False\n    try:\n        tide()\n    except ValueError:\n        pass\n    else:\n        found = True\n    return 1 if found else 2\n",
        languageId: "python",
      },
      {
        code: "def sail(berths):\n    last = None\n    for last in berths:\n        pass\n    if last is None:\n        return 1\n    return last\n",
        languageId: "python",
      },
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
  shapes: {
    branch: ({ test }, file) => checkWritten(test, file, false),
    loop({ test }, file) {
      if (test !== null) checkWritten(test, file, true);
    },
  },
  flow(flow, file) {
    const { alert, beside, isBroken } = file;
    if (flow.tests.length === 0 || flow.tracked.length === 0) return;
    const asked = new Set(
      flow.tracked.filter((binding) => everKnown.of(binding, file.text, () => isEverKnown(binding, file))),
    );
    if (asked.size === 0) return;
    const values = new Values(flow, asked, ({ value }) => written(value, file));
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
      const value = valueOf(node, values.at(block, at), used, file);
      if (
        value === undefined ||
        used.size === 0 ||
        [...used].some(isSwitch) ||
        isGathering(node, file) ||
        isSetByHand(node, file)
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
function isEverKnown({ declarations, references, writes }: Binding, file: FileView): boolean {
  const { facts, shape } = file;
  const isWritten = (value: Node | null): boolean => value === null || written(value, file) !== "open";
  return declarations.some(({ owner }) => facts.declaresValue(owner) && isWritten(facts.valueOf(owner))) ||
    (
      writes > 0 && references.some(({ access, node }) => {
        const assigned = access === "write" ? shape("assignment", node.parent!) : undefined;
        return assigned !== undefined && isWritten(assigned.value);
      })
    );
}

const everKnown = new BindingMemo<boolean>();

/** Whether a name gathers its value in steps, each written like the others: `found = found || …`. The first decides nothing. */
function isGathering(node: Node, { shape, facts }: Code): boolean {
  const binding = facts.bindingOf(node);
  let whole: Node = node.parent!;
  if (binding === undefined || shape("logical", whole) === undefined) return false;
  while (whole.parent !== null && shape("logical", whole.parent) !== undefined) whole = whole.parent;
  const up = whole.parent === null ? undefined : shape("assignment", whole.parent);
  return up?.value === whole && facts.bindingOf(up.target) === binding;
}

/** Whether a constant with a written value is asked for its truth alone: it is there to be set by hand. */
function isSetByHand(node: Node, code: Code): boolean {
  const negated = code.shape("not", node);
  if (negated !== undefined) return isSetByHand(negated.operand, code);
  return code.shape("name", node) !== undefined && code.facts.bindingOf(node)?.kind === "fixed";
}

/** Whether a name is written as one that is set by hand, to switch something on or off. */
function isSwitch({ name, kind }: Binding): boolean {
  return kind === "fixed" && /^[A-Z][A-Z0-9_]*$/.test(name);
}

function isPartOf(node: Node, whole: Node): boolean {
  for (let up: Node | null = node; up !== null; up = up.parent) if (up === whole) return true;
  return false;
}
