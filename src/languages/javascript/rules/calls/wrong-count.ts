import type { ExportedCallable } from "../../../../model/links.js";
import type { FileView } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import { calledBy } from "../../names/callable.js";
import { bindingOf } from "../../names/facts.js";
import { importedAs } from "../../names/imported.js";
import type { CallExpression, JavaScriptNode, NewExpression } from "../../nodes/index.js";
import { memberName } from "../../reading.js";
import { defineRule } from "../../rule.js";

interface Called {
  readonly callable: ExportedCallable;
  /** Where it is declared, if in this file. */
  readonly declared?: Node;
}

/** What another file gives under a name, or as a member of all that it gives. */
function importedBy(callee: JavaScriptNode, links: FileView["links"]): Called | undefined {
  const isMember = callee.type === "MemberExpression";
  const object = isMember ? callee.object : callee;
  const member = isMember ? memberName(callee) : undefined;
  const binding = object.type === "Identifier" ? bindingOf(object) : undefined;
  const imported = binding && importedAs(binding);
  if (imported === undefined || isMember !== (imported.name === "*") || (isMember && member === undefined)) {
    return undefined;
  }
  const callable = links.callable(imported.module, member ?? imported.name);
  return callable && { callable };
}

function check(node: CallExpression | NewExpression, { text, links, isBroken, alert }: FileView): void {
  const { callee, arguments: given } = node;
  const found: Called | undefined = calledBy(callee) ?? importedBy(callee, links);
  if (found === undefined || given.some(({ type }) => type === "SpreadElement") || isBroken(node)) return;
  const { callable: { kind, most }, declared } = found;
  if (given.length <= most || (kind === "class") !== (node.type === "NewExpression")) return;
  const name = text.slice(callee.start, callee.end);
  const first = given[most]!;
  const last = given.at(-1)!;
  const takes = most === 0 ? "no arguments" : most === 1 ? "one argument" : `${most} arguments`;
  alert({ first, last }, {
    message: `\`${name}\` takes ${takes}, and ${given.length === 1 ? "one is" : `${given.length} are`} given: what is too many does nothing`,
    related: declared === undefined ? [] : [{ at: declared, message: "It is declared here" }],
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
      {
        code: "import { fare } from \"./fares.js\";\nimport * as tides from \"./tides.js\";\nsail(fare(true, «3»), tides.low(«1»), new tides.Tide(1));\n",
        files: {
          "fares.js": "export { price as fare } from \"./prices.js\";\n",
          "prices.js": "export function price(child) {\n  return child ? 210 : 420;\n}\n",
          "tides.js":
            "export const low = () => 3;\nexport class Tide {\n  constructor(hour) {\n    this.hour = hour;\n  }\n}\n",
        },
      },
    ],
    quiet: [
      {
        code: "import { fare, all, nothing, type Ferry } from \"./fares\";\nsail(fare(1), all(1, 2), nothing(3));\n",
        files: {
          "fares.js": "export const fare = (child) => child;\nexport function all() {\n  return arguments;\n}\nexport const nothing = () => {};\n",
        },
        languageId: "typescript",
      },
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
