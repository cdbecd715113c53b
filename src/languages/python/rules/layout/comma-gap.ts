import { defineRule } from "../../rule.js";
import { gapsOf } from "./gaps.js";

export const commaGap = defineRule({
  id: "layout.comma-gap",
  title: "Blank space at a comma or colon other than agreed",
  why: "A comma and a colon belong to what stands before them, and a space parts them from what follows. In a slice the colon stands between its parts.",
  level: "hint",
  kits: ["tidy"],
  examples: {
    alerts: [
      { code: "moor(1«,»2« »,3)\n".replace("1«,»2", "1,«2»").replace(",3", ", 3"), after: "moor(1, 2, 3)\n" },
      { code: "tides = {\"low\"« »: 1, \"high\":«3»}\n", after: "tides = {\"low\": 1, \"high\": 3}\n" },
      { code: "def moor(berth:«int»)« »:\n    pass\n", after: "def moor(berth: int):\n    pass\n" },
    ],
    quiet: [
      { code: "berths = all_of[1:2]\nlast = all_of[-1 :]\npair = (1,)\n" },
      { code: "moor(\n    1,\n    2,\n)\n" },
      { code: "print(f\"{tide:>3}\", f\"{a,b}\")\n" },
    ],
  },
  siblings: gapsOf("comma"),
});
