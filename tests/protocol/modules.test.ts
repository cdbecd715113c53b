/** What other files hold is told in documents that import it: of those that are open as they are typed, of others as they lie on disk. */
import { rmSync } from "node:fs";
import path from "node:path";
import { expect, test } from "vitest";
import { everything } from "../support/protocol-client.js";
import { inFolder } from "../support/session.js";
import { write } from "../support/settings.js";

const files = {
  "package.json": '{ "type": "module" }',
  "tides.js": "export const low = 1;\n",
  "main.js": "import { low } from \"./tides.js\";\nexport default low;\n",
};

test(
  "typing in one document changes what is told of another, and changing it back takes it back",
  () => inFolder(files, async ({ client, uri }) => {
    await client.initialize(everything);
    client.open(uri("main.js"), files["main.js"], 1);
    client.open(uri("tides.js"), files["tides.js"], 1);
    expect(await client.diagnostics(uri("main.js"), 1)).toEqual([]);
    await client.diagnostics(uri("tides.js"), 1);
    const told = (count: number, began: number) => client.until(
      ({ method, params }) => method === "textDocument/publishDiagnostics" &&
        params.uri === uri("main.js") &&
        params.diagnostics.length === count,
      began,
    );
    let began = client.received.length;
    client.change(uri("tides.js"), 2, { text: "export const high = 1;\n" });
    expect((await told(1, began)).params.diagnostics[0]).toMatchObject({
      code: "imports.no-such-export",
      range: { start: { line: 0, character: 9 }, end: { line: 0, character: 12 } },
    });
    began = client.received.length;
    client.change(uri("tides.js"), 3, { text: files["tides.js"] });
    await told(0, began);
    // What only its own file sees is nobody else's affair.
    began = client.received.length;
    client.change(uri("tides.js"), 4, { text: `${files["tides.js"]}const own = 2;\nexport default own;\n` });
    await client.diagnostics(uri("tides.js"), 4);
    const others = client.received.slice(began).filter(({ params }) => params?.uri === uri("main.js"));
    expect(others).toEqual([]);
    // Closed without being saved, the file on disk counts again.
    client.change(uri("tides.js"), 5, { text: "export {};\n" });
    await told(1, began);
    began = client.received.length;
    client.notify("textDocument/didClose", { textDocument: { uri: uri("tides.js") } });
    await told(0, began);
  }),
);

test(
  "a file that changed on disk counts from the next save on for an editor that does not watch files",
  () => inFolder(files, async ({ client, folder, uri }) => {
    await client.initialize();
    client.open(uri("main.js"), files["main.js"], 1);
    expect(await client.diagnostics(uri("main.js"), 1)).toEqual([]);
    const began = client.received.length;
    write(folder, { "tides.js": "export const high = 1;\n" });
    client.notify("textDocument/didSave", { textDocument: { uri: uri("main.js") } });
    const { params } = await client.until(
      ({ method, params }) => method === "textDocument/publishDiagnostics" && params.diagnostics.length === 1,
      began,
    );
    expect(params.diagnostics[0].code).toBe("imports.no-such-export");
  }),
);

test(
  "files that come and go are told of where they are imported",
  () => inFolder(files, async ({ client, folder, uri }) => {
    await client.initialize(everything);
    client.open(uri("main.js"), files["main.js"], 1);
    expect(await client.diagnostics(uri("main.js"), 1)).toEqual([]);
    const told = (count: number, began: number) => client.until(
      ({ method, params }) => method === "textDocument/publishDiagnostics" && params.diagnostics.length === count,
      began,
    );
    let began = client.received.length;
    rmSync(path.join(folder, "tides.js"));
    client.notify("workspace/didChangeWatchedFiles", { changes: [{ uri: uri("tides.js"), type: 3 }] });
    expect((await told(1, began)).params.diagnostics[0].code).toBe("imports.no-such-file");
    began = client.received.length;
    write(folder, { "tides.js": "export const high = 1;\n" });
    client.notify("workspace/didCreateFiles", { files: [{ uri: uri("tides.js") }] });
    const { params } = await told(1, began);
    expect(params.diagnostics[0].code).toBe("imports.no-such-export");
  }),
);

test(
  "a name that another file exports is imported by a quick fix",
  () => inFolder({ ...files, "fares.js": "console.log(low);\n" }, async ({ client, uri }) => {
    await client.initialize(everything);
    client.open(uri("fares.js"), "console.log(low);\n", 1);
    await client.diagnostics(uri("fares.js"), 1);
    const at = { line: 0, character: 13 };
    const actions = await client.actions(uri("fares.js"), { start: at, end: at }, { only: ["quickfix"] });
    expect(actions.map(({ title }) => title)).toContain("Import ‘low’ from ‘./tides.js’");
  }),
);

test(
  "before a file or a folder gets another name, the imports that name it are given it",
  () => inFolder(
    {
      "src/tides.js": "import { zone } from \"./zones/north.js\";\nexport const low = zone;\n",
      "src/main.js":
        "import { low } from \"./tides.js\";\nexport const load = () => import(\"./tides.js\").then(low);\n",
      "src/zones/north.js": "export const zone = 1;\n",
    },
    async ({ client, uri }) => {
      await client.initialize(everything);
      const text = "export { low } from \"./tides.js\";\nexport const own = 1;\n";
      client.open(uri("src/index.js"), text, 3);
      await client.diagnostics(uri("src/index.js"), 3);
      const rename = async (from: string, to: string) => (await client.request("workspace/willRenameFiles", {
        files: [{ oldUri: uri(from), newUri: uri(to) }],
      })).result;
      const edited = await rename("src/tides.js", "src/water/levels.js");
      expect(
        Object.fromEntries(
          edited.documentChanges.map(({ textDocument, edits }: any) => [
            textDocument.uri.slice(uri("").length),
            [
              textDocument.version,
              ...edits.map(({ range, newText }: any) => `${range.start.line}:${range.start.character} ${newText}`),
            ],
          ]),
        ),
      ).toEqual({
        "/src/index.js": [3, "0:21 ./water/levels.js"],
        "/src/main.js": [null, "0:21 ./water/levels.js", "1:34 ./water/levels.js"],
        "/src/tides.js": [null, "0:22 ../zones/north.js"],
      });
      // A folder takes all that is in it along.
      const moved = await rename("src/zones", "src/areas");
      expect(
        moved.documentChanges.map(({ textDocument, edits }: any) => [textDocument.uri, edits[0].newText]),
      ).toEqual([
        [uri("src/tides.js"), "./areas/north.js"],
      ]);
      expect(await rename("src/gone.js", "src/found.js")).toBe(null);
    },
  ),
);

test("exports that nobody imports are told once the project has been read, beside other work", () => inFolder(
  {
    "package.json": "{}",
    "alert-quill.jsonc": '{ "kits": [], "levels": { "dead.unread-export": "warning" } }',
    ...Object.fromEntries(
      Array.from({ length: 60 }, (_, index) => [
        `pier${index}.js`,
        `import { low } from "./tides.js";\nexport const pier${index} = low;\n`,
      ]),
    ),
    "tides.js": "export const low = 1;\nexport const high = 2;\n",
  },
  async ({ client, uri }) => {
    await client.initialize(everything);
    client.open(uri("tides.js"), "export const low = 1;\nexport const high = 2;\n", 1);
    const told = (names: readonly string[], began: number) => client.until(
      ({ method, params }) => method === "textDocument/publishDiagnostics" &&
        params.uri === uri("tides.js") &&
        JSON.stringify(
          params.diagnostics.map(({ range }: { range: { start: { line: number } } }) => range.start.line),
        ) ===
          JSON.stringify(names.map((name) => (name === "low" ? 0 : 1))),
      began,
    );
    await told(["high"], 0);
    client.open(uri("pier1.js"), "import { low } from \"./tides.js\";\nexport const pier1 = low;\n", 1);
    const began = client.received.length;
    client.change(uri("pier1.js"), 2, { text: "import { high } from \"./tides.js\";\nexport const pier1 = high;\n" });
    await told([], began);
  },
));
