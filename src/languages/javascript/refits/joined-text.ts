import { defineRefit } from "../../refit.js";
import { demand, placed } from "../placing.js";
import { around, fitted, losesComment, spanOf } from "./code.js";

/** A stretch of a template as a text of its own. */
function asText(raw: string): string {
  const inner = raw.replaceAll(/\\(\r\n|[^])|"|\r\n?|\n/g, (whole, escaped: string | undefined) => {
    if (escaped === undefined) return whole === '"' ? '\\"' : "\\n";
    // A line end that is left out there, and what needs no mark here.
    if (/[\n\r\u2028\u2029]/.test(escaped)) return "";
    return /[`$'{]/.test(escaped) ? escaped : whole;
  });
  return `"${inner}"`;
}

export const joinedText = defineRefit({
  id: "joined-text",
  kind: "refactor.rewrite",
  examples: [
    { code: "const line = `Pier ${«»pier}: ${a + b}`;\n", after: 'const line = "Pier " + pier + ": " + (a + b);\n' },
    { code: "const line = «»`${pier}${berth} \"x\"\n`;\n", after: 'const line = "" + pier + berth + " \\"x\\"\\n";\n' },
    {
      code: "const line = `${pier}! ${a ? 1 : 2}«»`.length;\n",
      after: 'const line = (pier + "! " + (a ? 1 : 2)).length;\n',
    },
    { code: "const line = html`<b>${«»pier}</b>`;\n" },
    { code: "const line = `Pier«»`;\n" },
  ],
  offer(selection, { root, text }) {
    const template = around(root, selection, "TemplateLiteral");
    if (
      template === undefined ||
      template.expressions.length === 0 ||
      template.parent?.type === "TaggedTemplateExpression" ||
      /Type/.test(template.parent?.type ?? "")
    ) return undefined;
    if (losesComment(
      spanOf(template),
      [...template.quasis, ...template.expressions].map(spanOf).sort((a, b) => a.from - b.from),
      text,
    )) return undefined;
    const parts: string[] = [];
    template.quasis.forEach(({ raw }, index) => {
      if (raw !== "" || (index === 0 && template.quasis[1]!.raw === "")) parts.push(asText(raw));
      const expression = template.expressions[index];
      if (expression !== undefined) parts.push(fitted(expression, parts.length === 0 ? 11 : 12, text));
    });
    const sum = parts.join(" + ");
    return {
      title: "Take apart into texts joined by `+`",
      certainty: "proposed",
      edits: [{ ...spanOf(template), insert: placed(demand(template) > 11 ? `(${sum})` : sum, template) }],
    };
  },
});
