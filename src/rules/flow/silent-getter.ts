import { listCompletes } from "../../languages/javascript/completion.js";
import type { FunctionExpression } from "../../languages/javascript/nodes/index.js";
import type { Node } from "../../syntax/node.js";
import { walk } from "../../syntax/walk.js";
import { defineRule, type FileView } from "../rule.js";

function check(key: Node, { body }: FunctionExpression, { alert, isBroken }: FileView): void {
  if (body === null || isBroken(body) || !listCompletes(body.body)) return;
  let gives = false;
  walk(body, (node) => {
    if (node.type.includes("Function") && node !== body) return false;
    if (node.type === "ReturnStatement" && (node as { argument?: unknown }).argument != null) gives = true;
    return !gives;
  });
  if (!gives) alert(key, { message: "This getter never gives a value: `return` one" });
}

export const silentGetter = defineRule({
  id: "flow.silent-getter",
  title: "A getter that gives no value",
  why: "Reading the property gives `undefined`, whatever the getter works out. A `return` was forgotten, or it should be a method.",
  level: "error",
  kits: ["sound"],
  examples: {
    alerts: [{ code: "class Ferry {\n  get «small»() {\n    this.seats < 40;\n  }\n}\n" }, { code: "const berth = { get «free»() {} };\n" }],
    quiet: [{ code: "class Ferry {\n  get small() {\n    return this.seats < 40;\n  }\n  get gone() {\n    throw new Error(\"sunk\");\n  }\n}\n" }],
  },
  visit: {
    MethodDefinition(node, file) {
      if (node.kind === "get") check(node.key, node.value, file);
    },
    Property(node, file) {
      if (node.kind === "get") check(node.key, node.value as FunctionExpression, file);
    },
  },
});
