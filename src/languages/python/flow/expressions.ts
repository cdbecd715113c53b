/** Lowers expressions into steps, in the order in which they are evaluated. Python Language Reference, chapter 6. */
import { Declaration } from "../../../model/binding.js";
import type { FlowBuilder } from "../../../model/flow-builder.js";
import type { Node } from "../../../syntax/node.js";
import { childrenOf } from "../../../syntax/walk.js";
import type { ComprehensionNode, Constant, Name, PythonNode } from "../nodes.js";

export function expression(b: FlowBuilder, node: Node): void {
  const one = node as PythonNode;
  switch (one.type) {
    case "Name": {
      const binding = b.followed(one);
      if (binding === undefined) return;
      if (one.fact instanceof Declaration) b.step({ does: "write", node, binding, value: null, first: true });
      else b.step({ does: "read", node, binding });
      return;
    }
    case "Constant":
      return;
    case "Lambda":
      for (const { default: value } of one.args.args) if (value) expression(b, value);
      return;
    case "IfExp":
      b.branch(
        (yes, no) => b.ask(one.test, () => expression(b, one.test), yes, no),
        () => expression(b, one.body),
        () => expression(b, one.orelse),
      );
      return;
    case "NamedExpr":
      expression(b, one.value);
      target(b, one.target, one.value, true);
      return;
    case "Await":
      expression(b, one.value);
      b.step({ does: "pause", node });
      return;
    case "Yield":
    case "YieldFrom":
      if (one.value) expression(b, one.value);
      b.step({ does: "pause", node });
      return;
    case "ListComp":
    case "SetComp":
    case "DictComp":
    case "GeneratorExp":
      comprehension(b, one);
      return;
    default:
      chain(b, node);
  }
}

/** Kinds that are not lowered by what their children are alone. */
const special = new Set([
  "Name",
  "Constant",
  "Lambda",
  "IfExp",
  "NamedExpr",
  "Await",
  "Yield",
  "YieldFrom",
  "ListComp",
  "SetComp",
  "DictComp",
  "GeneratorExp",
]);

/** Operators, calls, members and other nodes, each of which may begin with another one. There may be thousands, so that they are gone through without recursion. */
function chain(b: FlowBuilder, node: Node): void {
  const links: Node[] = [];
  let first: Node | undefined = node;
  for (; first !== undefined && !special.has(first.type); [first] = childrenOf(first)) links.push(first);
  if (first !== undefined) expression(b, first);
  for (let link = links.pop(); link !== undefined; link = links.pop()) {
    const [, ...rest] = childrenOf(link);
    const lower = (): void => rest.forEach((child) => expression(b, child));
    if (link.type === "BoolOp") b.maybe(lower);
    else lower();
  }
}

/** What stands in a comprehension may be done, or not, or again. */
function comprehension(b: FlowBuilder, { generators, elt }: ComprehensionNode): void {
  const [first] = generators;
  if (first !== undefined) expression(b, first.iter);
  b.maybe(() => {
    generators.forEach(({ target: names, iter, ifs }, index) => {
      if (index > 0) expression(b, iter);
      target(b, names, null, true);
      for (const test of ifs) expression(b, test);
    });
    expression(b, elt);
  });
}

/** Gives the names of a target their values; `value` is that of a plain name. */
export function target(b: FlowBuilder, node: Node, value: Node | null, first: boolean): void {
  const one = node as PythonNode;
  switch (one.type) {
    case "Name": {
      const binding = b.followed(one as Name);
      if (binding !== undefined) b.step({ does: "write", node, binding, value, first });
      return;
    }
    case "Tuple":
    case "List":
      for (const element of one.elts) target(b, element, null, first);
      return;
    case "Starred":
      target(b, one.value, null, first);
      return;
    default:
      expression(b, node);
  }
}

/** Whether a condition is written as one that holds always or never. */
export function fixedTruth(node: Node): boolean | undefined {
  if (node.type !== "Constant") return undefined;
  const { kind, value } = node as Constant;
  if (kind === "truth") return value as boolean;
  if (kind === "absent") return false;
  return kind === "number" && typeof value === "number" ? value !== 0 : undefined;
}
