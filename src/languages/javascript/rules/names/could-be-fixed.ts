import type { Binding, Reference } from "../../../../model/binding.js";
import type { Node } from "../../../../syntax/node.js";
import { declaredBy } from "../../names/together.js";
import type {
  JavaScriptNode,
  VariableDeclaration,
  VariableDeclarator,
} from "../../nodes/index.js";
import { defineRule } from "../../rule.js";

/** Whether a name looks like the counter of a loop in which its step is still missing: it begins with a number, and a loop asks for it. */
function looksStuck({ declarations, references }: Binding): boolean {
  const { init } = declarations[0]!.owner as VariableDeclarator;
  if (init?.type !== "Literal" || typeof init.value !== "number") return false;
  return references.some(({ node }) => {
    let inner: Node = node;
    while (/^(?:Binary|Logical|Unary|Member)Expression$/.test(inner.parent!.type)) inner = inner.parent!;
    const loop = inner.parent as Node & { test?: unknown };
    return /^(?:For|While|DoWhile)Statement$/.test(loop.type) && loop.test === inner;
  });
}

/** Values whose type is narrower where they cannot change: of `const tide = 3` it is `3`. */
const narrow = /^(?:Literal|TemplateLiteral|UnaryExpression|ConditionalExpression|LogicalExpression|Identifier)$/;

/** Where it does not matter whether a value has a narrower type. */
function takesAnyType({ node }: Reference): boolean {
  const parent = node.parent as JavaScriptNode;
  switch (parent.type) {
    case "BinaryExpression":
      return !/^[!=]==?$/.test(parent.operator);
    case "MemberExpression":
      return true;
    case "UnaryExpression":
    case "TemplateLiteral":
    case "JSXExpressionContainer":
      return true;
    default:
      return false;
  }
}

/** Whether nothing but the word changes: in TypeScript a value that keeps its type becomes a constant, and what a namespace exports may be set by others. */
function isSure(whole: VariableDeclaration, names: readonly Binding[], typed: boolean): boolean {
  if (!typed) return true;
  if (names.some(({ exported, scope }) => exported && scope.kind === "namespace")) return false;
  return whole.declarations.every(({ init }) => init === null || !narrow.test(init.type)) ||
    names.every(({ references }) => references.every(takesAnyType));
}

export const couldBeFixed = defineRule({
  id: "names.could-be-fixed",
  title: "A name that never gets another value",
  why: "`const` tells the reader at once that a name keeps its value, so that there is nothing to keep track of.",
  level: "hint",
  kits: [],
  examples: {
    alerts: [
      { code: "let «tide» = 3;\nexport { tide };\n", after: "const tide = 3;\nexport { tide };\n" },
      { code: "for (let «pier» of piers) sail(pier);\n", after: "for (const pier of piers) sail(pier);\n" },
    ],
    quiet: [
      { code: "let tide = 3;\ntide += 1;\n" },
      { code: "let tide;\ntide = 3;\n" },
      { code: "let { high, low } = tides();\nlow = 1;\nexport { high };\n" },
      { code: "let berth = 0;\nwhile (berth < berths.length) moor(berths[berth]);\n" },
      { code: "for (let i = 0, last = 3; i < last; i++) {}\n" },
    ],
  },
  binding(binding, { alert, typed, isHalfWritten }) {
    const owner = binding.declarations[0]!.owner as VariableDeclarator;
    if (binding.kind !== "changeable" || owner.type !== "VariableDeclarator" || binding.scope.dynamic) return;
    const whole = owner.parent as VariableDeclaration;
    if (whole.declare) return;
    // All names of a declaration must be fixed for its word to change; the first of them speaks for all.
    const together = declaredBy(whole);
    const inLoop = whole.parent!.type === "ForOfStatement" || whole.parent!.type === "ForInStatement";
    const fixed = together.every((other) => other.writes === 0 && other.declarations.length === 1) &&
      (inLoop || whole.declarations.every(({ init }) => init !== null));
    if (together.some(looksStuck)) return;
    if (!fixed || together[0] !== binding || together.some(({ name }) => isHalfWritten(name))) return;
    alert(binding.declarations[0]!.node, {
      message: `\`${binding.name}\` never gets another value: it can be \`const\``,
      remedies: () => [{
        title: "Make it `const`",
        certainty: isSure(whole, together, typed) ? "certain" : "proposed",
        edits: [{ from: whole.start, to: whole.start + "let".length, insert: "const" }],
      }],
    });
  },
});
