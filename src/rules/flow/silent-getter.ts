import type { JavaScriptNode } from "../../languages/javascript/nodes/index.js";
import { defineRule } from "../rule.js";

export const silentGetter = defineRule({
  id: "flow.silent-getter",
  title: "A getter that gives no value",
  why: "Reading the property gives `undefined`, whatever the getter works out. A `return` was forgotten, or it should be a method.",
  level: "error",
  kits: ["sound"],
  examples: {
    alerts: [
      { code: "class Ferry {\n  get «small»() {\n    this.seats < 40;\n  }\n}\n" },
      { code: "const berth = { get «free»() {} };\n" },
    ],
    quiet: [{
      code: "class Ferry {\n  get small() {\n    return this.seats < 40;\n  }\n  get gone() {\n    throw new Error(\"sunk\");\n  }\n}\n",
    }],
  },
  ends({ root, runsOff, returns }, { alert, isBroken }) {
    const member = root.parent as JavaScriptNode | null;
    if (
      (member?.type !== "MethodDefinition" && member?.type !== "Property") ||
      member.kind !== "get" ||
      member.value !== root
    ) return;
    if (
      (root as { body?: unknown }).body === null ||
      !runsOff ||
      returns.some(({ hasValue }) => hasValue) ||
      isBroken(root)
    ) return;
    alert(member.key, { message: "This getter never gives a value: `return` one" });
  },
});
