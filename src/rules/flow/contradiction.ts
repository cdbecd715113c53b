import type { ComparisonShape } from "../../model/shapes.js";
import type { Node } from "../../syntax/node.js";
import { conditionParts } from "../condition-parts.js";
import { defineRule, type FileView } from "../rule.js";

/** A comparison of something with a written value. */
interface Claim {
  readonly node: Node;
  readonly about: string;
  readonly is: ComparisonShape["is"];
  readonly value: string | number | bigint | boolean | null | undefined;
}

const flipped: Readonly<Partial<Record<ComparisonShape["is"], ComparisonShape["is"]>>> = {
  less: "more",
  more: "less",
  "at-most": "at-least",
  "at-least": "at-most",
};

function claimOf(node: Node, { text, facts, shape }: FileView): Claim | undefined {
  const comparison = shape("comparison", node);
  if (comparison === undefined) return undefined;
  const [left, right] = [shape("literal", comparison.left), shape("literal", comparison.right)];
  if ((left === undefined) === (right === undefined)) return undefined;
  const subject = right === undefined ? comparison.right : comparison.left;
  const literal = (right ?? left)!;
  if (!facts.isSteady(subject) || literal.kind === "pattern") return undefined;
  const is = right === undefined ? (flipped[comparison.is] ?? comparison.is) : comparison.is;
  return { node, about: text.slice(subject.start, subject.end).replaceAll(/\s+/g, " "), is, value: literal.value };
}

const isEqual = (is: Claim["is"]): boolean => is === "identical" || is === "equal";
const isUnequal = (is: Claim["is"]): boolean => is === "not-identical" || is === "not-equal";

/** Whether no number is as both claims say. */
function excludes(one: Claim, other: Claim): boolean {
  if (isEqual(one.is) && isEqual(other.is)) return one.is === other.is && one.value !== other.value;
  if (typeof one.value !== "number" || typeof other.value !== "number") return false;
  const [below, above] = /^(?:less|at-most)$/.test(one.is) ? [one, other] : [other, one];
  if (!/^(?:less|at-most)$/.test(below.is) || !/^(?:more|at-least)$/.test(above.is)) return false;
  const [most, least] = [below.value as number, above.value as number];
  return most < least || (most === least && (below.is === "less" || above.is === "more"));
}

/** Whether everything is as one of the claims says. */
function coversAll(one: Claim, other: Claim): boolean {
  if (isUnequal(one.is) && isUnequal(other.is)) return one.is === other.is && one.value !== other.value;
  return false;
}

export const contradiction = defineRule({
  id: "flow.contradiction",
  title: "Conditions that can never, or must always, be met together",
  why: "`a !== 1 || a !== 2` holds for everything, as nothing is both; `a === 1 && a === 2` holds for nothing. Mostly `&&` and `||` are mixed up, or two numbers.",
  level: "error",
  kits: ["sound"],
  examples: {
    alerts: [
      { code: "if (pier !== 1 || «pier !== 2») wait();\n", after: "if (pier !== 1 && pier !== 2) wait();\n" },
      {
        code: "if (sign === \"ebb\" && «sign === \"flow\"») wait();\n",
        after: "if (sign === \"ebb\" || sign === \"flow\") wait();\n",
      },
      { code: "if (tide < 1 && late && «tide > 5») wait();\n" },
      { code: "if (5 <= tide && «tide < 5») wait();\n", after: "if (5 <= tide || tide < 5) wait();\n" },
    ],
    quiet: [
      { code: "if (pier !== 1 && pier !== 2) wait();\n" },
      { code: "if (pier === 1 || pier === 2) wait();\n" },
      { code: "if (tide > 1 && tide < 5) wait();\n" },
      { code: "if (tide < 1 || tide > 5) wait();\n" },
      { code: "if (next() === 1 && next() === 2) wait();\n" },
      { code: "if (pier != null || pier !== undefined) wait();\n" },
    ],
  },
  shapes: {
    logical(top, file) {
      const { text, edits, shape, isBroken, alert } = file;
      if (top.is === "if-absent" || (top.node.parent !== null && shape("logical", top.node.parent)?.is === top.is)) {
        return;
      }
      if (isBroken(top.node)) return;
      const parts = conditionParts(top, file);
      const claims = parts.flatMap((part) => claimOf(part, file) ?? []);
      const clash = top.is === "and" ? excludes : coversAll;
      const earlier = new Map<string, Claim[]>();
      for (const claim of claims) {
        const alike = earlier.get(claim.about);
        const before = alike?.find((one) => clash(one, claim));
        if (before === undefined) {
          if (alike === undefined) earlier.set(claim.about, [claim]);
          else alike.push(claim);
          continue;
        }
        alert(claim.node, {
          message: top.is === "and"
            ? `\`${claim.about}\` cannot be both: this condition is never met`
            : `\`${claim.about}\` is always one or the other: this condition is always met`,
          related: [{ at: before.node, message: "This says the other" }],
          remedies() {
            // With more than two parts it cannot be told which words are meant.
            if (parts.length !== 2) return [];
            const [word, other] = top.is === "and" ? [edits.and, edits.or] : [edits.or, edits.and];
            const at = text.slice(top.left.end, top.right.start).indexOf(word);
            const from = top.left.end + at;
            return at < 0
              ? []
              : [{
                title: `Join them with \`${other}\``,
                certainty: "proposed",
                edits: [{ from, to: from + word.length, insert: other }],
              }];
          },
        });
        return;
      }
    },
  },
});
