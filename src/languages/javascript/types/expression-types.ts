/** What expressions give. */
import {
  alternatives,
  basic,
  list,
  literal,
  substitute,
  union,
  unknown,
  widened,
  withoutVariables,
  type FunctionType,
  type Member,
  type Type,
} from "../../../model/types/type.js";
import type { Node } from "../../../syntax/node.js";
import { bindingOf, useOf } from "../names/facts.js";
import type { ClassNode, JavaScriptNode } from "../nodes/index.js";
import { memberName, methodCall } from "../reading.js";
import type { TypeContext } from "./context.js";
import { inferred } from "./infer-variables.js";
import { libraryValues } from "./library.js";
import { keyName, present, typeOfLiteral } from "./lower.js";
import { isLibrary, namedInLibrary } from "./members.js";
import { absent, isAbsent } from "./system.js";

/** So deep expressions are looked into. */
const deepest = 40;

export class ExpressionTypes {
  private depth = 0;
  /** Whether tests are left out of account. */
  private isWide = false;

  constructor(private readonly context: TypeContext) {}

  /** The type of what an expression gives, or with `widest` of all that it may give, whatever tests before it say. */
  typeOf(expression: Node, widest: boolean): Type {
    // What is worked out of names on the way has its own ways.
    const before = this.isWide;
    this.isWide = widest;
    try {
      return this.infer(expression);
    } finally {
      this.isWide = before;
    }
  }

  private infer(expression: Node): Type {
    if (this.depth > deepest) return unknown;
    this.depth += 1;
    try {
      return this.worked(expression as JavaScriptNode);
    } finally {
      this.depth -= 1;
    }
  }

  private worked(node: JavaScriptNode): Type {
    const cast = this.context.castOf(node);
    if (cast !== undefined) return cast;
    switch (node.type) {
      case "Literal":
        return typeOfLiteral(node);
      case "TemplateLiteral": {
        const [only, second] = node.quasis;
        return second === undefined ? literal("string", only!.cooked ?? "") : basic("string");
      }
      case "Identifier":
        return this.context.use(node, this.isWide);
      case "ThisExpression":
        return this.ofThis(node);
      case "ArrayExpression":
        return this.ofElements(node.elements);
      case "ObjectExpression":
        return this.ofObject(node);
      case "FunctionExpression":
      case "ArrowFunctionExpression":
        return this.context.signature(node);
      case "UnaryExpression":
        return this.ofUnary(node);
      case "UpdateExpression":
        return this.isNumber(this.infer(node.argument)) ? basic("number") : unknown;
      case "BinaryExpression":
        return this.ofBinary(node);
      case "LogicalExpression":
        return this.ofLogical(node);
      case "ConditionalExpression":
        return union([this.infer(node.consequent), this.infer(node.alternate)].map(opened));
      case "AssignmentExpression":
        return node.operator === "=" ? this.infer(node.right) : unknown;
      case "SequenceExpression":
        return this.infer(node.expressions.at(-1)!);
      case "AwaitExpression":
        return this.awaited(this.infer(node.argument));
      case "CallExpression":
        return this.ofCall(node);
      case "NewExpression":
        return this.ofNew(node);
      case "MemberExpression":
        return this.ofMember(node);
      case "ChainExpression": {
        const type = this.infer(node.expression);
        return this.mayEnd(node.expression) ? union([type, absent.undefined]) : type;
      }
      case "AsExpression":
      case "TypeAssertion": {
        const { annotation } = node;
        const isFixed = annotation.type === "NameType" && (annotation.name as { name?: string }).name === "const";
        return isFixed ? unknown : this.context.written(annotation);
      }
      case "SatisfiesExpression":
        return this.infer(node.expression);
      case "NonNullExpression":
        return present(this.infer(node.expression));
      default:
        return unknown;
    }
  }

  private isNumber = (type: Type): boolean => alternatives(type).every(
    (one) => (one.is === "basic" && one.name === "number") || (one.is === "literal" && one.of === "number"),
  );

  private isText = (type: Type): boolean => alternatives(type).every(
    (one) => (one.is === "basic" && one.name === "string") || (one.is === "literal" && one.of === "string"),
  );

  private ofThis(node: Node): Type {
    for (
      let inner = node, up = node.parent as JavaScriptNode | null;
      up !== null;
      inner = up, up = up.parent as JavaScriptNode | null
    ) {
      switch (up.type) {
        case "FunctionDeclaration":
          return unknown;
        case "FunctionExpression":
          if ((up.parent as JavaScriptNode | null)?.type !== "MethodDefinition") return unknown;
          break;
        case "StaticBlock":
          return unknown;
        case "MethodDefinition":
        case "PropertyDefinition": {
          if (up.static || up.key === inner) return unknown;
          const owner = up.parent!.parent as ClassNode;
          const binding = owner.type === "ClassDeclaration" && owner.id !== null ? bindingOf(owner.id) : undefined;
          if (binding === undefined) return unknown;
          return {
            is: "named",
            name: binding.name,
            of: binding,
            arguments: this.context.variablesOf(binding).map(() => unknown),
          };
        }
        default:
      }
    }
    return unknown;
  }

  private ofElements(elements: readonly (Node | null)[]): Type {
    const types: Type[] = [];
    for (const one of elements as readonly (JavaScriptNode | null)[]) {
      if (one === null) return list(unknown);
      const type = one.type === "SpreadElement" ? this.infer(one.argument) : widened(this.infer(one));
      if (one.type !== "SpreadElement") types.push(type);
      else if (type.is === "list") types.push(type.element);
      else return list(unknown);
    }
    return list(types.length === 0 ? unknown : union(types));
  }

  private ofObject(node: Extract<JavaScriptNode, { type: "ObjectExpression" | "ObjectPattern" }>): Type {
    const members = new Map<string, Member>();
    let isOpen = false;
    for (const property of node.properties) {
      const name = property.type === "Property" && !property.computed ? keyName(property.key) : undefined;
      if (property.type !== "Property" || name === undefined) {
        isOpen = true;
        continue;
      }
      const type = property.kind === "init" ? this.infer(property.value) : unknown;
      members.set(name, { type, optional: false, at: property.key });
    }
    // In JavaScript members may be added later, and what is written is not a promise.
    return { is: "record", members, rest: undefined, isOpen: isOpen || !this.context.typed };
  }

  private ofUnary({ operator, argument }: Extract<JavaScriptNode, { type: "UnaryExpression" }>): Type {
    switch (operator) {
      case "!":
      case "delete":
        return basic("boolean");
      case "typeof":
        return unknown;
      case "void":
        return absent.undefined;
      case "+":
        return basic("number");
      default: {
        const type = this.infer(argument);
        if (operator === "-" && type.is === "literal" && typeof type.value === "number") {
          return literal("number", -type.value);
        }
        return this.isNumber(type) ? basic("number") : unknown;
      }
    }
  }

  private ofBinary({ operator, left, right }: Extract<JavaScriptNode, { type: "BinaryExpression" }>): Type {
    if (/^(?:[=!]==?|[<>]=?|in|instanceof)$/.test(operator)) return basic("boolean");
    if (operator === ">>>") return basic("number");
    const [one, other] = [this.infer(left), this.infer(right)];
    if (operator === "+" && one !== unknown && other !== unknown && (this.isText(one) || this.isText(other))) {
      return basic("string");
    }
    return this.isNumber(one) && this.isNumber(other) ? basic("number") : unknown;
  }

  private ofLogical({ operator, left, right }: Extract<JavaScriptNode, { type: "LogicalExpression" }>): Type {
    const one = this.infer(left);
    const other = this.infer(right);
    if (one === unknown || other === unknown) return unknown;
    // Of what always has a value, or is never false, the rest is never reached.
    if (operator === "??") {
      return alternatives(one).some(isAbsent) ? union([present(one), other].map(opened)) : one;
    }
    if (operator === "||") {
      if (
        alternatives(one).every(({ is }) => is === "named" || is === "record" || is === "list" || is === "function")
      ) {
        return one;
      }
      return union([...alternatives(one).flatMap(whereTrue), other].map(opened));
    }
    // What stops is what counts as no.
    const stops = alternatives(one).flatMap((part): Type[] => {
      if (isAbsent(part)) return [part];
      if (part.is === "basic" && part.name === "boolean") return [literal("boolean", false)];
      if (part.is === "basic" && part.name === "string") return [literal("string", "")];
      if (part.is === "basic" || part.is === "literal") return [part];
      return [];
    });
    return union([...stops, other]);
  }

  private awaited(type: Type): Type {
    const parts = alternatives(type).map((one) => {
      if (one.is === "named") {
        return one.name === "Promise" && isLibrary(one.of) ? (one.arguments[0] ?? unknown) : unknown;
      }
      return one.is === "record" || one.is === "variable" ? unknown : one;
    });
    return union(parts);
  }

  private ofCall(call: Extract<JavaScriptNode, { type: "CallExpression" }>): Type {
    if (call.callee.type === "Super") return unknown;
    const found = this.ofSearch(call);
    if (found !== undefined) return found;
    const callee = this.infer(call.callee);
    const type = call.optional ? present(callee) : callee;
    // `Boolean(x)` and the like.
    if (type.is === "named" && isLibrary(type.of) && call.callee.type === "Identifier") {
      const converted = /^(String|Number|Boolean)Constructor$/.exec(type.name)?.[1];
      return converted === undefined ? unknown : basic(converted.toLowerCase());
    }
    if (type.is !== "function") return unknown;
    if (type.result.is === "basic" && type.result.name === "void") return unknown;
    if (methodCall(call, "bind", "call", "apply") !== undefined) return unknown;
    return this.resultFor(type, call.arguments);
  }

  /** What is found in a list: the function that says what is looked for may tell more of a value only where that is of one of several types. */
  private ofSearch(call: Node): Type | undefined {
    const search = methodCall(call, "find", "findLast", "filter");
    const object = search === undefined ? unknown : this.infer(search.object);
    if (object.is !== "list" || object.element.is === "union") return undefined;
    const [test] = search!.call.arguments as readonly JavaScriptNode[];
    const isPlain = (test?.type === "ArrowFunctionExpression" || test?.type === "FunctionExpression") &&
      test.returnType === null;
    if (!isPlain) return unknown;
    return search!.name === "filter" ? object : union([object.element, absent.undefined]);
  }

  /** What a function gives for some arguments. */
  private resultFor(type: FunctionType, given: readonly Node[]): Type {
    if (type.variables.length === 0) return withoutVariables(type.result);
    return flattened(withoutVariables(substitute(type.result, inferred(type, given, (node) => this.infer(node)))));
  }

  private ofNew({ callee, typeArguments }: Extract<JavaScriptNode, { type: "NewExpression" }>): Type {
    const use = callee.type === "Identifier" ? useOf(callee) : undefined;
    if (use === undefined) return unknown;
    const given = (typeArguments?.params ?? []).map((one) => this.context.written(one));
    if (use.binding === undefined) {
      if (!Object.hasOwn(libraryValues, use.name)) return unknown;
      return /^(?:Function|Object|Proxy|String|Number|Boolean)$/.test(use.name)
        ? unknown
        : namedInLibrary(use.name, given);
    }
    const { declarations } = use.binding;
    if (declarations[0]?.kind === "import") return this.context.elsewhere.madeBy(use.binding, given)?.type ?? unknown;
    if (declarations.length !== 1 || declarations[0]!.kind !== "class") return unknown;
    const count = this.context.variablesOf(use.binding).length;
    return {
      is: "named",
      name: use.name,
      of: use.binding,
      arguments: given.length === count ? given : Array.from({ length: count }, () => unknown),
    };
  }

  private ofMember(node: Extract<JavaScriptNode, { type: "MemberExpression" }>): Type {
    if (node.object.type === "Super" || node.property.type === "PrivateIdentifier") return unknown;
    const object = this.infer(node.object);
    if (object === unknown) return unknown;
    const type = this.memberOf(node.optional ? present(object) : object, node);
    if (this.isWide || (type.is !== "union" && type.is !== "basic" && type.is !== "literal")) return type;
    let inner = node.object as JavaScriptNode;
    while (inner.type === "MemberExpression" || inner.type === "NonNullExpression") {
      inner = (inner.type === "MemberExpression" ? inner.object : inner.expression) as JavaScriptNode;
    }
    if (inner.type === "Identifier" && bindingOf(inner) !== undefined) return this.context.memberAt(type, node, inner);
    if (inner.type === "ThisExpression") return this.context.ownMember(type, node, inner);
    // What a call gives is new, and nothing was tested of it.
    return type.is !== "union" || inner.type === "CallExpression" || inner.type === "NewExpression" ? type : unknown;
  }

  /** Whether a chain may end before its last link, as there is no value at one that asks. */
  private mayEnd(chain: Node): boolean {
    let node = chain as JavaScriptNode;
    for (;;) {
      if (node.type !== "MemberExpression" && node.type !== "CallExpression" && node.type !== "NonNullExpression") {
        return false;
      }
      const inner = node.type === "MemberExpression"
        ? node.object
        : node.type === "CallExpression" ? node.callee : node.expression;
      if (node.type !== "NonNullExpression" && node.optional && alternatives(this.infer(inner)).some(isAbsent)) {
        return true;
      }
      node = inner as JavaScriptNode;
    }
  }

  private memberOf(object: Type, node: Extract<JavaScriptNode, { type: "MemberExpression" }>): Type {
    const name = memberName(node);
    if (name !== undefined) {
      const found = this.context.member(object, name);
      if (found === undefined || "lacking" in found) return unknown;
      return found.optional ? union([found.type, absent.undefined]) : found.type;
    }
    if (!node.computed) return unknown;
    const index = this.infer(node.property);
    if (!this.isNumber(index)) return unknown;
    if (object.is === "list") return object.element;
    if (object.is !== "fixed" || index.is !== "literal" || typeof index.value !== "number") return unknown;
    const element = object.elements[index.value];
    return element === undefined ? unknown : element.optional ? union([element.type, absent.undefined]) : element.type;
  }
}

/** A promise of a promise is one of what that gives. */
function flattened(type: Type): Type {
  const isPromise = (one: Type | undefined): boolean =>
    one?.is === "named" && one.name === "Promise" && isLibrary(one.of);
  if (type.is !== "named" || !isPromise(type)) return type;
  const [inner] = type.arguments;
  return isPromise(inner) ? flattened(inner!) : type;
}

/** What is left of a type where a value counts as yes. */
function whereTrue(type: Type): Type[] {
  if (isAbsent(type) || (type.is === "literal" && !type.value)) return [];
  return [type.is === "basic" && type.name === "boolean" ? literal("boolean", true) : type];
}

/** A record that is one of several may have the members of the others. */
const opened = (type: Type): Type => (type.is === "record" ? { ...type, isOpen: true } : type);
