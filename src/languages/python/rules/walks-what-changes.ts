import type { Node } from "../../../syntax/node.js";
import { walk } from "../../../syntax/walk.js";
import type { Attribute, Call, Delete, For, Name, Subscript } from "../nodes.js";
import { defineRule } from "../rule.js";

/** What goes on growing may be meant to be gone through all the same. */
const changers = /^(?:insert|remove|discard|pop|popitem|clear|popleft)$/;

/** Where a loop changes what it goes through, and does not leave right behind that. */
function changeIn({ iter, body }: For): Node | undefined {
  const { id } = iter as Name;
  let found: Node | undefined;
  walk(body, (node) => {
    if (found !== undefined || node.type === "FunctionDef" || node.type === "Lambda") return false;
    if (node.type === "Call") {
      const { func } = node as Call;
      const { value, attr } = func as Attribute;
      if (
        func.type === "Attribute" &&
        value.type === "Name" &&
        (value as Name).id === id &&
        changers.test(attr) &&
        !leavesBehind(node)
      ) found = node;
    } else if (node.type === "Delete") {
      const isOwn = (one: Node): boolean =>
        one.type === "Subscript" && ((one as Subscript).value as Partial<Name>).id === id;
      if ((node as Delete).targets.some(isOwn) && !leavesBehind(node)) found = node;
    }
    return found === undefined;
  });
  return found;
}

/** Whether the loop is left by a statement behind the one that a node stands in. */
function leavesBehind(node: Node): boolean {
  let statement = node;
  while (statement.parent !== null && statement.parent.type !== "Block") statement = statement.parent;
  const { body } = statement.parent as Node & { body: Node[] };
  return body
    .slice(body.indexOf(statement) + 1)
    .some(({ type }) => type === "Break" || type === "Return" || type === "Raise");
}

export const walksWhatChanges = defineRule({
  id: "flow.walks-what-changes",
  title: "A loop that changes what it goes through",
  why: "A loop over a list goes by index: where an element is taken out, the next one moves into its place and is passed over; where one is put in before it, it is met again. A dict or set that changes its size stops the loop with an error. Go through a copy, or make a new list.",
  level: "warning",
  kits: ["sound"],
  examples: {
    alerts: [
      {
        code: "for berth in berths:\n    if berth.free:\n        «berths.remove(berth)»\n",
        after: "for berth in list(berths):\n    if berth.free:\n        berths.remove(berth)\n",
      },
      { code: "for tide in tides:\n    «del tides[tide]»\n", after: "for tide in list(tides):\n    del tides[tide]\n" },
    ],
    quiet: [
      { code: "for berth in list(berths):\n    berths.remove(berth)\n" },
      { code: "for berth in berths:\n    if berth.free:\n        berths.remove(berth)\n        break\n" },
      { code: "for berth in berths:\n    tides.remove(berth)\n    berths.append(1)\n" },
      { code: "for berth in berths:\n    berths = []\n    berths.append(1)\n" },
    ],
  },
  visit: {
    For(node, { alert, facts, isBroken }) {
      const { iter } = node;
      if (iter.type !== "Name" || (iter as Name).id === "self" || isBroken(node)) return;
      const change = changeIn(node);
      if (change === undefined) return;
      const binding = facts.bindingOf(iter);
      const isAnother = binding?.declarations.some(({ node: one }) => one.start > node.start && one.end < node.end);
      if (isAnother === true) return;
      const { id } = iter as Name;
      alert(change, {
        message: `This changes \`${id}\` while the loop goes through it: go through a copy, as \`list(${id})\``,
        related: [{ at: iter, message: "The loop goes through it here" }],
        remedies: () => [{
          title: `Go through \`list(${id})\``,
          certainty: "proposed",
          edits: [{ from: iter.start, to: iter.end, insert: `list(${id})` }],
        }],
      });
    },
  },
});
