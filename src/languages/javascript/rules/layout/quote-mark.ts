import { z } from "zod";
import { defineRule } from "../../rule.js";

const options = z.strictObject({
  mark: z.enum(["double", "single"])
    .default("double")
    .describe("Which marks stand around texts. The other ones stay where they save escapes."),
});

/** A text literal's source with other marks; `undefined` where it would need more escapes than it has, or has no end. */
function requoted(raw: string, mark: string): string | undefined {
  const other = raw[0]!;
  const inner = raw.slice(1, -1);
  if (!raw.endsWith(other) || /(?<!\\)(?:\\\\)*\\$/.test(inner)) return undefined;
  let escapes = 0;
  const changed = inner.replaceAll(/\\[^]|["']/g, (part) => {
    if (part === `\\${other}`) {
      escapes -= 1;
      return other;
    }
    if (part !== mark) return part;
    escapes += 1;
    return `\\${mark}`;
  });
  return escapes > 0 ? undefined : `${mark}${changed}${mark}`;
}

export const quoteMark = defineRule({
  id: "layout.quote-mark",
  title: "A text in other marks than agreed",
  why: "Texts that are written alike are found alike, by people and by searches.",
  level: "hint",
  kits: ["tidy"],
  once: "style",
  options,
  examples: {
    alerts: [
      {
        code: "const pier = «'north'»;\nconst ferry = «'the \\'Curlew\\''»;\n",
        after: "const pier = \"north\";\nconst ferry = \"the 'Curlew'\";\n",
      },
      { code: "const pier = «\"north\"»;\n", options: { mark: "single" }, after: "const pier = 'north';\n" },
      {
        code: "import a from «'a'»;\nconst b = { «'c-d'»: 1 };\n",
        after: "import a from \"a\";\nconst b = { \"c-d\": 1 };\n",
      },
    ],
    quiet: [{ code: "const a = 'the \"Curlew\"';\nconst b = `'c'`;\nconst d = <p title='e' />;\n" }],
  },
  visit: {
    Literal(node, { options: { mark }, alert, isBroken }) {
      const wanted = mark === "double" ? '"' : "'";
      if (!node.isString || node.raw[0] === wanted || node.raw.length < 2 || node.parent?.type === "JSXAttribute") {
        return;
      }
      const changed = requoted(node.raw, wanted);
      if (changed === undefined || isBroken(node)) return;
      alert(node, {
        message: `This text stands in ${mark === "double" ? "single" : "double"} quote marks: ${mark} ones are wanted`,
        remedies: () => [{
          title: `Write ${changed.length > 40 ? `it in ${mark} marks` : `\`${changed}\``}`,
          certainty: "certain",
          edits: [{ from: node.start, to: node.end, insert: changed }],
        }],
      });
    },
  },
});
