/** The strain of functions above them, as somebody sees it fall who takes a function out of another. */
import { expect, test } from "vitest";
import { everything, range } from "../support/protocol-client.js";
import { inFolder } from "../support/session.js";

const settings = '{ "kits": ["sound"], "levels": { "strain.heavy-function": "hint" }, "tune": { "strain.heavy-function": { "most": 4 } } }';
const text = `export class Quay {
  moor(ferries) {
    for (const ferry of ferries) {
      if (ferry.late && ferry.full) {
        while (ferry.waits) ferry.call();
      }
    }
  }
}
export const fare = (age) => (age < 12 ? 210 : 420);
`;

test(
  "a lens tells the strain of a function over its limit, and what it was",
  () => inFolder({ "alert-quill.jsonc": settings }, async ({ client, uri }) => {
    const asked: any[] = [];
    client.answers["window/showDocument"] = (params: any) => {
      asked.push(params);
      return { success: true };
    };
    const { capabilities } = await client.initialize(
      { ...everything, window: { ...everything.window, showDocument: { support: true } } },
      {},
      { workspaceFolders: [{ uri: uri("."), name: "quay" }] },
    );
    expect(capabilities.codeLensProvider).toEqual({ resolveProvider: false });
    const document = uri("a.js");
    const lenses = async (): Promise<any[]> =>
      (await client.request("textDocument/codeLens", { textDocument: { uri: document } })).result;
    client.open(document, text);
    expect(await lenses()).toEqual([{
      range: range(1, 2, 1, 6),
      command: { title: "strain 8", command: "alertQuill.showRule", arguments: ["strain.heavy-function"] },
    }]);

    const hover = { textDocument: { uri: document }, position: { line: 1, character: 4 } };
    expect((await client.request("textDocument/hover", hover)).result.contents.value).toContain(
      "- 1 in line 3: `for (const ferry of ferries) {`\n- 3 in line 4: `if (ferry.late && ferry.full) {`\n- 3 in line 5: `while (ferry.waits) ferry.call();`\n",
    );

    // The inner loop goes into a function of its own.
    client.change(document, 2, { range: range(4, 8, 4, 41), text: "callAll(ferry);" });
    client.change(document, 3, {
      range: range(10, 0, 10, 0),
      text: "function callAll(ferry) {\n  while (ferry.waits) ferry.call();\n}\n",
    });
    expect((await lenses()).map(({ command: { title } }) => title)).toEqual(["strain 5, was 8"]);
    // Below its limit it keeps its lens, so that somebody sees it.
    client.change(document, 4, { range: range(3, 20, 3, 34), text: "" });
    expect((await lenses()).map(({ command: { title } }) => title)).toEqual(["strain 4, was 8"]);
    client.change(document, 5, { range: range(1, 0, 1, 0), text: "  // by tide\n" });
    expect((await lenses()).map((lens) => [lens.range.start.line, lens.command.title])).toEqual([[
      2,
      "strain 4, was 8",
    ]]);

    await client.request("workspace/executeCommand", {
      command: "alertQuill.showRule",
      arguments: ["strain.heavy-function"],
    });
    expect(asked.map(({ uri: page }) => page.split("/").at(-1))).toEqual(["strain.heavy-function.md"]);
    expect((await client.request("textDocument/codeLens", { textDocument: { uri: uri("none.js") } })).result).toBe(
      null,
    );
  }),
);

test(
  "without the rule there is none, and new settings make the client ask again",
  () => inFolder({}, async ({ client, uri }) => {
    const refreshed = { ...everything, workspace: { ...everything.workspace, codeLens: { refreshSupport: true } } };
    let asked = 0;
    client.answers["workspace/codeLens/refresh"] = () => {
      asked += 1;
      return null;
    };
    await client.initialize({ ...refreshed, workspace: { ...refreshed.workspace, configuration: false } }, {});
    client.open(uri("a.js"), text);
    const titles = async (): Promise<string[]> => (await client.request("textDocument/codeLens", {
      textDocument: { uri: uri("a.js") },
    })).result.map(
      ({ command: { title } }: any) => title,
    );
    expect(await titles()).toEqual([]);
    client.notify("workspace/didChangeConfiguration", {
      settings: { alertQuill: { kits: ["light"], tune: { "strain.heavy-function": { most: 4 } } } },
    });
    await expect.poll(() => asked, { timeout: 30_000 }).toBeGreaterThan(0);
    expect(await titles()).toEqual(["strain 8"]);
    // By option the file has one too, in which all functions count.
    client.notify("workspace/didChangeConfiguration", {
      settings: { alertQuill: { kits: ["light"], tune: { "strain.heavy-function": { most: 4 } }, fileLens: true } },
    });
    await expect.poll(titles, { timeout: 30_000 }).toEqual(["strain of the file 9", "strain 8"]);
    client.change(uri("a.js"), 2, { range: range(4, 8, 4, 41), text: "ferry.call();" });
    expect(await titles()).toEqual(["strain of the file 6, was 9", "strain 5, was 8"]);
  }),
);
