import { isAbsent, methodCall } from "../../reading.js";
import { defineRule } from "../../rule.js";
import { offer } from "../offer.js";
import { has } from "./edition.js";

export const spreadCall = defineRule({
  id: "modern.spread-call",
  title: "A list handed on with apply",
  why:
    "Since edition 2015 `f(...list)` calls a function with the elements of a list, without a word on what `this` is.",
  level: "hint",
  kits: ["modern"],
  examples: {
    alerts: [
      { code: "«moor.apply(null, piers)»;\n", after: "moor(...piers);\n" },
      { code: "«ferry.moor.apply(ferry, piers)»;\n", after: "ferry.moor(...piers);\n" },
    ],
    quiet: [
      { code: "moor(...piers);\n" },
      { code: "moor.apply(ferry, piers);\n" },
      { code: "ferry.moor.apply(null, piers);\n" },
    ],
  },
  visit: {
    CallExpression(node, file) {
      const { text, facts, alert } = file;
      const found = methodCall(node, "apply");
      if (found?.call !== node || node.arguments.length !== 2 || !has(file, 2015)) return;
      const [self, list] = node.arguments;
      const { object } = found;
      if (self!.type === "SpreadElement" || list!.type === "SpreadElement") return;
      const isPlain = object.type === "Identifier" && isAbsent(self!);
      const isOwn = object.type === "MemberExpression" &&
        facts.isSteady(object.object) &&
        facts.isSame(object.object, self!, text);
      if (!isPlain && !isOwn) return;
      alert(node, {
        message: "`apply` hands on a list: `...` does, and says no more than that",
        // What is no list but looks like one can be applied, and not always be spread.
        remedies: () => offer(
          "Spread the list",
          "proposed",
          [
            { from: object.end, to: list!.start, insert: "(..." },
          ],
          text,
        ),
      });
    },
  },
});
