/** Long files of every shape through the real server: whatever is typed, the marks come, all of them, and those of a library call. */
import { expect, test } from "vitest";
import { createWorkspace, type Settings } from "../../src/index.js";
import { javascript } from "../../src/languages/javascript/index.js";
import { DiskFiles } from "../../src/project/disk-files.js";
import { often } from "../support/files.js";
import { inFolder } from "../support/session.js";
import { placesIn, shapes } from "../support/shapes.js";

const languageIds = { js: "javascript", ts: "typescript", tsx: "typescriptreact" } as const;
const everyKit = ["sound", "tidy", "modern", "light", "guarded", "typed", "thorough"];
const runs = [
  ...shapes.map((shape) => ({ shape, name: shape.name, lines: often(400, 5000), kits: everyKit })),
  ...shapes.filter((_, index) => index % often(6, 1) === 1 % often(6, 1)).map((shape) => ({
    shape,
    name: shape.name,
    lines: often(3000, 20_000),
    kits: ["sound"],
  })),
];

function expected(uri: string, languageId: string, text: string, settings: Settings): string[] {
  const workspace = createWorkspace({ languages: [javascript()], settings, files: new DiskFiles() });
  workspace.open({ uri, languageId, version: 1, text });
  return workspace.alerts(uri).map(({ rule }) => rule).sort();
}

test.each(runs)("$name, $lines lines with $kits", { timeout: 600_000 }, async ({ shape, lines, kits }) => {
  const settings = { kits };
  const file = `long.${shape.ending}`;
  const languageId = languageIds[shape.ending];
  await inFolder({ "alert-quill.jsonc": JSON.stringify(settings) }, async ({ client, uri }) => {
    // What is compared is what is found, also on lines that calm would leave as they were.
    await client.initialize({}, { calm: false });
    const text = shape.make(lines);
    client.open(uri(file), text, 1, languageId);
    const pull = async (): Promise<string[]> => (await client.request("textDocument/diagnostic", {
      textDocument: { uri: uri(file) },
    })).result.items
      .map(({ code }: { code: string }) => code)
      .sort();
    expect(await pull()).toEqual(expected(uri(file), languageId, text, settings));
    const { at, indent } = placesIn(shape, text)[1]!;
    let now = text;
    let version = 1;
    // An opener stays open; then a whole text takes it back, as some editors send it.
    for (const typed of ["\n", indent, "{"]) {
      const offset = at + now.length - text.length;
      const line = now.slice(0, offset).split("\n").length - 1;
      const character = offset - (now.lastIndexOf("\n", offset - 1) + 1);
      now = now.slice(0, offset) + typed + now.slice(offset);
      const position = { line, character };
      client.change(uri(file), (version += 1), { range: { start: position, end: position }, text: typed });
      expect(await pull()).toEqual(expected(uri(file), languageId, now, settings));
    }
    client.change(uri(file), (version += 1), { text });
    expect(await pull()).toEqual(expected(uri(file), languageId, text, settings));
  });
});
