import { endsByThrowing } from "../../leaving.js";
import type { JavaScriptNode } from "../../nodes/index.js";
import { defineRule } from "../../rule.js";

export const silentGetter = defineRule({
  id: "flow.silent-getter",
  title: "A getter that gives no value",
  why: "Reading the property gives `undefined`, whatever the getter works out. A `return` was forgotten, or it should be a method.",
  level: "error",
  kits: ["sound"],
  examples: {
    alerts: [
      { code: "class Ferry {\n  get «small»() {\n    this.seats < 40;\n  }\n}\n" },
      { code: "const berth = { get «free»() { count(); } };\nfunction count() {}\n" },
    ],
    quiet: [
      {
        code: "class Ferry {\n  get small() {\n    return this.seats < 40;\n  }\n  get gone() {\n    throw new Error(\"sunk\");\n  }\n}\n",
      },
      {
        code: "class Boat {\n  /** Each kind of boat has its own. */\n  get seats() {}\n  get berths() {\n    failAsAbstract();\n  }\n}\nlet wasAsked = false;\nlook({ get passive() { wasAsked = true; } });\n",
      },
    ],
  },
  ends({ root, runsOff, returns }, { alert, isBroken }) {
    const member = root.parent as JavaScriptNode | null;
    if (
      (member?.type !== "MethodDefinition" && member?.type !== "Property") ||
      member.kind !== "get" ||
      member.value !== root
    ) return;
    const { body } = root as { body?: JavaScriptNode | null };
    // An empty one stands for those that others write; one that ends by assigning is there to tell that somebody asked.
    const last = body?.type === "FunctionBody" ? body.body.at(-1) : undefined;
    if (
      last === undefined ||
      endsByThrowing(last) ||
      (last.type === "ExpressionStatement" && last.expression.type === "AssignmentExpression") ||
      !runsOff ||
      returns.some(({ hasValue }) => hasValue) ||
      isBroken(root)
    ) return;
    alert(member.key, { message: "This getter never gives a value: `return` one" });
  },
});
