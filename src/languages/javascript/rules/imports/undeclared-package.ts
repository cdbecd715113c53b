import { packageNameOf } from "../../links/packages.js";
import { defineRule } from "../../rule.js";
import { namedModules } from "./modules.js";

export const undeclaredPackage = defineRule({
  id: "imports.undeclared-package",
  title: "An import of a package that `package.json` does not name",
  why: "A package that is there only because another one needs it goes, or comes in another version, when that one is updated, and whoever installs the project without the other one lacks it.",
  level: "warning",
  kits: [],
  examples: {
    alerts: [
      {
        code: "import { low } from «\"tide-tables/north\"»;\nlow();\n",
        files: { "package.json": "{ \"dependencies\": { \"fare-tables\": \"1.0.0\" } }\n" },
      },
    ],
    quiet: [
      {
        code: "import { low } from \"tide-tables\";\nlow();\n",
        files: { "package.json": "{ \"devDependencies\": { \"tide-tables\": \"1.0.0\" } }\n" },
      },
      { code: "import { readFile } from \"fs/promises\";\nreadFile();\n", files: { "package.json": "{}\n" } },
      { code: "import { low } from \"tide-tables\";\nlow();\n" },
      {
        code: "import { low } from \"tides/low\";\nlow();\n",
        files: { "package.json": "{}\n", "src/tides/low.js": "export const low = 1;\n" },
      },
    ],
  },
  visit: namedModules((source, module, { links, alert }) => {
    if (links.find(module) !== "undeclared") return;
    alert(source, {
      message: `No \`package.json\` above this file names \`${packageNameOf(module)}\`: add it to the dependencies`,
    });
  }),
});
