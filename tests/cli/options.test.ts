/** What commands are told with options: which rules, which lines, where to; baselines; and how files are written. */
import { execFileSync, spawnSync } from "node:child_process";
import {
  chmodSync,
  existsSync,
  linkSync,
  lstatSync,
  mkdirSync,
  readFileSync,
  statSync,
  symlinkSync,
  writeFileSync,
} from "node:fs";
import path from "node:path";
import { describe, expect, test } from "vitest";
import { cache, quill, quillIn, scratch } from "../support/command.js";
import { root } from "../support/files.js";
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
const text = "tide();\nwind();\ndebugger;\nexport const a = 1\nconsole.log(a);\n[a].map(function (b) { return b; });\n";

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
    ["a rule that is off", ["--only", "calls.console-output"], ["calls.console-output a.js:5"], 0],
    ["an area in which all are off", ["--only", "modern"], ["modern.arrow-callback a.js:6"], 0],
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

describe("why a rule is silent at a line", () => {
  const files = {
    "alert-quill.jsonc": '{ "levels": { "calls.debug-pause": "off" }, "baseline": "known.json" }',
    "known.json": JSON.stringify({
      version: 1,
      files: { "a.js": [{ rule: "names.unknown", line: "wind();", count: 1 }] },
    }),
    "a.js": "// quill: hush names.unknown because it is there\ntide();\nebb(); // quill: hush names.*\nflow();\nwind();\ndebugger;\n",
    "b.rb": "tide()\n",
  };
  test.each<[string, string, RegExp]>([
    ["4", "names.unknown", /level +error, by kit sound\n +told here +`flow` is not known here/],
    [
      "2",
      "names.unknown",
      /told here +nothing\n +found here +`tide` .*\n +silent because +a comment on line 1 hushes it: [^\n]*\n$/,
    ],
    ["3", "names.unknown", /found here +`ebb` .*\n +silent because +a comment on line 3 hushes it: [^\n]*\n$/],
    ["5", "names.unknown", /found here +`wind` .*\n +silent because +the baseline holds 1 of what it finds here\n$/],
    [
      "6",
      "calls.debug-pause",
      /level +off\n[^]*it would find +The program pauses here.*\n +silent because +it is off: alert-quill\.jsonc\n$/,
    ],
    ["6", "names.unknown", /found here +nothing: the code is not what this rule looks for\n$/],
  ])("line %s, %s", (line, rule, expected) => {
    const folder = scratch();
    write(folder, files);
    const { code, out } = quill(folder, "trace", `a.js:${line}`, rule);
    expect(out.replaceAll(`${folder}/`, "")).toMatch(expected);
    expect(code).toBe(0);
  });

  test("what is asked wrongly is told, a file lists its hush comments, and one that nobody reads has no rules", () => {
    const folder = scratch();
    write(folder, files);
    for (
      const [args, said] of [
        [["a.js", "names.unknown"], /say which line/],
        [["a.js:99", "names.unknown"], /a\.js has 7 lines, and no line 99/],
        [["a.js:1", "names.unknwn"], /did you mean `names\.unknown`/],
        [["b.rb:1", "names.unknown"], /no language is known for such a file/],
      ] as const
    ) {
      const { code, err } = quill(folder, "trace", ...args);
      expect(err).toMatch(said);
      expect(code).toBe(2);
    }
    expect(quill(folder, "trace", "a.js").out).toMatch(
      /hush comments +line 1: [^\n]*\n +line 3: [^\n]*\n +baseline +holds 1 of its alerts\n/,
    );
    expect(quill(folder, "trace", "b.rb").out).not.toMatch(/On \(|names\.unknown/);
  });
});

test("the standard input stands for a file, and settings can be named", () => {
  const folder = scratch();
  write(folder, { "other/quill.jsonc": '{ "levels": { "names.unknown": "off" } }', "a.js": "tide();\n" });
  const given = (input: string, ...args: string[]) => spawnSync(
    process.execPath,
    [path.join(root, "dist/cli/main.js"), ...args],
    {
      cwd: folder,
      encoding: "utf8",
      input,
      env: { ...process.env, NO_COLOR: "1", XDG_CACHE_HOME: cache },
    },
  );
  const { stdout, status } = given("tide();\n", "review", "-", "--as", "src/b.js", "--format", "json");
  expect(JSON.parse(stdout).files[0]).toMatchObject({ path: "src/b.js", alerts: [{ rule: "names.unknown" }] });
  expect(status).toBe(1);
  const mended = given("debugger;\nexport const a = 1;\n", "mend", "-", "--as", "src/b.js");
  expect([mended.stdout, mended.status]).toEqual(["export const a = 1;\n", 0]);
  expect(existsSync(path.join(folder, "src"))).toBe(false);
  expect(given("", "review", "-").stderr).toMatch(/say with --as which file the standard input stands for/);
  expect(given("", "review", "-", "--as", "b.rb").stderr).toMatch(/b\.rb: no language is known/);
  expect(given("", "review", "a.js", "--as", "b.js").stderr).toMatch(/give `-` as the path/);
  expect(quill(folder, "review", "a.js", "--settings", "other/quill.jsonc").code).toBe(0);
  expect(quill(folder, "review", "a.js").code).toBe(1);
  expect(quill(folder, "review", "--settings", "none.jsonc").err).toMatch(/--settings: there is no file none\.jsonc/);
});

test("shells are offered commands, options, rules, and files where nothing of ours fits", () => {
  const folder = scratch();
  write(folder, { "alert-quill.jsonc": '{ "profiles": { "spring": {} } }' });
  for (
    const [words, offers] of [
      [["rev"], ["review"]],
      [["review", "--fai"], ["--fail-on"]],
      [["review", "--format", "s"], ["sarif"]],
      [["review", "--profile", ""], ["spring"]],
      [["mend", "--only", "hush,names.used"], ["hush,names.used-too-soon"]],
      [["explain", "dead.emp"], ["dead.empty-block"]],
      [["trace", "a.js:3", "flow.stuck"], ["flow.stuck-loop"]],
      [["review", "src/"], []],
    ] as const
  ) {
    expect(quill(folder, "complete", "--", ...words).out.split("\n").filter(Boolean), words.join(" ")).toEqual(offers);
  }
  const script = path.join(folder, "complete.bash");
  writeFileSync(script, quill(folder, "completion", "bash").out);
  mkdirSync(path.join(folder, "bin"));
  writeFileSync(
    path.join(folder, "bin/alert-quill"),
    `#!/bin/sh\nexec ${process.execPath} ${path.join(root, "dist/cli/main.js")} "$@"\n`,
    { mode: 0o755 },
  );
  const inBash = 'source ./complete.bash; COMP_WORDS=(alert-quill explain names.unk); COMP_CWORD=2; _alert_quill; echo "${COMPREPLY[@]}"';
  expect(
    execFileSync("bash", ["--norc", "-c", inBash], {
      cwd: folder,
      encoding: "utf8",
      env: { ...process.env, PATH: `${path.join(folder, "bin")}:${process.env["PATH"]}` },
    }),
  ).toBe("names.unknown\n");
});

test("what a baseline holds and is settled is told, can be dropped, and is new when it comes back", () => {
  const folder = scratch();
  write(folder, { "alert-quill.jsonc": '{ "baseline": "base.json" }', "a.js": "tide();\nebb();\n" });
  quill(folder, "baseline");
  write(folder, { "a.js": "tide();\nflow();\n" });
  const { out } = quill(folder, "review");
  expect(out.replaceAll(/\s+/g, " ")).toContain(
    "1 alert of the baseline is settled: `alert-quill baseline --settled` drops it, so that it is new if it comes back.",
  );
  expect(found(out)).toEqual(["names.unknown a.js:2"]);
  expect(quill(folder, "baseline", "--settled").out).toBe(
    "base.json holds 1 alert of 1 file, which are not told from now on.\n",
  );
  write(folder, { "a.js": "tide();\nebb();\n" });
  expect(found(quill(folder, "review").out)).toEqual(["names.unknown a.js:2"]);
});

test("kits are listed, each explained, and told from another", () => {
  const folder = project({});
  const { out } = quill(folder, "kits");
  expect(out.match(/^\w+ +\d+ rules  /gm)!.map((line) => line.split(" ")[0])).toEqual([
    "sound",
    "tidy",
    "modern",
    "light",
    "guarded",
    "typed",
    "thorough",
  ]);
  expect(quill(folder, "explain", "light").out).toContain("strain.heavy-function");
  const both = quill(folder, "explain", "thorough", "--against", "sound").out;
  expect(both).toMatch(/Only in thorough \(\d+\)\n[^]*calls\.console-output[^]*Only in sound \(0\)/);
  const { kit } = JSON.parse(quill(folder, "explain", "modern", "--against", "light", "--format", "json").out);
  expect(kit).toMatchObject({ name: "modern", against: "light", onlyHere: kit.rules });
  expect(kit.onlyThere).toContain("strain.nesting");
  const { kits } = JSON.parse(quill(folder, "kits", "--format", "json").out);
  expect(kits.find(({ name }: any) => name === "light").rules).toEqual(kit.onlyThere);
  expect(quill(folder, "explain", "light", "--against", "lite")).toMatchObject({
    code: 2,
    err: expect.stringContaining("there is no kit `lite`"),
  });
  expect(quill(folder, "explain", "names.unknown", "--against", "light").code).toBe(2);
});

test("the functions with most strain are listed, the heaviest first", () => {
  const folder = project({
    "a.js": "export function fare(age, late) {\n  if (late) {\n    if (age < 4) return 0;\n  }\n  return 420;\n}\n",
    "b.ts": "export class Quay {\n  moor(a: number, b: number, c: number, d: number, e: number): number {\n    return a + b + c + d + e;\n  }\n}\n",
  });
  const { code, out } = quill(folder, "review", "--strain");
  expect(code).toBe(0);
  expect(out).toBe(`4 ▇▇▇▇▇▇▇▇▇▇▇▇  fare  a.js:1
                2 branches + 1 nesting + 1 length
1 ▇▇▇           Quay.moor  b.ts:2
                1 parameter

2 functions in 2 files
`);
  const { functions } = JSON.parse(quill(folder, "review", "--strain", "--format", "json").out);
  expect(functions[0]).toMatchObject({ path: "a.js", line: 1, name: "fare", strain: { figure: 4, nesting: 1 } });
});
