/** Scripts that run together by the settings, and names that packages bring along: as they lie on disk. */
import { readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import { expect, test } from "vitest";
import { ProjectSettings } from "../../src/project/project-settings.js";
import { notes, quill, scratch } from "../support/command.js";
import { inFolder } from "../support/session.js";
import { write } from "../support/settings.js";

const files = {
  "vendor/map.js": "(function (root) {\n  root.HarbourMap = later();\n})(this);\n",
  "src/tides.js": "var tideTable = [1];\nfunction tideAt(hour) {\n  return tideTable[hour] + fareAt(hour);\n}\n",
  "src/fares.js": "function fareAt(hour) {\n  return HarbourMap.at(tideAt(hour), quayCount, Quays);\n}\n",
  "page/index.html": `<!doctype html>
<script src="https://cdn.example/other.js"></script>
<script type="text/javascript" src='../vendor/map.js?v=2'></script>
<!-- <script src="../src/fares.js"></script> -->
<SCRIPT data-of="a>b" src = /src/tides.js defer></SCRIPT><script src="gone.js"></script><script>inline();</script>
<script
  src="../src/fares.js"
></script>
`,
  "node_modules/@types/quays/package.json": '{ "name": "@types/quays", "types": "index.d.ts" }',
  "node_modules/@types/quays/index.d.ts": "/// <reference path=\"more.d.ts\" />\nimport \"./third\";\nexport as namespace Quays;\nexport const own: number;\n",
  "node_modules/@types/quays/more.d.ts": "declare var quayCount: number;\n",
  "node_modules/@types/quays/third.d.ts":
    "declare global {\n  const thirdQuay: number;\n  function fourthQuay(): void;\n}\nexport {};\n",
  "node_modules/quiet/package.json": '{ "name": "quiet", "types": "index.d.ts" }',
  "node_modules/quiet/index.d.ts": "export const own: number;\n",
};

const settingsWith = (javascript: object): string => JSON.stringify({ languages: { javascript } });

function project(javascript: object): string {
  const folder = scratch();
  write(folder, { ...files, "alert-quill.jsonc": settingsWith(javascript) });
  return folder;
}

test("a page names the scripts, in its order; those of others give names and no alerts", () => {
  const folder = project({ known: ["package:quays"], together: [{ page: "page/index.html", foreign: ["vendor/**"] }] });
  const { out, code } = quill(folder, "review");
  expect(out).toContain("No alerts in 3 files");
  expect(out).toContain("Not looked at: 1 foreign script, of which the names count (vendor/map.js).");
  expect(code).toBe(0);
  const { out: traced } = quill(folder, "trace", "vendor/map.js");
  expect(traced).toContain("as foreign: its names count, and nothing is told of it (1 name; 1 alert not told)");
  expect(traced).toContain("together        map.js, tides.js, fares.js run\n");
  expect(traced).toContain("known names     Quays, fourthQuay, quayCount, thirdQuay\n");
});

test("what runs later is not there yet, but in functions; names nearby are meant", () => {
  const folder = project({ known: ["package:quays"], together: [{ scripts: ["./src/t*.js", "src/fares.js"] }] });
  write(folder, { "src/tides.js": `${files["src/tides.js"]}console.log(fareAt(1), fairAt(2));\n` });
  const { out } = quill(folder, "review", "src");
  expect(notes(out)).toContain(
    "`fareAt` is not known yet: `./fares.js`, which declares it, runs later; put that script first error · names.unknown · src/tides.js:5:13",
  );
  expect(notes(out)).toContain("`fairAt` is not known here: did you mean `fareAt`?");
  expect(notes(out)).toContain("`HarbourMap` is not known here");
  expect(out).toContain(" 3 alerts in 2 files");
});

test.each<[object, string]>([
  [{ together: [{ scripts: ["src/tide.js"] }] }, "There is no file `src/tide.js`: did you mean `src/tides.js`?"],
  [{ together: [{ scripts: ["made/*.js"] }] }, "There is no file `made/*.js` from the folder of the settings"],
  [{ together: [{ page: "page/indx.html" }] }, "There is no file `page/indx.html`: did you mean `page/index.html`?"],
  [
    { known: ["fare", "package:gone"] },
    "No declaration file of a package `gone` is installed here: install it, or the package with its types",
  ],
  [{ known: ["package:quiet"] }, "The package `quiet` brings no name that is there without an import"],
  [{ together: [{ script: ["src/tides.js"] }] }, "There is no setting `script` here: did you mean `scripts`?"],
])("what %j names wrongly is told in the settings", (javascript, message) => {
  const { out, code } = quill(project(javascript), "review", "--only", "settings");
  expect(out.replaceAll(/\n +┊ +/g, " ")).toContain(message);
  expect(code).toBe(2);
});

test("an editor's settings, which lie in no folder, are told that such things belong in a file", () => {
  const javascript = { known: ["fare", "package:quays"], together: [{ scripts: ["src/fares.js"] }] };
  const settings = new ProjectSettings({ editor: { settings: { languages: { javascript } }, settingsFile: "merge" } });
  expect(settings.editorIssues.map(({ path: at, message }) => `${at.join(".")}: ${message}`)).toEqual([
    "languages.javascript.together.0.scripts.0: this goes by files, which are looked for from the folder of a settings file: say it in one",
    "languages.javascript.known.1: this goes by files, which are looked for from the folder of a settings file: say it in one",
  ]);
});

test("in the editor a script that changes, and a page that does, reach the scripts beside", () => inFolder(
  {
    ...files,
    ".git/HEAD": "",
    "alert-quill.jsonc": settingsWith({ known: ["package:quays"], together: [{ page: "page/index.html" }] }),
  },
  async ({ client, folder, uri }) => {
    await client.initialize();
    const [tides, fares] = [uri("src/tides.js"), uri("src/fares.js")];
    client.open(tides, files["src/tides.js"], 1);
    client.open(fares, files["src/fares.js"], 1);
    expect(await client.diagnostics(fares, 1)).toEqual([]);
    expect(await client.diagnostics(tides, 1)).toEqual([]);
    const told = (of: string, names: readonly string[], began: number) => client.until(
      ({ method, params }) => method === "textDocument/publishDiagnostics" &&
        params.uri === of &&
        JSON.stringify(names) ===
          JSON.stringify(params.diagnostics.map(({ message }: { message: string }) => message.split(/[‘’]/)[1])),
      began,
    );
    let began = client.received.length;
    client.change(tides, 2, { text: files["src/tides.js"].replace("tideAt", "tideOf") });
    await told(fares, ["tideAt"], began);
    began = client.received.length;
    const page = path.join(folder, "page/index.html");
    writeFileSync(page, readFileSync(page, "utf8").replace("vendor/map.js", "vendor/maps.js"));
    client.notify("workspace/didChangeWatchedFiles", { changes: [{ uri: uri("page/index.html"), type: 2 }] });
    await told(fares, ["HarbourMap", "tideAt"], began);
  },
));
