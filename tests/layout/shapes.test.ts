/**
 * How each construct is laid out, comments in hostile places among them. Each file in `shapes/` holds cases of one kind: a title with options, the text before, `---`, and the
 * text after all layout rules have been applied, which is left out where nothing changes. The width is 40 if nothing else is said.
 */
import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { describe, expect, test } from "vitest";
import { applyAll, createWorkspace, type Settings } from "../../src/index.js";
import { javascript } from "../../src/languages/javascript/index.js";
import { python } from "../../src/languages/python/index.js";

const folder = path.join(import.meta.dirname, "shapes");
const languages = [javascript(), python()];

interface Shape {
  readonly title: string;
  readonly options: ReadonlyMap<string, string>;
  readonly before: string;
  readonly after: string;
}

function shapesIn(file: string): Shape[] {
  const parts = readFileSync(path.join(folder, file), "utf8").split(/^=== /m).slice(1);
  return parts.map((part) => {
    const [head, before, after] = /^(.*)\n([^]*?)^---\n([^]*)$/m.exec(part)!.slice(1) as [string, string, string];
    const [title, options = ""] = head.split(" | ");
    return {
      title: title!,
      options: new Map(options.split(" ").filter((one) => one !== "").map((one) => one.split("=") as [string, string])),
      before,
      after: after.trim() === "" ? before : after.replace(/\n+$/, "\n"),
    };
  });
}

/** The settings that the options of a case stand for. */
function settingsFor(options: Shape["options"]): Settings {
  const given = (name: string, tune: (value: string) => object): object => (
    options.has(name) ? tune(options.get(name)!) : {}
  );
  return {
    kits: ["tidy"],
    languages: { python: { ...given("edition", (edition) => ({ edition })) } },
    tune: {
      "layout.line-width": { most: Number(options.get("width") ?? 40) },
      "layout.line-breaks": { ...given("lists", (brokenLists) => ({ brokenLists })) },
      "layout.indent": {
        ...given("unit", (unit) => ({ unit: unit === "tab" ? unit : Number(unit) })),
        ...given("cases", (place) => ({ cases: place === "in" })),
      },
      "layout.trailing-comma": { ...given("comma", (style) => ({ style })) },
      "layout.bracket-gap": { ...given("braces", (braces) => ({ braces })) },
      "layout.block-brace": { ...given("around", (around) => ({ around })) },
    },
  };
}

function laidOut(text: string, settings: Settings, languageId = "typescriptreact"): string {
  const workspace = createWorkspace({ languages, settings });
  const uri = languageId === "python" ? "file:///harbour.py" : "file:///harbour.tsx";
  workspace.open({ uri, languageId, version: 1, text });
  expect(workspace.alerts(uri).filter(({ rule }) => rule.startsWith("syntax."))).toEqual([]);
  const { edits, fights, dropped } = workspace.mendResult(uri);
  expect([...fights, ...dropped]).toEqual([]);
  return applyAll(text, edits);
}

const files = readdirSync(folder).sort();

describe.each(files)("%s", (file) => {
  test.each(shapesIn(file).map((shape) => [shape.title, shape] as const))("%s", (_, { options, before, after }) => {
    const settings = settingsFor(options);
    const languageId = file.startsWith("python") ? "python" : undefined;
    expect(laidOut(before, settings, languageId)).toBe(after);
    // Laying out again changes nothing.
    expect(laidOut(after, settings, languageId)).toBe(after);
  });
});

test("there are enough of them", () => {
  expect(files.flatMap(shapesIn).length).toBeGreaterThanOrEqual(240);
});

/** The figures of the page about layout: what was too long, and what becomes of it. */
const figures = [
  ...readFileSync(path.join(import.meta.dirname, "../../docs/layout.md"), "utf8").matchAll(
    /```(tsx?|python)\n([^`]*)```\n```(?:tsx?|python)\n([^`]*)```/g,
  ),
];

test.each(figures.map(([, language, before, after]) => [before!, after!, language!]))(
  "docs/layout.md: %s",
  (before, after, language) => {
    expect(laidOut(before, settingsFor(new Map()), language === "python" ? language : undefined)).toBe(after);
  },
);

test("the page has a figure for each construct", () => {
  expect(figures.length).toBeGreaterThan(15);
});
