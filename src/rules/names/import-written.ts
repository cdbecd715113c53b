import { defineRule } from "../rule.js";

export const importWritten = defineRule({
  id: "names.import-written",
  title: "An import that is assigned to",
  why:
    "An imported name shows what another module has and can only be changed there; assigning to it stops the program.",
  level: "error",
  kits: ["sound"],
  once: "name",
  examples: {
    alerts: [
      { code: "import { tide } from \"./tide.js\";\n«tide» = 3;\n" },
      { code: "import * as piers from \"./piers.js\";\n«piers»++;\n" },
    ],
    quiet: [{ code: "import { berth } from \"./berth.js\";\nberth.ferry = null;\n" }],
  },
  binding(binding, { alert }) {
    if (binding.writes === 0 || binding.kind !== "import") return;
    const declared = binding.declarations[0]!.node;
    for (const use of binding.references) {
      if (use.access === "read") continue;
      alert(use.node, {
        message: `\`${binding.name}\` is imported and cannot be assigned to here: give the value a name of this file`,
        related: [{ at: declared, message: `\`${binding.name}\` is imported here` }],
      });
    }
  },
});
