import type { FileView } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import { walk } from "../../../../syntax/walk.js";
import type { FunctionNode, JavaScriptNode } from "../../nodes/index.js";
import { defineRule } from "../../rule.js";

/** Whether a function waits somewhere, or may give or throw something that only an async function makes a promise of. */
function needsIt({ body }: FunctionNode): boolean {
  let found = false;
  walk(body!, (node) => {
    const one = node as JavaScriptNode;
    if (
      one.type === "AwaitExpression" || (one.type === "ForOfStatement" && one.await) || one.type === "ThrowStatement"
    ) {
      found = true;
    }
    if (one.type === "VariableDeclaration" && /using/.test(one.kind)) found = true;
    return !found && !(node !== body && /Function(?:Declaration|Expression)$|^Class/.test(node.type));
  });
  return found;
}

function check(node: FunctionNode, { text, isBroken, alert }: FileView): void {
  if (!node.async || node.body === null || (node as { generator?: boolean }).generator === true) return;
  // Methods, and functions handed to others, may have to be async for those who call them.
  const up: Node | null = node.parent;
  if (
    up === null || /^(?:MethodDefinition|Property|PropertyDefinition|CallExpression|NewExpression|JSX.*)$/.test(up.type)
  ) return;
  if (node.body.type !== "FunctionBody" || node.body.body.length === 0 || isBroken(node) || needsIt(node)) return;
  alert({ headOf: node, length: 5 }, {
    message: "This function waits for nothing: `async` only makes a promise of what it gives",
    remedies: () => [{
      title: "Leave `async` out",
      certainty: "proposed",
      edits: [{
        from: node.start,
        to: node.start + 5 + /^\s*/.exec(text.slice(node.start + 5, node.start + 100))![0].length,
        insert: "",
      }],
    }],
  });
}

export const needlessAsync = defineRule({
  id: "async.needless-async",
  title: "An async function that waits for nothing",
  why: "Who calls it has to wait for a value that is there at once. It is mostly left from a time when the function did wait.",
  level: "hint",
  kits: [],
  byTaste: true,
  examples: {
    alerts: [
      {
        code: "«async» function fare() {\n  return 210;\n}\nexport { fare };\n",
        after: "function fare() {\n  return 210;\n}\nexport { fare };\n",
      },
      {
        code: "export const fare = «async» () => {\n  return 210;\n};\n",
        after: "export const fare = () => {\n  return 210;\n};\n",
      },
    ],
    quiet: [
      { code: "export async function fare() {\n  return await price();\n}\n" },
      { code: "export async function fare() {\n  throw new Error(\"no fare\");\n}\n" },
      { code: "export async function fares() {\n  for await (const fare of all()) keep(fare);\n}\n" },
      { code: "export class Kiosk {\n  async fare() { return 210; }\n}\n" },
      { code: "when(async () => { sail(); });\n" },
      { code: "export const fare = async () => price();\n" },
    ],
  },
  visit: { FunctionDeclaration: check, FunctionExpression: check, ArrowFunctionExpression: check },
});
