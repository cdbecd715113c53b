/** An incremental parse after one typed character, in files of three sizes: median and 99th percentile, and the ratio to a fresh parse. */
import { readFileSync } from "node:fs";
import path from "node:path";
import { Text } from "../src/index.js";
import { parse, parseOptionsFor, reparse, type ParsedText } from "../src/languages/javascript/index.js";
import { randomFrom } from "../tests/support/edits.js";
import { grown, quantile, root, timed } from "./support.js";

const typed = "\n  const total = lines.map((line) => line.price * 2).filter(Boolean);\n  if (total.length > 3) {\n    return total;\n  }\n";
const medians: number[] = [];

for (
  const [label, name, size] of [
    ["10 kB", "scanner.ts", 10_000],
    ["100 kB", "scanner.ts", 100_000],
    ["1.4 MB", "scanner.ts", 1_400_000],
  ] as const
) {
  const sample = readFileSync(path.join(root, "src/languages/javascript/parser", name), "utf8");
  const start = grown(size < 20_000 ? sample.slice(0, sample.indexOf("\nfunction scan(")) : sample, size);
  const options = parseOptionsFor({ uri: "bench.ts", languageId: "" });
  const random = randomFrom(5);
  let text = Text.of(start);
  let tree: ParsedText = parse(text.value, options);
  const times: number[] = [];
  let incremental = 0;
  const places = [...start.matchAll(/^ {2}const \w+ = .*;$/gm)].map((match) => match.index + match[0].length);
  for (let session = 0; session < 12; session += 1) {
    // A few lines typed at the end of a statement somewhere, character by character, through all their broken states.
    let at = Math.min(text.length, places[Math.floor(random() * places.length)]!);
    const before = text;
    for (const char of typed) {
      const edit = { from: at, to: at, insert: char };
      const { root: old } = tree;
      times.push(
        timed(() => {
          text = text.apply(edit);
          tree = reparse(tree, edit, text);
        }),
      );
      if (tree.root === old) incremental += 1;
      at += 1;
    }
    // Back to where it was, for the next place.
    const edit = { from: at - typed.length, to: at, insert: "" };
    tree = reparse(tree, edit, before);
    text = before;
  }
  const warm = times.slice(typed.length);
  warm.sort((a, b) => a - b);
  const fresh = Array.from({ length: 5 }, () => timed(() => parse(start, options))).sort((a, b) => a - b)[2]!;
  const median = quantile(warm, 0.5);
  medians.push(median);
  console.log(`${label} (${start.split("\n").length} lines): median ${median.toFixed(3)} ms, p99 ${quantile(warm, 0.99).toFixed(2)} ms, worst ${warm.at(-1)!.toFixed(1)} ms; ${((100 * incremental) / times.length).toFixed(1)} % incremental; fresh ${fresh.toFixed(1)} ms = ${(fresh / median).toFixed(0)} times the median`);
}
console.log(`median at 1.4 MB = ${(medians[2]! / medians[0]!).toFixed(2)} times that at 10 kB`);
