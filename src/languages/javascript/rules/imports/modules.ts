/** The places at which a file names modules. */
import type { FileView } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import { isFromOutside } from "../../names/facts.js";
import type { JavaScriptNode, Literal } from "../../nodes/index.js";
import { textOf } from "../../reading.js";
import type { Visitors } from "../../rule.js";

/** Visitors that hand on each text that names a module, with the module. Where a failure is expected, as in a `try`, none is. */
export function namedModules<Options>(
  use: (source: Literal, module: string, file: FileView<Options>) => void,
): Visitors<Options> {
  const take = (source: Node | null, file: FileView<Options>): void => {
    const module = textOf(source);
    if (module !== undefined && !file.ambient && !file.isBroken(source!)) use(source as Literal, module, file);
  };
  return {
    ImportDeclaration: ({ source }, file) => take(source, file),
    ExportNamedDeclaration: ({ source }, file) => take(source, file),
    ExportAllDeclaration: ({ source }, file) => take(source, file),
    ExternalModule: ({ source }, file) => take(source, file),
    ImportExpression(node, file) {
      if (!mayFail(node)) take(node.source, file);
    },
    CallExpression(node, file) {
      const [first] = node.arguments;
      if (node.arguments.length !== 1 || !isFromOutside(node.callee, "require") || mayFail(node)) return;
      take(first!, file);
    },
  };
}

/** Whether code around a node deals with what it throws, or with a promise that it rejects. */
function mayFail(node: Node): boolean {
  for (let one = node as JavaScriptNode; one.parent !== null; one = one.parent as JavaScriptNode) {
    const parent = one.parent as JavaScriptNode;
    if (parent.type === "TryStatement" && parent.block === one) return true;
    if (parent.type === "MemberExpression" && parent.object === one && parent.property.type === "Identifier") {
      if (parent.property.name === "catch") return true;
      if (parent.property.name === "then" && holdsTwo(parent.parent as JavaScriptNode)) return true;
    }
  }
  return false;
}

function holdsTwo(node: JavaScriptNode): boolean {
  return node.type === "CallExpression" && node.arguments.length > 1;
}
