import type { FileView } from "../../../../rules/rule.js";
import { calledBy } from "../../names/callable.js";
import type { CallExpression, NewExpression } from "../../nodes/index.js";
import { defineRule } from "../../rule.js";

function check(node: CallExpression | NewExpression, { text, isBroken, alert }: FileView): void {
  const { callee, arguments: given } = node;
  const found = calledBy(callee);
  if (found === undefined || given.some(({ type }) => type === "SpreadElement") || isBroken(node)) return;
  const { callable: { kind, most }, declared } = found;
  if (given.length <= most || (kind === "class") !== (node.type === "NewExpression")) return;
  const name = text.slice(callee.start, callee.end);
  const first = given[most]!;
  const last = given.at(-1)!;
  const takes = most === 0 ? "no arguments" : most === 1 ? "one argument" : `${most} arguments`;
  alert({ first, last }, {
    message: `\`${name}\` takes ${takes}, and ${given.length === 1 ? "one is" : `${given.length} are`} given: what is too many does nothing`,
    related: [{ at: declared, message: "It is declared here" }],
  });
}

export const wrongCount = defineRule({
  id: "calls.wrong-count",
  title: "More arguments than a function takes",
  why: "What a function has no parameter for is worked out and dropped. Most likely another function was meant, or it has changed since.",
  level: "warning",
  kits: ["sound"],
  examples: {
    alerts: [
      { code: "function fare(child) {\n  return child ? 210 : 420;\n}\nsail(fare(true, «3, 4»));\n" },
      { code: "const moor = () => tie();\nmoor(«3»);\n" },
      { code: "class Ferry {\n  constructor(pier) {\n    this.pier = pier;\n  }\n}\nsail(new Ferry(1, «2»));\n" },
    ],
    quiet: [
      { code: "function fare(child) {\n  return child ? 210 : 420;\n}\nsail(fare(true), fare());\n" },
      { code: "function fare() {\n  return sum(arguments);\n}\nsail(fare(1, 2));\n" },
      { code: "const fare = (...all) => sum(all);\nsail(fare(1, 2));\n" },
      { code: "function fare() {\n  return 3;\n}\nsail(fare(...all));\n" },
      { code: "const nothing = () => {};\nnothing(1, 2);\n" },
      { code: "class Ferry extends Boat {}\nsail(new Ferry(1, 2));\n" },
      { code: "let fare = () => 3;\nfare = other;\nsail(fare(1));\n" },
      { code: "function fare() {\n  return 3;\n}\nfare = other;\nsail(fare(1));\n" },
    ],
  },
  visit: { CallExpression: check, NewExpression: check },
});
