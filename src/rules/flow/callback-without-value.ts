import type { Node } from "../../syntax/node.js";
import { defineRule, type FileView, type Rule } from "../rule.js";

/** Tells of what looks like the key of an object, in languages with labels. */
const unusedLabel = { id: "dead.unused-label" } as Rule;

/** Whether a function of this name is one of a library, which may be something else than a list's method. */
function isLibrary(object: Node, { shape, facts }: FileView): boolean {
  const name = shape("name", object)?.name;
  return name !== undefined && (/^\p{Lu}|^_?\$?_?$/u.test(name) || facts.bindingOf(object)?.kind === "import");
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
  ends({ root, runsOff, returns }, file) {
    const { alert, text, beside, isBroken, shape, facts } = file;
    const own = shape("function", root);
    const call = root.parent === null ? undefined : shape("call", root.parent);
    const member = call && shape("member", call.callee);
    if (own === undefined || call?.arguments[0] !== root || member?.name === undefined) return;
    const asks = facts.asksForValue(member.name);
    if (asks === false || call.makes) return;
    // Where nobody uses what comes of it, the method only goes through the list.
    const isUnused = shape("value", call.node.parent!) !== undefined && asks !== "always";
    if (isUnused || isLibrary(member.object, file)) return;
    // What an async function gives is a promise, which can be waited for.
    if (own.isAsync && facts.takesPromises(member.name)) return;
    const statements = Array.isArray(own.body) ? (own.body as readonly Node[]) : undefined;
    // An empty function is there to do nothing.
    if (
      statements?.length === 0 ||
      own.isGenerator ||
      !runsOff ||
      returns.some(({ hasValue }) => hasValue) ||
      isBroken(root)
    ) return;
    // Of braces that were meant to hold an object another rule tells.
    if (beside(unusedLabel).isOn && statements !== undefined && facts.isKey(statements[0]!)) return;
    alert(facts.labelOf(root, text), {
      message: `\`${member.name}\` works with what this function returns, and it returns nothing`,
    });
  },
});
