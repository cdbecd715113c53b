import { Declaration, VALUE } from "../../../model/binding.js";
import { defineRefit } from "../../refit.js";
import type { ArrowFunctionExpression, FunctionExpression } from "../nodes/index.js";
import { codeOf, losesComment, spanOf, wordOfFunction } from "./code.js";
import { declarationAt } from "./declaration-at.js";
import { head } from "./function-head.js";

export const constantToFunction = defineRefit({
  id: "constant-to-function",
  kind: "refactor.rewrite",
  examples: [
    {
      code: "const far«»e = (child) => { return child ? 210 : 420; };\n",
      after: "function fare(child) { return child ? 210 : 420; }\n",
    },
    {
      code: "export const «»sail = async (pier: number): Promise<void> => moor(pier);\n",
      after: "export async function sail(pier: number): Promise<void> { return moor(pier); }\n",
    },
    { code: "const far«»e = function (child) { return child; };\n", after: "function fare(child) { return child; }\n" },
    { code: "const far«»e = function* () { yield 1; };\n", after: "function* fare() { yield 1; }\n" },
    { code: "const far«»e = () => this.child;\n", refused: "it uses `this` of the code around it" },
    { code: "const far«»e: Fare = (child) => child;\n" },
    { code: "let far«»e = (child) => child;\n" },
    { code: "const fare = (child) => ch«»ild;\n" },
  ],
  offer(selection, { root, text }) {
    const found = declarationAt(selection, root);
    const [declarator] = found?.declaration.declarations ?? [];
    const init = declarator?.init;
    if (found === undefined || found.declaration.kind !== "const" || found.declaration.declarations.length !== 1) {
      return undefined;
    }
    if (
      declarator!.id.type !== "Identifier" ||
      (init?.type !== "ArrowFunctionExpression" && init?.type !== "FunctionExpression")
    ) return undefined;
    const node = init as ArrowFunctionExpression | FunctionExpression;
    if (
      init.parenthesized ||
      node.body === null ||
      selection.to > init.start ||
      (init.type === "FunctionExpression" && init.id !== null)
    ) return undefined;
    const title = "Make it a function that is declared";
    // A function in a block takes the place of a name around it where the code is not strict.
    const { fact } = declarator!.id as { fact?: unknown };
    if (
      !/^(?:Program|FunctionBody)$/.test(found.statement.parent!.type) &&
      fact instanceof Declaration &&
      fact.binding.scope.parent?.lookUp(fact.binding.name, VALUE) !== undefined
    ) return undefined;
    const word = init.type === "ArrowFunctionExpression" ? wordOfFunction(init) : undefined;
    if (word !== undefined) return { title, reason: `it uses \`${word}\` of the code around it` };
    const bare = init.type === "ArrowFunctionExpression" &&
      init.params.length === 1 &&
      init.params[0]!.type === "Identifier" &&
      !text.slice(init.start, init.body.start).includes("(");
    const parts = bare
      ? { code: `(${codeOf(spanOf(init.params[0]!), text)})`, ...spanOf(init.params[0]!) }
      : head(node, text);
    const { declaration } = found;
    if (
      parts === undefined ||
      losesComment({ from: declaration.start, to: node.body.start }, [spanOf(declarator!.id), parts], text)
    ) return undefined;
    const mark = init.type === "FunctionExpression" && init.generator ? "*" : "";
    const body = node.body.type === "FunctionBody"
      ? text.slice(node.body.start, node.body.end)
      : `{ return ${codeOf(spanOf(node.body), text)}; }`;
    if (losesComment({ from: node.body.start, to: declaration.end }, [spanOf(node.body)], text)) return undefined;
    return {
      title,
      certainty: "proposed",
      edits: [{
        from: declaration.start,
        to: declaration.end,
        insert: `${node.async ? "async " : ""}function${mark} ${declarator!.id.name}${parts.code} ${body}`,
      }],
    };
  },
});
