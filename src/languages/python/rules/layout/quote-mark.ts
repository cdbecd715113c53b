import { z } from "zod";
import type { FileView } from "../../../../rules/rule.js";
import type { Node } from "../../../../syntax/node.js";
import { isInText } from "../../layout/pieces.js";
import { defineRule } from "../../rule.js";

const schema = z.strictObject({
  mark: z.enum(["double", "single"]).default("double").describe("The marks that texts stand in."),
});

export const quoteMark = defineRule({
  id: "layout.quote-mark",
  title: "Texts in other marks than agreed",
  why: "One kind of mark for all texts reads more calmly and makes searching easier. Other marks may stand where they save escapes.",
  level: "hint",
  kits: ["tidy"],
  options: schema,
  examples: {
    alerts: [
      { code: "pier = «'north'»\n", after: "pier = \"north\"\n" },
      { code: "pier = «r'\\d'» + «f'{tide}'»\n", after: "pier = r\"\\d\" + f\"{tide}\"\n" },
      {
        code: "pier = \"north\"\nquay = «'west'»\n",
        options: { mark: "double" },
        after: "pier = \"north\"\nquay = \"west\"\n",
      },
    ],
    quiet: [
      { code: "pier = \"north\"\nsaid = 'the \"Tern\"'\nshort = '''north'''\n" },
      { code: "print(f\"{tides['low']}\")\n" },
      { code: "pier = 'north'\n", options: { mark: "single" } },
    ],
  },
  visit: {
    Constant: (node, file) => check(node, file),
    JoinedStr: (node, file) => check(node, file),
  },
});

function check(node: Node, { text, alert, isBroken, options }: FileView<z.output<typeof schema>>): void {
  const { kind } = node as Node & { kind?: string };
  if (node.type === "Constant" && kind !== "text" && kind !== "bytes") return;
  const [wrong, right] = options.mark === "single" ? ["\"", "'"] : ["'", "\""];
  const code = text.slice(node.start, node.end);
  const prefix = /^[a-zA-Z]*/.exec(code)![0];
  const inner = code.slice(prefix.length + 1, -1);
  if (
    code[prefix.length] !== wrong ||
    code.endsWith(wrong!.repeat(2)) ||
    inner.includes(right!) ||
    inner.includes("\\") && !/r/i.test(prefix)
  ) return;
  if (inner.includes(wrong!) || node.parent?.type === "JoinedStr" || isInText(node.parent!) || isBroken(node)) return;
  alert(node, {
    message: `This text stands in ${wrong === "'" ? "single" : "double"} marks: ${wrong === "'" ? "double" : "single"} ones are wanted`,
    remedies: () => [{
      title: `Put it in ${wrong === "'" ? "double" : "single"} marks`,
      certainty: "certain",
      edits: [{ from: node.start, to: node.end, insert: text.slice(node.start, node.end).replaceAll(wrong!, right!) }],
    }],
  });
}
