/** Actions and commands that change the settings: they count at once, in whatever state the settings file is. */
import { existsSync, readFileSync, renameSync, rmSync } from "node:fs";
import path from "node:path";
import { describe, expect, test } from "vitest";
import { range } from "../support/protocol-client.js";
import { after, editsOf, inFolder, type Harbour } from "../support/session.js";
import { write } from "../support/settings.js";

const settingsFile = "alert-quill.jsonc";
const able = {
  window: { showDocument: { support: true } },
  workspace: { applyEdit: true, workspaceEdit: { documentChanges: true } },
};

/** Takes an action as an editor does, on the text of the settings file that it has open. Gives that text afterwards. */
async function take({ client, uri }: Harbour, action: any, open: { text: string; version: number } | undefined) {
  expect(action).toBeDefined();
  if (action.edit !== undefined) {
    const edits = editsOf(action.edit, uri(settingsFile));
    open!.text = after(open!.text, edits);
    client.change(uri(settingsFile), (open!.version += 1), { text: open!.text });
  }
  if (action.command !== undefined) await client.request("workspace/executeCommand", action.command);
}

/** The rules that are told of a document, once they are as wanted. */
async function told({ client, uri }: Harbour, wanted: readonly string[], after = 0): Promise<void> {
  await client.until(
    ({ method, params }) => method === "textDocument/publishDiagnostics" &&
      params.uri === uri("a.js") &&
      params.diagnostics.map(({ code, severity }: any) => `${code} ${severity}`).join() === wanted.join(),
    after,
  );
}

const text = "tide();\ndebugger;\n";

describe.each(["open", "dirty", "closed", "missing"] as const)("a settings file that is %s", (state) => {
  const before = state === "missing"
    ? undefined
    : '{\n  // Ours.\n  "languages": { "javascript": { "known": ["ebb"] } }\n}\n';
  test.each([
    ["Lower ‘names.unknown’ to ‘warning’", ["names.unknown 2", "calls.debug-pause 2"], '"names.unknown": "warning"'],
    ["Switch ‘names.unknown’ off", ["calls.debug-pause 2"], '"names.unknown": "off"'],
    ["Add ‘tide’ to ‘known’", ["calls.debug-pause 2"], '"tide"]'],
  ])("%s", (title, wanted, written) => inFolder(
    before === undefined ? {} : { [settingsFile]: before },
    async (harbour) => {
      const { client, uri, folder } = harbour;
      await client.initialize(able, {}, { rootUri: uri(".") });
      const open = state === "open" || state === "dirty" ? { text: before!, version: 1 } : undefined;
      if (open !== undefined) client.open(uri(settingsFile), open.text, 1, "jsonc");
      if (state === "dirty") {
        open!.text = open!.text.replace("ebb", "flow");
        client.change(uri(settingsFile), (open!.version += 1), { text: open!.text });
      }
      client.open(uri("a.js"), text);
      await told(harbour, ["names.unknown 1", "calls.debug-pause 2"]);
      const actions = await client.actions(uri("a.js"), range(0, 0, 0, 4), { triggerKind: 1 });
      expect(actions.length).toBeLessThan(12);
      const began = client.received.length;
      await take(harbour, actions.find((action) => action.title.startsWith(title)), open);
      await told(harbour, wanted, began);
      const now = open?.text ?? readFileSync(path.join(folder, settingsFile), "utf8");
      expect(now).toContain(written);
      if (before !== undefined) expect(now).toContain("// Ours.");
      // What an editor holds is saved by the person alone.
      if (open !== undefined) expect(readFileSync(path.join(folder, settingsFile), "utf8")).toBe(before);
    },
  ));
});

test("a name that another runtime has comes with that runtime", () => inFolder(
  { [settingsFile]: '{ "languages": { "javascript": { "runtime": ["browser"] } } }' },
  async (harbour) => {
    const { client, uri } = harbour;
    await client.initialize({}, {}, { rootUri: uri(".") });
    client.open(uri("a.js"), "process.exit(1);\n");
    await told(harbour, ["names.unknown 1"]);
    const at = { line: 0, character: 3 };
    const actions = await client.actions(uri("a.js"), { start: at, end: at }, {});
    const began = client.received.length;
    await take(
      harbour,
      actions.find(({ title }) => title === `Add ‘node’, which has ‘process’, to ‘runtime’ in ${settingsFile}`),
      undefined,
    );
    await told(harbour, [], began);
  },
));

test("what is typed in a settings file counts before it is saved, and no more once it is closed", () => inFolder(
  { [settingsFile]: "{}" },
  async (harbour) => {
    const { client, uri } = harbour;
    await client.initialize({}, {}, { rootUri: uri(".") });
    client.open(uri("a.js"), "tide();\n");
    await told(harbour, ["names.unknown 1"]);
    let began = client.received.length;
    client.open(uri(settingsFile), "{}", 1, "jsonc");
    client.change(uri(settingsFile), 2, { text: '{ "languages": { "javascript": { "known": ["tide"] } } }' });
    await told(harbour, [], began);
    began = client.received.length;
    // Half-typed it stays as it was, and mistakes are marks and no messages.
    client.change(uri(settingsFile), 3, {
      text: '{ "languages": { "javascript": { "known": ["tide"] } }, "levels": { "calls.debug-pause": ',
    });
    client.change(uri(settingsFile), 4, {
      text: '{ "languages": { "javascript": { "known": ["tide"] } }, "kits": ["tidi"] }',
    });
    await client.until(
      ({ method, params }) =>
        method === "textDocument/publishDiagnostics" && params.uri === uri(settingsFile) && params.version === 4,
      began,
    );
    client.notify("textDocument/didClose", { textDocument: { uri: uri(settingsFile) } });
    await told(harbour, ["names.unknown 1"], began);
    expect(client.received.filter(({ method }) => method === "window/showMessage")).toEqual([]);
  },
));

test(
  "where nobody sees marks of a broken settings file, one message tells of it, and marks go with the file",
  () => inFolder(
    { [settingsFile]: '{ "kits": ["sound", "tidi"] }' },
    async (harbour) => {
      const { client, uri, folder } = harbour;
      await client.initialize({}, {}, { rootUri: uri(".") });
      client.open(uri("a.js"), "tide();\n");
      client.open(uri("b.js"), "tide();\n");
      await told(harbour, ["names.unknown 1"]);
      const marked = (count: number, after = 0) => client.until(
        ({ method, params }) => method === "textDocument/publishDiagnostics" &&
          params.uri === uri(settingsFile) &&
          params.diagnostics.length === count,
        after,
      );
      await marked(1);
      const began = client.received.length;
      write(folder, { [settingsFile]: '{ "kits": ["sound", "tidi", "thorought"] }' });
      await marked(2, began);
      rmSync(path.join(folder, settingsFile));
      await marked(0, began);
      expect(client.received.filter(({ method }) => method === "window/showMessage")).toHaveLength(1);
    },
  ),
);

test("the settings file is opened, and made where there is none; a rule is chosen to be switched off", () => inFolder(
  {},
  async (harbour) => {
    const { client, uri, folder } = harbour;
    await client.initialize(able, {}, { rootUri: uri(".") });
    client.open(uri("a.js"), text);
    await told(harbour, ["names.unknown 1", "calls.debug-pause 2"]);
    const shown: any[] = [];
    client.answers["window/showDocument"] = (params: any) => {
      shown.push(params.uri);
      return { success: true };
    };
    const [open] = (await client.actions(uri("a.js"), range(0, 0, 0, 4), { triggerKind: 1 })).slice(-1);
    expect(open.title).toBe("Make a settings file, alert-quill.jsonc");
    await client.request("workspace/executeCommand", open.command);
    expect(shown).toEqual([uri(settingsFile)]);
    expect(existsSync(path.join(folder, settingsFile))).toBe(true);
    const asked: any[] = [];
    client.answers["window/showMessageRequest"] = (params: any) => {
      asked.push([params.message, params.actions.map(({ title }: any) => title)]);
      return params.actions.at(-1);
    };
    await client.request("workspace/executeCommand", { command: "alertQuill.switchOff", arguments: [uri("a.js")] });
    await told(harbour, ["names.unknown 1"]);
    expect(asked).toEqual([
      ["Which rule is to be switched off?", ["names.unknown", "calls.debug-pause"]],
      ["Where is ‘calls.debug-pause’ to be switched off?", ["In this file", "In alert-quill.jsonc"]],
    ]);
    let edit: any;
    client.answers["workspace/applyEdit"] = (params: any) => {
      edit = params.edit;
      return { applied: true };
    };
    await client.request("workspace/executeCommand", {
      command: "alertQuill.switchOff",
      arguments: [uri("a.js"), "names.unknown", "file"],
    });
    expect(after(text, editsOf(edit, uri("a.js")))).toBe(`// quill: hush-file names.unknown\n${text}`);
  },
));

test("menus: own remedies first, each told apart by its place, and room for a reason", () => inFolder(
  { [settingsFile]: '{ "kits": ["thorough", "tidy"], "levels": { "hush.no-reason": "hint" } }' },
  async (harbour) => {
    const { client, uri } = harbour;
    await client.initialize(
      { workspace: { workspaceEdit: { documentChanges: true, snippetEditSupport: true } } },
      {},
      { rootUri: uri(".") },
    );
    client.open(uri("a.js"), "export const a=1, b =2;\ntide();\n");
    await client.diagnostics(uri("a.js"), 1);
    const actions = await client.actions(uri("a.js"), range(0, 0, 0, 24), { triggerKind: 1 });
    const titles = actions.map(({ title }) => title);
    expect(new Set(titles).size).toBe(titles.length);
    expect(titles.filter((title) => title.includes("`"))).toEqual([]);
    const firstOther = titles.findIndex((title) => /^(?:Settle all|Hush|Lower|Switch)/.test(title));
    expect(titles.slice(firstOther).every((title) => /^(?:Settle all|Hush|Lower|Switch)/.test(title))).toBe(true);
    const hush = (await client.actions(uri("a.js"), range(1, 0, 1, 4), { triggerKind: 1 })).find(
      ({ title }) => title === "Hush ‘names.unknown’ on this line",
    );
    expect(hush.edit.documentChanges[0].edits).toEqual([{
      range: range(1, 7, 1, 7),
      snippet: { kind: "snippet", value: " // quill: hush names.unknown because ${1:why}" },
    }]);
  },
));

describe("files of which something was told, for an editor that does not watch them", () => {
  const reviewed = async (harbour: Harbour): Promise<void> => {
    const { client, uri } = harbour;
    client.watch.project = true;
    await client.initialize({}, {}, { rootUri: uri(".") });
    await client.request("workspace/executeCommand", { command: "alertQuill.reviewProject" });
    expect((await client.until(({ method }) => method === "window/showMessage")).params.message).toBe(
      "1 alert in 2 files",
    );
  };
  const marks = ({ client, uri }: Harbour, file: string, count: number, after = 0) => client.until(
    ({ method, params }) =>
      method === "textDocument/publishDiagnostics" && params.uri === uri(file) && params.diagnostics.length === count,
    after,
  );
  const files = { "a.js": "tide();\n", "b.js": "export const b = 1;\n" };

  test.each<[string, (folder: string) => void, number]>([
    ["deleted", (folder) => rmSync(path.join(folder, "a.js")), 0],
    ["renamed", (folder) => renameSync(path.join(folder, "a.js"), path.join(folder, "c.js")), 0],
    ["repaired", (folder) => write(folder, { "a.js": "export {};\n" }), 0],
    ["made worse", (folder) => write(folder, { "a.js": "tide();\nebb();\n" }), 2],
  ])("%s", (_, happen, count) => inFolder(files, async (harbour) => {
    await reviewed(harbour);
    await marks(harbour, "a.js", 1);
    const began = harbour.client.received.length;
    happen(harbour.folder);
    await marks(harbour, "a.js", count, began);
  }));

  test(
    "with all files in view, a change elsewhere brings no marks of one that is gone",
    () => inFolder(files, async (harbour) => {
      const { client, uri, folder } = harbour;
      client.watch.project = true;
      await client.initialize({}, { scope: "workspace" }, { rootUri: uri(".") });
      await marks(harbour, "a.js", 1);
      const began = client.received.length;
      rmSync(path.join(folder, "a.js"));
      await marks(harbour, "a.js", 0, began);
      const later = client.received.length;
      write(folder, { "b.js": "ebb();\n" });
      client.open(uri("b.js"), "ebb();\n");
      await marks(harbour, "b.js", 1, later);
      client.notify("textDocument/didClose", { textDocument: { uri: uri("b.js") } });
      await marks(harbour, "b.js", 0, later);
      await marks(harbour, "b.js", 1, later);
      expect(
        client.received
          .slice(later)
          .filter(({ method, params }) => method === "textDocument/publishDiagnostics" && params.uri === uri("a.js")),
      ).toEqual([]);
    }),
  );
});
