import type { FileView, RemedyOffer } from "../../../rules/rule.js";
import { isElement } from "../nodes.js";
import { defineRule } from "../rule.js";
import { endName, endOfTag, matchingOf, type Unclosed } from "./matching.js";

export const unclosed = defineRule({
  id: "markup.unclosed",
  title: "An element that is not closed, or is closed behind what it stands in",
  why: "What follows an element without its end tag becomes a part of it, so that it gets its looks and its place. Elements that overlap are taken apart and put together again by the browser, in ways that nobody expects. Elements whose end tag may be left out, as `li` and `p`, are left alone.",
  level: "warning",
  kits: ["sound"],
  examples: {
    alerts: [
      {
        code: "<main>\n  «<div>»\n    <p>Low tide\n</main>\n",
        after: "<main>\n  <div>\n    <p>Low tide\n</div></main>\n",
      },
      { code: "<p><b>Low «<i>»tide</b></i></p>\n", after: "<p><b>Low <i>tide</i></b></p>\n" },
      { code: "<p>«<code>»tides.low</data></p>\n", after: "<p><code>tides.low</code></p>\n" },
      { code: "<p><b>Low tide«<b>»</p>\n", after: "<p><b>Low tide</b></p>\n" },
      { code: "«<a href=\"tides.html\">»Tides" },
    ],
    quiet: [
      { code: "<ul>\n  <li>North\n  <li>South\n</ul>\n<p>Low<br>tide\n" },
      { code: "<svg><path d=\"M0 0\"/></svg>\n" },
      { code: "{% if tide %}<div class=\"low\">{% else %}<div>{% endif %}</div>\n" },
    ],
  },
  visit: {
    Page(page, file) {
      for (const one of matchingOf(page, file).unclosed) tell(one, file);
    },
  },
});

function tell({ element, stray, kind }: Unclosed, file: FileView): void {
  const { name, tagLength } = element;
  const around = element.parent !== null && isElement(element.parent) ? element.parent.name : undefined;
  const messages: Readonly<Record<Unclosed["kind"], string>> = {
    alone: `\`<${name}>\` is not closed: \`</${name}>\` is missing`,
    behind: around === undefined
      ? `\`<${name}>\` ends behind what it stands in: close it before`
      : `\`<${name}>\` begins in \`<${around}>\` and ends behind it: close it before \`</${around}>\``,
    misnamed:
      `\`<${name}>\` is closed by \`</${stray === undefined ? "" : endName(stray, file)}>\`: write \`</${name}>\``,
    again: `\`<${name}>\` begins a second time in itself: write \`</${name}>\` to close it`,
  };
  const remedies = (): RemedyOffer[] => {
    const closer = `</${name}>`;
    const span = stray === undefined ? undefined : { from: stray, to: endOfTag(stray, file) };
    const end = { from: element.end, to: element.end, insert: closer };
    switch (kind) {
      case "again":
        return [
          offer(`Change to \`${closer}\``, [{ from: element.start, to: element.start + tagLength, insert: closer }]),
        ];
      case "misnamed":
        return [offer(`Change to \`${closer}\``, [{ ...span!, insert: closer }])];
      case "behind":
        return [offer(`Move \`${closer}\``, [end, { ...span!, insert: "" }])];
      case "alone":
        return [offer(`Close \`<${name}>\``, [end])];
    }
  };
  file.alert({ headOf: element, length: tagLength }, { message: messages[kind], remedies });
}

const offer = (title: string, edits: RemedyOffer["edits"]): RemedyOffer => ({ title, certainty: "proposed", edits });
