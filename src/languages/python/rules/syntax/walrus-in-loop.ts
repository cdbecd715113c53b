import type { FileView } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import { walk } from "../../../../syntax/walk.js";
import type { Comprehension, ComprehensionNode, Name, NamedExpr } from "../../nodes.js";
import { defineRule } from "../../rule.js";

const kinds: ReadonlySet<string> = new Set<ComprehensionNode["type"]>([
  "ListComp",
  "SetComp",
  "GeneratorExp",
  "DictComp",
]);
const isScope = ({ type }: Node): boolean => type === "Lambda" || type === "FunctionDef" || type === "ClassDef";

export const walrusInLoop = defineRule({
  id: "syntax.walrus-in-loop",
  title: "A walrus where a comprehension cannot have one",
  why: "`:=` in a comprehension gives its name to the function around. That cannot be where the comprehension takes its values from, not for a name that the comprehension itself goes through, and not in the body of a class: Python does not run such a file.",
  level: "error",
  kits: ["sound"],
  always: true,
  examples: {
    alerts: [
      { code: "def lows(tides):\n    return [tide.low for tide in («found := tides»)]\n" },
      { code: "def lows(tides):\n    return [(«tide» := tide.low) for tide in tides]\n" },
      { code: "class Harbour:\n    lows = [(«last := tide») for tide in range(3)]\n" },
    ],
    quiet: [
      { code: "def lows(tides):\n    return [last := tide.low for tide in tides], last\n" },
      { code: "class Harbour:\n    def lows(self, tides):\n        return [(last := tide) for tide in tides], last\n" },
      { code: "lows = [lambda: (tide := 1) for tide in range(3)]\n" },
    ],
  },
  visit: {
    ListComp: check,
    SetComp: check,
    GeneratorExp: check,
    DictComp: check,
  },
});

function check(node: ComprehensionNode, file: FileView): void {
  const loops = node.generators;
  const names = new Set(loops.flatMap(({ target }) => namesIn(target)));
  const isOfClass = scopeAround(node) === "ClassDef";
  const tell = (at: Node, message: string): void => {
    if (!file.isBroken(at)) file.alert(at, { message });
  };
  for (const { iter } of loops) {
    each(iter, true, (walrus) => {
      tell(walrus, "What a comprehension goes through cannot hold a `:=`: give it its name before");
    });
  }
  for (const part of [node.elt, ...loops.flatMap(({ ifs }) => ifs)]) {
    each(part, false, (walrus) => {
      const { id } = walrus.target as Name;
      if (names.has(id)) {
        tell(walrus.target, `The comprehension goes through \`${id}\`: \`:=\` needs a name of its own`);
      } else if (isOfClass) tell(walrus, "In the body of a class a comprehension cannot hold a `:=`: use a loop");
    });
  }
}

/** Each walrus in a part of a comprehension, but those that comprehensions in it tell of; `inLambdas` those in functions too. */
function each(part: Node, inLambdas: boolean, use: (walrus: NamedExpr) => void): void {
  walk(part, (inner) => {
    if (inner.type === "NamedExpr") use(inner as NamedExpr);
    if (inner.type === "Comprehension") {
      for (const one of (inner as Comprehension).ifs) each(one, inLambdas, use);
      return false;
    }
    return inLambdas || inner.type !== "Lambda";
  });
}

function namesIn(target: Node): string[] {
  const names: string[] = [];
  walk(target, (inner) => {
    if (inner.type === "Name") names.push((inner as Name).id);
    return inner.type !== "Attribute" && inner.type !== "Subscript";
  });
  return names;
}

/** The kind of the scope around a comprehension; that of another one, if it stands in one. */
function scopeAround(node: Node): string | undefined {
  let up = node.parent;
  while (up !== null && !isScope(up) && !kinds.has(up.type)) up = up.parent;
  return up?.type;
}
