/** Modules that a file may load otherwise than by its imports. */
import type { Node } from "../../../syntax/node.js";
import { walk } from "../../../syntax/walk.js";
import type { JavaScriptNode } from "../nodes/index.js";
import { textOf } from "../reading.js";

const relative = /^\.\.?\//;

/** Texts that look like modules in `import()`, in types, and among what calls are given: `require`, workers, stand-ins in tests. */
export function loadedIn(root: Node): string[] {
  const found = new Set<string>();
  walk(root, (node) => {
    for (const source of sourcesOf(node as JavaScriptNode)) {
      const module = textOf(source);
      if (module !== undefined && isOne(node, module)) found.add(module);
    }
  });
  return [...found];
}

/** Whether a part of a file may load modules. */
export function mayLoad(part: Node): boolean {
  let found = false;
  walk(part, (node) => {
    found ||= sourcesOf(node as JavaScriptNode).some((source) => {
      const module = textOf(source);
      return module !== undefined && isOne(node, module);
    });
    return !found;
  });
  return found;
}

/** Whether a text names a file, as seen from another one. */
export function namesFile(node: Node): boolean {
  return relative.test(textOf(node) ?? "");
}

/** What is given to any call counts only where it names a file. */
const isOne = ({ type }: Node, module: string): boolean => type.startsWith("Import") || relative.test(module);

function sourcesOf(node: JavaScriptNode): readonly Node[] {
  switch (node.type) {
    case "ImportExpression":
      return [node.source];
    case "ImportType":
      return node.argument.type === "LiteralType" ? [node.argument.literal] : [];
    case "CallExpression":
    case "NewExpression":
      return node.arguments;
    default:
      return [];
  }
}
