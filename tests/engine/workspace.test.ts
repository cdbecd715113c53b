import path from "node:path";
import fc from "fast-check";
import { describe, expect, test, vi } from "vitest";
import type { CutOff } from "../../src/engine/rule-limits.js";
import {
  applyAll,
  createWorkspace,
  defineRule,
  SettingsError,
  WorkspaceError,
  type Settings,
  type WorkspaceOptions,
} from "../../src/index.js";
import { javascript } from "../../src/languages/javascript/index.js";
import { cutOff } from "../../src/project/cut-off.js";
import { filesBelow, often, read, root } from "../support/files.js";

const uri = "file:///harbour/a.js";

function workspaceWith(text: string, settings: Settings = {}, more: Partial<WorkspaceOptions> = {}) {
  const workspace = createWorkspace({ languages: [javascript()], settings, ...more });
  workspace.open({ uri, languageId: "javascript", version: 1, text });
  return workspace;
}

const rulesFound = (text: string, settings: Settings = {}, more: Partial<WorkspaceOptions> = {}): string[] =>
  workspaceWith(text, settings, more).alerts(uri).map(({ rule }) => rule);

describe("documents", () => {
  test("alerts follow the edits, which apply one after the other", () => {
    const workspace = workspaceWith("const tide = 3;\nexport { tide };\n");
    expect(workspace.alerts(uri)).toEqual([]);
    workspace.edit(uri, 2, [{ from: 6, to: 10, insert: "water" }, { from: 6, to: 7, insert: "W" }]);

    expect(workspace.text(uri).value).toBe("const Water = 3;\nexport { tide };\n");
    expect(workspace.alerts(uri).map(({ rule, from, to, level }) => [rule, from, to, level])).toEqual([
      ["dead.unread-name", 6, 11, "warning"],
      ["names.unknown", 26, 30, "error"],
    ]);
    workspace.close(uri);
    expect(workspace.uris).toEqual([]);
  });

  test.each<[string, string, (workspace: ReturnType<typeof workspaceWith>) => void]>([
    ["a document that is not open", "unknown-document", (w) => w.alerts("file:///b.js")],
    ["closing one that is not open", "unknown-document", (w) => w.close("file:///b.js")],
    ["opening it twice", "already-open", (w) => w.open({ uri, languageId: "javascript", version: 1, text: "" })],
    [
      "a language that is not there",
      "unknown-language",
      (w) => w.open({ uri: "file:///b.py", languageId: "python", version: 1, text: "" }),
    ],
    ["a version that goes backward", "version-not-newer", (w) => w.edit(uri, 1, [])],
    [
      "a range past the end",
      "range-outside-text",
      (w) => w.edit(uri, 2, [{ from: 0, to: 1, insert: "" }, { from: 3, to: 99, insert: "" }]),
    ],
    ["a range that is turned round", "range-outside-text", (w) => w.edit(uri, 2, [{ from: 3, to: 1, insert: "" }])],
  ])("%s is a typed error and changes nothing", (_, code, call) => {
    const workspace = workspaceWith("tide();\n");
    const before = workspace.alerts(uri);
    expect(() => call(workspace)).toThrow(expect.objectContaining({ name: "WorkspaceError", code }));
    expect(workspace.text(uri).value).toBe("tide();\n");
    expect(workspace.version(uri)).toBe(1);
    expect(workspace.alerts(uri)).toEqual(before);
    expect(WorkspaceError.prototype).toBeInstanceOf(Error);
  });

  test("a language that fails half-way through an edit costs that answer only", () => {
    let fails = true;
    const shaky = {
      ...javascript(),
      reparse: () => {
        if (fails) throw new Error("on purpose");
        return javascript().parse("", { uri, languageId: "javascript" });
      },
    };
    const workspace = createWorkspace({ languages: [shaky] });
    workspace.open({ uri, languageId: "javascript", version: 1, text: "tide();\n" });
    expect(workspace.alerts(uri)).toHaveLength(1);
    workspace.edit(uri, 2, [{ from: 0, to: 0, insert: "water();\n" }]);
    expect(() => workspace.alerts(uri)).toThrow("on purpose");
    fails = false;
    expect(workspace.alerts(uri)).toHaveLength(2);
  });

  test("a rule that throws is told once a version, and the others go on", () => {
    const onFailure = vi.fn();
    const rule = defineRule({
      id: "dead.on-purpose",
      title: "Throws",
      why: "For this test.",
      level: "error",
      kits: ["sound"],
      examples: { alerts: [], quiet: [] },
      visit: {
        Identifier: (node, file) => {
          file.alert(node, { message: "never kept" });
          throw new Error("on purpose");
        },
      },
    });
    const workspace = workspaceWith("tide(water);\n", {}, { rules: [rule], onFailure });
    expect(workspace.alerts(uri).map((alert) => alert.rule)).toEqual(["names.unknown", "names.unknown"]);
    expect(onFailure).toHaveBeenCalledExactlyOnceWith(uri, expect.objectContaining({ rule: "dead.on-purpose" }));
  });
});

test("after any edits the alerts are those of a fresh analysis", () => {
  const sources = filesBelow(path.join(root, "examples/harbour"), /\.(?:js|jsx|mjs|cjs)$/).map(read);
  const edit = fc.tuple(
    fc.nat(),
    fc.nat(30),
    fc.constantFrom("", "(", "}", "tide", "\n", "const a = 1;\n", "`", "return;", "{", "//", "é🚢"),
  );
  fc.assert(
    fc.property(fc.constantFrom(...sources), fc.array(edit, { minLength: 1, maxLength: 8 }), (source, edits) => {
      const settings: Settings = { kits: ["sound", "tidy", "modern", "light", "guarded", "typed", "thorough"] };
      const workspace = workspaceWith(source, settings);
      let version = 1;
      for (const [at, length, insert] of edits) {
        const size = workspace.text(uri).length;
        const from = at % (size + 1);
        workspace.edit(uri, (version += 1), [{ from, to: Math.min(size, from + length), insert }]);
        expect(workspace.alerts(uri)).toEqual(workspaceWith(workspace.text(uri).value, settings).alerts(uri));
      }
    }),
    { seed: 3, numRuns: often(15, 60) },
  );
});

describe("settings", () => {
  test.each<[string, unknown, string, (string | number)[], string | undefined]>([
    ["a key that is not there", { kit: ["sound"] }, "unknown-key", ["kit"], "kits"],
    [
      "a rule that is not there",
      { levels: { "names.unknwon": "off" } },
      "unknown-rule",
      ["levels", "names.unknwon"],
      "names.unknown",
    ],
    ["an area that is not there", { levels: { "name.*": "off" } }, "unknown-rule", ["levels", "name.*"], "names.*"],
    [
      "a level that is not there",
      { levels: { "names.unknown": "warnin" } },
      "wrong-value",
      ["levels", "names.unknown"],
      "warning",
    ],
    ["a kit that is not there", { kits: ["sond"] }, "missing-kit", ["kits", 0], "sound"],
    [
      "an edition that is not there",
      { languages: { javascript: { edition: 2014 } } },
      "wrong-value",
      ["languages", "javascript", "edition"],
      undefined,
    ],
    [
      "a runtime that is not there",
      { languages: { javascript: { runtime: ["kiosk"] } } },
      "wrong-value",
      ["languages", "javascript", "runtime", 0],
      undefined,
    ],
    [
      "a wrong kind of value",
      { languages: { javascript: { known: "tide" } } },
      "wrong-value",
      ["languages", "javascript", "known"],
      undefined,
    ],
    [
      "an option that is not there",
      { tune: { "calls.console-output": { alow: [] } } },
      "unknown-key",
      ["tune", "calls.console-output", "alow"],
      "allow",
    ],
    [
      "an option of a wrong kind",
      { tune: { "dead.unread-name": { parameters: "some" } } },
      "wrong-value",
      ["tune", "dead.unread-name", "parameters"],
      undefined,
    ],
    [
      "options of a rule without any",
      { tune: { "dead.after-exit": {} } },
      "unknown-key",
      ["tune", "dead.after-exit"],
      undefined,
    ],
  ])("%s", (_, settings, code, where, suggestion) => {
    const error = (() => {
      try {
        createWorkspace({ languages: [javascript()], settings: settings as Settings });
      } catch (thrown) {
        return thrown;
      }
      return undefined;
    })() as SettingsError;
    expect(error).toBeInstanceOf(SettingsError);
    expect(error.issues).toMatchObject([{ code, path: where, ...(suggestion && { suggestion }) }]);
    expect(error.message).toContain(where.at(-1)!.toString());
  });

  test.each<[string, Settings, string, string[]]>([
    ["the standard kit", {}, "tide();\nconst a = 1", ["names.unknown"]],
    [
      "two kits",
      { kits: ["sound", "tidy"] },
      "tide()",
      ["names.unknown", "layout.final-newline", "layout.statement-end"],
    ],
    ["no kit: what is broken still alerts", { kits: [] }, "tide(;\n", ["syntax.missing-closer"]],
    ["all but layout", { kits: ["thorough"] }, "console.log(1)", ["calls.console-output"]],
    [
      "a rule by name wins over its area",
      { levels: { "names.unknown": "hint", "names.*": "off" } },
      "tide();\n",
      ["names.unknown"],
    ],
    [
      "syntax cannot be switched off",
      { levels: { "syntax.*": "off" } },
      "tide(;\n",
      ["syntax.missing-closer", "names.unknown"],
    ],
    ["known names", { languages: { javascript: { known: ["tide"] } } }, "tide();\n", []],
    [
      "a runtime's names",
      { languages: { javascript: { runtime: ["node"] } } },
      "process.exit(document);\n",
      ["names.unknown"],
    ],
    [
      "an old edition lacks newer names",
      { languages: { javascript: { edition: 2015, runtime: [] } } },
      "new Map();\nnew WeakRef(Promise);\n",
      ["names.unknown"],
    ],
    [
      "a module asked for is strict",
      { languages: { javascript: { modules: true } } },
      "with (Map) {}\n",
      ["syntax.misplaced"],
    ],
    [
      "a script asked for has no imports",
      { languages: { javascript: { modules: false } } },
      "import \"tide\";\n",
      ["syntax.misplaced"],
    ],
    ["told by content", {}, "export const a = 1;\nawait a;\n", []],
  ])("%s", (_, settings, text, expected) => {
    expect(rulesFound(text, settings).sort()).toEqual([...expected].sort());
  });
});

test.each<[string, string, string[]]>([
  ["at the end of a line", "tide(); // quill: hush names.unknown\nwater();\n", ["water"]],
  ["with a reason", "tide(); // quill: hush names.unknown because the kiosk brings it\n", []],
  [
    "on a line of its own, for the whole next statement",
    "// quill: hush names.unknown\nif (tide) {\n  water();\n}\nwind();\n",
    ["wind"],
  ],
  ["an area", "tide(); // quill: hush names.*\n", []],
  ["several rules", "tide(); // quill: hush dead.after-exit, names.unknown\n", []],
  ["another rule", "tide(); // quill: hush dead.after-exit\n", ["tide"]],
  ["for the file", "// quill: hush-file names.unknown\ntide();\nwater();\n", []],
  [
    "for a stretch",
    "tide();\n// quill: hush-from names.unknown\nwater();\n// quill: hush-to names.unknown\nwind();\n",
    ["tide", "wind"],
  ],
  [
    "for a stretch that ends with any",
    "// quill: hush-from names.unknown, dead.*\nwater();\n// quill: hush-to\nwind();\n",
    ["wind"],
  ],
  ["for a stretch to the end", "tide();\n// quill: hush-from names.*\nwater();\n", ["tide"]],
  [
    "in JSX",
    "export const a = <p>\n  {/* quill: hush names.unknown */}\n  <b>{tide}</b>\n  {water}\n</p>;\n",
    ["water"],
  ],
  [
    "before an attribute",
    "export const a = (\n  <b\n    // quill: hush names.unknown\n    title={tide}\n    id={water}\n  />\n);\n",
    ["water"],
  ],
  ["a block comment", "/* quill: hush names.unknown */\ntide();\nwater();\n", ["water"]],
  ["that has ended", "tide(); // quill: hush names.unknown until 2026-01-01\n", ["tide"]],
  ["that has not ended", "tide(); // quill: hush names.unknown until 2027-01-01\n", []],
  ["a text that looks like one", "tide(\"// quill: hush names.unknown\");\n", ["tide"]],
  [
    "before a member of a class",
    "export class A {\n  // quill: hush names.unknown\n  b = tide;\n  c = water;\n}\n",
    ["water"],
  ],
])("a hush %s", (_, text, expected) => {
  const workspace = workspaceWith(text, {}, { today: "2026-11-25" });
  expect(
    workspace.alerts(uri).filter(({ rule }) => rule === "names.unknown").map(({ from, to }) => text.slice(from, to)),
  ).toEqual(expected);
});

describe("mending", () => {
  const tidy: Settings = { kits: ["sound", "tidy"] };
  test.each<[string, string, string, object]>([
    ["all that is certain", "debugger\nconst a = 1\nexport { a }", "const a = 1;\nexport { a };\n", {}],
    ["nothing that is only proposed", "const a = 1;\na = 2;\n", "const a = 1;\na = 2;\n", {}],
    [
      "what is proposed when asked to",
      "const a = 1;\na = 2;\nexport { a };\n",
      "let a = 1;\na = 2;\nexport { a };\n",
      { certainty: "proposed" },
    ],
    [
      "lines with the line ends the text has",
      "sail(north,\r\n  south);\r\nif (a) { b(); }\r\n",
      "sail(north, south);\r\nif (a) {\r\n  b();\r\n}\r\n",
      { only: ["layout"] },
    ],
    [
      "none that would do harm again and again",
      'const a = 6;\na = 1;\nf(a b);\n"',
      'let a = 6;\na = 1;\nf(a, b);\n"";\n',
      { certainty: "proposed" },
    ],
    [
      "one area only",
      "debugger\nconst a = 1\nexport { a }",
      "debugger;\nconst a = 1;\nexport { a };\n",
      { only: ["layout"] },
    ],
    [
      "a text with the line ends it has",
      "export const a = 1;\r\ndebugger;\r\nexport const b = a",
      "export const a = 1;\r\nexport const b = a;\r\n",
      {},
    ],
  ])("%s", (_, text, after, options) => {
    const workspace = workspaceWith(text, tidy);
    const edits = workspace.mend(uri, options);
    expect(applyAll(text, edits)).toBe(after);
    expect(workspace.text(uri).value).toBe(text);
  });

  test("twice changes nothing the second time, and never makes the form worse", () => {
    const sources = filesBelow(path.join(root, "examples/harbour"), /\.(?:js|jsx|mjs|cjs)$/).map(read);
    const settings: Settings = { kits: ["sound", "tidy", "modern", "light", "guarded", "typed", "thorough"] };
    fc.assert(
      fc.property(
        fc.constantFrom(...sources),
        fc.nat(),
        fc.nat(12),
        fc.constantFrom("proposed", "certain"),
        (source, at, length, certainty) => {
          const from = at % source.length;
          const text = source.slice(0, from) + source.slice(from + length);
          const options = { certainty: certainty as "proposed" | "certain" };
          const first = workspaceWith(text, settings);
          const mended = applyAll(text, first.mend(uri, options));
          const second = workspaceWith(mended, settings);
          const again = second.mend(uri, options);
          // Of a broken text nothing is taken away before it is whole.
          if (first.isBroken(uri)) {
            expect(workspaceWith(applyAll(mended, again), settings).mend(uri, options)).toEqual([]);
          } else expect(again).toEqual([]);
          const broken = (workspace: typeof first): number =>
            workspace.alerts(uri).filter(({ rule }) => rule.startsWith("syntax.")).length;
          expect(broken(second)).toBeLessThanOrEqual(broken(first));
        },
      ),
      { seed: 11, numRuns: often(30, 300) },
    );
  });
});

describe("rules from outside that take long", () => {
  const endless = (): void => {
    for (;;);
  };

  test("processor time decides, not the clock, whether one is stuck or the machine busy", () => {
    expect(cutOff(() => {}, 1, 1000)).toBe("done");
    expect(cutOff(endless, 1, 50)).toBe("stuck");
    expect(cutOff(endless, 1_000_000, 50)).toBe("busy");
  });

  test("on a busy machine they are given more and more time by the clock", () => {
    const rule = defineRule({
      id: "harbour.calm",
      title: "T",
      why: "W",
      level: "warning",
      kits: ["sound"],
      examples: { alerts: [], quiet: [] },
      visit: { Identifier: (node, view) => view.alert(node, { message: "A name" }) },
    });
    const times: number[] = [];
    const busy: CutOff = (work, allowed, longest) => {
      times.push(longest / allowed);
      if (times.length < 4) return "busy";
      work();
      return "done";
    };
    const found = rulesFound("tide;\n", {}, { rules: [rule], cutOff: busy });
    expect(found).toContain("harbour.calm");
    expect(times.slice(0, 4)).toEqual([1.25, 2.5, 5, 10]);
  });
});

describe("a file that says that a program writes it", () => {
  const body = "const tide = 1;\nconst pier = (2;\n";

  test.each<[string, boolean]>([
    ["// @generated from piers.tide\n", true],
    ["/* This file is generated by tools/tides.js. */\n", true],
    ["/*\n * Generated code: tides of a year.\n */\n", true],
    ["// This is a generated file.\n", true],
    ["/** Reads tide tables while avoiding a generated parser at run time. */\n", false],
    ["#!/usr/bin/env node\n// Generated by tide-maker 2.1\n", true],
    ["\"use strict\";\n// AUTO-GENERATED: DO NOT EDIT\n", true],
    ["/*\n * Tides of the harbour.\n * Generated once a year; do not edit by hand.\n */\n", true],
    ["// This file was generated with the harbour's starter: change it as you like.\n", false],
    ["// Tides are generated when the moon asks for it.\n", false],
    ["const first = 1;\n// @generated\n", false],
    ["const first = \"@generated\";\n", false],
  ])("%j: %s", (top, isGenerated) => {
    const all = rulesFound(`export {};\n${body}`);
    const workspace = workspaceWith(`${top}export {};\n${body}`);
    const rulesNow = (): string[] => workspace.alerts(uri).map(({ rule }) => rule);
    expect(workspace.isGenerated(uri)).toBe(isGenerated);
    expect(rulesNow().filter((rule) => rule.startsWith("syntax."))).toEqual(["syntax.missing-closer"]);
    expect(rulesNow().some((rule) => !rule.startsWith("syntax."))).toBe(!isGenerated);
    workspace.edit(uri, 2, [{ from: 0, to: top.length, insert: "" }]);
    expect(rulesNow()).toEqual(all);
    workspace.edit(uri, 3, [{ from: 0, to: 0, insert: top }]);
    expect(workspace.isGenerated(uri)).toBe(isGenerated);
    workspace.configure({ generated: "all" }, uri);
    expect(workspace.isGenerated(uri)).toBe(false);
    expect(rulesNow()).toEqual(expect.arrayContaining(all));
  });
});
