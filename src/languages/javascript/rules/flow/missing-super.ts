import { holds, Surely } from "../../../../model/flow-facts.js";
import type { ClassBody, ClassNode, MethodDefinition } from "../../nodes/index.js";
import { defineRule } from "../../rule.js";
import { constructorOf } from "./constructors.js";

export const missingSuper = defineRule({
  id: "flow.missing-super",
  title: "A constructor that does not call super",
  why: "The constructor of a class that extends another must call `super()` before it ends; without it, making an object stops the program.",
  level: "error",
  kits: ["sound"],
  examples: {
    alerts: [
      { code: "class Ferry extends Boat {\n  «constructor»(name) {\n    name.trim();\n  }\n}\n" },
      { code: "class Ferry extends Boat {\n  «constructor»(name) {\n    if (name) super(name);\n  }\n}\n" },
    ],
    quiet: [
      { code: "class Ferry extends Boat {\n  constructor(name) {\n    super(name);\n  }\n}\n" },
      {
        code: "class Ferry extends Boat {\n  constructor(name) {\n    if (!name) throw new Error(\"no name\");\n    if (name.length > 3) super(name);\n    else super();\n  }\n}\n",
      },
      { code: "class Ferry extends Boat {\n  constructor() {\n    return Object.create(null);\n  }\n}\n" },
      { code: "class Ferry extends null {\n  constructor() {}\n}\n" },
    ],
  },
  flow(flow, { alert, isBroken }) {
    const method = constructorOf(flow.root);
    if (method === undefined || isNothing(method)) return;
    const based = new Surely(flow, "base");
    const open = (flow.end.reached && !based.before(flow.end, flow.end.steps.length)) ||
      flow.returns.some(
        ({ node, block, hasValue }) =>
          !hasValue && node.type === "ReturnStatement" && !based.before(block, block.steps.length),
      );
    if (!open || isBroken(method)) return;
    const some = flow.blocks.some((block) => holds(block, "base"));
    alert(method.key, {
      message: some
        ? "This constructor can end without calling `super()`, which a class that extends another must"
        : "This constructor never calls `super()`, which a class that extends another must",
    });
  },
});

/** Whether the class builds on nothing at all. */
function isNothing(method: MethodDefinition): boolean {
  return ((method.parent as ClassBody).parent as ClassNode).superClass?.type === "Literal";
}
