import { allBindings, type Scope } from "../../model/names.js";
import type { Node } from "../../syntax/node.js";
import { isInside } from "../../syntax/walk.js";
import { defineRule } from "../rule.js";

/** Whether a use runs when control comes to it: no function lies between it and the declaration's scope. */
function runsAtOnce(from: Scope, to: Scope): boolean {
  for (let scope: Scope | null = from; scope !== null && scope !== to; scope = scope.parent) {
    if (scope.kind === "function" && scope.node.type !== "StaticBlock") return false;
    if (scope.kind === "class") return false;
  }
  return true;
}

/** The declaration whose value is being worked out around a use, if any. */
function isOwnValue(use: Node, owner: Node): boolean {
  const { init } = owner as { init?: Node | null };
  return init != null && isInside(use, init);
}

export const usedTooSoon = defineRule({
  id: "names.used-too-soon",
  title: "A name that is used before it has its value",
  why: "A `let`, `const` or class exists from the beginning of its block but has no value until control reaches its declaration; using it earlier stops the program.",
  level: "error",
  kits: ["sound"],
  examples: {
    alerts: [{ code: "sail(«tide»);\nconst tide = 3;\nfunction sail() {}\n" }, { code: "new «Ferry»();\nclass Ferry {}\n" }, { code: "const pier = «pier» + 1;\n" }],
    quiet: [{ code: "const sail = () => tide;\nconst tide = 3;\nsail();\n" }, { code: "sail();\nfunction sail() {}\n" }, { code: "moor();\nvar moor = () => {};\n" }, { code: "export { tide };\nconst tide = 3;\n" }, { code: "for (const a of b) { use(c); }\nlet c;\n".replace("use(c)", "use()") }],
  },
  file({ names, alert, isBroken }) {
    for (const binding of allBindings(names)) {
      if (binding.kind !== "changeable" && binding.kind !== "fixed" && binding.kind !== "class") continue;
      const { node, owner } = binding.declarations[0]!;
      const declared = node.start;
      for (const use of binding.references) {
        const early = use.node.start < declared || isOwnValue(use.node, owner);
        if (!early || use.probing || use.node.parent?.type === "ExportSpecifier" || !runsAtOnce(use.scope, binding.scope)) continue;
        if (isBroken(binding.scope.node)) continue;
        alert(use.node, { message: `\`${binding.name}\` has no value yet here: it is declared ${use.node.start < declared ? "further down" : "by this very statement"}`, related: [{ from: declared, to: declared + node.length, message: `\`${binding.name}\` is declared here` }] });
      }
    }
  },
});
