import path from "node:path";
import { describe, expect, test } from "vitest";
import { createWorkspace, type DocumentInfo, type Node, type Workspace } from "../../src/index.js";
import { javascript, parse, parseOptionsFor, walk } from "../../src/languages/javascript/index.js";
import { filesBelow, often, read, root } from "../support/files.js";
import { shapeFaults } from "../support/tree.js";

/** As the collection has it: JavaScript without JSX. */
const plainJavascript = {
  ...javascript(),
  parse: (text: string, { values }: DocumentInfo) => (parse(text, {
    module: values!["modules"] as boolean | "detect",
    jsx: false,
  })),
};
const collection = path.join(root, "node_modules/test262-parser-tests");

/** Programs that the collection holds for wrong and that later editions of the standard made right, with the clause that did. */
const legalNow: Readonly<Record<string, readonly string[]>> = {
  "ECMAScript 2019 §12.9.4, DoubleStringCharacter: U+2028 and U+2029 in texts": [
    "647e21f8f157c338.js",
    "8af69d8f15295ed2.js",
  ],
  "ECMAScript 2021 §B.1.2, NonOctalDecimalEscapeSequence: `\\8` and `\\9` outside of strict code": [
    "0d5e450f1da8a92a.js",
    "748656edbfb2d0bb.js",
    "79f882da06f88c9f.js",
    "92b6af54adef3624.js",
  ],
  "ECMAScript 2022 §15.7, FieldDefinition: fields in classes": ["98204d734f8c72b3.js", "ef81b93cf9bdb4ec.js"],
  "ECMAScript 2017 §B.3.6, initializers in the head of `for … in` with `var`": ["e3fbcf63d7e43ead.js"],
  "ECMAScript 2017 §B.3.3.4, functions of one name in a block outside of strict code": [
    "12a74c60f52a60de.js",
    "1aff49273f3e3a98.js",
    "be7329119eaa3d47.js",
    "ec31fa5e521c5df4.js",
  ],
  "ECMAScript 2020 §B.3.5, `var` in a `for … of` with the name of what is caught": ["0f5f47108da5c34e.js"],
};

describe("the public collection of parser tests", () => {
  const filesOf = (folder: string): string[] => filesBelow(path.join(collection, folder), /\.js$/);
  const optionsOf = (file: string) => ({ module: file.includes(".module."), jsx: false });

  test.each([["pass", 1981], ["pass-explicit", 1981]])("%s: no alert in a valid program", (folder, count) => {
    const all = filesOf(folder);
    const files = all.filter((_, index) => index % often(14, 1) === 0);
    const alerted = files.filter(
      (file) => parse(read(file), optionsOf(file)).problems.length > 0 || alertsOf(file).length > 0,
    );
    expect(all.length).toBe(count);
    expect(alerted).toEqual([]);
  });

  /** Of these the collection's twin has other arguments: `a((1, 2, 3))` became `a((1, 2), 3)`. */
  const unlike = ["589dc8ad3b9aa28f.js", "87a9b0d1d80812cc.js"];

  test("each program and its twin with all parentheses written out have one tree", () => {
    const different = filesOf("pass").filter(
      (file, index) => (index % often(8, 1) === 0 || unlike.includes(path.basename(file))) &&
        outline(parse(read(file), optionsOf(file)).root) !==
          outline(parse(read(file.replace("/pass/", "/pass-explicit/")), optionsOf(file)).root),
    );
    expect(different.map((file) => path.basename(file))).toEqual(unlike);
  });

  test.each(["fail", "early"])(
    "%s: every wrong program is alerted but for what is legal now, and its tree covers everything",
    (folder) => {
      const legal = new Set(Object.values(legalNow).flat());
      const silent: string[] = [];
      for (const file of filesOf(folder)) {
        const text = read(file);
        const { root: tree } = parse(text, { ...optionsOf(file), jsx: true });
        expect(shapeFaults(tree, text.length), file).toEqual([]);
        if (alertsOf(file).length === 0) silent.push(path.basename(file));
      }
      expect(silent.filter((name) => !legal.has(name))).toEqual([]);
      expect(silent.length).toBe(folder === "fail" ? 9 : 5);
    },
  );
});

const [ofModules, ofScripts] = [true, false].map((modules) => createWorkspace({
  languages: [plainJavascript],
  settings: { kits: [], languages: { javascript: { modules } }, levels: { "names.unknown": "error" } },
})) as [Workspace, Workspace];

/** Alerts of the kind that says a program does not run: syntax, and names that an export needs. */
function alertsOf(file: string): string[] {
  const workspace = file.includes(".module.") ? ofModules : ofScripts;
  const text = read(file);
  workspace.open({ uri: "file:///a.js", languageId: "javascript", version: 1, text });
  const alerts = workspace.alerts("file:///a.js");
  workspace.close("file:///a.js");
  return alerts
    .filter(({ rule, from }) => rule.startsWith("syntax.") || /\bexport\s*\{[^}]*$/.test(text.slice(0, from)))
    .map(({ rule }) => rule);
}

/**
 * The kinds of a tree's nodes in order, with operators and kinds of declarations. The twins write texts, numbers and keys in other ways, and put
 * parentheses inside lists with commas, which makes lists in lists of them.
 */
function outline(node: Node): string {
  const parts: string[] = [];
  const inList = (inner: Node): boolean =>
    inner.type === "SequenceExpression" && inner.parent?.type === "SequenceExpression";
  walk(
    node,
    (inner) => {
      if (inList(inner)) return;
      const up = inner.parent as { key?: unknown; computed?: boolean } | null;
      const isKey = up?.key === inner && !up.computed;
      const { operator, kind } = inner as unknown as Record<string, unknown>;
      parts.push(isKey ? "(key" : `(${inner.type} ${String(operator)} ${String(kind)}`);
    },
    (inner) => void (inList(inner) || parts.push(")")),
  );
  return parts.join("");
}

/** Of the installed files each so manieth is read; in the long runs all are. */
const step = often(60, 1);

test("JavaScript files among the installed packages", { timeout: 600_000 }, () => {
  const files = filesBelow(path.join(root, "node_modules"), /\.(?:js|mjs|cjs)$/)
    .filter((file) => !/test262-parser-tests|node_modules\/\.cache/.test(file))
    .filter((_, index) => index % step === 0);
  const alerted: string[] = [];
  const faults: string[] = [];
  let bytes = 0;
  for (const file of files) {
    const text = read(file);
    bytes += text.length;
    const { root: tree, problems } = parse(text, { module: file.endsWith(".mjs") ? true : "detect", jsx: true });
    if (problems.length > 0) alerted.push(`${file}: ${problems[0]!.message}`);
    faults.push(...shapeFaults(tree, text.length).slice(0, 3).map((fault) => `${file}: ${fault}`));
  }
  console.log(`${files.length} files, ${(bytes / 1e6).toFixed(1)} MB: ${alerted.length} with syntax alerts`);
  expect(files.length).toBeGreaterThan(often(30, 2000));
  expect(faults).toEqual([]);
  expect(alerted).toEqual([]);
});

test("TypeScript files among the installed packages, and of this project", { timeout: 600_000 }, () => {
  const own = [
    ...filesBelow(path.join(root, "src"), /\.ts$/),
    ...filesBelow(path.join(root, "tests"), /\.ts$/),
    ...filesBelow(path.join(root, "examples/playground/src"), /\.tsx?$/),
  ];
  const files = [
    ...filesBelow(path.join(root, "node_modules"), /\.[mc]?tsx?$/)
      .filter((file) => !file.includes("node_modules/.cache"))
      .filter((_, index) => index % step === 0),
    ...own.filter((_, index) => index % often(8, 1) === 0),
  ];
  const alerted = files.filter(
    (file) => parse(read(file), parseOptionsFor({ uri: file, languageId: "" })).problems.length > 0,
  );
  console.log(`${files.length} TypeScript files: ${alerted.length} with syntax alerts`);
  expect(files.length).toBeGreaterThan(often(30, 2000));
  expect(alerted).toEqual([]);
});
