import type { FileView, Place } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import { moduleSpan } from "../../links/named-modules.js";
import { moduleOf } from "../../links/summary.js";
import { defineRule } from "../../rule.js";
import { mayFail } from "./modules.js";

export const undeclaredPackage = defineRule({
  id: "imports.undeclared-package",
  title: "An import of a package that `pyproject.toml` does not name",
  why: "A package that is there only because another one needs it goes, or comes in another version, when that one is updated, and whoever installs the project without the other one lacks it. What is installed in `.venv` tells which package brings a module; without it, a name that is like that of a listed package is left alone, and so is an import in a `try`.",
  level: "warning",
  kits: [],
  examples: {
    alerts: [
      {
        code: "from «tide_tables.north» import low\n\nprint(low)\n",
        files: { "pyproject.toml": "[project]\nname = \"kiosk\"\ndependencies = [\"fare-cards >= 2\"]\n" },
      },
      {
        code: "import «berths»\n\nprint(berths)\n",
        files: {
          "pyproject.toml": "[project]\nname = \"kiosk\"\ndependencies = [\"harbour-berths\"]\n",
          ".venv/lib/python3.12/site-packages/quays-1.0.dist-info/RECORD": "berths/__init__.py,,\n",
        },
      },
    ],
    quiet: [
      {
        code: "import fare_cards\nimport json\nimport harbour_board.signs\nimport kiosk\n",
        files: {
          "pyproject.toml": "[project]\nname = \"kiosk\"\ndependencies = [\"Fare.Cards[nfc]>=2\"]\n\n[dependency-groups]\ntest = [\"harbour-board\"]\n",
        },
      },
      { code: "import tide_tables\n", files: { "pyproject.toml": "[tool.tides]\nnorth = true\n" } },
      { code: "import tide_tables\n", files: { "pyproject.toml": "[project]\ndynamic = [\"dependencies\"]\n" } },
      {
        code: "import yaml\n",
        files: { "pyproject.toml": "[tool.shipwright.dependencies]\npyyaml = \"^6\"\n" },
      },
      {
        code: "try:\n    import tide_tables\nexcept ImportError:\n    tide_tables = None\n",
        files: { "pyproject.toml": "[project]\ndependencies = []\n" },
      },
      {
        code: "import tides\n",
        files: { "pyproject.toml": "[project]\ndependencies = []\n", "lib/tides.py": "low = 1\n" },
      },
    ],
  },
  visit: {
    ImportFrom(node, file) {
      judge(moduleOf(node), node, moduleSpan(node, file.text) ?? node, file);
    },
    Import(node, file) {
      for (const one of node.names) judge(one.name, node, { from: one.start, to: one.start + one.name.length }, file);
    },
  },
});

function judge(module: string, statement: Node, at: Place, { links, isBroken, alert }: FileView): void {
  if (links.find(module) !== "undeclared" || mayFail(statement) || isBroken(statement)) return;
  const [first] = module.split(".");
  alert(at, { message: `\`pyproject.toml\` names no package that brings \`${first}\`: add it to the dependencies` });
}
