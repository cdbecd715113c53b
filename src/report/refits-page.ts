/** The refits as a page of Markdown, made from their examples. */
import { languages } from "../languages/index.js";
import type { RefitExample } from "../languages/refit.js";

const kinds = {
  "refactor.rewrite": "Rewriting",
  "refactor.extract": "Extracting",
  "refactor.inline": "Inlining",
} as const;

const fenced = (code: string): string[] => ["```js", code.trimEnd(), "```", ""];

function shown({ code, after, refused }: RefitExample): string[] {
  if (after !== undefined) return [...fenced(code), "becomes", "", ...fenced(after)];
  return refused === undefined ? [] : [...fenced(code), `is left alone: ${refused}.`, ""];
}

export function refitsPage(): string {
  const lines = [
    "# Refits",
    "",
    "Rewrites that an editor offers without an alert, as code actions, where the cursor stands (`«»`) or something is selected (`«…»`). None is offered where the form of the code is broken or a comment",
    "would get lost; before one is taken it is tried, and left alone if the text would have a new error.",
    "",
  ];
  for (const [kind, heading] of Object.entries(kinds)) {
    lines.push(`## ${heading}`, "");
    for (const refit of languages.flatMap(({ refits }) => refits).filter((one) => one.kind === kind)) {
      lines.push(
        `### \`${refit.id}\``,
        "",
        ...refit.examples.filter(({ after }) => after !== undefined).slice(0, 1).flatMap(shown),
        ...refit.examples.filter(({ refused }) => refused !== undefined).slice(0, 2).flatMap(shown),
      );
    }
  }
  return `${lines.join("\n").trimEnd()}\n`;
}
