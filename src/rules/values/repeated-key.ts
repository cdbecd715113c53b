import type { RecordMember } from "../../model/shapes.js";
import { defineRule } from "../rule.js";

export const repeatedKey = defineRule({
  id: "values.repeated-key",
  title: "A key that an object holds twice",
  why: "Only the value that is written last is kept: the one before is worked out and thrown away. One of the keys was most likely copied and never changed.",
  level: "error",
  kits: ["sound"],
  examples: {
    alerts: [
      { code: "export const fares = { child: 210, adult: 420, «child»: 0 };\n" },
      { code: "export const fares = {\n  1: 210,\n  «\"1\"»: 420,\n};\n" },
      { code: "export const ferry = { sail() {}, get «sail»() { return 1; } };\n" },
      { code: "tides = {\"low\": 1, \"high\": 3, «\"low\"»: 2}\n", languageId: "python" },
    ],
    quiet: [
      { code: "tides = {1: \"low\", \"1\": \"high\", **more}\n", languageId: "python" },
      { code: "export const fares = { child: 210, adult: 420 };\n" },
      { code: "export const ferry = { get seats() { return 1; }, set seats(n) { keep(n); } };\n" },
      { code: "export const ferry = { __proto__: base, \"__proto__\": 1 };\n" },
      { code: "export const ferry = { [pier]: 1, [pier]: 2 };\n" },
    ],
  },
  shapes: {
    record({ members }, { isBroken, alert }) {
      const seen = new Map<string, RecordMember>();
      for (const member of members) {
        const { name, key, serves } = member;
        if (name === undefined || key === undefined) continue;
        const before = seen.get(name);
        const isPair = before !== undefined && serves !== "all" && before.serves !== "all" && before.serves !== serves;
        seen.set(name, isPair ? { ...member, serves: "all" } : member);
        if (before === undefined || isPair || isBroken(member.node)) continue;
        alert(key, {
          message:
            `The key \`${name}\` is there already, and only this value is kept: name it otherwise, or take one out`,
          related: [{ at: before.key!, message: "Here it is first" }],
        });
      }
    },
  },
});
