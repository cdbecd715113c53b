/** What TypeScript's constructs become: each item of the program on a line of its own. */
import { expect, test } from "vitest";
import { childrenOf, parse } from "../../src/languages/javascript/index.js";
import { outline } from "../support/outline.js";

test.each<[string, string, ...string[]]>([
  [
    "annotations",
    "let a: string, b: number[] = [];",
    "VariableDeclaration let[VariableDeclarator[AnnotatedPattern[Identifier a, KeywordType string]], VariableDeclarator[AnnotatedPattern[Identifier b, ArrayType[KeywordType number]], ArrayExpression]]",
  ],
  [
    "const and definite",
    "const a: unique symbol = s; let b!: T;",
    "VariableDeclaration const[VariableDeclarator[AnnotatedPattern[Identifier a, TypeOperator unique[KeywordType symbol]], Identifier s]]",
    "VariableDeclaration let[VariableDeclarator[AnnotatedPattern[Identifier b, NameType[Identifier T]]]]",
  ],
  [
    "generics with modifiers",
    "class A<const T, in out U extends object = {}> {}",
    "ClassDeclaration[Identifier A, TypeParameters[TypeParameter const[Identifier T], TypeParameter in out[Identifier U, KeywordType object, ObjectType]], ClassBody]",
  ],
  [
    "overloads",
    "function a(b: string): void; function a(b: any) {}",
    "FunctionDeclaration[Identifier a, AnnotatedPattern[Identifier b, KeywordType string], KeywordType void]",
    "FunctionDeclaration[Identifier a, AnnotatedPattern[Identifier b, KeywordType any], FunctionBody]",
  ],
  [
    "abstract classes",
    "abstract class A { abstract b: string; abstract c(): void; }",
    "ClassDeclaration abstract[Identifier A, ClassBody[PropertyDefinition abstract[Identifier b, KeywordType string], MethodDefinition method abstract[Identifier c, FunctionExpression[KeywordType void]]]]",
  ],
  [
    "accessors",
    "class A { get b(): string { return \"\"; } set b(c) {} accessor d = 1; }",
    "ClassDeclaration[Identifier A, ClassBody[MethodDefinition get[Identifier b, FunctionExpression[KeywordType string, FunctionBody[ReturnStatement[Literal \"\"]]]], MethodDefinition set[Identifier b, FunctionExpression[Identifier c, FunctionBody]], PropertyDefinition accessor[Identifier d, Literal 1]]]",
  ],
  [
    "parameter properties",
    "class A { constructor(private readonly b: string, public c = 1) {} }",
    "ClassDeclaration[Identifier A, ClassBody[MethodDefinition constructor[Identifier constructor, FunctionExpression[ParameterProperty private readonly[AnnotatedPattern[Identifier b, KeywordType string]], ParameterProperty public[AssignmentPattern =[Identifier c, Literal 1]], FunctionBody]]]]",
  ],
  [
    "decorators on classes and members",
    "@a @b() class A { @c d = 1; @e() f() {} constructor(@g h) {} }",
    "ClassDeclaration[Decorator[Identifier a], Decorator[CallExpression[Identifier b]], Identifier A, ClassBody[PropertyDefinition[Decorator[Identifier c], Identifier d, Literal 1], MethodDefinition method[Decorator[CallExpression[Identifier e]], Identifier f, FunctionExpression[FunctionBody]], MethodDefinition constructor[Identifier constructor, FunctionExpression[ParameterProperty[Decorator[Identifier g], Identifier h], FunctionBody]]]]",
  ],
  [
    "decorated exports",
    "@a export class B {} export @c class D {}",
    "ExportNamedDeclaration[ClassDeclaration[Decorator[Identifier a], Identifier B, ClassBody]]",
    "ExportNamedDeclaration[ClassDeclaration[Decorator[Identifier c], Identifier D, ClassBody]]",
  ],
  [
    "enums",
    "enum A { B, C = 1, \"D\" } const enum E {} declare enum F {}",
    "EnumDeclaration[Identifier A, EnumMember[Identifier B], EnumMember[Identifier C, Literal 1], EnumMember[Literal \"D\"]]",
    "EnumDeclaration constant[Identifier E]",
    "EnumDeclaration declare[Identifier F]",
  ],
  [
    "namespaces",
    "namespace A.B { export const c = 1; }",
    "NamespaceDeclaration namespace[QualifiedName[Identifier A, Identifier B], ExportNamedDeclaration[VariableDeclaration const[VariableDeclarator[Identifier c, Literal 1]]]]",
  ],
  [
    "ambient modules",
    "declare module \"a\" { export default b; } declare module \"c\"; declare global { var d: string; }",
    "NamespaceDeclaration declare module[Literal \"a\", ExportDefaultDeclaration[Identifier b]]",
    "NamespaceDeclaration declare module[Literal \"c\"]",
    "NamespaceDeclaration declare global[Identifier global, VariableDeclaration var[VariableDeclarator[AnnotatedPattern[Identifier d, KeywordType string]]]]",
  ],
  [
    "declaration merging",
    "interface A { b: string } namespace A { } class A {}",
    "InterfaceDeclaration[Identifier A, ObjectType[PropertySignature[Identifier b, KeywordType string]]]",
    "NamespaceDeclaration namespace[Identifier A]",
    "ClassDeclaration[Identifier A, ClassBody]",
  ],
  [
    "conditional types",
    "type A<T> = T extends string ? 1 : T extends number ? 2 : never;",
    "TypeAliasDeclaration[Identifier A, TypeParameters[TypeParameter[Identifier T]], ConditionalType[NameType[Identifier T], KeywordType string, LiteralType[Literal 1], ConditionalType[NameType[Identifier T], KeywordType number, LiteralType[Literal 2], KeywordType never]]]",
  ],
  [
    "infer with a constraint",
    "type A<T> = T extends [infer B extends string, ...infer C] ? B : never;",
    "TypeAliasDeclaration[Identifier A, TypeParameters[TypeParameter[Identifier T]], ConditionalType[NameType[Identifier T], TupleType[InferType[TypeParameter[Identifier B, KeywordType string]], TupleMember rest[InferType[TypeParameter[Identifier C]]]], NameType[Identifier B], KeywordType never]]",
  ],
  [
    "mapped types",
    "type A = { readonly [K in keyof T as `x${K}`]?: T[K] }; type B = { -readonly [K in T]-?: U };",
    "TypeAliasDeclaration[Identifier A, MappedType ? readonly[Identifier K, TypeOperator keyof[NameType[Identifier T]], TemplateType[TemplateElement x, NameType[Identifier K], TemplateElement], IndexedType[NameType[Identifier T], NameType[Identifier K]]]]",
    "TypeAliasDeclaration[Identifier B, MappedType -? -readonly[Identifier K, NameType[Identifier T], NameType[Identifier U]]]",
  ],
  [
    "template types",
    "type A = `a${B}c${\"d\" | \"e\"}`;",
    "TypeAliasDeclaration[Identifier A, TemplateType[TemplateElement a, NameType[Identifier B], TemplateElement c, UnionType[LiteralType[Literal \"d\"], LiteralType[Literal \"e\"]], TemplateElement]]",
  ],
  [
    "tuple types",
    "type A = [a: string, b?: number, ...rest: boolean[]]; type B = [string?, ...C];",
    "TypeAliasDeclaration[Identifier A, TupleType[TupleMember[Identifier a, KeywordType string], TupleMember optional[Identifier b, KeywordType number], TupleMember rest[Identifier rest, ArrayType[KeywordType boolean]]]]",
    "TypeAliasDeclaration[Identifier B, TupleType[TupleMember optional[KeywordType string], TupleMember rest[NameType[Identifier C]]]]",
  ],
  [
    "predicates",
    "function a(b): b is string {} function c(d): asserts d {} function e(this): asserts this is F {}",
    "FunctionDeclaration[Identifier a, Identifier b, PredicateType[Identifier b, KeywordType string], FunctionBody]",
    "FunctionDeclaration[Identifier c, Identifier d, PredicateType asserts[Identifier d], FunctionBody]",
    "FunctionDeclaration[Identifier e, ThisExpression, PredicateType asserts[KeywordType this, NameType[Identifier F]], FunctionBody]",
  ],
  [
    "satisfies and as",
    "const a = b as const, c = d satisfies E as F;",
    "VariableDeclaration const[VariableDeclarator[Identifier a, AsExpression[Identifier b, NameType[Identifier const]]], VariableDeclarator[Identifier c, AsExpression[SatisfiesExpression[Identifier d, NameType[Identifier E]], NameType[Identifier F]]]]",
  ],
  [
    "instantiation",
    "const a = b<string>, c = new D<E>(), f = g?.<H>(i);",
    "VariableDeclaration const[VariableDeclarator[Identifier a, InstantiationExpression[Identifier b, TypeArguments[KeywordType string]]], VariableDeclarator[Identifier c, NewExpression[Identifier D, TypeArguments[NameType[Identifier E]]]], VariableDeclarator[Identifier f, ChainExpression[CallExpression optional[Identifier g, TypeArguments[NameType[Identifier H]], Identifier i]]]]",
  ],
  [
    "non-null",
    "a!.b![c]!(); d! = e!;",
    "ExpressionStatement[CallExpression[NonNullExpression[MemberExpression computed[NonNullExpression[MemberExpression[NonNullExpression[Identifier a], Identifier b]], Identifier c]]]]",
    "ExpressionStatement[AssignmentExpression =[NonNullExpression[Identifier d], NonNullExpression[Identifier e]]]",
  ],
  [
    "type imports",
    "import type A from \"a\"; import { type B, type as, type C as D } from \"b\"; import type { E } from \"e\"; import type from \"f\";",
    "ImportDeclaration typeOnly[ImportDefaultSpecifier[Identifier A], Literal \"a\"]",
    "ImportDeclaration[ImportSpecifier typeOnly[Identifier B], ImportSpecifier typeOnly[Identifier as], ImportSpecifier typeOnly[Identifier C, Identifier D], Literal \"b\"]",
    "ImportDeclaration typeOnly[ImportSpecifier[Identifier E], Literal \"e\"]",
    "ImportDeclaration[ImportDefaultSpecifier[Identifier type], Literal \"f\"]",
  ],
  [
    "import equals",
    "import a = require(\"b\"); import c = d.e; export import f = g; import type h = require(\"i\");",
    "ImportEqualsDeclaration[Identifier a, ExternalModule[Literal \"b\"]]",
    "ImportEqualsDeclaration[Identifier c, QualifiedName[Identifier d, Identifier e]]",
    "ExportNamedDeclaration[ImportEqualsDeclaration[Identifier f, Identifier g]]",
    "ImportEqualsDeclaration typeOnly[Identifier h, ExternalModule[Literal \"i\"]]",
  ],
  [
    "export forms",
    "export = a; export as namespace b; export type { C } from \"c\"; export type * from \"d\"; export type E = F;",
    "ExportAssignment[Identifier a]",
    "ExportNamespace[Identifier b]",
    "ExportNamedDeclaration typeOnly[ExportSpecifier[Identifier C], Literal \"c\"]",
    "ExportAllDeclaration typeOnly[Literal \"d\"]",
    "ExportNamedDeclaration[TypeAliasDeclaration[Identifier E, NameType[Identifier F]]]",
  ],
  [
    "import attributes",
    "import a from \"b\" with { type: \"json\" };",
    "ImportDeclaration[ImportDefaultSpecifier[Identifier a], Literal \"b\", ImportAttribute[Identifier type, Literal \"json\"]]",
  ],
  [
    "using",
    "{ using a = b; await using c = d; }",
    "BlockStatement[VariableDeclaration using[VariableDeclarator[Identifier a, Identifier b]], VariableDeclaration await using[VariableDeclarator[Identifier c, Identifier d]]]",
  ],
  [
    "function types",
    "type A = (b: string, ...c: D[]) => void; type E = new (f?: G) => H; type I = abstract new () => J;",
    "TypeAliasDeclaration[Identifier A, FunctionType[AnnotatedPattern[Identifier b, KeywordType string], RestElement[AnnotatedPattern[Identifier c, ArrayType[NameType[Identifier D]]]], KeywordType void]]",
    "TypeAliasDeclaration[Identifier E, ConstructorType[AnnotatedPattern optional[Identifier f, NameType[Identifier G]], NameType[Identifier H]]]",
    "TypeAliasDeclaration[Identifier I, ConstructorType abstract[NameType[Identifier J]]]",
  ],
  [
    "object types",
    "type A = { b: string; readonly c?: D, e(f: G): H; get i(): J; (k): L; new (m): N; [o: string]: P };",
    "TypeAliasDeclaration[Identifier A, ObjectType[PropertySignature[Identifier b, KeywordType string], PropertySignature optional readonly[Identifier c, NameType[Identifier D]], MethodSignature method[Identifier e, AnnotatedPattern[Identifier f, NameType[Identifier G]], NameType[Identifier H]], MethodSignature get[Identifier i, NameType[Identifier J]], CallSignature[Identifier k, NameType[Identifier L]], CallSignature construct[Identifier m, NameType[Identifier N]], IndexSignature[AnnotatedPattern[Identifier o, KeywordType string], NameType[Identifier P]]]]",
  ],
  [
    "index signatures in classes",
    "class A { static [b: string]: C; readonly [d: number]: e }",
    "ClassDeclaration[Identifier A, ClassBody[IndexSignature static[AnnotatedPattern[Identifier b, KeywordType string], NameType[Identifier C]], IndexSignature readonly[AnnotatedPattern[Identifier d, KeywordType number], NameType[Identifier e]]]]",
  ],
  [
    "operators on types",
    "type A = keyof typeof b.c; type D = readonly string[]; type E = F[\"g\"][0];",
    "TypeAliasDeclaration[Identifier A, TypeOperator keyof[TypeQuery[QualifiedName[Identifier b, Identifier c]]]]",
    "TypeAliasDeclaration[Identifier D, TypeOperator readonly[ArrayType[KeywordType string]]]",
    "TypeAliasDeclaration[Identifier E, IndexedType[IndexedType[NameType[Identifier F], LiteralType[Literal \"g\"]], LiteralType[Literal 0]]]",
  ],
  [
    "import types",
    "type A = import(\"b\").C<D>; type E = typeof import(\"f\");",
    "TypeAliasDeclaration[Identifier A, ImportType[LiteralType[Literal \"b\"], Identifier C, TypeArguments[NameType[Identifier D]]]]",
    "TypeAliasDeclaration[Identifier E, TypeQuery[ImportType[LiteralType[Literal \"f\"]]]]",
  ],
  [
    "unions and intersections",
    "type A = | \"b\" | 1 | -2n & C;",
    "TypeAliasDeclaration[Identifier A, UnionType[LiteralType[Literal \"b\"], LiteralType[Literal 1], IntersectionType[LiteralType[UnaryExpression -[Literal 2n]], NameType[Identifier C]]]]",
  ],
  [
    "generic arrows",
    "const a = <T,>(b: T): T => b, c = async <D>(e: D) => e;",
    "VariableDeclaration const[VariableDeclarator[Identifier a, ArrowFunctionExpression[TypeParameters[TypeParameter[Identifier T]], AnnotatedPattern[Identifier b, NameType[Identifier T]], NameType[Identifier T], Identifier b]], VariableDeclarator[Identifier c, ArrowFunctionExpression async[TypeParameters[TypeParameter[Identifier D]], AnnotatedPattern[Identifier e, NameType[Identifier D]], Identifier e]]]",
  ],
  [
    "arrows with types in conditions",
    "a = b ? (c): d => e : f; g = h ? (i) : (j): k => l;",
    "ExpressionStatement[AssignmentExpression =[Identifier a, ConditionalExpression[Identifier b, ArrowFunctionExpression[Identifier c, NameType[Identifier d], Identifier e], Identifier f]]]",
    "ExpressionStatement[AssignmentExpression =[Identifier g, ConditionalExpression[Identifier h, Identifier i, ArrowFunctionExpression[Identifier j, NameType[Identifier k], Identifier l]]]]",
  ],
  [
    "casts",
    "const a = <B>c; const d = <const>[\"e\"];",
    "VariableDeclaration const[VariableDeclarator[Identifier a, TypeAssertion[NameType[Identifier B], Identifier c]]]",
    "VariableDeclaration const[VariableDeclarator[Identifier d, TypeAssertion[NameType[Identifier const], ArrayExpression[Literal \"e\"]]]]",
  ],
  [
    "comparisons that are none of lists",
    "a < b > c; d(e < f, g > h);",
    "ExpressionStatement[BinaryExpression >[BinaryExpression <[Identifier a, Identifier b], Identifier c]]",
    "ExpressionStatement[CallExpression[Identifier d, BinaryExpression <[Identifier e, Identifier f], BinaryExpression >[Identifier g, Identifier h]]]",
  ],
  [
    "optional parameters and this",
    "function a(this: B, c?: D, { e }: F = {}) {}",
    "FunctionDeclaration[Identifier a, AnnotatedPattern[ThisExpression, NameType[Identifier B]], AnnotatedPattern optional[Identifier c, NameType[Identifier D]], AssignmentPattern =[AnnotatedPattern[ObjectPattern[Property init[Identifier e]], NameType[Identifier F]], ObjectExpression], FunctionBody]",
  ],
  [
    "optional methods",
    "class A { b?(): void; c?: D; override e!: F; declare g; }",
    "ClassDeclaration[Identifier A, ClassBody[MethodDefinition method optional[Identifier b, FunctionExpression[KeywordType void]], PropertyDefinition ?[Identifier c, NameType[Identifier D]], PropertyDefinition ! override[Identifier e, NameType[Identifier F]], PropertyDefinition declare[Identifier g]]]",
  ],
  [
    "heritage",
    "class A extends B<C> implements D, E.F<G> {} interface H extends I, J<K> {}",
    "ClassDeclaration[Identifier A, Identifier B, TypeArguments[NameType[Identifier C]], HeritageType[Identifier D], HeritageType[MemberExpression[Identifier E, Identifier F], TypeArguments[NameType[Identifier G]]], ClassBody]",
    "InterfaceDeclaration[Identifier H, HeritageType[Identifier I], HeritageType[Identifier J, TypeArguments[NameType[Identifier K]]], ObjectType]",
  ],
  [
    "shifts in lists of types",
    "const a: A<B<C<D>>> = e >> f >>> g;",
    "VariableDeclaration const[VariableDeclarator[AnnotatedPattern[Identifier a, NameType[Identifier A, TypeArguments[NameType[Identifier B, TypeArguments[NameType[Identifier C, TypeArguments[NameType[Identifier D]]]]]]]], BinaryExpression >>>[BinaryExpression >>[Identifier e, Identifier f], Identifier g]]]",
  ],
  [
    "words that are names too",
    "const type = 1, as = 2, of = 3, is = 4, readonly = 5; type = as; abstract: for (;;) {}",
    "VariableDeclaration const[VariableDeclarator[Identifier type, Literal 1], VariableDeclarator[Identifier as, Literal 2], VariableDeclarator[Identifier of, Literal 3], VariableDeclarator[Identifier is, Literal 4], VariableDeclarator[Identifier readonly, Literal 5]]",
    "ExpressionStatement[AssignmentExpression =[Identifier type, Identifier as]]",
    "LabeledStatement[Identifier abstract, ForStatement[BlockStatement]]",
  ],
  [
    "asserting words",
    "declare let asserts: any; function a(asserts: any): asserts {}",
    "VariableDeclaration let declare[VariableDeclarator[AnnotatedPattern[Identifier asserts, KeywordType any]]]",
    "FunctionDeclaration[Identifier a, AnnotatedPattern[Identifier asserts, KeywordType any], NameType[Identifier asserts], FunctionBody]",
  ],
  [
    "getters in object types",
    "interface A { get: string; set(): void; readonly: number; new: B; async<T>(): T }",
    "InterfaceDeclaration[Identifier A, ObjectType[PropertySignature[Identifier get, KeywordType string], MethodSignature method[Identifier set, KeywordType void], PropertySignature[Identifier readonly, KeywordType number], PropertySignature[Identifier new, NameType[Identifier B]], MethodSignature method[Identifier async, TypeParameters[TypeParameter[Identifier T]], NameType[Identifier T]]]]",
  ],
])("%s", (_, code, ...items) => {
  const { root, problems } = parse(code, { module: "detect", jsx: false, typescript: true });
  expect(problems).toEqual([]);
  expect(childrenOf(root).map(outline)).toEqual(items);
});
