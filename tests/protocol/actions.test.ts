/** Code actions and commands, as clients of different kinds ask for them. */
import { readFileSync } from "node:fs";
import path from "node:path";
import { pathToFileURL } from "node:url";
import { describe, expect, test } from "vitest";
import { everything, range } from "../support/protocol-client.js";
import { after, editsOf, inFolder } from "../support/session.js";
import { write } from "../support/settings.js";

const text = "const fare = 1;\nfare = 2;\nfare = far;\ndebugger;\ntidee();\ntidee();\nconst tide = 3;\n";
const whole = range(0, 0, 7, 0);
const titles = (actions: any[]): string[] => actions.map(({ title }) => title);

test(
  "an action is worked out when it is taken, and not for another version",
  () => inFolder({}, async ({ client, uri }) => {
    const { capabilities } = await client.initialize(everything);
    expect(capabilities.codeActionProvider.resolveProvider).toBe(true);
    const document = uri("a.js");
    client.open(document, text, 4);
    const diagnostic = (await client.diagnostics(document, 4)).find(({ range: { start } }) => start.line === 4);
    const actions = await client.actions(document, diagnostic.range, { diagnostics: [diagnostic], triggerKind: 1 });
    expect(titles(actions)).toEqual([
      "Change to ‘tide’",
      "Settle all of ‘names.unknown’ in this file",
      "Add ‘tidee’ to ‘known’ in a new alert-quill.jsonc",
      "Say in this file that ‘tidee’ exists",
      "Hush ‘names.unknown’ on this line",
      "Hush ‘names.unknown’ in this file",
      "Lower ‘names.unknown’ to ‘warning’ in a new alert-quill.jsonc",
      "Switch ‘names.unknown’ off in a new alert-quill.jsonc",
    ]);
    // What a person should look at says so, and is done when it is asked for.
    expect(actions[0].edit).toMatchObject({
      documentChanges: [{
        textDocument: { uri: document, version: 4 },
        edits: [{ newText: "tide", annotationId: "proposed" }],
      }],
      changeAnnotations: { proposed: { needsConfirmation: false } },
    });
    expect(actions[1].edit).toBeUndefined();
    const { result } = await client.request("codeAction/resolve", actions[1]);
    expect(result.edit.changeAnnotations.proposed.needsConfirmation).toBe(false);
    expect(after(text, editsOf(result.edit, document)).match(/tide\(\);/g)).toHaveLength(2);
    const [all] = await client.actions(document, whole, { only: ["source.fixAll"], triggerKind: 1 });
    expect(all).toMatchObject({ kind: "source.fixAll" });
    expect(after(text, editsOf((await client.request("codeAction/resolve", all)).result.edit, document))).toBe(
      text.replace("debugger;\n", ""),
    );
    client.change(document, 5, { range: range(3, 0, 4, 0), text: "" });
    expect((await client.request("codeAction/resolve", all)).error?.code).toBe(-32801);
    const [none] = await client.actions(document, whole, { only: ["source.fixAll.alertQuill"], triggerKind: 1 });
    expect(none.kind).toBe("source.fixAll.alertQuill");
    await client.request("codeAction/resolve", none);
    expect((await client.until(({ method }) => method === "window/showMessage")).params.message).toMatch(
      /^Nothing here can be settled for certain/,
    );
  }),
);

test(
  "what cannot be done says why, to those who show it and have asked",
  () => inFolder({ "alert-quill.jsonc": '{ "levels": ' }, async ({ client, uri }) => {
    await client.initialize(everything);
    const document = uri("a.js");
    client.open(document, "export const a = [1, 2;\ntide();\n");
    const diagnostics = await client.diagnostics(document, 1);
    const unknown = diagnostics.find(({ code }) => code === "names.unknown");
    const invoked = await client.actions(document, unknown.range, { diagnostics: [unknown], triggerKind: 1 });
    expect(invoked.find(({ disabled }) => disabled !== undefined)).toMatchObject({
      title: "Add ‘tide’ to ‘known’ in alert-quill.jsonc",
      disabled: { reason: expect.stringMatching(/cannot be read/) },
    });
    expect(
      (await client.actions(document, unknown.range, { diagnostics: [unknown], triggerKind: 2 })).some(
        ({ disabled }) => disabled !== undefined,
      ),
    ).toBe(false);
  }),
);

test.each<[string, (diagnostic: any) => any]>([
  ["without its data and description", ({ data: _, codeDescription: __, ...rest }) => rest],
  ["with columns counted in bytes", (diagnostic) => ({ ...diagnostic, range: range(0, 14, 0, 18) })],
  ["with columns counted in bytes, without data", ({ data: _, ...rest }) => ({ ...rest, range: range(0, 14, 0, 18) })],
])("a client may give a diagnostic back %s", (_, given) => inFolder({}, async ({ client, uri }) => {
  await client.initialize();
  const document = uri("a.js");
  client.open(document, "let é = '🚢'; tdie(é); let tide;\n");
  const unknown = (await client.diagnostics(document, 1)).find(({ code }) => code === "names.unknown");
  const cursor = { start: unknown.range.start, end: unknown.range.start };
  expect(titles(await client.actions(document, cursor, { diagnostics: [given(unknown)] }))[0]).toBe(
    "Change to ‘tide’",
  );
}));

test("a client that takes all it gets is given the best alone", () => inFolder({}, async ({ client, uri }) => {
  await client.initialize();
  const document = uri("a.js");
  client.open(document, text);
  const unknown = (await client.diagnostics(document, 1)).find(({ range: { start } }) => start.line === 4);
  const actions = await client.actions(document, whole, { diagnostics: [unknown] });
  expect(titles(actions)).toEqual(["Change to ‘tide’"]);
  expect(after(text, editsOf(actions[0].edit, document))).toBe(text.replace("tidee", "tide"));
}));

test(
  "over one save the work is done once, whichever way is asked first",
  () => inFolder({}, async ({ client, uri }) => {
    await client.initialize({ workspace: { workspaceEdit: { documentChanges: true } } });
    const document = uri("a.js");
    const textDocument = { uri: document };
    const settle = async (context: object): Promise<any[]> =>
      client.actions(document, whole, { only: ["source.fixAll"], ...context });
    const save = async (): Promise<any[]> =>
      (await client.request("textDocument/willSaveWaitUntil", { textDocument, reason: 1 })).result;
    client.open(document, text);
    client.notify("textDocument/didSave", { textDocument });
    expect(after(text, await save())).toBe(text.replace("debugger;\n", ""));
    client.change(document, 2, { range: range(3, 0, 4, 0), text: "" });
    // Typed since: it stays over this save, and an explicit call takes it out.
    expect(await settle({ triggerKind: 2 })).toEqual([]);
    client.notify("textDocument/didSave", { textDocument });
    client.change(document, 3, { range: range(0, 0, 0, 0), text: "debugger;\n" });
    expect(await settle({ triggerKind: 2 })).toEqual([]);
    expect(await settle({ triggerKind: 1 })).toHaveLength(1);
    client.notify("textDocument/didSave", { textDocument });
    const [action] = await settle({});
    expect(editsOf(action.edit, document)).toHaveLength(1);
    client.change(document, 4, { range: range(0, 0, 1, 0), text: "" });
    expect(await save()).toEqual([]);
  }),
);

describe("refits", () => {
  const code = "export function price(party) {\n  const total = party.length * 420;\n  if (party.full) return this.half;\n  return party.child ? 210 : total;\n}\n";

  test(
    "are offered where something is selected or somebody asks, and tried when they are taken",
    () => inFolder({}, async ({ client, uri }) => {
      await client.initialize(everything);
      const document = uri("a.js");
      client.open(document, code);
      await client.diagnostics(document, 1);
      const choice = range(3, 22, 3, 22);
      const offered = await client.actions(document, choice, { triggerKind: 1 });
      expect(offered.map(({ title, kind }) => `${kind} ${title}`)).toEqual([
        "refactor.rewrite Make it an ‘if’",
        "refactor.rewrite Flip the condition and its branches",
      ]);
      expect(offered[0].edit).toBeUndefined();
      const { result } = await client.request("codeAction/resolve", offered[1]);
      expect(after(code, editsOf(result.edit, document))).toBe(
        code.replace("party.child ? 210 : total", "!party.child ? total : 210"),
      );
      // Not where the cursor merely stopped, and only of the kind that is asked for.
      expect(await client.actions(document, choice, { triggerKind: 2 })).toEqual([]);
      expect(
        titles(await client.actions(document, range(1, 2, 2, 0), { only: ["refactor.extract"], triggerKind: 1 })),
      ).toEqual(["Extract to a function"]);
      expect(
        await client.actions(document, range(1, 2, 2, 0), { only: ["refactor.inline"], triggerKind: 1 }),
      ).toEqual([]);
      // What cannot be done says why.
      const [refused] = await client.actions(document, range(2, 2, 3, 0), { only: ["refactor"], triggerKind: 1 });
      expect(refused).toMatchObject({
        title: "Extract to a function",
        disabled: { reason: "it uses ‘this’, ‘super’ or ‘arguments’ of the function around it" },
      });
      client.change(document, 2, { range: range(0, 0, 0, 0), text: "\n" });
      expect((await client.request("codeAction/resolve", offered[1])).error?.code).toBe(-32801);
    }),
  );

  test(
    "come with their edits to a client that cannot ask for them, after having been tried",
    () => inFolder({}, async ({ client, uri }) => {
      await client.initialize();
      client.open(uri("a.js"), code);
      const [first] = await client.actions(uri("a.js"), range(1, 16, 1, 34), { only: ["refactor.extract"] });
      expect(after(code, editsOf(first.edit, uri("a.js")))).toContain(
        "  const extracted = party.length * 420;\n  const total = extracted;\n",
      );
      // A broken text is rewritten by nobody.
      client.change(uri("a.js"), 2, { text: "const a = b ? 1 : ;\n" });
      expect(await client.actions(uri("a.js"), range(0, 13, 0, 13), { only: ["refactor"] })).toEqual([]);
    }),
  );
});

test(
  "commands: a document, a folder, which settings reach a file; what cannot be done is said",
  () => inFolder(
    {
      "src/a.js": "debugger;\n",
      "src/b.js": "export {};\ndebugger;\n",
      "other/c.js": "debugger;\n",
      "alert-quill.jsonc": '{ "skip": ["other/**"] }',
    },
    async ({ client, folder, uri }) => {
      await client.initialize(everything, {}, { workspaceFolders: [{ uri: uri("."), name: "harbour" }] });
      const run = (command: string, ...given: unknown[]) =>
        client.request("workspace/executeCommand", { command, arguments: given });
      const edits: any[] = [];
      client.answers["workspace/applyEdit"] = ({ edit }) => {
        edits.push(edit);
        return { applied: true };
      };
      client.open(uri("src/a.js"), "debugger;\nexport const a = 1;\n", 3);
      expect((await run("alertQuill.settleAll", uri("src/a.js"))).result).toBe(1);
      expect(edits.pop()).toEqual({
        documentChanges: [{
          textDocument: { uri: uri("src/a.js"), version: 3 },
          edits: [{ range: range(0, 0, 1, 0), newText: "" }],
        }],
      });
      // Files that are open are mended as they are in the editor, others as they are on the disk, and nothing is written.
      expect((await run("alertQuill.mendFolder", uri("."))).result).toEqual({ files: 2, edits: 2 });
      expect(edits.pop().documentChanges.map(({ textDocument }: any) => textDocument)).toEqual([
        { uri: uri("src/a.js"), version: 3 },
        { uri: uri("src/b.js"), version: null },
      ]);
      expect(readFileSync(path.join(folder, "src/b.js"), "utf8")).toContain("debugger");
      expect((await run("alertQuill.trace", uri("other/c.js"))).result).toMatch(
        /settings file {3}alert-quill\.jsonc[^]*alert-quill\.jsonc skips `other\/\*\*`/,
      );
      expect((await run("alertQuill.sail")).error?.message).toMatch(
        /^There is no command alertQuill\.sail here: there are alertQuill\.settleAll, /,
      );
      expect((await run("alertQuill.mendFolder")).error?.message).toBe(
        "alertQuill.mendFolder needs a URI as its argument",
      );
      client.answers["workspace/applyEdit"] = () => ({ applied: false, failureReason: "the file is read only" });
      await run("alertQuill.settleAll", uri("src/a.js"));
      expect(
        (await client.until(
          ({ method, params }) => method === "window/showMessage" && params.type === 2,
        )).params.message,
      ).toBe("Settle all that is certain: the editor did not take the edit: the file is read only");
    },
  ),
);

test(
  "hush comments are completed, with the rules that alert there first, and tell of the rules they name",
  () => inFolder({}, async ({ client, uri }) => {
    await client.initialize();
    const document = uri("a.js");
    const lines = [
      "tide(); // quill: ",
      "water(); // quill: hush ",
      "// quill: hush names.unknown ",
      "sail(); // quill: hush names.unknown until 2027-01-01 ",
      "const a = 1; // hush ",
    ];
    client.open(document, `${lines.join("\n")}\nexport { a };\n`);
    await client.diagnostics(document, 1);
    const labels = async (line: number): Promise<string[]> => (await client.request("textDocument/completion", {
      textDocument: { uri: document },
      position: { line, character: lines[line]!.length },
    })).result.map(({ label }: any) => label);
    expect(await labels(0)).toEqual(["hush", "hush-file", "hush-from", "hush-to", "known"]);
    const rules = await labels(1);
    expect(rules[0]).toBe("names.unknown");
    expect(rules).toEqual(expect.arrayContaining(["dead.unread-name", "names.*"]));
    expect(rules.some((rule) => /^syntax|^settings\.(?!over-size|\*)/.test(rule))).toBe(false);
    expect(await labels(2)).toEqual(["until", "because"]);
    expect(await labels(3)).toEqual(["because"]);
    expect(await labels(4)).toEqual([]);
    const hover = (await client.request("textDocument/hover", {
      textDocument: { uri: document },
      position: { line: 2, character: 18 },
    })).result;
    expect(hover.range).toEqual(range(2, 15, 2, 28));
    expect(hover.contents.value).toContain("All about `names.unknown`");
  }),
);

test("a client that shows no Markdown gets plain words", () => inFolder({}, async ({ client, uri }) => {
  await client.initialize({ textDocument: { hover: { contentFormat: ["plaintext"] } } });
  client.open(uri("a.js"), "tide();\n");
  const { contents } = (await client.request("textDocument/hover", {
    textDocument: { uri: uri("a.js") },
    position: { line: 0, character: 1 },
  })).result;
  expect(contents.kind).toBe("plaintext");
  expect(contents.value).not.toMatch(/\*\*|`|\]\(/);
}));

test("links and names with spaces and other letters", () => inFolder({}, async ({ client, folder }) => {
  write(folder, { "Fähre nach Süd/alert-quill.jsonc": '{ "languages": { "javascript": { "known": ["tide"] } } }' });
  await client.initialize({}, {}, { rootUri: pathToFileURL(folder).href });
  const file = pathToFileURL(path.join(folder, "Fähre nach Süd/größe #1.js")).href;
  for (const uri of [file, decodeURI(file)]) {
    client.open(uri, "tide();\nwater();\n");
    expect((await client.diagnostics(uri, 1)).map(({ range: { start } }) => start.line)).toEqual([1]);
  }
  for (const uri of [
    "file:///c%3A/harbour/a.js",
    "file:///C:/harbour/a.js",
    "file://pier/share/a.js",
    "untitled:Untitled-1",
    "harbour:/a%",
    "file:///a%",
  ]) {
    client.open(uri, "tide();\n");
    expect(await client.diagnostics(uri, 1)).toHaveLength(1);
  }
}));
