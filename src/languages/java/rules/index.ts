/** The rules for what only Java can do wrong, and its ways of going about rules of several languages. */
import type { Rule } from "../../../rules/rule.js";
import { bodyCutOff } from "../../adapted/body-cut-off.js";
import { bracketsBehindName } from "./brackets-behind-name.js";
import { consoleOutput } from "./console-output.js";
import { identityOfText } from "./identity-of-text.js";
import { needlessInstance } from "./needless-instance.js";

export const rules: readonly Rule[] = [
  bodyCutOff(
    "java",
    { if_statement: "consequence", while_statement: "body", for_statement: "body", enhanced_for_statement: "body" },
    {
      alerts: [
        {
          code:
            "class Quay {\n  void moor(int tide) {\n    if (tide > 3)«;»\n    {\n      wait(tide);\n    }\n  }\n}\n",
          after: "class Quay {\n  void moor(int tide) {\n    if (tide > 3)\n    {\n      wait(tide);\n    }\n  }\n}\n",
        },
      ],
      quiet: [{
        code: "class Quay {\n  void moor(Berth berth) {\n    while (berth.next());\n    berth.close();\n  }\n}\n",
      }],
    },
  ),
  bracketsBehindName,
  consoleOutput,
  identityOfText,
  needlessInstance,
];
