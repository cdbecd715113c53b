/** Settings in the editor: alerts while they are typed, what counts at once, and what the status line says. */
import { rmSync } from "node:fs";
import path from "node:path";
import { pathToFileURL } from "node:url";
import { afterEach, beforeEach, expect, test } from "vitest";
import { applyAll, offsetAt, positionAt, Text } from "../../src/index.js";
import { scratch } from "../support/command.js";
import { range, ProtocolClient } from "../support/protocol-client.js";
import { write } from "../support/settings.js";

let client: ProtocolClient;
let folder: string;
const uriOf = (file: string): string => pathToFileURL(path.join(folder, file)).href;
beforeEach(() => {
  client = new ProtocolClient();
  folder = scratch();
});
afterEach(async () => {
  await client.stop();
  rmSync(folder, { recursive: true, force: true });
});

const rulesOf = (diagnostics: any[]): string[] =>
  diagnostics.map(({ code, range: { start } }) => `${code} ${start.line}:${start.character}`);

/** The diagnostics that are published for a document after something is done. */
async function next(file: string, act: () => void): Promise<string[]> {
  const before = client.received.length;
  act();
  const { params } = await client.until(
    ({ method, params }) => method === "textDocument/publishDiagnostics" && params.uri === uriOf(file),
    before,
  );
  return rulesOf(params.diagnostics);
}

function edited(text: string, action: any, file: string): string {
  const snapshot = Text.of(text);
  return applyAll(
    text,
    action.edit.changes[uriOf(file)].map((one: any) => ({
      from: offsetAt(snapshot, one.range.start),
      to: offsetAt(snapshot, one.range.end),
      insert: one.newText,
    })),
  );
}

test("a settings file is told its mistakes while it is typed, with remedies, completion and hover", async () => {
  const text = '{\n  // Ours.\n  "kits": ["sond"],\n  "levels": { "names.unknwon": "off", "" }\n}\n';
  await client.initialize();
  const settings = uriOf("alert-quill.jsonc");
  client.notify("textDocument/didOpen", {
    textDocument: { uri: settings, languageId: "jsonc", version: 1, text: text.replace(', ""', "") },
  });
  const found = await client.diagnostics(settings, 1);
  expect(rulesOf(found)).toEqual(["settings.missing-kit 2:11", "settings.unknown-rule 3:14"]);
  expect(found[1].codeDescription.href).toMatch(/settings\.unknown-rule\.md$/);
  const actions = await client.actions(settings, found[1].range, {});
  expect(actions.map(({ title }) => title)).toEqual(["Change to ‘names.unknown’", "Take ‘names.unknwon’ out"]);
  expect(edited(text.replace(', ""', ""), actions[0], "alert-quill.jsonc")).toContain(
    '"levels": { "names.unknown": "off" }',
  );
  // Mended as it is typed, the mark goes.
  expect(
    await next("alert-quill.jsonc", () => client.change(settings, 2, { range: range(2, 11, 2, 17), text: '"sound"' })),
  ).toEqual(["settings.unknown-rule 3:14"]);
  client.change(settings, 3, { text });
  const labels = async (line: number, character: number): Promise<string[]> => (await client.request(
    "textDocument/completion",
    { textDocument: { uri: settings }, position: { line, character } },
  )).result.map(({ label }: any) => label);
  const keys = await labels(3, 39);
  for (const one of ["names.unknown", "dead.*", "flow.stuck-loop"]) expect(keys).toContain(one);
  expect(await labels(3, 33)).toEqual(["error", "warning", "information", "hint", "off"]);
  expect(await labels(2, 12)).toEqual(["sound", "tidy", "modern", "light", "guarded", "typed", "thorough"]);
  client.change(settings, 4, { text: '{\n  "kits": ["sound"],\n  ""\n}\n' });
  for (const one of ["levels", "zones", "packs"]) expect(await labels(2, 3)).toContain(one);
  client.change(settings, 5, {
    text: '{ "levels": { "names.unknown": "off" }, "tune": { "dead.unread-name": { "parameters": "all" } } }',
  });
  const hover = async (character: number): Promise<string> => (await client.request("textDocument/hover", {
    textDocument: { uri: settings },
    position: { line: 0, character },
  })).result?.contents.value;
  expect(await hover(5)).toContain("The level of a rule");
  expect(await hover(20)).toMatch(/All about `names\.unknown`/);
  expect(await hover(75)).toMatch(/^\*\*parameters\*\*: /);
});

test.each<[string, string, string]>([
  ["a key of which the quote is typed", '{\n  "lev|\n}\n', '{\n  "levels": \n}\n'],
  ["a key between quotes", '{\n  "lev|"\n}\n', '{\n  "levels": \n}\n'],
  ["a key without quotes", "{\n  lev|\n}\n", '{\n  "levels": \n}\n'],
  ["a key that has its value", '{ "l|evel": {} }', '{ "levels": {} }'],
  ["a rule", '{ "levels": { "names.unk|', '{ "levels": { "names.unknown": '],
  [
    "a rule before others",
    '{ "levels": { "names.unk|, "dead.*": "off" } }',
    '{ "levels": { "names.unknown": , "dead.*": "off" } }',
  ],
  [
    "an option",
    '{ "tune": { "dead.unread-name": { "param| } } }',
    '{ "tune": { "dead.unread-name": { "parameters":  } } }',
  ],
  ["a key of a zone", '{ "zones": [{ "fil| }] }', '{ "zones": [{ "files":  }] }'],
  ["a key of a profile", '{ "profiles": { "deep": { "ba| } } }', '{ "profiles": { "deep": { "base":  } } }'],
  ["a key of a pattern", '{ "patterns": { "no-tide": { "find|" } } }', '{ "patterns": { "no-tide": { "find":  } } }'],
  ["a key of saving", '{ "onSave": { "rem|" } }', '{ "onSave": { "remedies":  } }'],
  ["a level", '{ "levels": { "names.*": "warn| } }', '{ "levels": { "names.*": "warning" } }'],
  [
    "an edition",
    '{ "languages": { "javascript": { "edition": 202|2 } } }',
    '{ "languages": { "javascript": { "edition": 2025 } } }',
  ],
  [
    "whether files are modules",
    '{ "languages": { "javascript": { "modules": "det|" } } }',
    '{ "languages": { "javascript": { "modules": "detect" } } }',
  ],
  ["what saving does", '{ "onSave": { "removals": "ol| } }', '{ "onSave": { "removals": "older" } }'],
  ["yes or no", '{ "onSave": { "imports": f| } }', '{ "onSave": { "imports": false } }'],
  [
    "a value of an option",
    '{ "tune": { "dead.unread-name": { "parameters": "n| } } }',
    '{ "tune": { "dead.unread-name": { "parameters": "none" } } }',
  ],
  [
    "a colour",
    '{ "ownLevels": { "must": { "colour": "mag| } } }',
    '{ "ownLevels": { "must": { "colour": "magenta" } } }',
  ],
])("completing %s replaces what is typed of it", async (_, marked, after) => {
  await client.initialize();
  const settings = uriOf("alert-quill.jsonc");
  const at = marked.indexOf("|");
  const text = marked.replace("|", "");
  client.notify("textDocument/didOpen", { textDocument: { uri: settings, languageId: "jsonc", version: 1, text } });
  const snapshot = Text.of(text);
  const { result } = await client.request("textDocument/completion", {
    textDocument: { uri: settings },
    position: positionAt(snapshot, at),
  });
  const results = result.map(({ textEdit }: any) => applyAll(text, [{
    from: offsetAt(snapshot, textEdit.range.start),
    to: offsetAt(snapshot, textEdit.range.end),
    insert: textEdit.newText,
  }]));
  expect(results).toContain(after);
});

test("what is saved counts at once: settings, kits in packages, packs, ignore files", async () => {
  write(folder, { ".git/HEAD": "", "alert-quill.jsonc": "{}", "tools/rules.js": "export default [];\n" });
  await client.initialize({}, { trust: "always" });
  client.open(uriOf("src/a.js"), "tide();\nexport const LOUD = 1;\n");
  expect(await client.diagnostics(uriOf("src/a.js"), 1)).toHaveLength(1);
  const pack = (level: string): string => `import { defineRule } from "alert-quill";\nexport default [defineRule({ id: "harbour.loud", title: "T", why: "W", level: "${level}", kits: ["sound"], examples: { alerts: [], quiet: [] }, visit: { VariableDeclarator(node, { alert }) { alert(node.id, { message: "Loud" }); } } })];\n`;
  expect(
    await next("src/a.js", () => write(folder, {
      "alert-quill.jsonc": '{ "languages": { "javascript": { "known": ["tide"] } } }',
    })),
  ).toEqual([]);
  // A kit that is not installed yet is told, and counts once it is.
  expect(
    await next("alert-quill.jsonc", () => write(folder, {
      "alert-quill.jsonc": '{ "kits": ["@saltmarsh/quill-kit"], "packs": ["./tools/rules.js"] }',
    })),
  ).toEqual(["settings.missing-kit 0:11"]);
  const installed = client.received.length;
  write(folder, {
    "node_modules/@saltmarsh/quill-kit/package.json": "{}",
    "node_modules/@saltmarsh/quill-kit/kit.jsonc": '{ "kits": ["sound"], "levels": { "names.unknown": "hint" } }',
  });
  // Between its two files it may have been looked for once more.
  await client.until(
    ({ method, params }) => method === "textDocument/publishDiagnostics" &&
      params.uri === uriOf("alert-quill.jsonc") &&
      params.diagnostics.length === 0,
    installed,
  );
  await client.until(
    ({ method, params }) => method === "textDocument/publishDiagnostics" && params.diagnostics[0]?.severity === 4,
  );
  const began = client.received.length;
  write(folder, {
    "node_modules/@saltmarsh/quill-kit/kit.jsonc":
      '{ "kits": ["sound"], "levels": { "names.unknown": "information" } }',
  });
  await client.until(
    ({ method, params }) => method === "textDocument/publishDiagnostics" && params.diagnostics[0]?.severity === 3,
    began,
  );
  // A pack is loaded again when it is saved; one that fails is told at its line.
  write(folder, { "tools/rules.js": pack("warning") });
  await client.until(
    ({ method, params }) => method === "textDocument/publishDiagnostics" &&
      params.diagnostics.some(({ code }: any) => code === "harbour.loud"),
  );
  expect(await next("alert-quill.jsonc", () => write(folder, { "tools/rules.js": "export default [;\n" }))).toEqual([
    "settings.missing-pack 0:46",
  ]);
  await client.until(
    ({ method, params }) => method === "window/showMessage" &&
      /the pack ‘\.\/tools\/rules\.js’ cannot be used: it fails while it is loaded/.test(params.message),
  );
  const ignored = client.received.length;
  write(folder, { ".gitignore": "src/\n" });
  await client.until(
    ({ method, params }) => method === "textDocument/publishDiagnostics" &&
      params.uri === uriOf("src/a.js") &&
      params.diagnostics.length === 0,
    ignored,
  );
});

test(
  "broken settings keep the last good ones in force and say so; the status line tells why nothing is told",
  async () => {
    write(folder, {
      "alert-quill.jsonc": '{ "languages": { "javascript": { "known": ["tide"] } }, "skip": ["vendor/**"] }',
    });
    await client.initialize({}, { status: true });
    client.open(uriOf("a.js"), "tide();\n");
    expect(await client.diagnostics(uriOf("a.js"), 1)).toEqual([]);
    const status = (file: string, state: string, after = 0): Promise<any> => client.until(
      ({ method, params }) => method === "alertQuill/status" && params.uri === uriOf(file) && params.state === state,
      after,
    );
    expect((await status("a.js", "ready")).params.text).toBe("Ready");
    client.open(uriOf("vendor/b.js"), "water();\n");
    expect((await status("vendor/b.js", "off")).params.text).toBe("Off: alert-quill.jsonc skips ‘vendor/**’");
    expect(await client.diagnostics(uriOf("vendor/b.js"), 1)).toEqual([]);
    client.open(uriOf("node_modules/c/index.js"), "water();\n");
    expect((await status("node_modules/c/index.js", "off")).params.text).toBe("Off: it lies in node_modules");
    write(folder, { "alert-quill.jsonc": '{ "languages": { "javascript": { "known": [] } }, }, }' });
    client.notify("textDocument/didSave", { textDocument: { uri: uriOf("alert-quill.jsonc") } });
    expect((await status("a.js", "broken")).params.text).toBe(
      "Broken settings: alert-quill.jsonc: nothing can follow here: the settings end before this. The last good settings stay in force.",
    );
    expect(
      (await client.request("textDocument/hover", {
        textDocument: { uri: uriOf("a.js") },
        position: { line: 0, character: 1 },
      })).result,
    ).toBeNull();
    const told = client.received.length;
    write(folder, { "alert-quill.jsonc": "{}" });
    await status("a.js", "ready", told);
  },
);

test("the editor's own settings come on top, or count alone; mistakes in them are told", async () => {
  write(folder, { "alert-quill.jsonc": '{ "languages": { "javascript": { "known": ["tide"] } } }' });
  await client.initialize({}, { levels: { "names.unknown": "hint" }, kitz: [] });
  client.open(uriOf("a.js"), "tide();\nwater();\n");
  expect((await client.diagnostics(uriOf("a.js"), 1)).map(({ severity }) => severity)).toEqual([4]);
  expect((await client.until(({ method }) => method === "window/showMessage")).params.message).toBe(
    "alertQuill.kitz: there is no setting ‘kitz’ here: did you mean ‘kits’?",
  );
  expect(
    await next("a.js", () => client.notify("workspace/didChangeConfiguration", {
      settings: { alertQuill: { settingsFile: "only", languages: { javascript: { known: ["water"] } } } },
    })),
  ).toEqual(["names.unknown 0:0"]);
});

test(
  "hover says what is wrong and why, and actions change the level in the settings file with its comments kept",
  async () => {
    // It is open, so that each change is an edit of it.
    const settings =
      '{\n  // Ours.\n  "zones": [{ "files": ["src/**"] }],\n  "levels": {\n    "dead.*": "hint", // mild\n  },\n}\n';
    write(folder, { "alert-quill.jsonc": settings });
    await client.initialize({}, {}, { rootUri: uriOf(".") });
    client.open(uriOf("alert-quill.jsonc"), settings, 1, "jsonc");
    client.open(uriOf("src/a.js"), "#!/usr/bin/env node\ntide();\n");
    const [first] = await client.diagnostics(uriOf("src/a.js"), 1);
    const { contents } = (await client.request("textDocument/hover", {
      textDocument: { uri: uriOf("src/a.js") },
      position: { line: 1, character: 2 },
    })).result;
    for (const part of [
      "**`tide` is not known here: ",
      "error · `names.unknown`",
      "[Examples, options and levels](file:",
    ]) expect(contents.value).toContain(part);
    const actions = await client.actions(uriOf("src/a.js"), first.range, { diagnostics: [first] });
    const titles = [
      "Add ‘tide’ to ‘known’ in alert-quill.jsonc",
      "Say in this file that ‘tide’ exists",
      "Hush ‘names.unknown’ on this line",
      "Hush ‘names.unknown’ in this file",
      "Lower ‘names.unknown’ to ‘warning’ in alert-quill.jsonc",
      "Switch ‘names.unknown’ off in the zone src/**",
      "Switch ‘names.unknown’ off in alert-quill.jsonc",
    ];
    expect(actions.map(({ title }) => title).slice(-7)).toEqual(titles);
    const changed = actions.slice(-3).map((action) => edited(settings, action, "alert-quill.jsonc"));
    expect(changed).toEqual([
      settings.replace('"hint", // mild', '"hint",\n    "names.unknown": "warning", // mild'),
      settings.replace('["src/**"]', '["src/**"], "levels": { "names.unknown": "off" }'),
      settings.replace('"hint", // mild', '"hint",\n    "names.unknown": "off", // mild'),
    ]);
    expect(edited("#!/usr/bin/env node\ntide();\n", actions.at(-4), "src/a.js")).toBe(
      "#!/usr/bin/env node\n// quill: hush-file names.unknown\ntide();\n",
    );
  },
);

test("what a baseline holds is new in the editor once it was repaired and saved, and breaks again", async () => {
  const held = { version: 1, files: { "a.js": [{ rule: "names.unknown", line: "tide();", count: 1 }] } };
  write(folder, { "alert-quill.jsonc": '{ "baseline": "base.json" }', "base.json": JSON.stringify(held) });
  await client.initialize();
  client.open(uriOf("a.js"), "tide();\n");
  expect(await client.diagnostics(uriOf("a.js"), 1)).toEqual([]);
  const type = async (version: number, text: string): Promise<number> => {
    client.change(uriOf("a.js"), version, { text });
    return (await client.diagnostics(uriOf("a.js"), version)).length;
  };
  // What is gone only because a rule was off for a while has not been repaired.
  for (const level of ["off", "error"]) {
    const began = client.received.length;
    write(folder, { "alert-quill.jsonc": `{ "baseline": "base.json", "levels": { "names.unknown": "${level}" } }` });
    await client.until(
      ({ method, params }) => method === "textDocument/publishDiagnostics" && params.uri === uriOf("a.js"),
      began,
    );
  }
  expect(await type(11, "tide();\n\n")).toBe(0);
  // Half-way through a line nothing has been repaired.
  expect(await type(12, "tid\n")).toBe(1);
  expect(await type(13, "tide();\n")).toBe(0);
  expect(await type(14, "export {};\n")).toBe(0);
  client.notify("textDocument/didSave", { textDocument: { uri: uriOf("a.js") } });
  expect(await type(15, "tide();\n")).toBe(1);
});
