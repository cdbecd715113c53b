/** What names hold. */
import type { Binding, Declaration } from "../../../model/binding.js";
import type { QuestionKind } from "../../../model/types/questions.js";
import { union, unknown, widened, withoutVariables, type Type } from "../../../model/types/type.js";
import type { Node } from "../../../syntax/node.js";
import { bindingOf, useOf } from "../names/facts.js";
import type { FunctionNode, JavaScriptNode, VariableDeclaration, VariableDeclarator } from "../nodes/index.js";
import { ownerOf, typeAnswers, type TypeContext } from "./context.js";
import { typeIn } from "./library-text.js";
import { libraryValues, pageValues } from "./library.js";
import { anyFunction, keyName } from "./lower.js";
import { libraryLowering } from "./members.js";
import { absent, isAbsent } from "./system.js";
import { firstChange, firstTest } from "./tested.js";

export class HeldTypes {
  readonly valueKind: QuestionKind<Binding, Type> = { work: (binding) => this.workValue(binding), ...typeAnswers };
  readonly takenKind: QuestionKind<Binding, Type> = { work: (binding) => this.workTaken(binding), ...typeAnswers };

  /** Whether a name is given another value anywhere. */
  readonly writtenKind: QuestionKind<Binding, boolean> = {
    work: ({ writes }) => writes > 0,
    isSame: (one, other) => one === other,
    none: false,
  };
  /** The first place where a name is tested. */
  readonly testKind: QuestionKind<Binding, Node | undefined> = {
    work: firstTest,
    isSame: (one, other) => one === other,
    none: undefined,
  };

  /** The first place where a name, or a member of what it holds, is given another value. */
  readonly changeKind: QuestionKind<Binding, Node | undefined> = {
    work: firstChange,
    isSame: (one, other) => one === other,
    none: undefined,
  };

  constructor(private readonly context: TypeContext) {}

  /** The type of the value that a name stands for, whatever a test may have told of it. */
  nameValue(name: Node): Type {
    const use = useOf(name);
    if (use === undefined) return unknown;
    if (use.binding !== undefined) return this.context.ask(this.valueKind, use.binding);
    if (use.name === "undefined") return absent.undefined;
    return this.broughtAlong(use.name);
  }

  private broughtAlong(name: string): Type {
    const { runtimes } = this.context.source;
    const isPage = runtimes.includes("browser") && !runtimes.includes("node");
    const text = Object.hasOwn(libraryValues, name)
      ? libraryValues[name]!
      : isPage && Object.hasOwn(pageValues, name) ? pageValues[name]! : undefined;
    const node = text === undefined ? undefined : typeIn(text);
    return node === undefined ? unknown : libraryLowering.type(node);
  }

  private workTaken(binding: Binding): Type {
    const owner = ownerOf(binding, this.context);
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
    this.context.rest(root);
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
    const owner = ownerOf(binding, this.context);
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
        return declared ?? this.givenByCall(declaration) ?? this.takenApart(declaration.node) ?? unknown;
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
      const loop = whole.parent as Extract<JavaScriptNode, { type: "ForOfStatement" }>;
      this.context.rest(loop.right);
      this.context.rest(loop);
      if (id !== name || binding.writes > 0 || loop.await) return unknown;
      const over = this.context.infer(loop.right);
      return over.is === "list" ? over.element : unknown;
    }
    if (init === null) return unknown;
    if (id !== name) return this.takenApart(name) ?? unknown;
    // What JavaScript writes for a record is no promise of what it will hold.
    if (!this.context.typed && init.type !== "ArrowFunctionExpression" && isMadeHere(init)) return unknown;
    const type = isMadeHere(init) ? kept(this.context.infer(init), init) : this.context.infer(init);
    if (whole.kind === "const") return type;
    if (!this.context.typed || type.is === "union" || (type.is === "list" && type.element.is === "never")) {
      return unknown;
    }
    return type.is === "basic" || type.is === "literal" ? (isAbsent(type) ? unknown : widened(type)) : type;
  }

  /** What is taken out of a value by a pattern. */
  private takenApart(name: Node): Type | undefined {
    const property = name.parent as JavaScriptNode;
    if (property?.type !== "Property" || property.computed || property.value !== name) return undefined;
    const pattern = property.parent as JavaScriptNode;
    const key = keyName(property.key);
    if (pattern.type !== "ObjectPattern" || key === undefined) return undefined;
    const up = pattern.parent as JavaScriptNode;
    let type: Type = unknown;
    if (up.type === "VariableDeclarator" && up.init !== null) {
      this.context.rest(up);
      type = this.context.infer(up.init);
    } else if (up.type === "AnnotatedPattern") {
      this.context.rest(up);
      type = this.context.lowering.type(up.annotation);
    }
    const found = this.context.member(type, key);
    if (found === undefined || "lacking" in found) return unknown;
    return found.optional ? union([found.type, absent.undefined]) : found.type;
  }

  /** What a function that is handed to another one is given by that. */
  private givenByCall({ node }: Declaration): Type | undefined {
    let pattern = node as JavaScriptNode;
    while (pattern.parent !== null && isPattern(pattern.parent)) pattern = pattern.parent as JavaScriptNode;
    const root = pattern.parent as JavaScriptNode;
    if (pattern !== node || (root.type !== "ArrowFunctionExpression" && root.type !== "FunctionExpression")) {
      return undefined;
    }
    const call = root.parent as JavaScriptNode;
    if (call.type !== "CallExpression") return undefined;
    this.context.rest(call);
    const callee = this.context.infer(call.callee);
    const index = (call.arguments as readonly Node[]).indexOf(root);
    if (callee.is !== "function" || callee.parameters === undefined || index < 0) return undefined;
    const wanted = callee.parameters[index]?.type;
    const place = (root.params as readonly Node[]).indexOf(node);
    return wanted?.is === "function" ? withoutVariables(wanted.parameters?.[place]?.type ?? unknown) : undefined;
  }

  /** What a use of a name gives, unless a test before it may say more of that. */
  use(node: Node): Type {
    const binding = bindingOf(node);
    if (binding === undefined) return this.nameValue(node);
    const type = this.context.ask(this.valueKind, binding);
    if (type === unknown) return type;
    if (type.is === "union" && this.context.ask(this.writtenKind, binding)) return unknown;
    const test = this.context.ask(this.testKind, binding);
    return test !== undefined && test.start < node.start ? unknown : type;
  }
}

/** Whether an expression makes a record or function, of which what is written is not all that it may hold later. */
function isMadeHere(expression: Node): boolean {
  const node = expression as JavaScriptNode;
  switch (node.type) {
    case "ObjectExpression":
      return true;
    case "ArrowFunctionExpression":
    case "FunctionExpression":
      return node.returnType === null;
    case "ConditionalExpression":
      return isMadeHere(node.consequent) || isMadeHere(node.alternate);
    case "LogicalExpression":
      return isMadeHere(node.left) || isMadeHere(node.right);
    default:
      return false;
  }
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
      return type.is === "literal" || (type.is === "union" && type.members.some(({ is }) => is === "literal" || is === "record")) ? unknown : type;
    case "ArrowFunctionExpression":
    case "FunctionExpression":
      return type.is === "function" && type.result.is === "literal" ? { ...type, result: widened(type.result) } : type;
    case "ObjectExpression": {
      if (type.is !== "record") return type;
      const members = new Map(type.members);
      for (const property of node.properties) {
        const name = property.type === "Property" && !property.computed ? keyName(property.key) : undefined;
        const member = name === undefined ? undefined : members.get(name);
        if (member !== undefined) members.set(name!, { ...member, type: kept(member.type, (property as { value: Node }).value) });
      }
      return { ...type, members };
    }
    default:
      return type;
  }
}

const isPattern = ({ type }: Node): boolean => /Pattern$|^RestElement$|^Property$|^ParameterProperty$/.test(type);
