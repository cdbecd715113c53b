/** From a function, or another stretch of code that runs by itself, to its flow graph. */
import { FlowBuilder } from "../../../model/flow-builder.js";
import type { FlowGraph } from "../../../model/flow.js";
import type { Node } from "../../../syntax/node.js";
import type { FunctionNode, NamespaceDeclaration, Program, PropertyDefinition, StaticBlock } from "../nodes/index.js";
import { expression, target } from "./expressions.js";
import { isTracked } from "./roots.js";
import { body, statements } from "./statements.js";

/** The graph of `root`, for which `isFlowRoot` holds. */
export function flowOf(root: Node): FlowGraph {
  const b = new FlowBuilder(root, isTracked);
  code(b, root);
  return b.finish();
}

/** Lowers all the code of `root`. */
export function code(b: FlowBuilder, root: Node): void {
  switch (root.type) {
    case "Program":
    case "StaticBlock":
    case "NamespaceDeclaration":
      statements(b, (root as Program | StaticBlock | NamespaceDeclaration).body ?? []);
      break;
    case "PropertyDefinition":
      expression(b, (root as PropertyDefinition).value!);
      break;
    default: {
      const one = root as FunctionNode;
      for (const param of one.params) target(b, param, null, true);
      if (one.body?.type === "FunctionBody") body(b, one.body);
      else if (one.body) {
        expression(b, one.body);
        b.exit(one.body, true);
      }
    }
  }
}
