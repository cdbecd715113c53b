import { defineRule } from "../../rule.js";
import { amongAll } from "./everywhere.js";
import { checkGaps } from "./gap-alert.js";

export const commaGap = defineRule({
  id: "layout.comma-gap",
  title: "A comma or semicolon with other space around it than agreed",
  why: "A comma clings to what it ends and has one space behind it, as in any text; the semicolons in the head of a loop do the same.",
  level: "hint",
  kits: ["tidy"],
  examples: {
    alerts: [
      { code: "sail(north« »«,»south,«   »west);\n", after: "sail(north, south, west);\n" },
      { code: "for (let i = 0«;»i < 3« »;«  »i++) sail(i)« »;\n", after: "for (let i = 0; i < 3; i++) sail(i);\n" },
      { code: "const [a«,»b] = [1« », 2];\n", after: "const [a, b] = [1, 2];\n" },
    ],
    quiet: [{
      code: "sail(\n  north,\n  south,\n);\nconst [, b] = [1, , 2,];\nfor (;;) {}\nclass A { ; }\nconst f = (a, /* b */ c) => a;\n",
    }],
  },
  siblings: amongAll((siblings, file) => checkGaps("comma-gap", siblings, file)),
});
