import type { FileView, Place } from "../../../../rules/rule.js";
import type { Span } from "../../../../text/edit.js";
import { moduleSpan } from "../../links/named-modules.js";
import { moduleOf } from "../../links/summary.js";
import { defineRule } from "../../rule.js";
import { mayFail } from "./modules.js";

export const noSuchFile = defineRule({
  id: "imports.no-such-file",
  title: "An import of a module that is not there",
  why: "An import of a module that is not there stops the program. Modules that are imported by dots, and those in packages of the project, are judged; one that is built from something else, or lies in a folder without `__init__.py`, is left alone, and so is an import in a `try`.",
  level: "error",
  kits: ["sound"],
  examples: {
    alerts: [
      {
        code: "from «.fare» import fare\n\nfare()\n",
        after: "from .fares import fare\n\nfare()\n",
        files: { "__init__.py": "", "fares.py": "def fare():\n    return 1\n" },
      },
      {
        code: "import «harbour.tide»\n\nprint(harbour.tide.low)\n",
        files: { "harbour/__init__.py": "", "harbour/tides.py": "low = 1\n" },
      },
    ],
    quiet: [
      {
        code: "from . import fares\nfrom .fares import fare\n",
        files: { "__init__.py": "", "fares.py": "fare = 1\n" },
      },
      { code: "import tides\nimport json\n" },
      {
        code: "try:\n    from ._fast import fare\nexcept ImportError:\n    fare = None\n",
        files: { "__init__.py": "" },
      },
      { code: "from ._fast import fare\n", files: { "__init__.py": "", "_fast.pyx": "" } },
    ],
  },
  visit: {
    ImportFrom(node, file) {
      const span = moduleSpan(node, file.text);
      const module = moduleOf(node);
      if (span !== undefined && !mayFail(node) && !file.isBroken(node)) judge(module, span, span, file);
    },
    Import(node, file) {
      if (mayFail(node) || file.isBroken(node)) return;
      for (const one of node.names) {
        const span = { from: one.start, to: one.start + one.name.length };
        judge(one.name, file.text.slice(span.from, span.to) === one.name ? span : one, span, file);
      }
    },
  },
});

function judge(module: string, at: Place, span: Span, { links, alert }: FileView): void {
  if (links.find(module) !== "missing") return;
  alert(at, {
    message: `\`${module}\` leads to no file: name one that is there`,
    remedies: () => links.meant(module).map((meant) => ({
      title: `Change to \`${meant}\``,
      certainty: "proposed",
      edits: [{ ...span, insert: meant }],
    })),
  });
}
