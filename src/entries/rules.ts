/** Writing rules: the contract, the views of the model that rules read, and helpers. */
export { z } from "zod";
export type { Binding, Declaration, NameFact, Reference } from "../model/binding.js";
export type * from "../model/code.js";
export type { Block, Edge, FlowEnds, FlowExit, FlowGraph, FlowLoop, Step, Surroundings } from "../model/flow.js";
export type { Exports, Resolution } from "../model/links.js";
export type { Names } from "../model/names.js";
export type { Scope, ScopeKind } from "../model/scope.js";
export type { SameCode, Stretch } from "../model/same-code.js";
export type * from "../model/shapes.js";
export { areApart, misfitOf, type Misfit, type TypeSystem } from "../model/types/fit.js";
export type { FoundMember, TypeReader } from "../model/types/reader.js";
export {
  alternatives,
  unknown,
  type BasicType,
  type FixedElement,
  type FixedListType,
  type FunctionType,
  type ListType,
  type LiteralType,
  type Member,
  type NamedType,
  type NeverType,
  type Parameter,
  type RecordType,
  type Type,
  type UnionType,
  type UnknownType,
  type VariableType,
} from "../model/types/type.js";
export { expression } from "../rules/expression.js";
export { removeLines } from "../rules/lines.js";
export {
  areaOf,
  defineRule,
  levels,
  type AlertingExample,
  type AlertLevel,
  type Beside,
  type Certainty,
  type FileView,
  type Finding,
  type HushedName,
  type HushFlaw,
  type HushUse,
  type KitName,
  type Label,
  type Level,
  type LinkView,
  type NodeHead,
  type NodeRange,
  type Place,
  type QuietExample,
  type RemedyOffer,
  type Rule,
  type Visitors,
} from "../rules/rule.js";
export type { Node } from "../syntax/node.js";
export type { SyntaxCode, SyntaxProblem } from "../syntax/problem.js";
export type { Siblings } from "../syntax/siblings.js";
export { childrenOf, isInside, nodeAt, walk } from "../syntax/walk.js";
export type { Edit, Span } from "../text/edit.js";
export type { SourceText } from "../text/text.js";
