import type { Node } from "../../../syntax/node.js";
import { walk } from "../../../syntax/walk.js";
import type { Assign, Attribute, Call, ClassDef, Name } from "../nodes.js";
import { defineRule } from "../rule.js";

const changers = /^(?:append|extend|insert|add|update|setdefault)$/;

interface Uses {
  /** Where the thing is changed by `self`. */
  readonly changed: Node | undefined;
  /** Whether an object is given one of its own. */
  readonly isGiven: boolean;
}

function usesOf(owner: ClassDef, member: string): Uses {
  let changed: Node | undefined;
  let isGiven = false;
  const isOwn = (node: Node): boolean => {
    const { value, attr } = node as Attribute;
    return node.type === "Attribute" && attr === member && value.type === "Name" && (value as Name).id === "self";
  };
  walk(owner.body, (node) => {
    if (!isOwn(node)) return;
    const up = node.parent!;
    if (up.type === "Assign" && (up as Assign).targets.includes(node)) isGiven = true;
    else if (up.type === "AnnAssign") isGiven = true;
    else if (
      up.type === "Attribute" &&
      changers.test((up as Attribute).attr) &&
      up.parent!.type === "Call" &&
      (up.parent as Call).func === up
    ) changed ??= up.parent!;
  });
  return { changed, isGiven };
}

export const sharedMember = defineRule({
  id: "values.shared-member",
  title: "A list in a class that all its objects share",
  why: "What stands in the body of a class is made once, for the class. All objects share the list, dict or set: what one puts in, the others find. A list for each object is made in `__init__`, behind `self`.",
  level: "warning",
  kits: ["sound"],
  examples: {
    alerts: [
      { code: "class Berth:\n    «ferries» = []\n\n    def moor(self, ferry):\n        self.ferries.append(ferry)\n" },
    ],
    quiet: [
      {
        code: "class Berth:\n    ferries = []\n\n    def __init__(self):\n        self.ferries = []\n\n    def moor(self, ferry):\n        self.ferries.append(ferry)\n",
      },
      {
        code: "class Berth:\n    kinds = [\"car\", \"foot\"]\n\n    def moor(self, ferry):\n        return ferry in self.kinds\n",
      },
    ],
  },
  visit: {
    ClassDef(owner, { alert, isBroken }) {
      if (owner.parent?.type !== "Module") return;
      for (const statement of owner.body.body) {
        if (statement.type !== "Assign") continue;
        const { targets, value } = statement as Assign;
        const [name] = targets;
        if (
          targets.length > 1 ||
          name!.type !== "Name" ||
          !/^[a-z]/.test((name as Name).id) ||
          !/^(?:List|Dict|Set)$/.test(value.type) ||
          value.length > 2
        ) continue;
        const { changed, isGiven } = usesOf(owner, (name as Name).id);
        if (changed === undefined || isGiven || isBroken(owner)) continue;
        alert(name!, {
          message: `All objects of the class share \`${(name as Name).id}\`: give each its own in \`__init__\``,
          related: [{ at: changed, message: "One object changes it here for all" }],
        });
      }
    },
  },
});
