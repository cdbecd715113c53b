/** Modules of the kind that was before modules: `require`, `exports.fare = …`, `module.exports = { fare }`. */
import type { ExportedName, ImportedModule } from "../../../model/links.js";
import type { Node } from "../../../syntax/node.js";
import type { JavaScriptNode, VariableDeclaration } from "../nodes/index.js";
import { memberName, textOf } from "../reading.js";

/** What is required at the top of a file, `const { fares } = require("./fares")`. */
export function requiredBy({ declarations }: VariableDeclaration): ImportedModule[] {
  return declarations.flatMap(({ init }) => {
    const module = init === null ? undefined : requiredModule(init);
    return module === undefined ? [] : [{ module, names: ["*"], isLate: false }];
  });
}

/** The module that a call of `require` asks for. */
export function requiredModule(node: Node): string | undefined {
  const call = node as JavaScriptNode;
  if (call.type !== "CallExpression" || call.arguments.length !== 1) return undefined;
  return call.callee.type === "Identifier" && call.callee.name === "require" ? textOf(call.arguments[0]) : undefined;
}

/** Names that are exported by `exports.fare = …` and `module.exports = { fare }`. */
export function assignedBy(node: Node): ExportedName[] {
  const one = node as JavaScriptNode;
  if (one.type !== "AssignmentExpression") return [];
  const target = one.left as JavaScriptNode;
  if (target.type !== "MemberExpression") return [];
  const name = memberName(target);
  const isExports = (object: JavaScriptNode): boolean =>
    (object.type === "Identifier" && object.name === "exports") || isModuleExports(object);
  if (name !== undefined && isExports(target.object as JavaScriptNode)) return [{ name, isType: false }];
  const value = one.right as JavaScriptNode;
  if (!isModuleExports(target) || value.type !== "ObjectExpression") return [];
  return value.properties.flatMap(
    (member) => (
      member.type === "Property" && !member.computed && member.key.type === "Identifier"
        ? [{ name: member.key.name, isType: false }]
        : []
    ),
  );
}

function isModuleExports(node: JavaScriptNode): boolean {
  return memberName(node) === "exports" &&
    node.type === "MemberExpression" &&
    node.object.type === "Identifier" &&
    node.object.name === "module";
}
