import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { pathToFileURL } from "node:url";
import { afterEach, beforeEach, describe, expect, test } from "vitest";
import { applyAll, offsetAt, Text } from "../../src/index.js";
import { version } from "../../src/version.js";
import { range, ProtocolClient } from "../support/protocol-client.js";

const uri = "file:///harbour/a.js";
let client: ProtocolClient;
beforeEach(() => {
  client = new ProtocolClient();
});
afterEach(async () => {
  client.notify("exit");
  await client.exited;
  expect(client.watch.finish()).toEqual([]);
});

const short = (diagnostics: any[]) => diagnostics.map(
  ({ code, range: { start, end } }) => `${code} ${start.line}:${start.character}-${end.line}:${end.character}`,
);

describe("lifecycle", () => {
  test("offers what it can and ends with 0", async () => {
    const { capabilities, serverInfo } = await client.initialize();
    expect(capabilities).toMatchObject({
      positionEncoding: "utf-16",
      textDocumentSync: { openClose: true, change: 2 },
      codeActionProvider: {
        codeActionKinds: [
          "quickfix",
          "refactor.rewrite",
          "refactor.extract",
          "refactor.inline",
          "source.fixAll",
          "source.organizeImports",
        ],
      },
    });
    expect(serverInfo.name).toBe("alert-quill");
    expect(await client.stop()).toBe(0);
  });

  test("an exit without shutdown, or a client that goes away, ends with 1", async () => {
    await client.initialize();
    client.notify("exit");
    expect(await client.exited).toBe(1);
  });

  test("what comes out of turn gets the standard's errors, and the session goes on", async () => {
    expect((await client.request("textDocument/codeAction")).error).toMatchObject({ code: -32002 });
    await client.initialize();
    expect((await client.request("initialize", { capabilities: {} })).error).toMatchObject({ code: -32600 });
    expect((await client.request("harbour/sail")).error).toMatchObject({
      code: -32601,
      message: "There is no method harbour/sail here",
    });
    expect((await client.request("textDocument/codeAction", {})).error).toMatchObject({ code: -32602 });
    client.notify("textDocument/didOpen", { textDocument: 3 });
    client.notify("$/unknown");
    client.change("file:///never-opened.js", 2, { text: "" });
    expect(
      (await client.until(
        ({ method, params }) => method === "window/logMessage" && params.message.includes("never-opened"),
      )).params.message,
    ).toContain("is not open");
    client.open(uri, "tide();\n");
    expect(short(await client.diagnostics(uri, 1))).toEqual(["names.unknown 0:0-0:4"]);
    await client.request("shutdown");
    expect((await client.request("textDocument/codeAction")).error).toMatchObject({ code: -32600 });
  });

  test.each<[string, string, number]>([
    ["a header without a length", "Content-Type: text\r\n\r\n", -32700],
    ["a length that is no number", "Content-Length: many\r\n\r\n", -32700],
    ["noise", "\u0000\u0001 tide \r\n\r\n", -32700],
    ["a body that is no JSON", "Content-Length: 5\r\n\r\n{tide", -32700],
    ["a body that is no message", "Content-Length: 5\r\n\r\n[1,2]", -32600],
    ["a body that is a number", "content-length:  1 \r\n\r\n7", -32600],
    ["a length that is too small", 'Content-Length: 20\r\n\r\n{"jsonrpc":"2.0","method":"$/unknown"}', -32700],
    ["a length that is too great for what came", "Content-Length: 7000\r\n\r\n{tide", -32700],
    ["bytes before a header", "tide wind {}\nrain", -32700],
    ["much noise without an end", "wind\u0000".repeat(5000), -32700],
  ])("%s is answered, and the session goes on", async (_, bytes, code) => {
    await client.initialize();
    client.raw(bytes);
    // What belongs to no message shows as such when the next one begins.
    client.open(uri, "tide();\n");
    expect((await client.until(({ id }) => id === null)).error).toMatchObject({ code });
    expect(await client.diagnostics(uri, 1)).toHaveLength(1);
  });

  test.each<[string, (body: string) => string]>([
    ["a length that is too great", (body) => `Content-Length: ${body.length + 9}\r\n\r\n${body}`],
    ["lines that end as in a text", (body) => `Content-Length: ${body.length}\n\n${body}`],
    ["another header first", (body) => `Content-Type: text\r\nContent-Length: ${body.length}\r\n\r\n${body}`],
  ])("a message whose header has %s is taken all the same", async (_, framed) => {
    await client.initialize();
    const params = { textDocument: { uri, languageId: "javascript", version: 3, text: "tide();\n" } };
    client.watch.said({ method: "textDocument/didOpen", params });
    client.raw(framed(JSON.stringify({ jsonrpc: "2.0", method: "textDocument/didOpen", params })));
    client.change("file:///never-opened.js", 2, { text: "" });
    expect(await client.diagnostics(uri, 3)).toHaveLength(1);
  });

  test("the log tells what is looked at by what, and why something is not", async () => {
    await client.initialize();
    client.open(uri, "");
    client.notify("textDocument/didOpen", {
      textDocument: { uri: "file:///tide.rb", languageId: "ruby", version: 1, text: "" },
    });
    client.open("file:///node_modules/quay/a.js", "");
    for (const line of [
      `alert-quill ${version} looks at javascript, javascriptreact, typescript, typescriptreact, python, html, java, php, c in no folder`,
      `${uri}: looked at as javascript without a settings file`,
      "file:///tide.rb: nothing looks at what is written in ruby",
      "file:///node_modules/quay/a.js: nothing is told of it, as it lies in node_modules",
    ]) await client.until(({ method, params }) => method === "window/logMessage" && params.message === line);
  });

  test("messages may come in pieces and many at once", async () => {
    const frame = (message: object): Buffer => {
      const body = Buffer.from(JSON.stringify({ jsonrpc: "2.0", ...message }));
      return Buffer.concat([
        Buffer.from(`Content-Length: ${body.length}\r\nContent-Type: application/vscode-jsonrpc; charset=utf-8\r\n\r\n`),
        body,
      ]);
    };
    const all = Buffer.concat([
      frame({ id: 900, method: "initialize", params: { capabilities: {} } }),
      frame({
        method: "textDocument/didOpen",
        params: { textDocument: { uri, languageId: "javascript", version: 7, text: "const é = tide;\n" } },
      }),
    ]);
    client.watch.said({ id: 900, method: "initialize", params: { capabilities: {} } });
    client.watch.said({
      method: "textDocument/didOpen",
      params: { textDocument: { uri, version: 7, text: "const é = tide;\n" } },
    });
    for (let at = 0; at < all.length; at += 50) {
      client.raw(all.subarray(at, at + 50));
      await new Promise((resolve) => setTimeout(resolve, 2));
    }
    expect(short(await client.diagnostics(uri, 7))).toEqual(["names.unknown 0:10-0:14"]);
  });
});

describe("diagnostics", () => {
  test("carry all that an editor shows, and are cleared on close", async () => {
    await client.initialize();
    client.open(uri, "export function a() {\n  const tide = 1;\n  return tdie;\n  a();\n}\n");
    const [unknown, dead] = await client.diagnostics(uri, 1);
    expect(unknown).toMatchObject({
      range: range(2, 9, 2, 13),
      severity: 1,
      code: "names.unknown",
      source: "alert-quill",
      message: "‘tdie’ is not known here: did you mean ‘tide’?",
      codeDescription: { href: expect.stringMatching(/^file:.*docs\/rules\/names\.unknown\.md$/) },
      relatedInformation: [{ location: { uri, range: range(1, 8, 1, 12) }, message: "‘tide’ is declared here" }],
    });
    expect(dead).toMatchObject({ code: "dead.after-exit", severity: 2, tags: [1] });
    client.notify("textDocument/didClose", { textDocument: { uri } });
    const cleared = await client.until(
      ({ method, params }) => method === "textDocument/publishDiagnostics" && params.version === undefined,
    );
    expect(cleared.params).toEqual({ uri, diagnostics: [] });
  });

  test.each<[string, string[], number]>([
    ["utf-16", ["utf-16"], 2],
    ["utf-8", ["utf-8", "utf-16"], 4],
    ["utf-32", ["utf-32"], 1],
    ["utf-16", ["klingon-7"], 2],
    ["utf-8", ["klingon-7", "utf-8"], 4],
  ])("positions are counted in %s when the client offers %j", async (encoding, positionEncodings, boat) => {
    const { capabilities } = await client.initialize({ general: { positionEncodings } });
    expect(capabilities.positionEncoding).toBe(encoding);
    // The line holds a character of two UTF-16 units; the edit is made behind it, then one takes its place.
    client.open(uri, "a = '🚢'; tide();\n");
    const at = 5 + boat;
    const [, found] = await client.diagnostics(uri, 1);
    expect(found.range).toEqual(range(0, at + 3, 0, at + 7));
    client.change(
      uri,
      2,
      { range: range(0, at + 3, 0, at + 7), text: "wáter" },
      { range: range(0, 5, 0, at), text: "⛴⛴" },
    );
    const wide = { "utf-8": [6, 6], "utf-16": [2, 5], "utf-32": [2, 5] }[encoding]!;
    expect((await client.diagnostics(uri, 2))[1]).toMatchObject({
      message: expect.stringContaining("‘wáter’"),
      range: range(0, 5 + wide[0]! + 3, 0, 5 + wide[0]! + 3 + wide[1]!),
    });
    // A whole new text.
    client.change(uri, 3, { text: "'🚢🚢';\ntide();" });
    expect(short(await client.diagnostics(uri, 3))).toEqual(["names.unknown 1:0-1:4"]);
  });

  test("come for the newest text only once it is quiet, never for an older version", async () => {
    await client.initialize();
    client.open(uri, "");
    const text = "export const fare = tide(3);\n";
    [...text].forEach((char, index) => client.change(uri, index + 2, { range: range(0, index, 0, index), text: char }));
    expect(short(await client.diagnostics(uri, text.length + 1))).toEqual(["names.unknown 0:20-0:24"]);
    const versions = client.received
      .filter(({ method }) => method === "textDocument/publishDiagnostics")
      .map(({ params }) => params.version);
    expect(versions).toEqual([...versions].sort((a, b) => a - b));
    client.change(uri, 3, { text: "old();" });
    await client.until(({ method, params }) => method === "window/logMessage" && params.message.includes("not newer"));
  });
});

describe("code actions", () => {
  const text = "const fare = 1;\nfare = 2;\nfare = far;\ndebugger;\nfor (let i = 0; i < 1; i--) {}\n";
  const apply = (edit: any): string => {
    const snapshot = Text.of(text);
    const edits = edit.changes?.[uri] ?? edit.documentChanges[0].edits;
    return applyAll(
      text,
      edits.map((one: any) => ({
        from: offsetAt(snapshot, one.range.start),
        to: offsetAt(snapshot, one.range.end),
        insert: one.newText,
      })),
    );
  };

  test("settle one alert, all of its rule, or hush it; the best comes first", async () => {
    await client.initialize();
    client.open(uri, text);
    const diagnostics = await client.diagnostics(uri, 1);
    const first = diagnostics.find(({ code }) => code === "names.fixed-reassigned");
    const actions = await client.actions(uri, first.range, { diagnostics: [first] });
    expect(actions.map(({ title, kind, isPreferred }) => [title, kind, isPreferred ?? false])).toEqual([
      ["Make ‘fare’ reassignable: ‘let’", "quickfix", true],
      ["Hush ‘names.fixed-reassigned’ on this line", "quickfix", false],
      ["Hush ‘names.fixed-reassigned’ in this file", "quickfix", false],
      ["Lower ‘names.fixed-reassigned’ to ‘warning’ in a new alert-quill.jsonc", "quickfix", false],
      ["Switch ‘names.fixed-reassigned’ off in a new alert-quill.jsonc", "quickfix", false],
    ]);
    expect(apply(actions[0].edit)).toMatch(/^let fare = 1;\nfare = 2;/);
    expect(apply(actions[1].edit)).toMatch(/fare = 2; \/\/ quill: hush names\.fixed-reassigned\nfare/);
    expect(actions[0].diagnostics).toEqual([first]);
  });

  test(
    "without diagnostics the range counts, with `only` the kind, and `source` comes only when asked for",
    async () => {
      await client.initialize({ workspace: { workspaceEdit: { documentChanges: true } } });
      client.open(uri, text);
      await client.diagnostics(uri, 1);
      const titles = (actions: any[]): string[] => actions.map(({ title }) => title);
      expect(titles(await client.actions(uri, range(4, 25, 4, 25), {}))).toEqual([
        "Count the other way: ‘++’",
        "Turn the comparison: ‘>’",
        "Hush ‘flow.stuck-loop’ on this line",
        "Hush ‘flow.stuck-loop’ in this file",
        "Lower ‘flow.stuck-loop’ to ‘warning’ in a new alert-quill.jsonc",
        "Switch ‘flow.stuck-loop’ off in a new alert-quill.jsonc",
      ]);
      expect(await client.actions(uri, range(4, 25, 4, 25), { only: ["refactor"] })).toEqual([]);
      const [all] = await client.actions(uri, range(0, 0, 0, 0), { only: ["source.fixAll"] });
      expect(all).toMatchObject({
        kind: "source.fixAll",
        edit: { documentChanges: [{ textDocument: { uri, version: 1 } }] },
      });
      expect(apply(all.edit)).toBe(text.replace("debugger;\n", ""));
      expect(titles(await client.actions(uri, range(0, 0, 9, 0), { only: ["source"] }))).toEqual([
        "Settle all that is certain",
      ]);
    },
  );

  test("all of a rule in the file", async () => {
    await client.initialize();
    client.open(uri, "tide(); const tides = 1;\ntide();\n");
    const [first] = await client.diagnostics(uri, 1);
    const actions = await client.actions(uri, first.range, { diagnostics: [{ ...first, data: undefined }] });
    expect(actions.map(({ title }) => title)).toEqual([
      "Change to ‘tides’",
      "Settle all of ‘names.unknown’ in this file",
      "Add ‘tide’ to ‘known’ in a new alert-quill.jsonc",
      "Say in this file that ‘tide’ exists",
      "Hush ‘names.unknown’ on this line",
      "Hush ‘names.unknown’ in this file",
      "Lower ‘names.unknown’ to ‘warning’ in a new alert-quill.jsonc",
      "Switch ‘names.unknown’ off in a new alert-quill.jsonc",
    ]);
    expect(actions[1].edit.changes[uri]).toHaveLength(2);
  });

  test("what an editor has from another server, or of an older text, gets none", async () => {
    await client.initialize();
    client.open(uri, "tide();\n");
    const [first] = await client.diagnostics(uri, 1);
    expect(await client.actions(uri, first.range, { diagnostics: [{ ...first, source: "harbour" }] })).toEqual([]);
    client.change(uri, 2, { range: range(0, 0, 0, 0), text: "\n\n" });
    expect(await client.actions(uri, first.range, { diagnostics: [first] })).toEqual([]);
    expect(await client.actions("file:///other.js", first.range, { diagnostics: [] })).toEqual([]);
  });
});

test(
  "the settings file nearest to a document counts, its mistakes are told, and a saved change counts at once",
  async () => {
    const folder = mkdtempSync(path.join(tmpdir(), "harbour "));
    const settings = path.join(folder, "alert-quill.jsonc");
    const document = pathToFileURL(path.join(folder, "a.js")).href;
    writeFileSync(
      settings,
      '{ "kits": ["sound"], "languages": { "javascript": { "known": ["tide"] } }, // of the kiosk\n }',
    );
    await client.initialize();
    client.open(document, "tide();\nwater()\n");
    expect(short(await client.diagnostics(document, 1))).toEqual(["names.unknown 1:0-1:5"]);
    const before = client.received.length;
    writeFileSync(settings, '{ "kits": ["tidy"] }');
    client.notify("workspace/didChangeWatchedFiles", { changes: [{ uri: pathToFileURL(settings).href, type: 2 }] });
    const next = await client.until(({ method }) => method === "textDocument/publishDiagnostics", before);
    expect(short(next.params.diagnostics)).toEqual(["layout.statement-end 1:6-1:7"]);
    writeFileSync(settings, '{ "kits": ["tidi"] }');
    client.notify("textDocument/didSave", { textDocument: { uri: pathToFileURL(settings).href } });
    const told = await client.until(({ method }) => method === "window/showMessage");
    expect(told.params.message).toContain(
      "there is no kit ‘tidi’ (there are sound, tidy, modern, light, guarded, typed, thorough): did you mean ‘tidy’?",
    );
  },
);

describe("when it analyses", () => {
  const published = (): number[] => client.received
    .filter(({ method }) => method === "textDocument/publishDiagnostics")
    .map(({ params }) => params.version);

  test("on save only, if the editor says so", async () => {
    await client.initialize({}, { when: "save" });
    client.open(uri, "tide();\n");
    expect(short(await client.diagnostics(uri, 1))).toEqual(["names.unknown 0:0-0:4"]);
    client.change(uri, 2, { text: "const tide = 1;\nexport { tide };\n" });
    await client.request("textDocument/codeAction", {
      textDocument: { uri },
      range: range(0, 0, 0, 0),
      context: { diagnostics: [] },
    });
    expect(published()).toEqual([1]);
    client.notify("textDocument/didSave", { textDocument: { uri } });
    expect(await client.diagnostics(uri, 2)).toEqual([]);
  });

  test("after a pause, of the newest version alone, and the log tells the cost", async () => {
    await client.initialize({}, { pause: 150, cost: true });
    client.open(uri, "tide();\n");
    for (let version = 2; version < 8; version += 1) client.change(uri, version, { text: `tide${version}();\n` });
    expect(await client.diagnostics(uri, 7)).toHaveLength(1);
    expect(published()).toEqual([7]);
    const { params } = await client.until(
      ({ method, params: { message = "" } = {} }) => method === "window/logMessage" && message.includes("version 7 in"),
    );
    expect(params.message).toMatch(/parse [\d.]+ ms.*rules [\d.]+ ms; dearest rules: \w+\.[\w-]+ [\d.]+ ms/);
  });

  test("what was edited, and what is asked for, goes before two hundred others that wait", async () => {
    await client.initialize();
    const text = Array.from({ length: 160 }, (_, row) => `export const fare${row} = tide + ${row};\n`).join("");
    const berths = Array.from({ length: 200 }, (_, index) => `file:///harbour/berth-${index}.js`);
    const [edited, asked] = [berths[190]!, berths[195]!];
    for (const berth of berths) client.open(berth, text);
    client.change(edited, 2, { range: range(0, 0, 0, 0), text: "const tide = 1;\n" });
    const request = client.ask("textDocument/diagnostic", { textDocument: { uri: asked } });
    for (const berth of berths) await client.diagnostics(berth, berth === edited ? 2 : 1);
    const told = client.received.filter(
      ({ method, id }) => method === "textDocument/publishDiagnostics" || id === request,
    );
    expect(told.findIndex(({ params }) => params?.uri === edited)).toBeLessThan(120);
    expect(told.findIndex(({ id }) => id === request)).toBeLessThan(120);
  });

  test("a setting that cannot be used is told and changes nothing", async () => {
    await client.initialize();
    client.notify("workspace/didChangeConfiguration", { settings: { alertQuill: { when: "sometimes", pause: 0 } } });
    const { params } = await client.until(({ method }) => method === "window/showMessage");
    expect(params.message).toMatch(/^alertQuill\.when: .*It stays ‘type’\.$/);
    client.open(uri, "tide();\n");
    expect(await client.diagnostics(uri, 1)).toHaveLength(1);
  });

  test("a large file's edit is answered while it is still being looked at", async () => {
    await client.initialize();
    const text = Array
      .from(
        { length: 5000 },
        (_, index) =>
          `export function sail${index}(tide) {\n  const high = tide * ${index};\n  return high + lwo;\n}\n`,
      )
      .join("");
    client.open(uri, text);
    client.change(uri, 2, { range: range(0, 0, 0, 0), text: "const lwo = 1;\n" });
    expect(await client.diagnostics(uri, 2)).toEqual([]);
    expect(published().at(-1)).toBe(2);
  });
});
