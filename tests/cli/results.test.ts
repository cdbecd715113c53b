/** What is kept of a project between reviews. */
import { statSync, utimesSync, writeFileSync } from "node:fs";
import path from "node:path";
import { expect, test } from "vitest";
import { PackedResults } from "../../src/project/packed-results.js";
import { markOf, ResultStore } from "../../src/project/result-store.js";
import { quillIn, scratch } from "../support/command.js";
import { write } from "../support/settings.js";

test("a text is known by the times and size of its file, and by nothing less", () => {
  const folder = scratch();
  const file = path.join(folder, "a.js");
  writeFileSync(file, "moor();\n");
  // As if the review began a while after the file was written.
  const later = Date.now() + 60_000;
  const packed = (began = later) => new PackedResults(new ResultStore(folder), "harbour", folder, began);
  const first = packed();
  expect(first.markOf(file)).toBeUndefined();
  first.noteMark(file, markOf("moor();\n"));
  first.prune();
  expect(packed().markOf(file)).toBe(markOf("moor();\n"));
  // What is not asked for is not kept.
  const other = packed();
  other.markOf(path.join(folder, "b.js"));
  other.prune();
  expect(packed().markOf(file)).toBeUndefined();
  first.prune();
  const { atime, mtime } = statSync(file);
  writeFileSync(file, "sail();\n");
  utimesSync(file, atime, mtime);
  expect(packed().markOf(file)).toBeUndefined();
  // Written just before the review, it may be written again at the same time.
  const now = packed(Date.now());
  expect(now.markOf(file)).toBeUndefined();
  now.noteMark(file, markOf("sail();\n"));
  now.prune();
  expect(packed().markOf(file)).toBeUndefined();
});

test("a review of what was reviewed before tells the same, and what has changed since", () => {
  const folder = scratch();
  const cache = scratch();
  write(folder, {
    "alert-quill.jsonc": '{ "kits": ["sound"] }',
    ...Object.fromEntries(
      [1, 2, 3, 4, 5].map((one) => [`src/a${one}.js`, `export const tide = ${one};\nmoor(tide);\n`]),
    ),
    "src/made.js": "// This file is generated. Do not edit.\nmoor(;\n",
  });
  const review = () => quillIn(folder, { XDG_CACHE_HOME: cache }, "review").out.replaceAll(/ in [\d.]+ s/g, "");
  const first = review();
  expect(first).toContain("6 alerts in 6 files");
  expect(review()).toBe(first);
  writeFileSync(path.join(folder, "src/a3.js"), "export const tide = 3;\nberth(tide);\n");
  const after = review();
  expect(after).toContain("`berth` is not known here");
  expect(after).toContain("6 alerts in 6 files");
  expect(review()).toBe(after);
});
