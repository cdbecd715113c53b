import { defineRefit } from "../../refit.js";
import { codeOf, indentOf, losesComment, spanOf } from "./code.js";
import { declarationAt, ending } from "./declaration-at.js";

export const splitDeclaration = defineRefit({
  id: "split-declaration",
  kind: "refactor.rewrite",
  examples: [
    { code: "  con«»st child = 210, adult = 420;\n", after: "  const child = 210;\n  const adult = 420;\n" },
    { code: "export let a,«» { b } = c;\n", after: "export let a;\nexport let { b } = c;\n" },
    { code: "for (let a = 0,«» b = 1; a < b; a++) {}\n" },
    { code: "const a = 1, // one\n  «»b = 2;\n" },
    { code: "const a«» = 1;\n" },
  ],
  offer(selection, context) {
    const { root, text } = context;
    const found = declarationAt(selection, root);
    if (found === undefined) return undefined;
    const { declaration, statement } = found;
    const parts = declaration.declarations.map(spanOf);
    if (parts.length < 2 || losesComment(spanOf(statement), parts, text)) return undefined;
    const lead = text.slice(statement.start, parts[0]!.from);
    const insert = parts
      .map((part) => `${lead}${codeOf(part, text)}${ending(statement, context)}`)
      .join(text.lineBreak + indentOf(statement, text));
    return {
      title: "Split into one declaration each",
      certainty: "certain",
      edits: [{ ...spanOf(statement), insert }],
    };
  },
});
