/** The report for people: what hangs where, in any width and of any source. */
import { mkdirSync, writeFileSync } from "node:fs";
import path from "node:path";
import stringWidth from "fast-string-width";
import { describe, expect, test } from "vitest";
import { harbour, quillIn, scratch } from "../support/command.js";

function report(text: string, columns = 100, file = "a.js", args: string[] = []): string[] {
  const folder = scratch();
  writeFileSync(
    path.join(folder, "alert-quill.jsonc"),
    '{ "kits": ["sound"], "languages": { "javascript": { "runtime": ["node"] } } }',
  );
  writeFileSync(path.join(folder, file), text);
  const { out } = quillIn(folder, { COLUMNS: String(columns) }, "review", ...args);
  return out.slice(0, out.search(/^─/m)).split("\n").filter((line) => line !== "");
}

const marks: [string, string, string[]][] = [
  ["a plain line", "tide();\n", [" tide();", " ━━━━"]],
  ["behind a tab", "{\n\ttide();\n}\n", ["     tide();", "     ━━━━"]],
  ["behind a tab within a line", "log(0,\ttide);\nfunction log() {}\n", [" log(0,  tide);", "         ━━━━"]],
  [
    "behind wide letters",
    "console.log(\"潮汐\", tide);\n",
    [
      " console.log(\"潮汐\", tide);",
      "                     ━━━━",
    ],
  ],
  ["wide letters themselves", "log(潮汐);\nfunction log() {}\n", [" log(潮汐);", "     ━━━━"]],
  [
    "behind a sign of several parts",
    "console.log(\"👩‍🚀\", tide);\n",
    [
      " console.log(\"👩‍🚀\", tide);",
      "                   ━━━━",
    ],
  ],
  [
    "behind an accent of its own",
    "console.log(\"e\u0301\", tide);\n",
    [
      " console.log(\"e\u0301\", tide);",
      "                  ━━━━",
    ],
  ],
  [
    "behind what would steer a terminal",
    "console.log(\"\u001b[31m\", tide);\n",
    [
      " console.log(\"␛[31m\", tide);",
      "                      ━━━━",
    ],
  ],
];

test("a mark stands under what it marks, whatever stands before it", () => {
  const folder = scratch();
  writeFileSync(
    path.join(folder, "alert-quill.jsonc"),
    '{ "kits": ["sound"], "languages": { "javascript": { "runtime": ["node"] } } }',
  );
  marks.forEach(([, text], index) => writeFileSync(path.join(folder, `${index}.js`), text));
  const blocks = quillIn(folder, {}, "review").out.split("\n\n");
  marks.forEach(([name, , [source, mark]], index) => {
    const lines = blocks[index]!.split("\n");
    const at = lines.findIndex((line) => line.includes("━"));
    expect(lines[at - 1], name).toMatch(/^ {2,3}\d │/);
    expect([lines[at - 1]!.slice(6), lines[at]!.slice(6)], name).toEqual([source, mark]);
  });
});

describe("in any width", () => {
  const long = `export const all = [${"\"a berth\", ".repeat(400)}tide, ${"\"潮汐\", ".repeat(400)}wind];\n`;
  test.each([40, 100])("%i columns are enough", (columns) => {
    for (const lines of [report(long, columns), report("\t".repeat(30) + "tide(wind(rain));\n", columns)]) {
      expect(lines.join("\n")).toMatch(/`tide` is not known/);
      expect(lines.join("\n")).toMatch(/━━━━/);
      // A place is not broken, and so may be longer.
      for (const line of lines.filter((one) => !/\S{30}/.test(one))) {
        expect(stringWidth(line), line).toBeLessThanOrEqual(columns);
      }
    }
    const { out } = quillIn(harbour(), { COLUMNS: String(columns) }, "review");
    for (const line of out.split("\n")) expect(stringWidth(line), line).toBeLessThanOrEqual(columns);
    expect(out).toMatch(/error +19 ▇{19}/);
  });

  test("what is far to the right leads its note back; of a long line the part around each mark is shown", () => {
    const lines = report(long, 60);
    const [first, second] = lines.filter((line) => line.includes("━"));
    expect(lines.filter((line) => /^ +\d │ ….*tide, .*…$/.test(line))).toHaveLength(1);
    expect(lines.filter((line) => /^ +⋯ │ ….*wind\];$/.test(line))).toHaveLength(1);
    expect(lines[lines.indexOf(first!) + 1]).toMatch(/^ {5}┊ +╭─+╯$/);
    expect(second).toMatch(/━{4}$/);
  });
});

test("lines that mending would change are cut to the width too, wide letters among them", () => {
  const folder = scratch();
  writeFileSync(path.join(folder, "a.js"), `export const tide = "${"潮汐".repeat(60)}"; debugger;\n`);
  const { out } = quillIn(folder, { COLUMNS: "60" }, "mend", "--dry-run");
  const changed = out.split("\n").filter((line) => /^ +1 [−+] /.test(line));
  expect(changed).toHaveLength(2);
  for (const line of changed) expect(line).toMatch(/潮…$|汐…$/);
  for (const line of changed) expect(stringWidth(line)).toBeLessThanOrEqual(60);
});

test("alerts that are near each other share an excerpt, and those on one line too", () => {
  const lines = report("tide(wind);\n\n{}\nrain();\n{}\n{}\n{}\n{}\nfog();\n");
  expect(lines.filter((line) => /^ +\d+ │/.test(line)).map((line) => line.trim())).toEqual([
    "1 │ tide(wind);",
    "2 │",
    "3 │ {}",
    "4 │ rain();",
    "9 │ fog();",
  ]);
});

test("names of files that would steer a terminal are shown by signs", () => {
  const folder = scratch();
  mkdirSync(path.join(folder, "pier\u001b[31m"));
  writeFileSync(path.join(folder, "pier\u001b[31m/a\nb.js"), "tide();\n");
  const { out } = quillIn(folder, {}, "review");
  expect(out).toContain("error · names.unknown · pier␛[31m/a␊b.js:1:1");
});

test("a review that looks at nothing says what was there, and is no success", () => {
  const folder = scratch();
  for (const name of ["a.rb", "b.rb", "notes.md"]) writeFileSync(path.join(folder, name), "");
  mkdirSync(path.join(folder, "node_modules/quay"), { recursive: true });
  const { out, err, code } = quillIn(folder, {}, "review");
  expect(code).toBe(2);
  expect(err).toBe("alert-quill: no file was looked at\n");
  expect(out).toContain("Not looked at: files in languages that are not read here (2 × .rb, 1 × .md).");
  expect(out).toContain("Not looked at: a file or folder that an ignore file names, or that holds packages.");
});
