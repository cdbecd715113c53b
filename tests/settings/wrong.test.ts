/** What is told of wrong settings files: the marked range, the message, and the text after the first remedy of each mistake. None throws. */
import { describe, expect, test } from "vitest";
import { applyAll } from "../../src/index.js";
import { javascript } from "../../src/languages/javascript/index.js";
import { ProjectSettings } from "../../src/project/project-settings.js";
import { combine, planLayers } from "../../src/settings/resolve.js";
import { checkText, withFolder } from "../support/settings.js";

const kits = "there are sound, tidy, modern, light, guarded, typed, thorough";

/** The text with marks, what is told, and the text mended, if anything can be. */
const cases: readonly (readonly [marked: string, told: readonly string[], mended?: string])[] = [
  // Keys.
  [
    '{ «"kit"»: ["sound"] }',
    ["unknown-key: There is no setting `kit` here: did you mean `kits`?"],
    '{ "kits": ["sound"] }',
  ],
  ['{ «"rules"»: {} }', ["unknown-key: There is no setting `rules` here"], "{  }"],
  [
    '{ "languages": { "javascript": { "known": [] } }, «"lvels"»: {} }',
    ["unknown-key: There is no setting `lvels` here: did you mean `levels`?"],
    '{ "languages": { "javascript": { "known": [] } }, "levels": {} }',
  ],
  [
    '{ "languages": { "javascript": { «"editions"»: 2020 } } }',
    ["unknown-key: There is no setting `editions` here: did you mean `edition`?"],
    '{ "languages": { "javascript": { "edition": 2020 } } }',
  ],
  [
    '{ "zones": [{ "files": ["src/**"], «"skip"»: [] }] }',
    ["unknown-key: There is no setting `skip` here"],
    '{ "zones": [{ "files": ["src/**"] }] }',
  ],
  [
    '{ "profiles": { "a": { «"bases"»: "nothing" } } }',
    ["unknown-key: There is no setting `bases` here: did you mean `base`?"],
    '{ "profiles": { "a": { "base": "nothing" } } }',
  ],
  [
    '{ "ownLevels": { "must": { "standsOn": "error", «"color"»: "red" } } }',
    ["unknown-key: There is no setting `color` here: did you mean `colour`?"],
    '{ "ownLevels": { "must": { "standsOn": "error", "colour": "red" } } }',
  ],
  [
    '{ "patterns": { "a": { "find": "b()", "message": "m", «"fix"»: "c()" } } }',
    ["unknown-key: There is no setting `fix` here"],
    '{ "patterns": { "a": { "find": "b()", "message": "m" } } }',
  ],
  // Keys that are said of a language now.
  [
    '{ «"known"»: ["tide"] }',
    [
      "unknown-key: `known` is said of a language: it stands in `languages` › `javascript`, `python`, `java`, `php` or `c`",
    ],
    '{ "languages": { "javascript": { "known": ["tide"] } } }',
  ],
  [
    '{\n  "kits": [], // ours\n  «"language"»: { "edition": 2020 },\n  "levels": {}\n}\n',
    [
      "unknown-key: `language` is said of a language: it stands in `languages` › `javascript`, `python`, `java` or `php`",
    ],
    '{\n  "kits": [], // ours\n  "levels": {},\n  "languages": { "javascript": { "edition": 2020 } }\n}\n',
  ],
  [
    '{ "languages": { "javascript": { "known": ["tide"] } }, «"known"»: ["ebb"] }',
    [
      "unknown-key: `known` is said of a language: it stands in `languages` › `javascript`, `python`, `java`, `php` or `c`",
    ],
    '{ "languages": { "javascript": { "known": ["tide", "ebb"] } } }',
  ],
  [
    '{ "languages": { "javascript": { "edition": 2020 } }, «"language"»: { "modules": true } }',
    ["unknown-key: `language` is said of a language: it stands in `languages` › `javascript`"],
    '{ "languages": { "javascript": { "edition": 2020, "modules": true } } }',
  ],
  [
    '{ "zones": [{ "files": ["src/**"], «"runtime"»: ["node"] }] }',
    ["unknown-key: `runtime` is said of a language: it stands in `languages` › `javascript`"],
    '{ "zones": [{ "files": ["src/**"], "languages": { "javascript": { "runtime": ["node"] } } }] }',
  ],
  [
    '{ "languages": { «"typescript"»: { "edition": 2020 } } }',
    ["unknown-key: What is said of `typescript` stands under `javascript`"],
    '{ "languages": { "javascript": { "edition": 2020 } } }',
  ],
  [
    '{ "languages": { «"javscript"»: {} } }',
    ["unknown-key: There is no language `javscript` here: did you mean `javascript`?"],
    '{ "languages": { "javascript": {} } }',
  ],
  [
    '{ "languages": { "javascript": { "levels": { «"names.unknwon"»: "off" } } } }',
    ["unknown-rule: There is no rule `names.unknwon`: did you mean `names.unknown`?"],
    '{ "languages": { "javascript": { "levels": { "names.unknown": "off" } } } }',
  ],
  // Kinds of values.
  ['{ "kits": «"sound"» }', ["wrong-value: This must be a list, and is a text"], "{  }"],
  ['{ "kits": ["sound", «3»] }', ["wrong-value: This must be a text, and is a number"], '{ "kits": ["sound"] }'],
  [
    '{ "languages": { "javascript": { "known": [«true», "harbourMap"] } } }',
    ["wrong-value: This must be a text, and is `true` or `false`"],
    '{ "languages": { "javascript": { "known": ["harbourMap"] } } }',
  ],
  [
    '{ "languages": { "javascript": «"es2020"» } }',
    ["wrong-value: This must be an object, and is a text"],
    '{ "languages": {  } }',
  ],
  ['{ "levels": «[]» }', ["wrong-value: This must be an object, and is a list"], "{  }"],
  [
    '{ "levels": { "names.unknown": «1» } }',
    ["wrong-value: This must be a text, and is a number"],
    '{ "levels": {  } }',
  ],
  ['{ "skip": [«null»] }', ["wrong-value: This must be a text, and is `null`"], '{ "skip": [] }'],
  ['{ "baseline": «true» }', ["wrong-value: This must be a text, and is `true` or `false`"], "{  }"],
  ["«[»]", ["wrong-value: This must be an object, and is a list"]],
  // Values that are not among those there are.
  [
    '{ "languages": { "javascript": { "edition": «2014» } } }',
    [
      "wrong-value: This must be one of `2015`, `2016`, `2017`, `2018`, `2019`, `2020`, `2021`, `2022`, `2023`, `2024`, `2025`; 2014 is not",
    ],
    '{ "languages": { "javascript": { "edition": 2015 } } }',
  ],
  [
    '{ "languages": { "javascript": { "edition": «"2020"» } } }',
    [
      'wrong-value: This must be one of `2015`, `2016`, `2017`, `2018`, `2019`, `2020`, `2021`, `2022`, `2023`, `2024`, `2025`; "2020" is not',
    ],
    '{ "languages": { "javascript": { "edition": 2015 } } }',
  ],
  [
    '{ "languages": { "javascript": { "modules": «"detct"» } } }',
    ['wrong-value: This must be `true` or `false` or `"detect"`; "detct" is not'],
    '{ "languages": { "javascript": { "modules": "detect" } } }',
  ],
  [
    '{ "languages": { "javascript": { "runtime": ["node", «"brwser"»] } } }',
    ['wrong-value: This must be one of `"browser"`, `"node"`, `"worker"`, `"service-worker"`; "brwser" is not'],
    '{ "languages": { "javascript": { "runtime": ["node", "browser"] } } }',
  ],
  [
    '{ "profiles": { "a": { "base": «"empty"» } } }',
    ['wrong-value: This must be one of `"project"`, `"nothing"`; "empty" is not'],
    '{ "profiles": { "a": { "base": "project" } } }',
  ],
  [
    '{ "ownLevels": { "must": { "standsOn": «"fatal"» } } }',
    ['wrong-value: This must be one of `"error"`, `"warning"`, `"information"`, `"hint"`; "fatal" is not'],
    '{ "ownLevels": { "must": { "standsOn": "error" } } }',
  ],
  [
    '{ "ownLevels": { «"must"»: {} } }',
    ['wrong-value: This must be one of `"error"`, `"warning"`, `"information"`, `"hint"`; it is missing'],
    '{ "ownLevels": { "must": { "standsOn": "error" } } }',
  ],
  ['{ "zones": [{ "files": «[]» }] }', ["wrong-value: This cannot be empty"], '{ "zones": [{  }] }'],
  ['{ "zones": [«{ "levels": {} }»] }', ["wrong-value: `files` is missing: a list"]],
  // Levels and rules.
  [
    '{ "levels": { "dead.unread-name": «"warn"» } }',
    ["wrong-value: There is no level `warn` (there are `error`, `warning`, `information`, `hint`, `off`)"],
    '{ "levels": {  } }',
  ],
  [
    '{ "levels": { "dead.unread-name": «"warnng"» } }',
    [
      "wrong-value: There is no level `warnng` (there are `error`, `warning`, `information`, `hint`, `off`): did you mean `warning`?",
    ],
    '{ "levels": { "dead.unread-name": "warning" } }',
  ],
  [
    '{ "ownLevels": { "must": { "standsOn": "error" } }, "levels": { "dead.*": «"mast"» } }',
    [
      "wrong-value: There is no level `mast` (there are `error`, `warning`, `information`, `hint`, `off`, `must`): did you mean `must`?",
    ],
    '{ "ownLevels": { "must": { "standsOn": "error" } }, "levels": { "dead.*": "must" } }',
  ],
  [
    '{ "levels": { «"names.unknwon"»: "off" } }',
    ["unknown-rule: There is no rule `names.unknwon`: did you mean `names.unknown`?"],
    '{ "levels": { "names.unknown": "off" } }',
  ],
  ['{ "levels": { «"tides.high"»: "off" } }', ["unknown-rule: There is no rule `tides.high`"], '{ "levels": {  } }'],
  [
    '{ "levels": { «"name.*"»: "off" } }',
    ["unknown-rule: There is no area `name.*`: did you mean `names.*`?"],
    '{ "levels": { "names.*": "off" } }',
  ],
  [
    '{ "zones": [{ "files": ["src/**"], "levels": { «"dead.unread-nam"»: "off" } }] }',
    ["unknown-rule: There is no rule `dead.unread-nam`: did you mean `dead.unread-name`?"],
    '{ "zones": [{ "files": ["src/**"], "levels": { "dead.unread-name": "off" } }] }',
  ],
  [
    '{ "profiles": { "a": { "levels": { «"names.unknow"»: "off" } } } }',
    ["unknown-rule: There is no rule `names.unknow`: did you mean `names.unknown`?"],
    '{ "profiles": { "a": { "levels": { "names.unknown": "off" } } } }',
  ],
  [
    '{ "levels": { "syntax.missing-part": «"off"», "syntax.unexpected": "warning" } }',
    ["wrong-value: `syntax.missing-part` cannot be switched off: without it nothing else could be trusted"],
    '{ "levels": { "syntax.unexpected": "warning" } }',
  ],
  // Options.
  ['{ "tune": { «"dead.unread"»: {} } }', ["unknown-rule: There is no rule `dead.unread`"], '{ "tune": {  } }'],
  [
    '{ "tune": { «"dead.after-exit"»: {} } }',
    ["unknown-key: The rule `dead.after-exit` has no options"],
    '{ "tune": {  } }',
  ],
  [
    '{ "tune": { "calls.console-output": { «"alow"»: [] } } }',
    ["unknown-key: `calls.console-output` has no option `alow` (it has `allow`): did you mean `allow`?"],
    '{ "tune": { "calls.console-output": { "allow": [] } } }',
  ],
  [
    '{ "tune": { "dead.unread-name": { "parameters": «"some"» } } }',
    ['wrong-value: This must be one of `"last"`, `"all"`, `"none"`; "some" is not'],
    '{ "tune": { "dead.unread-name": { "parameters": "last" } } }',
  ],
  [
    '{ "tune": { "dead.unread-name": { "mayStay": «"("» } } }',
    ["wrong-value: This is no regular expression: /(/u: Unterminated group"],
    '{ "tune": { "dead.unread-name": {  } } }',
  ],
  [
    '{ "tune": { "dead.unread-name": «"all"» } }',
    ["wrong-value: This must be an object, and is a text"],
    '{ "tune": {  } }',
  ],
  // Kits, packs and zones.
  [
    '{ "kits": [«"sond"»] }',
    [`missing-kit: There is no kit \`sond\` (${kits}): did you mean \`sound\`?`],
    '{ "kits": ["sound"] }',
  ],
  [
    '{ "kits": [«"@saltmarsh/quill-kit"», "tidy"] }',
    [
      "missing-kit: There is no kit `@saltmarsh/quill-kit` (the package is not installed: `npm install --save-dev @saltmarsh/quill-kit`)",
    ],
    '{ "kits": ["tidy"] }',
  ],
  [
    '{ "kits": [«"./kits/harbour.jsonc"»] }',
    ["missing-kit: There is no kit `./kits/harbour.jsonc` (there is no file /made/up/kits/harbour.jsonc)"],
    '{ "kits": [] }',
  ],
  [
    '{ "packs": [«"./rules.js"»] }',
    ["missing-pack: There is no pack `./rules.js`: there is no file /made/up/rules.js"],
  ],
  [
    '{ "packs": [«"quill-pack-tides"»] }',
    [
      "missing-pack: There is no pack `quill-pack-tides`: the package is not installed: `npm install --save-dev quill-pack-tides`",
    ],
  ],
  [
    '{ "zones": [{ "files": «["tests/**"]» }, { "files": ["src/**"] }] }',
    ["unreachable-zone: No file of the project matches `tests/**`"],
    '{ "zones": [{ "files": ["src/**"] }] }',
  ],
  // Patterns.
  [
    '{ "patterns": { «"Old Way"»: { "find": "a()", "message": "m" } } }',
    ["wrong-value: `Old Way` cannot name a rule: small letters, digits and `-` can"],
  ],
  ['{ "patterns": { «"a"»: { "find": "b()" } } }', ["wrong-value: `message` is missing: a text"]],
  [
    '{ "patterns": { "a": { "find": «"{{x}}"», "message": "m" } } }',
    ["wrong-value: A hole alone fits everything: write some code around it"],
  ],
  [
    '{ "patterns": { "a": { "find": «"b("», "message": "m" } } }',
    ["wrong-value: The pattern is no code: `)` is missing to close the arguments"],
  ],
  [
    '{ "patterns": { "a": { "find": «"a(); b();"», "message": "m" } } }',
    ["wrong-value: A pattern is one expression or one statement"],
  ],
  [
    '{ "patterns": { "a": { "find": «"function {{f}}() {{body}}"», "message": "m" } } }',
    ["wrong-value: The pattern is no code: a body is written `{ {{body…}} }`"],
  ],
  [
    '{ "patterns": { "a": { "find": "b({{x}})", "where": { «"y"»: { "kind": "text" } }, "message": "m" } } }',
    ["wrong-value: There is no hole `{{y}}` in the pattern"],
  ],
  [
    '{ "patterns": { "a": { "find": "b({{x}})", "where": { "x": { "kind": «"txt"» } }, "message": "m" } } }',
    ["wrong-value: There is no kind `txt`"],
  ],
  [
    '{ "patterns": { "a": { "find": "b({{x}})", "where": { "x": { "text": «"("» } }, "message": "m" } } }',
    ["wrong-value: This is no regular expression: Invalid regular expression: /^(?:()$/su: Unterminated group"],
  ],
  [
    '{ "patterns": { "a": { "find": "b({{x}})", "message": "m", "mark": «"y"» } } }',
    ["wrong-value: There is no hole `{{y}}` in the pattern"],
  ],
  [
    '{ "patterns": { "a": { "find": "b({{x}})", "message": "m", "functions": «"any"» } } }',
    ["wrong-value: None of the patterns is a function, as `function {{name}}({{parameters…}}) { {{body…}} }`"],
  ],
  // Rules once more.
  [
    '{ "ownRules": { "far": { "like": «"strain.longfunction"» } } }',
    ["unknown-rule: There is no rule `strain.longfunction`: did you mean `strain.long-function`?"],
    '{ "ownRules": { "far": { "like": "strain.long-function" } } }',
  ],
  [
    '{ "ownRules": { "far": { "like": "strain.long-function", "options": { «"line"»: 3 } } } }',
    ["unknown-key: `strain.long-function` has no option `line` (it has `lines`): did you mean `lines`?"],
    '{ "ownRules": { "far": { "like": "strain.long-function", "options": { "lines": 3 } } } }',
  ],
  [
    '{ "ownRules": { "far": { "like": "strain.long-function", "level": «"warnng"» } } }',
    [
      "wrong-value: There is no level `warnng` (there are `error`, `warning`, `information`, `hint`, `off`): did you mean `warning`?",
    ],
    '{ "ownRules": { "far": { "like": "strain.long-function", "level": "warning" } } }',
  ],
  [
    '{ "ownRules": { "far": { "like": «"syntax.unexpected"» } } }',
    ["wrong-value: `syntax.unexpected` is always on as it is, and cannot stand there once more"],
  ],
  [
    '{ "patterns": { "a": { "find": "b({{x}})", "message": "m", "rewrite": «"c({{y}})"» } } }',
    ["wrong-value: There is no hole `{{y}}` in the pattern"],
  ],
  [
    '{ "patterns": { "a": { "find": "b()", "message": "m", "level": «"loud"» } } }',
    ["wrong-value: There is no level `loud` (there are `error`, `warning`, `information`, `hint`, `off`)"],
    '{ "patterns": { "a": { "find": "b()", "message": "m" } } }',
  ],
  // Form.
  ['{ "kits": ["sound"] «"skip"»: [] }', ["broken-file: `,` is missing here"]],
  ['{ "kits": ["sound"', ["broken-file: `]` is missing: a list is not closed"]],
  ["{ «'kits'»: [] }", ["broken-file: This is no JSON: a text stands in double quotes"]],
  // Several at once, each in its place, in a file with comments.
  [
    '\uFEFF// Ours.\n{\n  "kits": [4, «"tidi"»], /* two */\n  "levels": {\n    "names.*": "hint", // mild\n    «"nams.*"»: "off",\n  },\n}\n'.replace(
      "4",
      "«4»",
    ),
    [
      "wrong-value: This must be a text, and is a number",
      `missing-kit: There is no kit \`tidi\` (${kits}): did you mean \`tidy\`?`,
      "unknown-rule: There is no area `nams.*`: did you mean `names.*`?",
    ],
    '\uFEFF// Ours.\n{\n  "kits": ["tidy"], /* two */\n  "levels": {\n    "names.*": "hint", // mild\n    "names.*": "off",\n  },\n}\n',
  ],
];

test.each<[string, readonly string[], string?]>(cases.map((one) => [...one]))("%s", (marked, told, mended) => {
  const text = marked.replaceAll(/[«»]/g, "");
  const checked = checkText(text);
  expect(checked.told).toEqual(told);
  if (marked !== text) expect(checked.marked).toBe(marked);
  const edits = checked.issues.flatMap(
    ({ remedies }) => (remedies?.[0] === undefined ? [] : checked.source.document.editsFor(remedies[0])),
  );
  expect(edits.length === 0 ? undefined : applyAll(text, edits)).toBe(mended);
  // What is valid of it can be put to use.
  expect(combine(planLayers(checked.source.checked), checked.source.checked.rules).active.length).toBeGreaterThan(0);
});

test("each remedy leads to a file in which that is wrong no more", () => {
  for (const [marked] of cases) {
    const text = marked.replaceAll(/[«»]/g, "");
    const { source, issues } = checkText(text);
    for (const issue of issues) {
      for (const remedy of issue.remedies ?? []) {
        const after = checkText(applyAll(text, source.document.editsFor(remedy)));
        expect(after.source.document.faults, text).toEqual([]);
        expect(
          after.issues.some(
            ({ message, path }) => message === issue.message && JSON.stringify(path) === JSON.stringify(issue.path),
          ),
          `${text}\n${remedy.title}`,
        ).toBe(false);
      }
    }
  }
});

describe("what is valid counts", () => {
  test("beside mistakes", async () => {
    const settings = '{ "kits": ["sound", "tidi"], "languages": { "javascript": { "known": ["tide", 3], "runtime": ["kiosk"] } }, "levels": { "names.unknown": "hint", "names.unknwon": "off", "dead.*": "loud" } }';
    await withFolder({ "alert-quill.jsonc": settings }, (folder) => {
      const { resolved } = new ProjectSettings().forFile(`${folder}/a.js`);
      expect(resolved.in(javascript()).values.known).toEqual(["tide"]);
      expect(resolved.in(javascript()).values.runtime).toEqual([]);
      expect(resolved.outcomes.get("names.unknown")).toMatchObject({ level: "hint" });
      expect(resolved.outcomes.get("dead.unread-name")).toMatchObject({ level: "warning", from: "kit sound" });
    });
  });

  test("of an older reading, while the form is broken", async () => {
    await withFolder(
      { "alert-quill.jsonc": '{ "languages": { "javascript": { "known": ["tide"] } } }' },
      async (folder) => {
        const { writeFileSync } = await import("node:fs");
        const settings = new ProjectSettings();
        expect(settings.forFile(`${folder}/a.js`).resolved.in(javascript()).values.known).toEqual(["tide"]);
        writeFileSync(`${folder}/alert-quill.jsonc`, '{ "languages": { "javascript": { "known": ["water" } } }');
        settings.forget();
        const { resolved, source } = settings.forFile(`${folder}/a.js`);
        expect(resolved.in(javascript()).values.known).toEqual(["tide"]);
        expect([source!.isStale, source!.issues.map(({ code }) => code)]).toEqual([true, ["broken-file"]]);
      },
    );
  });
});
