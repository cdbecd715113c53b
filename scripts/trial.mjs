/**
 * `npm run trial`: the extension in VS Code itself, as the package `code-server` brings it, in Chromium. Takes some minutes and half a gigabyte the first time, which is why
 * `npm test` has a stand-in instead. Ends with 1 where something is not as it should be, and draws `docs/screenshots/vscode.png`.
 */
import { execFileSync, spawn } from "node:child_process";
import { cpSync, existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { createServer } from "node:net";
import { tmpdir } from "node:os";
import path from "node:path";
import { chromium } from "playwright-core";
import { ensureDebianPackage } from "./debian.mjs";
import { root, run } from "./prepare.mjs";

const version = "4.100.3";
const home = path.join(root, "node_modules/.cache/code-server");
const command = path.join(home, "node_modules/.bin/code-server");

function install() {
  ensureDebianPackage("chromium", "/usr/bin/chromium");
  // One of its modules is built against these headers.
  ensureDebianPackage("libkrb5-dev", "/usr/include/gssapi/gssapi.h");
  if (existsSync(path.join(home, `done-${version}`))) return;
  console.log("Installing code-server …");
  rmSync(home, { recursive: true, force: true });
  mkdirSync(home, { recursive: true });
  writeFileSync(path.join(home, "package.json"), '{ "private": true }\n');
  const quietly = ["--no-audit", "--no-fund", "--loglevel=error"];
  const npm = (cwd, ...args) => execFileSync("npm", [...args, ...quietly], {
    cwd,
    stdio: "inherit",
    env: { ...process.env, npm_config_yes: "true" },
  });
  // Its own scripts fetch a search tool from a place that cannot be reached everywhere, and that nothing here needs.
  npm(home, "install", `code-server@${version}`, "--ignore-scripts");
  const inner = path.join(home, "node_modules/code-server/lib/vscode");
  npm(inner, "install", "--omit=dev", "--ignore-scripts");
  for (const name of ["@vscode/spdlog", "node-pty", "@parcel/watcher", "native-watchdog", "kerberos"]) {
    npm(inner, "rebuild", name);
  }
  npm(home, "rebuild", "argon2");
  writeFileSync(path.join(home, `done-${version}`), "");
}

async function freePort() {
  const server = createServer().listen(0, "127.0.0.1");
  await new Promise((resolve) => server.once("listening", resolve));
  const { port } = server.address();
  await new Promise((resolve) => server.close(resolve));
  return port;
}

const seconds = (since) => `${((performance.now() - since) / 1000).toFixed(1)} s`;
const begun = performance.now();
run(process.execPath, [`${root}/scripts/vscode.mjs`]);
console.log(`The extension is made after ${seconds(begun)}`);
install();
const scratch = mkdtempSync(path.join(tmpdir(), "trial-"));
const project = path.join(scratch, "saltmarsh");
cpSync(path.join(root, "examples/harbour"), project, { recursive: true });
mkdirSync(path.join(scratch, "data/User"), { recursive: true });
writeFileSync(
  path.join(scratch, "data/User/settings.json"),
  JSON.stringify({ "workbench.startupEditor": "none", "security.workspace.trust.enabled": false }),
);
const folders = ["--extensions-dir", path.join(scratch, "ext"), "--user-data-dir", path.join(scratch, "data")];
const env = { ...process.env, XDG_CONFIG_HOME: scratch };
execFileSync(command, [...folders, "--install-extension", `${root}/editors/vscode/alert-quill.vsix`], { env });
const port = await freePort();
const server = spawn(
  command,
  ["--auth", "none", "--bind-addr", `127.0.0.1:${port}`, ...folders, "--disable-telemetry", "--disable-update-check"],
  { env, stdio: "ignore" },
);
const browser = await chromium.launch({ executablePath: "/usr/bin/chromium", args: ["--no-sandbox", "--disable-gpu"] });
const faults = [];
try {
  for (let tries = 0; ; tries += 1) {
    if (await fetch(`http://127.0.0.1:${port}/`).then(() => true, () => false)) break;
    if (tries > 120) throw new Error("code-server did not start");
    await new Promise((resolve) => setTimeout(resolve, 500));
  }
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const opened = performance.now();
  await page.goto(`http://127.0.0.1:${port}/?folder=${encodeURIComponent(project)}`);
  await page.getByRole("treeitem", { name: /^src/ }).click({ timeout: 120_000 });
  await page.getByRole("treeitem", { name: /^fares\.js/ }).dblclick();
  await page.locator(".squiggly-error").first().waitFor({ timeout: 60_000 });
  console.log(`The first mark is seen ${seconds(opened)} after the editor's window is opened`);
  await page.getByRole("treeitem", { name: /^money\.js/ }).dblclick();
  await page
    .locator("#alert-quill\\.alert-quill-vscode\\.alertQuill, [id*=alertQuill]")
    .first()
    .waitFor({ timeout: 60_000 });
  await page.locator(".view-lines").first().click();
  await page.keyboard.press("Control+End");
  await page.keyboard.type("\nexport const tip = toCoin(3);\n", { delay: 30 });
  const mark = page.locator(".squiggly-error");
  await mark.first().waitFor({ timeout: 30_000 });
  const word = page.locator(".view-line span span", { hasText: /^toCoin$/ }).last();
  await word.hover();
  const hover = page.locator(".monaco-hover").filter({ hasText: "did you mean" }).first();
  await hover.waitFor({ timeout: 30_000 });
  const said = (await hover.innerText()).replaceAll(/\s+/g, " ");
  if ((said.match(/did you mean/g) ?? []).length !== 1) faults.push(`the hover tells its message not once: ${said}`);
  if (!said.includes("Examples, options and levels")) faults.push(`the hover has no link to the page: ${said}`);
  // What the editor says of parts that this installation lacks is no matter of ours.
  const hidden = await page.addStyleTag({ content: ".notifications-toasts { visibility: hidden }" });
  await page.screenshot({ path: path.join(root, "docs/screenshots/vscode.png") });
  await hidden.evaluate((style) => style.remove());
  await page.keyboard.press("Escape");
  await word.click();
  await page.keyboard.press("Control+.");
  const items = page.locator(".action-widget .action");
  await items.first().waitFor({ timeout: 30_000 });
  const titles = await items.allInnerTexts();
  if (titles[0] !== "Change to ‘toCoins’" || titles.length > 11) faults.push(`the menu holds ${titles.join("; ")}`);
  await page.keyboard.press("Enter");
  await mark.first().waitFor({ state: "detached", timeout: 30_000 });
  await page.keyboard.press("Control+s");
  await page.waitForTimeout(3000);
  const saved = readFileSync(path.join(project, "src/money.js"), "utf8");
  if (!saved.endsWith("export const tip = toCoins(3);\n")) faults.push(`saved is ${JSON.stringify(saved.slice(-60))}`);
  const messages = (await page.locator(".notification-toast").allInnerTexts()).filter((one) => /alert.?quill/i.test(
    one,
  ));
  faults.push(...messages.map((one) => `a message was shown: ${one}`));
} finally {
  await browser.close();
  server.kill();
  rmSync(scratch, { recursive: true, force: true });
}
for (const fault of faults) console.error(fault);
console.log(faults.length === 0 ? "The extension does in VS Code what it should." : `${faults.length} faults`);
process.exitCode = faults.length === 0 ? 0 : 1;
