/** Documents in languages that the server loads when the first of them is opened. */
import { PassThrough } from "node:stream";
import { expect, test } from "vitest";
import { createMessageConnection, StreamMessageReader, StreamMessageWriter } from "vscode-jsonrpc/node";
import { javascript } from "../../src/languages/javascript/index.js";
import { php } from "../../src/languages/php/index.js";
import { nodeHost } from "../../src/server/node-host.js";
import { Server } from "../../src/server/server.js";
import { everything, range } from "../support/protocol-client.js";
import { inFolder } from "../support/session.js";

const quay = "class Quay {\n  private int low() {\n    return 3;\n  }\n}\n";

test("what is said while a language is loaded is heard in its order", async () => {
  await inFolder({}, async ({ client, uri }) => {
    await client.initialize();
    client.open(uri("Quay.java"), quay, 1, "java");
    client.change(uri("Quay.java"), 2, { range: range(2, 11, 2, 12), text: "4;\n    int" });
    client.open(uri("tide.js"), "tide();\n");
    // The brace of the class is typed while nothing has been told yet.
    client.change(uri("Quay.java"), 3, { range: range(3, 4, 3, 9), text: "hold(" });
    const actions = await client.actions(uri("Quay.java"), range(1, 14, 1, 14), { only: ["quickfix"] });
    expect(actions.map(({ title }) => title)).toContain("Remove ‘low()’");
    const diagnostics = await client.diagnostics(uri("Quay.java"), 3);
    expect(diagnostics.map(({ code }) => code)).toContain("dead.unread-name");
    expect((await client.diagnostics(uri("tide.js"), 1)).map(({ code }) => code)).toEqual(["names.unknown"]);
  });
});

test("files of such a language in the workspace that are not open are looked at too", async () => {
  await inFolder(
    { "quay/Quay.java": quay, "quay/depth.c": "static int low(void)\n{\n\treturn 3;\n}\n" },
    async ({ client, uri }) => {
      client.watch.project = true;
      client.answers["workspace/configuration"] = () => [{ scope: "workspace" }];
      await client.initialize(everything, {}, { workspaceFolders: [{ uri: uri("."), name: "quay" }] });
      for (const file of ["quay/Quay.java", "quay/depth.c"]) {
        const told = await client.until(
          ({ method, params }) => method === "textDocument/publishDiagnostics" && params.uri === uri(file),
        );
        expect(told.params.diagnostics.map(({ code }: { code: string }) => code)).toEqual(["dead.unread-name"]);
      }
    },
  );
});

test("where a language cannot be loaded, that is said once, and the rest goes on", async () => {
  const [there, back] = [new PassThrough(), new PassThrough()];
  const client = createMessageConnection(new StreamMessageReader(back), new StreamMessageWriter(there));
  const broken = {
    ...php(),
    loading: { isLoaded: false, load: () => Promise.reject(new Error("its package is not installed")) },
  };
  new Server(createMessageConnection(new StreamMessageReader(there), new StreamMessageWriter(back)), {
    languages: [javascript(), broken],
    host: nodeHost(() => undefined),
  }).listen();
  const said: string[] = [];
  const told = new Set<string>();
  client.onNotification("window/showMessage", ({ message }) => void said.push(message));
  client.onNotification("textDocument/publishDiagnostics", ({ uri }) => void told.add(uri));
  client.listen();
  await client.sendRequest("initialize", { processId: null, rootUri: null, capabilities: {} });
  await client.sendNotification("initialized", {});
  const files = [
    ["a.php", "php", "<?php\n"],
    ["b.php", "php", "<?php\n"],
    ["c.js", "javascript", "tide();\n"],
  ] as const;
  for (const [name, languageId, text] of files) {
    const textDocument = { uri: `file:///quay/${name}`, languageId, version: 1, text };
    await client.sendNotification("textDocument/didOpen", { textDocument });
  }
  await expect.poll(() => [...told]).toEqual(["file:///quay/c.js"]);
  expect(said).toEqual(["Nothing is told of PHP: its package is not installed."]);
  await client.sendRequest("shutdown");
  client.dispose();
});
