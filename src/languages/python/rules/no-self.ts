import type { Node } from "../../../syntax/node.js";
import type { FunctionDef } from "../nodes.js";
import { defineRule } from "../rule.js";

export const noSelf = defineRule({
  id: "names.no-self",
  title: "A method without its object",
  why: "A method is called with its object as the first argument. Where the method has no parameter for it, every call fails.",
  level: "error",
  kits: ["sound"],
  examples: {
    alerts: [
      {
        code: "class Ferry:\n    def «moor»():\n        pass\n",
        after: "class Ferry:\n    def moor(self):\n        pass\n",
      },
    ],
    quiet: [
      { code: "class Ferry:\n    def moor(self):\n        pass\n" },
      { code: "class Ferry:\n    @staticmethod\n    def moor():\n        pass\n" },
      { code: "class Ferry:\n    def moor(*args):\n        pass\n" },
      { code: "class Ferry:\n    def length():\n        return 3\n    deck = length()\n" },
    ],
  },
  visit: {
    ClassDef({ body, bases }, { alert, facts, text, isBroken }) {
      const bare = body.body.filter(isBare);
      const [method, more] = bare as FunctionDef[];
      // A class of several such is a place for functions, and interfaces of others have their own ways.
      if (method === undefined || more !== undefined || isBroken(method)) return;
      if (bases.some((base) => /interface|protocol|enum/i.test(text.slice(base.start, base.end)))) return;
      const { name } = method;
      const binding = facts.bindingOf(name);
      if (binding?.declarations.length !== 1 || binding.references.length > 0) return;
      alert(name, {
        message:
          `\`${name.id}\` has no parameter for its object, so that every call of it as a method fails: add \`self\``,
        remedies() {
          const at = name.end + text.slice(name.end, method.body.start).indexOf("(") + 1;
          return [{ title: "Add `self`", certainty: "proposed", edits: [{ from: at, to: at, insert: "self" }] }];
        },
      });
    },
  },
});

function isBare(node: Node): boolean {
  if (node.type !== "FunctionDef") return false;
  const { args, decorators } = node as FunctionDef;
  return args.args.length === 0 && decorators.length === 0;
}
