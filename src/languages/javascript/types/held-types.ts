/** What names hold. */
import type { Binding, Declaration } from "../../../model/binding.js";
import type { QuestionKind } from "../../../model/types/questions.js";
import { alternatives, union, unknown, widened, withoutVariables, type Type } from "../../../model/types/type.js";
import type { Node } from "../../../syntax/node.js";
import { bindingOf, useOf } from "../names/facts.js";
import type { FunctionNode, JavaScriptNode, VariableDeclaration, VariableDeclarator } from "../nodes/index.js";
import { memberName } from "../reading.js";
import { runtimesWith } from "../settings.js";
import { ownerOf, typeAnswers, type TypeContext } from "./context.js";
import { wayTo } from "./dominating.js";
import { typeIn } from "./library-text.js";
import { libraryValues, pageValues } from "./library.js";
import { anyFunction, keyName } from "./lower.js";
import { libraryLowering } from "./members.js";
import { concerns, Narrowing, type Subject } from "./narrowing.js";
import { absent, isAbsent } from "./system.js";
import { isMadeHere, TakenApart } from "./taken-apart.js";
import {
  allTests,
  firstAlias,
  firstChange,
  firstAssertion,
  firstTell,
  ownUses,
  type OwnUses,
} from "./tested.js";

/** A question for the first place at which something is done with a name. */
const firstPlace = (work: (binding: Binding) => Node | undefined): QuestionKind<Binding, Node | undefined> => ({
  work,
  isSame: (one, other) => one === other,
  none: undefined,
});

export class HeldTypes {
  readonly valueKind: QuestionKind<Binding, Type> = { work: (binding) => this.workValue(binding), ...typeAnswers };
  readonly takenKind: QuestionKind<Binding, Type> = { work: (binding) => this.workTaken(binding), ...typeAnswers };

  /** Whether a name is given another value anywhere. */
  readonly writtenKind: QuestionKind<Binding, boolean> = {
    work: ({ writes }) => writes > 0,
    isSame: (one, other) => one === other,
    none: false,
  };
  /** All places where a name is tested. */
  readonly testsKind: QuestionKind<Binding, readonly Node[]> = {
    work: allTests,
    isSame: isSameList,
    none: [],
  };
  /** The first place where a member of what a name holds gets a name of its own. */
  readonly aliasKind = firstPlace(firstAlias);
  /** The first place where what a name holds is handed to a function that may assert something of it. */
  readonly assertionKind = firstPlace(firstAssertion);

  /** Where a method tests what `this` holds, and where it gives that another value or hands it to a function that may assert something of it. */
  readonly ownKind: QuestionKind<Node, OwnUses> = {
    work: (method) => {
      this.context.rest(method);
      return ownUses(method);
    },
    isSame: (one, other) => isSameList(one.tests, other.tests) && isSameList(one.changes, other.changes),
    none: { tests: [], changes: [] },
  };

  /** The first place where a name is asked for its type. */
  readonly tellKind = firstPlace(firstTell);
  /** The first place where a name, or a member of what it holds, is given another value. */
  readonly changeKind = firstPlace(firstChange);

  private readonly parts: TakenApart;
  private readonly narrowing: Narrowing;

  constructor(private readonly context: TypeContext) {
    this.parts = new TakenApart(context);
    this.narrowing = new Narrowing(context);
  }

  /** The type of the value that a name stands for, whatever a test may have told of it. */
  nameValue(name: Node): Type {
    const use = useOf(name);
    if (use === undefined) return unknown;
    if (use.binding !== undefined) return this.context.ask(this.valueKind, use.binding);
    if (use.name === "undefined") return absent.undefined;
    return this.broughtAlong(use.name);
  }

  private broughtAlong(name: string): Type {
    const { runtimes } = this.context.document;
    // What another runtime has too may be something else there.
    const isPage = runtimes.includes("browser") &&
      runtimesWith(name).every((one) => one === "browser" || !runtimes.includes(one));
    const text = Object.hasOwn(libraryValues, name)
      ? libraryValues[name]!
      : isPage && Object.hasOwn(pageValues, name) ? pageValues[name]! : undefined;
    const node = text === undefined ? undefined : typeIn(text);
    return node === undefined ? unknown : libraryLowering.type(node);
  }

  private workTaken(binding: Binding): Type {
    const owner = ownerOf(binding, this.context, "head");
    const [declaration] = binding.declarations;
    if (owner === undefined || binding.scope.isUncertain) return unknown;
    return withoutVariables(this.declaredType(declaration!, owner) ?? unknown);
  }

  /** The type that a declaration says; `undefined` where it says none. */
  private declaredType({ node, kind, owner }: Declaration, whole: JavaScriptNode): Type | undefined {
    if (kind === "parameter") return this.parameterType(node);
    if (whole.type !== "VariableDeclarator") return undefined;
    const { id } = owner as VariableDeclarator;
    if (id.type === "AnnotatedPattern") {
      return id.target === node ? this.context.lowering.type(id.annotation) : undefined;
    }
    return id === node ? this.context.told(owner, "type") : undefined;
  }

  private parameterType(name: Node): Type | undefined {
    let pattern = name as JavaScriptNode;
    let annotated: Type | undefined;
    let isOptional = false;
    let isRest = false;
    while (pattern.parent !== null && isPattern(pattern.parent)) {
      pattern = pattern.parent as JavaScriptNode;
      if (pattern.type === "AnnotatedPattern" && pattern.annotation !== null) {
        annotated = this.context.lowering.type(pattern.annotation);
        isOptional ||= pattern.optional;
        isRest ||= (pattern.target as JavaScriptNode).type === "RestElement";
      } else if (pattern.type === "RestElement") isRest = true;
      else if (pattern.type === "ArrayPattern" || pattern.type === "ObjectPattern" || pattern.type === "Property") {
        return undefined;
      }
    }
    const root = pattern.parent as JavaScriptNode;
    if (!("params" in root) || !("body" in root)) return undefined;
    this.context.rest(root, "head");
    if (annotated !== undefined) return isOptional && !isRest ? union([annotated, absent.undefined]) : annotated;
    const comment = this.context.commentOf(root);
    if (comment?.isOverloaded === true) return undefined;
    const told = comment?.told.find((one) => one.tag === "param" && one.name === (name as { name?: string }).name);
    if (told !== undefined) {
      const type = this.context.typeOfTold(told, comment!);
      return isRest
        ? unknown
        : told.isOptional && pattern.type !== "AssignmentPattern" ? union([type, absent.undefined]) : type;
    }
    return undefined;
  }

  private workValue(binding: Binding): Type {
    const { declarations } = binding;
    const kind = declarations[0]?.kind;
    const [first] = declarations;
    // What a function gives that says it does not hang on its code.
    const isTold = kind === "function" && (!this.context.typed || (first!.owner as FunctionNode).returnType !== null);
    const owner = ownerOf(binding, this.context, isTold ? "head" : "all");
    if (owner === undefined) return kind === "function" ? anyFunction : unknown;
    if (binding.scope.isUncertain) return unknown;
    const declaration = declarations[0]!;
    switch (kind) {
      case "function":
        return binding.writes > 0 ? unknown : this.context.signature(owner as FunctionNode);
      case "import":
        return this.context.elsewhere.valueOf(binding);
      case "parameter": {
        const declared = this.declaredType(declaration, owner);
        return declared ?? (binding.writes > 0 ? unknown : this.parts.of(declaration.node));
      }
      case "fixed":
      case "changeable":
      case "variable": {
        if (owner.type !== "VariableDeclarator") return unknown;
        const declared = this.declaredType(declaration, owner);
        if (declared !== undefined) return this.atFirst(declared, binding, owner);
        return this.valueOfDeclarator(binding, declaration.node, owner);
      }
      default:
        return unknown;
    }
  }

  /** A declared type as it holds: of several types a name has at first the one it is given, and later others. */
  private atFirst(declared: Type, binding: Binding, { init }: VariableDeclarator): Type {
    if (declared.is !== "union") return declared;
    return binding.writes > 0 || init !== null ? unknown : declared;
  }

  private valueOfDeclarator(binding: Binding, name: Node, owner: VariableDeclarator): Type {
    const { id, init } = owner;
    const whole = owner.parent as VariableDeclaration;
    if (whole.parent?.type === "ForOfStatement") {
      return binding.writes > 0 ? unknown : this.parts.of(name);
    }
    if (init === null) return unknown;
    if (id !== name) return this.parts.of(name);
    // What JavaScript writes for a record is no promise of what it will hold.
    if (!this.context.typed && init.type !== "ArrowFunctionExpression" && isMadeHere(init)) return unknown;
    const type = isMadeHere(init) ? kept(this.context.infer(init), init) : this.context.infer(init);
    if (whole.kind === "const") return type;
    if (!this.context.typed || type.is === "union" || (type.is === "list" && type.element.is === "never")) {
      return unknown;
    }
    return type.is === "basic" || type.is === "literal" ? (isAbsent(type) ? unknown : widened(type)) : type;
  }

  /** What a use of a name gives, unless a test before it may say more of that; `widest` for all that it may give whatever tests say. */
  use(node: Node, widest: boolean): Type {
    const binding = bindingOf(node);
    if (binding === undefined) return this.nameValue(node);
    const type = this.valueFor(binding, widest);
    if (type === unknown) return unknown;
    if (widest) return this.isBehind(this.tellKind, binding, node) ? unknown : type;
    if (type.is === "union" && this.context.ask(this.writtenKind, binding)) return unknown;
    if (!isPlain(type)) return this.isBehind(this.tellKind, binding, node) ? unknown : type;
    return this.whereTested(type, node, { root: binding, path: [] }, binding);
  }

  /** The type of a member of what a name holds, where it is read. */
  member(type: Type, node: Node, name: Node): Type {
    const binding = bindingOf(name);
    if (binding === undefined || this.isBehind(this.changeKind, binding, node)) return unknown;
    const path = pathFrom(name, node);
    if (path !== undefined) return this.whereTested(type, node, { root: binding, path }, binding);
    return this.isTestedBefore(binding, node) ? unknown : type;
  }

  /** What is left of a type where something is used, after the tests that have been made of it by then; unknown where they say what is not followed. */
  private whereTested(type: Type, node: Node, subject: Subject, binding: Binding): Type {
    const isOneOfSeveral = alternatives(type).filter((one) => !isAbsent(one)).length > 1;
    if (isOneOfSeveral && this.isBehind(this.aliasKind, binding, node)) return unknown;
    if (!this.isTestedBefore(binding, node)) return type;
    if (this.isBehind(this.assertionKind, binding, node) || this.context.ask(this.writtenKind, binding)) return unknown;
    return this.afterTests(type, node, subject, this.context.ask(this.testsKind, binding));
  }

  private afterTests(type: Type, node: Node, subject: Subject, tests: readonly Node[]): Type {
    const way = wayTo(node, tests.filter((test) => concerns(test, subject)), (call) => this.comesBack(call));
    if (way === undefined) return unknown;
    for (const one of way.read) this.context.rest(one);
    let left: Type | undefined = type;
    for (const { test, holds } of way.made) {
      left = this.narrowing.narrowed(left, test, holds, subject);
      if (left === undefined || left.is === "never") return unknown;
    }
    return left;
  }

  /** The type of a member of `this`, where it is read in a method: unknown where that gives it another value. */
  ownMember(type: Type, node: Node, own: Node): Type {
    if (type.is !== "union") return type;
    const method = methodAround(own);
    const path = pathFrom(own, node);
    if (method === undefined || path === undefined) return unknown;
    const subject: Subject = { root: "this", path };
    const { tests, changes } = this.context.ask(this.ownKind, method);
    if (changes.some((one) => concerns(one, subject))) return unknown;
    return this.afterTests(type, node, subject, tests);
  }

  /** Whether control surely goes on behind a call. */
  private comesBack(call: Node): boolean {
    const { callee } = call as Extract<JavaScriptNode, { type: "CallExpression" }>;
    if ((callee as JavaScriptNode | undefined)?.type === undefined) return false;
    let root = callee as JavaScriptNode;
    while (root.type === "MemberExpression") root = root.object as JavaScriptNode;
    const use = root.type === "Identifier" ? useOf(root) : undefined;
    // Of what the language and pages bring along all comes back.
    if (use !== undefined && use.binding === undefined) {
      return Object.hasOwn(libraryValues, use.name) || Object.hasOwn(pageValues, use.name);
    }
    const type = this.context.infer(callee);
    return type.is === "function" && type.result.is !== "unknown" && type.result.is !== "never";
  }

  private valueFor(binding: Binding, widest: boolean): Type {
    const taken = widest ? this.context.ask(this.takenKind, binding) : unknown;
    return taken === unknown ? this.context.ask(this.valueKind, binding) : taken;
  }

  /** Whether a use of a name stands behind the first one of a kind. */
  private isBehind(kind: QuestionKind<Binding, Node | undefined>, binding: Binding, node: Node): boolean {
    const first = this.context.ask(kind, binding);
    return first !== undefined && first.start < node.start;
  }

  private isTestedBefore(binding: Binding, node: Node): boolean {
    const [first] = this.context.ask(this.testsKind, binding);
    return first !== undefined && first.start < node.start;
  }

  /** Whether what a name holds is as it was declared where it is used: nothing was tested or put into it before. */
  isAsDeclared(node: Node): boolean {
    const binding = bindingOf(node);
    // Where names that the runtime brings along are tested is not followed.
    return binding !== undefined &&
      !(this.isBehind(this.changeKind, binding, node) || this.isTestedBefore(binding, node));
  }
}

const isSameList = (one: readonly Node[], other: readonly Node[]): boolean =>
  one.length === other.length && one.every((node, index) => node === other[index]);

/** The method or function whose `this` is meant at a place. */
function methodAround(node: Node): Node | undefined {
  let up = node.parent as JavaScriptNode | null;
  while (up !== null && up.type !== "FunctionExpression" && up.type !== "FunctionDeclaration") {
    if (up.type === "ClassBody" || up.type === "Program") return undefined;
    up = up.parent as JavaScriptNode | null;
  }
  return up ?? undefined;
}

/** Whether tests may say more of a type by its alternatives or values. */
const isPlain = ({ is }: Type): boolean => is === "union" || is === "basic" || is === "literal";

/** The names of members on the way from a name to what is read of what it holds; `undefined` where they are not all written down. */
function pathFrom(name: Node, node: Node): readonly string[] | undefined {
  const path: string[] = [];
  for (let one = name; one !== node; ) {
    const up = one.parent as JavaScriptNode;
    if (up.type === "MemberExpression") {
      const member = memberName(up);
      if (member === undefined) return undefined;
      path.push(member);
    } else if (up.type !== "NonNullExpression" && up.type !== "ChainExpression") return undefined;
    one = up;
  }
  return path;
}

/** The type of a value that a name keeps: what is written in its members may be given other values. */
function kept(type: Type, expression: Node): Type {
  const node = expression as JavaScriptNode;
  switch (node.type) {
    case "Literal":
    case "TemplateLiteral":
    case "UnaryExpression":
      return widened(type);
    case "Identifier":
      // What a name stands for that is written somewhere may be one value or any.
      return type.is === "literal" ? unknown : type;
    case "ConditionalExpression":
    case "LogicalExpression":
      return type.is === "literal" ||
        (type.is === "union" && type.members.some(({ is }) => is === "literal" || is === "record"))
        ? unknown
        : type;
    case "ArrowFunctionExpression":
    case "FunctionExpression":
      return type.is === "function" && type.result.is === "literal" ? { ...type, result: widened(type.result) } : type;
    case "ObjectExpression": {
      if (type.is !== "record") return type;
      const members = new Map(type.members);
      for (const property of node.properties) {
        const name = property.type === "Property" && !property.computed ? keyName(property.key) : undefined;
        const member = name === undefined ? undefined : members.get(name);
        if (member !== undefined) {
          members.set(name!, { ...member, type: kept(member.type, (property as { value: Node }).value) });
        }
      }
      return { ...type, members };
    }
    default:
      return type;
  }
}

const isPattern = ({ type }: Node): boolean => /Pattern$|^RestElement$|^Property$|^ParameterProperty$/.test(type);
