/** A language that somebody else wrote, by the public entry points alone: shared rules, its own, hush comments, increments, and the server. */
import path from "node:path";
import { PassThrough } from "node:stream";
import { createWorkspace, rules, type Edit, type LanguagePart } from "alert-quill";
import { javascript } from "alert-quill/javascript";
import { serve } from "alert-quill/server";
import { checkExamples } from "alert-quill/testing";
import { describe, expect, test } from "vitest";
import { createMessageConnection, StreamMessageReader, StreamMessageWriter } from "vscode-jsonrpc/node";
import { tideTable } from "../../examples/tide-table/language.js";
import { randomFrom } from "../support/edits.js";
import { often, read, root } from "../support/files.js";

const uri = "file:///north-quay.tide";
const sample = read(path.join(root, "examples/tide-table/north-quay.tide"));
/** All rules but those that know the nodes of another language, and the texts of settings. */
const shared = rules.filter(
  ({ languages, always, language }) => languages === undefined && !always && language === undefined,
);
const all = Object.fromEntries(shared.map(({ id }) => [id, "warning" as const]));

function opened(text: string) {
  const workspace = createWorkspace({
    languages: [tideTable],
    settings: { kits: ["sound"], levels: { ...all, "names.off-pattern": "off" } },
    onFailure: (_, { rule, error }) => {
      throw new Error(`${rule} fails`, { cause: error });
    },
  });
  workspace.open({ uri, languageId: "tide-table", version: 0, text });
  return workspace;
}

test("settings speak of the language by its id", () => {
  const workspace = (said: LanguagePart) => createWorkspace({
    languages: [tideTable],
    settings: { languages: { "tide-table": said } },
  });
  const known = workspace({ known: ["dawn"], levels: { "names.unknown": "hint" } });
  known.open({ uri, languageId: "tide-table", version: 0, text: "moor dawn\nmoor noon" });
  expect(known.alerts(uri).map(({ level, from }) => [level, from])).toEqual([["hint", 15]]);
  expect(() => workspace({ edition: 2 })).toThrow("there is no setting `edition` here");
  expect(() => createWorkspace({
    languages: [tideTable, javascript()],
    settings: { languages: { "tide-table": { levels: { "values.list-hole": "off" } } } },
  })).toThrow("`values.list-hole` does not look at `tide-table`, so that this changes nothing");
  expect(() => createWorkspace({ languages: [tideTable], settings: { languages: { javascript: {} } } })).toThrow(
    "there is no language `javascript` here",
  );
});

const told = (text: string): string[] =>
  opened(text).alerts(uri).map(({ rule, from, to }) => `${rule} ${JSON.stringify(text.slice(from, to))}`);

test.each([
  ["names.unknown", "moor «dusk»"],
  ["names.fixed-reassigned", "tide dawn 3\nset «dawn» 4"],
  ["names.declared-twice", "level berth 1\nlevel «berth» 2"],
  ["names.used-too-soon", "moor «dawn»\ntide dawn 3"],
  ["dead.empty-block", "tide dawn 3\nwhen dawn < 2«\n»end"],
  ["dead.equal-branches", "tide dawn 3\nwhen dawn < 2\n  moor dawn\nelse\n  «moor dawn»\nend"],
  ["dead.unread-name", "tide «dawn» 3"],
  ["dead.after-exit", "stop\n«moor dusk»"],
  ["flow.stuck-loop", "level berth 0\nrepeat «berth < 3»\n  moor berth\nend"],
  ["flow.single-turn", "level berth 0\n«repeat» berth < 3\n  rise berth 1\n  stop\nend"],
  ["hush.unknown-rule", "tide dawn 3 -- quill: hush «tides.gone» because it went"],
  ["hush.no-reason", "moor dusk «-- quill: hush names.unknown»"],
  ["hush.not-read", "tide dawn 3 «-- quill: hushh names.unknown»"],
  ["syntax.missing-part", "tide daw«n»"],
  ["layout.final-newline", "tide dawn «3»"],
])("%s", (rule, marked) => {
  const [before, inside, after] = marked.split(/[«»]/) as [string, string, string];
  const text = before + inside + after + (rule === "layout.final-newline" ? "" : "\n");
  expect(told(text)).toContain(`${rule} ${JSON.stringify(inside)}`);
});

test("rules of other languages do not run, and its own does as its examples say", () => {
  const areas = new Set(told(sample).map((line) => line.split(" ")[0]!));
  expect([...areas].sort()).toEqual([
    "dead.empty-block",
    "dead.equal-branches",
    "flow.single-turn",
    "flow.stuck-loop",
    "hush.no-reason",
    "hush.unknown-rule",
    "names.declared-twice",
    "names.fixed-reassigned",
    "names.unknown",
    "tides.high-water",
  ]);
  expect(checkExamples(tideTable.rules[0]!, tideTable)).toEqual([]);
});

test("remedies and hush comments are written as the language writes", () => {
  const workspace = opened("tide dawn 3\nset dawn 4\nmoor dusk\n");
  expect(workspace.remedies(uri).map(({ title }) => title)).toContain("Make `dawn` reassignable: `level`");
  const unknown = workspace.alerts(uri).find(({ rule }) => rule === "names.unknown")!;
  expect(workspace.hushEdit(uri, unknown)!.edit.insert).toBe(" -- quill: hush names.unknown because …");
  expect(workspace.fileHushEdit(uri, "names.unknown").insert).toBe("-- quill: hush-file names.unknown because …\n");
  workspace.edit(uri, 1, [workspace.hushEdit(uri, unknown)!.edit]);
  expect(workspace.alerts(uri).map(({ rule }) => rule)).not.toContain("names.unknown");
});

describe("increments", () => {
  const pieces = [
    "tide ",
    "level berth 2\n",
    "set dawn",
    " < ",
    "end\n",
    "when noon > 1\n",
    "else\n",
    "repeat ",
    "\n",
    "-- ",
    "9",
    "x",
    "moor dawn\n",
    "stop\n",
  ];
  test("find what a fresh reading finds, after any edits", () => {
    const random = randomFrom(17);
    const pick = <One>(list: readonly One[]): One => list[Math.floor(random() * list.length)]!;
    for (let run = 0; run < often(6, 200); run += 1) {
      let text = sample;
      const workspace = opened(text);
      for (let step = 1; step < 30; step += 1) {
        const from = Math.floor(random() * (text.length + 1));
        const to = random() < 0.5 ? from : Math.min(text.length, from + Math.floor(random() * 12));
        const edit: Edit = { from, to, insert: random() < 0.3 ? "" : pick(pieces) };
        workspace.edit(uri, step, [edit]);
        text = text.slice(0, from) + edit.insert + text.slice(to);
        expect(workspace.alerts(uri), text).toEqual(opened(text).alerts(uri));
      }
    }
  });
});

test("the server marks it, and offers what there is", async () => {
  const [toServer, toClient] = [new PassThrough(), new PassThrough()];
  serve({ input: toServer, output: toClient }, { languages: [tideTable], exit: () => undefined });
  const client = createMessageConnection(new StreamMessageReader(toClient), new StreamMessageWriter(toServer));
  const published = new Promise<{ diagnostics: { code: string; range: object }[] }>((resolve) => client.onNotification(
    "textDocument/publishDiagnostics",
    resolve,
  ));
  client.onNotification(() => undefined);
  client.onRequest(() => null);
  client.listen();
  await client.sendRequest("initialize", { processId: null, rootUri: null, capabilities: {} });
  await client.sendNotification("initialized", {});
  await client.sendNotification("textDocument/didOpen", {
    textDocument: { uri, languageId: "tide-table", version: 1, text: "tide dawn 32\nmoor dawn\n" },
  });
  const { diagnostics } = await published;
  expect(diagnostics.map(({ code }) => code)).toEqual(["tides.high-water"]);
  const actions = await client.sendRequest("textDocument/codeAction", {
    textDocument: { uri },
    range: diagnostics[0]!.range,
    context: { diagnostics },
  });
  expect((actions as { title: string }[]).map(({ title }) => title)).toContain("Write ‘3.2’");
  // Rules are completed in its comments too.
  const text = "moor dusk -- quill: hush ";
  await client.sendNotification("textDocument/didChange", {
    textDocument: { uri, version: 2 },
    contentChanges: [{ text }],
  });
  const completed = await client.sendRequest("textDocument/completion", {
    textDocument: { uri },
    position: { line: 0, character: text.length },
  });
  expect(JSON.stringify(completed)).toContain("names.unknown");
  client.dispose();
});
