import { defineRule } from "../../rule.js";
import { offer } from "../offer.js";
import { has } from "./edition.js";

export const shortProperty = defineRule({
  id: "modern.short-property",
  title: "A property that repeats its name",
  why: "Since edition 2015 a property whose value is a name like its own is written once, and a method without `: function`.",
  level: "hint",
  kits: ["modern"],
  examples: {
    alerts: [
      { code: "sail({ «pier: pier» });\n", after: "sail({ pier });\n" },
      {
        code: "sail({ «moor: function» (pier) { return pier; } });\n",
        after: "sail({ moor(pier) { return pier; } });\n",
      },
    ],
    quiet: [
      { code: "sail({ pier });\n" },
      { code: "sail({ pier: berth, \"moor\": moor, [tie]: tie });\n" },
      { code: "sail({ moor: () => 1, tie: function tie() {} });\n" },
      { code: "const { pier: pier } = ferry;\nsail(pier);\n" },
    ],
  },
  visit: {
    ObjectExpression({ properties }, file) {
      if (!has(file, 2015)) return;
      const { text, isBroken, alert } = file;
      for (const property of properties) {
        if (property.type !== "Property" || property.kind !== "init" || property.shorthand || property.method) continue;
        const { key, value, computed } = property;
        // Written out, `__proto__` sets what an object inherits from.
        if (computed || key.type !== "Identifier" || key.name === "__proto__" || isBroken(property)) continue;
        if (value.type === "Identifier" && value.name === key.name && !value.parenthesized) {
          alert(property, {
            message: `\`${key.name}\` is written twice: once says the same`,
            remedies: () => offer("Write it once", "certain", [{ from: key.end, to: value.end, insert: "" }], text),
          });
        } else if (value.type === "FunctionExpression" && value.id === null && !value.parenthesized) {
          if (text.slice(value.start, value.start + 8) !== "function" || value.generator) continue;
          alert({ from: property.start, to: value.start + 8 }, {
            message: `\`${key.name}\` is a method: it needs no \`: function\``,
            // A method cannot be called with `new`.
            remedies() {
              const gap = /^\s*/.exec(text.slice(value.start + 8, value.start + 200))![0].length;
              return offer(
                "Make it a method",
                "proposed",
                [{ from: key.end, to: value.start + 8 + gap, insert: "" }],
                text,
              );
            },
          });
        }
      }
    },
  },
});
