import { defineRule } from "../../rule.js";
import { gapsOf } from "./gaps.js";

export const operatorGap = defineRule({
  id: "layout.operator-gap",
  title: "Blank space at an operator other than agreed",
  why: "One space stands on both sides of `=` and of comparisons. Around `=` of a default or a named argument none does, unless the parameter has a type. Of `+`, `*` and the like both sides are alike.",
  level: "hint",
  kits: ["tidy"],
  examples: {
    alerts: [
      { code: "tide«=»«3»\n", after: "tide = 3\n" },
      { code: "low = tide «  »- 1\n".replace("«  »", "").replace("tide -", "tide«  »-"), after: "low = tide - 1\n" },
      { code: "low = tide -«1»\n", after: "low = tide - 1\n" },
      {
        code: "def moor(berth« »=« »1, pier: int«=»«2»):\n    pass\n",
        after: "def moor(berth=1, pier: int = 2):\n    pass\n",
      },
      { code: "low = -« »tide\n", after: "low = -tide\n" },
    ],
    quiet: [
      { code: "low = tide*2 + 1\nhigh = 2**tide\nmoor(*berths, **piers)\n" },
      { code: "def moor(berth=1, *, pier: int = 2) -> int:\n    return -berth\n" },
      { code: "last = berths[low+1 : -1]\nlate = tide >= 3 and wind != 2\n" },
    ],
  },
  siblings: gapsOf("operator"),
});
