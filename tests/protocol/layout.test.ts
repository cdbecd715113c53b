/** Laying out on request, through the server. */
import { afterEach, beforeEach, expect, test } from "vitest";
import { applyAll, createWorkspace, offsetAt, Text } from "../../src/index.js";
import { javascript } from "../../src/languages/javascript/index.js";
import { range, StdioClient } from "../support/stdio-client.js";

let client: StdioClient;
const uri = "file:///harbour/a.js";
beforeEach(() => {
  client = new StdioClient();
});
afterEach(async () => void (await client.stop()));

const text = "if(a){\n    b( {c:1} )\n}\nconst d=[ 1,2 ];\n";

async function laidOut(method: string, params: object, source = text): Promise<string> {
  const { result } = await client.request(`textDocument/${method}`, { textDocument: { uri }, options: { tabSize: 2, insertSpaces: true }, ...params });
  const snapshot = Text.of(source);
  return applyAll(source, result.map((edit: any) => ({ from: offsetAt(snapshot, edit.range.start), to: offsetAt(snapshot, edit.range.end), insert: edit.newText })));
}

test("a document, a range, and what has just been typed", async () => {
  const { capabilities } = await client.initialize();
  expect(capabilities).toMatchObject({ documentFormattingProvider: true, documentRangeFormattingProvider: true, documentOnTypeFormattingProvider: { firstTriggerCharacter: "}" } });
  client.open(uri, text);
  const whole = "if (a) {\n  b({ c: 1 });\n}\nconst d = [1, 2];\n";
  expect(await laidOut("formatting", {})).toBe(whole);
  expect(await laidOut("rangeFormatting", { range: range(3, 0, 3, 16) })).toBe("if(a){\n    b( {c:1} )\n}\nconst d = [1, 2];\n");
  expect(await laidOut("onTypeFormatting", { position: { line: 2, character: 1 }, ch: "}" })).toBe("if (a) {\n  b({ c: 1 });\n}\nconst d=[ 1,2 ];\n");
  expect(await laidOut("onTypeFormatting", { position: { line: 4, character: 0 }, ch: "\n" })).toBe("if(a){\n    b( {c:1} )\n}\nconst d = [1, 2];\n");
  expect(await laidOut("onTypeFormatting", { position: { line: 3, character: 16 }, ch: ";" })).toBe("if(a){\n    b( {c:1} )\n}\nconst d = [1, 2];\n");
  // The same bytes as through the library.
  const workspace = createWorkspace({ languages: [javascript()] });
  workspace.open({ uri, languageId: "javascript", version: 1, text });
  expect(applyAll(text, workspace.layout(uri))).toBe(whole);
});
