import { Declaration } from "../../../model/binding.js";
import type { Node } from "../../../syntax/node.js";
import { defineRefit } from "../../refit.js";
import type { VariableDeclarator } from "../nodes/index.js";
import { demand } from "../placing.js";
import { around, losesComment, wordOfFunction } from "./code.js";
import { head, otherInArrow } from "./function-head.js";
import { useAsClass } from "./reading.js";

export const arrowFunction = defineRefit({
  id: "arrow-function",
  kind: "refactor.rewrite",
  examples: [
    {
      code: "const fare = function «»(child) { return child ? 210 : 420; };\n",
      after: "const fare = (child) => { return child ? 210 : 420; };\n",
    },
    {
      code: "sail(async func«»tion (pier, { tide } = {}) {\n  await moor(pier);\n});\n",
      after: "sail(async (pier, { tide } = {}) => {\n  await moor(pier);\n});\n",
    },
    { code: "const a = f || function«» () {};\n", after: "const a = f || (() => {});\n" },
    {
      code: "const fare = function«» () { return this.child; };\n",
      refused: "it uses `this`, which means something else in an arrow function",
    },
    { code: "const fare = function«» fares() { return fares; };\n", refused: "it calls itself by its name `fares`" },
    { code: "const ferry = { sail: function«»* () {} };\n" },
    { code: "const ferry = { sail«»() {} };\n" },
    { code: "const ferry = new (function«» () {})();\n" },
  ],
  offer(selection, { root, text }) {
    const node = around(root, selection, "FunctionExpression");
    if (
      node === undefined ||
      node.generator ||
      node.body === null ||
      !/^(?:async\b[^]*?)?function\b/.test(text.slice(node.start, node.body.start)) ||
      selection.to > node.body.start
    ) return undefined;
    if (node.parent?.type === "NewExpression" && (node.parent as { callee?: Node }).callee === node) return undefined;
    const title = "Make it an arrow function";
    const word = wordOfFunction(node);
    if (word !== undefined) return { title, reason: otherInArrow(word) };
    const fact = node.id?.fact;
    if (fact instanceof Declaration && fact.binding.references.length > 0) {
      return { title, reason: `it calls itself by its name \`${node.id!.name}\`` };
    }
    const owner = node.parent!.type === "VariableDeclarator" ? (node.parent as VariableDeclarator).id : undefined;
    const name = (owner as { fact?: unknown } | undefined)?.fact;
    const reason = name instanceof Declaration ? useAsClass(name.binding.references) : undefined;
    if (reason !== undefined) return { title, reason };
    // Only functions of the old kind may have two parameters of one name.
    const names = node.params.map((param) => (param.type === "Identifier" ? param.name : param));
    if (new Set(names).size < names.length) return undefined;
    const parts = head(node, text);
    if (parts === undefined || losesComment({ from: node.start, to: node.body.start }, [parts], text)) return undefined;
    const arrow = `${node.async ? "async " : ""}${parts.code} => `;
    const loose = demand(node) > 1;
    return {
      title,
      certainty: "proposed",
      edits: [
        { from: node.start, to: node.body.start, insert: `${loose ? "(" : ""}${arrow}` },
        ...(loose ? [{ from: node.end, to: node.end, insert: ")" }] : []),
      ],
    };
  },
});
