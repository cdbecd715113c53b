import type { ClassBody, JavaScriptNode } from "../../languages/javascript/nodes/index.js";
import { nearest } from "../../model/spelling.js";
import { defineRule } from "../rule.js";

/** The private names that a class declares. */
function declaredIn(body: ClassBody): string[] {
  const names: string[] = [];
  for (const member of body.body) {
    if ((member.type === "MethodDefinition" || member.type === "PropertyDefinition") && member.key.type === "PrivateIdentifier") names.push(member.key.name);
  }
  return names;
}

export const unknownPrivate = defineRule({
  id: "syntax.unknown-private",
  title: "A private name that no class around declares",
  why: "A name with `#` means a member of a class around it. When none of them declares it the program does not start: most often it is misspelt.",
  level: "error",
  kits: ["sound"],
  always: true,
  examples: {
    alerts: [
      { code: "class Ferry {\n  #seats = 40;\n  full() { return this.«#seat» === 0; }\n}\n", after: "class Ferry {\n  #seats = 40;\n  full() { return this.#seats === 0; }\n}\n" },
      { code: "ferry.«#seats» = 1;\n" },
    ],
    quiet: [{ code: "class Ferry {\n  #seats = 40;\n  same(other) { return #seats in other && class { a = other.#seats; }; }\n}\n" }],
  },
  visit: {
    PrivateIdentifier(node, { alert }) {
      const up = node.parent as JavaScriptNode;
      if (up.type !== "MemberExpression" && up.type !== "BinaryExpression") return;
      const known: string[] = [];
      for (let outer = node.parent; outer !== null; outer = outer.parent) if (outer.type === "ClassBody") known.push(...declaredIn(outer as ClassBody));
      if (known.includes(node.name)) return;
      const near = nearest(node.name, known, 3);
      const from = node.start;
      alert(node, {
        message: `No class around declares \`#${node.name}\`${near[0] === undefined ? "" : `: did you mean \`#${near[0]}\`?`}`,
        remedies: () => near.map((name) => ({ title: `Change to \`#${name}\``, certainty: "proposed", edits: [{ from, to: from + node.length, insert: `#${name}` }] })),
      });
    },
  },
});
