/** What a fresh clone needs before anything can run: the packages and the build. Quick when all is there. */
import { execFileSync } from "node:child_process";
import { existsSync, statSync } from "node:fs";
import path from "node:path";
import { fileURLToPath } from "node:url";

export const root = path.join(path.dirname(fileURLToPath(import.meta.url)), "..");

/** Runs a command in the project's folder, its output shown; ends the program with its exit code if it fails. */
export function run(command, args, options = {}) {
  try {
    execFileSync(command, args, { cwd: root, stdio: "inherit", ...options });
  } catch (error) {
    process.exit(error.status ?? 1);
  }
}

function isNewer(file, than) {
  return !existsSync(than) || statSync(file).mtimeMs > statSync(than).mtimeMs;
}

/** Installs the packages of the lock file unless they are there. */
export function install() {
  if (isNewer(path.join(root, "package-lock.json"), path.join(root, "node_modules/.package-lock.json"))) {
    console.log("Installing packages …");
    // Nothing has to be run for any of the packages: those of grammars would look for parts that are compiled.
    run("npm", ["ci", "--ignore-scripts", "--no-audit", "--no-fund", "--loglevel=error"]);
  }
}

/** Checks and writes the types, and bundles the program. */
export function build() {
  run(process.execPath, [path.join(root, "node_modules/typescript/bin/tsc"), "-p", "tsconfig.build.json"]);
  run(process.execPath, [path.join(root, "scripts/bundle.mjs")]);
}
