import { ruleFor } from "../../adapted/rule.js";

export const identityOfText = ruleFor("java", {
  id: "values.identity-of-literal",
  title: "Texts compared by identity",
  why: "`==` asks whether two texts are the same object. Whether equal texts are one object depends on where they come from: a text that was read or put together is another one, though it says the same. `equals` compares what they say.",
  level: "error",
  kits: ["sound"],
  examples: {
    alerts: [
      {
        code: "class Quay {\n  boolean isOpen(String sign) {\n    return sign «==» \"open\";\n  }\n}\n",
        after: "class Quay {\n  boolean isOpen(String sign) {\n    return \"open\".equals(sign);\n  }\n}\n",
      },
      {
        code: "class Quay {\n  boolean isShut(String sign) {\n    return \"open\" «!=» sign;\n  }\n}\n",
        after: "class Quay {\n  boolean isShut(String sign) {\n    return !\"open\".equals(sign);\n  }\n}\n",
      },
    ],
    quiet: [{
      code:
        "class Quay {\n  boolean isOpen(String sign) {\n    return sign != null && \"open\".equals(sign);\n  }\n}\n",
    }],
  },
  visit: {
    binary_expression(node, { text, alert, isBroken }) {
      const [left, right] = [node.in("left"), node.in("right")];
      if ((node.word !== "==" && node.word !== "!=") || left === null || right === null || isBroken(node)) return;
      const literal = left.type === "string_literal" ? left : right.type === "string_literal" ? right : undefined;
      if (literal === undefined || left.type === right.type) return;
      const other = literal === left ? right : left;
      const from = left.end + text.slice(left.end, right.start).indexOf(node.word);
      alert({ from, to: from + 2 }, {
        message: `\`${node.word}\` asks whether both are the same object, which is chance for texts: \`equals\` compares what they say`,
        remedies: () => {
          const not = node.word === "!=" ? "!" : "";
          const given = text.slice(other.start, other.end);
          const insert = `${not}${text.slice(literal.start, literal.end)}.equals(${given})`;
          return [{
            title: "Compare with `equals`",
            certainty: "proposed",
            edits: [{ from: node.start, to: node.end, insert }],
          }];
        },
      });
    },
  },
});
