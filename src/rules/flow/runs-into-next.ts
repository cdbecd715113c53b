import type { ChoiceShape } from "../../model/shapes.js";
import type { Node } from "../../syntax/node.js";
import { defineRule } from "../rule.js";

export const runsIntoNext = defineRule({
  id: "flow.runs-into-next",
  title: "A case that runs into the next one",
  why: "Without a `break`, `return` or the like at its end, a case goes on with the statements of the next one. That is most often forgotten; where it is meant, a comment between the two says so.",
  level: "warning",
  kits: ["sound"],
  examples: {
    alerts: [
      {
        code: "export function kind(tide) {\n  switch (tide) {\n    case 1:\n      throwIfHigh(tide);\n    «case» 2:\n      return 2;\n  }\n  return 0;\n}\nfunction throwIfHigh(tide) {\n  if (tide > 3) throw tide;\n}\n",
        after: "export function kind(tide) {\n  switch (tide) {\n    case 1:\n      throwIfHigh(tide);\n      break;\n    case 2:\n      return 2;\n  }\n  return 0;\n}\nfunction throwIfHigh(tide) {\n  if (tide > 3) throw tide;\n}\n",
      },
      {
        code: "export function kind(tide) {\n  switch (tide) {\n    case 1:\n      low();\n    «case» 2:\n      high();\n  }\n}\nfunction low() {}\nfunction high() {}\n",
        after: "export function kind(tide) {\n  switch (tide) {\n    case 1:\n      low();\n      break;\n    case 2:\n      high();\n  }\n}\nfunction low() {}\nfunction high() {}\n",
      },
      {
        code: "export function kind(tide) {\n  switch (tide) {\n    case 1:\n      if (tide) tide = 2;\n    «default»:\n      return 2;\n  }\n}\n",
        after: "export function kind(tide) {\n  switch (tide) {\n    case 1:\n      if (tide) tide = 2;\n      break;\n    default:\n      return 2;\n  }\n}\n",
      },
      {
        code: "export function show(tide) {\n  «switch» (tide) {\n    case 1:\n      low();\n    case 2:\n      low(2);\n    case 3:\n      low(3);\n    default:\n      low(4);\n  }\n}\nfunction low() {}\n",
        after: "export function show(tide) {\n  switch (tide) {\n    case 1:\n      low();\n      break;\n    case 2:\n      low(2);\n      break;\n    case 3:\n      low(3);\n      break;\n    default:\n      low(4);\n  }\n}\nfunction low() {}\n",
      },
    ],
    quiet: [
      {
        code: "export function left(tides, count) {\n  let sum = 0;\n  switch (count % 4) {\n    case 3:\n      sum += tides[2];\n    case 2:\n      sum += tides[1];\n    case 1:\n      sum += tides[0];\n  }\n  return sum;\n}\n",
      },
      {
        code: "export function show(stage) {\n  // Cascades through what follows.\n  switch (stage) {\n    case \"tide\":\n      low();\n    case \"pier\":\n      high();\n    default:\n      low();\n  }\n}\nfunction low() {}\nfunction high() {}\n",
      },
      {
        code: "export function kind(tide) {\n  switch (tide) {\n    case 1:\n      if (low()) break;\n    default:\n      high();\n  }\n}\nfunction low() {}\nfunction high() {}\n",
      },
      {
        code: "export function kind(tide) {\n  switch (tide) {\n    case 1:\n      low(tide);\n    case 2:\n      this.failWith(tide);\n    default:\n      return 2;\n  }\n}\nfunction low(tide) {\n  throw new RangeError(tide);\n}\n",
      },
      {
        code: "export function kind(tide) {\n  let sum = 0;\n  switch (tide) {\n    case 1:\n      sum += 1;\n    // and what the next ones do\n    case 2:\n    case 3:\n      sum += 2;\n  }\n  return sum;\n}\n",
      },
      {
        code: "export function kind(tide) {\n  switch (tide) {\n    case 1:\n    case 2:\n      return \"low\";\n    default:\n      return \"high\";\n  }\n}\n",
      },
      {
        code: "export function kind(tide) {\n  switch (tide) {\n    case 1:\n      low();\n      // A low tide is announced like the others.\n    case 2:\n      high();\n  }\n}\nfunction low() {}\nfunction high() {}\n",
      },
      {
        code: "export function kind(tide) {\n  switch (tide) {\n    case 1: {\n      throw new Error(\"low\");\n    }\n    default:\n      process.exit(1);\n  }\n}\n",
      },
    ],
  },
  flow(flow, { alert, text, typed, isBroken, shape, facts, edits }) {
    const running = new Set<Node>(flow.runningOn.map(({ node }) => node));
    const found = new Map<Node, ChoiceShape | undefined>();
    for (const { node: { parent } } of flow.runningOn) {
      // In some languages a block stands between a choice and its cases.
      if (!found.has(parent!)) {
        found.set(parent!, shape("choice", parent!) ?? shape("choice", parent!.parent ?? parent!));
      }
    }
    for (const choice of found.values()) {
      if (choice === undefined || isBroken(choice.node)) continue;
      const { node: whole, cases: all, word } = choice;
      const cases = all.flatMap(
        ({ node }, index) => (running.has(node) && !facts.isMeantToRunOn(node, running, typed, text) ? [index] : []),
      );
      const runOn = new Set(cases);
      const behind = (index: number): Node => all[index]!.body.at(-1)!;
      const breaks = (ends: readonly number[]) => ends.map((index) => edits.breakBehind(all[index]!.node, text));
      // Where none ends, one thing was forgotten and not as many as there are cases.
      if (cases.length >= 3 && all.slice(0, -1).every(({ body }, index) => body.length === 0 || runOn.has(index))) {
        alert({ headOf: whole, length: word.length }, {
          message:
            "No case of this choice ends, each runs into the next: end them, or say in a comment that it is meant",
          related: cases.map((index) => ({ at: behind(index), message: "Control goes on behind this" })),
          remedies: () => [{ title: "End each case with `break`", certainty: "proposed", edits: breaks(cases) }],
        });
        continue;
      }
      for (const index of cases) {
        const next = all[index + 1]!;
        alert({ headOf: next.node, length: next.word.length }, {
          message: "The case before runs into this one: end it, or say in a comment that it is meant",
          related: [{ at: behind(index), message: "Control goes on behind this" }],
          remedies: () => [{ title: "End the case with `break`", certainty: "proposed", edits: breaks([index]) }],
        });
      }
    }
  },
});
