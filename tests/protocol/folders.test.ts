/** What the server reads and runs: only what lies in the workspace's folders, and packs only of those that are trusted. */
import { mkdirSync, readFileSync, rmSync, symlinkSync } from "node:fs";
import path from "node:path";
import { pathToFileURL } from "node:url";
import { expect, test } from "vitest";
import { ownServer, personal } from "../support/lines.js";
import { inFolder, type Harbour } from "../support/session.js";
import { write } from "../support/settings.js";

const codes = (diagnostics: any[]): string[] => diagnostics.map(({ code }) => code);

test(
  "nothing outside of the folders is read: settings, ignore files and baselines above them, and what links lead to",
  () => inFolder(
    {
      "alert-quill.jsonc": '{ "languages": { "javascript": { "known": ["tide"] } } }',
      ".gitignore": "*.js\n",
      "inner/a.js": "tide();\n",
      "other/alert-quill.jsonc": '{ "languages": { "javascript": { "known": ["tide"] } } }',
      "other/b.js": "tide();\n",
      "based/alert-quill.jsonc": '{ "baseline": "../base.json" }',
      "base.json": JSON.stringify({
        version: 1,
        files: { "based/c.js": [{ rule: "names.unknown", line: "tide();", count: 1 }] },
      }),
    },
    async ({ client, folder, uri }) => {
      symlinkSync(path.join(folder, "other"), path.join(folder, "inner/linked"));
      mkdirSync(path.join(folder, "inner/own"));
      symlinkSync(path.join(folder, "alert-quill.jsonc"), path.join(folder, "inner/own/alert-quill.jsonc"));
      await client.initialize(
        {},
        { status: true },
        { workspaceFolders: [{ uri: uri("inner"), name: "inner" }, { uri: uri("based"), name: "based" }] },
      );
      for (const file of ["inner/a.js", "inner/linked/b.js", "inner/own/d.js", "other/b.js", "based/c.js"]) {
        client.open(uri(file), "tide();\n");
        expect(codes(await client.diagnostics(uri(file), 1)), file).toEqual(["names.unknown"]);
      }
      const { params } = await client.until(
        ({ method, params }) => method === "alertQuill/status" && params.state === "broken",
      );
      expect(params.text).toMatch(
        /the baseline .*base\.json lies outside the folders of this workspace and is not read/,
      );
      // With the folder above among them they count.
      client.notify("workspace/didChangeWorkspaceFolders", {
        event: { added: [{ uri: uri("."), name: "all" }], removed: [] },
      });
      await client.until(
        ({ method, params }) => method === "textDocument/publishDiagnostics" &&
          params.uri === uri("inner/a.js") &&
          params.diagnostics.length === 0,
      );
    },
  ),
);

test(
  "what the editor is set to for one of several folders counts in that one, open or not, and when folders come",
  () => inFolder(
    { "inner/a.js": "tide();\n", "other/b.js": "tide();\n", "late/c.js": "tide();\n" },
    async ({ client, uri }) => {
      const ofFolder: Record<string, object> = {
        [uri("other")]: { languages: { javascript: { known: ["tide"] } } },
        [uri("late")]: { calm: "loud" },
      };
      client.watch.project = true;
      client.answers["workspace/configuration"] = ({ items }) =>
        items.map(({ scopeUri = "" }: { scopeUri?: string }) => ({ scope: "workspace", ...ofFolder[scopeUri] }));
      const has = (file: string, count: number) => client.until(
        ({ method, params }) => method === "textDocument/publishDiagnostics" &&
          params.uri === uri(file) &&
          params.diagnostics.length === count,
      );
      await client.initialize(
        { workspace: { configuration: true, workspaceFolders: true } },
        {},
        { workspaceFolders: [{ uri: uri("inner"), name: "inner" }, { uri: uri("other"), name: "other" }] },
      );
      await has("inner/a.js", 1);
      client.open(uri("other/b.js"), "tide();\nsail();\n");
      await has("other/b.js", 1);
      const { result } = await client.request("workspace/executeCommand", {
        command: "alertQuill.trace",
        arguments: [uri("other/b.js")],
      });
      expect(result).toMatch(/the editor, for .*other/);
      client.notify("workspace/didChangeWorkspaceFolders", {
        event: { added: [{ uri: uri("late"), name: "late" }], removed: [] },
      });
      await has("late/c.js", 1);
      const { params } = await client.until(({ method }) => method === "window/showMessage");
      expect(params.message).toMatch(/alertQuill.calm/);
    },
  ),
);

const pack = (body: string): string => `import { defineRule } from "alert-quill";\nexport default [defineRule({ id: "harbour.loud", title: "T", why: "W", level: "warning", kits: ["sound"], examples: { alerts: [], quiet: [] }, visit: { Identifier(node, { alert }) { ${body} } } })];\n`;
const withPack = (body = 'if (node.name === "LOUD") alert(node, { message: "Loud" });') => ({
  "alert-quill.jsonc": '{ "packs": ["./rules.js"], "levels": { "harbour.loud": "error" } }',
  "rules.js": pack(body),
});

/** In a process of its own, which packs may harm. */
const withPacks: typeof inFolder = (files, use) => inFolder(files, use, ownServer());

test("a pack that prints, ends the process and fails in a timer does not cost the session", () => {
  const body = 'console.log("noise"); setTimeout(() => { throw new Error("sunk"); }); process.exit(3);';
  return withPacks(withPack(body), async ({ client, uri }) => {
    client.answers["window/showMessageRequest"] = () => ({ title: "Run them now" });
    await client.initialize({}, {}, { rootUri: uri(".") });
    client.open(uri("a.js"), "tide();\n");
    await client.until(
      ({ method, params }) => method === "window/logMessage" && /harbour\.loud.*process\.exit/.test(params.message),
    );
    client.open(uri("b.js"), "tide();\n");
    expect(codes(await client.diagnostics(uri("b.js"), 1))).toEqual(["names.unknown"]);
  });
});

test(
  "packs run once a person says so, for the session or for good",
  () => withPacks(withPack(), async ({ client, uri, folder }) => {
    const questions: any[] = [];
    let answer = "Do not run them";
    client.answers["window/showMessageRequest"] = (params) => {
      questions.push(params);
      return { title: answer };
    };
    await client.initialize({}, { status: true }, { rootUri: uri(".") });
    client.open(uri("a.js"), "export const LOUD = 1;\n");
    // That the rule is not known yet is not told as a mistake.
    expect(codes(await client.diagnostics(uri("a.js"), 1))).toEqual([]);
    await client.until(({ method, params }) => method === "window/logMessage" && params.message.includes("do not run"));
    expect(questions).toEqual([{
      type: 2,
      message: `The settings in ${folder} name packs of rules, which are programs: ./rules.js. Run them?`,
      actions: [{ title: "Run them now" }, { title: "Always run those of this folder" }, { title: "Do not run them" }],
    }]);
    expect(
      (await client.until(
        ({ method, params }) => method === "alertQuill/status" && params.state === "ready",
      )).params.text,
    ).toBe(`Ready, without packs: ${folder} is not trusted`);
    answer = "Always run those of this folder";
    const loud = async (other: Harbour, asked: () => unknown): Promise<void> => {
      other.client.answers["window/showMessageRequest"] = asked;
      await other.client.initialize({}, {}, { rootUri: uri(".") });
      other.client.open(uri("a.js"), "export const LOUD = 1;\n");
      await other.client.until(
        ({ method, params }) =>
          method === "textDocument/publishDiagnostics" && codes(params.diagnostics).includes("harbour.loud"),
      );
    };
    await withPacks({}, (other) => loud(other, () => ({ title: answer })));
    const remembered = path.join(personal.XDG_CONFIG_HOME, "alert-quill/trusted.json");
    expect(JSON.parse(readFileSync(remembered, "utf8"))).toEqual({ folders: [folder] });
    await withPacks({}, (third) => loud(third, () => {
      throw new Error("it was asked again");
    }));
    rmSync(remembered);
  }),
);

test.each<[string, string, RegExp]>([
  [
    "while it analyses",
    "for (;;) {}",
    /^The rule harbour\.loud was stopped on .*a\.js: it ran for more than 3 s at a stretch, and is off until the settings or its pack change$/,
  ],
  [
    "over its remedies",
    'alert(node, { message: "Loud", remedies: () => { for (;;) {} } });',
    /^The rule harbour\.loud was stopped on /,
  ],
])(
  "a rule of a pack that does not come to its end %s is stopped and named, and the others go on",
  (_, body, told) => withPacks({ ...withPack(body), "b.js": "tide();\n" }, async ({ client, uri }) => {
    await client.initialize({}, { trust: "always" }, { rootUri: uri(".") });
    client.open(uri("a.js"), "tide();\n");
    const found = await client.until(
      ({ method, params }) =>
        method === "textDocument/publishDiagnostics" && codes(params.diagnostics).includes("names.unknown"),
    );
    const [first] = found.params.diagnostics;
    await client.until(
      ({ method, params }) => method === "textDocument/publishDiagnostics" &&
        (body.startsWith("for") || codes(params.diagnostics).includes("harbour.loud")),
    );
    await client.actions(uri("a.js"), first.range, {});
    expect(
      (await client.until(({ method, params }) => method === "window/showMessage" && params.type === 1)).params.message,
    ).toMatch(told);
    // It is not waited for a second time.
    client.open(uri("b.js"), "tide();\n");
    expect(codes(await client.diagnostics(uri("b.js"), 1))).toContain("names.unknown");
    expect(
      client.received.filter(
        ({ method, params }) => method === "window/showMessage" && params.message.includes("was stopped"),
      ),
    ).toHaveLength(1);
  }),
);

test(
  "a pack that does not come to its end while it is loaded is told in the settings file",
  () => withPacks({ ...withPack(), "rules.js": "for (;;) {}\n" }, async ({ client, uri }) => {
    await client.initialize({}, { trust: "always" }, { rootUri: uri(".") });
    client.open(uri("a.js"), "tide();\n");
    expect(codes(await client.diagnostics(uri("a.js"), 1))).toEqual(["names.unknown"]);
    const { params } = await client.until(
      ({ method, params }) => method === "textDocument/publishDiagnostics" &&
        params.uri === uri("alert-quill.jsonc") &&
        params.diagnostics.some(({ code }: any) => code === "settings.missing-pack"),
    );
    expect(params.diagnostics.map(({ message }: any) => message)).toEqual([
      "The pack ‘./rules.js’ cannot be used: it was not loaded within 5 s",
    ]);
  }),
);

test(
  "a folder that is no file, and settings of a person where no folder has some",
  () => inFolder({}, async ({ client, folder }) => {
    write(personal.XDG_CONFIG_HOME, {
      "alert-quill/settings.jsonc": '{ "languages": { "javascript": { "known": ["tide"] } } }',
    });
    await client.initialize({}, {}, {
      workspaceFolders: [{ uri: "harbour:/elsewhere", name: "far" }, { uri: pathToFileURL(folder).href, name: "near" }],
    });
    for (const uri of [pathToFileURL(path.join(folder, "a.js")).href, "harbour:/elsewhere/a.js"]) {
      client.open(uri, "tide();\n");
    }
    expect(await client.diagnostics(pathToFileURL(path.join(folder, "a.js")).href, 1)).toEqual([]);
    expect(codes(await client.diagnostics("harbour:/elsewhere/a.js", 1))).toEqual(["names.unknown"]);
    rmSync(path.join(personal.XDG_CONFIG_HOME, "alert-quill"), { recursive: true });
  }),
);
