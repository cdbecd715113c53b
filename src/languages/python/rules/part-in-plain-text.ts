import type { Node } from "../../../syntax/node.js";
import type { Constant } from "../nodes.js";
import { defineRule } from "../rule.js";

const part = /(?<!\{)\{([a-z_]\w*)(?:\.\w+|\[\w+\])*(?:![rsa])?(?::[^{}]*)?\}(?!\})/gi;

/** Whether a text is given to something that fills it: a method of it, or what may do that later. */
function isForFilling(node: Node): boolean {
  let up = node.parent!;
  if (up.type === "Concatenation") up = up.parent!;
  if (up.type === "Attribute" || up.type === "Expr" || up.type === "Keyword" || up.type === "JoinedStr") return true;
  if (up.type !== "Call" && up.type !== "Return" && up.type !== "BinOp") return true;
  const { func } = up as Node & { func?: Node & { id?: string } };
  return up.type === "Call" && !/^(?:print|input|open)$|(?:Error|Exception|Exit)$/.test(func?.id ?? "");
}

export const partInPlainText = defineRule({
  id: "values.part-in-plain-text",
  title: "A part in braces in a plain text",
  why: "The name in the braces is one that is known here, but the text has no `f` before its first mark, so that the braces and the name stay as they are written.",
  level: "warning",
  kits: ["sound"],
  examples: {
    alerts: [
      {
        code: "def tell(berth):\n    print(«\"moored at {berth}\"»)\n",
        after: "def tell(berth):\n    print(f\"moored at {berth}\")\n",
      },
      {
        code: "def moor(berth):\n    raise ValueError(«\"{berth.name} is taken\"»)\n",
        after: "def moor(berth):\n    raise ValueError(f\"{berth.name} is taken\")\n",
      },
    ],
    quiet: [
      { code: "def tell(berth):\n    print(\"moored at {berth}\".format(berth=berth))\n" },
      { code: "def tell(berth):\n    print(f\"moored at {berth}\", \"{pier}\")\n" },
      { code: "def tell(berth):\n    send(\"moored at {berth}\", berth=berth)\n" },
    ],
  },
  visit: {
    Constant(node, { text, alert, isBroken }) {
      if ((node as Constant).kind !== "text" || node.length > 500 || !String(node.value).includes("{")) return;
      if (isForFilling(node) || isBroken(node.parent!)) return;
      const names = [...String(node.value).matchAll(part)].map(([, name]) => name!);
      const scope = scopeNames(node);
      if (names.length === 0 || !names.every((name) => scope.has(name))) return;
      if (/^[a-zA-Z]/.test(text.slice(node.start, node.start + 1))) return;
      alert(node, {
        message: `\`{${names[0]!}}\` stays as it is written: a text with parts has \`f\` before its first mark`,
        remedies: () => [{
          title: "Put `f` before it",
          certainty: "proposed",
          edits: [{ from: node.start, to: node.start, insert: "f" }],
        }],
      });
    },
  },
});

/** The names of the parameters of the functions around a node. */
function scopeNames(node: Node): ReadonlySet<string> {
  const found = new Set<string>();
  for (let up = node.parent; up !== null; up = up.parent) {
    if (up.type !== "FunctionDef") continue;
    for (const { name } of (up as Node & { args: { args: { name: { id: string } }[] } }).args.args) found.add(name.id);
  }
  return found;
}
