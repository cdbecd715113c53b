import { z } from "zod";
import type { Binding } from "../../../../model/binding.js";
import type { Node } from "../../../../syntax/node.js";
import { isInside } from "../../../../syntax/walk.js";
import type { SwitchCase } from "../../nodes/index.js";
import { defineRule } from "../../rule.js";

const options = z.strictObject({
  always: z.boolean()
    .default(false)
    .describe("Alert at every name that a case declares without braces of its own, used in another case or not."),
});

/** The case that declares a name without a block of its own. */
function caseOf({ declarations, kind }: Binding): SwitchCase | undefined {
  if (kind !== "changeable" && kind !== "fixed" && kind !== "class") return undefined;
  const { owner } = declarations[0]!;
  const statement: Node | null = owner.type === "VariableDeclarator" ? owner.parent : owner;
  return statement?.parent?.type === "SwitchCase" ? (statement.parent as SwitchCase) : undefined;
}

export const caseScopedName = defineRule({
  id: "flow.case-scoped-name",
  title: "A name that one case declares and another uses",
  why: "All cases of a `switch` share one scope, but control enters it in the middle: a name that one case declares exists in the others without its value, and reading it there stops the program.",
  level: "error",
  kits: ["sound"],
  options,
  examples: {
    alerts: [
      {
        code: "export function kind(tide) {\n  switch (tide) {\n    case 1:\n      const name = \"low\";\n      return name;\n    default:\n      return «name»;\n  }\n}\n",
      },
      {
        code: "export function kind(tide) {\n  switch (tide) {\n    case 1:\n      let «name» = \"low\";\n      return name;\n    default:\n      return null;\n  }\n}\n",
        options: { always: true },
      },
    ],
    quiet: [
      {
        code: "export function kind(tide) {\n  switch (tide) {\n    case 1:\n      const name = \"low\";\n      return name;\n    default:\n      return null;\n  }\n}\n",
      },
      {
        code: "export function kind(tide) {\n  switch (tide) {\n    case 1: {\n      const name = \"low\";\n      return name;\n    }\n    default:\n      return null;\n  }\n}\n",
        options: { always: true },
      },
    ],
  },
  binding(binding, { alert, options: { always }, isBroken }) {
    const home = caseOf(binding);
    if (home === undefined) return;
    const declared = binding.declarations[0]!.node;
    const elsewhere = binding.references.filter(({ node, access }) => access !== "write" && !isInside(node, home));
    if (always && !isBroken(home)) {
      alert(declared, {
        message: `\`${binding.name}\` is known in all cases of this \`switch\`: put the case in braces`,
      });
    }
    if (always || elsewhere.length === 0 || isBroken(home)) return;
    for (const { node } of elsewhere) {
      alert(node, {
        message: `\`${binding.name}\` has no value here: another case declares it`,
        related: [{ at: declared, message: `\`${binding.name}\` is declared here` }],
      });
    }
  },
});
