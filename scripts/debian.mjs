/** Debian packages that the tests use. */
import { execFileSync } from "node:child_process";
import { existsSync } from "node:fs";

/** Installs `name` unless `program` is there; says what is missing where it may not install. */
export function ensureDebianPackage(name, program) {
  if (existsSync(program)) return;
  const mayInstall = process.getuid?.() === 0 && existsSync("/usr/bin/apt-get");
  if (!mayInstall) {
    console.error(`${program} is missing, and this account may not install it. Install the Debian package \`${name}\` and start again.`);
    process.exit(1);
  }
  console.log(`Installing the Debian package ${name} …`);
  const quiet = { stdio: ["ignore", "ignore", "inherit"], env: { ...process.env, DEBIAN_FRONTEND: "noninteractive" } };
  execFileSync("apt-get", ["update", "-qq"], quiet);
  execFileSync("apt-get", ["install", "-qq", "-y", "--no-install-recommends", name], quiet);
}
