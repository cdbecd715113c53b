import { lineBreakOf, lineHead } from "../../../rules/lines.js";
import type { RemedyOffer } from "../../../rules/rule.js";
import type { Node } from "../../../syntax/node.js";
import type { SourceText } from "../../../text/text.js";
import type { Argument, Call, Constant, FunctionDef, Name } from "../nodes.js";
import { defineRule } from "../rule.js";

const makers = new Set(["list", "dict", "set", "bytearray", "defaultdict", "OrderedDict", "deque", "Counter"]);

/** Whether an expression makes a new thing that can change. */
function isChangeable(node: Node): boolean {
  // One that holds something already is most often made so on purpose.
  if (/^(?:List|Dict)$/.test(node.type)) {
    return (node as { elts?: Node[] }).elts?.length === 0 || (node as { items?: Node[] }).items?.length === 0;
  }
  if (node.type !== "Call") return false;
  const { func, args } = node as Call;
  return func.type === "Name" && args.length === 0 && makers.has((func as Name).id);
}

/** The first statement behind the function's documentation. */
function firstStatement({ body }: FunctionDef): Node | undefined {
  const [first, second] = body.body;
  const isText = first?.type === "Expr" &&
    ((first as Node & { value: Node }).value as Partial<Constant>).kind === "text";
  return isText ? second : first;
}

function remedies(owner: FunctionDef, argument: Argument, text: SourceText): RemedyOffer[] {
  const value = argument.default!;
  const first = firstStatement(owner);
  const { id } = argument.name;
  if (first === undefined || owner.body.isInline) return [];
  const head = lineHead(text, first.start);
  if (text.slice(first.start - head.length, first.start) !== head) return [];
  const line = lineBreakOf(text);
  const written = text.slice(value.start, value.end);
  return [{
    title: "Make a new one for each call",
    certainty: "proposed",
    edits: [
      { from: value.start, to: value.end, insert: "None" },
      {
        from: first.start,
        to: first.start,
        insert: `if ${id} is None:${line}${head}    ${id} = ${written}${line}${head}`,
      },
    ],
  }];
}

export const sharedDefault = defineRule({
  id: "values.shared-default",
  title: "A default that all calls share",
  why: "A default is worked out once, where the function is made. A list, dict or set that stands there is the same one for every call: what one call puts in, the next one finds. `None` stands for \"none was given\", and the function makes a new one then.",
  level: "warning",
  kits: ["sound"],
  examples: {
    alerts: [
      {
        code: "def moor(ferry, berths=«[]»):\n    berths.append(ferry)\n    return berths\n",
        after: "def moor(ferry, berths=None):\n    if berths is None:\n        berths = []\n    berths.append(ferry)\n    return berths\n",
      },
      {
        code:
          "def count(tides, *, seen=«dict()»):\n    \"\"\"Counts tides.\"\"\"\n    seen[tides] = 1\n    return seen\n",
        after: "def count(tides, *, seen=None):\n    \"\"\"Counts tides.\"\"\"\n    if seen is None:\n        seen = dict()\n    seen[tides] = 1\n    return seen\n",
      },
    ],
    quiet: [
      { code: "def moor(ferry, berths=()):\n    return [ferry, *berths]\n" },
      { code: "def moor(ferry, berths=None):\n    return berths or [ferry]\n" },
      { code: "def price(adults, cache={}):\n    cache[adults] = 4\n    return cache[adults]\n" },
      { code: "def price(adults, fares={\"adult\": 4}):\n    return adults * fares[\"adult\"]\n" },
    ],
  },
  visit: {
    FunctionDef(owner, { text, alert, facts, isBroken }) {
      for (const argument of owner.args.args) {
        const { default: value, name } = argument;
        if (value === null || !isChangeable(value) || isBroken(owner)) continue;
        // Some keep what was worked out there, on purpose.
        if (/cache|memo|^_/i.test(name.id)) continue;
        // What is only read is as good as fixed.
        const uses = facts.bindingOf(name)?.references ?? [];
        if (!uses.some(({ node }) => changesHere(node))) continue;
        alert(value, {
          message: `All calls share this default of \`${name.id}\`, which is made once: make a new one in each call`,
          remedies: () => remedies(owner, argument, text),
        });
      }
    },
  },
});

const changers =
  /^(?:append|extend|insert|add|update|setdefault|pop|popitem|remove|discard|clear|sort|reverse|appendleft)$/;

/** Whether the thing that a name stands for is changed, or handed out, where the name is used. */
function changesHere(node: Node): boolean {
  const up = node.parent!;
  switch (up.type) {
    case "Attribute":
      return changers.test((up as Node & { attr: string }).attr);
    case "Subscript": {
      const holder = up.parent!.type;
      const { targets, target } = up.parent as Node & { targets?: Node[]; target?: Node };
      return (up as Node & { value: Node }).value === node &&
        (holder === "AugAssign" || holder === "Assign" || holder === "Delete") &&
        (target === up || targets?.includes(up) === true);
    }
    case "AugAssign":
      return (up as Node & { target: Node }).target === node;
    case "Return":
      return true;
    case "Assign":
      return (up as Node & { targets: Node[]; value: Node }).value === node &&
        (up as Node & { targets: Node[] }).targets[0]!.type === "Attribute";
    default:
      return false;
  }
}
