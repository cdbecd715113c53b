/**
 * How loud the kit `typed` is next to the compiler: mistakes are put into the files of a project in TypeScript, one a file, and what the compiler rejects should be told, on
 * the line on which the compiler tells it; what it accepts should not. `npm run bench types [FOLDER] [ROUNDS]`, the folder of a project whose sources lie in `src`.
 */
import { execFileSync } from "node:child_process";
import { cpSync, mkdtempSync, readdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { parse, walk, type JavaScriptNode } from "../src/languages/javascript/index.js";
import { randomFrom } from "../tests/support/edits.js";

interface Mutant {
  readonly kind: string;
  readonly from: number;
  readonly to: number;
  readonly insert: string;
}

const options = { typescript: true, module: "detect", jsx: false, ambient: false } as const;
const root = process.env["QUILL_ROOT"]!;
const project = path.resolve(process.argv[2] ?? root);
const rounds = Number(process.argv[3] ?? 3);
const random = randomFrom(1);
const pick = <One>(all: readonly One[]): One => all[Math.floor(random() * all.length)]!;

/** A word with two letters changed over. */
function misspelt(word: string): string {
  const at = 1 + Math.floor(random() * (word.length - 2));
  return word.slice(0, at) + word[at + 1]! + word[at]! + word.slice(at + 2);
}

function mutantsOf(text: string): Mutant[] {
  const found: Mutant[] = [];
  const add = (kind: string, { start: from, end: to }: { start: number; end: number }, insert: string): void => {
    if (text.slice(from, to) !== insert) found.push({ kind, from, to, insert });
  };
  walk(parse(text, options).root, (inner) => {
    const node = inner as JavaScriptNode;
    switch (node.type) {
      case "MemberExpression": {
        const { property, object, optional, computed } = node;
        if (!computed && property.type === "Identifier" && property.name.length > 2) {
          add("member", property, misspelt(property.name));
        }
        if (optional) add("dropped ask", { start: object.end, end: property.start }, computed ? "[" : ".");
        break;
      }
      case "CallExpression":
      case "NewExpression": {
        const [a, b] = node.arguments;
        if (a?.type === "Literal") add("argument", a, a.isString ? "3" : "\"a\"");
        if (b !== undefined) {
          add(
            "swapped",
            { start: a!.start, end: b.end },
            text.slice(b.start, b.end) + text.slice(a!.end, b.start) + text.slice(a!.start, a!.end),
          );
        }
        break;
      }
      case "ReturnStatement":
        if (node.argument !== null && node.argument.length < 60) add("result", node.argument, pick(["3", "\"a\""]));
        break;
      case "ObjectExpression": {
        const [before, last] = node.properties.slice(-2);
        if (last?.type === "Property") add("missing", { start: before!.end, end: last.end }, "");
        break;
      }
      case "Property": {
        const value = node.value as JavaScriptNode;
        if (value.type === "Literal" && !node.shorthand) add("element", value, value.isString ? "3" : "\"a\"");
        break;
      }
      case "BinaryExpression": {
        const right = node.right as JavaScriptNode;
        if (/^[!=]==$/.test(node.operator) && right.type === "Literal" && right.isString && right.length > 4) {
          add("compared", { start: right.start + 1, end: right.end - 1 }, misspelt(right.raw.slice(1, -1)));
        }
        if (node.operator === "-") add("operand", right, "\"a\"");
        break;
      }
      default:
    }
  });
  return found;
}

const work = mkdtempSync(path.join(tmpdir(), "quill-types-"));
cpSync(path.join(project, "src"), path.join(work, "src"), { recursive: true });
cpSync(path.join(project, "package.json"), path.join(work, "package.json"));
symlinkSync(path.join(project, "node_modules"), path.join(work, "node_modules"));
const settings = readFileSync(path.join(project, "tsconfig.json"), "utf8");
writeFileSync(
  path.join(work, "tsconfig.json"),
  settings.replace(/"include": \[[^\]]*\]/, "\"include\": [\"src\"]").replace(/"noUnused\w+": true,?/g, ""),
);
writeFileSync(path.join(work, "typed.json"), "{ \"kits\": [\"typed\"] }");

/** What a command writes, whatever it ends with. */
function output(file: string, ...args: string[]): string {
  const to = path.join(work, "output.txt");
  try {
    execFileSync("sh", ["-c", "node \"$@\" > output.txt", "sh", file, ...args], { cwd: work, stdio: "ignore" });
  } catch {
    // Both end with an error where they find something.
  }
  return readFileSync(to, "utf8");
}

const files = readdirSync(path.join(work, "src"), { recursive: true, encoding: "utf8" }).filter(
  (file) => file.endsWith(".ts") && !file.endsWith(".d.ts"),
);
const counts = new Map<string, { made: number; rejected: number; told: number; there: number; more: number }>();
for (let round = 0; round < rounds; round += 1) {
  const made = new Map<string, { readonly mutant: Mutant; readonly before: string; readonly line: number }>();
  for (const file of files) {
    const before = readFileSync(path.join(work, "src", file), "utf8");
    const all = mutantsOf(before);
    if (all.length === 0) continue;
    const kind = pick([...new Set(all.map((one) => one.kind))]);
    const mutant = pick(all.filter((one) => one.kind === kind));
    const text = before.slice(0, mutant.from) + mutant.insert + before.slice(mutant.to);
    if (parse(text, options).problems.length > 0) continue;
    made.set(file, { mutant, before, line: text.slice(0, mutant.from).split("\n").length });
    writeFileSync(path.join(work, "src", file), text);
  }
  const rejected = [
    ...output("node_modules/typescript/bin/tsc", "--noEmit", "--pretty", "false").matchAll(/^src\/(.*?)\((\d+),\d+\)/gm),
  ];
  const report = JSON.parse(
    output(
      path.join(root, "dist/cli/main.js"),
      "review",
      "src",
      "--settings",
      "typed.json",
      "--anew",
      "--format",
      "json",
    ),
  ) as { files: { path: string; alerts: { rule: string; range: { start: { line: number } } }[] }[] };
  for (const [file, { mutant, before, line }] of made) {
    writeFileSync(path.join(work, "src", file), before);
    const lines = rejected
      .filter(([, name, at]) => name === file && Math.abs(Number(at) - line) <= 3)
      .map(([, , at]) => Number(at));
    const told = (report.files.find((one) => one.path === `src/${file}`)?.alerts ?? []).filter(
      ({ rule }) => rule.startsWith("types."),
    );
    const count = counts.get(mutant.kind) ?? { made: 0, rejected: 0, told: 0, there: 0, more: 0 };
    counts.set(mutant.kind, count);
    count.made += 1;
    if (lines.length === 0) count.more += Number(told.length > 0);
    else {
      count.rejected += 1;
      count.told += Number(told.length > 0);
      count.there += Number(told.some(({ range }) => lines.includes(range.start.line + 1)));
    }
  }
}
rmSync(work, { recursive: true });

const share = (part: number, whole: number): string => `${whole === 0 ? "–" : Math.round((100 * part) / whole)} %`;
const all = { made: 0, rejected: 0, told: 0, there: 0, more: 0 };
console.log("kind          made  rejected  told   on its line  told but not rejected nearby");
for (const [kind, count] of [...counts, ["all", all] as const]) {
  if (count !== all) for (const key of Object.keys(all) as (keyof typeof all)[]) all[key] += count[key];
  const { made, rejected, told, there, more } = count;
  console.log(`${kind.padEnd(12)} ${String(made).padStart(5)} ${String(rejected).padStart(9)}  ${share(told, rejected).padEnd(6)} ${share(there, told).padEnd(12)} ${more}`);
}
