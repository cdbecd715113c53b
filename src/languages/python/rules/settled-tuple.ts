import type { FileView } from "../../../rules/rule.js";
import type { Node } from "../../../syntax/node.js";
import type { Tuple } from "../nodes.js";
import { defineRule } from "../rule.js";

const isFull = (node: Node): node is Tuple => node.type === "Tuple" && (node as Tuple).elts.length > 0;

function check(test: Node, { alert, isBroken }: FileView<undefined>): void {
  if (!isFull(test) || isBroken(test)) return;
  alert(test, {
    message: "A tuple that holds something always counts as true: join the conditions with `and` or `or`",
  });
}

export const settledTuple = defineRule({
  id: "flow.settled-tuple",
  title: "A condition that is a tuple",
  why: "A tuple counts as true as soon as something is in it, whatever that is. Most often the parentheses behind `assert` should not be there, or the comma should be `and`.",
  level: "error",
  kits: ["sound"],
  examples: {
    alerts: [
      {
        code: "assert «(tide > 3, \"too low\")»\n",
        after: "assert tide > 3, \"too low\"\n",
      },
      { code: "if «(tide, wind)»:\n    sail()\n" },
      { code: "while «(tide > 3, wind)»:\n    sail()\n" },
    ],
    quiet: [
      { code: "assert tide > 3, \"too low\"\nif (tide and wind):\n    sail()\n" },
      { code: "while ():\n    sail()\n" },
    ],
  },
  visit: {
    If: ({ test }, file) => check(test, file),
    While: ({ test }, file) => check(test, file),
    Assert({ test, msg }, file) {
      if (!isFull(test) || file.isBroken(test)) return;
      file.alert(test, {
        message: "This always holds: a tuple with something in it counts as true. Leave the parentheses out",
        remedies() {
          if (msg !== null || test.elts.length !== 2) return [];
          const [first, second] = test.elts;
          return [{
            title: "Leave the parentheses out",
            certainty: "proposed",
            edits: [
              { from: test.start, to: first!.start, insert: "" },
              { from: second!.end, to: test.end, insert: "" },
            ],
          }];
        },
      });
    },
  },
});
