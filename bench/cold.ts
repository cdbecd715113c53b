/** Files from nothing: the throughput of parsing alone, and of parsing with names, flow graphs and all rules of a kit. */
import { readFileSync } from "node:fs";
import path from "node:path";
import { createWorkspace, Meter, type Settings } from "../src/index.js";
import { javascript, parse, parseOptionsFor } from "../src/languages/javascript/index.js";
import { packageFiles, quantile, root, timed } from "./support.js";

const files = [
  ...packageFiles(/\.(?:js|mjs)$/, 4_000_000, 300_000),
  ...packageFiles(/\.ts$/, 4_000_000, 300_000),
].filter(({ name }) => !/\.d\.ts$|\.min\./.test(name));
const own = readFileSync(path.join(root, "src/languages/javascript/parser/scanner.ts"), "utf8");
files.push({ name: "scanner.ts", text: own });
const size = files.reduce((sum, { text }) => sum + text.length, 0);
const languageOf = (name: string): string => (name.endsWith(".ts") ? "typescript" : "javascript");

function parseAll(): void {
  for (const { name, text } of files) {
    parse(text, parseOptionsFor({ uri: name, languageId: languageOf(name) }));
  }
}

function analyseAll(settings: Settings, meter?: Meter): void {
  const workspace = createWorkspace({ languages: [javascript()], settings, ...(meter && { meter }) });
  for (const { name, text } of files) {
    const uri = `file://${name}`;
    workspace.open({ uri, languageId: languageOf(name), version: 0, text });
    workspace.alerts(uri);
    workspace.close(uri);
  }
}

for (
  const [label, settings] of [
    ["the kit sound", {}],
    ["every rule of sound and thorough", { kits: ["sound", "thorough"] }],
  ] as const
) {
  parseAll();
  analyseAll(settings as Settings);
  const ratios: number[] = [];
  const speeds: [number, number][] = [];
  for (let round = 0; round < 5; round += 1) {
    const alone = timed(parseAll);
    const all = timed(() => analyseAll(settings as Settings));
    ratios.push(all / alone);
    speeds.push([size / 1000 / alone, size / 1000 / all]);
  }
  ratios.sort((a, b) => a - b);
  const middle = (index: 0 | 1): string =>
    quantile(speeds.map((pair) => pair[index]).sort((a, b) => a - b), 0.5).toFixed(1);
  const ratio = quantile(ratios, 0.5);
  console.log(`${label}: parse ${middle(0)} MB/s, all ${middle(1)} MB/s; all takes ${ratio.toFixed(2)} times the parse, so what comes behind it ${(ratio - 1).toFixed(2)} times`);
}
const meter = new Meter(() => performance.now());
analyseAll({}, meter);
const rules = [...meter.rules.values()].reduce((sum, time) => sum + time, 0);
console.log(`${files.length} files, ${(size / 1e6).toFixed(1)} MB; stages in ms: ${[...meter.stages].map(([stage, time]) => `${stage} ${time.toFixed(0)}`).join(", ")}, rules ${rules.toFixed(0)}`);
console.log(
  [...meter.rules]
    .sort((a, b) => b[1] - a[1])
    .slice(0, 8)
    .map(([rule, time]) => `${rule} ${time.toFixed(0)}`)
    .join(", "),
);
