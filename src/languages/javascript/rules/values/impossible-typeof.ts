import { nearest } from "../../../../model/spelling.js";
import type { FileView } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import type { JavaScriptNode } from "../../nodes/index.js";
import { isAbsent, textOf } from "../../reading.js";
import { defineRule } from "../../rule.js";

/** What `typeof` gives. ECMAScript 2025 §13.5.3. */
const answers = ["undefined", "object", "boolean", "number", "string", "function", "symbol", "bigint"];
/** What people write for them. */
const meant: Readonly<Record<string, string>> = {
  array: "object",
  list: "object",
  null: "object",
  int: "number",
  integer: "number",
  float: "number",
  bool: "boolean",
  text: "string",
  class: "function",
  nan: "number",
};

const asks = (node: Node): boolean =>
  (node as JavaScriptNode).type === "UnaryExpression" && (node as { operator?: string }).operator === "typeof";

function check(value: Node, { alert, text }: FileView): void {
  const word = textOf(value);
  const isValue = word === undefined && isAbsent(value);
  if (!isValue && (word === undefined || answers.includes(word))) return;
  const written = word ?? text.slice(value.start, value.end);
  const near = isValue
    ? ["undefined"]
    : answers.includes(written.toLowerCase())
      ? [written.toLowerCase()]
      : [
        ...nearest(written.toLowerCase(), answers),
        ...[meant[written.toLowerCase()]].filter((one) => one !== undefined),
      ];
  alert(value, {
    message: isValue
      ? `\`typeof\` gives a text, which is never \`${written}\`: write \`"undefined"\``
      : `\`typeof\` never gives \`${written}\`${near[0] === undefined ? "" : `: did you mean \`${near[0]}\`?`}`,
    remedies: () => near.map((one) => ({
      title: `Change to \`"${one}"\``,
      certainty: "proposed",
      edits: [{
        from: value.start,
        to: value.end,
        insert: text.slice(value.start, value.start + 1) === "'" ? `'${one}'` : `"${one}"`,
      }],
    })),
  });
}

export const impossibleTypeof = defineRule({
  id: "values.impossible-typeof",
  title: "A kind that `typeof` never gives",
  why: "`typeof` gives one of eight words. A comparison with another one is never true.",
  level: "error",
  kits: ["sound"],
  examples: {
    alerts: [
      { code: "if (typeof tide === «\"nubmer\"») sail();\n", after: "if (typeof tide === \"number\") sail();\n" },
      { code: "if (typeof seats == «'array'») sail();\n", after: "if (typeof seats == 'object') sail();\n" },
      { code: "if (typeof tide === «undefined») wait();\n", after: "if (typeof tide === \"undefined\") wait();\n" },
      {
        code: "switch (typeof tide) {\n  case «\"strng\"»:\n    wait();\n}\n",
        after: "switch (typeof tide) {\n  case \"string\":\n    wait();\n}\n",
      },
    ],
    quiet: [
      { code: "if (typeof tide === \"number\" || \"function\" === typeof sail) sail();\n" },
      { code: "if (typeof tide === kind) sail();\n" },
      { code: "if (kind === \"nubmer\") sail();\n" },
    ],
  },
  visit: {
    BinaryExpression({ operator, left, right }, file) {
      if (!/^[!=]==?$/.test(operator)) return;
      if (asks(left)) check(right, file);
      else if (asks(right)) check(left, file);
    },
    SwitchStatement({ discriminant, cases }, file) {
      if (!asks(discriminant)) return;
      for (const { test } of cases) if (test !== null) check(test, file);
    },
  },
});
