import { Declaration, type Reference } from "../../../model/binding.js";
import type { Node } from "../../../syntax/node.js";
import { isInside } from "../../../syntax/walk.js";
import { defineRefit } from "../../refit.js";
import type { JavaScriptNode } from "../nodes/index.js";
import { around, isListed, losesComment, wordOfFunction } from "./code.js";
import { head, otherInArrow } from "./function-head.js";
import { useAsClass } from "./reading.js";

/** Whether a use may come before the function has its value: it runs in front of it, or in a function that may be called there. */
function isEarly({ node, asType }: Reference, declared: Node, depth = 0): boolean {
  if (asType || node.start >= declared.start) return false;
  const list = declared.parent!;
  for (let up: Node = node; up.parent !== null && up !== list; up = up.parent) {
    if (!/Function/.test(up.type)) continue;
    const holder = up.parent as JavaScriptNode;
    const id = up.type === "FunctionDeclaration"
      ? (up as { id?: unknown }).id
      : holder.type === "VariableDeclarator" ? holder.id : undefined;
    const { fact } = (id ?? {}) as { fact?: unknown };
    // Of a function that has no name nobody can tell when it is called.
    return depth > 8 ||
      !(fact instanceof Declaration) ||
      fact.binding.references.some((use) => !isInside(use.node, up) && isEarly(use, declared, depth + 1));
  }
  return true;
}

export const functionToConstant = defineRefit({
  id: "function-to-constant",
  kind: "refactor.rewrite",
  examples: [
    {
      code: "function far«»e(child) { return child ? 210 : 420; }\nfare(true);\n",
      after: "const fare = (child) => { return child ? 210 : 420; };\nfare(true);\n",
    },
    {
      code: "export async function «»sail({ pier } = {}) {\n  await moor(pier);\n}\n",
      after: "export const sail = async ({ pier } = {}) => {\n  await moor(pier);\n};\n",
    },
    {
      code: "fare(true);\nfunction far«»e(child) { return child; }\n",
      refused: "it is used before it would have its value",
    },
    {
      code: "function far«»e() { return this.child; }\n",
      refused: "it uses `this`, which means something else in an arrow function",
    },
    { code: "function far«»e() {}\nnew fare();\n", refused: "it is called with `new`" },
    { code: "function far«»e() {}\nfare = 1;\n", refused: "it gets another value" },
    { code: "function* far«»e() {}\n" },
    { code: "export default function far«»e() {}\n" },
    { code: "function fare() { ret«»urn 1; }\n" },
  ],
  offer(selection, { root, text }) {
    const node = around(root, selection, "FunctionDeclaration");
    if (node?.id == null || node.body === null || node.generator || selection.to > node.body.start) return undefined;
    const statement = node.parent?.type === "ExportNamedDeclaration" ? node.parent : node;
    if (!isListed(statement)) return undefined;
    const title = "Make it a constant with an arrow function";
    const word = [node.body, ...node.params].map(wordOfFunction).find((found) => found !== undefined);
    if (word !== undefined) return { title, reason: otherInArrow(word) };
    // In a block it may be seen outside, too, which no constant is.
    if (!/^(?:Program|FunctionBody|StaticBlock)$/.test(statement.parent!.type)) return undefined;
    const { fact } = node.id;
    if (!(fact instanceof Declaration) || fact.binding.declarations.length > 1) return undefined;
    const { references } = fact.binding;
    if (references.some((use) => isEarly(use, statement))) {
      return { title, reason: "it is used before it would have its value" };
    }
    const reason = useAsClass(references);
    if (reason !== undefined) return { title, reason };
    if (references.some(({ access }) => access !== "read")) return { title, reason: "it gets another value" };
    // A type that tells what has been asserted needs a function that is declared.
    if (node.returnType?.type === "PredicateType" && node.returnType.asserts) return undefined;
    const parts = head(node, text);
    const { id } = node;
    if (
      parts === undefined ||
      losesComment({ from: node.start, to: node.body.start }, [{ from: id.start, to: id.end }, parts], text)
    ) return undefined;
    // In a file with elements one parameter of a type alone would be read as one.
    const types = node.typeParameters;
    const code = types?.params.length === 1 &&
      types.params[0]!.constraint === null &&
      !text.slice(types.start, types.end).includes(",")
      ? parts.code.replace(/^([^>]*[^>\s])\s*>/, "$1,>")
      : parts.code;
    return {
      title,
      certainty: "proposed",
      edits: [
        {
          from: node.start,
          to: node.body.start,
          insert: `const ${id.name} = ${node.async ? "async " : ""}${code} => `,
        },
        { from: node.end, to: node.end, insert: ";" },
      ],
    };
  },
});
