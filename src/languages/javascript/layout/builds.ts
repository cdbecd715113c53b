/** How the nodes of each kind are laid out. A kind that is missing here is left as it is. */
import { spaceLine, softLine } from "../../../layout/doc.js";
import type { JavaScriptNode } from "../nodes/index.js";
import { plain, type Build } from "./builder.js";
import { called, chained } from "./chains.js";
import { arrow, block, braced, decoratedThen, field, headed, property, row, withBrackets } from "./functions.js";
import { attribute, closingTag, container, element, openingTag } from "./jsx.js";
import { listDoc } from "./lists.js";
import { named, standard } from "./modules.js";
import { assigned, assignment, binary, conditional, listed } from "./operators.js";
import { declaration, governing, program, switchCase, switched, tried } from "./statements.js";
import { alias, enumeration, intersection, mapped, objectType, tuple, typeList, union } from "./types.js";

type Kind = JavaScriptNode["type"] | "ArrayPattern" | "ObjectPattern" | "AssignmentPattern" | "RestElement";

const collection: Build = (node: JavaScriptNode, builder) => listDoc(builder, node, builder.parts(node), {
  edge: node.type.startsWith("Object") && builder.style.braces === "spaced" ? spaceLine : softLine,
  hasFreeComma: true,
});

export const builds: Readonly<Partial<Record<Kind, Build>>> & Readonly<Record<string, Build | undefined>> = {
  Program: program,

  ArrayExpression: collection,
  ArrayPattern: collection,
  ArrowFunctionExpression: arrow,
  AssignmentExpression: assignment,
  AssignmentPattern: assigned(/^=$/),
  AwaitExpression: plain,
  BinaryExpression: binary,
  CallExpression: chained,
  ChainExpression: plain,
  ClassExpression: headed,
  ConditionalExpression: conditional,
  FunctionExpression: withBrackets,
  ImportExpression: called,
  LogicalExpression: binary,
  MemberExpression: chained,
  NewExpression: called,
  NonNullExpression: chained,
  ObjectExpression: collection,
  ObjectPattern: collection,
  Property: property,
  RestElement: plain,
  SequenceExpression: listed,
  SpreadElement: plain,
  TaggedTemplateExpression: plain,
  UnaryExpression: plain,
  UpdateExpression: plain,
  YieldExpression: plain,

  BlockStatement: block,
  CatchClause: plain,
  DoWhileStatement: governing,
  ExpressionStatement: plain,
  ForInStatement: governing,
  ForOfStatement: governing,
  ForStatement: governing,
  FunctionBody: block,
  FunctionDeclaration: withBrackets,
  IfStatement: governing,
  LabeledStatement: plain,
  ReturnStatement: plain,
  SwitchCase: switchCase,
  SwitchStatement: switched,
  ThrowStatement: plain,
  TryStatement: tried,
  VariableDeclaration: declaration,
  VariableDeclarator: assigned(/^=$/),
  WhileStatement: governing,
  WithStatement: governing,

  ClassBody: block,
  ClassDeclaration: headed,
  Decorator: plain,
  MethodDefinition: decoratedThen(row),
  PropertyDefinition: decoratedThen(field),
  StaticBlock: braced,

  ExportAllDeclaration: plain,
  ExportDefaultDeclaration: standard,
  ExportNamedDeclaration: named,
  ExportSpecifier: plain,
  ImportDeclaration: named,
  ImportNamespaceSpecifier: plain,
  ImportSpecifier: plain,

  JSXAttribute: attribute,
  JSXClosingElement: closingTag,
  JSXElement: element,
  JSXExpressionContainer: container,
  JSXFragment: element,
  JSXOpeningElement: openingTag,
  JSXOpeningFragment: closingTag,
  JSXClosingFragment: closingTag,
  JSXSpreadAttribute: attribute,

  AnnotatedPattern: plain,
  ArrayType: plain,
  AsExpression: plain,
  CallSignature: withBrackets,
  ConditionalType: conditional,
  ConstructorType: withBrackets,
  EnumDeclaration: enumeration,
  EnumMember: assigned(/^=$/),
  ExportAssignment: plain,
  FunctionType: withBrackets,
  HeritageType: plain,
  ImportEqualsDeclaration: plain,
  IndexSignature: plain,
  IndexedType: plain,
  InferType: plain,
  InstantiationExpression: plain,
  InterfaceDeclaration: headed,
  IntersectionType: intersection,
  MappedType: mapped,
  MethodSignature: withBrackets,
  NameType: plain,
  NamespaceDeclaration: braced,
  ObjectType: objectType,
  ParameterProperty: decoratedThen(row),
  PredicateType: plain,
  PropertySignature: plain,
  SatisfiesExpression: plain,
  TupleMember: plain,
  TupleType: tuple,
  TypeAliasDeclaration: alias,
  TypeArguments: typeList,
  TypeOperator: plain,
  TypeParameter: plain,
  TypeParameters: typeList,
  TypeQuery: plain,
  UnionType: union,
};
