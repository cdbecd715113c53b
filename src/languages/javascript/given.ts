/** The names that values are given right where they stand. */
import type { GivenShape } from "../../model/shapes.js";
import type { Node } from "../../syntax/node.js";
import type {
  AssignmentExpression,
  JavaScriptNode,
  MethodDefinition,
  Property,
  PropertyDefinition,
  VariableDeclarator,
} from "./nodes/index.js";

/** The name alone that something is called by. */
function nameOf(node: JavaScriptNode): string | undefined {
  switch (node.type) {
    case "Identifier":
    case "PrivateIdentifier":
      return node.name;
    case "AnnotatedPattern":
      return nameOf(node.target);
    case "Literal":
      return node.isString ? String(node.value) : undefined;
    case "MemberExpression":
      return node.computed && node.property.type !== "Literal" ? undefined : nameOf(node.property as JavaScriptNode);
    default:
      return undefined;
  }
}

function given(node: Node, target: JavaScriptNode, value: Node | null): GivenShape | undefined {
  const name = value === null ? undefined : nameOf(target);
  return name === undefined ? undefined : { node, name, value: value! };
}

const assigned = (node: AssignmentExpression): GivenShape | undefined => given(node, node.left, node.right);
const member = (node: Property | PropertyDefinition | MethodDefinition): GivenShape | undefined =>
  node.computed ? undefined : given(node, node.key, node.value);

/** What makes the shape of each kind of node that gives a name. */
export const givenShapes = {
  VariableDeclarator: (node: VariableDeclarator) => given(node, node.id, node.init),
  AssignmentExpression: assigned,
  AssignmentPattern: assigned,
  Property: member,
  PropertyDefinition: member,
  MethodDefinition: member,
};
