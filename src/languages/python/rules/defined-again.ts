import type { Binding } from "../../../model/binding.js";
import type { FileView } from "../../../rules/rule.js";
import type { Node } from "../../../syntax/node.js";
import type { FunctionDef } from "../nodes.js";
import { defineRule } from "../rule.js";

/** Whether two statements stand in the same list, so that the second always takes the name from the first. */
const areBeside = (one: Node, other: Node): boolean => one.parent === other.parent;

const isPlain = ({ type }: Node, owner: Node): boolean =>
  (type === "FunctionDef" || type === "ClassDef") && (owner as FunctionDef).decorators.length === 0;

function check({ declarations, references, name }: Binding, { alert, isBroken }: FileView<undefined>): void {
  for (let index = 1; index < declarations.length; index += 1) {
    const first = declarations[index - 1]!.owner;
    const { owner: second, node } = declarations[index]!;
    if (!isPlain(first, first) || !isPlain(second, second) || !areBeside(first, second)) continue;
    const { end } = first;
    const { start } = second;
    if (references.some(({ node: use }) => use.start >= end && use.start < start) || isBroken(second)) continue;
    // A body that does nothing only says that the name will come.
    alert(node, {
      message:
        `\`${name}\` is defined again here, and the first one is lost: name one of them otherwise, or take one out`,
      related: [{ at: declarations[index - 1]!.node, message: "It is defined here first" }],
    });
  }
}

export const definedAgain = defineRule({
  id: "names.defined-again",
  title: "A function or class that is defined a second time",
  why: "The second definition takes the name, and nobody can reach the first one any more. Of two tests with the same name only the second runs. Often one was copied and not renamed.",
  level: "warning",
  kits: ["sound"],
  examples: {
    alerts: [
      { code: "def moor():\n    return 1\n\n\ndef «moor»():\n    return 2\n" },
      { code: "class Ferry:\n    def moor(self):\n        return 1\n\n    def «moor»(self):\n        return 2\n" },
    ],
    quiet: [
      { code: "if fast:\n    def moor():\n        return 1\nelse:\n    def moor():\n        return 2\n" },
      {
        code: "class Ferry:\n    @property\n    def berth(self):\n        return 1\n\n    @berth.setter\n    def berth(self, value):\n        pass\n",
      },
      { code: "def moor():\n    return 1\n\n\nmoor()\n\n\ndef moor():\n    return 2\n" },
    ],
  },
  binding(binding, file) {
    if (!file.ambient && binding.declarations.length > 1) check(binding, file);
  },
});
