import type { Node } from "../../../syntax/node.js";
import type { Call, Constant, Name } from "../nodes.js";
import { defineRule } from "../rule.js";

export const notAnError = defineRule({
  id: "flow.not-an-error",
  title: "Something raised that is no error",
  why: "Only errors can be raised. `NotImplemented` is a value that operators return, and a text is not an error either: raising them gives a `TypeError` that hides what was meant.",
  level: "error",
  kits: ["sound"],
  examples: {
    alerts: [
      {
        code: "def moor():\n    raise «NotImplemented»\n",
        after: "def moor():\n    raise NotImplementedError\n",
      },
      {
        code: "def moor():\n    raise «NotImplemented»(\"no berth\")\n",
        after: "def moor():\n    raise NotImplementedError(\"no berth\")\n",
      },
      { code: "def moor():\n    raise «\"no berth\"»\n", after: "def moor():\n    raise Exception(\"no berth\")\n" },
    ],
    quiet: [
      { code: "def moor():\n    raise NotImplementedError(\"no berth\")\n" },
      { code: "def moor(problem):\n    raise problem\n" },
    ],
  },
  visit: {
    Raise({ exc }, { alert, text, facts, isBroken }) {
      if (exc === null || isBroken(exc)) return;
      const name = exc.type === "Call" ? (exc as Call).func : exc;
      if (name.type === "Name" && (name as Name).id === "NotImplemented" && facts.bindingOf(name) === undefined) {
        alert(name, {
          message: "`NotImplemented` is no error but a value that operators return: `NotImplementedError` is the error",
          remedies: () => [{
            title: "Raise `NotImplementedError`",
            certainty: "proposed",
            edits: [{ from: name.start, to: name.end, insert: "NotImplementedError" }],
          }],
        });
      } else if (isText(exc)) {
        alert(exc, {
          message: "A text cannot be raised: raise an error that holds it",
          remedies: () => [{
            title: "Raise an `Exception` with it",
            certainty: "proposed",
            edits: [{ from: exc.start, to: exc.end, insert: `Exception(${text.slice(exc.start, exc.end)})` }],
          }],
        });
      }
    },
  },
});

const isText = (node: Node): boolean => node.type === "JoinedStr" ||
  node.type === "Concatenation" ||
  (node.type === "Constant" && (node as Constant).kind === "text");
