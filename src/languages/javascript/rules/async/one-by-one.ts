import type { Node } from "../../../../syntax/node.js";
import { walk } from "../../../../syntax/walk.js";
import { bindingOf } from "../../names/facts.js";
import type { AwaitExpression, ForOfStatement, JavaScriptNode } from "../../nodes/index.js";
import { defineRule } from "../../rule.js";

const isFunction = (node: Node): boolean => /Function(?:Declaration|Expression)$/.test(node.type);

/** The only wait in a loop; `undefined` where there are none or several, or where a turn hangs on the ones before it: it leaves the loop, or changes something from outside of it. */
function loneWait(loop: ForOfStatement): AwaitExpression | undefined {
  const waits: AwaitExpression[] = [];
  let hangs = false;
  walk(loop.body, (node) => {
    const one = node as JavaScriptNode;
    if (one.type === "AwaitExpression") waits.push(one);
    if (/^(?:Break|Return|Throw|Continue|Try)Statement$|^YieldExpression$/.test(one.type)) hangs = true;
    if (one.type === "ForOfStatement" && one.await) hangs = true;
    if (one.type === "AssignmentExpression" || one.type === "UpdateExpression") {
      const target: Node = one.type === "AssignmentExpression" ? one.left : (one as { argument: Node }).argument;
      const declared = target.type === "Identifier" ? bindingOf(target)?.declarations[0]?.node : undefined;
      if (declared === undefined || declared.start < loop.start || declared.start > loop.end) hangs = true;
    }
    return !isFunction(one);
  });
  return hangs || waits.length !== 1 ? undefined : waits[0];
}

export const oneByOne = defineRule({
  id: "async.one-by-one",
  title: "Waiting for one after another",
  why: "Each turn waits until the one before has come to its end, though none of them needs another. `Promise.all` lets them run at once. Where the order counts, or only so many may run, a loop is right.",
  level: "hint",
  kits: [],
  byTaste: true,
  examples: {
    alerts: [{
      code: "export async function moorAll(ferries) {\n  for (const ferry of ferries) «await» moor(ferry);\n}\n",
    }],
    quiet: [
      {
        code:
          "export async function moorAll(ferries) {\n  await Promise.all(ferries.map((ferry) => moor(ferry)));\n}\n",
      },
      {
        code: "export async function first(ferries) {\n  for (const ferry of ferries) {\n    if (await moor(ferry)) return ferry;\n  }\n}\n",
      },
      {
        code: "export async function moorAll(ferries) {\n  let last;\n  for (const ferry of ferries) last = await moor(ferry, last);\n  return last;\n}\n",
      },
      {
        code: "export async function moorAll(ferries) {\n  for await (const ferry of ferries) await moor(ferry);\n}\n",
      },
    ],
  },
  visit: {
    ForOfStatement(loop, { isBroken, alert }) {
      if (loop.await || isBroken(loop)) return;
      const wait = loneWait(loop);
      if (wait === undefined) return;
      alert({ headOf: wait, length: 5 }, {
        message: "Each turn waits for the one before, and none needs another: let them run at once with `Promise.all`",
      });
    },
  },
});
