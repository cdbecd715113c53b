import path from "node:path";
import { describe, expect, test } from "vitest";
import { parse } from "../../src/languages/javascript/index.js";
import { filesBelow, read, root } from "../support/files.js";
import { shapeFaults } from "../support/tree.js";

const collection = path.join(root, "node_modules/test262-parser-tests");

describe("the public collection of parser tests", () => {
  test.each([["pass", 1981], ["pass-explicit", 1981]])("%s: no alert in a valid program", (folder, count) => {
    const files = filesBelow(path.join(collection, folder), /\.js$/);
    const alerted = files.filter((file) => parse(read(file), { module: file.includes(".module."), jsx: false }).problems.length > 0);
    expect(files.length).toBe(count);
    expect(alerted).toEqual([]);
  });

  test.each(["fail", "early"])("%s: a tree that covers everything, whatever is wrong", (folder) => {
    const faults = filesBelow(path.join(collection, folder), /\.js$/).flatMap((file) => {
      const text = read(file);
      return shapeFaults(parse(text, { module: file.includes(".module."), jsx: true }).root, text.length).map((fault) => `${path.basename(file)}: ${fault}`);
    });
    expect(faults).toEqual([]);
  });
});

test("every JavaScript file among the installed packages", { timeout: 240_000 }, () => {
  const files = filesBelow(path.join(root, "node_modules"), /\.(?:js|mjs|cjs)$/).filter((file) => !file.includes("test262-parser-tests"));
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
  expect(files.length).toBeGreaterThan(800);
  expect(faults).toEqual([]);
  expect(alerted).toEqual([]);
});
