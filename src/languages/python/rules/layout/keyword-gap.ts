import { defineRule } from "../../rule.js";
import { gapsOf } from "./gaps.js";

export const keywordGap = defineRule({
  id: "layout.keyword-gap",
  title: "Blank space at a word of the language other than agreed",
  why: "One space stands between a word of the language and what it belongs to, also before a parenthesis, so that it is not taken for a call.",
  level: "hint",
  kits: ["tidy"],
  examples: {
    alerts: [
      { code: "if«  »tide:\n    sail()\n", after: "if tide:\n    sail()\n" },
      { code: "late = not«  »tide and«  »wind\n", after: "late = not tide and wind\n" },
      { code: "from«  »tides import low\n", after: "from tides import low\n" },
    ],
    quiet: [
      { code: "late = tide if wind else not 3\nfor berth in berths:\n    del berth\n" },
      { code: "try:\n    sail()\nexcept* (OSError, ValueError):\n    wait()\n" },
      { code: "late = [1 for _ in tides if not late]\n" },
    ],
  },
  siblings: gapsOf("keyword"),
});
