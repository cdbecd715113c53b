import { methodCall, numberOf } from "../../reading.js";
import { defineRule } from "../../rule.js";
import { offer } from "../offer.js";
import { hasMember } from "./edition.js";

export const flatMap = defineRule({
  id: "modern.flat-map",
  title: "A list that is mapped and then flattened",
  why: "Since edition 2019 `flatMap` does both in one go, without a list of lists in between.",
  level: "hint",
  kits: ["modern"],
  examples: {
    alerts: [{
      code: "export const seats = decks.«map»((deck) => deck.seats).flat();\n",
      after: "export const seats = decks.flatMap((deck) => deck.seats);\n",
    }],
    quiet: [
      { code: "export const seats = decks.flatMap((deck) => deck.seats);\n" },
      { code: "export const seats = decks.map((deck) => deck.seats).flat(2);\n" },
    ],
  },
  visit: {
    CallExpression(node, file) {
      const { text, alert } = file;
      const flat = methodCall(node, "flat");
      if (flat?.call !== node || !hasMember(file, 2019)) return;
      const [depth] = node.arguments;
      if (node.arguments.length > 1 || (depth !== undefined && numberOf(depth) !== 1)) return;
      const mapped = methodCall(flat.object, "map");
      if (
        mapped === undefined ||
        mapped.call !== (flat.object as unknown) ||
        mapped.call.callee.type !== "MemberExpression"
      ) return;
      const { property } = mapped.call.callee;
      const end = mapped.call.end - node.start;
      alert(property, {
        message: "The list is mapped and then flattened: `flatMap` does both",
        remedies: () => offer(
          "Call `flatMap`",
          "proposed",
          [
            { from: property.start, to: property.end, insert: "flatMap" },
            { from: node.start + end, to: node.end, insert: "" },
          ],
          text,
        ),
      });
    },
  },
});
