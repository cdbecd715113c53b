/** While a text is open where somebody types, marks elsewhere stay. */
import { expect, test } from "vitest";
import { measureCalm } from "../../bench/calm.js";
import { often } from "../support/files.js";
import { range } from "../support/protocol-client.js";
import { inFolder } from "../support/session.js";

test.each([["sound"], ["sound,tidy,thorough"]])(
  "in real files hardly anything comes and goes on other lines, and a text that is broken has a mark: %s",
  { timeout: 600_000 },
  (kits) => {
    const { keys, changes, unmarked, worst } = measureCalm(7, often(8, 300), { kits: kits.split(",") });
    expect((50 * changes) / keys, worst.code).toBeLessThanOrEqual(1);
    expect(unmarked).toBe(0);
  },
);

const text = "tide();\n\n\nexport function sail(to) {\n  debugger;\n  return to;\n}\nebb();\n";
const typed = "if (sail({ a: 1 }))";

/** What is told after each key, by the lines of the text before. */
async function linesWhile(options: object, use: (told: number[][], harbour: any) => Promise<void>): Promise<void> {
  await inFolder({}, async (harbour) => {
    const { client, uri } = harbour;
    const document = uri("a.js");
    await client.initialize({}, options);
    client.open(document, text);
    await client.diagnostics(document, 1);
    const told: number[][] = [];
    for (const [at, key] of [...typed].entries()) {
      client.change(document, at + 2, { range: range(1, at, 1, at), text: key });
      told.push((await client.diagnostics(document, at + 2)).map(({ range: { start } }: any) => start.line));
    }
    await use(told, { ...harbour, document });
  });
}

test(
  "what is open is marked where it stands, and nothing moves elsewhere until it is whole, saved, or left",
  () => linesWhile({}, async (told, { client, document }) => {
    for (const lines of told) expect(lines.filter((line) => line !== 1)).toEqual([0, 4, 7]);
    expect(told.at(-1)).toContain(1);
    // Saved, all is told that is found.
    const before = client.received.length;
    client.notify("textDocument/didSave", { textDocument: { uri: document } });
    const { params } = await client.until(({ method }: any) => method === "textDocument/publishDiagnostics", before);
    expect(params.diagnostics.map(({ range: { start } }: any) => start.line)).toContain(3);
    // Somebody who goes on elsewhere has left off there: then all is told that is found.
    client.change(document, 90, { range: range(7, 0, 7, 3), text: "flow" });
    const after = await client.diagnostics(document, 90);
    const pulled = await client.request("textDocument/diagnostic", { textDocument: { uri: document } });
    expect(pulled.result.items).toEqual(after);
    client.change(document, 91, { range: range(1, typed.length, 1, typed.length), text: " ebb();" });
    expect((await client.diagnostics(document, 91)).map(({ range: { start } }: any) => start.line)).toEqual([
      0, 1, 4, 7,
    ]);
  }),
);

test("without calm each key tells what is found in the text", () => linesWhile({ calm: false }, async (told) => {
  expect(told.every((lines) => lines.filter((line) => line !== 1).join() === "0,4,7")).toBe(false);
}));
