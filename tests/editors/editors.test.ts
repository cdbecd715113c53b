/** Real editors, set up as their pages say, with nobody before them. */
import { execFile } from "node:child_process";
import { chmodSync, existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import path from "node:path";
import { promisify } from "node:util";
import { expect, test } from "vitest";
import { scratch } from "../support/command.js";
import { read, root } from "../support/files.js";
import { personal } from "../support/lines.js";
import { write } from "../support/settings.js";

/** The code that a page says is to be put into an editor's init file. */
function setupOf(page: string): string {
  return [...read(path.join(root, "docs/editors", `${page}.md`)).matchAll(/^```(?:lua|elisp)\n([^]*?)^```/gm)]
    .map((match) => match[1]!)
    .join("\n");
}

/** Runs an editor in a small project; gives what its script saw. */
async function drive(
  page: string,
  init: string,
  command: string,
  args: (init: string, script: string) => string[],
  script: string,
): Promise<Record<string, any>> {
  const folder = scratch();
  write(folder, {
    "alert-quill.jsonc": "{}",
    "src/a.js": "const fare = 3; const boat = fare;\nconst größe = '🚢'; bota(größe);\n",
    "src/b.js": "const fare = 1;\nebb(fare);\n",
    "src/quay.html": "<script>\n    const pier = 3; function tell() { return pire; }\n</script>\n<p><b>Pier</b></p>\n<button type='buton' onclick='tel()'>Go</button>\n",
    "src/tides.py": "low = 3\nif low is 3:\n    print(lwo)\n",
    // That other files are told of shows that what the editor is set to has reached the server.
    [init]: setupOf(page)
      .replace('when = "type"', 'when = "type", scope = "workspace"')
      .replace(':when "type"', ':when "type" :scope "workspace"'),
  });
  mkdirSync(path.join(folder, "bin"));
  // As it is on the path of somebody who has installed the package.
  writeFileSync(
    path.join(folder, "bin/alert-quill"),
    `#!/bin/sh\nexec ${process.execPath} ${path.join(root, "dist/cli/main.js")} "$@"\n`,
  );
  chmodSync(path.join(folder, "bin/alert-quill"), 0o755);
  // What lies below a person's own folder is no project.
  const home = scratch();
  const report = path.join(folder, "report.json");
  const run = await promisify(execFile)(
    command,
    args(path.join(folder, init), path.join(import.meta.dirname, script)),
    {
      cwd: folder,
      timeout: 100_000,
      env: {
        ...process.env,
        ...personal,
        HOME: home,
        PATH: `${path.join(folder, "bin")}:${process.env["PATH"]}`,
        QUILL_REPORT: report,
        LANG: "C.UTF-8",
      },
    },
  );
  if (!existsSync(report)) throw new Error(`${command} told nothing: ${run.stdout}${run.stderr}`);
  const seen = JSON.parse(readFileSync(report, "utf8")) as Record<string, any>;
  rmSync(folder, { recursive: true, force: true });
  return seen;
}

const before = "const fare = 3; const boat = fare;";

test("Neovim: open, type, mark, quick fix, save, layout, other settings", { timeout: 600_000 }, async () => {
  const seen = await drive(
    "neovim",
    "init.lua",
    "nvim",
    (init, script) => ["--headless", "--clean", "-u", init, "-c", `luafile ${script}`],
    "neovim.lua",
  );
  expect(seen["fault"]).toBeUndefined();
  expect(seen["opened"]).toEqual(["1:24 names.unknown ‘bota’ is not known here: did you mean ‘boat’?"]);
  expect(seen["typed"]).toHaveLength(2);
  expect(seen["elsewhere"]).toBe(
    "‘ebb’ is not known here: declare or import it, or list it under ‘known’ in the settings",
  );
  expect(seen["settings"]).toBe("There is no setting ‘kitz’ here: did you mean ‘kits’?");
  expect(seen["offered"].slice(0, 2)).toEqual(["Change to ‘boat’", "Change to ‘btoa’"]);
  expect(seen["fixed"]).toEqual([before, "const größe = '🚢'; boat(größe);"]);
  expect(seen["kept"]).toEqual([before, "const größe = '🚢'; boat(größe);", "debugger;"]);
  expect(seen["saved"]).toEqual([before, "const größe = '🚢'; boat(größe);"]);
  // A step is what the editor is set to.
  expect(seen["laid out"]).toEqual(["if (fare) {", "\tmoor();", "}"]);
  expect(seen["python"]).toEqual([
    "1:7 values.identity-of-literal ‘is’ asks whether both are the same object, which is chance here: ‘==’ compares what they hold",
    "2:10 names.unknown ‘lwo’ is not known here: did you mean ‘low’?",
  ]);
  expect(seen["python laid out"]).toEqual(["low = 3", "if low == 3:", "    print(low)", "high = [1, 2]"]);
  expect(seen["page"].map((one: string) => one.split(" ").slice(0, 2).join(" "))).toEqual([
    "1:45 names.unknown",
    "4:14 markup.wrong-value",
    "4:30 names.unknown",
  ]);
  expect(seen["page laid out"]).toEqual([
    "<script>",
    "    const pier = 3;",
    "    function tell() {",
    "      return pier;",
    "    }",
    "    if (pier) {",
    "      tell();",
    "    }",
    "</script>",
    "<p><b>Pier</b></p>",
    "<button type='button' onclick='tell()'>Go</button>",
  ]);
  expect(seen["imported"]).toEqual(["import { highest } from \"./levels\";", "", "export default highest;"]);
  expect(seen["followed"]).toEqual(["import { highest } from \"./tides/levels\";", "", "export default highest;"]);
  expect(seen["after the rename"]).toEqual([expect.stringContaining("3:0 names.unknown ‘lowest’ is not known here")]);
});

test("Emacs: open, type, mark, quick fix, save, layout, other settings", { timeout: 600_000 }, async () => {
  const seen = await drive(
    "emacs",
    "init.el",
    "emacs",
    (init, script) => ["--batch", "--eval", "(package-initialize)", "-l", init, "-l", script],
    "emacs.el",
  );
  expect(seen["fault"]).toBeUndefined();
  expect(seen["opened"]).toEqual([expect.stringMatching(/^2:20 .*‘bota’ is not known here: did you mean ‘boat’\?/)]);
  expect(seen["elsewhere"]).toMatch(/‘ebb’ is not known here/);
  expect(seen["settings"]).toMatch(/There is no setting ‘kitz’ here: did you mean ‘kits’\?/);
  expect(seen["ordered"]).toBe("import { a } from './a.js';\nimport { b } from './b.js';\na(b);\n");
  expect(seen["offered"].slice(0, 1)).toEqual(["Change to ‘boat’"]);
  expect(seen["fixed"]).toBe(`${before}\nconst größe = '🚢'; boat(größe);\n`);
  expect(seen["kept"]).toBe(`${before}\nconst größe = '🚢'; boat(größe);\ndebugger;\n`);
  expect(seen["saved"]).toBe(`${before}\nconst größe = '🚢'; boat(größe);\n`);
  expect(seen["laidOut"]).toBe("if (fare) {\n\tmoor();\n}\n");
});
