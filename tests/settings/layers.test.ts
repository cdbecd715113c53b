/** Which settings reach a file: kits, zones, profiles, the editor, and who wins. */
import { describe, expect, test } from "vitest";
import { tideTable } from "../../examples/tide-table/language.js";
import { createWorkspace, defineRule, type Rule, type Settings } from "../../src/index.js";
import { languages, rules } from "../../src/languages/index.js";
import { javascript } from "../../src/languages/javascript/index.js";
import type { Language } from "../../src/languages/language.js";
import { python } from "../../src/languages/python/index.js";
import { ProjectSettings } from "../../src/project/project-settings.js";
import { optionNames } from "../../src/settings/options.js";
import { resolveSettings } from "../../src/settings/resolve.js";
import { withFolder } from "../support/settings.js";

const kit = (text: object): string => JSON.stringify(text);

/** A rule, as `level from; options`, for a file in a folder. */
function outcome(
  folder: string,
  file: string,
  rule: string,
  options: ConstructorParameters<typeof ProjectSettings>[0] = {},
): string {
  const { level, from } = new ProjectSettings(options).forFile(`${folder}/${file}`).resolved.outcomes.get(rule)!;
  return `${level} ${from.replace(`${folder}/`, "")}`;
}

const packages = {
  "node_modules/@saltmarsh/quill-kit/package.json": "{}",
  "node_modules/@saltmarsh/quill-kit/kit.jsonc": kit({
    kits: ["sound"],
    levels: { "dead.*": "hint" },
    languages: { javascript: { known: ["tide"] } },
  }),
  "node_modules/harbour-kit/package.json": kit({ alertQuill: { kit: "ours.jsonc" } }),
  "node_modules/harbour-kit/ours.jsonc":
    '{ "kits": ["@saltmarsh/quill-kit"], "levels": { "dead.unread-name": "error" }, }',
};

test.each<[string, Settings, string, string, object]>([
  ["the standard kit", {}, "a.js dead.unread-name", "warning kit sound", {}],
  ["no kit", { kits: [] }, "a.js dead.unread-name", "off in no kit", {}],
  [
    "a kit from a package",
    { kits: ["@saltmarsh/quill-kit"] },
    "a.js dead.unread-name",
    "hint kit @saltmarsh/quill-kit",
    {},
  ],
  ["a kit that builds on others", { kits: ["harbour-kit"] }, "a.js dead.unread-name", "error kit harbour-kit", {}],
  [
    "what a kit does not say, by the one it builds on",
    { kits: ["harbour-kit"] },
    "a.js dead.after-exit",
    "hint kit @saltmarsh/quill-kit",
    {},
  ],
  ["the later of two kits", { kits: ["harbour-kit", "sound"] }, "a.js dead.unread-name", "warning kit sound", {}],
  [
    "the file over its kits",
    { kits: ["harbour-kit"], levels: { "dead.*": "off" } },
    "a.js dead.unread-name",
    "off alert-quill.jsonc",
    {},
  ],
  [
    "a rule over its area",
    { levels: { "dead.unread-name": "hint", "dead.*": "off" } },
    "a.js dead.unread-name",
    "hint alert-quill.jsonc",
    {},
  ],
  [
    "a zone",
    { zones: [{ files: ["test/**"], levels: { "dead.*": "off" } }] },
    "test/a.js dead.unread-name",
    "off zone test/**",
    {},
  ],
  [
    "a file outside of the zone",
    { zones: [{ files: ["test/**"], levels: { "dead.*": "off" } }] },
    "src/a.js dead.unread-name",
    "warning kit sound",
    {},
  ],
  [
    "the later of two zones",
    { zones: [{ files: ["*.js"], levels: { "dead.*": "off" } }, { files: ["test/**"], kits: ["sound"] }] },
    "test/a.js dead.unread-name",
    "warning kit sound",
    {},
  ],
  [
    "a profile on top",
    { profiles: { spring: { levels: { "dead.*": "error" } } } },
    "a.js dead.unread-name",
    "error profile spring",
    { profile: "spring" },
  ],
  [
    "a profile from nothing",
    { levels: { "names.*": "error" }, profiles: { spring: { base: "nothing", levels: { "dead.*": "error" } } } },
    "a.js names.unknown",
    "off in no kit",
    { profile: "spring" },
  ],
  [
    "the editor on top",
    { levels: { "dead.*": "off" } },
    "a.js dead.unread-name",
    "error the editor",
    { editor: { settings: { levels: { "dead.*": "error" } }, settingsFile: "merge" } },
  ],
  [
    "the editor without a say in it",
    { levels: { "dead.*": "off" } },
    "a.js dead.unread-name",
    "off alert-quill.jsonc",
    { editor: { settings: { levels: { "names.*": "error" } }, settingsFile: "merge" } },
  ],
  [
    "the editor alone",
    { levels: { "dead.*": "off" } },
    "a.js dead.unread-name",
    "warning kit sound",
    { editor: { settings: { levels: { "names.*": "error" } }, settingsFile: "only" } },
  ],
  ["syntax, which is always on", { levels: { "syntax.*": "off" } }, "a.js syntax.unexpected", "error always on", {}],
  [
    "a level of one's own",
    { ownLevels: { must: { standsOn: "error" } }, levels: { "dead.*": "must" } },
    "a.js dead.unread-name",
    "must alert-quill.jsonc",
    {},
  ],
  [
    "a pattern, where it is defined",
    { patterns: { old: { find: "a()", message: "m", level: "hint" } } },
    "a.js pattern.old",
    "hint where it is defined",
    {},
  ],
  [
    "a rule once more, where it is defined",
    { ownRules: { far: { like: "strain.long-function", options: { lines: 3 }, level: "error" } } },
    "a.js own.far",
    "error where it is defined",
    {},
  ],
  [
    "a pattern whose area is off",
    { patterns: { old: { find: "a()", message: "m" } }, levels: { "pattern.*": "off" } },
    "a.js pattern.old",
    "off alert-quill.jsonc",
    {},
  ],
])("%s", async (_, settings, asked, expected, options) => {
  await withFolder({ ...packages, "alert-quill.jsonc": kit(settings) }, (folder) => {
    const [file, rule] = asked.split(" ");
    expect(outcome(folder, file!, rule!, options)).toBe(expected);
  });
});

test("the nearest settings file counts alone, and without one the user's own", async () => {
  const before = process.env["XDG_CONFIG_HOME"];
  const files = {
    "project/alert-quill.jsonc": kit({ languages: { javascript: { known: ["outer"] } } }),
    "project/inner/alert-quill.jsonc": kit({ languages: { javascript: { known: ["inner"] } } }),
    "config/alert-quill/settings.jsonc": kit({ languages: { javascript: { known: ["mine"] } } }),
  };
  await withFolder(files, (folder) => {
    process.env["XDG_CONFIG_HOME"] = `${folder}/config`;
    try {
      const known = (file: string): readonly string[] =>
        new ProjectSettings().forFile(`${folder}/${file}`).resolved.in(javascript()).values.known;
      expect([
        known("project/a.js"),
        known("project/deep/a.js"),
        known("project/inner/deep/a.js"),
        known("elsewhere/a.js"),
      ]).toEqual([["outer"], ["outer"], ["inner"], ["mine"]]);
    } finally {
      if (before === undefined) delete process.env["XDG_CONFIG_HOME"];
      else process.env["XDG_CONFIG_HOME"] = before;
    }
  });
});

test.each<[string, Record<string, string>, string[]]>([
  [
    "the file's own folder",
    { "src/tsconfig.json": '{ "compilerOptions": { "jsxFactory": "berth.make" } }' },
    ["berth"],
  ],
  [
    "a folder further up, through what it extends, with comments and spare commas",
    {
      "jsconfig.json":
        '{ "extends": ["./base", "@saltmarsh/strict/tsconfig.json"], /* ours */ "compilerOptions": {}, }',
      "base.json": '{ "compilerOptions": { "jsxFactory": "make", "jsxFragmentFactory": "Both" } }',
      "node_modules/@saltmarsh/strict/package.json": "{}",
      "node_modules/@saltmarsh/strict/tsconfig.json": '{ "compilerOptions": { "jsxFactory": "sign" } }',
    },
    ["sign", "Both"],
  ],
  [
    "beside a settings file that names one more",
    {
      "tsconfig.json": '{ "compilerOptions": { "reactNamespace": "Pier" } }',
      "alert-quill.jsonc": kit({ languages: { javascript: { markup: ["raft"] } } }),
    },
    ["Pier", "raft"],
  ],
  ["files that extend each other", { "tsconfig.json": '{ "extends": "./tsconfig.json" }' }, []],
  ["a file that cannot be read as settings", { "tsconfig.json": "[" }, []],
])("the names that markup becomes calls of are those of the compiler's settings: %s", async (_, files, names) => {
  await withFolder(files, (folder) => {
    const { resolved } = new ProjectSettings().forFile(`${folder}/src/sign.tsx`);
    expect(resolved.in(javascript()).values["markup"]).toEqual(names);
    const workspace = createWorkspace({
      languages: [javascript()],
      settings: { languages: { javascript: { markup: names } } },
    });
    const uri = "file:///sign.tsx";
    const text = names.map((name) => `import { ${name} } from "quay";\n`).join("") + "export default <b />;\n";
    workspace.open({ uri, languageId: "typescriptreact", version: 1, text });
    expect(workspace.alerts(uri)).toEqual([]);
  });
});

test("options are put together key by key, and a kit's language counts until another says more", async () => {
  const files = {
    "kits/a.jsonc": kit({
      languages: { javascript: { edition: 2020, modules: true } },
      tune: { "dead.unread-name": { parameters: "all", methods: true } },
    }),
  };
  await withFolder(
    {
      ...files,
      "alert-quill.jsonc": kit({
        kits: ["sound", "./kits/a.jsonc"],
        languages: { javascript: { edition: 2022 } },
        tune: { "dead.unread-name": { methods: false } },
      }),
    },
    (folder) => {
      const { resolved } = new ProjectSettings().forFile(`${folder}/a.js`);
      expect(resolved.in(javascript()).values).toMatchObject({ edition: 2022, modules: true, markup: [] });
      expect(resolved.active.find(({ rule }) => rule.id === "dead.unread-name")!.options).toMatchObject({
        parameters: "all",
        methods: false,
      });
      expect(resolved.outcomes.get("dead.unread-name")!.tunedBy).toEqual([
        "kit ./kits/a.jsonc",
        `${folder}/alert-quill.jsonc`,
      ]);
    },
  );
});

test(
  "what is said of one language counts for its files alone, and before what the same layer says of all",
  async () => {
    const settings = {
      "kits/a.jsonc": kit({ languages: { javascript: { levels: { "calls.*": "hint" } } } }),
      "alert-quill.jsonc": kit({
        kits: ["sound", "./kits/a.jsonc"],
        languages: {
          javascript: {
            levels: { "dead.*": "off", "dead.unread-name": "error" },
            tune: { "dead.unread-name": { parameters: "all" } },
          },
        },
        levels: { "dead.unread-name": "warning" },
        tune: { "dead.unread-name": { parameters: "none" } },
        zones: [{ files: ["quay/**"], levels: { "dead.unread-name": "hint" } }],
      }),
    };
    await withFolder(settings, (folder) => {
      const of = (file: string, id: string): unknown[] => {
        const all = new ProjectSettings().forFile(`${folder}/${file}`).resolved;
        return [all, all.in(javascript()), all.in(tideTable as unknown as Language)].map((one) => {
          const active = one.active.find(({ rule }) => rule.id === id);
          return active && [active.level, (active.options as { parameters?: string } | undefined)?.parameters];
        });
      };
      expect(of("a.js", "dead.unread-name")).toEqual([["warning", "none"], ["error", "all"], ["warning", "none"]]);
      expect(of("quay/a.js", "dead.unread-name")).toEqual([["hint", "none"], ["hint", "all"], ["hint", "none"]]);
      expect(of("a.js", "dead.unread-value").map((one) => one === undefined)).toEqual([false, true, false]);
      expect(of("a.js", "calls.debug-pause")[1]).toEqual(["hint", undefined]);
    });
  },
);

test("what nobody says of a rule's options is as the language has it", () => {
  const unitIn = (language: Language, settings: Settings): unknown => {
    const resolved = resolveSettings({ kits: ["tidy"], ...settings }, { rules, languages }).in(language);
    const { options } = resolved.active.find(({ rule }) => rule.id === "layout.indent")!;
    return (options as { unit: number }).unit;
  };
  const said: Settings = { tune: { "layout.indent": { unit: 3 } } };
  expect([javascript(), python()].map((language) => unitIn(language, {}))).toEqual([2, 4]);
  expect([javascript(), python()].map((language) => unitIn(language, said))).toEqual([3, 3]);
  // What can be said is what the first language takes.
  for (const rule of rules) {
    const names = optionNames(rule);
    for (const part of Object.values(rule.in ?? {})) {
      for (const name of optionNames(part)) expect(names, rule.id).toContain(name);
    }
  }
});

test.each<[string, Record<string, string>, string]>([
  [
    "a kit that builds on itself",
    {
      "a.jsonc": kit({ kits: ["./b.jsonc"] }),
      "b.jsonc": kit({ kits: ["./a.jsonc"] }),
      "alert-quill.jsonc": kit({ kits: ["./a.jsonc"] }),
    },
    "the kit `./a.jsonc` builds on itself",
  ],
  [
    "a kit that a kit lacks",
    { "a.jsonc": kit({ kits: ["@saltmarsh/none"] }), "alert-quill.jsonc": kit({ kits: ["./a.jsonc"] }) },
    "there is no kit `@saltmarsh/none` (asked for by the kit",
  ],
  [
    "a broken kit",
    { "a.jsonc": '{ "levels": }', "alert-quill.jsonc": kit({ kits: ["./a.jsonc"] }) },
    "a.jsonc, line 1: a value is missing here",
  ],
  [
    "a kit with a wrong key",
    { "a.jsonc": '{ "skip": [] }', "alert-quill.jsonc": kit({ kits: ["./a.jsonc"] }) },
    "skip: there is no setting `skip` here",
  ],
  [
    "a kit with a wrong rule",
    { "a.jsonc": '{ "levels": { "names.unknwon": "off" } }', "alert-quill.jsonc": kit({ kits: ["./a.jsonc"] }) },
    "in the kit ./a.jsonc, at levels › names.unknwon: there is no rule `names.unknwon`: did you mean `names.unknown`?",
  ],
  [
    "a kit with a wrong pattern",
    {
      "a.jsonc": kit({ patterns: { tie: { find: "tie(", message: "m" } } }),
      "alert-quill.jsonc": kit({ kits: ["./a.jsonc"] }),
    },
    "in the kit ./a.jsonc, at patterns › tie › find: the pattern is no code: `)` is missing",
  ],
  [
    "a kit with a rule once more that there is not",
    {
      "a.jsonc": kit({ ownRules: { far: { like: "strain.long-functions" } } }),
      "alert-quill.jsonc": kit({ kits: ["./a.jsonc"] }),
    },
    "in the kit ./a.jsonc, at ownRules › far › like: there is no rule `strain.long-functions`: did you mean",
  ],
])("%s is told at its name", async (_, files, message) => {
  await withFolder(files, (folder) => {
    const { issues } = new ProjectSettings().source(`${folder}/alert-quill.jsonc`);
    expect(issues.map(({ path }) => path)).toEqual([["kits", 0]]);
    expect(issues[0]!.message).toContain(message);
  });
});

describe("changed settings", () => {
  const text = "export const tide = 1;\ndebugger;\nconsole.log(water);\n";
  const counted = (id: string, calls: string[]): Rule => defineRule({
    id,
    title: "T",
    why: "W",
    level: "warning",
    kits: ["sound"],
    examples: { alerts: [], quiet: [] },
    visit: { Identifier: (node, { alert }) => (calls.push(id), alert(node, { message: id })) },
  });

  test("only rules that are on or tuned otherwise run again, and the alerts are those of a fresh workspace", () => {
    const calls: string[] = [];
    const own = [counted("harbour.one", calls), counted("harbour.two", calls)];
    const steps: Settings[] = [
      {},
      { levels: { "harbour.one": "error" } },
      { levels: { "harbour.one": "off" } },
      { levels: { "harbour.two": "off", "names.unknown": "hint" } },
      { levels: { "calls.*": "error" }, tune: { "calls.console-output": { allow: ["log"] } } },
      { languages: { javascript: { known: ["water"] } } },
      {},
    ];
    const expected = [
      "one one one one two two two two",
      "",
      "",
      "one one one one",
      "two two two two",
      "one one one one two two two two",
      "one one one one two two two two",
    ];
    const workspace = createWorkspace({ languages: [javascript()], rules: own });
    workspace.open({ uri: "file:///a.js", languageId: "javascript", version: 1, text });
    for (const [index, settings] of steps.entries()) {
      calls.length = 0;
      if (index > 0) workspace.configure(settings);
      const alerts = workspace.alerts("file:///a.js");
      expect(calls.map((id) => id.slice("harbour.".length)).sort().join(" "), JSON.stringify(settings)).toBe(
        expected[index],
      );
      const fresh = createWorkspace({ languages: [javascript()], rules: own, settings });
      fresh.open({ uri: "file:///a.js", languageId: "javascript", version: 1, text });
      expect(alerts).toEqual(fresh.alerts("file:///a.js"));
      // And they follow edits from there.
      workspace.edit("file:///a.js", index * 2 + 2, [{ from: 0, to: 0, insert: "sail();\n" }]);
      fresh.edit("file:///a.js", 2, [{ from: 0, to: 0, insert: "sail();\n" }]);
      expect(workspace.alerts("file:///a.js")).toEqual(fresh.alerts("file:///a.js"));
      workspace.edit("file:///a.js", index * 2 + 3, [{ from: 0, to: 8, insert: "" }]);
      workspace.alerts("file:///a.js");
    }
  });

  test("a rule that comes late is caught up with in slices, edits in between included", () => {
    const long = text.repeat(400).replaceAll("export const tide = 1;\n", "");
    const workspace = createWorkspace({ languages: [javascript()], settings: { levels: { "calls.*": "off" } } });
    workspace.open({ uri: "file:///a.js", languageId: "javascript", version: 1, text: long });
    workspace.alerts("file:///a.js");
    workspace.configure({});
    let steps = 3;
    expect(workspace.work("file:///a.js", () => (steps -= 1) < 0)).toBe(false);
    workspace.edit("file:///a.js", 2, [{ from: 0, to: 0, insert: "debugger;\n" }]);
    const fresh = createWorkspace({ languages: [javascript()] });
    fresh.open({ uri: "file:///a.js", languageId: "javascript", version: 1, text: `debugger;\n${long}` });
    expect(workspace.alerts("file:///a.js")).toEqual(fresh.alerts("file:///a.js"));
  });
});
