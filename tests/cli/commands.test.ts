import { execFileSync } from "node:child_process";
import { chmodSync, mkdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import path from "node:path";
import { describe, expect, test } from "vitest";
import { rules } from "../../src/index.js";
import { version } from "../../src/version.js";
import { harbour, quill, quillIn, scratch } from "../support/command.js";
import { filesBelow, read, root } from "../support/files.js";
import { shapes } from "../support/shapes.js";

const planted = JSON.parse(read(path.join(root, "examples/harbour/planted.json"))) as {
  file: string;
  line: number;
  rule: string;
}[];

function project(files: Record<string, string>): string {
  const folder = scratch();
  for (const [name, text] of Object.entries(files)) {
    mkdirSync(path.dirname(path.join(folder, name)), { recursive: true });
    writeFileSync(path.join(folder, name), text);
  }
  return folder;
}

describe("review", () => {
  test("what was found in files that are as they were counts again, and not with --anew", () => {
    const folder = project(
      Object.fromEntries([1, 2, 3, 4, 5].map((pier) => [`pier${pier}.js`, `export const pier = berth${pier};\n`])),
    );
    const own = scratch();
    const review = (...args: string[]) => quillIn(folder, { XDG_CACHE_HOME: own }, "review", ...args);
    const kept = (): string[] => filesBelow(path.join(own, "alert-quill/results"), /\.json$/);
    const { out } = review();
    expect(out).toContain("`berth3` is not known here");
    expect(review().out).toBe(out);
    const results = kept();
    // Each of five files, and all of them in one.
    expect(results).toHaveLength(6);
    for (const file of results) writeFileSync(file, "{\"alerts\":[],\"certain\":[],\"asked\":[]}");
    expect(review().out).toContain("No alerts");
    expect(review("--anew").out).toBe(out);
    // Something else that is kept for it is passed over.
    for (const file of results) writeFileSync(file, "{\"alerts\":");
    expect(review().out).toBe(out);
  });

  test("what was found counts as long as the files around are, for it, as they were", () => {
    const folder = project({
      "tides.js": "export const low = 1;\n",
      ...Object.fromEntries([1, 2, 3, 4].map((pier) => [`pier${pier}.js`, "export { low } from \"./tides.js\";\n"])),
    });
    const { out } = quill(folder, "review");
    expect(out).toContain("No alerts in 5 files");
    writeFileSync(path.join(folder, "tides.js"), "export const high = 1;\n");
    const changed = quill(folder, "review").out;
    expect(changed).toContain("4 alerts");
    expect(changed).toContain("`./tides.js` exports no `low`: import a name that it exports");
    writeFileSync(path.join(folder, "tides.js"), "export const high = 2, low = 3;\n");
    expect(quill(folder, "review").out).toContain("No alerts in 5 files");
    rmSync(path.join(folder, "tides.js"));
    expect(quill(folder, "review").out).toContain("`./tides.js` leads to no file: name one that is there");
  });

  test("what decides the alerts beside the text keeps results apart", () => {
    const long = `export const piers = [${"\"north\", ".repeat(14)}"south"];\n`;
    const folder = project({
      "alert-quill.jsonc": '{ "kits": ["tidy"] }',
      ...Object.fromEntries([1, 2, 3, 4].map((pier) => [`pier${pier}.js`, long])),
    });
    const { out } = quill(folder, "review");
    expect(out).toContain("layout.line-breaks");
    // That rule goes by the option of another one, which is off.
    writeFileSync(
      path.join(folder, "alert-quill.jsonc"),
      '{ "kits": ["tidy"], "tune": { "layout.line-width": { "most": 300 } } }',
    );
    expect(quill(folder, "review").out).toBe(quill(folder, "review", "--anew").out);
    expect(quill(folder, "review").out).not.toBe(out);
    const declared = "export declare const pier: Berth;\nfunction moor(rope: string): void;\n";
    const types = project(
      Object.fromEntries(
        ["a.ts", "b.ts", "c.d.ts", "d.d.ts", "e.d.css.ts", "f.mts", "g.tsx"].map((name) => [name, declared]),
      ),
    );
    expect(quill(types, "review").out).toBe(quill(types, "review", "--anew").out);
  });

  test("many files are looked at in threads, and what is told is the same", () => {
    const [shape] = shapes;
    const folder = project(
      Object.fromEntries(
        Array.from({ length: 30 }, (_, index) => [`pier${index}.js`, `${shape!.make(400)}tide${index}();\n`]),
      ),
    );
    const threads = quill(folder, "review", "--anew");
    expect(threads.err).toBe("");
    expect(threads.out).toContain("`tide29` is not known here");
    expect(quill(folder, "review", "--cost").out).toBe(threads.out);
  });

  test("finds in the sample what was planted there, and nothing else", () => {
    const { code, out } = quill(harbour(), "review", "--format", "json");
    const report = JSON.parse(out) as {
      files: { path: string; alerts: { rule: string; range: { start: { line: number } } }[] }[]
    };
    const found = report.files.flatMap(({ path: file, alerts }) => alerts.map(({ rule, range }) => ({
      file,
      line: range.start.line + 1,
      rule,
    })));
    expect(found).toEqual(planted);
    expect(new Set(planted.map(({ rule }) => rule)).size).toBeGreaterThanOrEqual(10);
    expect(code).toBe(1);
  });

  test("shows people the line with the range marked", () => {
    const folder = project({
      "a.js": "export const fare = 1;\n\tsail(fare, tdie);\nexport const tide = '🚢';\nexport function sail() {}\n",
    });
    const { code, out } = quill(folder, "review");
    expect(code).toBe(1);
    expect(out).toBe(
      [
        "   2 │     sail(fare, tdie);",
        "     ┊                ━━━━",
        "     ┊                ╰─ `tdie` is not known here: did you mean `tide`?",
        "     ┊                   error · names.unknown · a.js:2:13",
        "     ┊                   a.js:3:14 `tide` is declared here",
        "",
        "─".repeat(72),
        " 1 alert in 1 file",
        "",
        "   error  1 ▇    names  1 ▇",
        "",
      ].join("\n"),
    );
  });

  test("SARIF is valid by the public validator", () => {
    const folder = harbour();
    writeFileSync(path.join(folder, "src/a #1 file? 5%.js"), "tide();\n");
    writeFileSync(path.join(folder, "src/none.js"), "a\0b");
    const { code, out } = quill(folder, "review", "--format", "sarif");
    expect(code).toBe(2);
    const file = path.join(folder, "review.sarif");
    writeFileSync(file, out);
    const log = JSON.parse(out) as {
      runs: { results: { ruleId: string }[]; invocations: { toolExecutionNotifications: object[] }[] }[]
    };
    expect(out).toContain('"src/a%20%231%20file%3F%205%25.js"');
    expect(log.runs[0]!.invocations[0]!.toolExecutionNotifications).toMatchObject([
      { message: { text: "src/none.js: this is no text: it holds a zero byte." } },
    ]);
    expect(JSON.parse(quill(folder, "review", "--format", "json").out).problems).toEqual([
      { path: "src/none.js", reason: "this is no text: it holds a zero byte" },
    ]);
    expect(log.runs[0]!.results.length).toBe(planted.length + 1);
    const validator = path.join(root, "node_modules/@microsoft/sarif-multitool-linux/Sarif.Multitool");
    chmodSync(validator, 0o755);
    // The rules of form (SARIF1…) must hold; those that advise on style (SARIF2…) are not asked.
    const said = execFileSync(
      validator,
      ["validate", file, "--level", "Error;Warning", "--kind", "Fail"],
      { encoding: "utf8" },
    );
    expect(said).not.toMatch(/: (?:error|warning) /i);
    expect(said).toMatch(/Analysis completed successfully/);
  });

  test.each<[string, string[], Record<string, string>, number]>([
    ["nothing found", ["review"], { "a.js": "export const a = 1;\n" }, 0],
    [
      "only something below the failing level",
      ["review"],
      { "a.js": "export const a = 1", "alert-quill.jsonc": '{"kits":["tidy"]}' },
      0,
    ],
    [
      "something at a failing level that was asked for",
      ["review", "--fail-on", "hint"],
      { "a.js": "export const a = 1", "alert-quill.jsonc": '{"kits":["tidy"]}' },
      1,
    ],
    ["a path that is not there", ["review", "b.js"], {}, 2],
    ["a file of no known language", ["review", "a.tide"], { "a.tide": "" }, 2],
    ["a file that is no text", ["review"], { "a.js": "a\0b" }, 2],
    ["a level that is not there", ["review", "--fail-on", "loud"], {}, 2],
    ["an option that is not there", ["review", "--loud"], {}, 2],
    ["a command that is not there", ["sail"], {}, 2],
    ["a rule that is not there", ["explain", "names.unknwon"], {}, 2],
    ["serving without saying how", ["serve"], {}, 2],
    [
      "settings that cannot be used",
      ["review"],
      { "a.js": "", "alert-quill.jsonc": '{"levels":{"names.unknwon":"off"}}' },
      2,
    ],
    ["settings that are no JSON", ["review"], { "a.js": "", "alert-quill.jsonc": "{ kits" }, 2],
    ["help", ["--help"], {}, 0],
    ["the version", ["--version"], {}, 0],
  ])("exit code: %s", (_, args, files, expected) => {
    const { code, out, err } = quill(project(files), ...args);
    expect(code, out + err).toBe(expected);
    if (expected === 2) expect(err).toMatch(/\S/);
  });

  test(
    "ignore files and the settings leave files out, a file named itself is taken where only ignore files say so",
    () => {
      const bad = "tide();\n";
      const folder = project({
        ".git/x": "",
        ".gitignore": "built/\n*.min.js\n!keep.min.js\n",
        "alert-quill.jsonc": '{ "skip": ["vendor/**"] }',
        "a.js": bad,
        "b.min.js": bad,
        "keep.min.js": bad,
        "built/c.js": bad,
        "node_modules/d/d.js": bad,
        "vendor/e.js": bad,
        "sub/.gitignore": "f.js\n",
        "sub/f.js": bad,
        "sub/g.js": bad,
      });
      const shown = (...args: string[]): string[] => (JSON.parse(
        quill(folder, "review", "--format", "json", ...args).out,
      ) as { files: { path: string }[] }).files.map((file) => file.path);
      expect(shown()).toEqual(["a.js", "keep.min.js", "sub/g.js"]);
      expect(shown("sub", "b.min.js", "vendor/e.js")).toEqual(["b.min.js", "sub/g.js"]);
      expect(quill(folder, "review", "a.js", "vendor/e.js").out).toContain(
        "Not looked at: 1 file that the settings skip by `vendor/**` (vendor/e.js).",
      );
      expect(shown("**/{a,g}.js", "sub/*.js", "vendor/*.js")).toEqual(["a.js", "sub/g.js"]);
      expect(quill(folder, "review", "*.tsx")).toMatchObject({
        code: 2,
        err: expect.stringContaining("*.tsx: no file that a language is known for matches"),
      });
    },
  );
});

describe("mend", () => {
  test("settles what is certain, tells what it did, and the second time there is nothing", () => {
    const folder = harbour();
    const { code, out } = quill(folder, "mend");
    expect(out).toBe(
      [
        "office/TicketOffice.java  1 × dead.unread-import",
        "scripts/timetable.mjs  1 × layout.final-newline",
        "src/boarding.js  1 × calls.debug-pause",
        "src/ferry.js  1 × layout.statement-end",
        "weather/tides.py  1 × dead.unread-import",
        "5 alerts settled in 5 files.",
        "     2 × dead.unread-import",
        "     1 × calls.debug-pause",
        "     1 × layout.final-newline",
        "     1 × layout.statement-end",
        "",
      ].join("\n"),
    );
    expect(code).toBe(0);
    expect(read(path.join(folder, "src/ferry.js"))).toContain("\n];\n");
    expect(read(path.join(folder, "src/clock.js"))).toBe(read(path.join(root, "examples/harbour/src/clock.js")));
    expect(quill(folder, "mend").out).toBe("Nothing to mend.\n");
  });

  test("keeps a byte order mark and line ends, and does only what is asked", () => {
    const folder = project({
      "a.js": "\ufeffdebugger;\r\nexport const a = 1",
      "alert-quill.jsonc": '{"kits":["sound","tidy"]}',
    });
    expect(quill(folder, "mend", "--only", "layout.final-newline").code).toBe(0);
    expect(readFileSync(path.join(folder, "a.js"), "utf8")).toBe("\ufeffdebugger;\r\nexport const a = 1\r\n");
    expect(quill(folder, "mend", "--only", "layuot").code).toBe(2);
  });
});

test("rules and explain show the catalogue", () => {
  const { out } = quill(scratch(), "rules");
  for (const { id } of rules) expect(out).toContain(id);
  const page = quill(scratch(), "explain", "dead.unread-name").out;
  for (const part of [
    "dead.unread-name",
    "Alerts",
    "Stays quiet",
    "Options",
    "mayStay",
    '"^_"',
    "const children = 2;\n     ┊         ━━━━━━━━\n",
  ]) expect(page).toContain(part);
});

describe("what the analysis sees", () => {
  test("review --cost tells what the time went to, beside the report", () => {
    const { code, out, err } = quill(harbour(), "review", "--cost", "--format", "json");
    expect(code).toBe(1);
    expect(JSON.parse(out)).toHaveProperty("files");
    expect(err).toMatch(/Time by stage\n.* ms .*%.*\n[^]*Time by rule\n[^]*names\.unknown/);
    for (const stage of ["reading the text", "finding names", "drawing flow graphs", "all rules"]) {
      expect(err).toContain(stage);
    }
  });

  test("trace --flow --format svg draws the graph, with its turns, its ways out and what is never reached", () => {
    const folder = project({
      "tides.js": "export function low(list, most) {\n  for (const one of list) {\n    if (one.from < most && one.to > 2) break;\n    tell(one);\n  }\n  return list;\n  most = 1;\n}\n",
    });
    const { code, out } = quill(folder, "trace", "--flow", "tides.js:3", "--format", "svg");
    expect(code).toBe(0);
    const texts = [...out.matchAll(/<text[^>]*>(.*?)<\/text>/g)].map(([, inner]) => inner!.replaceAll(/<[^>]+>/g, ""));
    expect(texts).toEqual([
      "if one.from &lt; most",
      "otherwise",
      "if one.to &gt; 2",
      "otherwise",
      "   2 for (const one of list) { …",
      "next turn",
      "   3 if (one.from &lt; most &amp;&amp; one.to &gt; 2) break;",
      "   6 return list;",
      "   3 break;",
      "   4 tell(one);",
      "   3 one.to &gt; 2",
      "   7 most = 1;",
      "leaves",
    ]);
    expect(out.match(/<rect class="unreached"/g)).toHaveLength(1);
    expect(out.match(/<path class="way/g)!.length).toBe(10);
    // As the way of a shape is written, with nothing that is no number.
    expect(out).not.toMatch(/NaN|undefined/);
    expect(quill(folder, "trace", "tides.js", "--format", "svg")).toMatchObject({
      code: 2,
      err: "alert-quill: svg draws flow graphs: say of which line with --flow\n",
    });
    expect(quill(folder, "trace", "--flow", "tides.js:1", "--format", "json").code).toBe(2);
  });

  test("trace --flow shows the graph of the function around a line", () => {
    const folder = harbour();
    const { code, out } = quill(folder, "trace", "--flow", "src/clock.js:16");
    expect(code).toBe(0);
    expect(out).toContain("The code of `inSummerDay`");
    expect(out).toMatch(/never reached\n +21 {2}`return minutes === 0;`/);
    expect(quill(folder, "trace", "--flow", "src/berths.js:1").out).toMatch(/^The module, /);
    expect(quill(folder, "trace", "--flow", "src/berths.js:12").out).toMatch(
      /→ block 1 {2}if `table instanceof TideTable`\n {2}→ block 3 {2}unless/,
    );
  });

  test.each<[string, string, string]>([
    ["no line", "src/clock.js", "say which line, as in `--flow src/fares.js:12`"],
    ["a file that is not there", "src/clocks.js:1", "src/clocks.js: there is no such file"],
    ["a file of no known language", "README.md:1", "no language is known for .md"],
    ["a line past the end", "src/clock.js:999", "lines, and no line 999"],
  ])("%s is told", (_, place, message) => {
    const { code, err } = quill(harbour(), "trace", "--flow", place);
    expect(code).toBe(2);
    expect(err).toContain(message);
  });
});

test("the pages of the rules are those the rules tell", () => {
  expect(execFileSync(process.execPath, ["scripts/rule-pages.mjs", "--check"], { cwd: root, encoding: "utf8" })).toBe(
    "",
  );
});

test("the demo plays through and finds all that was planted", { timeout: 600_000 }, () => {
  const { code, out, err } = quill(scratch(), "demo", "--fast");
  expect(err).toBe("");
  expect(code).toBe(0);
  expect(out).toContain(`${planted.length} of ${planted.length} planted mistakes found.`);
  expect(out).toContain("▸ Change to ‘toCoins’");
});

test("the version is the package's", () => {
  expect(version).toBe((JSON.parse(read(path.join(root, "package.json"))) as { version: string }).version);
  expect(quill(scratch(), "--version").out).toBe(`${version}\n`);
});

describe("mend looks before it writes", () => {
  test("--dry-run shows the lines that would change, before and after, and writes nothing", () => {
    const folder = harbour();
    const before = read(path.join(folder, "src/ferry.js"));
    const { code, out } = quill(folder, "mend", "--dry-run");
    expect(code).toBe(0);
    expect(out).toContain("src/ferry.js  1 × layout.statement-end\n  23 │   new Ferry(\"Avocet\",");
    expect(out).toContain("\n  24 − ]\n  24 + ];\n  25 │\n");
    // The last line of that file had no line end.
    expect(out).toContain("  18 − }\n     ┊ no line end here\n  18 + }\n");
    expect(out).toContain("5 alerts would be settled in 5 files; nothing was written.");
    expect(read(path.join(folder, "src/ferry.js"))).toBe(before);
  });

  test("--since settles only what stands in lines that have changed", () => {
    const folder = project({
      "alert-quill.jsonc": "{}",
      "a.js": "debugger;\nexport const a = 1;\n",
      "b.js": "debugger;\n",
    });
    const git = (...args: string[]): string => execFileSync(
      "git",
      ["-c", "user.name=Wren", "-c", "user.email=wren@saltmarsh.example", ...args],
      { cwd: folder, encoding: "utf8" },
    );
    git("init", "-q");
    git("add", "a.js", "alert-quill.jsonc");
    git("commit", "-qm", "Before");
    writeFileSync(path.join(folder, "a.js"), "debugger;\nexport const a = 1;\ndebugger;\n");
    expect(quill(folder, "mend", "--since", "HEAD").code).toBe(0);
    expect(read(path.join(folder, "a.js"))).toBe("debugger;\nexport const a = 1;\n");
    expect(read(path.join(folder, "b.js"))).toBe("");
    expect(quill(folder, "mend", "--since", "nowhere")).toMatchObject({
      code: 2,
      err: expect.stringContaining("git cannot tell what changed since `nowhere`"),
    });
  });
});
