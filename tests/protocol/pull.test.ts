/** Diagnostics for clients that ask: of a document, and of the workspace. */
import { rmSync } from "node:fs";
import path from "node:path";
import { expect, test } from "vitest";
import { everything, range } from "../support/protocol-client.js";
import { inFolder } from "../support/session.js";
import { write } from "../support/settings.js";

const pulling = {
  ...everything,
  textDocument: {
    ...everything.textDocument,
    diagnostic: { dynamicRegistration: true, relatedDocumentSupport: false },
  },
};
const published = (client: any): string[] => client.received
  .filter(({ method, params }: any) => method === "textDocument/publishDiagnostics" && params.diagnostics.length > 0)
  .map(({ params }: any) => params.uri);

test(
  "a document is told when it is asked for, and `unchanged` as long as it is",
  () => inFolder({}, async ({ client, uri }) => {
    await client.initialize(pulling);
    await client.until(
      ({ method, params }) =>
        method === "client/registerCapability" && params.registrations[0].method === "textDocument/diagnostic",
    );
    const document = uri("a.js");
    const pull = async (previousResultId?: string): Promise<any> =>
      (await client.request("textDocument/diagnostic", { textDocument: { uri: document }, previousResultId })).result;
    client.open(document, "tide();\n");
    const first = await pull();
    expect(first).toMatchObject({ kind: "full", items: [{ code: "names.unknown" }] });
    expect(await pull(first.resultId)).toEqual({ kind: "unchanged", resultId: first.resultId });
    // Another text with the same to say is not another answer; one with something else is.
    client.change(document, 2, { range: range(1, 0, 1, 0), text: "// high\n" });
    expect((await pull(first.resultId)).kind).toBe("unchanged");
    client.change(document, 3, { range: range(0, 0, 0, 0), text: "\n" });
    expect(await pull(first.resultId)).toMatchObject({ kind: "full", items: [{ range: range(1, 0, 1, 4) }] });
    expect(await client.request("textDocument/diagnostic", { textDocument: { uri: uri("closed.js") } })).toMatchObject({
      result: { kind: "full", items: [] },
    });
    expect(published(client)).toEqual([]);
  }),
);

test(
  "a settings file is told the same way, and new settings make the client ask again",
  () => inFolder(
    { "alert-quill.jsonc": '{ "languages": { "javascript": { "known": ["tide"] } } }' },
    async ({ client, folder, uri }) => {
      await client.initialize(pulling, {}, { workspaceFolders: [{ uri: uri("."), name: "harbour" }] });
      client.open(uri("a.js"), "tide();\n");
      const pull = async (file: string): Promise<any> => (await client.request("textDocument/diagnostic", {
        textDocument: { uri: uri(file) },
      })).result.items.map(({ code }: any) => code);
      expect(await pull("a.js")).toEqual([]);
      client.open(uri("alert-quill.jsonc"), '{ "knwon": ["tide"] }', 1, "jsonc");
      expect(await pull("alert-quill.jsonc")).toEqual(["settings.unknown-key"]);
      const began = client.received.length;
      write(folder, { "alert-quill.jsonc": '{ "languages": { "javascript": { "known": ["water"] } } }' });
      await client.until(({ method }) => method === "workspace/diagnostic/refresh", began);
      expect(await pull("a.js")).toEqual(["names.unknown"]);
    },
  ),
);

test("on a battery an unsaved text keeps what was told of it", () => inFolder({}, async ({ client, uri }) => {
  await client.initialize(pulling, { when: "save" });
  const textDocument = { uri: uri("a.js") };
  client.open(textDocument.uri, "tide();\n");
  const { resultId } = (await client.request("textDocument/diagnostic", { textDocument })).result;
  client.change(textDocument.uri, 2, { text: "export {};\n" });
  expect(
    (await client.request("textDocument/diagnostic", { textDocument, previousResultId: resultId })).result,
  ).toEqual({ kind: "unchanged", resultId });
  client.notify("textDocument/didSave", { textDocument });
  expect(
    (await client.request("textDocument/diagnostic", { textDocument, previousResultId: resultId })).result,
  ).toMatchObject({ kind: "full", items: [] });
}));

test(
  "a question that is cancelled, and one whose document goes away, get the standard's answers",
  () => inFolder({}, async ({ client, uri }) => {
    await client.initialize(pulling);
    const big = Array
      .from({ length: 20_000 }, (_, index) => `export function sail${index}(tide) {\n  return tide * ${index};\n}\n`)
      .join("");
    client.open(uri("a.js"), big);
    const cancelled = client.ask("textDocument/diagnostic", { textDocument: { uri: uri("a.js") } });
    client.notify("$/cancelRequest", { id: cancelled });
    expect((await client.answer(cancelled)).error?.code).toBe(-32800);
    const closed = client.ask("textDocument/diagnostic", { textDocument: { uri: uri("a.js") } });
    client.notify("textDocument/didClose", { textDocument: { uri: uri("a.js") } });
    expect((await client.answer(closed)).error).toMatchObject({ code: -32802, data: { retriggerRequest: false } });
  }),
);

test(
  "the workspace is told in parts, with result ids; who knows all waits for something new",
  () => inFolder(
    {
      "a.js": "tide();\n",
      "src/b.js": "export const b = 1;\n",
      "src/c.ts": "watr;\n",
      "vendor/d.js": "no();\n",
      ".gitignore": "vendor/\n",
    },
    async ({ client, folder, uri }) => {
      client.watch.project = true;
      await client.initialize(
        pulling,
        { scope: "workspace" },
        { workspaceFolders: [{ uri: uri("."), name: "harbour" }] },
      );
      const { params } = await client.until(
        ({ method, params }) =>
          method === "client/registerCapability" && params.registrations[0].method === "textDocument/diagnostic",
      );
      expect(params.registrations[0].registerOptions).toMatchObject({
        workspaceDiagnostics: true,
        identifier: "alert-quill",
      });
      client.open(uri("a.js"), "export const a = 1;\n", 7);
      await client.request("textDocument/diagnostic", { textDocument: { uri: uri("a.js") } });
      const short = (items: any[]): string[] => items
        .map(
          (item) => `${path.basename(item.uri)} ${item.version} ${item.kind} ${(item.items ?? []).map(({ code }: any) => code).join()}`,
        )
        .sort();
      const parts = (token: string): any[] => client.received
        .filter(({ method, params }) => method === "$/progress" && params.token === token)
        .flatMap(({ params }) => params.value.items ?? []);
      const { result } = await client.request("workspace/diagnostic", {
        previousResultIds: [],
        partialResultToken: "first",
      });
      expect(result.items).toEqual([]);
      expect(short(parts("first"))).toEqual(["a.js 7 full ", "b.js null full ", "c.ts null full names.unknown"]);
      const previousResultIds = parts("first").map(({ uri, resultId }) => ({ uri, value: resultId }));
      const waiting = client.ask("workspace/diagnostic", { previousResultIds, workDoneToken: "shown" });
      await new Promise((resolve) => setTimeout(resolve, 300));
      expect(client.received.some(({ id, method }) => id === waiting && method === undefined)).toBe(false);
      write(folder, { "src/b.js": "water();\n" });
      rmSync(path.join(folder, "src/c.ts"));
      client.notify("workspace/didChangeWatchedFiles", {
        changes: [{ uri: uri("src/b.js"), type: 2 }, { uri: uri("src/c.ts"), type: 3 }],
      });
      expect(short((await client.answer(waiting)).result.items)).toEqual([
        "a.js 7 unchanged ",
        "b.js null full names.unknown",
        "c.ts null full ",
      ]);
      const last = client.ask("workspace/diagnostic", { previousResultIds });
      client.notify("$/cancelRequest", { id: last });
      expect((await client.answer(last)).error?.code).toBe(-32800);
      expect(published(client)).toEqual([]);
    },
  ),
);

test("a client that says it can ask is sent diagnostics until it does", () => inFolder({}, async ({ client, uri }) => {
  await client.initialize({ textDocument: { diagnostic: {} } });
  client.open(uri("a.js"), "tide();\n");
  expect(await client.diagnostics(uri("a.js"), 1)).toHaveLength(1);
  expect(
    (await client.request("textDocument/diagnostic", { textDocument: { uri: uri("a.js") } })).result.items,
  ).toHaveLength(1);
  // What it was sent is taken back, and nothing is sent any more.
  await client.until(
    ({ method, params }) => method === "textDocument/publishDiagnostics" && params.diagnostics.length === 0,
  );
  client.change(uri("a.js"), 2, { text: "water();\n" });
  await client.request("textDocument/diagnostic", { textDocument: { uri: uri("a.js") } });
  expect(
    client.received.filter(
      ({ method, params }) => method === "textDocument/publishDiagnostics" && params.version === 2,
    ),
  ).toEqual([]);
}));
