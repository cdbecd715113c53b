/** Which nodes may stand where. */
import type * as d from "./declarations.js";
import type * as e from "./expressions.js";
import type * as j from "./jsx.js";
import type * as m from "./modules.js";
import type * as s from "./statements.js";
import type * as t from "./types.js";
import type * as ts from "./typescript.js";

export type Expression =
  | e.Identifier
  | e.Literal
  | e.ThisExpression
  | e.ArrayExpression
  | e.ObjectExpression
  | e.FunctionExpression
  | e.ArrowFunctionExpression
  | e.ClassExpression
  | e.UnaryExpression
  | e.UpdateExpression
  | e.BinaryExpression
  | e.LogicalExpression
  | e.AssignmentExpression
  | e.ConditionalExpression
  | e.CallExpression
  | e.NewExpression
  | e.MemberExpression
  | e.ChainExpression
  | e.SequenceExpression
  | e.YieldExpression
  | e.AwaitExpression
  | e.TemplateLiteral
  | e.TaggedTemplateExpression
  | e.ImportExpression
  | e.MetaProperty
  | e.Missing
  | e.Super
  | e.PrivateIdentifier
  | e.SpreadElement
  | j.JSXElement
  | j.JSXFragment
  | t.AnnotatedPattern
  | t.ParameterProperty
  | ts.AsExpression
  | ts.SatisfiesExpression
  | ts.TypeAssertion
  | ts.NonNullExpression
  | ts.InstantiationExpression;

export type Type =
  | t.NameType
  | t.KeywordType
  | t.LiteralType
  | t.TemplateType
  | t.ArrayType
  | t.IndexedType
  | t.TupleType
  | t.TupleMember
  | t.UnionType
  | t.IntersectionType
  | t.ConditionalType
  | t.InferType
  | t.MappedType
  | t.ObjectType
  | t.FunctionType
  | t.ConstructorType
  | t.TypeOperator
  | t.TypeQuery
  | t.ImportType
  | t.PredicateType
  | e.Missing;
export type TypeName = e.Identifier | t.QualifiedName | e.ThisExpression | e.Missing;
export type TypeMember = t.PropertySignature | t.MethodSignature | t.CallSignature | t.IndexSignature | s.Skipped;

export type Pattern = Expression;
export type Element = Expression;
export type ObjectMember = e.Property | e.SpreadElement;
export type PropertyKey = Expression;

export type Declaration =
  | d.VariableDeclaration
  | d.FunctionDeclaration
  | d.ClassDeclaration
  | ts.InterfaceDeclaration
  | ts.TypeAliasDeclaration
  | ts.EnumDeclaration
  | ts.NamespaceDeclaration
  | ts.ImportEqualsDeclaration;
export type Statement =
  | Declaration
  | s.ExpressionStatement
  | s.BlockStatement
  | s.EmptyStatement
  | s.DebuggerStatement
  | s.WithStatement
  | s.ReturnStatement
  | s.LabeledStatement
  | s.BreakStatement
  | s.ContinueStatement
  | s.IfStatement
  | s.SwitchStatement
  | s.ThrowStatement
  | s.TryStatement
  | s.WhileStatement
  | s.DoWhileStatement
  | s.ForStatement
  | s.ForInStatement
  | s.ForOfStatement
  | s.Skipped;

export type ImportPart = m.ImportSpecifier | m.ImportDefaultSpecifier | m.ImportNamespaceSpecifier;
export type ModuleItem =
  | m.ImportDeclaration
  | m.ExportNamedDeclaration
  | m.ExportDefaultDeclaration
  | m.ExportAllDeclaration
  | ts.ImportEqualsDeclaration
  | ts.ExportAssignment
  | ts.ExportNamespace;
export type ClassMember = d.MethodDefinition | d.PropertyDefinition | d.StaticBlock | t.IndexSignature | s.Skipped;

export type JSXName = j.JSXIdentifier | j.JSXNamespacedName | j.JSXMemberExpression;
export type JSXChild = j.JSXText | j.JSXExpressionContainer | j.JSXSpreadChild | j.JSXElement | j.JSXFragment;
export type JSXAttributeValue = e.Literal | e.Missing | j.JSXExpressionContainer | j.JSXElement | j.JSXFragment;

export type FunctionNode = d.FunctionDeclaration | e.FunctionExpression | e.ArrowFunctionExpression;
export type ClassNode = d.ClassDeclaration | e.ClassExpression;

/** Every node of JavaScript, to be told apart by `type`. */
export type JavaScriptNode =
  | Type
  | TypeMember
  | t.QualifiedName
  | t.TypeParameter
  | t.TypeParameters
  | t.TypeArguments
  | t.Decorator
  | ts.HeritageType
  | ts.EnumMember
  | ts.ExternalModule
  | Expression
  | Statement
  | ModuleItem
  | ImportPart
  | ClassMember
  | JSXName
  | JSXChild
  | s.Program
  | s.SwitchCase
  | s.CatchClause
  | d.VariableDeclarator
  | d.FunctionBody
  | d.ClassBody
  | e.Property
  | e.TemplateElement
  | m.ImportAttribute
  | m.ExportSpecifier
  | j.JSXOpeningElement
  | j.JSXClosingElement
  | j.JSXOpeningFragment
  | j.JSXClosingFragment
  | j.JSXAttribute
  | j.JSXSpreadAttribute
  | j.JSXEmptyExpression;
