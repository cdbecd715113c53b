/** What commands are told with options: which rules, which lines, where to; baselines; and how files are written. */
import { execFileSync } from "node:child_process";
import { chmodSync, linkSync, lstatSync, readFileSync, statSync, symlinkSync } from "node:fs";
import path from "node:path";
import { describe, expect, test } from "vitest";
import { quill, quillIn, scratch } from "../support/command.js";
import { write } from "../support/settings.js";

const settings = {
  "alert-quill.jsonc": '{ "baseline": "base.json", "patterns": { "no-wind": { "find": "wind()", "message": "W" } }, "profiles": { "bare": { "base": "nothing", "kits": ["tidy"] } } }',
};

function project(files: Record<string, string>): string {
  const folder = scratch();
  write(folder, files);
  return folder;
}

const found = (out: string): string[] =>
  [...out.matchAll(/· ([\w-]+\.[\w-]+) · ([\w.]+:\d+)/g)].map(([, rule, place]) => `${rule} ${place}`);
const text = "tide();\nwind();\ndebugger;\nexport const a = 1\n";

describe("review", () => {
  test.each<[string, string[], string[], number]>([
    [
      "all",
      [],
      ["names.unknown a.js:1", "names.unknown a.js:2", "pattern.no-wind a.js:2", "calls.debug-pause a.js:3"],
      1,
    ],
    [
      "some rules, and a path",
      ["--only", "pattern,calls.debug-pause", "."],
      ["pattern.no-wind a.js:2", "calls.debug-pause a.js:3"],
      1,
    ],
    ["an area with its star", ["--only", "calls.*"], ["calls.debug-pause a.js:3"], 1],
    ["nothing that is there", ["--only", "flow"], [], 0],
    ["what is grave", ["--quiet", "--fail-on", "error"], ["names.unknown a.js:1", "names.unknown a.js:2"], 1],
  ])("tells %s", (_, args, told, code) => {
    const folder = project({
      ...settings,
      "alert-quill.jsonc": settings["alert-quill.jsonc"].replace('"baseline": "base.json", ', ""),
      "a.js": text,
    });
    const outcome = quill(folder, "review", ...args);
    expect(found(outcome.out)).toEqual(told);
    expect(outcome.code).toBe(code);
    expect(outcome.out.includes("────────────")).toBe(!args.includes("--quiet"));
  });

  test("goes by what has changed since a revision", () => {
    const folder = project({ "alert-quill.jsonc": "{}", "a.js": "tide();\nwind();\n" });
    const git = (...args: string[]): string => execFileSync("git", args, { cwd: folder, encoding: "utf8" });
    git("init", "-q");
    git("add", ".");
    git("-c", "user.name=Harbour", "-c", "user.email=harbour@saltmarsh.example", "commit", "-qm", "first");
    write(folder, { "a.js": "tide();\nrain();\nwind();\n" });
    expect(found(quill(folder, "review", "--since", "HEAD").out)).toEqual(["names.unknown a.js:2"]);
    expect(quill(folder, "review", "--since", "nowhere")).toMatchObject({
      code: 2,
      err: expect.stringContaining("git cannot tell what changed since `nowhere`"),
    });
  });

  test("writes its report where it is told, in every form, and colours it where it is told", () => {
    const folder = project({ "a.js": text });
    expect(quill(folder, "review", "--format", "json", "--output", "out.json")).toMatchObject({ code: 1, out: "" });
    expect(JSON.parse(readFileSync(path.join(folder, "out.json"), "utf8")).files).toHaveLength(1);
    expect(quill(folder, "review", "--output", "none/out.txt")).toMatchObject({
      code: 2,
      err: expect.stringMatching(/^alert-quill: none\/out\.txt: ENOENT/),
    });
    expect(quill(folder, "review", "--color").out).toContain("\u001b[31m");
    expect(quillIn(folder, { NO_COLOR: "", FORCE_COLOR: "1" }, "review", "--no-color").out).not.toContain("\u001b");
  });
});

test.each<[string[], string]>([
  [["review", "--only", "unread-name"], "there is no rule or area `unread-name`: did you mean `dead.unread-name`?"],
  [["mend", "--only", "no-wind", "."], "there is no rule or area `no-wind`: did you mean `pattern.no-wind`?"],
  [["mend", "--only", "layuot"], "there is no rule or area `layuot`: did you mean `layout`?"],
  [["explain", "unread-nme"], "there is no rule `unread-nme`: did you mean `dead.unread-name`?"],
  [["mend", "--profile", "bear"], "there is no profile `bear` in the settings (there are bare)"],
])("%j knows what there is", (args, told) => {
  expect(quill(project({ ...settings, "a.js": "" }), ...args)).toMatchObject({
    code: 2,
    err: expect.stringContaining(told),
  });
});

test("rules of patterns are listed and explained, and mending can be checked and go by a profile", () => {
  const folder = project({ ...settings, "a.js": text });
  expect(quill(folder, "rules", "--area", "pattern").out).toContain("pattern.no-wind");
  expect(quill(folder, "explain", "pattern.no-wind").code).toBe(0);
  expect(quill(folder, "mend", "--check", "--only", "calls")).toMatchObject({
    out: expect.stringContaining("   3 − debugger;"),
  });
  expect(readFileSync(path.join(folder, "a.js"), "utf8")).toBe(text);
  quill(folder, "mend", "--profile", "bare", "--only", "layout.statement-end,imports");
  expect(readFileSync(path.join(folder, "a.js"), "utf8")).toBe(text.replace("= 1\n", "= 1;\n"));
});

test("levels of the settings' own can fail a review, and what is told can be had as JSON", () => {
  const folder = project({
    "alert-quill.jsonc": '{ "ownLevels": { "must": { "standsOn": "hint" } }, "levels": { "calls.debug-pause": "must", "names.*": "off" } }',
    "a.js": "debugger;\nlet b = 1;\nexport { b };\n",
  });
  expect(quill(folder, "review", "--fail-on", "must").code).toBe(1);
  expect(quill(folder, "review", "--fail-on", "warning").code).toBe(0);
  expect(quill(folder, "review", "--fail-on", "loud").err).toBe(
    "alert-quill: --fail-on: there is no level `loud` (there are error, warning, information, hint, must)\n",
  );
  const json = (...args: string[]): any => JSON.parse(quill(folder, ...args, "--format", "json").out);
  expect(json("trace", "a.js")).toMatchObject({
    path: "a.js",
    settings: { language: { edition: 2025 } },
    rules: { "calls.debug-pause": { level: "must", from: "alert-quill.jsonc" } },
  });
  expect(json("explain", "calls.debug-pause").rule).toMatchObject({
    area: "calls",
    examples: { quiet: expect.any(Array) },
  });
  expect(json("mend", "--dry-run")).toMatchObject({
    written: false,
    files: [{ path: "a.js", settled: { "calls.debug-pause": 1 }, after: "let b = 1;\nexport { b };\n" }],
  });
});

test("a baseline is written by a command; broken or absent it is told, and all alerts with it", () => {
  const folder = project({ ...settings, "a.js": text });
  expect(quill(folder, "review")).toMatchObject({
    code: 2,
    err:
      "alert-quill: base.json: there is no such baseline: all alerts are told; `alert-quill baseline` writes it anew\n",
  });
  expect(quill(folder, "baseline").out).toBe("base.json holds 4 alerts of 1 file, which are not told from now on.\n");
  expect(quill(folder, "review")).toMatchObject({ code: 0, out: expect.stringContaining("4 alerts of the baseline") });
  // What it holds is left alone, also by mending, unless that is asked for.
  expect(quill(folder, "mend").out).toBe("Nothing to mend.\n");
  expect(quill(folder, "mend", "--check", "--baseline").code).toBe(1);
  for (const [broken, told] of [["{", "the baseline cannot be read"], ["{}", "this is no baseline of this program"]]) {
    write(folder, { "base.json": broken! });
    const { out, err } = quill(folder, "review");
    expect(err).toContain(`base.json: ${told}`);
    expect(found(out)).toHaveLength(4);
  }
  expect(quill(project({ "a.js": "" }), "baseline")).toMatchObject({
    code: 2,
    err: expect.stringContaining("no settings here name a baseline"),
  });
});

test("files are written through links, with their modes and other names; read-only ones are told", () => {
  const folder = project(Object.fromEntries(["real.js", "one.js", "fixed.js"].map((name) => [name, "debugger;\n"])));
  const at = (name: string): string => path.join(folder, name);
  chmodSync(at("real.js"), 0o755);
  symlinkSync("real.js", at("link.js"));
  linkSync(at("one.js"), at("two.js"));
  chmodSync(at("fixed.js"), 0o444);
  expect(quill(folder, "mend", "link.js", "one.js", "fixed.js")).toMatchObject({
    code: 2,
    err: "alert-quill: fixed.js: it is read-only: it stays as it is\n",
  });
  expect(lstatSync(at("link.js")).isSymbolicLink()).toBe(true);
  expect(statSync(at("real.js")).mode & 0o777).toBe(0o755);
  expect(["real.js", "two.js", "fixed.js"].map((name) => readFileSync(at(name), "utf8"))).toEqual([
    "",
    "",
    "debugger;\n",
  ]);
  // Columns do not count a mark of the byte order, which stays.
  write(folder, { "marked.js": "\ufefftide();\ndebugger;\n" });
  expect(found(quill(folder, "review", "marked.js").out)[0]).toBe("names.unknown marked.js:1");
  expect(quill(folder, "review", "marked.js").out).toContain("marked.js:1:1\n");
  quill(folder, "mend", "marked.js");
  expect(readFileSync(at("marked.js"), "utf8")).toBe("\ufefftide();\n");
});
