/** What a name that stands for a function or class says to those who call it. */
import type { Binding } from "../../../model/binding.js";
import { isWorthKeeping, NodeMemo } from "../../../syntax/memo.js";
import type { Node } from "../../../syntax/node.js";
import { walk } from "../../../syntax/walk.js";
import type {
  ArrowFunctionExpression,
  ClassNode,
  FunctionDeclaration,
  FunctionExpression,
  Identifier,
  JavaScriptNode,
  Pattern,
  VariableDeclarator,
} from "../nodes/index.js";

export interface Callable {
  readonly kind: "function" | "class";
  /** How many arguments it takes at most; `Infinity` where it takes all there are. */
  readonly most: number;
  readonly async: boolean;
}

type Called = FunctionDeclaration | FunctionExpression | ArrowFunctionExpression;

/** The length in UTF-16 code units up to which the code of a function is looked through. */
const longest = 100_000;

const ownArguments = new NodeMemo<boolean>();

/** Whether code takes the arguments of the function around it as a whole, or may do so by `eval`. What is found is kept node by node. */
function takesAll(root: Node): boolean {
  const marked = new Set<Node>();
  const skipped = new Set<Node>();
  walk(
    root,
    (node) => {
      const known = ownArguments.get(node);
      if (known !== undefined) {
        if (known) marked.add(node.parent!);
        skipped.add(node);
        return false;
      }
      if (node.type === "Identifier" && /^(?:arguments|eval)$/.test((node as Identifier).name)) marked.add(node);
      // Functions of the old kind have arguments of their own.
      return node === root || !/^Function(?:Declaration|Expression)$/.test(node.type);
    },
    (node) => {
      if (skipped.delete(node)) return;
      const found = marked.delete(node);
      if (node === root || isWorthKeeping(node)) ownArguments.set(node, found);
      if (found && node !== root) marked.add(node.parent!);
    },
  );
  return ownArguments.get(root) ?? false;
}

function mostOf(params: readonly Pattern[]): number {
  return params.some(({ type }) => type === "RestElement")
    ? Infinity
    : params.filter((one) => !(one.type === "AnnotatedPattern" ? one.target : one).type.startsWith("This")).length;
}

function ofFunction(node: Called): Callable | undefined {
  const { params, body, async } = node;
  if (body === null) return undefined;
  const most = mostOf(params);
  // One that does nothing stands in for others.
  if (body.type === "FunctionBody" && body.body.length === 0) return { kind: "function", most: Infinity, async };
  // Very long code is not looked through.
  const isOpen = most < Infinity &&
    node.type !== "ArrowFunctionExpression" &&
    (body.length > longest || takesAll(body));
  return { kind: "function", most: isOpen ? Infinity : most, async };
}

/** What a class takes, where it has no parent that may say so. */
function ofClass({ superClass, body }: ClassNode): Callable {
  const made = body.body.filter((member) => member.type === "MethodDefinition" && member.kind === "constructor");
  const [only] = made;
  const own = only?.type === "MethodDefinition" ? ofFunction(only.value) : undefined;
  const most = made.length > 1 || (superClass !== null && only === undefined)
    ? Infinity
    : only === undefined ? 0 : (own?.most ?? Infinity);
  return { kind: "class", most, async: false };
}

/** What a function or class is to those who call it; `undefined` for anything else. */
export function callableAt(node: Node): Callable | undefined {
  const one = node as JavaScriptNode;
  switch (one.type) {
    case "FunctionDeclaration":
    case "FunctionExpression":
    case "ArrowFunctionExpression":
      return ofFunction(one);
    case "ClassDeclaration":
    case "ClassExpression":
      return ofClass(one);
    default:
      return undefined;
  }
}

/** What stands behind a name that is declared once and never given anything else. */
export function callableOf({ declarations, writes }: Binding): Callable | undefined {
  const [only, second] = declarations;
  if (only === undefined || second !== undefined) return undefined;
  const { kind, owner, node } = only;
  if (kind === "fixed") {
    const { id, init } = owner as VariableDeclarator;
    if (owner.type !== "VariableDeclarator" || id !== node || init === null) return undefined;
    return callableAt(init);
  }
  if (kind !== "function" && kind !== "class") return undefined;
  if (writes > 0) return undefined;
  return callableAt(owner);
}

/** What others see of it, as a text. */
export function callableText(binding: Binding): string {
  const callable = callableOf(binding);
  return callable === undefined ? "" : `${callable.kind} ${callable.most} ${callable.async}`;
}

/** The function or class that an expression names. */
export function calledBy(callee: Node): { readonly callable: Callable; readonly declared: Node } | undefined {
  const binding = callee.type === "Identifier" ? (callee as Identifier).fact?.binding : undefined;
  const callable = binding && callableOf(binding);
  return callable && { callable, declared: binding!.declarations[0]!.node };
}
