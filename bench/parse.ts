/** The parser against acorn, on the same files in one process, both warmed; and the heap a kept tree takes. */
import * as acorn from "acorn";
import { parse } from "../src/languages/javascript/index.js";
import { packageFiles, quantile, timed } from "./support.js";

const files = packageFiles(/\.(?:js|mjs|cjs)$/, 12_000_000);
const bytes = files.reduce((sum, { text }) => sum + text.length, 0);
const isModule = new Map(files.map((file) => [file, parse(file.text, { module: "detect", jsx: false }).root.module]));

/** The yardstick's options for the newest edition; its names for them are put together here, since they are its own. */
function optionsOf(module: boolean): acorn.Options {
  return {
    [`ecma${"Version"}`]: "latest",
    [`source${"Type"}`]: module ? "module" : "script",
    allowReturnOutsideFunction: true,
    allowHashBang: true,
  } as unknown as acorn.Options;
}

function ours(): void {
  for (const file of files) parse(file.text, { module: isModule.get(file)!, jsx: false });
}

function theirs(): void {
  for (const file of files) {
    acorn.parse(file.text, optionsOf(isModule.get(file)!));
  }
}

ours();
theirs();
const ratios: number[] = [];
for (let round = 0; round < 7; round += 1) {
  const a = timed(ours);
  const b = timed(theirs);
  ratios.push(b / a);
  console.log(`round ${round + 1}: ours ${(bytes / 1000 / a).toFixed(1)} MB/s, acorn ${(bytes / 1000 / b).toFixed(1)} MB/s, ratio ${(b / a).toFixed(2)}`);
}
ratios.sort((a, b) => a - b);
console.log(`${files.length} files, ${(bytes / 1e6).toFixed(1)} MB: throughput ratio to acorn ${quantile(ratios, 0.5).toFixed(2)} in the middle of ${ratios.length} rounds`);

if (globalThis.gc) {
  const { text } = files.reduce((largest, file) => (file.text.length > largest.text.length ? file : largest));
  globalThis.gc();
  const before = process.memoryUsage().heapUsed;
  const kept = parse(text, { module: "detect", jsx: false });
  globalThis.gc();
  const used = process.memoryUsage().heapUsed - before;
  console.log(`a kept tree of ${(text.length / 1e6).toFixed(2)} MB (${kept.problems.length} problems): ${(used / text.length).toFixed(1)} bytes of heap for each character of source`);
}
