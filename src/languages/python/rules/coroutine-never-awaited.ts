import type { FileView } from "../../../rules/rule.js";
import type { Node } from "../../../syntax/node.js";
import { walk } from "../../../syntax/walk.js";
import { yields } from "../functions.js";
import type { Attribute, Call, Expr, FunctionDef, Name } from "../nodes.js";
import { defineRule } from "../rule.js";

/** The function around a node. */
function functionAround(node: Node): FunctionDef | undefined {
  for (let up = node.parent; up !== null; up = up.parent) {
    if (up.type === "FunctionDef") return up as FunctionDef;
    if (up.type === "ClassDef" || up.type === "Lambda") return undefined;
  }
  return undefined;
}

/** Whether a call of a function gives a coroutine. */
const isCoroutine = (owner: FunctionDef): boolean => owner.isAsync && owner.decorators.length === 0 && !yields(owner);

function tell(value: Node, { alert }: Pick<FileView, "alert">): void {
  alert(value, {
    message: "This gives a coroutine that nobody waits for, so the function never runs: put `await` before it",
    remedies: () => functionAround(value)?.isAsync === true
      ? [{
        title: "Wait for it",
        certainty: "proposed",
        edits: [{ from: value.start, to: value.start, insert: "await " }],
      }]
      : [],
  });
}

export const coroutineNeverAwaited = defineRule({
  id: "async.coroutine-never-awaited",
  title: "A call of an `async` function that nobody waits for",
  why: "Calling an `async` function does nothing yet: it gives a coroutine, which runs when somebody waits for it. A call that stands by itself throws that away, so that the function never runs.",
  level: "error",
  kits: ["sound"],
  examples: {
    alerts: [
      {
        code: "async def moor():\n    pass\n\n\nasync def sail():\n    «moor()»\n",
        after: "async def moor():\n    pass\n\n\nasync def sail():\n    await moor()\n",
      },
      {
        code:
          "class Ferry:\n    async def moor(self):\n        pass\n\n    async def sail(self):\n        «self.moor()»\n",
        after: "class Ferry:\n    async def moor(self):\n        pass\n\n    async def sail(self):\n        await self.moor()\n",
      },
      { code: "async def moor():\n    pass\n\n\ndef sail():\n    «moor()»\n" },
    ],
    quiet: [
      {
        code:
          "async def moor():\n    pass\n\n\nasync def sail():\n    await moor()\n    task = moor()\n    return task\n",
      },
      { code: "def moor():\n    pass\n\n\nasync def sail():\n    moor()\n" },
    ],
  },
  visit: {
    Expr({ value }, file) {
      if (value.type !== "Call" || file.isBroken(value)) return;
      const binding = file.facts.bindingOf((value as Call).func);
      const [only, more] = binding?.declarations ?? [];
      if (only?.kind !== "function" || more !== undefined || only.owner.type !== "FunctionDef") return;
      if (isCoroutine(only.owner as FunctionDef)) tell(value, file);
    },
    ClassDef({ body }, file) {
      const methods = body.body.filter(({ type }) => type === "FunctionDef") as FunctionDef[];
      const names = new Set(methods.filter(isCoroutine).map(({ name }) => name.id));
      for (const one of methods) if (!isCoroutine(one)) names.delete(one.name.id);
      if (names.size === 0) return;
      walk(body, (node) => {
        if (node.type === "ClassDef") return false;
        if (node.type !== "Expr") return true;
        const { func } = (node as Expr).value as Call;
        if ((node as Expr).value.type !== "Call" || func.type !== "Attribute") return true;
        const { value, attr } = func as Attribute;
        const isOwn = value.type === "Name" && (value as Name).id === "self" && names.has(attr);
        if (isOwn && !file.isBroken(node)) tell((node as Expr).value, file);
        return true;
      });
    },
  },
});
