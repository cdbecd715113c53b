import { clashesOf } from "../../languages/javascript/names/clash.js";
import type { FunctionNode, VariableDeclaration, VariableDeclarator } from "../../languages/javascript/nodes/index.js";
import type { Declaration } from "../../model/binding.js";
import { defineRule, type RemedyOffer } from "../rule.js";

const nouns: Partial<Record<Declaration["kind"], string>> = {
  variable: "variable",
  function: "function",
  parameter: "parameter",
};

/** Whether a parameter has values of others' defaults beside it: these see the parameter and not the name that is declared in the body. */
function isSeenByDefaults({ kind, binding }: Declaration): boolean {
  const { params } = binding.scope.node as Partial<FunctionNode>;
  return kind === "parameter" && params?.every(({ type }) => type === "Identifier") !== true;
}

/** Leaving the second declaration's word out, so that it only assigns. */
function assignOnly({ owner }: Declaration, first: Declaration): RemedyOffer[] {
  const whole = owner.parent as VariableDeclaration;
  if (owner.type !== "VariableDeclarator" || whole.declarations.length > 1 || /^For/.test(whole.parent!.type)) {
    return [];
  }
  const { id, init } = owner as VariableDeclarator;
  if (init === null || id.type !== "Identifier") return [];
  return [{
    title: "Assign to the name that is there",
    certainty: isSeenByDefaults(first) ? "proposed" : "certain",
    edits: [{ from: whole.start, to: owner.start, insert: "" }],
  }];
}

export const declaredTwice = defineRule({
  id: "names.declared-twice",
  title: "A name that is declared a second time",
  why: "A `var`, a function or a parameter may be declared again in the same function, and then there is still only one of it: the second declaration takes the first one's place, most often unnoticed.",
  level: "warning",
  kits: [],
  examples: {
    alerts: [
      { code: "var tide = 1;\nvar «tide» = 2;\n", after: "var tide = 1;\ntide = 2;\n" },
      { code: "function sail() { return 1; }\nfunction «sail»() { return 2; }\n" },
      {
        code: "export function moor(berth) {\n  var «berth» = berth || 1;\n  return berth;\n}\n",
        after: "export function moor(berth) {\n  berth = berth || 1;\n  return berth;\n}\n",
      },
    ],
    quiet: [
      { code: "var tide = 1;\nfunction sail() {\n  var tide = 2;\n}\n" },
      { code: "const tide = 1;\n{\n  const tide = 2;\n}\n" },
    ],
  },
  binding(binding, { alert, ambient }) {
    const { declarations, name } = binding;
    const [first] = declarations;
    if (ambient || declarations.length < 2 || nouns[first!.kind] === undefined || clashesOf(binding).length > 0) return;
    for (const later of declarations.slice(1)) {
      if (nouns[later.kind] === undefined || isSignature(later) || isSignature(first!)) continue;
      alert(later.node, {
        message:
          `The ${nouns[first!.kind]} \`${name}\` is declared a second time here, and there is still only one of it`,
        related: [{ at: first!.node, message: `\`${name}\` is declared here first` }],
        remedies: () => assignOnly(later, first!),
      });
    }
  },
});

/** Whether a function only says what the one with the body takes. */
function isSignature({ owner }: Declaration): boolean {
  return (owner as { body?: unknown }).body === null;
}
