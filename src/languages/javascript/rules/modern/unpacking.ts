import { memberName } from "../../reading.js";
import { defineRule } from "../../rule.js";
import { offer } from "../offer.js";
import { has } from "./edition.js";

export const unpacking = defineRule({
  id: "modern.unpacking",
  title: "A member that is kept under its own name",
  why: "Since edition 2015 `const { pier } = ferry` takes a member out, and names it once.",
  level: "hint",
  kits: [],
  byTaste: true,
  examples: {
    alerts: [
      { code: "const «pier = ferry.pier»;\nmoor(pier);\n", after: "const { pier } = ferry;\nmoor(pier);\n" },
      {
        code: "let «name = list().name»;\nname += 1;\nmoor(name);\n",
        after: "let { name } = list();\nname += 1;\nmoor(name);\n",
      },
    ],
    quiet: [
      { code: "const { pier } = ferry;\nmoor(pier);\n" },
      { code: "const berth = ferry.pier;\nmoor(berth);\n" },
      { code: "const pier = ferry?.pier;\nmoor(pier);\n" },
      { code: "export class Quay extends Pier {\n  moor() {\n    const tie = super.tie;\n    return tie;\n  }\n}\n" },
    ],
  },
  visit: {
    VariableDeclarator(node, file) {
      const { text, isBroken, alert } = file;
      const { id, init } = node;
      if (id.type !== "Identifier" || init?.type !== "MemberExpression" || init.computed || init.optional) return;
      if (memberName(init) !== id.name || init.object.type === "Super" || init.parenthesized) return;
      if (!has(file, 2015) || isBroken(node) || /^using|^await/.test((node.parent as { kind?: string }).kind ?? "")) {
        return;
      }
      alert(node, {
        message: `\`${id.name}\` is named twice: unpacking names it once`,
        remedies: () => offer(
          "Unpack it",
          "certain",
          [
            { from: id.start, to: id.end, insert: `{ ${id.name} }` },
            { from: init.object.end, to: init.end, insert: "" },
          ],
          text,
        ),
      });
    },
  },
});
