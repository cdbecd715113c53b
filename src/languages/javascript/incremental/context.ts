/** What the parser knew when it stood inside a node: worked out from the nodes around it. */
import type { Node } from "../../../syntax/node.js";
import type { SourceText } from "../../../text/text.js";
import type { FunctionBody, JavaScriptNode, Statement } from "../nodes/index.js";
import { Context, functionBits, noFence, type ParseState } from "../parser/state.js";

const loops = new Set(["ForStatement", "ForInStatement", "ForOfStatement", "WhileStatement", "DoWhileStatement"]);

/** Whether the directives at the head of a body switch to strict code. */
export function isStrict(body: readonly Statement[]): boolean {
  for (const statement of body) {
    if (statement.type !== "ExpressionStatement" || statement.directive === null) return false;
    if (statement.directive === "use strict") return true;
  }
  return false;
}

/**
 * Brings `p`, which is in the state of the beginning of the text, into the state it had inside the last node of `path`, which leads there from the root.
 * `false` where that cannot be told from the tree.
 */
export function enterPath(p: ParseState, path: readonly Node[], source: SourceText): boolean {
  let start = 0;
  for (let i = 0; i < path.length; i += 1) {
    const node = path[i] as JavaScriptNode;
    start += i === 0 ? 0 : node.startInParent;
    const child = path[i + 1];
    switch (node.type) {
      case "Program":
        if (isStrict(node.body as Statement[])) p.context |= Context.Strict;
        break;
      case "FunctionDeclaration":
      case "FunctionExpression": {
        if (child !== node.body) return child === undefined;
        const holder = node.parent as JavaScriptNode;
        const method = (
          holder.type === "MethodDefinition" ||
          (holder.type === "Property" && (holder.method || holder.kind !== "init"))
        ) &&
          holder.value === node;
        const derived = holder.type === "MethodDefinition" &&
          holder.kind === "constructor" &&
          (holder.parent!.parent as { superClass?: unknown }).superClass !== null;
        p.context = (p.context & ~functionBits) | Context.Function | Context.Return | Context.NewTarget;
        if (node.async) p.context |= Context.Async;
        if (node.generator) p.context |= Context.Generator;
        if (method) p.context |= Context.SuperProperty | (derived ? Context.SuperCall : 0);
        enterBody(p, node.body);
        break;
      }
      case "ArrowFunctionExpression": {
        if (child !== node.body) return child === undefined;
        const inherited = p.context &
          (Context.SuperProperty | Context.SuperCall | Context.NewTarget | Context.FieldValue);
        p.context = (p.context & ~functionBits) |
          inherited |
          Context.Function |
          Context.Return |
          (node.async ? Context.Async : 0);
        if (node.body.type === "FunctionBody") enterBody(p, node.body as FunctionBody);
        else p.labels = [];
        break;
      }
      case "ClassDeclaration":
      case "ClassExpression":
        if (node.decorators.includes(child as never)) return false;
        p.context |= Context.Strict;
        if (node.modifiers.includes("declare")) p.context |= Context.Ambient;
        break;
      case "MethodDefinition":
        if (child !== node.value && child !== undefined) return false;
        break;
      case "PropertyDefinition":
        if (child !== node.value) return false;
        p.context = (p.context & ~functionBits) | Context.SuperProperty | Context.NewTarget | Context.FieldValue;
        break;
      case "StaticBlock":
        p.context = (p.context & ~functionBits) |
          Context.SuperProperty |
          Context.NewTarget |
          Context.StaticBlock |
          Context.FieldValue;
        p.labels = [];
        break;
      case "NamespaceDeclaration":
        p.context &= ~functionBits;
        if (node.declare) p.context |= Context.Ambient;
        p.labels = [];
        break;
      case "VariableDeclaration":
      case "InterfaceDeclaration":
      case "TypeAliasDeclaration":
      case "EnumDeclaration":
        if (node.declare) p.context |= Context.Ambient;
        break;
      case "SwitchStatement":
        if (child !== node.discriminant) p.context |= Context.Switch;
        break;
      case "LabeledStatement": {
        let body = node.body;
        while (body.type === "LabeledStatement") body = body.body;
        p.labels.push({ name: node.label.name, loop: loops.has(body.type) });
        break;
      }
      case "JSXElement":
        if (child === undefined || node.children.includes(child as never)) {
          const { name } = node.openingElement;
          const at = start + name.startInParent;
          p.tags.push(source.slice(at, at + name.length));
        }
        break;
      case "JSXFragment":
        p.tags.push("");
        break;
      case "TemplateType":
      case "Decorator":
      case "ObjectPattern":
      case "ArrayPattern":
      case "AssignmentPattern":
        return false;
      default:
        if (loops.has(node.type) && child === (node as { body?: Node }).body) p.context |= Context.Loop;
    }
  }
  p.context &= ~Context.NoIn;
  return true;
}

/** Where the bracket stands that is the fence inside the last node of `path`, in the old text; `noFence` where there is none. */
export function fenceIn(path: readonly Node[], source: SourceText): number {
  let fence = noFence;
  let start = 0;
  for (let i = 1; i < path.length; i += 1) {
    const node = path[i] as JavaScriptNode;
    start += node.startInParent;
    switch (node.type) {
      case "BlockStatement":
      case "FunctionBody":
      case "ClassBody":
      case "ObjectExpression":
      case "ArrayExpression":
      case "JSXExpressionContainer":
        fence = start;
        break;
      case "StaticBlock":
        fence = start + source.slice(start, start + 1000).indexOf("{");
        break;
      case "CallExpression":
      case "NewExpression":
        if (i + 1 < path.length && node.arguments.includes(path[i + 1] as never)) {
          const before = node.typeArguments ?? node.callee;
          const end = start + before.startInParent + before.length;
          fence = end + source.slice(end, end + 1000).indexOf("(");
        }
        break;
      default:
    }
  }
  return fence;
}

function enterBody(p: ParseState, body: FunctionBody): void {
  p.labels = [];
  if (isStrict(body.body)) p.context |= Context.Strict;
}
