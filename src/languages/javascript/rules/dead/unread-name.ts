import { z } from "zod";
import type { Binding, Reference } from "../../../../model/binding.js";
import { expression } from "../../../../rules/expression.js";
import type { FileView } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import { isInside } from "../../../../syntax/walk.js";
import { isDeclaredElsewhere } from "../../names/declared-elsewhere.js";
import { bindingOf } from "../../names/facts.js";
import type {
  CallExpression,
  FunctionNode,
  JavaScriptNode,
  VariableDeclarator,
} from "../../nodes/index.js";
import { defineRule } from "../../rule.js";
import { remediesWithout } from "./without-name.js";

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

/** Whether a use only keeps the name up to date for itself: its value goes nowhere. */
function isIdle(use: Reference, binding: Binding): boolean {
  const { parent } = use.node;
  if (use.access === "write") return true;
  if (use.access === "change") {
    return parent?.parent?.type === "ExpressionStatement" ||
      (parent?.parent?.type === "ForStatement" && (parent.parent as { update?: unknown }).update === parent);
  }
  // A function that is only called by itself.
  return binding.declarations.some(
    ({ owner, kind }) => (kind === "function" || kind === "class") && isInside(use.node, owner),
  );
}

/** The function that a parameter belongs to. */
function ownerOf(binding: Binding): FunctionNode {
  let node: Node = binding.declarations[0]!.node;
  while (node.parent !== null && !("params" in node)) node = node.parent;
  return node as unknown as FunctionNode;
}

/** Where a function stands that nobody is given by standing there: by itself, behind a name, or called at once. */
const own = /^(?:VariableDeclarator|ExpressionStatement|CallExpression|Program|FunctionBody|BlockStatement|StaticBlock|SwitchCase|ExportNamedDeclaration|LabeledStatement|IfStatement|NamespaceDeclaration)$/;

/**
 * Whether somebody else calls a function, who decides about its parameters: it is given away where it stands or by its name, or its name has a type. One that
 * does nothing stands for another, and one that a module gives as all it has is for somebody who calls many such.
 */
function isHandedOut(owner: FunctionNode): boolean {
  const { body } = owner;
  const up = owner.parent as JavaScriptNode;
  if (body?.type === "FunctionBody") {
    const [only, more] = body.body;
    if (only === undefined || (more === undefined && only.type === "ThrowStatement")) return true;
  }
  if (!own.test(up.type) && !isHolder(up)) return true;
  if (up.type === "CallExpression" && up.callee !== (owner as Node)) return true;
  if (up.type === "VariableDeclarator" && up.id.type === "AnnotatedPattern") return true;
  if (up.type === "AssignmentExpression" && up.left.type !== "MemberExpression") return true;
  const name = owner.type === "FunctionDeclaration" ? owner.id : up.type === "VariableDeclarator" ? up.id : null;
  const isCalled = ({ node, exporting }: Reference): boolean =>
    exporting || (node.parent as Partial<CallExpression>).callee === node;
  return name?.type === "Identifier" && bindingOf(name)?.references.every(isCalled) === false;
}

/** What `hasFixedShape` asks about. */
function isHolder({ type }: Node): boolean {
  return type === "MethodDefinition" ||
    type === "Property" ||
    type === "PropertyDefinition" ||
    type === "AssignmentExpression";
}

/** Whether a function takes its arguments by `arguments`, so that its parameters only say how many there are. */
function takesAll(owner: FunctionNode, file: FileView): boolean {
  return owner.type !== "ArrowFunctionExpression" && file.isUsedIn("arguments", owner);
}

/** Whether a parameter stands behind the last one of its function that is read. */
function isLastParameter(binding: Binding): boolean {
  const owner = ownerOf(binding);
  let child: Node = binding.declarations[0]!.node;
  while (child.parent !== (owner as Node)) child = child.parent!;
  const index = owner.params.indexOf(child as never);
  return owner.params
    .slice(index + 1)
    .every((param) => param.type === "Identifier" && !binding.scope.bindings.get(param.name)?.references.length);
}

function concerns(binding: Binding, file: FileView<Options>): boolean {
  const { options: settings, keepsToItself } = file;
  if (binding.exported || isDeclaredElsewhere(binding) || new RegExp(settings.mayStay, "u").test(binding.name)) {
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
      return binding.declarations[0]!.node.type === "Identifier" && keepsToItself;
    case "caught":
      return settings.caught;
    case "parameter":
      if (isGivenPlace(binding) || takesAll(ownerOf(binding), file)) return false;
      if (file.isMentioned(binding.name, ownerOf(binding))) return false;
      return settings.parameters === "all" ||
        (
          settings.parameters === "last" &&
          isLastParameter(binding) &&
          !hasFixedShape(binding, settings) &&
          !isHandedOut(ownerOf(binding))
        );
    default:
      // A loop must have a name for what it goes through.
      if (isLoopName(binding)) return false;
      if (isGivenPlace(binding)) return false;
      if (isRequired(binding) && file.isMentioned(binding.name)) return false;
      // At the top of a script other scripts can read the name; what looks like a CommonJS module is none.
      return binding.scope.kind !== "file" || keepsToItself;
  }
}

/** Whether a function's parameters may be given by something else: by the language for setters, by a base class or interface for methods. */
function hasFixedShape(binding: Binding, { methods }: Options): boolean {
  const holder = binding.scope.node.parent as JavaScriptNode | null;
  switch (holder?.type) {
    case "MethodDefinition":
    case "Property":
      return holder.kind === "set" || !methods;
    case "PropertyDefinition":
      return !methods;
    case "AssignmentExpression":
      return holder.left.type === "MemberExpression" && !methods;
    default:
      return false;
  }
}

/** Whether a name of a list's pattern is there for its place: one behind it is read. */
function isGivenPlace({ declarations }: Binding): boolean {
  let { node }: { node: Node } = declarations[0]!;
  if (node.parent?.type === "AssignmentPattern") node = node.parent;
  const list = node.parent as JavaScriptNode;
  if (list.type !== "ArrayExpression" && list.type !== "ArrayPattern") return false;
  return list.elements
    .slice(list.elements.indexOf(node as never) + 1)
    .some(
      (one) => one !== null &&
        (one.type !== "Identifier" || bindingOf(one)?.references.some(({ access }) => access === "read")),
    );
}

/** Whether a name is that of a module, or of a part of one, that is asked for as CommonJS has it. */
function isRequired({ declarations }: Binding): boolean {
  const { owner } = declarations[0]!;
  let init = owner.type === "VariableDeclarator" ? (owner as VariableDeclarator).init : null;
  while (init?.type === "MemberExpression") init = init.object;
  return init?.type === "CallExpression" && init.callee.type === "Identifier" && init.callee.name === "require";
}

function isLoopName(binding: Binding): boolean {
  const { node, owner } = binding.declarations[0]!;
  const isHead = ({ node: use }: Reference): boolean => {
    const up = use.parent as JavaScriptNode;
    return (up.type === "ForInStatement" || up.type === "ForOfStatement") && up.left === use;
  };
  if (binding.references.length > 0 && binding.references.every(isHead)) return true;
  const loop = owner.parent?.parent;
  return (owner as VariableDeclarator).id === node &&
    (loop?.type === "ForInStatement" || loop?.type === "ForOfStatement") &&
    (loop as unknown as { left: Node }).left === owner.parent;
}

/** A rest beside it makes a destructured name useful even unread: it keeps its property out of the rest. */
function keepsOutOfRest(binding: Binding): boolean {
  const property = binding.declarations[0]!.node.parent;
  const pattern = property?.type === "Property" ? property.parent : undefined;
  return pattern?.type === "ObjectPattern" &&
    (pattern as unknown as { properties: Node[] }).properties.some((member) => member.type === "RestElement");
}

/** Whether the value goes to another place by the very declaration: `const berth = (exports.berth = …)`. */
function isPassedOn({ declarations }: Binding): boolean {
  const { owner } = declarations[0]!;
  return owner.type === "VariableDeclarator" && (owner as VariableDeclarator).init?.type === "AssignmentExpression";
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
    ],
    quiet: [
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
    if (!binding.references.every((use) => isIdle(use, binding))) return;
    if (
      file.ambient ||
      !concerns(binding, file) ||
      binding.scope.dynamic ||
      keepsOutOfRest(binding) ||
      isPassedOn(binding)
    ) return;
    // In code that is being written, what reads the name is most likely still to come; and a misspelt use is one mistake, of which `names.unknown` tells.
    if (binding.kind === "parameter" && file.isBroken(binding.scope.node)) return;
    if (file.isHalfWritten(binding.name) || file.isMissed(binding)) return;
    file.alert(binding.declarations[0]!.node, {
      message: `The ${nouns[binding.kind] ?? "variable"} \`${binding.name}\` is ${binding.writes > 0 ? "assigned but " : ""}never ${unreadWords[binding.kind] ?? "read"}`,
      labels: ["unnecessary"],
      remedies: () => remediesWithout(binding, file.text),
    });
  },
});
