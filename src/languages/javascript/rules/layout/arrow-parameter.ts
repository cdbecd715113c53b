import { z } from "zod";
import { piecesOf } from "../../layout/pieces.js";
import { defineRule } from "../../rule.js";

const options = z.strictObject({
  brackets: z.enum(["always", "where-needed"])
    .default("always")
    .describe("Whether a single plain parameter has brackets around it."),
});

export const arrowParameter = defineRule({
  id: "layout.arrow-parameter",
  title: "A single parameter with other brackets than agreed",
  why: "With brackets around it always, a second parameter or a type is added without touching the first; without them, short functions are shorter.",
  level: "hint",
  kits: ["tidy"],
  options,
  examples: {
    alerts: [
      {
        code: "const f = «pier» => pier.name;\nconst g = async «pier» => pier;\n",
        after: "const f = (pier) => pier.name;\nconst g = async (pier) => pier;\n",
      },
      {
        code: "const f = («pier») => pier.name;\n",
        options: { brackets: "where-needed" },
        after: "const f = pier => pier.name;\n",
      },
    ],
    quiet: [
      { code: "const f = (pier) => pier;\nconst g = () => 1;\nconst h = (/* i */ j) => j;\n" },
      {
        code: "const f = (a, b) => a;\nconst g = ({ c }) => c;\nconst h = (d = 1) => d;\nconst i = (/* e */ e) => e;\n",
        options: { brackets: "where-needed" },
      },
    ],
  },
  visit: {
    ArrowFunctionExpression(node, { text, options: { brackets }, alert, isBroken }) {
      const [param] = node.params;
      if (node.params.length !== 1 || param!.type !== "Identifier") return;
      const pieces = piecesOf(node, text);
      const index = pieces.findIndex(({ child }) => child === param);
      const bare = pieces.slice(0, index).findLast(({ isComment }) => !isComment)?.text !== "(";
      if (brackets === "always" ? !bare : bare) return;
      // Types, comments and commas need the brackets.
      if (
        !bare &&
        (
          pieces[index - 1]?.text !== "(" ||
          pieces[index + 1]?.text !== ")" ||
          pieces[index + 2]?.text !== "=>" ||
          pieces[index - 2]?.child !== undefined
        )
      ) return;
      if (isBroken(node)) return;
      alert(param!, {
        message: brackets === "always"
          ? `Brackets are missing around \`${text.slice(param!.start, param!.end)}\``
          : `Brackets stand around \`${text.slice(param!.start, param!.end)}\`: none are wanted`,
        remedies: () => {
          const around = piecesOf(node, text);
          const edits = bare
            ? [{ from: param!.start, to: param!.start, insert: "(" }, { from: param!.end, to: param!.end, insert: ")" }]
            : [
              { from: around[index - 1]!.from, to: param!.start, insert: "" },
              { from: param!.end, to: around[index + 1]!.to, insert: "" },
            ];
          return [{ title: bare ? "Add the brackets" : "Remove the brackets", certainty: "certain", edits }];
        },
      });
    },
  },
});
