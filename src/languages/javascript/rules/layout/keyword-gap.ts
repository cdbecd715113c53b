import { defineRule } from "../../rule.js";
import { amongAll } from "./everywhere.js";
import { checkGaps } from "./gap-alert.js";

export const keywordGap = defineRule({
  id: "layout.keyword-gap",
  title: "A keyword or the brace of a block with other space around it than agreed",
  why: "A keyword is a word and stands as one, with a space on each side where something follows; so does the brace that opens a block.",
  level: "hint",
  kits: ["tidy"],
  examples: {
    alerts: [
      { code: "«if»(open)«{» sail(); }«else»«{» wait(); }\n", after: "if (open) { sail(); } else { wait(); }\n" },
      { code: "const f = «function»(a)«{» return«  »a; };\n", after: "const f = function (a) { return a; };\n" },
      {
        code: "for (const a «of»[1]) sail(«typeof»(a), a«  »in b);\n",
        after: "for (const a of [1]) sail(typeof (a), a in b);\n",
      },
      {
        code: "class Ferry extends  Boat{}\n".replace("extends  Boat{}", "extends«  »Boat«{»}"),
        after: "class Ferry extends Boat {}\n",
      },
    ],
    quiet: [{
      code: "import a, * as b from \"a\";\nexport * from \"c\";\nfunction* f() { yield* g(); return; }\nswitch (a) { case 1: default: }\nconst c = async () => { await d; };\nsuper_(new.target_);\nimport(\"e\");\nif (a)\n{\n  b();\n}\nelse if (c) d();\n".replace(
        "super_(new.target_);\n",
        "",
      ),
    }],
  },
  siblings: amongAll((siblings, file) => checkGaps("keyword-gap", siblings, file)),
});
