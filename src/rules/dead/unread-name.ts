import { z } from "zod";
import type { Binding } from "../../model/binding.js";
import { expression } from "../expression.js";
import { defineRule, type FileView } from "../rule.js";

const options = z.strictObject({
  mayStay: expression("^_", "A regular expression; names it matches may stay unread."),
  parameters: z.enum(["last", "all", "none"])
    .default("last")
    .describe("Which unread parameters alert: those behind the last one that is read, all, or none."),
  methods: z.boolean()
    .default(false)
    .describe(
      "Alert at unread parameters of methods and of functions that are put into properties, too. Who calls them may give them anyway.",
    ),
  caught: z.boolean().default(false).describe("Alert at unread names of `catch` clauses."),
});
type Options = z.infer<typeof options>;

/** Whether something decides about a parameter that this file does not show. */
function isParameterForOthers(binding: Binding, file: FileView<Options>): boolean {
  const { owner, takenAs, isLast, isForOthers } = file.facts.parameterFacts(binding);
  // A function that takes its arguments as a whole has its parameters to say how many there are.
  if (takenAs !== undefined && file.isUsedIn(takenAs, owner)) return true;
  if (file.isMentioned(binding.name, owner)) return true;
  const { parameters, methods } = file.options;
  return parameters === "none" || (parameters === "last" && (!isLast || isForOthers(methods)));
}

function concerns(binding: Binding, file: FileView<Options>): boolean {
  const { options: settings, keepsToItself, facts, shape } = file;
  if (binding.exported || facts.isDeclaredElsewhere(binding) || new RegExp(settings.mayStay, "u").test(binding.name)) {
    return false;
  }
  switch (binding.kind) {
    case "import":
    case "function-name":
    case "class-name":
    case "type-parameter":
    case "member":
    case "private":
    case "export":
      return false;
    case "namespace":
      // What it says of another module counts without being read.
      return shape("name", binding.declarations[0]!.node) !== undefined && keepsToItself;
    case "caught":
      return settings.caught;
    case "parameter":
      return !isParameterForOthers(binding, file);
    default:
      if (facts.isRequired(binding) && file.isMentioned(binding.name)) return false;
      // At the top of a script other scripts can read the name; what looks like a module of its own is none.
      return binding.scope.kind !== "file" || keepsToItself;
  }
}

const nouns: Partial<Record<Binding["kind"], string>> = {
  function: "function",
  class: "class",
  parameter: "parameter",
  caught: "caught value",
  enum: "enumeration",
  interface: "type",
  alias: "type",
  namespace: "namespace",
};

/** What is never done with what nobody uses, where that is not reading. */
const unreadWords: Partial<Record<Binding["kind"], string>> = {
  function: "used",
  class: "used",
  enum: "used",
  interface: "used",
  alias: "used",
  namespace: "used",
};

export const unreadName = defineRule({
  id: "dead.unread-name",
  title: "A name that is never read",
  why: "A variable, function or parameter that nothing reads is left over from a change, or something that should read it was forgotten. Reading the code, one looks for its use in vain.",
  level: "warning",
  kits: ["sound"],
  options,
  expressions: ["mayStay"],
  examples: {
    alerts: [
      {
        code: "function fare(adults) {\n  const «children» = 2;\n  return adults;\n}\nfare(1);\n",
        after: "function fare(adults) {\n  return adults;\n}\nfare(1);\n",
      },
      { code: "export function sail() {\n  let «trips» = 0;\n  trips += 1;\n}\n" },
      { code: "function moor(berth, «rope») {\n  return berth;\n}\nexport const first = moor(1, 2);\n" },
      { code: "export function moor(berth, «rope») {\n  return berth;\n}\n" },
      { code: "const { tides, «winds» } = require(\"./weather\");\ntides();\n" },
      { code: "export class Ferry {\n  moor(«berth») {\n    return 1;\n  }\n}\n", options: { methods: true } },
      {
        code: "export function useTide() {\n  const [tide, «setTide»] = useState(1);\n  return tide;\n}\nfunction useState() {}\n",
      },
      { code: "export const a = 1;\nfunction «again»() {\n  again();\n}\n" },
      {
        code: "export function dock() {\n  const pier = 1, «tide» = 2;\n  return pier;\n}\n",
        after: "export function dock() {\n  const pier = 1;\n  return pier;\n}\n",
      },
      { code: "export function dock() {\n  const «tide» = measure();\n}\nfunction measure() { return 1; }\n" },
      {
        code: "def fare(adults):\n    «children» = 2\n    return adults\n",
        after: "def fare(adults):\n    return adults\n",
        languageId: "python",
      },
      {
        code: "def fare(adults):\n    «price» = look_up(adults)\n\n\ndef look_up(adults):\n    return adults\n",
        languageId: "python",
      },
    ],
    quiet: [
      { code: "def tell(berth):\n    print(\"moored at { berth.name }\")\n", languageId: "python" },
      {
        code:
          "def count():\n    trips = 0\n    def more():\n        nonlocal trips\n        trips += 1\n    return more\n",
        languageId: "python",
      },
      { code: "def split(pair):\n    first, rest = pair\n    return first\n", languageId: "python" },
      { code: "def fare(adults):\n    children = 2\n    return locals()\n", languageId: "python" },
      { code: "export const tide = 3;\n" },
      {
        code: "function moor(berth, rope) {\n  return berth;\n}\nexport const table = [1].map(moor);\nexport const list = [2].map((one, index) => one);\n",
      },
      { code: "export function unused(berth) {\n  throw new Error(\"no berths\");\n}\n" },
      { code: "export function isEmpty(berths) {\n  for (const berth in berths) return false;\n  return true;\n}\n" },
      { code: "function moor(berth, rope) {\n  return rope;\n}\nexport const first = moor(1, 2);\n" },
      { code: "export default function (berth, rope) {\n  return berth;\n}\n" },
      { code: "function moor(berth, rope) {\n  return run(arguments);\n}\nfunction run() {}\nmoor(1, 2);\n" },
      {
        code: "export const moorAt = (pier) => (berth, rope) => berth + pier;\nexport const run = moorAt || ((pier, berth) => pier);\n",
      },
      {
        code:
          "export const moor: Moor = (berth, rope) => berth;\ntype Moor = (berth: number, rope: string) => number;\n",
        languageId: "typescript",
      },
      {
        code:
          "export function isEmpty(berths) {\n  var berth;\n  for (berth in berths) return false;\n  return true;\n}\n",
      },
      {
        code: "/**\n * @param {number} berth\n * @param {string} [rope] for those who moor otherwise\n */\nfunction moor(berth, rope) {\n  return berth;\n}\nmoor(1, 2);\n",
      },
      { code: "export function depth(tide) {\n  const [low, mean, high] = tide;\n  return high - low;\n}\n" },
      { code: "const { Tide } = require(\"./tide\");\n/** @param {Tide} tide */\nexports.sail = (tide) => tide;\n" },
      { code: "const _spare = 1;\n" },
      { code: "const sail = (exports.sail = () => {});\n" },
      { code: "export function rest({ id, ...others }) {\n  return others;\n}\n" },
      { code: "function kiosk() {}\nconst piers = 4;\n" },
      { code: "export function dock() {\n  const tide = 1;\n  return tdie;\n}\n" },
      { code: "export class Ferry extends Boat {\n  moor(berth) {}\n}\n" },
      { code: "export function half(pence) {\n  const tip = (\n}\n" },
      { code: "export function count() {\n  let trips = 0;\n  return () => trips++;\n}\n" },
      {
        code: "export const visitor = { begin: (offset, size) => offset };\nvisitor.end = (offset, size) => offset;\n",
      },
      { code: "export function safe(run) {\n  try { run(); } catch (problem) { return; }\n}\n" },
    ],
  },
  binding(binding, file) {
    if (!binding.references.every((use) => file.facts.isIdle(use, binding))) return;
    if (file.ambient || binding.scope.dynamic || file.facts.hasPurpose(binding) || !concerns(binding, file)) return;
    // In code that is being written, what reads the name is most likely still to come; and a misspelt use is one mistake, of which `names.unknown` tells.
    if (binding.kind === "parameter" && file.isBroken(binding.scope.node)) return;
    if (file.isHalfWritten(binding.name) || file.isMissed(binding) || file.isValueless()) return;
    file.alert(binding.declarations[0]!.node, {
      message: `The ${nouns[binding.kind] ?? "variable"} \`${binding.name}\` is ${binding.writes > 0 ? "assigned but " : ""}never ${unreadWords[binding.kind] ?? "read"}: use it, or take it out`,
      labels: ["unnecessary"],
      remedies: () => file.edits.withoutName(binding, file.text),
    });
  },
});
