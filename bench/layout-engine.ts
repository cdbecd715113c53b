/**
 * The layout engine by itself, on real files: all statements and members are laid out to a width, and again. It must end, change nothing the second time, bring no problem of
 * form, and leave tokens and comments as they are. `npm run bench layout-engine [--width=N] [--join] [FOLDER…]`. Prints its speed next to the parse's, how it grows with
 * size and nesting, what one changed statement costs in a long file, and why lines are longer than the width.
 */
import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { applyAll, createWorkspace } from "../src/index.js";
import { javascript, parse, parseOptionsFor } from "../src/languages/javascript/index.js";
import { layoutUnit, type LayoutStyle } from "../src/languages/javascript/layout/index.js";
import type { Node } from "../src/syntax/node.js";
import type { Edit } from "../src/text/edit.js";
import { Text } from "../src/text/text.js";
import { tokensOf } from "./layout.js";
import { packageFiles, quantile, timed, type SourceFile } from "./support.js";

const styleFor = (width: number, brokenLists: LayoutStyle["brokenLists"]): LayoutStyle => ({
  width,
  brokenLists,
  step: "  ",
  cases: true,
  trailingComma: "over-lines",
  braces: "spaced",
  blank: { most: 1, atEdges: 0 },
});

const parsed = (file: SourceFile) => parse(file.text, parseOptionsFor({ uri: file.name, languageId: "" }));

/** The edits that lay a whole text out, from the outermost statements inward. */
function editsOf(root: Node, source: string, style: LayoutStyle): Edit[] {
  const text = Text.of(source);
  const edits: Edit[] = [];
  const waiting = [{ node: root, base: "" }];
  for (let next = waiting.pop(); next !== undefined; next = waiting.pop()) {
    const { gaps, units } = layoutUnit(next.node, text, next.base, style);
    for (const gap of gaps) edits.push(gap);
    waiting.push(...units);
  }
  return edits;
}

function laidOut(file: SourceFile, style: LayoutStyle): string {
  return applyAll(file.text, editsOf(parsed(file).root, file.text, style));
}

/** What is wrong with how a file is laid out; and the result. */
function check(file: SourceFile, style: LayoutStyle): { text: string; fault?: string } {
  const text = laidOut(file, style);
  const result = { ...file, text };
  if (parsed(result).problems.length > 0) {
    return { text, fault: `a problem of form: ${parsed(result).problems[0]!.message}` };
  }
  const again = laidOut(result, style);
  if (again !== text) {
    const at = [...again].findIndex((character, index) => character !== text[index]);
    return {
      text,
      fault: `the second run changes ${JSON.stringify(text.slice(at - 60, at + 60))} to ${JSON.stringify(again.slice(at - 60, at + 60))}`,
    };
  }
  const [before, after] = [tokensOf(file.text, file.name), tokensOf(text, file.name)];
  const at = before.findIndex((token, index) => token !== after[index]);
  if (at >= 0 || before.length !== after.length) {
    return {
      text,
      fault: `other tokens: ${JSON.stringify(before.slice(at - 3, at + 4))} became ${JSON.stringify(after.slice(at - 3, at + 4))}`,
    };
  }
  return { text };
}

/** Why a line is longer than the width. */
function reasonFor(line: string): string {
  const code = line.trim();
  if (/^(?:\/\/|\/?\*)/.test(code)) return "a comment";
  if (/\s\/[/*]/.test(line)) return "a comment beside code";
  if (code.includes("`")) return "a template";
  if (/["'](?:[^"'\\]|\\.){25,}["']|\/.{25,}\//.test(line)) return "a text or pattern";
  if (/^(?:import|export)\b/.test(code)) return "an import of one name";
  if (/^[\w.$"'[\]]+ ?[:=]|=>?$/.test(code)) return "a name or value of one piece";
  return "something else";
}

function filesIn(folders: readonly string[]): SourceFile[] {
  const files: SourceFile[] = [];
  for (const folder of folders) {
    for (const entry of readdirSync(folder, { recursive: true, withFileTypes: true })) {
      if (!entry.isFile() || !/(?<!\.min)\.(?:[cm]?jsx?|[cm]?tsx?)$/.test(entry.name)) continue;
      const name = path.join(entry.parentPath, entry.name);
      const text = readFileSync(name, "utf8");
      if (text.length <= 1_000_000 && !/[\u2028\u2029]/.test(text)) files.push({ name, text });
    }
  }
  return files;
}

/** Statements of which one has calls and functions in each other, `depth` deep. */
const nested = (depth: number, size: number): string => {
  let inner = "wait(tide, crew);";
  for (let level = 0; level < depth; level += 1) {
    inner = `sail(north, (tide) => { ${inner} }, { at: [1, 2, ${level}], by: crew && tide || pier });`;
  }
  return `${inner}\n`.repeat(Math.ceil(size / (inner.length + 1)));
};

const width = Number(process.argv.find((one) => one.startsWith("--width="))?.slice("--width=".length) ?? 80);
const style = styleFor(width, process.argv.includes("--join") ? "join" : "keep");
const folders = process.argv.slice(2).filter((one) => !one.startsWith("--"));
const candidates = folders.length > 0
  ? filesIn(folders)
  : packageFiles(/(?<!\.min)\.(?:[cm]?js|tsx?|mts|cts)$/, 12_000_000);
const files = candidates.filter((file) => parsed(file).problems.length === 0);
const size = files.reduce((sum, { text }) => sum + text.length, 0);

const parsing = timed(() => files.forEach(parsed));
const laying = timed(() => files.forEach((file) => laidOut(file, style)));
const rate = (time: number, length = size): string => `${(length / 1e6 / (time / 1000)).toFixed(1)} MB/s`;
console.log(`${files.length} files, ${(size / 1e6).toFixed(1)} MB to a width of ${width}: parse ${rate(parsing)}, parse and layout ${rate(laying)}, that is ${(laying / parsing).toFixed(1)} times the parse`);

let faults = 0;
let lines = 0;
const reasons = new Map<string, string[]>();
for (const file of files) {
  const { text, fault } = check(file, style);
  if (fault !== undefined && (faults += 1) <= 10) console.log(`${file.name}: ${fault}`);
  for (const line of text.split("\n")) {
    lines += 1;
    if (line.length > width) reasons.set(reasonFor(line), [...(reasons.get(reasonFor(line)) ?? []), line]);
  }
}
console.log(`${faults} files with faults; of ${lines} lines are too long for`);
for (const [reason, long] of [...reasons].sort((a, b) => b[1].length - a[1].length)) {
  console.log(`  ${String(long.length).padStart(6)}  ${reason}, as ${long[long.length >> 1]!.trim().slice(0, 90)}`);
}

const growth = (text: string): number => {
  const file = { name: "grown.ts", text };
  const { root } = parsed(file);
  return timed(() => editsOf(root, text, style)) / text.length;
};
growth(nested(3, 300_000));
const perCharacter = [50_000, 400_000, 3_200_000].map((length) => growth(nested(3, length)));
console.log(`layout a character, at 0.05, 0.4 and 3.2 MB: ${perCharacter.map((one) => (one / perCharacter[0]!).toFixed(2)).join(" : ")}`);
const perDepth = [2, 8, 32].map((depth) => growth(nested(depth, 400_000)));
console.log(`layout a character, at depths of 2, 8 and 32 functions: ${perDepth.map((one) => (one / perDepth[0]!).toFixed(2)).join(" : ")}`);

// One statement changes in a long file that is in order, with all rules of layout on.
for (const count of [600, 60_000]) {
  const workspace = createWorkspace({ languages: [javascript()], settings: { kits: ["sound", "tidy"] } });
  const uri = "file:///one.ts";
  const text = Array
    .from(
      { length: count / 6 },
      (_, index) => `function sail${index}(tide: number): number {\n  const crew = tide + ${index};\n  return crew;\n}\nsail${index}(${index});\n`,
    )
    .join("\n");
  workspace.open({ uri, languageId: "typescript", version: 0, text });
  workspace.alerts(uri);
  const times: number[] = [];
  for (let round = 0; round < 30; round += 1) {
    const at = text.indexOf("return ", Math.floor((text.length * round) / 30)) + "return ".length;
    workspace.edit(uri, round * 2 + 1, [{ from: at, to: at, insert: "  " }]);
    times.push(timed(() => workspace.layout(uri)));
    workspace.edit(uri, round * 2 + 2, [{ from: at, to: at + 2, insert: "" }]);
  }
  times.sort((a, b) => a - b);
  console.log(`one statement laid out in a file of ${count} lines: ${quantile(times, 0.5).toFixed(1)} ms in the middle, ${quantile(times, 0.95).toFixed(1)} ms at most in 95 %`);
}
