import { z } from "zod";
import { defineRule } from "../rule.js";
import { limit } from "./limits.js";

const options = z.strictObject({ lines: limit(600, "How many lines a file may have.") });

export const longFile = defineRule({
  id: "strain.long-file",
  title: "A long file",
  why: "In a long file things that have nothing to do with each other stand together, and what is looked for is hard to find.",
  level: "hint",
  kits: ["light"],
  options,
  examples: {
    alerts: [{ code: "tie();\ncall();\n«sail();»\n", options: { lines: 2 } }],
    quiet: [{ code: "tie();\ncall();\nsail();\n" }],
  },
  file({ text, options: { lines }, alert }) {
    if (text.length <= lines) return;
    let at = 0;
    let count = 0;
    let beyond = -1;
    for (; at < text.length; at += 50_000) {
      const part = text.slice(at, at + 50_000);
      for (let index = part.indexOf("\n"); index >= 0; index = part.indexOf("\n", index + 1)) {
        count += 1;
        if (count === lines) beyond = at + index + 1;
      }
    }
    const last = text.slice(text.length - 1) === "\n" ? count : count + 1;
    if (last <= lines) return;
    const line = /^[^\n\r]*/.exec(text.slice(beyond, beyond + 200))![0];
    alert({ from: beyond, to: Math.max(beyond + 1, beyond + line.length) }, {
      message: `The file has ${last} lines, and ${lines} are the limit, which is here: take a part of it into a file of its own`,
    });
  },
});
