/** Where a file names modules. */
import type { Node } from "../../../syntax/node.js";
import { walk } from "../../../syntax/walk.js";
import type { NamedModule } from "../../language.js";
import type { JavaScriptNode, Literal } from "../nodes/index.js";
import { textOf } from "../reading.js";
import { requiredModule } from "./old-form.js";

/** The texts that name modules: of imports, of exports that hand on, of `require` and `import()` with a plain text. */
export function modulesIn(root: Node): NamedModule[] {
  const found: NamedModule[] = [];
  walk(root, (node) => {
    const source = sourceOf(node as JavaScriptNode);
    const module = textOf(source);
    // With escapes in it, it is written otherwise than it is.
    if (module !== undefined && (source as Literal).raw.slice(1, -1) === module) {
      found.push({ module, from: source!.start + 1, to: source!.end - 1 });
    }
  });
  return found;
}

function sourceOf(node: JavaScriptNode): Node | null {
  switch (node.type) {
    case "ImportDeclaration":
    case "ExportNamedDeclaration":
    case "ExportAllDeclaration":
    case "ExternalModule":
    case "ImportExpression":
      return node.source;
    case "CallExpression":
      return requiredModule(node) === undefined ? null : node.arguments[0]!;
    default:
      return null;
  }
}
