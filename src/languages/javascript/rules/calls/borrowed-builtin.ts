import { isBuiltIn, methodCall } from "../../reading.js";
import { defineRule } from "../../rule.js";
import { offer } from "../offer.js";

export const borrowedBuiltin = defineRule({
  id: "calls.borrowed-builtin",
  title: "A method of all objects that is called on one",
  why: "An object may have a member of that name itself, or no parent to have the method from, as `Object.create(null)` or what was read from JSON. The method of `Object` works for all of them.",
  level: "hint",
  kits: [],
  examples: {
    alerts: [
      { code: "if (berths.«hasOwnProperty»(pier)) moor();\n", after: "if (Object.hasOwn(berths, pier)) moor();\n" },
      {
        code: "if (berths.«hasOwnProperty»(pier)) moor();\n",
        edition: 2020,
        after: "if (Object.prototype.hasOwnProperty.call(berths, pier)) moor();\n",
      },
      {
        code: "if (quay.«isPrototypeOf»(ferry)) moor();\n",
        after: "if (Object.prototype.isPrototypeOf.call(quay, ferry)) moor();\n",
      },
    ],
    quiet: [
      { code: "if (Object.hasOwn(berths, pier)) moor();\n" },
      { code: "if (Object.prototype.hasOwnProperty.call(berths, pier)) moor();\n" },
      { code: "export class Quay {\n  has(pier) { return super.hasOwnProperty(pier); }\n}\n" },
    ],
  },
  visit: {
    CallExpression(node, { text, edition, alert }) {
      const found = methodCall(node, "hasOwnProperty", "isPrototypeOf", "propertyIsEnumerable");
      if (found === undefined || found.call !== node || found.object.type as string === "Super") return;
      const { object, name } = found;
      if (isBuiltIn(object, "Object.prototype") || isBuiltIn(object, "Object")) return;
      const isOwn = name === "hasOwnProperty" && edition >= 2022;
      const wanted = isOwn ? "Object.hasOwn" : `Object.prototype.${name}.call`;
      const { callee } = node;
      if (callee.type !== "MemberExpression" || node.optional || callee.optional) return;
      alert(callee.property, {
        message: `The object may have a \`${name}\` of its own, or none at all: call \`${wanted}\``,
        remedies() {
          const [first] = node.arguments;
          if (first === undefined || node.arguments.length > 1 || first.type === "SpreadElement") return [];
          return offer(
            `Call \`${wanted}\``,
            "proposed",
            [
              { from: node.start, to: object.start, insert: `${wanted}(` },
              { from: object.end, to: first.start, insert: ", " },
            ],
            text,
          );
        },
      });
    },
  },
});
