import { defineRule } from "../../rule.js";
import { amongAll } from "./everywhere.js";
import { checkGaps } from "./gap-alert.js";

export const operatorGap = defineRule({
  id: "layout.operator-gap",
  title: "An operator with other space around it than agreed",
  why: "Operators between two values have one space on each side, those before or behind a single value have none, and a colon clings to what it follows. The eye then sees what belongs together.",
  level: "hint",
  kits: ["tidy"],
  examples: {
    alerts: [
      { code: "const fare«=»price«+»  tip;\n", after: "const fare = price + tip;\n" },
      { code: "sail(!« »open);\n", after: "sail(!open);\n" },
      { code: "const a = open«?»1«:»2;\n", after: "const a = open ? 1 : 2;\n" },
      { code: "const pier = { berths« »«:»4 };\n", after: "const pier = { berths: 4 };\n" },
      { code: "pier «.» berths« »++;\n", after: "pier.berths++;\n" },
      { code: "const f = (a)«=>»a;\n", after: "const f = (a) => a;\n" },
    ],
    quiet: [{
      code: "const fare =\n  price +\n  tip;\nconst a = - -fare;\nlet b = 1, c = 2;\nb ??= c;\nb = fare /* all */+ tip;\nfor (const d of [...a]) d?.e?.[0];\n",
    }],
  },
  siblings: amongAll((siblings, file) => checkGaps("operator-gap", siblings, file)),
});
