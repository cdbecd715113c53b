import type { Node } from "../../../syntax/node.js";
import { classOf, decoratorsOf } from "../functions.js";
import type { ClassDef, FunctionDef } from "../nodes.js";
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
  binding(binding, { alert, text, isBroken }) {
    const [{ owner: node, node: name }, more] = [binding.declarations[0]!, binding.declarations[1]];
    if (node.type !== "FunctionDef" || more !== undefined || binding.references.length > 0) return;
    const { args, body } = node as FunctionDef;
    const owner = classOf(node);
    if (owner === undefined || args.args.length > 0 || decoratorsOf(node as FunctionDef).length > 0 || isBroken(node)) {
      return;
    }
    // A class of several such is a place for functions.
    const isBare = (one: Node): boolean => one.type === "FunctionDef" && (one as FunctionDef).args.args.length === 0;
    if ((owner as ClassDef).body.body.filter(isBare).length > 1) return;
    // Interfaces of others have their own ways.
    if ((owner as ClassDef).bases.some((base) => /interface|protocol|enum/i.test(text.slice(base.start, base.end)))) {
      return;
    }
    alert(name, {
      message:
        `\`${binding.name}\` has no parameter for its object, so that every call of it as a method fails: add \`self\``,
      remedies() {
        const at = name.end + text.slice(name.end, body.start).indexOf("(") + 1;
        return [{ title: "Add `self`", certainty: "proposed", edits: [{ from: at, to: at, insert: "self" }] }];
      },
    });
  },
});
