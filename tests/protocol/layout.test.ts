/** Laying out on request and mending on save, through the server. */
import { readFileSync } from "node:fs";
import path from "node:path";
import { pathToFileURL } from "node:url";
import { afterEach, beforeEach, describe, expect, test } from "vitest";
import { applyAll, createWorkspace, offsetAt, positionAt, Text } from "../../src/index.js";
import { javascript } from "../../src/languages/javascript/index.js";
import { quill, scratch } from "../support/command.js";
import { range, ProtocolClient } from "../support/protocol-client.js";
import { write } from "../support/settings.js";

let client: ProtocolClient;
const uri = "file:///harbour/a.js";
beforeEach(() => {
  client = new ProtocolClient();
});
afterEach(async () => void (await client.stop()));

const text = "if(a){\n    b( {c:1} )\n}\nconst d=[ 1,2 ];\n";

async function laidOut(method: string, params: object, source = text): Promise<string> {
  const { result } = await client.request(`textDocument/${method}`, {
    textDocument: { uri },
    options: { tabSize: 2, insertSpaces: true },
    ...params,
  });
  const snapshot = Text.of(source);
  return applyAll(
    source,
    result.map((edit: any) => ({
      from: offsetAt(snapshot, edit.range.start),
      to: offsetAt(snapshot, edit.range.end),
      insert: edit.newText,
    })),
  );
}

test("a document, a range, and what has just been typed", async () => {
  const { capabilities } = await client.initialize({}, { kits: ["sound", "tidy"] });
  expect(capabilities).toMatchObject({
    documentFormattingProvider: true,
    documentRangeFormattingProvider: { rangesSupport: true },
    documentOnTypeFormattingProvider: { firstTriggerCharacter: "}" },
  });
  client.open(uri, text);
  const whole = "if (a) {\n  b({ c: 1 });\n}\nconst d = [1, 2];\n";
  expect(await laidOut("formatting", {})).toBe(whole);
  expect(await laidOut("rangeFormatting", { range: range(3, 0, 3, 16) })).toBe(
    "if(a){\n    b( {c:1} )\n}\nconst d = [1, 2];\n",
  );
  expect(
    await laidOut("rangesFormatting", { ranges: [range(0, 0, 0, 6), range(0, 0, 0, 3), range(3, 0, 3, 16)] }),
  ).toBe("if (a) {\n    b( {c:1} )\n}\nconst d = [1, 2];\n");
  expect(await laidOut("onTypeFormatting", { position: { line: 2, character: 1 }, ch: "}" })).toBe(
    "if (a) {\n  b({ c: 1 });\n}\nconst d=[ 1,2 ];\n",
  );
  expect(await laidOut("onTypeFormatting", { position: { line: 4, character: 0 }, ch: "\n" })).toBe(
    "if(a){\n    b( {c:1} )\n}\nconst d = [1, 2];\n",
  );
  expect(await laidOut("onTypeFormatting", { position: { line: 3, character: 16 }, ch: ";" })).toBe(
    "if(a){\n    b( {c:1} )\n}\nconst d = [1, 2];\n",
  );
  client.change(uri, 2, { text: "a(\n);\n" });
  expect(await laidOut("onTypeFormatting", { position: { line: 1, character: 0 }, ch: "\n" }, "a(\n);\n")).toBe(
    "a(\n);\n",
  );
  expect(await laidOut("formatting", {}, "a(\n);\n")).toBe("a();\n");
  // The same bytes as through the library.
  const workspace = createWorkspace({ languages: [javascript()] });
  workspace.open({ uri, languageId: "javascript", version: 1, text });
  expect(applyAll(text, workspace.layout(uri))).toBe(whole);
});

test(
  "where no rule says how, nothing is laid out that nobody asked for, and steps are those of the editor",
  async () => {
    await client.initialize();
    client.open(uri, text);
    for (const [line, character, ch] of [[2, 1, "}"], [4, 0, "\n"], [3, 16, ";"]]) {
      expect(await laidOut("onTypeFormatting", { position: { line, character }, ch })).toBe(text);
    }
    const withStep = (step: string): string => `if (a) {\n${step}b({ c: 1 });\n}\nconst d = [1, 2];\n`;
    for (
      const [options, step] of [
        [{ tabSize: 4, insertSpaces: true }, "    "],
        [{ tabSize: 8, insertSpaces: false }, "\t"],
      ]
    ) {
      expect(await laidOut("formatting", { options })).toBe(withStep(step as string));
    }
    client.notify("workspace/didChangeConfiguration", {
      settings: { alertQuill: { tune: { "layout.indent": { unit: 2 } } } },
    });
    expect(await laidOut("formatting", { options: { tabSize: 4, insertSpaces: true } })).toBe(withStep("  "));
  },
);

describe("on save", () => {
  const before = "import { b } from \"./b.js\"\nimport { a, c } from \"./a.js\"\ndebugger;\nif(a){\n    b( )\n}\n";
  const after = "import { a } from \"./a.js\";\nimport { b } from \"./b.js\";\nif (a) {\n  b();\n}\n";

  /** The text after a save, with settings of the editor and something typed before. */
  async function saved(settings: object, typed = "", reason = 1): Promise<string> {
    await client.initialize({}, { kits: ["sound", "tidy"], ...settings });
    client.open(uri, before);
    client.change(uri, 2, { range: range(6, 0, 6, 0), text: typed });
    return laidOut("willSaveWaitUntil", { reason }, before + typed);
  }

  test.each<[string, object, string, string, number?]>([
    ["remedies, imports and layout in one go", {}, "", after],
    ["nothing that takes out what was just typed", {}, "debugger\n", `${after}debugger;\n`],
    ["what was just typed too, if the settings say so", { onSave: { removals: "all" } }, "debugger\n", after],
    [
      "no code is taken out at all",
      { onSave: { removals: "none" } },
      "",
      after.replace("{ a }", "{ a, c }").replace("if", "debugger;\nif"),
    ],
    [
      "rules that wait for an explicit call",
      { onSave: { keep: ["dead.unread-import", "calls.*"] } },
      "",
      after.replace("{ a }", "{ a, c }").replace("if", "debugger;\nif"),
    ],
    [
      "imports as they are",
      { onSave: { imports: false } },
      "",
      "import { b } from \"./b.js\";\nimport { a } from \"./a.js\";\nif (a) {\n  b();\n}\n",
    ],
    [
      "layout as it is",
      { onSave: { layout: false } },
      "",
      "import { a } from \"./a.js\"\nimport { b } from \"./b.js\"\nif(a){\n    b( )\n}\n",
    ],
    [
      "imports and layout alone",
      { onSave: { remedies: "none" } },
      "",
      after.replace("{ a }", "{ a, c }").replace("if", "debugger;\nif"),
    ],
    [
      "what is named beside, though no remedies are wanted otherwise",
      { onSave: { remedies: "none", also: ["dead.unread-import"] } },
      "",
      after.replace("if", "debugger;\nif"),
    ],
    [
      "proposed remedies of what is named beside",
      { onSave: { also: ["dead.unread-name"], removals: "all" } },
      "function idle() {}\n",
      after,
    ],
    ["nothing when the editor saves by itself", {}, "", before, 2],
    ["then too, if the settings say so", { onSave: { when: "always" } }, "", after, 2],
  ])("%s", async (_, settings, typed, expected, reason) => {
    expect(await saved(settings, typed, reason)).toBe(expected);
  });

  test("no save takes out what was typed since the document was opened, however often it is saved", async () => {
    await client.initialize({}, { kits: ["sound", "tidy"] });
    const opened = "import { b, unread } from \"./a.js\";\nexport const a = b\n";
    client.open(uri, opened);
    let text = Text.of(opened);
    let version = 1;
    const change = (changes: { range: any; text: string }[]): void => {
      for (const { range: { start, end }, text: insert } of changes) {
        text = text.apply({ from: offsetAt(text, start), to: offsetAt(text, end), insert });
      }
      client.change(uri, (version += 1), ...changes);
    };
    const save = async (): Promise<string> => {
      const { result } = await client.request("textDocument/willSaveWaitUntil", { textDocument: { uri }, reason: 1 });
      // As editors do it: from the end, so that places stay right.
      if (result.length > 0) {
        change(result.toReversed().map((edit: any) => ({ range: edit.range, text: edit.newText })));
      }
      client.notify("textDocument/didSave", { textDocument: { uri } });
      return text.value;
    };
    const typeAtEnd = (insert: string): void => {
      const { line, character } = positionAt(text, text.length);
      change([{ range: range(line, character, line, character), text: insert }]);
    };
    typeAtEnd("debugger;\n");
    const first = "import { b } from \"./a.js\";\nexport const a = b;\ndebugger;\n";
    expect(await save()).toBe(first);
    typeAtEnd("export const c = a;\n");
    expect(await save()).toBe(`${first}export const c = a;\n`);
    // Names that are only half in use, saved over and over.
    change([{ range: range(0, 0, 0, 0), text: "import { fitting, unused } from \"./fares.js\";\n" }]);
    const third = (await save()).split("\n");
    expect(third.slice(0, 2).sort()).toEqual([
      "import { b } from \"./a.js\";",
      "import { fitting, unused } from \"./fares.js\";",
    ]);
    typeAtEnd("fitting(c);\n");
    expect((await save()).split("\n").slice(0, 2)).toEqual(third.slice(0, 2));
    expect(await save()).toContain("debugger;");
    // Opened anew it is as old as all the rest.
    client.notify("textDocument/didClose", { textDocument: { uri } });
    client.open(uri, text.value, (version += 1));
    const last = await save();
    expect(last).not.toMatch(/debugger|unused/);
    expect(last).toContain("{ fitting }");
  });

  test("edits of a save are small", async () => {
    await client.initialize({}, { kits: ["sound", "tidy"] });
    client.open(uri, "export const a = 1;\ndebugger;\n");
    const { result } = await client.request("textDocument/willSaveWaitUntil", { textDocument: { uri }, reason: 1 });
    expect(result).toEqual([{ range: range(1, 0, 2, 0), newText: "" }]);
  });

  test("the same bytes through the server, the library and the command line", async () => {
    const folder = scratch();
    write(folder, { "alert-quill.jsonc": '{ "kits": ["sound", "tidy"] }', "a.js": before });
    const settings = { kits: ["sound", "tidy"] };
    const workspace = createWorkspace({ languages: [javascript()], settings });
    workspace.open({ uri, languageId: "javascript", version: 1, text: before });
    expect(applyAll(before, workspace.mend(uri))).toBe(after);
    expect(quill(folder, "mend").code).toBe(0);
    expect(readFileSync(path.join(folder, "a.js"), "utf8")).toBe(after);
    write(folder, { "a.js": before });
    await client.initialize();
    const file = pathToFileURL(path.join(folder, "a.js")).href;
    client.open(file, before);
    const { result } = await client.request("textDocument/willSaveWaitUntil", {
      textDocument: { uri: file },
      reason: 1,
    });
    const snapshot = Text.of(before);
    expect(
      applyAll(
        before,
        result.map((edit: any) => ({
          from: offsetAt(snapshot, edit.range.start),
          to: offsetAt(snapshot, edit.range.end),
          insert: edit.newText,
        })),
      ),
    ).toBe(after);
  });

  test("the imports alone, as a code action", async () => {
    await client.initialize({}, { kits: ["sound", "tidy"] });
    client.open(uri, before);
    const [action] = await client.actions(uri, range(0, 0, 0, 0), { only: ["source.organizeImports"] });
    expect(action).toMatchObject({ title: "Put the imports in order", kind: "source.organizeImports" });
  });
});
