import { defineRule } from "../../rule.js";
import { namedModules } from "./modules.js";

export const noSuchFile = defineRule({
  id: "imports.no-such-file",
  title: "An import of a file that is not there",
  why: "A program that imports a file which is not there does not start. Most such files were renamed or moved, or the way to them is misspelt. Packages, files that are made by a build, and names that only a bundler knows are left alone.",
  level: "error",
  kits: ["sound"],
  examples: {
    alerts: [
      {
        code: "import { fare } from «\"./fare.js\"»;\nfare();\n",
        after: "import { fare } from \"./fares.js\";\nfare();\n",
        files: { "fares.js": "export function fare() {}\n" },
      },
      {
        code: "export * from «\"./tide\"»;\n",
        after: "export * from \"./harbour/tide\";\n",
        files: { "harbour/tide.js": "export const low = 1;\n" },
      },
      { code: "const tides = require(«\"./tides\"»);\ntides();\n" },
      { code: "const { low } = await import(«\"../tides.js\"»);\nlow();\n" },
    ],
    quiet: [
      { code: "import \"./fares\";\n", files: { "fares.ts": "export {};\n" } },
      { code: "import \"./fares.js\";\n", files: { "fares.tsx": "export {};\n" } },
      { code: "import \"./fares\";\n", files: { "fares/index.js": "export {};\n" } },
      { code: "import logo from \"./logo\";\nlogo();\n", files: { "logo.svg": "<svg/>\n" } },
      { code: "import worker from \"./work.js?worker\";\nworker();\n" },
      { code: "import tides from \"tides\";\ntides();\n" },
      { code: "import \"#fares\";\nimport \"@/fares\";\nimport \"virtual:fares\";\nimport \"/fares.js\";\n" },
      { code: "try {\n  require(\"./tides\");\n} catch {\n  console.warn(\"no tides\");\n}\n" },
      { code: "import(\"./tides.js\").catch(() => undefined);\n" },
      {
        code: "import { low } from \"~/tides\";\nlow();\n",
        files: {
          "tsconfig.json": "{ \"compilerOptions\": { \"paths\": { \"~/*\": [\"./src/*\"] } } }\n",
          "src/tides.ts": "export const low = 1;\n",
        },
      },
    ],
  },
  visit: namedModules((source, module, { links, alert }) => {
    if (links.find(module) !== "missing") return;
    const mark = source.raw[0]!;
    alert(source, {
      message: `\`${module}\` leads to no file: name one that is there`,
      remedies: () => links.meant(module).map((meant) => ({
        title: `Change to \`${meant}\``,
        certainty: "proposed",
        edits: [{ from: source.start, to: source.end, insert: `${mark}${meant}${mark}` }],
      })),
    });
  }),
});
