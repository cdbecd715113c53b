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
    const { lines: index } = text;
    if (index === undefined || index.lineCount <= lines) return;
    // Behind the end of the last line stands one more, which is none.
    const count = index.startOf(index.lineCount - 1) === text.length ? index.lineCount - 1 : index.lineCount;
    if (count <= lines) return;
    const beyond = index.startOf(lines);
    const line = /^[^\n\r]*/.exec(text.slice(beyond, beyond + 200))![0];
    alert({ from: beyond, to: Math.max(beyond + 1, beyond + line.length) }, {
      message: `The file has ${count} lines, and ${lines} are the limit, which is here: take a part of it into a file of its own`,
    });
  },
});
