import type { Edit } from "../../../../text/edit.js";
import { notExported } from "../../../helpers/not-exported.js";
import { moduleOf } from "../../links/summary.js";
import { bindingOf } from "../../names/facts.js";
import type { Alias } from "../../nodes.js";
import { defineRule } from "../../rule.js";
import { mayFail } from "./modules.js";

export const noSuchExport = defineRule({
  id: "imports.no-such-export",
  title: "An import of a name that the module does not have",
  why: "An import of a name that the module does not have stops the program. Modules that make names while they run (`globals`, `__getattr__`) are left alone, and so is an import in a `try`.",
  level: "error",
  kits: ["sound"],
  examples: {
    alerts: [
      {
        code: "from .tides import low, «hihg»\n\nprint(low, hihg)\n",
        after: "from .tides import low, high\n\nprint(low, high)\n",
        files: { "__init__.py": "", "tides.py": "low = 1\nhigh = 2\n" },
      },
      {
        code: "from harbour import «tides»\n\nprint(tides)\n",
        files: { "harbour/__init__.py": "from .fares import *\n", "harbour/fares.py": "fare = 1\n" },
      },
    ],
    quiet: [
      {
        code: "from harbour import tides, fare, name, __name__\n",
        files: { "harbour/__init__.py": "if True:\n    fare = 1\n\n\ndef name():\n    pass\n", "harbour/tides.py": "" },
      },
      { code: "from .tides import low\n", files: { "__init__.py": "", "tides.py": "globals().update(low=1)\n" } },
      {
        code: "from .tides import low\n",
        files: { "__init__.py": "", "tides.py": "def __getattr__(name):\n    return 1\n" },
      },
      { code: "from .tides import low\n", files: { "__init__.py": "", "tides.py": "from numbers import *\n" } },
    ],
  },
  visit: {
    ImportFrom(node, { links, isBroken, alert }) {
      const module = moduleOf(node);
      for (const one of node.names) {
        const { name } = one;
        if (name === "*" || links.exports(module, name) !== "no" || mayFail(node) || isBroken(one)) continue;
        const span = { from: one.start, to: one.start + name.length };
        alert(
          one.isRenamed ? span : one,
          {
            message: notExported(module, name, links),
            remedies: () => links.near(module, name).map((near) => ({
              title: `Change to \`${near}\``,
              certainty: "proposed",
              edits: [{ ...span, insert: near }, ...(one.isRenamed ? [] : usesAs(one, near))],
            })),
          },
        );
      }
    },
  },
});

/** Edits that give the uses of an imported name another one. */
function usesAs({ local }: Alias, name: string): Edit[] {
  const uses = local === null ? [] : (bindingOf(local)?.references ?? []);
  return uses.map(({ node }) => ({ from: node.start, to: node.end, insert: name }));
}
