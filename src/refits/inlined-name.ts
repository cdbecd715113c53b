import { hasEffect } from "../languages/javascript/effects.js";
import type { JavaScriptNode, VariableDeclaration, VariableDeclarator } from "../languages/javascript/nodes/index.js";
import { Declaration, Reference, type Binding } from "../model/binding.js";
import { removeLines } from "../rules/lines.js";
import type { Node } from "../syntax/node.js";
import { nodeAt, walk } from "../syntax/walk.js";
import { demand, fitted, isListed, losesComment, placed, spanOf } from "./code.js";
import { namesIn } from "./reading.js";
import { defineRefit } from "./refit.js";

/** The name at a place, declared or used. */
function bindingAt(node: Node): Binding | undefined {
  const { fact } = node as { fact?: unknown };
  return fact instanceof Declaration || fact instanceof Reference ? fact.binding : undefined;
}

/** Why the value of a name cannot stand in its place. */
function hindrance(binding: Binding, init: Node, uses: readonly Node[]): string | undefined {
  if (binding.writes > 0) return "it is assigned to again";
  if (uses.length === 0) return "it is never used: take it out instead";
  if (hasEffect(init)) return "working out its value may do something, and would happen at another place";
  if (
    init.type === "FunctionExpression" ||
    init.type === "ObjectExpression" ||
    init.type === "ArrayExpression" ||
    init.type === "Literal" ||
    init.type === "TemplateLiteral" ||
    init.type === "ArrowFunctionExpression"
  ) {
    const isFresh = init.type !== "TemplateLiteral" &&
      !(init.type === "Literal" && !(init as unknown as { raw: string }).raw.startsWith("/"));
    if (isFresh && uses.length > 1) return "each place would get an object of its own";
  }
  for (const [name] of namesIn([init]).used) {
    if (name.writes > 0) return `\`${name.name}\` in its value may have changed by then`;
  }
  return undefined;
}

export const inlinedName = defineRefit({
  id: "inlined-name",
  kind: "refactor.inline",
  examples: [
    {
      code: "function f(party) {\n  const fa«»re = 2 * 210;\n  return fare * party + -fare;\n}\n",
      after: "function f(party) {\n  return 2 * 210 * party + -(2 * 210);\n}\n",
    },
    { code: "const tide = 3;\nsail({ ti«»de, high: tide });\n", after: "sail({ tide: 3, high: 3 });\n" },
    {
      code: "const tide«» = read();\nsail(tide);\n",
      refused: "working out its value may do something, and would happen at another place",
    },
    { code: "const tide«» = [];\nsail(tide, tide);\n", refused: "each place would get an object of its own" },
    {
      code: "let a = 1;\nconst ti«»de = a + 1;\na = 2;\nsail(tide);\n",
      refused: "`a` in its value may have changed by then",
    },
    { code: "let tide«» = 1;\ntide += 1;\n", refused: "it is assigned to again" },
    { code: "export const tide«» = 1;\nsail(tide);\n", refused: "other modules can see it" },
    { code: "import { tide«» } from \"./tides.js\";\nsail(tide);\n" },
    {
      code: "const tide = 3;\nfunction f(a) { const tide«»2 = a; return (a) => tide2; }\n",
      refused: "`a` means something else where it is used",
    },
  ],
  offer({ from, to }, { root, text }) {
    const name = nodeAt(root, from, to);
    const binding = name.type === "Identifier" ? bindingAt(name) : undefined;
    const declaration = binding?.declarations.length === 1 ? binding.declarations[0] : undefined;
    const declarator = declaration?.owner as VariableDeclarator | undefined;
    if (
      binding === undefined ||
      declarator?.type !== "VariableDeclarator" ||
      declarator.id !== declaration!.node ||
      declarator.init === null ||
      declarator.id.length !== binding.name.length
    ) return undefined;
    const holder = declarator.parent as VariableDeclaration;
    const statement = holder.parent?.type === "ExportNamedDeclaration" ? holder.parent : holder;
    if (!isListed(statement) || holder.declarations.length !== 1) return undefined;
    const title = `Inline \`${binding.name}\``;
    if (statement !== holder || declaration!.exported || binding.references.some((use) => use.exporting)) {
      return { title, reason: "other modules can see it" };
    }
    const { init } = declarator;
    const uses = binding.references.map(({ node }) => node);
    const reason = hindrance(binding, init, uses) ?? hidden(init, binding);
    if (reason !== undefined) return { title, reason };
    if (
      losesComment(spanOf(statement), [spanOf(init)], text) ||
      uses.some(
        (use) => use.type !== "Identifier" || use.start < statement.end || /Type|JSX/.test(use.parent?.type ?? ""),
      )
    ) return undefined;
    const edits = uses.map((use) => {
      const parent = use.parent as JavaScriptNode;
      if (parent.type === "Property" && parent.shorthand) {
        return { from: use.end, to: use.end, insert: `: ${fitted(init, 1, text)}` };
      }
      return { ...spanOf(use), insert: placed(fitted(init, Math.max(1, demand(use)), text), use) };
    });
    return { title, certainty: "certain", edits: [removeLines(text, statement.start, statement.end), ...edits] };
  },
});

/** Whether a name in a value means something else where the value would stand. */
function hidden(init: Node, binding: Binding): string | undefined {
  const read: Reference[] = [];
  walk(init, (inner) => {
    const { fact } = inner as { fact?: unknown };
    if (fact instanceof Reference) read.push(fact);
  });
  for (const { scope } of binding.references) {
    for (const use of read) {
      if (scope.lookUp(use.name, use.wants) !== use.binding) {
        return `\`${use.name}\` means something else where it is used`;
      }
    }
  }
  return undefined;
}
