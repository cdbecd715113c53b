/**
 * A whole project through the command line: the first review, the second with what was kept, and one after an edit in a file that many import, with and without a changed export. Then
 * the same edits in an editor's session. `npm run bench project [FILES]`; 1,000 files of 100 lines without a number.
 */
import { spawnSync } from "node:child_process";
import { rmSync, writeFileSync } from "node:fs";
import path from "node:path";
import { pathToFileURL } from "node:url";
import { createWorkspace } from "../src/index.js";
import { javascript } from "../src/languages/javascript/index.js";
import { DiskFiles } from "../src/project/disk-files.js";
import { fileAt, hubText, madeProject } from "./made-project.js";
import { root, timed } from "./support.js";

const count = Number(process.argv[2] ?? 1000);
const { folder, hub, placeOf, size, importers } = madeProject(count);

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
  // Files that were written a moment ago are read again, as those of a project hardly ever are.
  await new Promise((resolve) => setTimeout(resolve, 4000));
  const anew = review();
  const show = (name: string, { time, told }: typeof anew): void => console.log(
    `${name}: ${(time / 1000).toFixed(1)} s, ${(anew.time / time).toFixed(1)} times as fast as the first (${told})`,
  );
  show("first review", anew);
  for (const time of ["again", "once more", "and again"]) show(time, review());
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
    workspace.open({
      uri,
      languageId: "javascript",
      version: 0,
      text: index === 0 ? hubText : fileAt(index - 1, importers),
    });
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
