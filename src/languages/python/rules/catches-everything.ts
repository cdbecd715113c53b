import type { Node } from "../../../syntax/node.js";
import { walk } from "../../../syntax/walk.js";
import { defineRule } from "../rule.js";

/** Whether what was caught is thrown again, or told. */
function passesOn(body: Node): boolean {
  let found = false;
  walk(body, ({ type }) => {
    if (type === "Raise" || type === "Call") found = true;
    return !found && type !== "FunctionDef";
  });
  return found;
}

export const catchesEverything = defineRule({
  id: "flow.catches-everything",
  title: "An `except` that catches everything and says nothing",
  why: "`except:` also catches what asks the program to end, and mistakes in the code such as a misspelt name, so that they go unseen. `except Exception` leaves the first alone; better still is the kind of error that is meant.",
  level: "warning",
  kits: [],
  examples: {
    alerts: [
      {
        code: "try:\n    sail()\n«except»:\n    late = True\n",
        after: "try:\n    sail()\nexcept Exception:\n    late = True\n",
      },
    ],
    quiet: [
      { code: "try:\n    sail()\nexcept OSError:\n    late = True\n" },
      { code: "try:\n    sail()\nexcept:\n    moor()\n    raise\n" },
      { code: "try:\n    sail()\nexcept:\n    log(\"no wind\")\n" },
      { code: "try:\n    import tides\nexcept:\n    tides = None\n" },
    ],
  },
  visit: {
    Try({ handlers, body }, { alert, isBroken }) {
      const node = handlers.at(-1);
      if (node === undefined || node.kind !== null || passesOn(node.body) || isBroken(node.parent!)) return;
      if (body.body.every(({ type }) => type === "Import" || type === "ImportFrom")) return;
      alert({ headOf: node, length: "except".length }, {
        message: "This catches everything, also what asks the program to end: name the kind of error that is meant",
        remedies: () => [{
          title: "Catch `Exception`",
          certainty: "proposed",
          edits: [{ from: node.start + "except".length, to: node.start + "except".length, insert: " Exception" }],
        }],
      });
    },
  },
});
