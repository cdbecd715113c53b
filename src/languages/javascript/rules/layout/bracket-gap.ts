import { z } from "zod";
import { defineRule } from "../../rule.js";
import { amongAll } from "./everywhere.js";
import { checkGaps } from "./gap-alert.js";

const options = z.strictObject({
  braces: z.enum(["spaced", "tight"])
    .default("spaced")
    .describe("Whether the braces of objects, imports and exports have a space inside."),
});

export const bracketGap = defineRule({
  id: "layout.bracket-gap",
  title: "A bracket with other space inside or before it than agreed",
  why: "Parentheses and square brackets hold their contents closely, braces leave one space, and nothing stands between a function's name and its arguments.",
  level: "hint",
  kits: ["tidy"],
  options,
  examples: {
    alerts: [
      { code: "sail «(» north« »);\n", after: "sail(north);\n" },
      { code: "const a = [« »1, 2« »];\n", after: "const a = [1, 2];\n" },
      { code: "const b = «{»a: 1«}»;\n", after: "const b = { a: 1 };\n" },
      {
        code: "import «{»a«}» from \"a\";\nexport {« »};\n".replace("\nexport {« »};", ""),
        after: "import { a } from \"a\";\n",
      },
      { code: "const b = {« »a: 1« »};\n", options: { braces: "tight" }, after: "const b = {a: 1};\n" },
      { code: "function sail« »(to) {« »}\n", after: "function sail(to) {}\n" },
    ],
    quiet: [{
      code: "sail(\n  north\n);\nconst b = { a: 1, c: {} };\nif (b) { sail(); }\nconst d = (1 + 2) * 3;\nexport const e = <A,>(f: A) => f;\n".replace(
        "export const e = <A,>(f: A) => f;\n",
        "",
      ),
    }],
  },
  siblings: amongAll<z.output<typeof options>>((siblings, file) => checkGaps(
    "bracket-gap",
    siblings,
    file,
    file.options,
  )),
});
