/** What a test says of a value's type where it holds, or does not (Tobin-Hochstadt, Felleisen: "Logical types for untyped languages", 2010). */
import type { Binding } from "../../../model/binding.js";
import { alternatives, literal, union, unknown, type Type } from "../../../model/types/type.js";
import type { Node } from "../../../syntax/node.js";
import { walk } from "../../../syntax/walk.js";
import { bindingOf } from "../names/facts.js";
import type { JavaScriptNode } from "../nodes/index.js";
import { isAbsent as isAbsentNode, memberName, textOf } from "../reading.js";
import type { TypeContext } from "./context.js";
import { typeOfLiteral } from "./lower.js";
import { absent, isAbsent } from "./system.js";

/** What is tested: what a name holds, or a member of that by the names on the way to it. */
export interface Subject {
  /** The name, or `this` as it is in one function. */
  readonly root: Binding | "this";
  readonly path: readonly string[];
}

type Test<Kind extends JavaScriptNode["type"]> = Extract<JavaScriptNode, { type: Kind }>;

/** An expression without what changes nothing of its value. */
function plain(node: Node): JavaScriptNode {
  let one = node as JavaScriptNode;
  while (one.type === "ChainExpression" || one.type === "NonNullExpression" || one.type === "SatisfiesExpression") {
    one = one.expression as JavaScriptNode;
  }
  return one;
}

const isRoot = (node: Node, root: Subject["root"]): boolean =>
  root === "this" ? node.type === "ThisExpression" : node.type === "Identifier" && bindingOf(node) === root;

/** Whether an expression gives a subject. */
function isSubject(node: Node, { root, path }: Subject): boolean {
  const one = plain(node);
  if (isRoot(one, root)) return path.length === 0;
  if (one.type !== "MemberExpression" || path.length === 0 || memberName(one) !== path.at(-1)) return false;
  return isSubject(one.object, { root, path: path.slice(0, -1) });
}

/** Whether a use of a name may be one of a subject, of what that is read of, or of a member of it: not where other members are read. */
export function concerns(use: Node, { path }: Subject): boolean {
  let one = use;
  for (const name of path) {
    let up = one.parent as JavaScriptNode | null;
    while (up?.type === "NonNullExpression" || up?.type === "ChainExpression") {
      up = (one = up).parent as JavaScriptNode | null;
    }
    if (up?.type !== "MemberExpression" || up.object !== one) return true;
    const member = memberName(up);
    if (member !== undefined && member !== name) return false;
    one = up;
  }
  return true;
}

/** Whether a node uses something that concerns a subject. */
function isUsedIn(node: Node, subject: Subject): boolean {
  let isUsed = false;
  walk(node, (inner) => {
    if (isRoot(inner, subject.root) && concerns(inner, subject)) isUsed = true;
    return !isUsed;
  });
  return isUsed;
}

export class Narrowing {
  constructor(private readonly context: TypeContext) {}

  /** The type of a subject of a type where a test holds, or with `holds` false where it does not; `undefined` where what the test says is not followed. */
  narrowed(type: Type, test: Node, holds: boolean, subject: Subject): Type | undefined {
    const node = plain(test);
    if (isSubject(node, subject)) return holds ? truthy(type) : falsy(type);
    switch (node.type) {
      case "UnaryExpression":
        if (node.operator === "!") return this.narrowed(type, node.argument, !holds, subject);
        break;
      case "LogicalExpression":
        return this.byLogic(type, node, holds, subject);
      case "BinaryExpression":
        return this.byComparison(type, node, holds, subject);
      case "MemberExpression":
      case "CallExpression":
        return this.byChain(type, node, holds, subject);
      default:
    }
    return isUsedIn(node, subject) ? undefined : type;
  }

  private byLogic(
    type: Type,
    { operator, left, right }: Test<"LogicalExpression">,
    holds: boolean,
    subject: Subject,
  ): Type | undefined {
    if (operator === "??") return [left, right].some((one) => isUsedIn(one, subject)) ? undefined : type;
    // Where both decide, or either one may.
    const decides = operator === "&&";
    const goesOn = this.narrowed(type, left, decides, subject);
    const second = goesOn && this.narrowed(goesOn, right, holds, subject);
    if (second === undefined || holds === decides) return second;
    const first = this.narrowed(type, left, holds, subject);
    return first && union([first, second]);
  }

  private byComparison(type: Type, node: Test<"BinaryExpression">, holds: boolean, subject: Subject): Type | undefined {
    const isMatch = /^===?$/.test(node.operator) ? holds : /^!==?$/.test(node.operator) ? !holds : undefined;
    const isLoose = node.operator.length === 2;
    for (const [one, other] of [[node.left, node.right], [node.right, node.left]] as const) {
      if (isMatch === undefined) break;
      const asked = plain(one);
      if (isSubject(asked, subject)) return byValue(type, other, isMatch, isLoose);
      if (asked.type === "UnaryExpression" && asked.operator === "typeof" && isSubject(asked.argument, subject)) {
        const word = textOf(other);
        return word === undefined ? undefined : byTypeof(type, word, isMatch);
      }
      if (asked.type === "MemberExpression" && isSubject(asked.object, subject)) {
        return this.byMember(type, asked, other, isMatch, isLoose);
      }
    }
    if (isMatch !== undefined || node.operator === "in" || node.operator === "instanceof") {
      return isUsedIn(node, subject) ? undefined : type;
    }
    // An order or a sum says nothing of a type.
    return [node.left, node.right].every((one) => this.saysNothing(one, subject)) ? type : undefined;
  }

  /** `ferry.kind === "car"`: which of several types it may be, by a member that tells them apart. */
  private byMember(
    type: Type,
    asked: Test<"MemberExpression">,
    other: Node,
    isMatch: boolean,
    isLoose: boolean,
  ): Type | undefined {
    const name = memberName(asked);
    if (name === undefined) return undefined;
    const left: Type[] = [];
    for (const one of alternatives(type)) {
      if (isAbsent(one)) {
        // Of what is not there nothing is read, or `undefined` with `?.`.
        if (!asked.optional) continue;
        const rest = byValue(absent.undefined, other, isMatch, isLoose);
        if (rest === undefined) return undefined;
        if (rest.is !== "never") left.push(one);
        continue;
      }
      const found = this.context.member(one, name);
      if (found === undefined || "lacking" in found || found.type === unknown) return undefined;
      const own = found.optional ? union([found.type, absent.undefined]) : found.type;
      const isOne = alternatives(own).every((part) => part.is === "literal" || isAbsent(part));
      const rest = byValue(own, other, isMatch, isLoose);
      if (rest === undefined) return undefined;
      // Only what has a single value there is ruled out by another one.
      if (rest.is !== "never" || !isOne) left.push(one);
    }
    return union(left);
  }

  /** A member or a call at the end of a chain: where it has a value, what it is read of has one. */
  private byChain(
    type: Type,
    node: Test<"MemberExpression" | "CallExpression">,
    holds: boolean,
    subject: Subject,
  ): Type | undefined {
    if (!isUsedIn(node, subject)) return type;
    let link: JavaScriptNode = node;
    for (;;) {
      if (link.type === "CallExpression") {
        // A function may tell more of what it is given.
        if (link.arguments.some((one) => isUsedIn(one, subject))) return undefined;
        link = plain(link.callee);
      } else if (link.type === "MemberExpression") {
        if (isSubject(link.object, subject)) {
          const isOneOfSeveral = alternatives(type).filter((one) => !isAbsent(one)).length > 1;
          if (isOneOfSeveral && node === link) return undefined;
          return holds && link.optional ? union(alternatives(type).filter((one) => !isAbsent(one))) : type;
        }
        if (link.computed && isUsedIn(link.property, subject)) return undefined;
        link = plain(link.object);
      } else return link.type === "Identifier" || link.type === "ThisExpression" ? type : undefined;
    }
  }

  /** Whether an expression can say nothing of a subject's type: it is not handed to a function, and nothing is tested in it. */
  private saysNothing(node: Node, subject: Subject): boolean {
    const one = plain(node);
    switch (one.type) {
      case "MemberExpression":
        return !one.computed && this.saysNothing(one.object, subject);
      case "CallExpression":
        return this.saysNothing(one.callee, subject) && one.arguments.every((argument) => !isUsedIn(argument, subject));
      case "Identifier":
      case "ThisExpression":
        return true;
      default:
        return !isUsedIn(one, subject);
    }
  }
}

const isFalse = (type: Type): boolean => isAbsent(type) || (type.is === "literal" && !type.value);

function truthy(type: Type): Type {
  return union(
    alternatives(type).flatMap((one): Type[] => {
      if (isFalse(one)) return [];
      return [one.is === "basic" && one.name === "boolean" ? literal("boolean", true) : one];
    }),
  );
}

function falsy(type: Type): Type {
  return union(
    alternatives(type).flatMap((one): Type[] => {
      if (one.is === "basic") return [one.name === "boolean" ? literal("boolean", false) : one];
      return isFalse(one) || one.is === "unknown" || one.is === "variable" ? [one] : [];
    }),
  );
}

/** What is left of a type where it is, or is not, equal to a value that is written down. */
function byValue(type: Type, other: Node, isMatch: boolean, isLoose: boolean): Type | undefined {
  const value = plain(other);
  if (isAbsentNode(value)) {
    const name = value.type === "Literal" ? "null" : "undefined";
    const isThat = (one: Type): boolean =>
      isAbsent(one) && (isLoose || one.is !== "basic" || one.name !== opposite(name));
    return union(alternatives(type).filter((one) => isThat(one) === isMatch || one.is === "unknown"));
  }
  if (value.type !== "Literal" || isLoose) return undefined;
  const wanted = typeOfLiteral(value);
  if (wanted.is !== "literal") return undefined;
  return union(
    alternatives(type).flatMap((one): Type[] => {
      if (one.is === "literal") return (one.of === wanted.of && one.value === wanted.value) === isMatch ? [one] : [];
      if (one.is !== "basic" || one.name !== wanted.of) return isMatch && one.is !== "unknown" ? [] : [one];
      if (isMatch) return [wanted];
      return [one.name === "boolean" ? literal("boolean", !wanted.value) : one];
    }),
  );
}

const opposite = (name: string): string => (name === "null" ? "undefined" : "null");

/** What `typeof` gives for values of a type; `undefined` where that is not sure. */
function wordOf(type: Type): string | undefined {
  switch (type.is) {
    case "basic":
      return type.name === "null" ? "object" : type.name === "void" ? "undefined" : type.name;
    case "literal":
      return type.of;
    case "record":
    case "list":
    case "fixed":
      return "object";
    case "function":
      return "function";
    default:
      return undefined;
  }
}

const basics = new Set(["string", "number", "boolean", "bigint", "symbol", "undefined"]);

function byTypeof(type: Type, word: string, isMatch: boolean): Type | undefined {
  const left: Type[] = [];
  for (const one of alternatives(type)) {
    const own = wordOf(one);
    // What has a name may be a function, but no text.
    if (own === undefined && !(one.is === "named" && basics.has(word))) return undefined;
    if ((own === word) === isMatch) left.push(one);
  }
  return union(left);
}
