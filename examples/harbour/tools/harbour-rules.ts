/** Rules of the harbour's own. */
import { defineRule } from "alert-quill/javascript";
import { z, type RemedyOffer } from "alert-quill/rules";

/** Times of the day are compared as texts, which only works when the hour has two digits. */
export const clockFace = defineRule({
  id: "harbour.clock-face",
  title: "A time of the day without its leading zero",
  why:
    "Timetables compare times as texts. `7:30` comes after `10:00` that way, and the kiosk stays closed all morning.",
  level: "warning",
  kits: [],
  options: z.strictObject({
    allow: z.array(z.string()).default([]).describe("Times that may stay as they are."),
  }),
  examples: {
    alerts: [{ code: 'const first = «"7:30"»;\n', after: 'const first = "07:30";\n' }],
    quiet: [
      { code: 'const first = "07:30";\nconst score = "7:300";\n' },
      { code: 'const first = "7:30";\n', options: { allow: ["7:30"] } },
    ],
  },
  visit: {
    Literal(node, { alert, options }) {
      const { value } = node;
      if (typeof value !== "string" || !/^\d:\d\d$/.test(value) || options.allow.includes(value)) return;
      const padded = (): RemedyOffer[] => [{
        title: `Write \`0${value}\``,
        certainty: "proposed",
        edits: [{ from: node.start + 1, to: node.start + 1, insert: "0" }],
      }];
      alert(node, { message: `The time \`${value}\` needs two digits for the hour`, remedies: padded });
    },
  },
});

export default [clockFace];
