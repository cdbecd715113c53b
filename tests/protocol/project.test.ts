/** All files of the workspace, for clients that are told: in the background, by a command, with progress that can be cancelled. */
import { readdirSync, rmSync, writeFileSync } from "node:fs";
import path from "node:path";
import { pathToFileURL } from "node:url";
import { expect, test } from "vitest";
import { harbour } from "../support/command.js";
import { filesBelow } from "../support/files.js";
import { personal } from "../support/lines.js";
import { everything, range, type Received } from "../support/protocol-client.js";
import { inFolder, type Harbour } from "../support/session.js";
import { write } from "../support/settings.js";

const files = {
  "a.js": "tide();\n",
  "src/b.js": "water();\n",
  "src/c.js": "export {};\n",
  "node_modules/d/index.js": "no();\n",
  "vendor/e.js": "no();\n",
  "alert-quill.jsonc": '{ "skip": ["vendor/**"] }',
};
const of = (uri: string, count?: number) => ({ method, params }: Received): boolean => method ===
  "textDocument/publishDiagnostics" &&
  params.uri === uri &&
  (count === undefined || params.diagnostics.length === count);

async function begin({ client, uri }: Harbour, settings: object, capabilities: object = everything): Promise<void> {
  client.watch.project = true;
  await client.initialize(capabilities, settings, { workspaceFolders: [{ uri: uri("."), name: "harbour" }] });
}
const told = ({ client, uri }: Harbour): string[] => [
  ...new Set(
    client.received
      .filter(({ method, params }) => method === "textDocument/publishDiagnostics" && params.diagnostics.length > 0)
      .map(({ params }) => params.uri.slice(uri("").length)),
  ),
].sort();

test(
  "set to the workspace, files that are not open are told, and follow what happens to them",
  () => inFolder(files, async (harbour) => {
    const { client, folder, uri } = harbour;
    client.answers["workspace/configuration"] = () => [{ scope: "workspace" }];
    await begin(harbour, {});
    await client.until(({ method, params }) => method === "$/progress" && params.value.kind === "end");
    expect(told(harbour)).toEqual(["/a.js", "/src/b.js"]);
    // Once it is open it is told as it is in the editor, and again as it is on the disk when it is closed.
    client.open(uri("a.js"), "export const tide = 1;\n", 5);
    expect(await client.diagnostics(uri("a.js"), 5)).toEqual([]);
    let began = client.received.length;
    client.notify("textDocument/didClose", { textDocument: { uri: uri("a.js") } });
    await client.until(of(uri("a.js"), 1), began);
    // Written, made, renamed and deleted outside of the editor.
    began = client.received.length;
    write(folder, { "src/c.js": "sail();\n" });
    client.notify("workspace/didChangeWatchedFiles", { changes: [{ uri: uri("src/c.js"), type: 2 }] });
    await client.until(of(uri("src/c.js"), 1), began);
    rmSync(path.join(folder, "src/b.js"));
    write(folder, { "src/f.js": "crew();\n" });
    client.notify("workspace/didRenameFiles", { files: [{ oldUri: uri("src/b.js"), newUri: uri("src/f.js") }] });
    await client.until(of(uri("src/f.js"), 1), began);
    await client.until(of(uri("src/b.js"), 0), began);
    // Other settings are others for all.
    began = client.received.length;
    write(folder, { "alert-quill.jsonc": '{ "skip": ["src/**"] }' });
    client.notify("workspace/didChangeWatchedFiles", { changes: [{ uri: uri("alert-quill.jsonc"), type: 2 }] });
    await client.until(of(uri("vendor/e.js"), 1), began);
    await client.until(of(uri("src/f.js"), 0), began);
    // And set back, nothing is told of files that are not open.
    began = client.received.length;
    client.answers["workspace/configuration"] = () => [{ scope: "open" }];
    client.notify("workspace/didChangeConfiguration", { settings: null });
    await client.until(of(uri("vendor/e.js"), 0), began);
  }),
);

test(
  "by a command, without being set to it; folders can be added and taken away",
  () => inFolder(files, async (harbour) => {
    const { client, folder, uri } = harbour;
    await begin(harbour, {}, {});
    expect(told(harbour)).toEqual([]);
    expect((await client.request("workspace/executeCommand", { command: "alertQuill.reviewProject" })).result).toEqual({
      files: 3,
      alerts: 2,
    });
    expect(told(harbour)).toEqual(["/a.js", "/src/b.js"]);
    write(path.join(folder, "../quill-other"), { "g.js": "moor();\n" });
    const other = pathToFileURL(path.join(folder, "../quill-other")).href;
    client.notify("workspace/didChangeWorkspaceFolders", {
      event: { added: [{ uri: other, name: "other" }], removed: [{ uri: uri("."), name: "harbour" }] },
    });
    expect((await client.request("workspace/executeCommand", { command: "alertQuill.reviewProject" })).result).toEqual({
      files: 1,
      alerts: 1,
    });
    await client.until(of(uri("a.js"), 0));
    rmSync(path.join(folder, "../quill-other"), { recursive: true });
  }),
);

test(
  "what a person cancels ends, and is done the next time",
  () => inFolder(
    Object.fromEntries(Array.from({ length: 400 }, (_, index) => [`src/sail${index}.js`, `tide${index}();\n`])),
    async (harbour) => {
      const { client } = harbour;
      await begin(harbour, {});
      const review = client.ask("workspace/executeCommand", { command: "alertQuill.reviewProject" });
      const { params } = await client.until(
        ({ method, params }) => method === "$/progress" && params.value.kind === "report",
      );
      expect(params.value).toMatchObject({
        message: expect.stringMatching(/^\d+ of 400 files$/),
        percentage: expect.any(Number),
      });
      client.notify("window/workDoneProgress/cancel", { token: params.token });
      const { result } = await client.answer(review);
      expect(result.files).toBeLessThan(400);
      await client.until(
        ({ method, params: { value } = {} }) => method === "$/progress" && value.message === "Cancelled",
      );
      expect(
        (await client.request("workspace/executeCommand", { command: "alertQuill.reviewProject" })).result,
      ).toEqual({
        files: 400,
        alerts: 400,
      });
      // Cancelled by the one who asked.
      const mending = client.ask("workspace/executeCommand", {
        command: "alertQuill.mendFolder",
        arguments: [harbour.uri("src")],
        workDoneToken: "mine",
      });
      client.notify("$/cancelRequest", { id: mending });
      await client.answer(mending);
    },
  ),
);

test(
  "files that are as they were come from the store; another text, other settings and a baseline are seen",
  () => inFolder({ "src/a.js": "keel();\n", "alert-quill.jsonc": "{}" }, async (harbour) => {
    const { client, folder, uri } = harbour;
    const review = async (): Promise<number> =>
      (await client.request("workspace/executeCommand", { command: "alertQuill.reviewProject" })).result.alerts;
    const kept = (): string[] => filesBelow(path.join(personal.XDG_CACHE_HOME, "alert-quill/results"), /\.json$/);
    const changed = (file: string, text: string): void => {
      write(folder, { [file]: text });
      client.notify("workspace/didChangeWatchedFiles", { changes: [{ uri: uri(file), type: 2 }] });
    };
    await begin(harbour, {});
    const before = kept();
    expect(await review()).toBe(1);
    const [entry] = kept().filter((file) => !before.includes(file));
    // What the store says is taken for what it is: it was not worked out again.
    writeFileSync(entry!, "{\"alerts\":[],\"asked\":[]}");
    changed("src/a.js", "keel();\n");
    expect(await review()).toBe(0);
    // A broken entry is worked out anew.
    writeFileSync(entry!, "[{");
    changed("src/a.js", "keel();\n");
    expect(await review()).toBe(1);
    changed("src/a.js", "keel();\nwater();\n");
    expect(await review()).toBe(2);
    changed("alert-quill.jsonc", '{ "languages": { "javascript": { "known": ["water"] } } }');
    expect(await review()).toBe(1);
    write(folder, {
      "base.json": JSON.stringify({
        version: 1,
        files: { "src/a.js": [{ rule: "names.unknown", line: "keel();", count: 1 }] },
      }),
    });
    changed("alert-quill.jsonc", '{ "baseline": "base.json" }');
    expect(await review()).toBe(1);
    // One that cannot be read, and one that may not be, leave out nothing.
    changed("base.json", "{");
    changed("alert-quill.jsonc", '{ "baseline": "./base.json" }');
    expect(await review()).toBe(2);
    changed("alert-quill.jsonc", '{ "baseline": "../base.json" }');
    expect(await review()).toBe(2);
  }),
);

test("the demo project: the same alerts as on the command line, rules of its pack among them", async () => {
  const sample = harbour();
  await inFolder({}, async ({ client }) => {
    client.watch.project = true;
    await client.initialize(
      {},
      { trust: "always" },
      { workspaceFolders: [{ uri: pathToFileURL(sample).href, name: "harbour" }] },
    );
    await client.request("workspace/executeCommand", { command: "alertQuill.reviewProject" });
    const rules = client.received
      .filter(({ method }) => method === "textDocument/publishDiagnostics")
      .flatMap(({ params }) => params.diagnostics.map(
        ({ code, range: { start } }: any) =>
          `${path.basename(params.uri)}:${start.line + 1}:${start.character + 1} ${code}`,
      ));
    const { quill } = await import("../support/command.js");
    const report = JSON.parse(quill(sample, "review", "--format", "json").out);
    const expected = report.files.flatMap(({ path: file, alerts }: any) => alerts.map(
      ({ rule, range }: any) => `${path.basename(file)}:${range.start.line + 1}:${range.start.character + 1} ${rule}`,
    ));
    expect(rules.sort()).toEqual(expected.sort());
    expect(readdirSync(sample).length).toBeGreaterThan(3);
  });
  rmSync(sample, { recursive: true });
});

test("a document in a folder that is left out stays out, open or not", () => inFolder(files, async (harbour) => {
  const { client, uri } = harbour;
  await begin(harbour, { scope: "workspace" });
  client.open(uri("vendor/e.js"), "no();\n");
  expect(await client.diagnostics(uri("vendor/e.js"), 1)).toEqual([]);
  await client.until(of(uri("a.js"), 1));
  expect(await client.actions(uri("vendor/e.js"), range(0, 0, 0, 2), {})).toEqual([]);
}));
