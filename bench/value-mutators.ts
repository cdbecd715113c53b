/** Slips and older forms made on purpose: each changes a sound program at one place so that a rule on values, calls, waiting or newer forms should tell of it. */
import type { Edit, Node } from "../src/index.js";
import type { CallExpression, JavaScriptNode, Literal } from "../src/languages/javascript/index.js";
import { callableOf } from "../src/languages/javascript/names/callable.js";
import { bindingOf } from "../src/languages/javascript/names/facts.js";
import { bare, functionAround, memberName, numberOf, textOf } from "../src/languages/javascript/reading.js";
import type { Mutator, Place } from "./mutators.js";

const source = (node: Node, text: string): string => text.slice(node.start, node.end);
const replace = (node: Node, insert: string): Edit => ({ from: node.start, to: node.end, insert });
const at = (offset: number, insert: string): Edit => ({ from: offset, to: offset, insert });
const isPlain = (node: Node): boolean => /^(?:Identifier|MemberExpression)$/.test(node.type) &&
  (node.type === "Identifier" || !(node as unknown as { computed: boolean }).computed);

/** A comparison for being the same, whose left side is a name or a member. */
function sameness({ node, text }: Place): { left: Node; right: Node; sign: Edit } | undefined {
  if (node.type !== "BinaryExpression" || !/^[!=]==$/.test(node.operator) || !isPlain(node.left)) return undefined;
  const from = node.left.end + text.slice(node.left.end, node.right.start).indexOf(node.operator);
  return { left: node.left, right: node.right, sign: { from, to: from + 3, insert: node.operator.slice(0, 2) } };
}

const simple = (name: string, rule: string, make: Mutator["make"]): Mutator => ({ name, rules: [rule], make });

export const valueMutators: readonly Mutator[] = [
  simple("a comparison with NaN", "values.compared-to-nan", (place) => {
    const found = sameness(place);
    return found && replace(found.right, "NaN");
  }),
  simple("a comparison with a list that is made there", "values.identity-of-literal", (place) => {
    const found = sameness(place);
    return found && replace(found.right, "[]");
  }),
  simple("a comparison of a member with itself", "values.compared-to-itself", (place) => {
    const found = sameness(place);
    return found?.left.type === "MemberExpression" ? replace(found.right, source(found.left, place.text)) : undefined;
  }),
  simple("a loose comparison", "values.loose-equality", (place) => {
    const found = sameness(place);
    if (found === undefined || /^(?:null|undefined|void 0)$/.test(source(found.right, place.text))) return undefined;
    return found.sign;
  }),
  simple("a misspelt kind", "values.impossible-typeof", ({ node }) => {
    if (node.type !== "BinaryExpression" || !/^[!=]==$/.test(node.operator)) return undefined;
    const { left, right } = node;
    const word = textOf(right);
    return left.type === "UnaryExpression" && left.operator === "typeof" && word !== undefined
      ? replace(right, `"${word.slice(0, -2)}${word.at(-1)}${word.at(-2)}"`)
      : undefined;
  }),
  simple("a negation without its parentheses", "values.misread-negation", ({ node, text }) => {
    const inner = node.type === "UnaryExpression" && node.operator === "!"
      ? (node.argument as JavaScriptNode)
      : undefined;
    if (inner?.type !== "BinaryExpression" || !/^(?:in|instanceof|[<>]=?)$/.test(inner.operator)) return undefined;
    return replace(node, `!${source(inner, text)}`);
  }),
  simple("a key that is there already", "values.repeated-key", ({ node, text }) => {
    if (node.type !== "ObjectExpression") return undefined;
    const [first] = node.properties;
    if (first?.type !== "Property" || first.kind !== "init" || first.computed || first.key.type !== "Identifier") {
      return undefined;
    }
    return at(node.properties.at(-1)!.end, `, ${source(first.key, text)}: null`);
  }),
  simple("a case that is there already", "values.repeated-case", ({ node, text }) => {
    if (node.type !== "SwitchStatement") return undefined;
    const [first, second] = node.cases;
    return first?.test != null && second?.test != null && first.test.type === "Literal"
      ? replace(second.test, source(first.test, text))
      : undefined;
  }),
  simple(
    "a part of a condition asked twice",
    "values.repeated-part",
    ({ node, text }) => (
      node.type === "LogicalExpression" &&
        node.operator !== "??" &&
        isPlain(node.left) &&
        node.right.type !== "LogicalExpression"
        ? replace(node.right, source(node.left, text))
        : undefined
    ),
  ),
  simple(
    "a comma too many",
    "values.list-hole",
    ({ node }) => (
      node.type === "ArrayExpression" && node.elements.length > 1 && node.elements[0] !== null
        ? at(node.elements[0]!.end, ",")
        : undefined
    ),
  ),
  simple("a list put into itself", "values.contains-itself", ({ node, text }) => {
    if (node.type !== "CallExpression" || memberName(node.callee) !== "push" || node.arguments.length !== 1) {
      return undefined;
    }
    const { object } = node.callee as unknown as { object: Node };
    return isPlain(object) ? replace(node.arguments[0]!, source(object, text)) : undefined;
  }),
  simple(
    "an assignment to itself",
    "values.assigned-to-itself",
    ({ node, text }) => (
      node.type === "AssignmentExpression" && node.operator === "=" && node.left.type === "Identifier"
        ? replace(node.right, source(node.left, text))
        : undefined
    ),
  ),
  simple("conditions joined by the wrong word", "flow.contradiction", ({ node, text }) => {
    if (node.type !== "LogicalExpression" || node.operator === "??" || node.parent!.type === "LogicalExpression") {
      return undefined;
    }
    const [left, right] = [node.left as JavaScriptNode, node.right as JavaScriptNode];
    if (left.type !== "BinaryExpression" || right.type !== "BinaryExpression" || left.operator !== right.operator) {
      return undefined;
    }
    const wanted = node.operator === "&&" ? "!==" : "===";
    if (left.operator !== wanted || source(left.left, text) !== source(right.left, text) || !isPlain(left.left)) {
      return undefined;
    }
    if (left.right.type !== "Literal" || right.right.type !== "Literal") return undefined;
    const from = left.end + text.slice(left.end, right.start).indexOf(node.operator);
    return { from, to: from + 2, insert: node.operator === "&&" ? "||" : "&&" };
  }),
  simple("a loop one too far", "flow.one-too-far", ({ node, text }) => {
    const test = node.type === "ForStatement" ? (node.test as JavaScriptNode | null) : undefined;
    if (test?.type !== "BinaryExpression" || test.operator !== "<" || test.left.type !== "Identifier") return undefined;
    if (memberName(test.right) !== "length") return undefined;
    const list = source((test.right as { object: Node }).object as Node, text);
    const { body } = node as unknown as { body: Node };
    const code = source(body, text);
    const { name } = test.left;
    if (
      !code.includes(`${list}[${name}]`) ||
      new RegExp(`\\b${name}\\b\\s*(?:[<>=!]=|[<>])|[<>=]\\s*${name}\\b`).test(code)
    ) return undefined;
    const from = test.left.end + text.slice(test.left.end, test.right.start).indexOf("<");
    return at(from + 1, "=");
  }),
  simple("an argument too many", "calls.wrong-count", ({ node }) => {
    if (node.type !== "CallExpression" || node.callee.type !== "Identifier") return undefined;
    const binding = bindingOf(node.callee);
    const callable = binding && callableOf(binding);
    const last = node.arguments.at(-1);
    if (callable?.kind !== "function" || callable.most === Infinity || last === undefined) return undefined;
    if (node.arguments.some(({ type }) => type === "SpreadElement")) return undefined;
    return at(last.end, ", null".repeat(callable.most - node.arguments.length + 1));
  }),
  simple("a class called without new", "calls.not-callable", ({ node }) => {
    if (node.type !== "NewExpression" || node.callee.type !== "Identifier") return undefined;
    const binding = bindingOf(node.callee);
    return binding !== undefined && callableOf(binding)?.kind === "class"
      ? { from: node.start, to: node.callee.start, insert: "" }
      : undefined;
  }),
  simple(
    "a wrapped value",
    "calls.wrapped-primitive",
    ({ node, text }) => (
      node.type === "CallExpression" &&
        /^(?:String|Number|Boolean)$/.test(source(node.callee, text)) &&
        bindingOf(node.callee) === undefined
        ? at(node.start, "new ")
        : undefined
    ),
  ),
  simple("a promise taken for its answer", "async.promise-as-test", ({ node }) => {
    if (node.type !== "AwaitExpression" || node.parent!.type !== "IfStatement") return undefined;
    const call = node.argument as JavaScriptNode;
    const binding = call.type === "CallExpression" ? bindingOf(call.callee) : undefined;
    return binding !== undefined && callableOf(binding)?.async === true
      ? { from: node.start, to: call.start, insert: "" }
      : undefined;
  }),
  simple("a wait dropped", "async.unwatched-promise", ({ node }) => {
    const wait = node.type === "ExpressionStatement" ? (node.expression as JavaScriptNode) : undefined;
    const call = wait?.type === "AwaitExpression" ? (wait.argument as JavaScriptNode) : undefined;
    const binding = call?.type === "CallExpression" ? bindingOf((call as CallExpression).callee) : undefined;
    return binding !== undefined && callableOf(binding)?.async === true && functionAround(node) !== undefined
      ? { from: node.start, to: call!.start, insert: "" }
      : undefined;
  }),
  simple(
    "a property that repeats its name",
    "modern.short-property",
    ({ node, text }) => (
      node.type === "Property" &&
        node.shorthand &&
        node.parent!.type === "ObjectExpression" &&
        node.value.type === "Identifier"
        ? at(node.end, `: ${source(node.value, text)}`)
        : undefined
    ),
  ),
  simple("a template written as a sum", "modern.template-text", ({ node, text }) => {
    if (
      node.type !== "TemplateLiteral" ||
      node.expressions.length !== 1 ||
      node.parent!.type === "TaggedTemplateExpression"
    ) return undefined;
    const [value] = node.expressions;
    const head = text.slice(node.start + 1, value!.start - 2);
    return /^[\w .,:-]+$/.test(head) && source(node, text).endsWith("}`")
      ? replace(node, `("${head}" + (${source(value!, text)}))`)
      : undefined;
  }),
  simple(
    "a power by a call",
    "modern.power-operator",
    ({ node, text }) => (
      node.type === "BinaryExpression" && node.operator === "**"
        ? replace(node, `Math.pow(${source(node.left, text)}, ${source(node.right, text)})`)
        : undefined
    ),
  ),
  simple("a spread by a call", "modern.object-spread", ({ node, text }) => {
    if (node.type !== "ObjectExpression" || node.properties.length !== 1) return undefined;
    const [only] = node.properties;
    return only?.type === "SpreadElement"
      ? replace(node, `Object.assign({}, ${source(only.argument, text)})`)
      : undefined;
  }),
  simple("a fallback by a choice", "modern.fallback-operator", ({ node, text }) => {
    if (node.type !== "LogicalExpression" || node.operator !== "??" || !isPlain(node.left)) return undefined;
    const value = source(node.left, text);
    return replace(node, `(${value} == null ? (${source(node.right, text)}) : ${value})`);
  }),
  simple("includes by its place", "modern.includes-call", ({ node, text }) => {
    const call = bare(node);
    if (
      node.type !== "CallExpression" ||
      call !== node ||
      memberName(node.callee) !== "includes" ||
      node.arguments.length !== 1
    ) return undefined;
    const { property } = node.callee as unknown as { property: Node };
    if (node.optional || source(node, text).includes("?.")) return undefined;
    // From the end, as each is made on what the one before gives.
    return [at(node.end, " !== -1)"), replace(property, "indexOf"), at(node.start, "(")];
  }),
  simple("the last element counted by hand", "modern.last-element", ({ node, text }) => {
    if (node.type !== "CallExpression" || memberName(node.callee) !== "at" || numberOf(node.arguments[0]) !== -1) {
      return undefined;
    }
    const { object, optional } = node.callee as unknown as { object: Node; optional: boolean };
    return isPlain(object) && !optional
      ? replace(node, `${source(object, text)}[${source(object, text)}.length - 1]`)
      : undefined;
  }),
  simple("texts joined on one line", "values.text-joined-by-plus", ({ node }) => {
    const word = textOf(node);
    if (word === undefined || node.parent!.type !== "VariableDeclarator" || !/^[\w ]{4,}$/.test(word)) return undefined;
    return replace(node as Literal, `"${word.slice(0, 2)}" + "${word.slice(2)}"`);
  }),
];
