import type { FileView } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import { walk } from "../../../../syntax/walk.js";
import type { FunctionDef, Global, Name, Nonlocal } from "../../nodes.js";
import { defineRule } from "../../rule.js";

type Said = Global | Nonlocal;

function check(
  statement: Said,
  used: ReadonlyMap<string, Node>,
  parameters: ReadonlySet<string>,
  file: FileView,
): void {
  const word = statement.type === "Global" ? "global" : "nonlocal";
  for (const name of statement.names) {
    const before = used.get(name.id);
    if (parameters.has(name.id)) {
      file.alert(name, { message: `\`${name.id}\` is a parameter of the function and cannot be \`${word}\` too` });
    } else if (before !== undefined) {
      file.alert(name, {
        message: `\`${name.id}\` is used before this: \`${word}\` stands above the first use of the name`,
        related: [{ at: before, message: "It is used here" }],
      });
    } else if (word === "nonlocal" && name.id !== "" && file.facts.bindingOf(name)?.scope.kind !== "function") {
      file.alert(name, {
        message: `No function around gives \`${name.id}\` a value: \`global\` speaks of names of the module`,
      });
    }
  }
}

export const scopeWord = defineRule({
  id: "syntax.scope-word",
  title: "A `global` or `nonlocal` that cannot be",
  why: "The two words say whose a name is, for all of the function. Python does not run a file in which the name is a parameter, is used before, or in which there is no such name in a function around.",
  level: "error",
  kits: ["sound"],
  always: true,
  examples: {
    alerts: [
      { code: "def moor(berth):\n    global «berth»\n    berth = 1\n" },
      { code: "def moor():\n    trips = 1\n    global «trips»\n" },
      { code: "trips = 0\n\n\ndef moor():\n    nonlocal «trips»\n    trips = 1\n" },
    ],
    quiet: [
      { code: "def moor():\n    global trips\n    trips = 1\n" },
      {
        code:
          "def moor():\n    trips = 0\n    def more():\n        nonlocal trips\n        trips += 1\n    return more\n",
      },
    ],
  },
  visit: {
    FunctionDef(node, file) {
      // What uses names before such a statement is looked for only where there is one.
      if (!holdsWord(node.body)) return;
      const used = new Map<string, Node>();
      const parameters = new Set(node.args.args.map(({ name }) => name.id));
      walk(node.body, (inner) => {
        if (inner.type === "Global" || inner.type === "Nonlocal") {
          if (!file.isBroken(inner)) check(inner as Said, new Map(used), parameters, file);
          return false;
        }
        if (inner.type === "Name" && !used.has((inner as Name).id)) used.set((inner as Name).id, inner);
        if (inner.type === "FunctionDef") used.set((inner as FunctionDef).name.id, (inner as FunctionDef).name);
        return inner.type !== "FunctionDef" && inner.type !== "Lambda" && inner.type !== "ClassDef";
      });
    },
  },
});

function holdsWord(body: Node): boolean {
  let found = false;
  walk(body, ({ type }) => {
    if (type === "Global" || type === "Nonlocal") found = true;
    return !found &&
      type !== "FunctionDef" &&
      type !== "ClassDef" &&
      type !== "Lambda" &&
      !/^(?:Expr|Assign|Call)$/.test(type);
  });
  return found;
}
