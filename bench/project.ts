/**
 * A whole project through the command line: the first review, the second with what was kept, and one after an edit in a file that many import, with and without a changed export. Then
 * the same edits in an editor's session. `npm run bench project [FILES]`; 1,000 files of 100 lines without a number.
 */
import { spawnSync } from "node:child_process";
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { pathToFileURL } from "node:url";
import { createWorkspace } from "../src/index.js";
import { javascript } from "../src/languages/javascript/index.js";
import { DiskFiles } from "../src/project/disk-files.js";
import { root, timed } from "./support.js";

const count = Number(process.argv[2] ?? 1000);
const importers = Math.floor(count / 5);
const folder = mkdtempSync(path.join(tmpdir(), "quill-project-"));
const hub = path.join(folder, "src/hub.js");
const hubText = "export const tide = (hour) => hour % 12;\nexport const fare = (zone) => 210 + zone;\n";

/** A file of about 100 lines that imports the one before it in its folder, and some of them the hub. */
function fileAt(index: number): string {
  const lines = index % 50 === 0 ? [] : [`import { total${index - 1} } from "./part${index - 1}.js";`];
  if (index <= importers) lines.push(`import { fare, tide } from "../hub.js";`);
  const before = index % 50 === 0 ? "0" : `total${index - 1}(1)`;
  const used = index <= importers ? "fare(tide(hour))" : "hour";
  for (let part = 0; part < 8; part += 1) {
    lines.push(
      `/** What pier ${part} of quay ${index} takes in an hour. */`,
      `function pier${part}(hour) {`,
      "  const zones = [1, 2, 3].map((zone) => zone * hour);",
      "  let sum = 0;",
      "  for (const zone of zones) {",
      "    if (zone > 10) {",
      "      sum += zone;",
      "    }",
      "  }",
      `  return sum + ${used};`,
      "}",
      "",
    );
  }
  lines.push(
    `export function total${index}(hour) {`,
    `  return ${before} + ${Array.from({ length: 8 }, (_, part) => `pier${part}(hour)`).join(" + ")};`,
    "}",
    "",
  );
  return lines.join("\n");
}

const placeOf = (index: number): string => path.join(folder, "src", `quay${Math.floor(index / 50)}`, `part${index}.js`);
let size = 0;
for (let index = 0; index < count; index += 1) {
  if (index % 50 === 0) mkdirSync(path.dirname(placeOf(index)), { recursive: true });
  const text = fileAt(index);
  size += text.length;
  writeFileSync(placeOf(index), text);
}
writeFileSync(hub, hubText);
writeFileSync(path.join(folder, "package.json"), '{ "type": "module" }\n');

function review(): { readonly time: number; readonly told: string } {
  let told = "";
  const time = timed(() => {
    const { stdout, stderr } = spawnSync(process.execPath, [path.join(root, "dist/cli/main.js"), "review"], {
      cwd: folder,
      encoding: "utf8",
      env: { ...process.env, XDG_CACHE_HOME: path.join(folder, ".cache"), NO_COLOR: "1" },
      maxBuffer: 1e9,
    });
    told = /^ *(?:No|\d+) alerts? in .*$/m.exec(stdout)?.[0].trim() ?? stderr;
  });
  return { time, told };
}

try {
  console.log(`${count} files, ${(size / 1e6).toFixed(1)} MB; ${importers} of them import one file`);
  const anew = review();
  const show = (name: string, { time, told }: typeof anew): void => console.log(
    `${name}: ${(time / 1000).toFixed(1)} s, ${(anew.time / time).toFixed(1)} times as fast as the first (${told})`,
  );
  show("first review", anew);
  show("again", review());
  writeFileSync(hub, hubText.replace("210", "220"));
  show("after an edit that nobody else sees", review());
  writeFileSync(hub, hubText.replace("const fare", "const price"));
  show("after an export got another name", review());
  writeFileSync(hub, hubText);
  show("after that was taken back", review());

  const workspace = createWorkspace({ languages: [javascript()], files: new DiskFiles() });
  const uris = [hub, ...Array.from({ length: Math.min(200, importers) }, (_, index) => placeOf(index))].map(
    (file) => pathToFileURL(file).href,
  );
  for (const [index, uri] of uris.entries()) {
    workspace.open({ uri, languageId: "javascript", version: 0, text: index === 0 ? hubText : fileAt(index - 1) });
    workspace.alerts(uri);
  }
  let version = 0;
  const type = (from: number, to: number, insert: string): number => timed(() => {
    workspace.edit(uris[0]!, (version += 1), [{ from, to, insert }]);
    workspace.alerts(uris[0]!);
    for (const uri of workspace.affected()) workspace.alerts(uri);
  });
  const at = hubText.indexOf("210");
  const name = hubText.indexOf("fare");
  const inside = [type(at, at + 1, "3"), type(at, at + 1, "2"), type(at, at + 1, "4")];
  const seen = [type(name, name + 1, "p"), type(name, name + 1, "f")];
  const [first, ...later] = inside;
  console.log(
    `${uris.length} open: the first key ${first!.toFixed(1)} ms, later ones that nobody else sees ${Math.max(...later).toFixed(1)} ms at most, one that changes an export ${Math.max(...seen).toFixed(1)} ms with all who import it`,
  );
  if (global.gc) {
    global.gc();
    console.log(`heap with all of it: ${(process.memoryUsage().heapUsed / 1e6).toFixed(0)} MB`);
  }
} finally {
  rmSync(folder, { recursive: true, force: true });
}
