import { defineRefit } from "../../refit.js";
import { around, codeOf, losesComment, spanOf, wordOfFunction } from "./code.js";
import { head } from "./function-head.js";

export const plainFunction = defineRefit({
  id: "plain-function",
  kind: "refactor.rewrite",
  examples: [
    {
      code: "const fare = (child) =«»> child ? 210 : 420;\n",
      after: "const fare = function (child) { return child ? 210 : 420; };\n",
    },
    {
      code: "sail(async pier «»=> { await moor(pier); });\n",
      after: "sail(async function (pier) { await moor(pier); });\n",
    },
    {
      code: "const fare = () =«»> ({ child: 210 });\n",
      after: "const fare = function () { return { child: 210 }; };\n",
    },
    {
      code: "const fare = (f: (a: number) => number): ((a: number) => number) =«»> f;\n",
      after: "const fare = function (f: (a: number) => number): ((a: number) => number) { return f; };\n",
    },
    { code: "const fare = () =«»> this.child;\n", refused: "it uses `this` of the code around it" },
  ],
  offer(selection, { root, text }) {
    const node = around(root, selection, "ArrowFunctionExpression");
    if (node === undefined || selection.to > node.body.start || node.parent?.type === "ExpressionStatement") {
      return undefined;
    }
    const title = "Make it a function expression";
    const word = wordOfFunction(node);
    if (word !== undefined) return { title, reason: `it uses \`${word}\` of the code around it` };
    const bare = node.params.length === 1 &&
      node.params[0]!.type === "Identifier" &&
      !text.slice(node.start, node.body.start).includes("(");
    const parts = bare
      ? { code: `(${codeOf(spanOf(node.params[0]!), text)})`, ...spanOf(node.params[0]!) }
      : head(node, text);
    if (parts === undefined || losesComment({ from: node.start, to: node.body.start }, [parts], text)) return undefined;
    const begin = `${node.async ? "async " : ""}function ${parts.code} `;
    if (node.body.type === "FunctionBody") {
      return { title, certainty: "proposed", edits: [{ from: node.start, to: node.body.start, insert: begin }] };
    }
    if (losesComment({ from: node.body.start, to: node.end }, [spanOf(node.body)], text)) return undefined;
    return {
      title,
      certainty: "proposed",
      edits: [{ from: node.start, to: node.end, insert: `${begin}{ return ${codeOf(spanOf(node.body), text)}; }` }],
    };
  },
});
