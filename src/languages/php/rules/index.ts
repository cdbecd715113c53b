/** The rules for what only PHP can do wrong, and its ways of going about rules of several languages. */
import type { Rule } from "../../../rules/rule.js";
import { bodyCutOff } from "../../adapted/body-cut-off.js";
import { looseEquality } from "./loose-equality.js";
import { shortList } from "./short-list.js";
import { tagGap } from "./tag-gap.js";
import { unsaidVisibility } from "./unsaid-visibility.js";

export const rules: readonly Rule[] = [
  bodyCutOff(
    "php",
    { if_statement: "body", while_statement: "body", for_statement: "body", foreach_statement: "body" },
    {
      alerts: [
        {
          code: "<?php\nif ($tide > 3)«;»\n{\n  moor($tide);\n}\n",
          after: "<?php\nif ($tide > 3)\n{\n  moor($tide);\n}\n",
        },
        {
          code: "<?php\nforeach ($berths as $berth)«;»\n{\n  moor($berth);\n}\n",
          after: "<?php\nforeach ($berths as $berth)\n{\n  moor($berth);\n}\n",
        },
      ],
      quiet: [
        { code: "<?php\nfor ($i = 0; $berths->has($i); $i++);\n$berths->close();\n" },
        { code: "<?php\nwhile ($berths->next());\n$berths->close();\n" },
      ],
    },
  ),
  looseEquality,
  shortList,
  tagGap,
  unsaidVisibility,
];
