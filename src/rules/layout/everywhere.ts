/** Looking at every node that is written with tokens of its own, and at the gaps in it. */
import type { JavaScriptNode } from "../../languages/javascript/index.js";
import type { Piece } from "../../languages/javascript/layout/pieces.js";
import type { Node } from "../../syntax/node.js";
import type { Siblings } from "../../syntax/siblings.js";
import type { FileView, Rule, Visitors } from "../rule.js";

const kinds = (
  "AnnotatedPattern ArrayExpression ArrayPattern ArrayType ArrowFunctionExpression AsExpression AssignmentExpression AssignmentPattern AwaitExpression BinaryExpression BlockStatement BreakStatement " +
  "CallExpression CallSignature CatchClause ChainExpression ClassBody ClassDeclaration ClassExpression ConditionalExpression ConditionalType ConstructorType ContinueStatement DebuggerStatement " +
  "DoWhileStatement EnumDeclaration EnumMember ExportAllDeclaration ExportAssignment ExportDefaultDeclaration ExportNamedDeclaration ExportSpecifier ExpressionStatement ForInStatement ForOfStatement ForStatement FunctionBody " +
  "FunctionDeclaration FunctionExpression FunctionType HeritageType IfStatement ImportDeclaration ImportNamespaceSpecifier ImportSpecifier IndexSignature IndexedType InferType InstantiationExpression InterfaceDeclaration " +
  "IntersectionType LabeledStatement LogicalExpression MappedType MemberExpression MethodDefinition MethodSignature NamespaceDeclaration NewExpression ObjectExpression ObjectPattern ObjectType ParameterProperty PredicateType " +
  "Property PropertyDefinition PropertySignature RestElement ReturnStatement SatisfiesExpression SequenceExpression SpreadElement StaticBlock SwitchCase SwitchStatement ThrowStatement TryStatement TupleMember TupleType " +
  "TypeAliasDeclaration TypeArguments TypeOperator TypeParameter TypeParameters TypeQuery UnaryExpression UnionType UpdateExpression VariableDeclaration VariableDeclarator WhileStatement WithStatement YieldExpression Program"
).split(" ");

/** Has `check` called for all of them. */
export function everywhere<Options>(check: (node: JavaScriptNode, file: FileView<Options>) => void): Visitors<Options> {
  return Object.fromEntries(kinds.map((kind) => [kind, check])) as Visitors<Options>;
}

/** Has `check` called for the children of all of them. */
export function amongAll<Options>(
  check: (siblings: Siblings, file: FileView<Options>) => void,
): NonNullable<Rule<Options>["siblings"]> {
  return Object.fromEntries(kinds.map((kind) => [kind, check]));
}

/** Whether something is wrong with the form of what stands beside a gap in a node, so that little can be said of the gap. */
export function isBrokenBeside(
  isBroken: FileView["isBroken"],
  node: Node,
  left: Piece["child"],
  right: Piece["child"],
): boolean {
  if (left === undefined && right === undefined) return isBroken(node);
  return (left !== undefined && isBroken(left)) || (right !== undefined && isBroken(right));
}
