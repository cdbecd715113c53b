import { defineRule } from "../../rule.js";

/** Whether a whole number, as written, is another one than the number that it stands for. */
function losesDigits(raw: string, value: number): boolean {
  const digits = raw.replaceAll("_", "");
  if (!/^(?:[1-9]\d{15,}|0[xob][\da-f]+)$/i.test(digits) || Math.abs(value) <= Number.MAX_SAFE_INTEGER) return false;
  return BigInt(digits) !== BigInt(value);
}

export const inexactNumber = defineRule({
  id: "values.inexact-number",
  title: "A number that is kept as another one",
  why: "Numbers hold about 16 digits. One with more is rounded to the nearest that can be kept, so that counting and comparing go wrong. A BigInt keeps all of them, and so does a text.",
  level: "warning",
  kits: ["sound"],
  examples: {
    alerts: [
      { code: "export const ticket = «9007199254740993»;\n", after: "export const ticket = 9007199254740993n;\n" },
      { code: "export const mask = «0x20000000000001»;\n", after: "export const mask = 0x20000000000001n;\n" },
    ],
    quiet: [
      { code: "export const ticket = 9007199254740992;\n" },
      { code: "export const ticket = 9007199254740993n;\n" },
      { code: "export const far = 1e21;\n" },
    ],
  },
  visit: {
    Literal(node, { edition, alert }) {
      const { raw, value } = node;
      if (typeof value !== "number" || !losesDigits(raw, value)) return;
      alert(node, {
        message: `This number is kept as ${BigInt(value)}: write it as a BigInt or a text to keep all digits`,
        remedies: () => (
          edition < 2020
            ? []
            : [{
              title: "Make it a BigInt",
              certainty: "proposed",
              edits: [{ from: node.end, to: node.end, insert: "n" }],
            }]
        ),
      });
    },
  },
});
