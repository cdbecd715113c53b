/** What no client should do, and what some do: after each of it the server answers, and a healthy file is told what is right. */
import { spawn } from "node:child_process";
import path from "node:path";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { often, root } from "../support/files.js";
import { everything, range, ProtocolClient } from "../support/protocol-client.js";
import { inFolder } from "../support/session.js";

const methods = [
  "textDocument/didOpen",
  "textDocument/didChange",
  "textDocument/didSave",
  "textDocument/didClose",
  "textDocument/willSaveWaitUntil",
  "textDocument/codeAction",
  "codeAction/resolve",
  "textDocument/formatting",
  "textDocument/rangeFormatting",
  "textDocument/rangesFormatting",
  "textDocument/onTypeFormatting",
  "textDocument/hover",
  "textDocument/completion",
  "textDocument/diagnostic",
  "workspace/executeCommand",
  "workspace/didChangeWatchedFiles",
  "workspace/didChangeConfiguration",
  "workspace/didRenameFiles",
  "notebookDocument/didOpen",
  "notebookDocument/didChange",
  "notebookDocument/didClose",
  "window/workDoneProgress/cancel",
  "$/setTrace",
  "$/cancelRequest",
  "harbour/sail",
  "__proto__",
  "constructor",
];

const uris = fc.constantFrom(
  "file:///harbour/a.js",
  "file:///harbour/b.ts",
  "untitled:1",
  "file:///a%",
  "",
  "alert-quill.jsonc",
  "file:///harbour/alert-quill.jsonc",
);
const position = fc.record({
  line: fc.oneof(fc.nat(9), fc.constantFrom(-1, 1e9, 1.5)),
  character: fc.oneof(fc.nat(30), fc.constantFrom(-1, 2 ** 31)),
});
const place = fc.record({ start: position, end: position });
const junk = fc.oneof(fc.jsonValue({ depthSize: "small" }), fc.constantFrom(null, 7, "tide", [], {}));

/** Parameters that are nearly right: of the shape that methods take, with parts left out or of another type. */
const params = fc.record(
  {
    textDocument: fc.oneof(
      {
        weight: 9,
        arbitrary: fc.record(
          {
            uri: uris,
            version: fc.integer({ min: -2, max: 9 }),
            languageId: fc.constantFrom("javascript", "typescript", "cobol"),
            text: fc.string(),
          },
          { requiredKeys: [] },
        ),
      },
      { weight: 1, arbitrary: junk },
    ),
    contentChanges: fc.oneof(
      {
        weight: 9,
        arbitrary: fc.array(fc.record({ range: place, text: fc.string() }, { requiredKeys: ["text"] }), {
          maxLength: 3,
        }),
      },
      { weight: 1, arbitrary: junk },
    ),
    range: fc.oneof({ weight: 9, arbitrary: place }, { weight: 1, arbitrary: junk }),
    position: fc.oneof({ weight: 9, arbitrary: position }, { weight: 1, arbitrary: junk }),
    context: fc.oneof(
      {
        weight: 9,
        arbitrary: fc.record(
          {
            diagnostics: fc.array(fc.record({ range: place, code: junk, data: junk })),
            only: fc.array(fc.constantFrom("quickfix", "source", "", "source.fixAll")),
            triggerKind: fc.nat(3),
          },
          { requiredKeys: ["diagnostics"] },
        ),
      },
      { weight: 1, arbitrary: junk },
    ),
    options: junk,
    ch: fc.constantFrom("}", "\n", ";", "x"),
    reason: fc.nat(4),
    command: fc.constantFrom("alertQuill.trace", "alertQuill.settleAll", "alertQuill.sail"),
    arguments: fc.oneof(fc.array(uris, { maxLength: 1 }), junk),
    changes: fc.oneof(fc.array(fc.record({ uri: uris, type: fc.nat(4) })), junk),
    settings: fc.oneof(fc.record({ alertQuill: junk }), junk),
    files: junk,
    notebookDocument: fc.oneof(
      fc.record({
        uri: fc.constantFrom("file:///n.ipynb"),
        version: fc.nat(),
        cells: fc.array(fc.record({ kind: fc.nat(3), document: uris })),
      }),
      junk,
    ),
    cellTextDocuments: fc.oneof(
      fc.array(fc.record({ uri: uris, languageId: fc.constant("javascript"), version: fc.nat(), text: fc.string() }), {
        maxLength: 3,
      }),
      junk,
    ),
    change: fc.oneof(
      fc.record({
        cells: fc.record(
          {
            structure: fc.record({ array: fc.record({ start: fc.nat(4), deleteCount: fc.nat(4) }) }),
            textContent: junk,
          },
          { requiredKeys: [] },
        ),
      }),
      junk,
    ),
    token: fc.oneof(fc.nat(), fc.string()),
    id: fc.nat(40),
    value: fc.constantFrom("verbose", "off", 3),
    title: fc.string(),
    data: fc.oneof(
      fc.record({
        uri: uris,
        version: fc.nat(9),
        does: fc.constantFrom("settle-all", "settle-rule", "order-imports", "sail"),
      }),
      junk,
    ),
  },
  { requiredKeys: [] },
);
const message = fc.record({
  method: fc.constantFrom(...methods),
  params: fc.oneof({ weight: 19, arbitrary: params }, { weight: 1, arbitrary: junk }),
  isRequest: fc.boolean(),
  isCancelled: fc.boolean(),
});

/** What is waited for no longer than a machine that is busy may need; `about` is told when it does not come. */
async function inTime<Result>(awaited: Promise<Result>, about: unknown): Promise<Result> {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const late = new Promise<never>(
    (_, reject) => (
      timer = setTimeout(() => reject(new Error(`there was no answer: ${JSON.stringify(about)}`)), 120_000)
    ),
  );
  return Promise.race([awaited, late]).finally(() => clearTimeout(timer));
}

/** Whether a file is told what is right of it, and a question is answered. */
async function isWell(client: ProtocolClient, name: string): Promise<void> {
  const uri = `file:///healthy/${name}.js`;
  client.open(uri, "export const a = () => 1;\ntide();\n");
  expect((await client.diagnostics(uri, 1)).map(({ code, range: { start } }) => `${code} ${start.line}`)).toEqual([
    "names.unknown 1",
  ]);
  client.change(uri, 2, { range: range(1, 0, 1, 4), text: "a" });
  const [found] = await client.diagnostics(uri, 2);
  expect(found).toBeUndefined();
  client.notify("textDocument/didClose", { textDocument: { uri } });
}

test(
  "messages of all kinds with wrong parts, between them requests that are cancelled",
  { timeout: 600_000 },
  async () => {
    let session = 0;
    await fc.assert(
      fc.asyncProperty(fc.array(message, { minLength: 40, maxLength: 60 }), async (messages) => {
        const client = new ProtocolClient();
        // What a broken message leaves behind is not for the watch to say; that each question has one answer is.
        client.watch.follows = false;
        await client.initialize(everything);
        const ids = messages.map(({ method, params, isRequest, isCancelled }) => {
          if (!isRequest) {
            client.send({ method, params });
            return undefined;
          }
          const id = client.ask(method, params as object);
          if (isCancelled) client.notify("$/cancelRequest", { id });
          return id;
        });
        for (const [at, id] of ids.entries()) if (id !== undefined) await inTime(client.answer(id), messages[at]);
        client.notify("workspace/didChangeConfiguration", {
          settings: { alertQuill: { when: "type", pause: 0, levels: {}, settingsFile: "merge" } },
        });
        await inTime(isWell(client, `fuzzed-${(session += 1)}`), client.received.slice(-3));
        expect(await client.stop()).toBe(0);
      }),
      { seed: 20_261_125, numRuns: often(5, 16), endOnFailure: true },
    );
  },
);

describe("texts", () => {
  test.each<[string, () => string, RegExp]>([
    [
      "a line of 50 MB",
      () => "tide(1);".repeat(6_250_000),
      /^This file has 50,000,000 characters, more than the 5,000,000 up to which files are looked at in full: it is not looked at/,
    ],
    [
      "a line of 6 MB, of which only the form is told",
      () => `${`tide("${"low ".repeat(150)}");`.repeat(9_852)})`,
      /^This file has 5,999,869 characters, .*: only its form is checked/,
    ],
  ])("%s", { timeout: 600_000 }, (_, text, told) => inFolder({}, async ({ client, uri }) => {
    await client.initialize();
    client.open(uri("big.js"), text());
    const [size, ...rest] = await client.diagnostics(uri("big.js"), 1);
    expect(size).toMatchObject({ code: "settings.over-size", severity: 3, message: expect.stringMatching(told) });
    expect(rest.map(({ code }) => code)).toEqual(
      told.source.includes("form is checked") ? ["syntax.unexpected"] : [],
    );
    client.change(uri("big.js"), 2, { range: range(0, 4, 0, 4), text: "s" });
    await client.diagnostics(uri("big.js"), 2);
    // Cut short, it is looked at like any other.
    client.change(uri("big.js"), 3, { text: "tide(1);\n" });
    expect(await client.diagnostics(uri("big.js"), 3)).toMatchObject([{ code: "names.unknown" }]);
    await isWell(client, "beside");
  }));

  test(
    "what is no text at all: no more is told than an editor can hold, and that there is more",
    () => inFolder({}, async ({ client, uri }) => {
      await client.initialize({ general: { positionEncodings: ["utf-8"] } });
      client.open(
        uri("binary.js"),
        Array.from({ length: 16_000 }, (_, at) => String.fromCharCode((at * 7919 + ((at * at) >> 3)) & 255)).join("") +
          "\n};(".repeat(2000),
      );
      const { params } = await client.until(
        ({ method, params }) => method === "textDocument/publishDiagnostics" && params.diagnostics.length === 2000,
      );
      expect(params.diagnostics.at(-1).message).toMatch(/^\d+ more alerts of this file are not shown here/);
      const actions = await client.actions(uri("binary.js"), range(0, 0, 1e6, 0), {});
      expect(actions.length).toBeLessThan(1000);
      await isWell(client, "beside");
    }),
  );

  test(
    "a text that got lost, because an edit could not be made, is told as lost until it comes as a whole",
    () => inFolder({}, async ({ client, uri }) => {
      await client.initialize();
      const document = uri("a.js");
      client.open(document, "tide();\n");
      await client.diagnostics(document, 1);
      const began = client.received.length;
      client.change(document, 2, { range: range(0, 4, 0, 1), text: "x" });
      expect((await client.until(({ method }) => method === "window/showMessage", began)).params.message).toMatch(
        /^An edit of .*a\.js cannot be made: .*nothing is told of it until it is opened again\.$/,
      );
      await client.until(
        ({ method, params }) =>
          method === "textDocument/publishDiagnostics" && params.uri === document && params.diagnostics.length === 0,
        began,
      );
      client.change(document, 3, { range: range(0, 0, 0, 0), text: "y" });
      expect(await client.actions(document, range(0, 0, 0, 4), {})).toEqual([]);
      client.change(document, 4, { text: "water();\n" });
      expect(await client.diagnostics(document, 4)).toHaveLength(1);
      // Opened a second time without having been closed, what it holds then counts.
      client.open(document, "export {};\n", 9);
      expect(await client.diagnostics(document, 9)).toEqual([]);
      await isWell(client, "beside");
    }),
  );

  test(
    "thousands of files are opened, and some opened and closed over and over",
    { timeout: 600_000 },
    () => inFolder({}, async ({ client, uri }) => {
      await client.initialize();
      const count = often(300, 10_000);
      for (let at = 0; at < count; at += 1) {
        client.open(uri(`src/sail${at}.js`), `export const sail${at} = tide${at};\n`);
      }
      for (const at of [0, count >> 1, count - 1]) {
        expect(await client.diagnostics(uri(`src/sail${at}.js`), 1)).toHaveLength(1);
      }
      for (let at = 0; at < 500; at += 1) {
        client.notify("textDocument/didClose", { textDocument: { uri: uri("src/sail7.js") } });
        client.open(uri("src/sail7.js"), `tide(${at});\n`, 2 * at + 2);
        client.change(uri("src/sail7.js"), 2 * at + 3, { range: range(0, 0, 0, 4), text: "moor" });
      }
      expect(await client.diagnostics(uri("src/sail7.js"), 1001)).toHaveLength(1);
      await isWell(client, "beside");
    }),
  );
});

test(
  "versions need not be contiguous, and begin where they like; several changes come in one message",
  () => inFolder({}, async ({ client, uri }) => {
    await client.initialize();
    const document = uri("a.js");
    client.open(document, "tide();\n", 0);
    expect(await client.diagnostics(document, 0)).toHaveLength(1);
    client.change(
      document,
      40,
      { range: range(0, 0, 0, 4), text: "water" },
      { range: range(0, 7, 0, 8), text: ";\nsail();" },
      { range: range(1, 0, 1, 4), text: "moor" },
    );
    expect((await client.diagnostics(document, 40)).map(({ message }) => /‘(\w+)’/.exec(message)?.[1])).toEqual([
      "water",
      "moor",
    ]);
  }),
);

test("`shutdown` may come without an id", async () => {
  const client = new ProtocolClient();
  await client.initialize();
  client.notify("shutdown");
  client.notify("exit");
  expect(await client.exited).toBe(0);
  expect(client.watch.finish()).toEqual([]);
});

test("messages are traced for those who want to see them", () => inFolder({}, async ({ client, uri }) => {
  await client.initialize({}, {}, { trace: "messages" });
  expect((await client.until(({ method }) => method === "$/logTrace")).params).toEqual({
    message: "initialized was told",
  });
  client.notify("$/setTrace", { value: "verbose" });
  client.open(uri("a.js"), "tide();\n");
  expect(
    (await client.until(({ method, params }) => method === "$/logTrace" && params.verbose !== undefined)).params,
  ).toEqual({ message: "textDocument/didOpen was told", verbose: expect.stringContaining("tide") });
  client.notify("$/setTrace", { value: "off" });
}));

test("a server whose client has died does not live on", { timeout: 20_000 }, async () => {
  const parent = spawn(process.execPath, ["-e", "setTimeout(() => {}, 60000)"]);
  const server = spawn(process.execPath, [
    path.join(root, "dist/cli/main.js"),
    "serve",
    "--stdio",
    `--clientProcessId=${parent.pid}`,
  ]);
  const exited = new Promise((resolve) => server.once("exit", resolve));
  const body = JSON.stringify({
    jsonrpc: "2.0",
    id: 1,
    method: "initialize",
    params: { processId: parent.pid, capabilities: {} },
  });
  server.stdin.write(`Content-Length: ${body.length}\r\n\r\n${body}`);
  await new Promise((resolve) => server.stdout.once("data", resolve));
  parent.kill();
  // Its streams stay open: it has to notice by itself.
  expect(await exited).toBe(1);
});
