import { isBuiltIn, methodCall } from "../../reading.js";
import { defineRule } from "../../rule.js";
import { offer } from "../offer.js";
import { hasMember } from "./edition.js";

export const ownKey = defineRule({
  id: "modern.own-key",
  title: "A long way to ask for an object's own key",
  why: "Since edition 2022 `Object.hasOwn` asks in one call what `Object.prototype.hasOwnProperty.call` does.",
  level: "hint",
  kits: ["modern"],
  examples: {
    alerts: [
      {
        code: "if («Object.prototype.hasOwnProperty.call»(berths, pier)) moor();\n",
        after: "if (Object.hasOwn(berths, pier)) moor();\n",
      },
      {
        code: "if («({}).hasOwnProperty.call»(berths, pier)) moor();\n",
        after: "if (Object.hasOwn(berths, pier)) moor();\n",
      },
    ],
    quiet: [
      { code: "if (Object.hasOwn(berths, pier)) moor();\n" },
      { code: "if (Object.prototype.hasOwnProperty.call(berths, pier)) moor();\n", edition: 2021 },
    ],
  },
  visit: {
    CallExpression(node, file) {
      const { text, alert } = file;
      const called = methodCall(node, "call");
      const { object } = called ?? {};
      if (
        called?.call !== node || object?.type !== "MemberExpression" || object.computed || node.arguments.length !== 2
      ) return;
      const owner = object.object;
      const isObject = isBuiltIn(owner, "Object.prototype") ||
        isBuiltIn(owner, "Object") ||
        (owner.type === "ObjectExpression" && owner.properties.length === 0);
      if (!isObject || (object.property as { name?: string }).name !== "hasOwnProperty" || !hasMember(file, 2022)) {
        return;
      }
      const { callee } = node;
      alert(callee, {
        message: "This asks for a key of the object's own: `Object.hasOwn` does so in one call",
        remedies: () => offer(
          "Call `Object.hasOwn`",
          "certain",
          [{ from: callee.start, to: callee.end, insert: "Object.hasOwn" }],
          text,
        ),
      });
    },
  },
});
