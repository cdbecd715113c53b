/** A semicolon in the place of what a condition or loop is to do, in languages that write these as C does. */
import type { Rule } from "../../rules/rule.js";
import type { AdaptedNode } from "./nodes.js";
import { ruleFor, type AdaptedRule } from "./rule.js";

const isSemicolon = (node: AdaptedNode | null): boolean =>
  node !== null && node.children.length === 0 && node.length === 1;

/** `parts` gives for each kind the field in which its body stands. */
export function bodyCutOff(
  language: string,
  parts: Readonly<Record<string, string>>,
  examples: Rule["examples"],
): Rule {
  const visit: AdaptedRule<undefined>["visit"] = Object.fromEntries(
    Object.entries(parts).map(([kind, role]) => [
      kind,
      (node: AdaptedNode, { text, alert, isBroken }) => {
        const body = node.in(role);
        // Some grammars have no statement there, and end the loop with it.
        const isBare = body === null && node.word.endsWith(") ;");
        if ((!isBare && !isSemicolon(body)) || isBroken(node)) return;
        const start = isBare ? node.end - 1 : body!.start;
        const between = text.slice(Math.max(0, start - 200), start);
        const behind = text.slice(start + 1, start + 400);
        // On a line of its own it says that there is nothing to do; and only what stands behind it can have been meant.
        const next = /^[ \t]*\r?\n([ \t]*)(\S)/.exec(behind);
        const own = /(?:^|\n)([ \t]*)[^\n]*$/.exec(between)?.[1] ?? "";
        const isMeant = next?.[2] === "{" ||
          (next !== null && next[1]!.length > own.length && next[2] !== "}") ||
          /^[ \t]*\{/.test(behind);
        if (/\n[ \t]*$/.test(between) || !isMeant) return;
        alert({ from: start, to: start + 1 }, {
          message: "This `;` is all that is done here: what stands behind it runs in any case, and once",
          remedies: () => [{
            title: "Remove `;`",
            certainty: "proposed",
            edits: [{ from: start, to: start + 1, insert: "" }],
          }],
        });
      },
    ]),
  );
  return ruleFor(language, {
    id: "flow.body-cut-off",
    title: "A semicolon that cuts off what a condition or loop is to do",
    why: "A `;` right behind a condition is a statement that does nothing, and ends the `if` or loop. The block behind it is a statement by itself: it runs once, whether the condition holds or not.",
    level: "warning",
    kits: ["sound"],
    examples,
    visit,
  });
}
