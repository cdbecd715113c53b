/** From a function, or another stretch of code that runs by itself, to its flow graph. */
import type { FlowGraph } from "../../../model/flow.js";
import type { Names } from "../../../model/names.js";
import type { Node } from "../../../syntax/node.js";
import type {
  FunctionNode,
  JavaScriptNode,
  NamespaceDeclaration,
  Program,
  PropertyDefinition,
  StaticBlock,
} from "../nodes/index.js";
import { FlowBuilder } from "./builder.js";
import { expression, isEndless, target } from "./expressions.js";
import { isTracked } from "./roots.js";
import { statements } from "./statements.js";

/** The graph of `root`, for which `isFlowRoot` holds. */
export function flowOf(root: Node, names: Names): FlowGraph {
  const b = new FlowBuilder(root);
  switch (root.type) {
    case "Program":
      statements(b, itemsThatMatter(root as Program, names));
      break;
    case "StaticBlock":
    case "NamespaceDeclaration":
      statements(b, (root as StaticBlock | NamespaceDeclaration).body ?? []);
      break;
    case "PropertyDefinition":
      expression(b, (root as PropertyDefinition).value!);
      break;
    default: {
      const { params, body } = root as FunctionNode;
      for (const param of params) target(b, param, null, true);
      if (body?.type === "FunctionBody") statements(b, body.body);
      else if (body) {
        expression(b, body);
        b.exit(body, true);
      }
    }
  }
  return b.finish();
}

/** Items that control always passes and that touch nothing that can be followed are left out: of large modules that is nearly all. */
function itemsThatMatter({ body }: Program, names: Names): Node[] {
  const touched = new Set<Node>();
  const note = (inner: Node): void => {
    let item = inner;
    while (item.parent?.parent) item = item.parent;
    touched.add(item);
  };
  for (const binding of names.changing) {
    if (!isTracked(binding)) continue;
    for (const { node } of binding.declarations) note(node);
    for (const { node } of binding.references) note(node);
  }
  const matter: Node[] = [];
  let decided = false;
  for (const item of body) {
    const decides = deciding.has(item.type) &&
      (item.type !== "ExpressionStatement" || isEndlessCall(item as JavaScriptNode));
    // What follows an item that decides shows whether control goes on behind it.
    if (decides || decided || touched.has(item)) matter.push(item);
    decided = decides;
  }
  return matter;
}

/** Items that may lead control elsewhere than to what follows. */
const deciding: ReadonlySet<string> = new Set([
  "BlockStatement",
  "IfStatement",
  "ForStatement",
  "ForInStatement",
  "ForOfStatement",
  "WhileStatement",
  "DoWhileStatement",
  "SwitchStatement",
  "TryStatement",
  "LabeledStatement",
  "WithStatement",
  "ThrowStatement",
  "ReturnStatement",
  "ExpressionStatement",
]);

function isEndlessCall(item: JavaScriptNode): boolean {
  return item.type === "ExpressionStatement" && item.expression.type === "CallExpression" && isEndless(item.expression);
}
