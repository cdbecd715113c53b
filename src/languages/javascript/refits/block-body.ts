import { defineRefit } from "../../refit.js";
import { around, codeOf, indentOf, losesComment, spanOf, stepOf } from "./code.js";
import { behindArrow } from "./function-head.js";

export const blockBody = defineRefit({
  id: "block-body",
  kind: "refactor.rewrite",
  examples: [
    {
      code: "const fare = (child) =«»> child ? 210 : 420;\n",
      after: "const fare = (child) => {\n  return child ? 210 : 420;\n};\n",
    },
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
    return {
      title: "Give it a block as its body",
      certainty: "certain",
      edits: [{
        from,
        to: node.end,
        insert:
          ` {${lineBreak}${indent}${stepOf(text)}return ${codeOf(spanOf(node.body), text)};${lineBreak}${indent}}`,
      }],
    };
  },
});
