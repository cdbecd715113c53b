import type { ClassBody, ClassNode } from "../../languages/javascript/nodes/index.js";
import { walk } from "../../syntax/walk.js";
import { defineRule } from "../rule.js";

export const missingSuper = defineRule({
  id: "flow.missing-super",
  title: "A constructor that does not call super",
  why: "The constructor of a class that extends another must call `super()` before it ends; without it, making an object stops the program.",
  level: "error",
  kits: ["sound"],
  examples: {
    alerts: [{ code: "class Ferry extends Boat {\n  «constructor»(name) {\n    name.trim();\n  }\n}\n" }],
    quiet: [{ code: "class Ferry extends Boat {\n  constructor(name) {\n    super(name);\n  }\n}\n" }, { code: "class Ferry extends Boat {\n  constructor() {\n    return Object.create(null);\n  }\n}\n" }, { code: "class Ferry extends null {\n  constructor() {}\n}\n" }],
  },
  visit: {
    MethodDefinition(node, { alert, isBroken }) {
      const owner = (node.parent as ClassBody).parent as ClassNode;
      const { body } = node.value;
      if (node.kind !== "constructor" || owner.superClass === null || body === null || isBroken(node)) return;
      if (owner.superClass.type === "Literal") return;
      let settled = false;
      walk(body, (inner) => {
        if (inner.type === "Super" && inner.parent?.type === "CallExpression") settled = true;
        if (inner.type === "ThrowStatement" || (inner.type === "ReturnStatement" && (inner as { argument?: unknown }).argument != null)) settled = true;
        return !settled;
      });
      if (!settled) alert(node.key, { message: "This constructor never calls `super()`, which a class that extends another must" });
    },
  },
});
