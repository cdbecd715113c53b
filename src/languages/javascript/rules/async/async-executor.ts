import { isBuiltIn } from "../../reading.js";
import { defineRule } from "../../rule.js";

export const asyncExecutor = defineRule({
  id: "async.async-executor",
  title: "A promise that is made by an async function",
  why: "What an async function throws goes into a promise of its own that nobody watches: the promise that is made here waits for ever then. An async function makes a promise by itself.",
  level: "warning",
  kits: ["sound"],
  examples: {
    alerts: [
      { code: "export const sailed = new Promise(«async» (resolve) => {\n  resolve(await moor());\n});\n" },
      { code: "export const sailed = new Promise(«async» function (resolve) {\n  resolve(await moor());\n});\n" },
    ],
    quiet: [
      { code: "export const sailed = new Promise((resolve) => {\n  moor(resolve);\n});\n" },
      { code: "import { Promise } from \"quay\";\nexport const sailed = new Promise(async () => {});\n" },
    ],
  },
  visit: {
    NewExpression({ callee, arguments: given }, { alert }) {
      const [executor] = given;
      if (
        (executor?.type !== "ArrowFunctionExpression" && executor?.type !== "FunctionExpression") ||
        !executor.async ||
        !isBuiltIn(callee, "Promise")
      ) return;
      alert({ headOf: executor, length: 5 }, {
        message: "What this throws is lost, and the promise never comes: leave `async` out, and wait before or inside of another function",
      });
    },
  },
});
