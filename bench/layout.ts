/**
 * Layout of real files: mending with the layout rules alone must end, change nothing the second time, bring no new problem of form, and leave the tokens as they
 * are but for optional commas, semicolons, quote marks and parentheses. With `--mend` all remedies of the kits `sound` and `tidy` are applied instead, and the tokens
 * are not compared. `npm run bench layout [--mend] [--width=N] [FILE…]`, where lines are broken to a width of N. Prints the speed as a ratio to the parse, and what a save costs in files of two sizes.
 */
import { readFileSync } from "node:fs";
import path from "node:path";
import { createWorkspace, rules, type Settings } from "../src/index.js";
import { javascript, parse, parseOptionsFor } from "../src/languages/javascript/index.js";
import { piecesOf } from "../src/languages/javascript/layout/pieces.js";
import type { Node } from "../src/syntax/node.js";
import { Text } from "../src/text/text.js";
import { packageFiles, program, root, timed, type SourceFile } from "./support.js";

/** All layout rules alone, with lines broken to a width. */
export const layoutTo = (width: number): Settings => ({
  kits: [],
  levels: Object.fromEntries(
    rules
      .filter(({ id, languages = ["javascript"] }) => id.startsWith("layout.") && languages.includes("javascript"))
      .map(({ id }) => [id, "hint" as const]),
  ),
  tune: { "layout.block-brace": { around: "any" }, "layout.line-width": { most: width } },
});

/** What is read of the text in an element: blank space with a line end at the edges of lines is not, and between words it is a space. */
function shownText(raw: string): string {
  const lines = raw.split(/\r\n|[\n\r]/);
  return lines
    .map((
      line,
      index,
    ) => line.replace(index === 0 ? /$^/ : /^[ \t]+/, "").replace(index === lines.length - 1 ? /$^/ : /[ \t]+$/, ""))
    .filter((line) => line !== "")
    .join(" ");
}

/** The tokens and comments of a text, without what layout may add or take away. */
export function tokensOf(source: string, file: string): string[] {
  const { root } = parse(source, parseOptionsFor({ uri: file, languageId: "" }));
  const text = Text.of(source);
  const tokens: string[] = [];
  const visit = (node: Node): void => {
    const pieces = piecesOf(node, text);
    if (
      pieces.length === 0 ||
      (pieces.length === 1 && pieces[0]!.child === undefined && pieces[0]!.from === node.start) ||
      /^(?:Literal|TemplateElement|JSXText)$/.test(node.type)
    ) {
      const raw = source.slice(node.start, node.end);
      tokens.push(
        node.type === "Literal" && /^["']/.test(raw)
          ? JSON.stringify((node as unknown as { value: string }).value)
          : node.type === "JSXText" ? shownText(raw) : raw,
      );
      return;
    }
    for (const { child, text: token } of pieces) {
      if (child !== undefined) visit(child);
      else if (!/^[;,()]$/.test(token) && !(/^(?:Union|Intersection)Type$/.test(node.type) && /^[|&]$/.test(token))) {
        tokens.push(token.replaceAll(/[\r\n]+[ \t]*/g, "\n"));
      }
    }
  };
  visit(root);
  return tokens.filter((token) => token !== "");
}

export interface LayoutOutcome {
  readonly edits: number;
  readonly fault?: string;
}

/** Lays out one file, and says what is wrong with the result. */
export function layOut(file: string, source: string, settings: Settings = layoutTo(120)): LayoutOutcome {
  const isLayout = settings.kits?.length === 0;
  const uri = `file:///${file}`;
  const workspace = createWorkspace({ languages: [javascript()], settings });
  const mended = (text: string): { text: string; edits: number; dropped: number } => {
    workspace.open({
      uri,
      languageId: /\.[mc]?tsx?$/.test(file) ? (file.endsWith("x") ? "typescriptreact" : "typescript") : "javascript",
      version: 1,
      text,
    });
    const result = workspace.mendResult(uri);
    workspace.close(uri);
    return { text: result.text, edits: result.edits.length, dropped: result.dropped.length };
  };
  const problems = (text: string): number =>
    parse(text, parseOptionsFor({ uri: file, languageId: "" })).problems.length;
  const first = mended(source);
  if (first.dropped > 0 && isLayout) return { edits: first.edits, fault: `${first.dropped} remedies were dropped` };
  if (problems(first.text) > problems(source)) return { edits: first.edits, fault: "new problems of form" };
  const second = mended(first.text);
  if (second.edits > 0) {
    return {
      edits: first.edits,
      fault: `the second run changes ${second.edits} places: ${JSON.stringify(difference(first.text, second.text))}`,
    };
  }
  if (!isLayout) return { edits: first.edits };
  const [before, after] = [tokensOf(source, file), tokensOf(first.text, file)];
  const at = before.findIndex((token, index) => token !== after[index]);
  if (at >= 0 || before.length !== after.length) {
    return {
      edits: first.edits,
      fault: `the tokens differ: ${JSON.stringify(before.slice(Math.max(0, at - 3), at + 4))} became ${JSON.stringify(after.slice(Math.max(0, at - 3), at + 4))}`,
    };
  }
  return { edits: first.edits };
}

function difference(a: string, b: string): [string, string] {
  let at = 0;
  while (a[at] === b[at]) at += 1;
  return [a.slice(Math.max(0, at - 40), at + 40), b.slice(Math.max(0, at - 40), at + 40)];
}

if (process.argv[1]?.endsWith("layout.js")) {
  const settings: Settings = process.argv.includes("--mend")
    ? { kits: ["sound", "tidy"] }
    : layoutTo(Number(process.argv.find((one) => one.startsWith("--width="))?.slice("--width=".length) ?? 120));
  const named = process.argv
    .slice(2)
    .filter((name) => !name.startsWith("--"))
    .map((name): SourceFile => ({ name, text: readFileSync(name, "utf8") }));
  const files = named.length > 0
    ? named
    : packageFiles(/(?<!\.d|\.min)\.(?:[cm]?js|tsx?|mts|cts)$/, 12_000_000, 400_000).filter(
      ({ name, text }) => parse(text, parseOptionsFor({ uri: name, languageId: "" })).problems.length === 0,
    );
  let size = 0;
  let edits = 0;
  let faults = 0;
  let parsing = 0;
  const laying = timed(() => {
    for (const { name, text } of files) {
      size += text.length;
      const outcome = layOut(name, text, settings);
      edits += outcome.edits;
      if (outcome.fault === undefined) continue;
      faults += 1;
      if (faults <= 25) console.log(`${name}: ${outcome.fault.slice(0, 400)}`);
    }
  });
  parsing = timed(() => files.forEach(({ name, text }) => parse(
    text,
    parseOptionsFor({ uri: name, languageId: "" }),
  )));
  console.log(`${files.length} files, ${(size / 1e6).toFixed(1)} M characters, ${edits} places changed, ${faults} files with faults; ${(laying / parsing).toFixed(0)} times the parse, both runs and the checks included`);

  // One place is spoilt in a file that is in order, and the file is saved.
  const sources = ["scanner", "statements", "expressions", "types", "regexp", "patterns", "classes"].map(
    (name) => readFileSync(path.join(root, `src/languages/javascript/parser/${name}.ts`), "utf8"),
  );
  for (const lines of [3_000, 60_000]) {
    const workspace = createWorkspace({
      languages: [javascript()],
      settings: { kits: ["sound", "tidy"], levels: { "imports.*": "off" } },
    });
    const uri = "file:///save.ts";
    let text = program(sources, lines);
    workspace.open({ uri, languageId: "typescript", version: 0, text });
    text = workspace.mendResult(uri).text;
    workspace.close(uri);
    workspace.open({ uri, languageId: "typescript", version: 0, text });
    workspace.alerts(uri);
    const at = text.indexOf(" = ", text.length >> 1);
    workspace.edit(uri, 1, [{ from: at, to: at + 1, insert: "" }]);
    let edits = 0;
    const time = timed(() => (edits = workspace.onSave(uri, [{ from: at, to: at }]).length));
    const parse1 = timed(() => parse(text, parseOptionsFor({ uri, languageId: "" })));
    console.log(`saving ${lines} lines with one change: ${edits} place changed in ${(time / parse1).toFixed(1)} times the parse (${time.toFixed(0)} ms)`);
  }
}
