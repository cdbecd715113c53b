/** The tree of a Python file. Kinds and fields are called as in Python's `ast` module, but that what stands in a list of its own there may be a node here. */
import type { NameFact } from "../../model/binding.js";
import { kind, type NodeKind, type NodeOf } from "../../syntax/kind.js";
import type { Node } from "../../syntax/node.js";

// Files and blocks.

export const Module = kind<{ body: Node[] }>()("Module", ["body"]);
/** The statements under a header, from the first to the last of them; empty where they are missing. `isInline` where they stand on the header's line. */
export const Block = kind<{ body: Node[]; isInline: boolean }>()("Block", ["body"]);

// Definitions.

export interface FunctionFields {
  decorators: Node[];
  isAsync: boolean;
  name: Name;
  typeParams: TypeParams | null;
  args: Arguments;
  returns: Node | null;
  body: Block;
}
export const FunctionDef = kind<FunctionFields>()("FunctionDef", [
  "decorators",
  "name",
  "typeParams",
  "args",
  "returns",
  "body",
]);
export const ClassDef = kind<{
  decorators: Node[];
  name: Name;
  typeParams: TypeParams | null;
  /** What it builds on, and keywords. */
  bases: Node[];
  body: Block;
}>()("ClassDef", ["decorators", "name", "typeParams", "bases", "body"]);
/** The parameters of a function, in the order of the text. */
export const Arguments = kind<{ args: Argument[] }>()("Arguments", ["args"]);
export type ArgumentKind = "positional-only" | "usual" | "rest" | "keyword-only" | "rest-keywords";
export const Argument = kind<{
  name: Name;
  annotation: Node | null;
  default: Node | null;
  takes: ArgumentKind;
}>()("Argument", ["name", "annotation", "default"]);
export const TypeParams = kind<{ params: TypeParam[] }>()("TypeParams", ["params"]);
export const TypeParam = kind<{
  name: Name;
  bound: Node | null;
  default: Node | null;
  /** `TypeVar`, `*TypeVarTuple` or `**ParamSpec`. */
  stars: 0 | 1 | 2;
}>()("TypeParam", ["name", "bound", "default"]);

// Simple statements.

export const Expr = kind<{ value: Node }>()("Expr", ["value"]);
export const Assign = kind<{ targets: Node[]; value: Node }>()("Assign", ["targets", "value"]);
export const AugAssign = kind<{ target: Node; op: string; value: Node }>()("AugAssign", ["target", "value"]);
export const AnnAssign = kind<{ target: Node; annotation: Node; value: Node | null }>()("AnnAssign", [
  "target",
  "annotation",
  "value",
]);
export const Return = kind<{ value: Node | null }>()("Return", ["value"]);
export const Delete = kind<{ targets: Node[] }>()("Delete", ["targets"]);
export const Raise = kind<{ exc: Node | null; cause: Node | null }>()("Raise", ["exc", "cause"]);
export const Assert = kind<{ test: Node; msg: Node | null }>()("Assert", ["test", "msg"]);
export const Import = kind<{ names: Alias[] }>()("Import", ["names"]);
/** `level` counts the dots before the module; `module` is empty where only dots stand. */
export const ImportFrom = kind<{ module: string; names: Alias[]; level: number }>()("ImportFrom", ["names"]);
/** `name` as the code has it, with its dots; `local` is the name that it declares, `null` for `*`. */
export const Alias = kind<{ name: string; local: Name | null; isRenamed: boolean }>()("Alias", ["local"]);
export const Global = kind<{ names: Name[] }>()("Global", ["names"]);
export const Nonlocal = kind<{ names: Name[] }>()("Nonlocal", ["names"]);
export const Pass = kind<object>()("Pass", []);
export const Break = kind<object>()("Break", []);
export const Continue = kind<object>()("Continue", []);
export const TypeAlias = kind<{ name: Name; typeParams: TypeParams | null; value: Node }>()("TypeAlias", [
  "name",
  "typeParams",
  "value",
]);
/** A line that could not be read. */
export const Unread = kind<{ parts: Node[] }>()("Unread", ["parts"]);

// Compound statements.

/** `orelse` is another one for `elif`. */
export const If = kind<{ test: Node; body: Block; orelse: Node | null }>()("If", ["test", "body", "orelse"]);
export const While = kind<{ test: Node; body: Block; orelse: Block | null }>()("While", ["test", "body", "orelse"]);
export const For = kind<{ isAsync: boolean; target: Node; iter: Node; body: Block; orelse: Block | null }>()("For", [
  "target",
  "iter",
  "body",
  "orelse",
]);
export const With = kind<{ isAsync: boolean; items: WithItem[]; body: Block }>()("With", ["items", "body"]);
export const WithItem = kind<{ context: Node; target: Node | null }>()("WithItem", ["context", "target"]);
export const Try = kind<{
  body: Block;
  handlers: ExceptHandler[];
  orelse: Block | null;
  finalbody: Block | null;
}>()("Try", ["body", "handlers", "orelse", "finalbody"]);
export const ExceptHandler = kind<{ kind: Node | null; name: Name | null; body: Block; isStar: boolean }>()(
  "ExceptHandler",
  ["kind", "name", "body"],
);
export const Match = kind<{ subject: Node; cases: MatchCase[] }>()("Match", ["subject", "cases"]);
export const MatchCase = kind<{ pattern: Node; guard: Node | null; body: Block }>()("MatchCase", [
  "pattern",
  "guard",
  "body",
]);

// Patterns.

export const MatchValue = kind<{ value: Node }>()("MatchValue", ["value"]);
export const MatchSingleton = kind<{ value: Node }>()("MatchSingleton", ["value"]);
export const MatchSequence = kind<{ patterns: Node[] }>()("MatchSequence", ["patterns"]);
export const MatchStar = kind<{ name: Name | null }>()("MatchStar", ["name"]);
/** Keys and values in turn, and what takes the rest. */
export const MatchMapping = kind<{ items: MatchItem[]; rest: Name | null }>()("MatchMapping", ["items", "rest"]);
export const MatchItem = kind<{ key: Node; pattern: Node }>()("MatchItem", ["key", "pattern"]);
export const MatchClass = kind<{ cls: Node; patterns: Node[] }>()("MatchClass", ["cls", "patterns"]);
export const MatchKeyword = kind<{ attr: string; pattern: Node }>()("MatchKeyword", ["pattern"]);
/** Takes anything where both are absent. */
export const MatchAs = kind<{ pattern: Node | null; name: Name | null }>()("MatchAs", ["pattern", "name"]);
export const MatchOr = kind<{ patterns: Node[] }>()("MatchOr", ["patterns"]);

// Expressions.

/** `fact` is what was found of it: its declaration, or its use. */
export const Name = kind<{ id: string; fact: NameFact | null }>()("Name", []);
export type ConstantKind = "number" | "text" | "bytes" | "truth" | "absent" | "ellipsis";
/** `value` is absent of numbers with an imaginary part, and of bytes. */
export const Constant = kind<{
  kind: ConstantKind;
  value: string | number | bigint | boolean | null | undefined;
}>()("Constant", []);
/** Texts one behind another, which are one. */
export const Concatenation = kind<{ parts: Node[] }>()("Concatenation", ["parts"]);
/** A text with parts that are worked out; `isTemplate` for `t"…"`. */
export const JoinedStr = kind<{ values: Node[]; isTemplate: boolean }>()("JoinedStr", ["values"]);
/** `conversion` is `r`, `s`, `a` or nothing; `tellsCode` where `=` stands behind the value. */
export const FormattedValue = kind<{
  value: Node;
  conversion: string;
  tellsCode: boolean;
  formatSpec: Node | null;
}>()("FormattedValue", ["value", "formatSpec"]);
/** `op` is `and` or `or`. */
export const BoolOp = kind<{ left: Node; op: "and" | "or"; right: Node }>()("BoolOp", ["left", "right"]);
export const BinOp = kind<{ left: Node; op: string; right: Node }>()("BinOp", ["left", "right"]);
/** `op` is `not`, `-`, `+` or `~`. */
export const UnaryOp = kind<{ op: string; operand: Node }>()("UnaryOp", ["operand"]);
/** `ops` as the code has them, with one space in `not in` and `is not`. */
export const Compare = kind<{ left: Node; ops: string[]; comparators: Node[] }>()("Compare", ["left", "comparators"]);
export const NamedExpr = kind<{ target: Node; value: Node }>()("NamedExpr", ["target", "value"]);
export const Lambda = kind<{ args: Arguments; body: Node }>()("Lambda", ["args", "body"]);
export const IfExp = kind<{ body: Node; test: Node; orelse: Node }>()("IfExp", ["body", "test", "orelse"]);
export const Await = kind<{ value: Node }>()("Await", ["value"]);
export const Yield = kind<{ value: Node | null }>()("Yield", ["value"]);
export const YieldFrom = kind<{ value: Node }>()("YieldFrom", ["value"]);
export const Starred = kind<{ value: Node }>()("Starred", ["value"]);
export const Call = kind<{ func: Node; args: Node[] }>()("Call", ["func", "args"]);
/** `arg` is `null` for `**value`. */
export const Keyword = kind<{ arg: string | null; value: Node }>()("Keyword", ["value"]);
/** `attrStart` is where the name of the member begins, from the node's start. */
export const Attribute = kind<{ value: Node; attr: string; attrLength: number }>()("Attribute", ["value"]);
export const Subscript = kind<{ value: Node; slice: Node }>()("Subscript", ["value", "slice"]);
export const Slice = kind<{ lower: Node | null; upper: Node | null; step: Node | null }>()("Slice", [
  "lower",
  "upper",
  "step",
]);
export const List = kind<{ elts: Node[] }>()("List", ["elts"]);
export const Tuple = kind<{ elts: Node[] }>()("Tuple", ["elts"]);
export const SetDisplay = kind<{ elts: Node[] }>()("Set", ["elts"]);
export const Dict = kind<{ items: DictItem[] }>()("Dict", ["items"]);
/** `key` is `null` for `**value`. */
export const DictItem = kind<{ key: Node | null; value: Node }>()("DictItem", ["key", "value"]);
export const ListComp = kind<{ elt: Node; generators: Comprehension[] }>()("ListComp", ["elt", "generators"]);
export const SetComp = kind<{ elt: Node; generators: Comprehension[] }>()("SetComp", ["elt", "generators"]);
export const GeneratorExp = kind<{ elt: Node; generators: Comprehension[] }>()("GeneratorExp", ["elt", "generators"]);
/** `elt` is its key and value. */
export const DictComp = kind<{ elt: DictItem; generators: Comprehension[] }>()("DictComp", ["elt", "generators"]);
export const Comprehension = kind<{ isAsync: boolean; target: Node; iter: Node; ifs: Node[] }>()("Comprehension", [
  "target",
  "iter",
  "ifs",
]);
/** Stands where a value is missing; empty. */
export const Missing = kind<object>()("Missing", []);

export type Module = InstanceType<typeof Module>;
export type Block = InstanceType<typeof Block>;
export type FunctionDef = NodeOf<"FunctionDef", FunctionFields>;
export type ClassDef = InstanceType<typeof ClassDef>;
export type Arguments = InstanceType<typeof Arguments>;
export type Argument = InstanceType<typeof Argument>;
export type TypeParams = InstanceType<typeof TypeParams>;
export type TypeParam = InstanceType<typeof TypeParam>;
export type Expr = InstanceType<typeof Expr>;
export type Assign = InstanceType<typeof Assign>;
export type AugAssign = InstanceType<typeof AugAssign>;
export type AnnAssign = InstanceType<typeof AnnAssign>;
export type Return = InstanceType<typeof Return>;
export type Delete = InstanceType<typeof Delete>;
export type Raise = InstanceType<typeof Raise>;
export type Assert = InstanceType<typeof Assert>;
export type Import = InstanceType<typeof Import>;
export type ImportFrom = InstanceType<typeof ImportFrom>;
export type Alias = InstanceType<typeof Alias>;
export type Global = InstanceType<typeof Global>;
export type Nonlocal = InstanceType<typeof Nonlocal>;
export type Pass = InstanceType<typeof Pass>;
export type Break = InstanceType<typeof Break>;
export type Continue = InstanceType<typeof Continue>;
export type TypeAlias = InstanceType<typeof TypeAlias>;
export type Unread = InstanceType<typeof Unread>;
export type If = InstanceType<typeof If>;
export type While = InstanceType<typeof While>;
export type For = InstanceType<typeof For>;
export type With = InstanceType<typeof With>;
export type WithItem = InstanceType<typeof WithItem>;
export type Try = InstanceType<typeof Try>;
export type ExceptHandler = InstanceType<typeof ExceptHandler>;
export type Match = InstanceType<typeof Match>;
export type MatchCase = InstanceType<typeof MatchCase>;
export type MatchValue = InstanceType<typeof MatchValue>;
export type MatchSingleton = InstanceType<typeof MatchSingleton>;
export type MatchSequence = InstanceType<typeof MatchSequence>;
export type MatchStar = InstanceType<typeof MatchStar>;
export type MatchMapping = InstanceType<typeof MatchMapping>;
export type MatchItem = InstanceType<typeof MatchItem>;
export type MatchClass = InstanceType<typeof MatchClass>;
export type MatchKeyword = InstanceType<typeof MatchKeyword>;
export type MatchAs = InstanceType<typeof MatchAs>;
export type MatchOr = InstanceType<typeof MatchOr>;
export type Name = NodeOf<"Name", { id: string; fact: NameFact | null }>;
export type Constant = InstanceType<typeof Constant>;
export type Concatenation = InstanceType<typeof Concatenation>;
export type JoinedStr = InstanceType<typeof JoinedStr>;
export type FormattedValue = InstanceType<typeof FormattedValue>;
export type BoolOp = InstanceType<typeof BoolOp>;
export type BinOp = InstanceType<typeof BinOp>;
export type UnaryOp = InstanceType<typeof UnaryOp>;
export type Compare = InstanceType<typeof Compare>;
export type NamedExpr = InstanceType<typeof NamedExpr>;
export type Lambda = InstanceType<typeof Lambda>;
export type IfExp = InstanceType<typeof IfExp>;
export type Await = InstanceType<typeof Await>;
export type Yield = InstanceType<typeof Yield>;
export type YieldFrom = InstanceType<typeof YieldFrom>;
export type Starred = InstanceType<typeof Starred>;
export type Call = InstanceType<typeof Call>;
export type Keyword = InstanceType<typeof Keyword>;
export type Attribute = InstanceType<typeof Attribute>;
export type Subscript = InstanceType<typeof Subscript>;
export type Slice = InstanceType<typeof Slice>;
export type List = InstanceType<typeof List>;
export type Tuple = InstanceType<typeof Tuple>;
export type SetDisplay = InstanceType<typeof SetDisplay>;
export type Dict = InstanceType<typeof Dict>;
export type DictItem = InstanceType<typeof DictItem>;
export type ListComp = InstanceType<typeof ListComp>;
export type SetComp = InstanceType<typeof SetComp>;
export type GeneratorExp = InstanceType<typeof GeneratorExp>;
export type DictComp = InstanceType<typeof DictComp>;
export type Comprehension = InstanceType<typeof Comprehension>;
export type Missing = InstanceType<typeof Missing>;

/** Any node of a Python tree. */
export type PythonNode =
  | Module
  | Block
  | FunctionDef
  | ClassDef
  | Arguments
  | Argument
  | TypeParams
  | TypeParam
  | Expr
  | Assign
  | AugAssign
  | AnnAssign
  | Return
  | Delete
  | Raise
  | Assert
  | Import
  | ImportFrom
  | Alias
  | Global
  | Nonlocal
  | Pass
  | Break
  | Continue
  | TypeAlias
  | Unread
  | If
  | While
  | For
  | With
  | WithItem
  | Try
  | ExceptHandler
  | Match
  | MatchCase
  | MatchValue
  | MatchSingleton
  | MatchSequence
  | MatchStar
  | MatchMapping
  | MatchItem
  | MatchClass
  | MatchKeyword
  | MatchAs
  | MatchOr
  | Name
  | Constant
  | Concatenation
  | JoinedStr
  | FormattedValue
  | BoolOp
  | BinOp
  | UnaryOp
  | Compare
  | NamedExpr
  | Lambda
  | IfExp
  | Await
  | Yield
  | YieldFrom
  | Starred
  | Call
  | Keyword
  | Attribute
  | Subscript
  | Slice
  | List
  | Tuple
  | SetDisplay
  | Dict
  | DictItem
  | ListComp
  | SetComp
  | GeneratorExp
  | DictComp
  | Comprehension
  | Missing;

/** A function or an unnamed one. */
export type FunctionNode = FunctionDef | Lambda;
export type ComprehensionNode = ListComp | SetComp | GeneratorExp | DictComp;

/** Where the name of a member begins. */
export const attrStart = (node: Attribute): number => node.end - node.attrLength;

export type { NodeKind };
