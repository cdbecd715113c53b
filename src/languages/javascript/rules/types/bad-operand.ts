import { areApart } from "../../../../model/types/fit.js";
import { alternatives, basic, type Type } from "../../../../model/types/type.js";
import type { FileView } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import { defineRule } from "../../rule.js";

const reckons = /^(?:[-*/%]|\*\*)=?$/;

/** Whether no value of a type can be reckoned with. */
function isNone(type: Type, file: FileView): boolean {
  const { system } = file.types;
  return alternatives(type).every((one) => {
    switch (one.is) {
      case "basic":
      case "literal":
        return !system.isAbsent(one) &&
          areApart(one, basic("number"), system) &&
          areApart(one, basic("bigint"), system);
      case "list":
      case "fixed":
      case "function":
        return true;
      default:
        return false;
    }
  });
}

function check(operand: Node, operator: string, file: FileView): void {
  const { types, text } = file;
  const type = types.of(operand);
  if (!isNone(type, file) || types.isSilenced(operand)) return;
  const isText = alternatives(type).every(
    (one) => (one.is === "literal" ? one.of : one.is === "basic" ? one.name : "") === "string",
  );
  file.alert(operand, {
    message: `\`${types.write(type)}\` stands here, where \`${operator}\` takes numbers`,
    remedies: () => (
      isText
        ? [{
          title: "Make a number of it",
          certainty: "proposed",
          edits: [{
            from: operand.start,
            to: operand.end,
            insert: `Number(${text.slice(operand.start, operand.end)})`,
          }],
        }]
        : []
    ),
  });
}

export const badOperand = defineRule({
  id: "types.bad-operand",
  title: "Reckoning with what is no number",
  why: "An operator that takes numbers is given something else. The language makes a number of it as well as it can, which often is none at all.",
  level: "error",
  kits: ["typed"],
  examples: {
    alerts: [
      {
        code: "function due(fare: string, seats: number[]): number {\n  return «fare» * 2 - «seats»;\n}\n",
        languageId: "typescript",
      },
      {
        code: "/** @param {string} fare */\nfunction due(fare) {\n  return «fare» / 2;\n}\n",
        after: "/** @param {string} fare */\nfunction due(fare) {\n  return Number(fare) / 2;\n}\n",
      },
    ],
    quiet: [
      {
        code: "function due(fare: number, seats: bigint, other: any, when: Date) {\n  return [fare * 2, seats * 2n, other - 1, \"3\" + fare];\n}\n",
        languageId: "typescript",
      },
      { code: "function due(fare) {\n  return fare / 2;\n}\n" },
    ],
  },
  visit: {
    BinaryExpression(node, file) {
      if (!reckons.test(node.operator) || file.isBroken(node)) return;
      check(node.left, node.operator, file);
      check(node.right, node.operator, file);
    },
    AssignmentExpression(node, file) {
      if (!reckons.test(node.operator) || file.isBroken(node)) return;
      check(node.left, node.operator, file);
      check(node.right, node.operator, file);
    },
  },
});
