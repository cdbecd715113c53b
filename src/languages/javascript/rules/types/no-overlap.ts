import { nearest } from "../../../../model/spelling.js";
import { areApart } from "../../../../model/types/fit.js";
import { alternatives, type Type } from "../../../../model/types/type.js";
import type { FileView } from "../../../../rules/rule.js";
import type { JavaScriptNode } from "../../nodes/index.js";
import { defineRule } from "../../rule.js";

const equals = /^[=!]==?$/;

/** Whether only one value is of a type, so that the comparison is one of two values that are known. */
const isOne = (type: Type): boolean => type.is === "literal";

function compare(left: JavaScriptNode, right: JavaScriptNode, file: FileView, result: string): void {
  const { types } = file;
  const [one, other] = [types.widestOf(left), types.widestOf(right)];
  if ((isOne(one) && isOne(other)) || !areApart(one, other, types.system) || types.isSilenced(left)) return;
  const [value, all] = right.type === "Literal" ? [right, one] : [left, other];
  const texts = alternatives(all).flatMap(
    (type) => (type.is === "literal" && typeof type.value === "string" ? [type.value] : []),
  );
  const near = value.type === "Literal" && value.isString ? nearest(String(value.value), texts) : [];
  const meant = near.length === 0 ? "" : `. Do you mean \`${JSON.stringify(near[0])}\`?`;
  file.alert(
    value.type === "Literal" ? value : { first: left, last: right },
    {
      message:
        `\`${types.write(one)}\` stands on one side and \`${types.write(other)}\` on the other: ${result}${meant}`,
      remedies: () => near.map((name) => {
        const quote = file.text.slice(value.start, value.start + 1);
        const insert = `${quote}${name}${quote}`;
        return {
          title: `Change to \`${insert}\``,
          certainty: "proposed",
          edits: [{ from: value.start, to: value.end, insert }],
        };
      }),
    },
  );
}

export const noOverlap = defineRule({
  id: "types.no-overlap",
  title: "Comparison of types that have no value in common",
  why: "No value is of both types, so the comparison always comes out the same. Most often a text is compared with a number, or one of a few texts is misspelt.",
  level: "error",
  kits: ["typed"],
  examples: {
    alerts: [
      {
        code: "type State = \"open\" | \"closed\";\nfunction show(state: State, seats: number) {\n  return state === «\"colsed\"» || seats == «\"3\"»;\n}\n",
        languageId: "typescript",
      },
      {
        code: "type State = \"open\" | \"closed\";\nfunction show(state: State) {\n  switch (state) {\n    case \"open\":\n      return 1;\n    case «\"close\"»:\n      return 2;\n  }\n}\n",
        after: "type State = \"open\" | \"closed\";\nfunction show(state: State) {\n  switch (state) {\n    case \"open\":\n      return 1;\n    case \"closed\":\n      return 2;\n  }\n}\n",
        languageId: "typescript",
      },
      { code: "/** @param {number} seats */\nfunction isFull(seats) {\n  return seats === «\"full\"»;\n}\n" },
    ],
    quiet: [
      {
        code: "function show(seats: number | string, berth?: Berth) {\n  return seats === 3 || seats === \"3\" || berth === undefined || berth === null;\n}\n",
        languageId: "typescript",
      },
      { code: "function isFull(seats) {\n  return seats === \"full\" || 3 === \"3\";\n}\n" },
    ],
  },
  visit: {
    BinaryExpression(node, file) {
      if (!equals.test(node.operator) || file.isBroken(node)) return;
      const result = node.operator.startsWith("!") ? "they always differ" : "they are never the same";
      compare(node.left as JavaScriptNode, node.right as JavaScriptNode, file, result);
    },
    SwitchStatement(node, file) {
      if (file.isBroken(node)) return;
      for (const { test } of node.cases) {
        if (test !== null) {
          compare(node.discriminant as JavaScriptNode, test as JavaScriptNode, file, "control never comes here");
        }
      }
    },
  },
});
