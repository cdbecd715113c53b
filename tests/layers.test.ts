import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { expect, test } from "vitest";

const src = path.join(import.meta.dirname, "../src");
/** From the bottom up: a layer may use itself and those before it. */
const layers = [
  "text",
  "syntax",
  "layout",
  "model",
  "rules",
  "languages",
  "remedy",
  "settings",
  "engine",
  "testing",
  "report",
  "project",
  "server",
  "cli",
];
const pure = new Set(layers.slice(0, layers.indexOf("testing") + 1));
/** Of the hosts, what also runs where there is no Node.js. */
const portable = /^server\/(?!(?:node|node-host|baseline-of|node-project|project-worker|reach|file-uri|rule-pages|trusted-folders)\.ts)/;

const files = readdirSync(src, { recursive: true, encoding: "utf8" }).filter((file) => file.endsWith(
  ".ts",
)).map((file) => file.split(path.sep).join("/"));

function importsOf(file: string): string[] {
  return [...readFileSync(path.join(src, file), "utf8").matchAll(/(?:from|import)\s+"([^"]+)"/g)].map(
    (match) => match[1]!,
  );
}

test("imports go only down the layers", () => {
  const wrong: string[] = [];
  for (const file of files) {
    const own = layers.indexOf(file.split("/")[0]!);
    if (own < 0) continue;
    for (const specifier of importsOf(file).filter((one) => one.startsWith("."))) {
      const target = path.posix.join(path.posix.dirname(file), specifier).split("/")[0]!;
      if (layers.includes(target) && layers.indexOf(target) > own) wrong.push(`${file} imports ${specifier}`);
    }
  }
  expect(files.length).toBeGreaterThan(50);
  expect(wrong).toEqual([]);
});

test("the core knows no platform", () => {
  const wrong = files
    .filter((file) => pure.has(file.split("/")[0]!) || portable.test(file))
    .filter((file) => importsOf(file).some((one) => one.startsWith("node:")));
  expect(wrong).toEqual([]);
});

/** What may speak of one language all the same, and why. */
const speakers: readonly (readonly [file: RegExp, why: string])[] = [
  [/^index\.ts$/, "the entry of the package"],
  [/^languages\/index\.ts$/, "the list of languages"],
  [/^project\/pack(?:s|-hooks)\.ts$/, "packs are programs for Node.js, in its languages"],
  [/^(?:settings|project\/new-settings|project\/compiler-settings|cli\/(?:setup|main))/, "the edition of the settings"],
];

test("nothing outside of a language names it or its nodes", () => {
  const words = /javascript|typescript|ecmascript|\bjsx\b/i;
  const kinds = /"(?:Program|Identifier|[A-Z]\w+(?:Statement|Expression|Declaration|Clause|Specifier|Pattern))"/;
  const wrong: string[] = [];
  for (const file of files) {
    if (/^languages\/(?!helpers)\w+\//.test(file) || speakers.some(([one]) => one.test(file))) continue;
    const lines = readFileSync(path.join(src, file), "utf8").split("\n");
    for (const [index, line] of lines.entries()) {
      // Examples are in some language, which they name.
      if (/^\s*(?:languageId:|\{? ?code:|code:|after:|"?.*\\n)/.test(line)) continue;
      if (words.test(line) || kinds.test(line)) wrong.push(`${file}:${index + 1}: ${line.trim()}`);
    }
  }
  expect(wrong).toEqual([]);
});
