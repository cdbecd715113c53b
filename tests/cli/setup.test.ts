/** `setup` in a pseudo-terminal, with keys, and without one. */
import { spawn } from "node:child_process";
import { existsSync, readFileSync, statSync } from "node:fs";
import path from "node:path";
import { describe, expect, test } from "vitest";
import { version } from "../../src/version.js";
import { quill, scratch } from "../support/command.js";
import { read, root } from "../support/files.js";
import { write } from "../support/settings.js";

const keys = { enter: "\r", down: "\x1b[B", up: "\x1b[A", space: " ", escape: "\x03" };

/** Runs `setup` in a terminal made by `script`; each step waits for words on the screen and then presses keys. */
function inTerminal(
  folder: string,
  steps: readonly (readonly [waitFor: string, ...press: string[]])[],
  columns = 120,
): Promise<{ code: number; screen: string }> {
  const command = `'${process.execPath}' '${path.join(root, "dist/cli/main.js")}' setup`;
  const child = spawn(
    "script",
    ["-qec", `stty cols ${columns} rows 50; ${command}`, "/dev/null"],
    { cwd: folder, env: { ...process.env, TERM: "xterm", NO_COLOR: "1", CI: "" } },
  );
  let screen = "";
  let seen = 0;
  let step = 0;
  return new Promise((resolve, reject) => {
    child.on("error", reject);
    child.stdout.on("data", (chunk: Buffer) => {
      screen += chunk.toString().replaceAll(/\x1b\[[\d;?]*[a-zA-Z]/g, "");
      const now = steps[step];
      if (now === undefined || !screen.includes(now[0], seen)) return;
      seen = screen.length;
      step += 1;
      now.slice(1).forEach((key, index) => setTimeout(() => child.stdin.write(key), 60 * (index + 1)));
    });
    child.on("exit", (code) => resolve({ code: code ?? -1, screen }));
  });
}

const settingsOf = (folder: string): string => read(path.join(folder, "alert-quill.jsonc"));

describe("in a terminal", () => {
  test("in an empty folder, with all that is proposed", async () => {
    const folder = scratch();
    const { code, screen } = await inTerminal(folder, [
      ["What is to be told?", keys.enter],
      ["Which edition", keys.enter],
      ["Where does it run?", keys.enter],
      ["Write it?", keys.enter],
    ]);
    expect(screen).toContain("no files to analyse yet");
    expect(screen).toContain("Next: `alert-quill review`");
    expect(code).toBe(0);
    expect(settingsOf(folder)).toContain('"kits": ["sound"],');
  });

  test("in a JavaScript project, with arrow keys, a script and a baseline", async () => {
    const folder = scratch();
    write(folder, {
      "package.json": '{\n  "name": "kiosk",\n  "engines": { "node": ">=18" },\n  "devDependencies": { "@types/tide-test": "1" }\n}\n',
      "node_modules/@types/tide-test/package.json": '{ "name": "@types/tide-test", "types": "index.d.ts" }',
      "node_modules/@types/tide-test/index.d.ts": "declare function rises(): void;\n",
      "yarn.lock": "",
      "src/a.js": "rises(sail());\n",
      "dist/b.js": "made();\n",
    });
    const { code, screen } = await inTerminal(folder, [
      ["What is to be told?", keys.down, keys.enter],
      ["Which edition", keys.enter],
      ["Where does it run?", keys.enter],
      ["Whose names are used without an import?", keys.enter],
      ["What is to be left alone?", keys.enter],
      ["Add a script `review`", keys.enter],
      ["Write a baseline", keys.up, keys.enter],
      ["Write it?", keys.enter],
    ]);
    expect(screen).toContain(
      "1 file of JavaScript; it seems to run in node, and to be written in edition 2022 (the Node.js in package.json)",
    );
    expect(screen).toContain("Next: `yarn review`");
    expect(code).toBe(0);
    for (const line of [
      '"kits": ["sound", "tidy"],',
      '"edition": 2022',
      '"runtime": ["node"],',
      '"known": ["package:tide-test"],',
      '"skip": ["dist/**"],',
      '"baseline": "alert-quill-baseline.json",',
    ]) expect(settingsOf(folder)).toContain(line);
    expect(JSON.parse(read(path.join(folder, "package.json")))).toMatchObject({
      scripts: { review: "alert-quill review" },
      devDependencies: { "alert-quill": `^${version}` },
    });
    expect(quill(folder, "review")).toMatchObject({
      code: 0,
      out: expect.stringMatching(/ No alerts in 1 file\n 1 alert of the baseline is not shown\./),
    });
    write(folder, { "src/a.js": "\n\nrises(sail());\nwater();\n" });
    expect(quill(folder, "review").out).toContain("`water` is not known here");
    expect(quill(folder, "review").out).not.toContain("`sail`");
  });

  test("in a TypeScript project, and it is not written over without asking", async () => {
    const folder = scratch();
    write(folder, {
      "tsconfig.json": '{ "compilerOptions": { "target": "es2021", "lib": ["ES2021", "DOM"] } } // ours',
      "src/a.ts": "export const tide: number = 1;\n",
      "package.json": '{ "name": "page", "scripts": { "review": "alert-quill review src" } }',
    });
    const steps = [
      ["What is to be told?", keys.enter],
      ["Which edition", keys.enter],
      ["Where does it run?", keys.enter],
      ["Write it?", keys.enter],
    ] as const;
    const { code, screen } = await inTerminal(folder, steps);
    expect(screen).toContain(
      "1 file of TypeScript; it seems to run in browser, and to be written in edition 2021 (the target in tsconfig.json)",
    );
    expect(code).toBe(0);
    expect(settingsOf(folder)).toContain('"edition": 2021');
    write(folder, { "alert-quill.jsonc": "{} // mine\n" });
    const again = await inTerminal(folder, [["Write it anew?", keys.enter]]);
    expect(again.screen).toContain("stays as it is");
    expect(settingsOf(folder)).toBe("{} // mine\n");
    const left = await inTerminal(folder, [["Write it anew?", keys.escape]]);
    expect(left.screen).toContain("Nothing was written.");
    expect(left.code).toBe(1);
  });
});

test.each([60, 0])("in a terminal of %i columns: folders of others, a hook, and a first review", async (columns) => {
  const folder = scratch();
  write(folder, {
    ".git/config": "",
    "src/a.js": "sail();\n",
    "tide-tables/b.js": "ebb();\n",
  });
  const { code, screen } = await inTerminal(
    folder,
    [
      ["What is to be told?", keys.enter],
      ["Which edition", keys.enter],
      ["Where does it run?", keys.enter],
      ["Which folders hold sources", keys.down, keys.space, keys.enter],
      ["Write a baseline", keys.enter],
      ["before each commit", keys.up, keys.enter],
      ["Write it?", keys.enter],
    ],
    columns,
  );
  expect(code).toBe(0);
  expect(settingsOf(folder)).toContain('"skip": ["tide-tables/**"],');
  expect(screen).toMatch(/A first review ─+╮\r?\n│ +│\r?\n│ +names\.unknown +1 ▇/);
  const hook = path.join(folder, ".git/hooks/pre-commit");
  expect(read(hook)).toBe("#!/bin/sh\nexec npx alert-quill review --staged --quiet\n");
  expect(statSync(hook).mode & 0o111).toBe(0o111);
  // One that is there is not asked about, and stays.
  const again = quill(folder, "setup", "--yes", "--overwrite", "--hook");
  expect(again.out).toContain("No hook was written: one is there already");
  expect(again.code).toBe(0);
});

describe("without one", () => {
  test("with --yes and flags", () => {
    const folder = scratch();
    write(folder, { "a.js": "harbourMap(tide);\n" });
    const { code, out } = quill(
      folder,
      "setup",
      "--yes",
      "--kits",
      "thorough,tidy",
      "--edition",
      "2020",
      "--runtime",
      "browser,worker",
      "--known",
      "harbourMap",
      "--skip",
      "old/**",
    );
    expect(code).toBe(0);
    expect(out).toContain("There is 1 alert now");
    for (const line of [
      '["thorough", "tidy"]',
      '"edition": 2020',
      '["browser", "worker"]',
      '"known": ["harbourMap"]',
      '"skip": ["old/**"]',
    ]) expect(settingsOf(folder)).toContain(line);
    expect(quill(folder, "setup", "--yes")).toMatchObject({ code: 2 });
    expect(quill(folder, "setup", "--yes", "--overwrite").code).toBe(0);
    expect(readFileSync(path.join(folder, "alert-quill.jsonc"), "utf8")).toContain('"kits": ["sound"]');
  });

  test("a package.json that is none stays as it is", () => {
    const folder = scratch();
    write(folder, { "package.json": '{ "name": "kiosk", }', "a.js": "" });
    const { code, out } = quill(folder, "setup", "--yes", "--script");
    expect(code).toBe(0);
    expect(out).toContain("package.json cannot be read as JSON and stays as it is.");
    expect(read(path.join(folder, "package.json"))).toBe('{ "name": "kiosk", }');
  });

  test.each<[string, string[], string]>([
    ["neither terminal nor --yes", [], "there is no terminal to ask in: give `--yes`"],
    ["an edition that is not there", ["--yes", "--edition", "2014"], "--edition: there are 2015"],
    ["a kit that is not there", ["--yes", "--kits", "soudn"], "--kits: there is no kit `soudn`: did you mean `sound`?"],
    ["a kit whose file is not there", ["--yes", "--kits", "./ours.jsonc"], "--kits: there is no kit `./ours.jsonc`"],
    ["a runtime that is not there", ["--yes", "--runtime", "kiosk"], "--runtime: there are browser"],
  ])("%s is told, and nothing is written", (_, args, message) => {
    const folder = scratch();
    const { code, err } = quill(folder, "setup", ...args);
    expect(code).toBe(2);
    expect(err).toContain(message);
    expect(existsSync(path.join(folder, "alert-quill.jsonc"))).toBe(false);
  });
});

test("a project with Python is told its edition, and an environment with its packages is left alone", () => {
  const folder = scratch();
  write(folder, {
    "pyproject.toml": "[project]\nrequires-python = \">=3.10\"\n",
    "tides.py": "import sys\n",
    ".venv/pyvenv.cfg": "home = /usr\n",
    ".venv/lib/quay.py": "import os\n",
  });
  const { out, code } = quill(folder, "setup", "--yes");
  expect(out).toContain("its Python in 3.10 (the earliest in pyproject.toml)");
  expect(out).toContain("There is 1 alert now");
  expect(code).toBe(0);
  expect(settingsOf(folder)).toContain('"python": { "edition": "3.10" },');
  expect(quill(folder, "trace", ".venv/lib/quay.py").out).toContain("it lies in .venv");
});
