/** Random edits of real files: after each, the tree of the incremental parse must be that of a fresh one. Stops at the first difference and shows it. */
import { readFileSync } from "node:fs";
import { applyAll } from "../src/index.js";
import { parse, parseOptionsFor, reparse, type ParsedText } from "../src/languages/javascript/index.js";
import { randomEdit, randomFrom } from "../tests/support/edits.js";
import { difference } from "../tests/support/tree.js";

/** What a run found. */
export interface FuzzOutcome {
  readonly edits: number;
  /** How many were answered without a fresh parse. */
  readonly incremental: number;
  /** The first difference, with the text before, the edit and what differs. */
  readonly fault?: { readonly before: string; readonly edit: unknown; readonly what: string };
}

/** Makes `count` edits of a text, undoing some of them, and compares after each. */
export function fuzz(file: string, text: string, count: number, seed: number): FuzzOutcome {
  const random = randomFrom(seed);
  const options = parseOptionsFor({ uri: file, languageId: "" });
  let source = text;
  let tree: ParsedText = parse(source, options);
  let incremental = 0;
  const history: string[] = [];
  for (let i = 0; i < count; i += 1) {
    // Every few edits one goes back, so that the text does not decay.
    const undo = history.length > 0 && (random() < 0.35 || tree.problems.length > 6);
    const target = undo ? history.pop()! : undefined;
    const edit = target === undefined ? randomEdit(source, random) : undoing(source, target);
    if (target === undefined) history.push(source);
    const after = applyAll(source, [edit]);
    const { root } = tree;
    const before = source;
    tree = reparse(tree, edit, after);
    if (tree.root === root && tree.isReadWhole !== true) incremental += 1;
    source = after;
    const fresh = parse(source, options);
    const what = difference(tree.root, fresh.root) ?? problemsDiffer(tree, fresh) ?? notesDiffer(tree, fresh);
    if (what !== undefined) return { edits: i + 1, incremental, fault: { before, edit, what } };
  }
  return { edits: count, incremental };
}

function undoing(from: string, to: string): { from: number; to: number; insert: string } {
  let head = 0;
  while (head < from.length && head < to.length && from[head] === to[head]) head += 1;
  let tail = 0;
  while (
    tail < from.length - head && tail < to.length - head && from[from.length - 1 - tail] === to[to.length - 1 - tail]
  ) tail += 1;
  return { from: head, to: from.length - tail, insert: to.slice(head, to.length - tail) };
}

function problemsDiffer(a: ParsedText, b: ParsedText): string | undefined {
  const [mine, theirs] = [JSON.stringify(a.problems), JSON.stringify(b.problems)];
  return mine === theirs ? undefined : `problems ${mine} instead of ${theirs}`;
}

/** What later edits go by: it must be as in a fresh parse, or say that more has to be read again. */
function notesDiffer(a: ParsedText, b: ParsedText): string | undefined {
  for (const which of ["unclosed", "overclosed", "fragile", "loose", "softlyLoose"] as const) {
    const [mine, theirs] = [a, b].map((tree) => new Set([...tree[which]].map(({ start }) => start)));
    const mayBeMore = which === "loose" || which === "softlyLoose";
    if ([...theirs!].some((at) => !mine!.has(at)) || (!mayBeMore && mine!.size !== theirs!.size)) {
      return `${which} items at ${[...mine!].join(" ")} instead of ${[...theirs!].join(" ")}`;
    }
  }
  const placesIn = ({ guesses }: ParsedText): string[] =>
    [...new Set(guesses.map(({ kind, at }) => `${kind} ${at}`))].sort();
  const [mine, theirs] = [placesIn(a), placesIn(b)];
  // With one more place from which it was looked ahead, more is read again.
  const surplus = mine.filter((place) => !theirs.includes(place) && !place.startsWith("ahead"));
  const lacking = theirs.filter((place) => !mine.includes(place));
  return surplus.length + lacking.length === 0
    ? undefined
    : `guesses ${mine.join(", ")} instead of ${theirs.join(", ")}`;
}

if (process.argv[1] === import.meta.filename || process.argv[1]?.endsWith("fuzz-incremental.js")) {
  const [, , count = "20000", seed = "1", ...files] = process.argv;
  let left = Number(count);
  let done = 0;
  let incremental = 0;
  for (let round = 0; left > 0; round += 1) {
    for (const file of files) {
      const outcome = fuzz(file, readFileSync(file, "utf8"), Math.min(left, 60), Number(seed) + round * 1000 + done);
      done += outcome.edits;
      incremental += outcome.incremental;
      left -= outcome.edits;
      if (outcome.fault) {
        console.log(file, JSON.stringify(outcome.fault, null, 1));
        process.exit(1);
      }
      if (left <= 0) break;
    }
  }
  console.log(`${done} edits of ${files.length} files: the same tree and problems as a fresh parse each time; ${((100 * incremental) / done).toFixed(1)} % without one`);
}
