import { defineRule } from "../../rule.js";
import { gapsOf } from "./gaps.js";

export const bracketGap = defineRule({
  id: "layout.bracket-gap",
  title: "Blank space at a bracket other than agreed",
  why: "Brackets stand right at what they hold, and those of a call or an index right behind what is called.",
  level: "hint",
  kits: ["tidy"],
  examples: {
    alerts: [
      { code: "moor(« »1, 2« »)\n", after: "moor(1, 2)\n" },
      { code: "moor« »(berths« »[1])\n", after: "moor(berths[1])\n" },
      { code: "tides = [« »1, 2]\n", after: "tides = [1, 2]\n" },
    ],
    quiet: [{ code: "print((1, 2), [3], {4: 5})\nreturned = not (1)\n" }, { code: "moor(\n    1,\n)\n" }],
  },
  siblings: gapsOf("bracket"),
});
