import { z } from "zod";
import { expression } from "../expression.js";
import { defineRule } from "../rule.js";

const options = z.strictObject({
  mayStay: expression("^_", "A regular expression; names it matches may stay unread."),
});

export const unreadImport = defineRule({
  id: "dead.unread-import",
  title: "An import that is never read",
  why: "What is imported and not read makes the module load something for nothing and suggests a connection that is not there. Usually it is left over from a change.",
  level: "warning",
  kits: ["sound"],
  options,
  expressions: ["mayStay"],
  examples: {
    alerts: [
      {
        code: "import { sail, «moor» } from \"./ferry.js\";\nsail();\n",
        after: "import { sail } from \"./ferry.js\";\nsail();\n",
      },
      { code: "import «tide» from \"./tide.js\";\nexport const pier = 1;\n", after: "export const pier = 1;\n" },
      {
        code: "import fare, { «format» } from \"./fare.js\";\nfare();\n",
        after: "import fare from \"./fare.js\";\nfare();\n",
      },
      {
        code: "import «fare», { format } from \"./fare.js\";\nformat();\n",
        after: "import { format } from \"./fare.js\";\nformat();\n",
      },
      { code: "import * as «piers» from \"./piers.js\";\nexport {};\n", after: "export {};\n" },
      {
        code: "import «os»\nimport sys\nprint(sys.path)\n",
        after: "import sys\nprint(sys.path)\n",
        languageId: "python",
      },
      {
        code: "from pathlib import Path, «PurePath»\nprint(Path())\n",
        after: "from pathlib import Path\nprint(Path())\n",
        languageId: "python",
      },
    ],
    quiet: [
      { code: "from tides import low\n__all__ = [\"low\"]\n", languageId: "python" },
      { code: "try:\n    import fast\nexcept ImportError:\n    fast = None\n", languageId: "python" },
      { code: "from tides import Tide\n\n\ndef tell(tide: \"Tide\"):\n    return tide\n", languageId: "python" },
      { code: "from tides import low as low\nprint(1)\n", languageId: "python" },
      { code: "\"\"\"All tides.\"\"\"\nfrom tides import low\nfrom winds import high\n", languageId: "python" },
      { code: "import { hihg } from \"./tides.js\";\n", files: { "tides.js": "export const high = 1;\n" } },
      { code: "import { h, render } from \"pier\";\nrender(<p>Tern</p>);\n" },
      {
        code:
          "/** @jsx berth.make @jsxFrag Both */\nimport berth, { Both } from \"pier\";\nexport const sign = <></>;\n",
      },
      { code: "import \"./board.css\";\n" },
      { code: "import { Berth as _Berth } from \"./berth.js\";\nexport {};\n" },
      { code: "import { sail } from \"./ferry.js\";\nexport { sail };\n" },
      {
        code: "import { Tide, Pier } from \"./piers.js\";\n/**\n * As {@link Pier.moor} has it.\n * @param {Map<string, Tide>} tides\n */\nexport function sail(tides) {}\n",
      },
      { code: "import React from \"react\";\nexport const sign = <b />;\n" },
      { code: "import { Pier } from \"./pier.js\";\nexport const map = <Pier.Sign />;\n" },
    ],
  },
  binding(binding, file) {
    if (binding.references.length > 0 || binding.exported) return;
    const { owner, node } = binding.declarations[0]!;
    const shape = owner.parent === null ? undefined : file.shape("import", owner.parent);
    if (shape === undefined) return;
    if (binding.scope.dynamic || file.ambient) return;
    if (file.isHalfWritten(binding.name) || file.isMissed(binding) || file.isValueless()) return;
    // A name that the other file does not have, but one that is near, is misspelt and not left over, and told as that.
    const taken = shape.taken[shape.names.indexOf(node)]!;
    if (file.links.exports(shape.from, taken) === "no" && file.links.nearest(shape.from, taken) !== "") return;
    if (file.isMentioned(binding.name) || new RegExp(file.options.mayStay, "u").test(binding.name)) return;
    file.alert(node, {
      message: `The import \`${binding.name}\` is never read: take it out, or use it`,
      labels: ["unnecessary"],
      remedies: () => {
        const change = file.edits.withoutImport(owner, file.text);
        return change === undefined ? [] : [{ title: `Remove the import of \`${binding.name}\``, ...change }];
      },
    });
  },
});
