import { defineRefit } from "../../refit.js";
import { losesComment, spanOf } from "./code.js";
import { declarationAt } from "./declaration-at.js";

export const unpackedMember = defineRefit({
  id: "unpacked-member",
  kind: "refactor.rewrite",
  examples: [
    { code: "const tide = «»harbour.tide;\n", after: "const { tide } = harbour;\n" },
    { code: "let high = sea.tides(«»).high;\n", after: "let { high } = sea.tides();\n" },
    { code: "const peak = harbour«».tide;\n", after: "const { tide: peak } = harbour;\n" },
    { code: "const tide = «»harbour?.tide;\n" },
    { code: "const tide: number = «»harbour.tide;\n" },
    { code: "const tide = «»super.tide;\n" },
  ],
  offer(selection, { root, text }) {
    const found = declarationAt(selection, root);
    if (found === undefined || found.declaration.declarations.length !== 1) return undefined;
    const { id, init } = found.declaration.declarations[0]!;
    if (
      id.type !== "Identifier" ||
      init?.type !== "MemberExpression" ||
      init.computed ||
      init.optional ||
      init.property.type !== "Identifier" ||
      init.object.type === "Super"
    ) return undefined;
    if (
      init.parenthesized ||
      losesComment({ from: id.start, to: init.end }, [spanOf(id), spanOf(init.object), spanOf(init.property)], text)
    ) return undefined;
    const { name } = init.property;
    const inside = text.slice(init.start, init.property.start).replace(/\s*\.\s*$/, "");
    return {
      title: `Unpack \`${name}\``,
      certainty: "certain",
      edits: [{
        from: id.start,
        to: init.end,
        insert: `{ ${name}${id.name === name ? "" : `: ${id.name}`} } = ${inside}`,
      }],
    };
  },
});
