/** The rules for what only C can do wrong, and its ways of going about rules of several languages. */
import type { Rule } from "../../../rules/rule.js";
import { bodyCutOff } from "../../adapted/body-cut-off.js";
import { unreadResult } from "./unread-result.js";

export const rules: readonly Rule[] = [
  bodyCutOff("c", { if_statement: "consequence", while_statement: "body", for_statement: "body" }, {
    alerts: [
      {
        code: "void moor(int tide)\n{\n  if (tide > 3)«;»\n  {\n    hold(tide);\n  }\n}\n",
        after: "void moor(int tide)\n{\n  if (tide > 3)\n  {\n    hold(tide);\n  }\n}\n",
      },
    ],
    quiet: [
      { code: "void skip(char *text)\n{\n  while (*text++ == ' ');\n  hold(text);\n}\n" },
      { code: "void skip(char *text)\n{\n  for (; *text; text++)\n    ;\n}\n" },
    ],
  }),
  unreadResult,
];
