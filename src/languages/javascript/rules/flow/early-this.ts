import { Surely } from "../../../../model/flow-facts.js";
import { defineRule } from "../../rule.js";
import { constructorOf } from "./constructors.js";
import { missingSuper } from "./missing-super.js";

export const earlyThis = defineRule({
  id: "flow.early-this",
  title: "Touching `this` before super was called",
  why: "In the constructor of a class that extends another there is no `this` until `super()` has made it; touching it earlier stops the program.",
  level: "error",
  kits: ["sound"],
  once: "name",
  examples: {
    alerts: [
      { code: "class Ferry extends Boat {\n  constructor(name) {\n    «this».name = name;\n    super();\n  }\n}\n" },
      { code: "class Ferry extends Boat {\n  constructor(name) {\n    super(«this».name);\n  }\n}\n" },
      {
        code: "class Ferry extends Boat {\n  constructor(name) {\n    if (name) super();\n    «this».name = name;\n  }\n}\n",
      },
    ],
    quiet: [
      { code: "class Ferry extends Boat {\n  constructor(name) {\n    super();\n    this.name = name;\n  }\n}\n" },
      {
        code: "class Ferry extends Boat {\n  constructor(name) {\n    const later = () => this;\n    super(later);\n  }\n}\n",
      },
      { code: "class Ferry {\n  constructor(name) {\n    this.name = name;\n  }\n}\n" },
    ],
  },
  beside: [missingSuper],
  flow(flow, { alert, isBroken, beside }) {
    const method = constructorOf(flow.root);
    if (method === undefined || isBroken(method)) return;
    // That the call is missing altogether is told once.
    if (beside(missingSuper).isOn && !flow.blocks.some(({ steps }) => steps.some(({ does }) => does === "base"))) {
      return;
    }
    const based = new Surely(flow, "base");
    for (const block of flow.blocks) {
      if (!block.reached) continue;
      block.steps.forEach((step, index) => {
        if (step.does === "self" && !based.before(block, index)) {
          alert(step.node, {
            message: `\`${step.node.type === "Super" ? "super" : "this"}\` is not there yet: \`super()\` has to be called first`,
          });
        }
      });
    }
  },
});
