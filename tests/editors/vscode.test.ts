/** The extension for VS Code as it is packed, loaded by a stand-in for the editor; its language client and the server are real. */
import { execFileSync } from "node:child_process";
import { mkdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import path from "node:path";
import { unzipSync } from "fflate";
import { afterAll, beforeAll, expect, test } from "vitest";
import { scratch } from "../support/command.js";
import { root } from "../support/files.js";
import { write } from "../support/settings.js";
import { VsCodeStandIn, type StandInOptions } from "../support/vscode-stand-in.js";

let unpacked: string;
let files: Record<string, Uint8Array>;
beforeAll(() => {
  execFileSync(process.execPath, ["scripts/vscode.mjs"], { cwd: root, stdio: "pipe" });
  files = unzipSync(readFileSync(path.join(root, "editors/vscode/alert-quill.vsix")));
  unpacked = scratch();
  for (const [name, bytes] of Object.entries(files)) {
    mkdirSync(path.dirname(path.join(unpacked, name)), { recursive: true });
    writeFileSync(path.join(unpacked, name), bytes);
  }
}, 60_000);
afterAll(() => rmSync(unpacked, { recursive: true, force: true }));

async function until(what: string, is: () => unknown): Promise<void> {
  for (const began = performance.now(); !is(); ) {
    if (performance.now() - began > 20_000) throw new Error(`waited in vain: ${what}`);
    await new Promise((resolve) => setTimeout(resolve, 20));
  }
}

async function inEditor(
  options: Omit<StandInOptions, "folder">,
  use: (editor: VsCodeStandIn, folder: string) => Promise<void>,
): Promise<void> {
  const folder = scratch();
  write(folder, {
    "alert-quill.jsonc": '{ "packs": ["./rules.js"] }',
    "a.js": "",
    "b.js": "debugger;\n",
    "rules.js": 'import { defineRule } from "alert-quill";\nexport default [defineRule({ id: "harbour.loud", title: "T", why: "W", level: "warning", kits: ["sound"], examples: { alerts: [], quiet: [] }, visit: { Identifier(node, { alert }) { if (node.name === "LOUD") alert(node, { message: "Loud" }); } } })];\n',
  });
  const editor = new VsCodeStandIn({ ...options, folder });
  const extension = editor.load(path.join(unpacked, "extension/extension.cjs"));
  await extension.activate({
    extensionPath: path.join(unpacked, "extension"),
    extension: { packageJSON: JSON.parse(readFileSync(path.join(unpacked, "extension/package.json"), "utf8")) },
    subscriptions: [],
  });
  try {
    await use(editor, folder);
  } finally {
    await extension.deactivate();
    rmSync(folder, { recursive: true, force: true });
  }
}

const codes = (editor: VsCodeStandIn, uri: string): string[] =>
  (editor.marks.get(uri) ?? []).map(({ code }: any) => code.value ?? code);

test(
  "what is packed: a manifest with all settings, their schema, the rule pages, the server and what it needs, nothing of development",
  () => {
    const manifest = JSON.parse(Buffer.from(files["extension/package.json"]!).toString());
    const { properties } = manifest.contributes.configuration;
    for (const key of ["when", "pause", "scope", "kits", "levels", "onSave", "largest"]) {
      const { type, anyOf, markdownDescription } = properties[`alertQuill.${key}`];
      expect(markdownDescription).toMatch(/\w/);
      // A page of settings shows lists to choose from and boxes to tick for what has one type.
      expect(type, key).toMatch(/^(?:string|number|integer|boolean|array|object)$/);
      expect(anyOf, key).toBeUndefined();
    }
    expect(properties["alertQuill.when"].enum).toContain("save");
    // The server alone tells what is wrong with a settings file, so that nothing is told twice.
    expect(manifest.contributes.jsonValidation).toBeUndefined();
    for (const file of [
      "extension/server/schema/settings.json",
      "extension/server/docs/rules/names.unknown.md",
      "extension/server/dist/server/project-worker.js",
      "extension.vsixmanifest",
      "[Content_Types].xml",
    ]) expect(Object.keys(files)).toContain(file);
    expect(
      Object.keys(files).filter((name) => /node_modules\/(?:vitest|typescript|vite|react)\//.test(name)),
    ).toEqual([]);
    const registered = [
      ...readFileSync(path.join(root, "editors/vscode/src/extension.ts"), "utf8").matchAll(/command\("(\w+)"/g),
    ].map((match) => `alertQuill.${match[1]}`);
    // Of these a link or an action makes use, and no person.
    const inner = ["alertQuill.fillReason", "alertQuill.openPage", "alertQuill.startRename"];
    expect([...manifest.contributes.commands.map(({ command }: any) => command), ...inner].sort()).toEqual(
      registered.sort(),
    );
  },
);

test(
  "type, mark, quick fix, status, commands; packs run once the folder is trusted",
  { timeout: 60_000 },
  () => inEditor({ settings: { when: null, kits: null, levels: null }, trusted: false }, async (editor, folder) => {
    const document = editor.open(path.join(folder, "a.js"), "javascript", "tide();\nexport const LOUD = 1;\n");
    const uri = document.uri.toString();
    await until("marks", () => codes(editor, uri).length === 1);
    expect(editor.messages).toEqual([]);
    await until(
      "the status",
      () => editor.item.isShown && editor.item.tooltip === `Ready, without packs: ${folder} is not trusted`,
    );
    editor.isTrusted = true;
    editor.event("onDidGrantWorkspaceTrust").fire(undefined);
    await until("the pack", () => codes(editor, uri).includes("harbour.loud"));
    expect(codes(editor, uri)).toEqual(["names.unknown", "harbour.loud"]);
    const actions = await editor.providers
      .get("registerCodeActionsProvider")
      .provideCodeActions(
        document,
        editor.marks.get(uri)![0]!.range,
        { diagnostics: [editor.marks.get(uri)![0]], triggerKind: 1, only: undefined },
        { isCancellationRequested: false, onCancellationRequested: () => ({ dispose: () => undefined }) },
      );
    expect(actions.map(({ title }: any) => title).slice(0, 3)).toEqual([
      "Add ‘tide’ to ‘known’ in alert-quill.jsonc",
      "Say in this file that ‘tide’ exists",
      "Hush ‘names.unknown’ on this line",
    ]);
    // The editor itself shows the message above this, and the link leads to a page that can be read.
    const [hovered] = (await editor.providers
      .get("registerHoverProvider")
      .provideHover(
        document,
        new editor.api.Position(0, 1),
        { isCancellationRequested: false, onCancellationRequested: () => ({ dispose: () => undefined }) },
      )).contents;
    expect(hovered.value).toMatch(/^error · `names\.unknown`\n\n[^]*\]\(command:alertQuill\.openPage\?[\w.%-]+\)$/);
    expect(hovered.value).not.toContain("tide");
    expect(hovered.isTrusted).toEqual({ enabledCommands: ["alertQuill.openPage"] });
    editor.type(document, "export const a = 1;\ndebugger;\n");
    await until("other marks", () => codes(editor, uri).join() === "calls.debug-pause");
    await editor.commands.get("alertQuill.settleThisFile")!();
    expect(
      editor.applied.pop()!.parts.map(([where, edits]: any) => [
        where.toString(),
        edits.map(({ newText }: any) => newText),
      ]),
    ).toEqual([[uri, [""]]]);
    await editor.commands.get("alertQuill.mendThisFolder")!();
    expect(editor.applied.pop()!.parts).toHaveLength(2);
    await editor.commands.get("alertQuill.reviewWorkspace")!();
    await until(
      "marks of a file that is not open",
      () => codes(editor, document.uri.toString().replace("a.js", "b.js")).join() === "calls.debug-pause",
    );
    await editor.commands.get("alertQuill.showTrace")!();
    expect(editor.shown.pop()).toMatchObject({ content: expect.stringMatching(/settings file {3}alert-quill\.jsonc/) });
    editor.api.window.activeTextEditor.selection.active = new editor.api.Position(1, 2);
    await editor.commands.get("alertQuill.openRulePage")!();
    const [command, page] = editor.shown.pop() as any[];
    expect([command, path.basename(page.toString())]).toEqual(["markdown.showPreview", "calls.debug-pause.md"]);
    editor.api.window.activeTextEditor.selection.active = new editor.api.Position(0, 0);
    await editor.commands.get("alertQuill.openRulePage")!();
    expect(editor.messages.pop()).toBe("No mark of Alert Quill is at the cursor");
    // A rule is chosen from a list, and where it counts no more.
    editor.picks.push(0, 1);
    await editor.commands.get("alertQuill.switchRuleOff")!();
    await until("no marks", () => codes(editor, uri).length === 0);
    expect(readFileSync(path.join(folder, "alert-quill.jsonc"), "utf8")).toContain('"calls.debug-pause": "off"');
  }),
);

test(
  "a function that is taken out says what becomes of the strain, and its name is asked for",
  { timeout: 60_000 },
  () => inEditor({ settings: {}, trusted: true }, async (editor, folder) => {
    const source = "export function fare(party) {\n  for (const one of party) {\n    if (one.child) pay(one);\n  }\n  pay(party);\n}\nfunction pay() {}\n";
    const document = editor.open(path.join(folder, "a.js"), "javascript", source);
    const provider = editor.providers.get("registerCodeActionsProvider");
    const { Position, Range } = editor.api;
    const calm = { isCancellationRequested: false, onCancellationRequested: () => ({ dispose: () => undefined }) };
    const asked = { diagnostics: [], triggerKind: 1, only: undefined };
    const range = new Range(new Position(1, 0), new Position(4, 0));
    const offered = await provider.provideCodeActions(document, range, asked, calm);
    const action = offered.find(({ title }: any) => title.startsWith("Extract"));
    expect(action.title).toBe("Extract to a function: strain 4 here, then 0");
    const { command } = await provider.resolveCodeAction(action, calm);
    await editor.commands.get(command.command)!(...command.arguments);
    expect(editor.shown.pop()).toMatchObject(["editor.action.rename", [{}, { line: 1, character: 2 }]]);
  }),
);

test(
  "what a person has set counts, and a file that is left out says so in the status line",
  { timeout: 60_000 },
  () => inEditor(
    { settings: { levels: { "names.unknown": "off" }, skip: ["vendor/**"] }, trusted: true },
    async (editor, folder) => {
      const document = editor.open(path.join(folder, "a.js"), "javascript", "tide();\ndebugger;\n");
      await until("marks", () => codes(editor, document.uri.toString()).length > 0);
      expect(codes(editor, document.uri.toString())).toEqual(["calls.debug-pause"]);
      write(folder, { ".gitignore": "built/\n" });
      editor.open(path.join(folder, "built/c.js"), "javascript", "tide();\n");
      await until("the status", () => editor.item.tooltip === "Off: .gitignore ignores it");
      expect(editor.item.text).toBe("$(circle-slash) Alert Quill");
    },
  ),
);

test(
  "a server that ends over and over is never shown as ready, and can be started anew",
  { timeout: 60_000 },
  () => inEditor(
    { settings: {}, trusted: true },
    async (editor, folder) => {
      editor.open(path.join(folder, "a.js"), "javascript", "tide();\n");
      await until("the server", () => editor.item.tooltip === "Ready");
      const servers = (): number[] => execFileSync("pgrep", ["-P", String(process.pid), "-f", "main.js serve"], {
        encoding: "utf8",
      })
        .split("\n")
        .filter(Boolean)
        .map(Number);
      const stopped = "The server has stopped: click to start it anew";
      await until("the end", () => {
        // Each time once it is at work, as a fault of its own would end it.
        if (editor.item.tooltip === "Ready") {
          editor.item.tooltip = "about to end";
          for (const id of servers()) process.kill(id, "SIGKILL");
        }
        return editor.item.tooltip === stopped;
      });
      expect(editor.item.text).toBe("$(error) Alert Quill");
      expect(editor.item.command).toBe("alertQuill.restart");
      await editor.commands.get("alertQuill.restart")!();
      await until("the server again", () => editor.item.text === "$(check) Alert Quill");
    },
  ),
);
