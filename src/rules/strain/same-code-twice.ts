import { z } from "zod";
import type { Node } from "../../syntax/node.js";
import { childrenOf, walk } from "../../syntax/walk.js";
import { defineRule, type FileView } from "../rule.js";
import { limit } from "./limits.js";

const options = z.strictObject({
  lines: limit(8, "From how many lines with code on statements that stand twice are told."),
});

/** So many of the other places are shown. */
const mostShown = 8;

const deciding = ["branch", "loop", "choice", "handler"] as const;

/** Whether statements can be put into a function with profit: they decide something, or call something and do not stand at the top of the file, where a table of values is made by calls as well. */
function doesSomething(first: Node, last: Node, { shape }: Pick<FileView, "shape">): boolean {
  const wanted = first.parent!.parent === null ? deciding : [...deciding, "call", "arithmetic"] as const;
  let found = false;
  for (const node of statementsFrom(first, last)) {
    walk(node, (inner) => {
      found ||= wanted.some((name) => shape(name, inner) !== undefined);
      return !found;
    });
  }
  return found;
}

/** Whether a stretch is one function and little more, as its name. */
function isOneFunction(first: Node, last: Node, { shape }: Pick<FileView, "shape">): boolean {
  let found: Node | undefined;
  if (first === last) {
    walk(first, (node) => {
      if (shape("function", node) !== undefined) found ??= node;
      return found === undefined;
    });
  }
  return found !== undefined && found.length * 2 > first.length;
}

/** The nodes from one to another of the same list. */
function statementsFrom(first: Node, last: Node): readonly Node[] {
  const all = childrenOf(first.parent!);
  return all.slice(all.indexOf(first), all.indexOf(last) + 1);
}

export const sameCodeTwice = defineRule({
  id: "strain.same-code-twice",
  title: "The same statements in two places",
  why: "What stands twice has to be changed twice, and is forgotten in one of the places. Layout, comments and the names of variables do not count, as long as one name stands for the same other one throughout; what is called, members and literals do.",
  level: "hint",
  kits: ["light"],
  options,
  examples: {
    alerts: [
      {
        code: "export function moor(pier) {\n  «const line = pier.line ?? pier.spare;»\n  if (line.length < pier.depth + 3) line.add(pier.depth + 3);\n  for (const knot of line.knots) knot.tie(pier, line);\n  return pier;\n}\n\nexport function wait(quay) {\n  const rope = quay.line ?? quay.spare;\n  if (rope.length < quay.depth + 3) rope.add(quay.depth + 3);\n  // Each by itself.\n  for (const one of rope.knots) one.tie(quay, rope);\n  return quay.name;\n}\n",
        options: { lines: 3 },
      },
      {
        code: "«const moor = (pier) => {»\n  const line = pier.line ?? pier.spare;\n  if (line.length < pier.depth + 3) line.add(pier.depth + 3);\n  for (const knot of line.knots) knot.tie(pier, line);\n};\nexport const wait = (quay) => {\n  tie(quay);\n};\nconst leave = (quay) => {\n  const line = quay.line ?? quay.spare;\n  if (line.length < quay.depth + 3) line.add(quay.depth + 3);\n  for (const knot of line.knots) knot.tie(quay, line);\n};\n",
        options: { lines: 3 },
      },
      {
        code: "def moor(pier):\n    «if pier.free > 3 or pier.depth < 2:»\n        pier.rope = pier.line + 3\n        tie(pier, pier.rope)\n    wait(pier.name, \"low\")\n    pier.full = pier.free < 1\n    return pier\n\n\ndef leave(quay):\n    tie(quay, 2)\n    if quay.free > 3 or quay.depth < 2:\n        quay.rope = quay.line + 3\n        tie(quay, quay.rope)\n    wait(quay.name, \"low\")\n    quay.full = quay.free < 1\n",
        languageId: "python",
        options: { lines: 3 },
      },
    ],
    quiet: [
      // A table: there is nothing to be given a function.
      {
        code: "LOW = HIGH = tide.kind(3, \"m\")\nROPE = tide.kind(4, \"m\")\nKNOT = tide.kind(5, \"m\")\nPIER = tide.kind(6, \"m\")\n\nA = B = tide.kind(3, \"m\")\nC = tide.kind(4, \"m\")\nD = tide.kind(5, \"m\")\nE = tide.kind(6, \"m\")\n",
        languageId: "python",
        options: { lines: 3 },
      },
      {
        code: "export function moor(pier) {\n  const line = pier.line ?? pier.spare;\n  if (line.length < pier.depth + 3) line.add(pier.depth + 3);\n  for (const knot of line.knots) knot.tie(pier, line);\n}\n\nexport function wait(quay) {\n  const rope = quay.line ?? quay.spare;\n  if (rope.length < quay.depth + 4) rope.add(quay.depth + 4);\n  for (const one of rope.knots) one.tie(quay, rope);\n}\n",
        options: { lines: 3 },
      },
      {
        code: "export function moor(pier) {\n  const line = pier.line ?? pier.spare;\n  if (line.length < pier.depth + 3) line.add(pier.depth + 3);\n  for (const knot of line.knots) knot.tie(pier, line);\n}\n\nexport function wait(quay) {\n  const rope = quay.line ?? quay.spare;\n  if (rope.length < quay.depth + 3) rope.add(quay.depth + 3);\n  for (const one of rope.knots) one.tie(rope, quay);\n}\n",
        options: { lines: 3 },
      },
    ],
  },
  sameCode({ places }, file) {
    const { text, facts, options: { lines }, isBroken, alert } = file;
    const [{ first, last }, ...others] = places as [(typeof places)[number], ...typeof places];
    const count = facts.codeLines(text, first.start, last.end);
    if (count < lines || !doesSomething(first, last, file)) return;
    if (places.some((place) => isBroken(place.first) || isBroken(place.last))) return;
    const firstLine = /^[^\n\r]*/.exec(text.slice(first.start, first.start + Math.min(first.length, 120)))![0].length;
    const times = others.length === 1 ? "once more" : `${others.length} times more`;
    alert({ headOf: first, length: firstLine }, {
      message: isOneFunction(first, last, file)
        ? `This function stands in this file ${times}, under ${others.length === 1 ? "another name" : "other names"}: keep one of them`
        : `These ${count} lines stand in this file ${times}: give them a function, and call it in each place`,
      related: others.slice(0, mostShown).map((other) => ({
        at: { headOf: other.first, length: 1 },
        message: "The same lines stand here",
      })),
    });
  },
});
