import type { ClassBody, ClassNode, MethodDefinition } from "../../nodes/index.js";
import { defineRule } from "../../rule.js";
import { holdsComment } from "../comments.js";
import { takeOut } from "../statements.js";

/** Whether a constructor does what the class would do without it. */
function doesNothing({ value }: MethodDefinition, derived: boolean): boolean {
  const [only, more] = value.body?.body ?? [];
  if (!derived) return only === undefined;
  if (
    only?.type !== "ExpressionStatement" ||
    more !== undefined ||
    only.expression.type !== "CallExpression" ||
    only.expression.callee.type !== "Super"
  ) return false;
  const { params } = value;
  const given = only.expression.arguments;
  // Only a rest that is handed on whole passes everything; single parameters would drop what is behind them.
  const [rest, second] = params;
  const [spread] = given;
  return second === undefined &&
    given.length === 1 &&
    rest?.type === "RestElement" &&
    spread?.type === "SpreadElement" &&
    rest.argument.type === "Identifier" &&
    spread.argument.type === "Identifier" &&
    rest.argument.name === spread.argument.name;
}

export const needlessConstructor = defineRule({
  id: "dead.needless-constructor",
  title: "A constructor that does nothing",
  why: "A class without a constructor gets one that does just this, so that a reader looks for a purpose that is not there.",
  level: "hint",
  kits: [],
  examples: {
    alerts: [
      {
        code: "export class Ferry {\n  «constructor»() {}\n  sail() {}\n}\n",
        after: "export class Ferry {\n  sail() {}\n}\n",
      },
      {
        code: "export class Ferry extends Boat {\n  «constructor»(...parts) {\n    super(...parts);\n  }\n}\n",
        after: "export class Ferry extends Boat {\n}\n",
      },
    ],
    quiet: [
      { code: "export class Ferry {\n  constructor() {\n    this.seats = 40;\n  }\n}\n" },
      { code: "export class Ferry extends Boat {\n  constructor(name) {\n    super(name, 40);\n  }\n}\n" },
      { code: "export class Ferry extends Boat {\n  constructor() {}\n}\n" },
      { code: "export class Ferry extends Boat {\n  constructor() {\n    super();\n  }\n}\n" },
      { code: "export class Ferry {\n  constructor() {\n    // Nothing to be set up.\n  }\n}\n" },
    ],
  },
  visit: {
    MethodDefinition(node, { text, typed, alert, isBroken }) {
      const { body } = node.value;
      if (node.kind !== "constructor" || body === null || node.modifiers.length > 0 || node.decorators.length > 0) {
        return;
      }
      const list = node.parent as ClassBody;
      // Of several, the others say in which ways it may be called.
      if (list.body.some(
        (member) => member !== node && member.type === "MethodDefinition" && member.kind === "constructor",
      )) {
        return;
      }
      const derived = ((node.parent as ClassBody).parent as ClassNode).superClass !== null;
      if (
        node.value.params.some(({ type }) => type === "ParameterProperty") ||
        (!derived && node.value.params.length > 0) ||
        !doesNothing(node, derived)
      ) return;
      if (holdsComment(text, body.start, body.end) || isBroken(node)) return;
      alert(node.key, {
        message: "The class does the same without this constructor: take it out",
        labels: ["unnecessary"],
        remedies: () => [{
          title: "Remove the constructor",
          ...takeOut(node, text),
          // In TypeScript the one that is inherited may take other types, or be seen by fewer.
          ...(typed && derived && { certainty: "proposed" as const }),
        }],
      });
    },
  },
});
