import type { Node } from "../../../../syntax/node.js";
import { bindingOf } from "../../names/facts.js";
import type {
  CallExpression,
  FunctionNode,
  Identifier,
  JavaScriptNode,
} from "../../nodes/index.js";
import { defineRule } from "../../rule.js";
import { isKey, unusedLabel } from "../dead/unused-label.js";
import { headOf } from "../heads.js";

/** Methods of lists that work with what the function they are given returns. */
const methods = new Set([
  "map",
  "filter",
  "some",
  "every",
  "find",
  "findIndex",
  "findLast",
  "findLastIndex",
  "reduce",
  "reduceRight",
  "flatMap",
  "sort",
  "toSorted",
]);

/** Whether a function of this name is one of a library, which may be something else than a list's method. */
function isLibrary(object: Node): boolean {
  return object.type === "Identifier" &&
    (/^\p{Lu}|^_?\$?_?$/u.test((object as Identifier).name) || bindingOf(object)?.kind === "import");
}

export const callbackWithoutValue = defineRule({
  id: "flow.callback-without-value",
  title: "A function that should give a value and gives none",
  why: "Methods such as `map` and `filter` work with what their function returns. One that returns nothing makes a list of nothing, or none at all: a `return` was forgotten, or `forEach` is meant.",
  level: "warning",
  kits: ["sound"],
  beside: [unusedLabel],
  examples: {
    alerts: [
      { code: "export const prices = (all) => all.map((one) «=>» {\n  one.price * 2;\n});\n" },
      {
        code: "export const adults = (all) => all.filter(«function» (one) {\n  if (one.age > 15) log(one);\n});\nfunction log() {}\n",
      },
    ],
    quiet: [
      { code: "export const prices = (all) => all.map((one) => {\n  return one.price * 2;\n});\n" },
      { code: "export const adults = (all) => all.filter((one) => {\n  if (one.age > 15) return true;\n});\n" },
      { code: "export const all = (list) => list.forEach((one) => {\n  log(one);\n});\nfunction log() {}\n" },
      {
        code: "import * as stream from \"./stream.js\";\nexport const all = stream.map((one) => {\n  one.go();\n});\n",
      },
      { code: "export const all = (list) => Promise.all(list.map(async (one) => {\n  await one.go();\n}));\n" },
      { code: "export const show = (list) => {\n  list.map((one) => {\n    log(one);\n  });\n};\nfunction log() {}\n" },
      { code: "export const none = (list) => list.map(() => {});\n" },
      { code: "export const fail = (list) => list.map(() => {\n  throw new Error(\"no\");\n});\n" },
    ],
  },
  ends({ root, runsOff, returns }, { alert, text, beside, isBroken }) {
    const call = root.parent as JavaScriptNode | null;
    if (
      call?.type !== "CallExpression" || (root.type !== "ArrowFunctionExpression" && root.type !== "FunctionExpression")
    ) return;
    const { callee, arguments: given } = call as CallExpression;
    if (
      given[0] !== root ||
      callee.type !== "MemberExpression" ||
      callee.computed ||
      callee.property.type !== "Identifier" ||
      !methods.has(callee.property.name)
    ) return;
    // Where nobody uses what comes of it, the method only goes through the list; `sort` changes it.
    const isUnused = call.parent!.type === "ExpressionStatement" && callee.property.name !== "sort";
    if (isUnused || isLibrary(callee.object)) return;
    const { body, generator, async } =
      root as unknown as { body: { body?: unknown[] }; generator?: boolean; async: boolean };
    // What an async function gives is a promise, which can be waited for.
    if (async && (callee.property.name === "map" || callee.property.name === "flatMap")) return;
    // An empty function is there to do nothing.
    if (
      body.body?.length === 0 ||
      generator === true ||
      !runsOff ||
      returns.some(({ hasValue }) => hasValue) ||
      isBroken(root)
    ) return;
    // Of braces that were meant to hold an object `dead.unused-label` tells.
    if (root.type === "ArrowFunctionExpression" && beside(unusedLabel).isOn && isKey(body.body?.[0] as Node)) return;
    alert(headOf(root as FunctionNode, text), {
      message: `\`${callee.property.name}\` works with what this function returns, and it returns nothing`,
    });
  },
});
