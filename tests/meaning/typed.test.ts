/** What the compiler accepts it accepts after certain remedies too, each by itself and all of them together. */
import { spawnSync } from "node:child_process";
import { mkdirSync, rmSync, writeFileSync } from "node:fs";
import path from "node:path";
import { expect, test } from "vitest";
import { applyAll, createWorkspace } from "../../src/index.js";
import { javascript } from "../../src/languages/javascript/index.js";
import { root } from "../support/files.js";
import { programsOf } from "./programs.js";

const options = {
  noEmit: true,
  strict: true,
  target: "esnext",
  module: "esnext",
  moduleResolution: "bundler",
  skipLibCheck: true,
  types: [],
};
const shared = `export interface Alert { a: 1 }
export interface B { b: 1 }
export const make = (): Alert | undefined => undefined;
export const x = 1;
`;

/** What the compiler says of files, by their names. */
function complaints(files: ReadonlyMap<string, string>): Map<string, string[]> {
  const folder = path.join(root, "node_modules/.cache/typed");
  rmSync(folder, { recursive: true, force: true });
  mkdirSync(folder, { recursive: true });
  for (const [name, code] of files) writeFileSync(path.join(folder, name), code);
  writeFileSync(path.join(folder, "tsconfig.json"), JSON.stringify({ compilerOptions: options, include: ["*.ts"] }));
  const compiler = path.join(root, "node_modules/typescript/bin/tsc");
  const { stdout } = spawnSync(process.execPath, [compiler, "-p", folder, "--pretty", "false"], {
    encoding: "utf8",
    cwd: folder,
  });
  const found = new Map<string, string[]>();
  for (const [, name, message] of stdout.matchAll(/^(\S+?)\(\d+,\d+\): error (.*)$/gm)) {
    found.set(name!, [...(found.get(name!) ?? []), message!]);
  }
  rmSync(folder, { recursive: true, force: true });
  return found;
}

test("typed programs", { timeout: 120_000 }, () => {
  const uri = "file:///program.ts";
  const files = new Map([["types.ts", shared]]);
  const titles = new Map<string, string>();
  let certain = 0;
  const add = (title: string, code: string): void => {
    const name = `program${titles.size}.ts`;
    titles.set(name, `${title}\n${code}`);
    files.set(name, `${code}\nexport {};\n`);
  };
  for (const { name, code } of programsOf("typed.txt")) {
    const workspace = createWorkspace({
      languages: [javascript()],
      settings: { kits: ["sound", "thorough", "tidy"] },
    });
    workspace.open({ uri, languageId: "typescript", version: 1, text: code });
    add(name, code);
    add(`${name}: mended`, workspace.mendResult(uri).text);
    for (const { certainty, rule, title, edits } of workspace.remedies(uri)) {
      if (certainty !== "certain") continue;
      certain += 1;
      add(`${name}: ${rule}: ${title}`, applyAll(code, edits));
    }
  }
  const found = [...complaints(files)].map(([name, messages]) => `${titles.get(name) ?? name}${messages.join("\n")}`);
  expect(found).toEqual([]);
  expect(certain).toBeGreaterThan(50);
});
