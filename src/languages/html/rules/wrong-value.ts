import { isNear } from "../../../model/spelling.js";
import { values } from "../elements.js";
import { defineRule } from "../rule.js";

export const wrongValue = defineRule({
  id: "markup.wrong-value",
  title: "A value that the attribute cannot have",
  why: "A value that is not among those there are counts as if none were given: an `<input type=\"emial\">` takes any text, and a `<button type=\"buton\">` sends the form.",
  level: "warning",
  kits: ["sound"],
  examples: {
    alerts: [
      { code: "<input type=\"«emial»\">\n", after: "<input type=\"email\">\n" },
      { code: "<form method=«put»></form>\n" },
    ],
    quiet: [
      { code: "<input type=\"TEL\">\n<button type=\"\">Pay</button>\n<form method=\"post\"></form>\n" },
      { code: "<input type=\"{{ kind }}\">\n<ol type=\"a\"></ol>\n<p hidden>Low</p>\n" },
    ],
  },
  visit: {
    Element({ name, attributes, isForeign }, { alert }) {
      if (isForeign || name.includes("-")) return;
      for (const attribute of attributes) {
        const { value, isFilledIn, valueAt, valueLength } = attribute;
        const known = values[`${name} ${attribute.name}`] ?? values[`* ${attribute.name}`];
        const given = value?.trim().toLowerCase() ?? "";
        if (known === undefined || isFilledIn || given === "" || known.includes(given)) continue;
        // Something that a script puts in.
        if (/[^\w/-]/.test(given)) continue;
        const near = known.filter((one) => isNear(given, one));
        const advice = near.length > 0
          ? `did you mean \`${near[0]}\`?`
          : `it can be ${known.slice(0, -1).map((one) => `\`${one}\``).join(", ")} or \`${known.at(-1)}\``;
        const span = (): { from: number; to: number } => ({
          from: attribute.start + valueAt,
          to: attribute.start + valueAt + valueLength,
        });
        alert(span(), {
          message: `\`${attribute.name}\` cannot be \`${value}\`: ${advice}`,
          remedies: () => near.slice(0, 3).map((one) => ({
            title: `Change to \`${one}\``,
            certainty: "proposed",
            edits: [{ ...span(), insert: one }],
          })),
        });
      }
    },
  },
});
