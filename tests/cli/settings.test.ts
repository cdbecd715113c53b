/** Settings on the command line: what is told of them, where they come from, and what special runs do. */
import { execFileSync } from "node:child_process";
import { symlinkSync } from "node:fs";
import path from "node:path";
import { pathToFileURL } from "node:url";
import { describe, expect, test } from "vitest";
import { rules } from "../../src/index.js";
import { harbour, notes, quill, quillAlone, quillIn, scratch } from "../support/command.js";
import { root } from "../support/files.js";
import { withFolder, write } from "../support/settings.js";

function project(files: Record<string, string>): string {
  const folder = scratch();
  write(folder, files);
  return folder;
}

test("mistakes in settings are told in every form, end with 2, and what is valid counts", () => {
  const folder = project({
    "alert-quill.jsonc": '{\n  "languages": { "javascript": { "known": ["tide"] } },\n  "levels": { "names.unknwon": "off" },\n  "zones": [{ "files": ["tests/**"] }]\n}\n',
    "src/a.js": "tide(water);\n",
  });
  const { code, out, err } = quill(folder, "review");
  expect(code).toBe(2);
  for (const note of [
    "There is no rule `names.unknwon`: did you mean `names.unknown`? error · settings.unknown-rule · alert-quill.jsonc:3:15",
    "No file of the project matches `tests/**` warning · settings.unreachable-zone · alert-quill.jsonc:4:24",
  ]) expect(notes(out)).toContain(note);
  expect(out).toContain("`water` is not known");
  expect(out).not.toContain("`tide` is not known");
  expect(err).toBe("alert-quill: alert-quill.jsonc: 2 mistakes in the settings\n");
  const { files } = JSON.parse(quill(folder, "review", "src", "--format", "json").out);
  expect(files.map(({ path, alerts }: any) => [path, alerts.map(({ rule }: any) => rule)])).toEqual([
    ["alert-quill.jsonc", ["settings.unknown-rule", "settings.unreachable-zone"]],
    ["src/a.js", ["names.unknown"]],
  ]);
  expect(quill(folder, "mend")).toMatchObject({
    code: 2,
    err: "alert-quill: alert-quill.jsonc: 2 mistakes in the settings: `alert-quill review` shows them\n",
  });
  // A zone that holds nothing is no reason to stop.
  write(folder, {
    "alert-quill.jsonc": '{ "zones": [{ "files": ["tests/**"] }] }',
    "src/a.js": "export const a = 1;\n",
  });
  expect(quill(folder, "review").code).toBe(1);
  expect(quill(folder, "review", "--fail-on", "error").code).toBe(0);
});

describe("trace", () => {
  test("tells which settings reach a file, and what they come to", () => {
    const folder = harbour();
    const { code, out } = quill(folder, "trace", "scripts/timetable.mjs");
    expect(code).toBe(0);
    for (const line of [
      "language        JavaScript\n  edition         2025, modules told by name and content",
      "runtimes        node",
      "known names     harbourMap",
      "in this order   kit sound → kit tidy → the settings file → zone scripts/**",
      "profiles        spring (with --profile)",
      "reviewed        yes",
    ]) expect(out).toContain(line);
    expect(out).toMatch(/calls\.console-output +off +zone scripts\/\*\*/);
    expect(out).toMatch(/harbour\.clock-face +must +the settings file/);
    expect(out).toMatch(/names\.could-be-fixed +off +in no kit/);
    expect(quill(folder, "trace", "scripts/timetable.mjs", "--profile", "spring").out).toMatch(
      /names\.could-be-fixed +\w+ +kit thorough/,
    );
  });

  test.each<[string, string, string]>([
    ["skipped by the settings", "vendor/a.js", "reviewed        no: alert-quill.jsonc skips `vendor/**`"],
    ["in an ignore file", "made/a.js", "reviewed        no: .gitignore ignores it"],
    ["in a package", "node_modules/a/a.js", "reviewed        no: it lies in node_modules"],
    ["of no known language", "README.md", "language        none is known for this kind of file: nothing is analysed"],
    ["beside no settings file", "../none/a.js", "settings file   none was found upward from here"],
  ])("a file %s", (_, file, line) => {
    const folder = project({
      "in/.git/HEAD": "",
      "in/.gitignore": "made/\n",
      "in/alert-quill.jsonc": '{ "skip": ["vendor/**"] }',
      "in/vendor/a.js": "",
      "in/made/a.js": "",
      "in/node_modules/a/a.js": "",
      "in/README.md": "",
      "none/a.js": "",
    });
    expect(quill(`${folder}/in`, "trace", file).out).toContain(line);
  });

  test("broken settings are told, and end with 2", () => {
    const { code, out } = quill(project({ "alert-quill.jsonc": '{ "kits": ["sond"] }', "a.js": "" }), "trace", "a.js");
    expect(code).toBe(2);
    expect(out).toContain("broken          kits › 0: there is no kit `sond`");
  });
});

test("a profile comes on top or starts from nothing; one that is not there is told", () => {
  const folder = project({
    "alert-quill.jsonc": '{ "profiles": { "calls": { "base": "nothing", "levels": { "calls.*": "hint" } }, "all": { "kits": ["thorough"] } } }',
    "a.js": "let tide = 1;\ndebugger;\nexport { tide };\nwater();\n",
  });
  const found = (...args: string[]): string[] =>
    JSON.parse(quill(folder, "review", "--format", "json", ...args).out).files[0].alerts.map(({ rule }: any) => rule);
  expect(found()).toEqual(["calls.debug-pause", "names.unknown"]);
  expect(found("--profile", "calls")).toEqual(["calls.debug-pause"]);
  expect(found("--profile", "all")).toEqual(["names.could-be-fixed", "calls.debug-pause", "names.unknown"]);
  expect(quill(folder, "review", "--profile", "cals")).toMatchObject({
    code: 2,
    err: "alert-quill: there is no profile `cals` in the settings (there are calls, all)\n",
  });
});

test.each<[string, Record<string, string>, string[], string[]]>([
  [
    "a zone that lacks its files",
    {
      "alert-quill.jsonc": '{ "zones": [{ "levels": {} }, { "files": ["a.js"], "levels": { "names.unknown": "off", "zap": "off" } }], "skip": ["c.js"] }',
    },
    ["`files` is missing: a list", "There is no rule `zap`"],
    ["calls.debug-pause a.js", "names.unknown b.js"],
  ],
  [
    "a pattern without its message",
    {
      "alert-quill.jsonc":
        '{ "kits": [], "patterns": { "one": { "find": "tide()" }, "two": { "find": "wind()", "message": "W" } } }',
    },
    ["`message` is missing: a text"],
    ["pattern.two b.js"],
  ],
  [
    "an unknown key of a kit",
    {
      "alert-quill.jsonc": '{ "kits": ["sound", "./kit.jsonc"] }',
      "kit.jsonc": '{ "languages": { "javascript": { "known": ["tide", "wind"] } }, "knwon": [] }',
    },
    [
      "In the kit ./kit.jsonc, at knwon: there is no setting `knwon` here: did you mean `known`, which stands in `languages` › `javascript`, `python`, `java`, `php` or `c`?",
    ],
    ["calls.debug-pause a.js"],
  ],
  [
    "a kit that is not installed",
    {
      "alert-quill.jsonc":
        '{ "kits": ["sound", "quill-kit-tides"], "languages": { "javascript": { "known": ["tide", "wind"] } } }',
    },
    ["There is no kit `quill-kit-tides` (the package is not installed"],
    ["calls.debug-pause a.js"],
  ],
  [
    "a key that is written twice",
    {
      "alert-quill.jsonc":
        '{ "languages": { "javascript": { "known": ["wind"], "known": ["tide"] } }, "levels": { "calls.*": "off" } }',
    },
    ["`known` is written again further down, and only that counts"],
    ["names.unknown b.js"],
  ],
  [
    "an area without its star",
    {
      "alert-quill.jsonc":
        '{ "levels": { "names": "off", "calls.*": "off" }, "languages": { "javascript": { "known": ["tide"] } } }',
    },
    ["There is no rule `names`: did you mean `names.*`?"],
    ["names.unknown b.js"],
  ],
])("of settings only what is wrong is left out: %s", (_, files, told, found) => {
  const folder = project({ ...files, "a.js": "tide();\ndebugger;\n", "b.js": "wind();\n" });
  const { code, out } = quill(folder, "review");
  expect(code).toBe(2);
  for (const message of told) expect(notes(out)).toContain(message);
  const alerts = [...out.matchAll(/· ([\w-]+\.[\w-]+) · (\w\.js):/g)].map(([, rule, file]) => `${rule} ${file}`);
  expect(alerts.sort()).toEqual(expect.arrayContaining(found));
  expect(alerts.filter((one) => !found.includes(one) && !/^names\.unknown a\.js$/.test(one))).toEqual([]);
});

test("settings of one's own that go by a project's folder are told as idle", () => {
  const folder = project({
    "a.js": "",
    "config/alert-quill/settings.jsonc": '{ "skip": ["a.js"], "zones": [{ "files": ["a.js"] }] }',
  });
  const { out } = quillIn(folder, { XDG_CONFIG_HOME: path.join(folder, "config") }, "review", "a.js");
  expect(notes(out)).toMatch(/`skip` does nothing in settings of your own[^]*`zones` does nothing/);
  expect(out).not.toContain("unreachable-zone");
});

test("folders with the name of a settings or an ignore file, and links to themselves, are passed over", () => {
  const folder = project({ "sub/alert-quill.jsonc/x": "", "sub/.gitignore/x": "", "sub/a.js": "tide();\n" });
  symlinkSync("loop.js", path.join(folder, "loop.js"));
  const { code, out } = quill(folder, "review");
  expect(code).toBe(1);
  expect(out).toContain("names.unknown · sub/a.js:1:1");
  expect(quill(folder, "review", "loop.js")).toMatchObject({ code: 2, err: expect.stringContaining("loop.js: ELOOP") });
});

test("levels of one's own have their name in every form", () => {
  const folder = harbour();
  expect(notes(quill(folder, "review", "src/opening.js").out)).toContain(
    "The time `7:30` needs two digits for the hour must · harbour.clock-face · src/opening.js:4:19",
  );
  expect(
    JSON.parse(quill(folder, "review", "src/opening.js", "--format", "json").out).files[0].alerts[0],
  ).toMatchObject({ level: "error", ownLevel: "must" });
  expect(
    JSON.parse(quill(folder, "review", "src/opening.js", "--format", "sarif").out).runs[0].results[0],
  ).toMatchObject({ ruleId: "harbour.clock-face", level: "error", properties: { level: "must" } });
});

describe("patterns", () => {
  test("are tried out from the command line", () => {
    const folder = project({ "a.js": "log(1, 2);\nlog(3);\nwater();\n" });
    const { code, out } = quill(
      folder,
      "review",
      "--pattern",
      "log({{all…}})",
      "--where",
      '{ "all": { "atLeast": 2 } }',
      "--rewrite",
      "note({{all}})",
    );
    expect(code).toBe(1);
    expect(out).toMatch(/This fits the pattern\n.*warning · pattern\.tried · a\.js:1:1[^]*1 alert in 1 file/);
  });

  test.each<[string, string[], string]>([
    ["no code", ["--pattern", "log("], "--pattern: the pattern is no code"],
    ["no JSON", ["--pattern", "log()", "--where", "{"], "--where: this is no JSON"],
    ["no such hole", ["--pattern", "log()", "--where", '{ "a": {} }'], "--where: there is no hole `{{a}}`"],
  ])("%s is told", (_, args, message) => {
    const { code, err } = quill(project({ "a.js": "" }), "review", ...args);
    expect(code).toBe(2);
    expect(err).toContain(message);
  });
});

describe("packs", () => {
  const pack = `import { defineRule, type Rule, type FileView } from "alert-quill";
import type { Node } from "alert-quill";
import { word } from "./words.ts";
interface Named { readonly name: string }
type Test<In> = (node: In) => boolean;
declare const harbour: string;
abstract class Base<T> implements Named {
  private readonly inner?: T;
  constructor(public readonly name: string) { this.inner = undefined; }
}
const isLoud: Test<Named> = ({ name }: Named): boolean => (name as string)!.toUpperCase() === name;
function told<T extends Named>(this: void, node: T, view?: FileView): asserts node is T {}
export default [defineRule({ id: "harbour.loud", title: "T", why: "W", level: "warning", kits: ["sound"], examples: { alerts: [], quiet: [] }, visit: {
  VariableDeclarator(node, { alert }) { if (node.id.type === "Identifier" && isLoud(node.id)) alert(node.id satisfies Node, { message: word }); },
} })] as readonly Rule[];
`;
  const plain = pack.replace(
    "abstract class Base<T> implements Named {\n  private readonly inner?: T;\n  constructor(public readonly name: string) { this.inner = undefined; }\n}\n",
    "class Base<T> implements Named {\n  private readonly inner?: T;\n  readonly name: string = \"\";\n}\n",
  );

  test("in TypeScript are read without their types, also files they are made of", () => {
    const folder = project({
      "alert-quill.jsonc": '{ "packs": ["./rules.ts"] }',
      "rules.ts": plain,
      "words.ts": "export const word: string = `Loud`;\n",
      "a.js": "export const TIDE = 1;\n",
    });
    expect(quill(folder, "review", "a.js").out).toMatch(/Loud\n.*warning · harbour\.loud · a\.js:1:14/);
    expect(quill(folder, "explain", "harbour.loud").out).toContain("harbour.loud");
  });

  test.each<[string, string, string]>([
    ["throws", "throw new Error('no tide');\n", "it fails while it is loaded: no tide (rules.ts, line 1)"],
    ["does not parse", "export default [;\n", "it fails while it is loaded"],
    [
      "holds more than types",
      pack,
      "line 9: a pack cannot hold this: only types are taken out of it, and this is code",
    ],
    ["exports no list", "export default 3;\n", "its default export is no list of rules"],
    [
      "lacks parts of a rule",
      'export default [{ id: "harbour.loud" }];\n',
      "`harbour.loud` lacks `title`, `why`, `level`, `kits`, `examples`",
    ],
    [
      "brings a rule that is there",
      'import { rules } from "alert-quill";\nexport default [rules.find(({ id }) => id === "names.unknown")];\n',
      "brings a rule `names.unknown`, which there is already",
    ],
  ])("one that %s is told at its line, and all else goes on", (_, text, message) => {
    const folder = project({
      "alert-quill.jsonc": '{ "packs": ["./rules.ts"] }',
      "rules.ts": text,
      "words.ts": "export const word = 1;\n",
      "a.js": "tide();\n",
    });
    const { code, out } = quill(folder, "review", "a.js");
    expect(code).toBe(2);
    expect(notes(out)).toContain(message);
    expect(out).toMatch(/alert-quill\.jsonc:1:13[^]*names\.unknown/);
  });

  const harmful = (more: string, file: string): Record<string, string> => ({
    "alert-quill.jsonc": '{ "packs": ["./rules.js"], "kits": ["sound"] }',
    "rules.js": `import { defineRule } from "alert-quill";\n${more}\nexport default [defineRule({ id: "harbour.bad", title: "T", why: "W", level: "warning", kits: ["sound"], examples: { alerts: [], quiet: [] }, file(file) { ${file} } })];\n`,
    "a.js": "tide();\n",
  });

  test.each<[string, string, string, RegExp]>([
    [
      "calls for an end of the process in a rule",
      "",
      "process.exit(0);",
      /harbour\.bad failed .*it calls `process\.exit`/,
    ],
    ["rejects a promise", 'Promise.reject(new Error("sunk"));', "", /a pack failed outside of its rules: Error: sunk/],
    [
      "fails in a timer",
      "",
      'setTimeout(() => { throw new Error("sunk"); }); const until = Date.now() + 20; while (Date.now() < until);',
      /a pack failed outside of its rules: Error: sunk/,
    ],
    [
      "marks what is not there",
      "",
      'file.alert({ from: 5, to: 500 }, { message: "M" });',
      /harbour\.bad failed .*marks a place that is not there: 5–500, and the text has 8 characters/,
    ],
    [
      "has a remedy of which two edits overlap",
      "",
      'file.alert({ from: 0, to: 4 }, { message: "M", remedies: () => [{ title: "T", certainty: "certain", edits: [{ from: 0, to: 3, insert: "" }, { from: 1, to: 2, insert: "" }] }] });',
      /harbour\.bad failed .*the edits of a remedy overlap/,
    ],
  ])("one that %s is named, and is no success", (_, more, file, message) => {
    const { code, out, err } = quillAlone(project(harmful(more, file)), "review", "a.js");
    expect(err).toMatch(message);
    expect(out).toContain("names.unknown");
    expect(code).toBe(2);
  });

  test.each(["process.exit(0);", "await new Promise(() => {});"])(
    "one that never gives its rules (%s) is told",
    (more) => {
      const { code, out } = quillAlone(project(harmful(more, "")), "review", "a.js");
      expect(notes(out)).toContain("it ends the program while it is loaded, or waits for something that never comes");
      expect(code).toBe(2);
    },
  );

  test("one that waits for ever holds up no command that wants to know which rules there are", () => {
    const folder = project(harmful("await new Promise(() => {});", ""));
    for (const args of [["rules"], ["explain", "names.unknown"], ["trace", "a.js"]]) {
      expect(quillAlone(folder, ...args).out, args[0]).toContain("names.unknown");
    }
  });

  test("a program that embeds the library keeps its own ways to end and to print", () => {
    const folder = project(harmful("", ""));
    const script = `const { exit, stdout: { write } } = process;
      const { ProjectSettings } = await import(${JSON.stringify(pathToFileURL(path.join(root, "dist/project/project-settings.js")).href)});
      await new ProjectSettings().loadPacks(process.argv[1] + "/alert-quill.jsonc");
      console.log(process.exit === exit, process.stdout.write === write);`;
    expect(
      execFileSync(process.execPath, ["--input-type=module", "-e", script, folder], { encoding: "utf8" }),
    ).toBe("true true\n");
  });

  test("what one prints is no part of a report, and what it leaves running keeps nobody waiting", () => {
    const folder = project(harmful("console.log(1); setInterval(() => undefined, 1000);", "console.log(2);"));
    const { out, err } = quillAlone(folder, "review", "a.js", "--format", "json");
    expect(JSON.parse(out).files).toHaveLength(1);
    expect(err).toBe("1\n2\n");
  });

  test("a regular expression in the settings that never ends is cut off, and its rule named", () => {
    const folder = project({
      "alert-quill.jsonc":
        '{ "levels": { "names.off-pattern": "hint" }, "tune": { "names.off-pattern": { "values": "^(a+)+$" } } }',
      "a.js": `export const ${"a".repeat(60)}_ = 1;\ntide();\n`,
    });
    const { code, out, err } = quill(folder, "review", "a.js");
    expect(err).toMatch(/names\.off-pattern failed .*it ran for more than 3 s at a stretch/);
    expect(out).toContain("names.unknown");
    expect(code).toBe(2);
  });

  test("one whose rule throws is reported once for a file", () => {
    const text = 'import { defineRule } from "alert-quill";\nexport default [defineRule({ id: "harbour.sinks", title: "T", why: "W", level: "error", kits: ["sound"], examples: { alerts: [], quiet: [] }, visit: { Identifier() { throw new Error("sunk"); } } })];\n';
    const { err, out } = quill(
      project({ "alert-quill.jsonc": '{ "packs": ["./rules.js"] }', "rules.js": text, "a.js": "tide(tide);\n" }),
      "review",
      "a.js",
    );
    expect(err.match(/the rule harbour\.sinks failed on .*: sunk/g)).toHaveLength(1);
    expect(out).toContain("names.unknown");
  });
});

test("the catalogue is filtered, and given as JSON", () => {
  const ids = (...args: string[]): string[] =>
    JSON.parse(quill(scratch(), "rules", "--format", "json", ...args).out).rules.map(({ id }: any) => id);
  expect(ids()).toEqual(rules.map(({ id }) => id));
  expect(ids("--area", "hush")).toEqual([
    "hush.idle",
    "hush.expired",
    "hush.no-reason",
    "hush.not-read",
    "hush.unknown-rule",
  ]);
  expect(ids("--kit", "tidy")).toEqual(rules.filter(({ kits }) => kits.includes("tidy")).map(({ id }) => id));
  expect(ids("--level", "error", "--area", "names", "--has-remedy")).toContain("names.unknown");
  expect(ids("--language", "settings")).toHaveLength(7);
  expect(quill(scratch(), "rules", "--area", "nams")).toMatchObject({ code: 2 });
  expect(quill(scratch(), "rules", "--area", "hush", "--level", "error").out).toBe("No rule is like that.\n");
});

test("a rule of a pack that does not come to its end is stopped and named, and the review goes on", () => withFolder(
  {
    "alert-quill.jsonc": '{ "packs": ["./rules.js"] }',
    "rules.js": 'import { defineRule } from "alert-quill";\nexport default [defineRule({ id: "harbour.loud", title: "T", why: "W", level: "warning", kits: ["sound"], examples: { alerts: [], quiet: [] }, visit: { Identifier() { for (;;) {} } } })];\n',
    "a.js": "tide();\n",
    "b.js": "tide();\n",
  },
  (folder) => {
    const { code, out, err } = quill(folder, "review", "a.js", "b.js");
    expect(err).toMatch(/harbour\.loud.*it ran for more than 3 s at a stretch/);
    expect(err.match(/harbour\.loud/g)).toHaveLength(1);
    expect(out.match(/names\.unknown/g)).toHaveLength(2);
    expect(code).toBe(2);
  },
));
