/** What patterns take out of values: of declarations, loops and parameters. */
import { union, unknown, widened, withoutVariables, type Type } from "../../../model/types/type.js";
import type { Node } from "../../../syntax/node.js";
import type { AssignmentExpression, JavaScriptNode, VariableDeclarator } from "../nodes/index.js";
import type { TypeContext } from "./context.js";
import { keyName } from "./lower.js";
import { absent } from "./system.js";

type Call = Extract<JavaScriptNode, { type: "CallExpression" }>;

export class TakenApart {
  constructor(private readonly context: TypeContext) {}

  /** The type of what a name or pattern is given by what stands around it. */
  of(target: Node): Type {
    const up = target.parent as JavaScriptNode;
    switch (up.type) {
      case "Property": {
        const key = up.computed || up.value !== target ? undefined : keyName(up.key);
        return key === undefined ? unknown : this.member(up.parent!, key);
      }
      case "ArrayPattern":
        return this.element(up, up.elements.indexOf(target as never));
      case "AnnotatedPattern":
        this.context.rest(up);
        return up.annotation === null ? this.of(up) : withoutVariables(this.context.lowering.type(up.annotation));
      case "AssignmentPattern":
        return this.ofDefault(up);
      case "VariableDeclarator":
        return this.ofDeclarator(up);
      case "ArrowFunctionExpression":
      case "FunctionExpression":
        return this.givenByCall(target, up);
      default:
        return unknown;
    }
  }

  /** What a parameter is where its default alone says it. */
  private ofDefault({ right, parent }: AssignmentExpression): Type {
    if (!this.context.typed || !("params" in parent!)) return unknown;
    this.context.rest(right);
    this.context.rest(parent);
    const type = this.context.infer(right);
    return isMadeHere(right) || type.is === "list" ? unknown : widened(type);
  }

  private member(pattern: Node, key: string): Type {
    const found = this.context.member(this.of(pattern), key);
    if (found === undefined || "lacking" in found) return unknown;
    const { type, optional } = found;
    const isPlain = optional || type.is === "union" || type.is === "basic" || type.is === "literal";
    if (isPlain && !this.isSteady(pattern)) return unknown;
    return optional ? union([type, absent.undefined]) : type;
  }

  private element(pattern: Node, index: number): Type {
    const type = this.of(pattern);
    if (type.is === "list") return type.element;
    const element = type.is === "fixed" ? type.elements[index] : undefined;
    return element === undefined || element.optional ? unknown : element.type;
  }

  private ofDeclarator(owner: VariableDeclarator): Type {
    const { init } = owner;
    const loop = owner.parent?.parent as JavaScriptNode | null | undefined;
    if (loop?.type === "ForOfStatement") {
      this.context.rest(loop.right);
      this.context.rest(loop);
      const over = loop.await ? unknown : this.context.infer(loop.right);
      return over.is === "list" ? over.element : unknown;
    }
    if (init === null) return unknown;
    this.context.rest(owner);
    return !this.context.typed && isMadeHere(init) ? unknown : this.context.infer(init);
  }

  /** Whether nothing has told more of the members of what a pattern is given than their types say. */
  private isSteady(pattern: Node): boolean {
    let node = pattern as JavaScriptNode;
    while (node.type !== "VariableDeclarator" && /Pattern$|^Property$/.test(node.type)) {
      node = node.parent as JavaScriptNode;
    }
    if (node.type !== "VariableDeclarator" || node.init === null) return true;
    let value = node.init as JavaScriptNode;
    while (value.type === "MemberExpression") value = value.object as JavaScriptNode;
    return value.type === "Identifier" ? this.context.isAsDeclared(value) : value.type !== "ThisExpression";
  }

  /** What a function that is handed to another one is given by that. */
  private givenByCall(
    parameter: Node,
    root: Extract<JavaScriptNode, { type: "ArrowFunctionExpression" | "FunctionExpression" }>,
  ): Type {
    const call = root.parent as JavaScriptNode;
    if (call.type !== "CallExpression") return unknown;
    this.context.rest(call);
    const callee = this.context.infer((call as Call).callee);
    const index = (call.arguments as readonly Node[]).indexOf(root);
    if (callee.is !== "function" || index < 0) return unknown;
    const wanted = (callee.parameters ?? callee.handed)?.[index]?.type;
    const place = (root.params as readonly Node[]).indexOf(parameter);
    return wanted?.is === "function" ? withoutVariables(wanted.parameters?.[place]?.type ?? unknown) : unknown;
  }
}

/** Whether an expression makes a record or function, of which what is written is not all that it may hold later. */
export function isMadeHere(expression: Node): boolean {
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
