import type { Place } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import type { SourceText } from "../../../../text/text.js";
import { comesBack } from "../../../helpers/comes-back.js";
import { moduleSpan, partOf } from "../../links/named-modules.js";
import { moduleOf } from "../../links/summary.js";
import type { Import, ImportFrom } from "../../nodes.js";
import { defineRule } from "../../rule.js";

export const cycle = defineRule({
  id: "imports.cycle",
  title: "Files that import one another in a circle",
  why: "Of files in a circle one runs before what it imports is there, and which one depends on where the program begins: it works until somebody imports them in another order. What both need belongs into a file of its own. A circle is told once, in the first of its files by name; what is imported in a function, or for types alone, makes none.",
  level: "information",
  kits: [],
  examples: {
    alerts: [
      {
        code: "from «.tides» import low\n\nfare = low\n",
        files: { "__init__.py": "", "tides.py": "from .example import fare\n\nlow = fare\n" },
      },
      {
        code: "from . import «tides»\n\nfare = tides.low\n",
        files: { "__init__.py": "", "tides.py": "from .zones import low\n", "zones.py": "from . import example\n" },
      },
    ],
    quiet: [
      { code: "from . import tides\n", files: { "__init__.py": "", "tides.py": "low = 1\n" } },
      {
        code: "from . import tides\n",
        files: { "__init__.py": "from .example import tides\n", "tides.py": "low = 1\n" },
      },
      {
        code: "from . import tides\n",
        files: { "__init__.py": "", "tides.py": "def low():\n    from . import example\n    return example\n" },
      },
      {
        code: "from typing import TYPE_CHECKING\n\nif TYPE_CHECKING:\n    from .tides import low\n",
        files: { "__init__.py": "", "tides.py": "from . import example\n" },
      },
    ],
  },
  visit: {
    Module({ body }, { links, text, isBroken, alert }) {
      for (const item of body) {
        if (isBroken(item)) continue;
        for (const [module, at] of modulesOf(item, text)) {
          const way = links.wayBack(module);
          if (way.length === 0) continue;
          alert(at, { message: comesBack(module, way) });
          return;
        }
      }
    },
  },
});

/** The modules that a statement may load, each with its place. */
function modulesOf(item: Node, text: SourceText): [module: string, at: Place][] {
  if (item.type === "Import") return (item as Import).names.map((one) => [one.name, one]);
  if (item.type !== "ImportFrom") return [];
  const module = moduleOf(item as ImportFrom);
  const own: [string, Place] = [module, moduleSpan(item as ImportFrom, text) ?? item];
  return [
    own,
    ...(item as ImportFrom).names.filter(({ name }) => name !== "*").map((one): [string, Place] => [
      partOf(module, one.name),
      one,
    ]),
  ];
}
