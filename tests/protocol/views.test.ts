/** What an editor shows beside a text: the rules, the flow of the code at a place, and what the last key cost. */
import { expect, test } from "vitest";
import { inFolder } from "../support/session.js";

const text = "export function moor(ferry) {\n  if (ferry.late) return;\n  ferry.call();\n}\n";

test("the rules are told with the levels that count for a document", () => inFolder(
  { "alert-quill.jsonc": '{ "kits": ["tidy"], "levels": { "names.unknown": "hint" } }' },
  async ({ client, uri }) => {
    await client.initialize({}, {}, { rootUri: uri(".") });
    client.open(uri("a.js"), text);
    const { result } = await client.request("alertQuill/rules", { textDocument: { uri: uri("a.js") } });
    const told = (id: string): any => result.find((rule: any) => rule.id === id);
    expect(told("names.unknown")).toMatchObject({
      area: "names",
      level: "hint",
      standard: "error",
      kits: ["sound", "thorough"],
    });
    expect(told("calls.debug-pause")).toMatchObject({ level: "off", standard: "warning" });
    expect(told("calls.debug-pause").examples[0]?.code).toContain("«debugger;»");
    expect(new Set(result.map(({ id }: any) => id)).size).toBe(result.length);
    // Where no settings reach the kit `sound` counts.
    const elsewhere = await client.request("alertQuill/rules", { textDocument: { uri: "harbour:/elsewhere/b.js" } });
    const levelOf = (id: string) => elsewhere.result.find((rule: any) => rule.id === id)?.level;
    expect([levelOf("calls.debug-pause"), levelOf("layout.indent")]).toEqual(["warning", "off"]);
    expect((await client.request("alertQuill/rules", {})).error?.code).toBe(-32602);
  },
));

test("the flow graph of the code at a place is drawn, with the block there lit", () => inFolder(
  {},
  async ({ client, uri }) => {
    await client.initialize({}, {}, { rootUri: uri(".") });
    client.open(uri("a.js"), text);
    const lit = async (line: number, character: number): Promise<string | undefined> => {
      const position = { line, character };
      const { result } = await client.request("alertQuill/flow", { textDocument: { uri: uri("a.js") }, position });
      return /<g class="lit">.*?<\/g>/.exec(result.svg)?.[0].replaceAll(/<[^>]*>/g, "").trim();
    };
    expect(await lit(2, 4)).toMatch(/^3 ferry\.call\(\);/);
    expect(await lit(1, 20)).toMatch(/^2 return;/);
    // Where nothing is analysed there is nothing to draw.
    const nowhere = { textDocument: { uri: uri("b.js") }, position: { line: 0, character: 0 } };
    expect((await client.request("alertQuill/flow", nowhere)).result).toBeNull();
  },
));

test("who shows it is told what the last key cost, by stage", () => inFolder({}, async ({ client, uri }) => {
  await client.initialize({}, { status: true, cost: true }, { rootUri: uri(".") });
  client.open(uri("a.js"), text);
  await client.diagnostics(uri("a.js"), 1);
  client.change(uri("a.js"), 2, { text: `${text}moor(tide);\n` });
  const { params } = await client.until(({ method, params }) => method === "alertQuill/cost" && params.version === 2);
  expect(params).toMatchObject({ uri: uri("a.js"), time: expect.any(Number) });
  expect(params.stages.map(([stage]: [string]) => stage)).toEqual(
    expect.arrayContaining(["all rules", "finding names", "reading the text"]),
  );
}));
