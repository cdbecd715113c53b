import type { Scope } from "../../model/scope.js";
import type { Node } from "../../syntax/node.js";
import { defineRule } from "../rule.js";

/** Whether a use runs when control comes to it: no function lies between it and the declaration's scope. */
function runsAtOnce(from: Scope, to: Scope): boolean {
  for (let scope: Scope | null = from; scope !== null && scope !== to; scope = scope.parent) {
    if (scope.kind === "function" && scope.node.type !== "StaticBlock") return false;
    if (scope.kind === "class") return false;
  }
  return true;
}

/** Whether a declaration only tells of what is elsewhere. */
function isAmbient(owner: Node): boolean {
  const { declare, modifiers } =
    (owner.type === "VariableDeclarator" ? owner.parent! : owner) as { declare?: boolean; modifiers?: string[] };
  return declare === true || modifiers?.includes("declare") === true;
}

/** Whether a use stands in the value that a declaration gives. */
function isOwnValue(at: number, owner: Node): boolean {
  const { init } = owner as { init?: Node | null };
  if (init == null) return false;
  const from = init.start;
  return at >= from && at < from + init.length;
}

export const usedTooSoon = defineRule({
  id: "names.used-too-soon",
  title: "A name that is used before it has its value",
  why: "A `let`, `const` or class exists from the beginning of its block but has no value until control reaches its declaration; using it earlier stops the program.",
  level: "error",
  kits: ["sound"],
  once: "name",
  examples: {
    alerts: [
      { code: "class Ferry(«Boat»):\n    pass\n\n\nclass Boat:\n    pass\n", languageId: "python" },
      { code: "sail(«tide»);\nconst tide = 3;\nfunction sail() {}\n" },
      { code: "new «Ferry»();\nclass Ferry {}\n" },
      { code: "const pier = «pier» + 1;\n" },
    ],
    quiet: [
      {
        code: "def moor(ferry: Ferry) -> Ferry:\n    return ferry\n\n\nclass Ferry:\n    pass\n",
        languageId: "python",
      },
      { code: "const sail = () => tide;\nconst tide = 3;\nsail();\n" },
      { code: "sail();\nfunction sail() {}\n" },
      { code: "moor();\nvar moor = () => {};\n" },
      { code: "export { tide };\nconst tide = 3;\n" },
      { code: "for (const a of b) { use(c); }\nlet c;\n".replace("use(c)", "use()") },
    ],
  },
  binding(binding, { alert, isBroken, ambient, facts }) {
    if (ambient || (binding.kind !== "changeable" && binding.kind !== "fixed" && binding.kind !== "class")) return;
    const { node, owner } = binding.declarations[0]!;
    if (isAmbient(owner) || isBroken(owner)) return;
    const declared = node.start;
    for (const use of binding.references) {
      if (use.probing || use.exporting || !runsAtOnce(use.scope, binding.scope)) continue;
      const at = use.node.start;
      const early = at < declared;
      if ((!early && !isOwnValue(at, owner)) || facts.isLazy(use.node)) continue;
      alert(use.node, {
        message: `\`${binding.name}\` has no value yet here: it is declared ${early ? "further down" : "by this very statement"}`,
        related: [{ at: node, message: `\`${binding.name}\` is declared here` }],
      });
    }
  },
});
