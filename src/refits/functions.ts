import type { ArrowFunctionExpression, FunctionExpression } from "../languages/javascript/nodes/index.js";
import { Declaration } from "../model/binding.js";
import type { Node } from "../syntax/node.js";
import type { Text } from "../text/text.js";
import { around, codeOf, demand, fitted, holds, indentOf, losesComment, ofFunction, spanOf, startsLikeBlock, stepOf } from "./code.js";
import { defineRefit, type RefitContext } from "./refit.js";

/** The parameters of a function with what is written about types, as they are. */
function head(node: FunctionExpression | ArrowFunctionExpression, text: Text): { code: string; from: number; to: number } | undefined {
  const before = text.slice(node.start, node.body!.start);
  const open = node.typeParameters?.start ?? node.start + before.indexOf("(");
  if (node.typeParameters === null && !before.includes("(")) return undefined;
  const close = node.type === "ArrowFunctionExpression" ? node.start + before.lastIndexOf("=>") : node.body!.start;
  const code = text.slice(open, close).trimEnd();
  return { code, from: open, to: open + code.length };
}

export const arrowFunction = defineRefit({
  id: "arrow-function",
  kind: "refactor.rewrite",
  examples: [
    { code: "const fare = function «»(child) { return child ? 210 : 420; };\n", after: "const fare = (child) => { return child ? 210 : 420; };\n" },
    { code: "sail(async func«»tion (pier, { tide } = {}) {\n  await moor(pier);\n});\n", after: "sail(async (pier, { tide } = {}) => {\n  await moor(pier);\n});\n" },
    { code: "const a = f || function«» () {};\n", after: "const a = f || (() => {});\n" },
    { code: "const fare = function«» () { return this.child; };\n", refused: "it uses `this`, which means something else in an arrow function" },
    { code: "const fare = function«» fares() { return fares; };\n", refused: "it calls itself by its name `fares`" },
    { code: "const ferry = { sail: function«»* () {} };\n" },
    { code: "const ferry = { sail«»() {} };\n" },
    { code: "const ferry = new (function«» () {})();\n" },
  ],
  offer(selection, { root, text }) {
    const node = around(root, selection, "FunctionExpression");
    if (node === undefined || node.generator || node.body === null || !/^(?:async\b[^]*?)?function\b/.test(text.slice(node.start, node.body.start)) || selection.to > node.body.start) return undefined;
    if (node.parent?.type === "NewExpression" && (node.parent as { callee?: Node }).callee === node) return undefined;
    const title = "Make it an arrow function";
    if (holds(node, ofFunction)) return { title, reason: `it uses ${holds(node, ["arguments"]) ? "`arguments`, which arrow functions have not" : "`this`, which means something else in an arrow function"}` };
    const fact = node.id?.fact;
    if (fact instanceof Declaration && fact.binding.references.length > 0) return { title, reason: `it calls itself by its name \`${node.id!.name}\`` };
    const parts = head(node, text);
    if (parts === undefined || losesComment({ from: node.start, to: node.body.start }, [parts], text)) return undefined;
    const arrow = `${node.async ? "async " : ""}${parts.code} => `;
    const loose = demand(node) > 1;
    return { title, certainty: "proposed", edits: [{ from: node.start, to: node.body.start, insert: `${loose ? "(" : ""}${arrow}` }, ...(loose ? [{ from: node.end, to: node.end, insert: ")" }] : [])] };
  },
});

export const plainFunction = defineRefit({
  id: "plain-function",
  kind: "refactor.rewrite",
  examples: [
    { code: "const fare = (child) =«»> child ? 210 : 420;\n", after: "const fare = function (child) { return child ? 210 : 420; };\n" },
    { code: "sail(async pier «»=> { await moor(pier); });\n", after: "sail(async function (pier) { await moor(pier); });\n" },
    { code: "const fare = () =«»> ({ child: 210 });\n", after: "const fare = function () { return { child: 210 }; };\n" },
    { code: "const fare = (f: (a: number) => number): ((a: number) => number) =«»> f;\n", after: "const fare = function (f: (a: number) => number): ((a: number) => number) { return f; };\n" },
    { code: "const fare = () =«»> this.child;\n", refused: "it uses `this` of the code around it" },
  ],
  offer(selection, { root, text }) {
    const node = around(root, selection, "ArrowFunctionExpression");
    if (node === undefined || selection.to > node.body.start || node.parent?.type === "ExpressionStatement") return undefined;
    const title = "Make it a function expression";
    if (holds(node, ofFunction)) return { title, reason: `it uses ${holds(node, ["arguments"]) ? "`arguments`" : "`this`"} of the code around it` };
    const bare = node.params.length === 1 && node.params[0]!.type === "Identifier" && !text.slice(node.start, node.body.start).includes("(");
    const parts = bare ? { code: `(${codeOf(spanOf(node.params[0]!), text)})`, ...spanOf(node.params[0]!) } : head(node, text);
    if (parts === undefined || losesComment({ from: node.start, to: node.body.start }, [parts], text)) return undefined;
    const begin = `${node.async ? "async " : ""}function ${parts.code} `;
    if (node.body.type === "FunctionBody") return { title, certainty: "proposed", edits: [{ from: node.start, to: node.body.start, insert: begin }] };
    if (losesComment({ from: node.body.start, to: node.end }, [spanOf(node.body)], text)) return undefined;
    return { title, certainty: "proposed", edits: [{ from: node.start, to: node.end, insert: `${begin}{ return ${codeOf(spanOf(node.body), text)}; }` }] };
  },
});

function behindArrow(node: ArrowFunctionExpression, { text }: RefitContext): number {
  const last = node.returnType ?? node.params.at(-1);
  const from = last?.end ?? node.start;
  return from + text.slice(from, node.body.start).lastIndexOf("=>") + 2;
}

export const blockBody = defineRefit({
  id: "block-body",
  kind: "refactor.rewrite",
  examples: [
    { code: "const fare = (child) =«»> child ? 210 : 420;\n", after: "const fare = (child) => {\n  return child ? 210 : 420;\n};\n" },
    { code: "  sail(() =«»> ({ tide }));\n", after: "  sail(() => {\n    return { tide };\n  });\n" },
    { code: "sail(() =«»> // why\n  tide);\n" },
  ],
  offer(selection, context) {
    const { root, text } = context;
    const node = around(root, selection, "ArrowFunctionExpression");
    if (node === undefined || node.body.type === "FunctionBody" || selection.to > node.body.start) return undefined;
    const from = behindArrow(node, context);
    if (losesComment({ from, to: node.end }, [spanOf(node.body)], text)) return undefined;
    const indent = indentOf(node, text);
    const { lineBreak } = text;
    return { title: "Give it a block as its body", certainty: "certain", edits: [{ from, to: node.end, insert: ` {${lineBreak}${indent}${stepOf(text)}return ${codeOf(spanOf(node.body), text)};${lineBreak}${indent}}` }] };
  },
});

export const conciseBody = defineRefit({
  id: "concise-body",
  kind: "refactor.rewrite",
  examples: [
    { code: "const fare = (child) =«»> {\n  return child ? 210 : 420;\n};\n", after: "const fare = (child) => child ? 210 : 420;\n" },
    { code: "sail(() => { ret«»urn { tide }; });\n", after: "sail(() => ({ tide }));\n" },
    { code: "sail(() => { ret«»urn a, b; });\n", after: "sail(() => (a, b));\n" },
    { code: "sail(() => { // why\n  ret«»urn tide; });\n" },
    { code: "sail(() => { moor(); ret«»urn tide; });\n" },
  ],
  offer(selection, context) {
    const { root, text } = context;
    const found = around(root, selection, "ArrowFunctionExpression", "ReturnStatement");
    const node = found?.type === "ReturnStatement" ? found.parent?.parent : found;
    if (node?.type !== "ArrowFunctionExpression") return undefined;
    const arrow = node as ArrowFunctionExpression;
    if (arrow.body.type !== "FunctionBody" || arrow.body.body.length !== 1 || (found !== node && found?.parent !== arrow.body)) return undefined;
    const [only] = arrow.body.body;
    if (only!.type !== "ReturnStatement" || only.argument === null || losesComment(spanOf(arrow.body), [spanOf(only.argument)], text)) return undefined;
    const code = fitted(only.argument, 1, text);
    return { title: "Leave out the block", certainty: "certain", edits: [{ from: arrow.body.start, to: arrow.body.end, insert: startsLikeBlock(code) && code.startsWith("{") ? `(${code})` : code }] };
  },
});
