/** Looking at every node that is written with tokens of its own. */
import type { JavaScriptNode } from "../../languages/javascript/index.js";
import type { FileView, Visitors } from "../rule.js";

const kinds = (
  "AnnotatedPattern ArrayExpression ArrayPattern ArrayType ArrowFunctionExpression AsExpression AssignmentExpression AssignmentPattern AwaitExpression BinaryExpression BlockStatement BreakStatement " +
  "CallExpression CallSignature CatchClause ChainExpression ClassBody ClassDeclaration ClassExpression ConditionalExpression ConditionalType ConstructorType ContinueStatement DebuggerStatement " +
  "DoWhileStatement EnumDeclaration EnumMember ExportAllDeclaration ExportAssignment ExportDefaultDeclaration ExportNamedDeclaration ExportSpecifier ExpressionStatement ForInStatement ForOfStatement ForStatement FunctionBody " +
  "FunctionDeclaration FunctionExpression FunctionType HeritageType IfStatement ImportDeclaration ImportNamespaceSpecifier ImportSpecifier IndexSignature IndexedType InferType InstantiationExpression InterfaceDeclaration " +
  "IntersectionType LabeledStatement LogicalExpression MappedType MemberExpression MethodDefinition MethodSignature NamespaceDeclaration NewExpression ObjectExpression ObjectPattern ObjectType ParameterProperty PredicateType " +
  "Property PropertyDefinition PropertySignature RestElement ReturnStatement SatisfiesExpression SequenceExpression SpreadElement StaticBlock SwitchCase SwitchStatement ThrowStatement TryStatement TupleMember TupleType " +
  "TypeAliasDeclaration TypeArguments TypeOperator TypeParameter TypeParameters TypeQuery UnaryExpression UnionType UpdateExpression VariableDeclaration VariableDeclarator WhileStatement WithStatement YieldExpression Program"
).split(" ");

/** Visitors that call `check` for all of them. */
export function everywhere<Options>(check: (node: JavaScriptNode, file: FileView<Options>) => void): Visitors<Options> {
  return Object.fromEntries(kinds.map((kind) => [kind, check])) as Visitors<Options>;
}
