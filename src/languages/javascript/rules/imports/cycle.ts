import { comesBack } from "../../../helpers/comes-back.js";
import { textOf } from "../../reading.js";
import { defineRule } from "../../rule.js";

export const cycle = defineRule({
  id: "imports.cycle",
  title: "Files that import one another in a circle",
  why: "Of files in a circle one runs before what it imports is there, and which one depends on where the program begins: it works until somebody imports them in another order. What both need belongs into a file of its own. A circle is told once, in the first of its files by name; types, and what is loaded later, make none.",
  level: "information",
  kits: [],
  examples: {
    alerts: [
      {
        code: "import { low } from «\"./tides.js\"»;\nexport const fare = () => low;\n",
        files: { "tides.js": "import { fare } from \"./example.js\";\nexport const low = fare;\n" },
      },
      {
        code: "export * from «\"./tides.js\"»;\n",
        files: {
          "tides.js": "import \"./zones.js\";\n",
          "zones.js": "const { low } = require(\"./example.js\");\nlow();\n",
        },
      },
    ],
    quiet: [
      { code: "import { low } from \"./tides.js\";\nlow();\n", files: { "tides.js": "export const low = 1;\n" } },
      {
        code: "import type { Low } from \"./tides.js\";\nexport const low: Low = 1;\n",
        languageId: "typescript",
        files: {
          "tides.ts": "import { low } from \"./example.js\";\nexport type Low = number;\nexport default low;\n",
        },
      },
      {
        code: "import { low } from \"./tides.js\";\nlow();\n",
        files: { "tides.js": "export const low = () => import(\"./example.js\");\n" },
      },
    ],
  },
  visit: {
    Program({ body }, { links, isBroken, alert }) {
      for (const item of body) {
        const isLink = item.type === "ImportDeclaration" ||
          item.type === "ExportAllDeclaration" ||
          item.type === "ExportNamedDeclaration";
        const source = isLink ? item.source : null;
        const module = textOf(source);
        const way = module === undefined || isBroken(item) ? [] : links.wayBack(module);
        if (way.length === 0) continue;
        alert(source!, { message: comesBack(module!, way) });
        return;
      }
    },
  },
});
