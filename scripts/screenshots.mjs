/** Takes the pictures in docs/screenshots anew, from the sample project. */
import { spawnSync } from "node:child_process";
import { cpSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { pathToFileURL } from "node:url";
import { chromium } from "playwright-core";
import { build as buildPage, preview } from "vite";
import { writeHandbook } from "../handbook/write.mjs";
import { ensureDebianPackage } from "./debian.mjs";
import { neovimScreen } from "./neovim-picture.mjs";
import { build, install, root } from "./prepare.mjs";
import { terminalPage } from "./terminal.mjs";

install();
ensureDebianPackage("chromium", "/usr/bin/chromium");
build();
const folder = `${root}/docs/screenshots`;
mkdirSync(folder, { recursive: true });

/** What a command prints on a terminal with colours. */
function run(args, cwd = `${root}/examples/harbour`) {
  const options = { cwd, encoding: "utf8", env: { ...process.env, FORCE_COLOR: "1" } };
  const { status, stdout, stderr } = spawnSync(process.execPath, [`${root}/dist/cli/main.js`, ...args], options);
  if (status > 1) throw new Error(stderr);
  return { stdout, stderr };
}

const output = (args) => run(args).stdout;

ensureDebianPackage("neovim", "/usr/bin/nvim");
ensureDebianPackage("tmux", "/usr/bin/tmux");

const browser = await chromium.launch({
  executablePath: "/usr/bin/chromium",
  args: ["--no-sandbox", "--disable-gpu", "--no-first-run", "--disable-background-networking"],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });

async function shootTerminal(name, title, text) {
  await page.setContent(terminalPage(title, text));
  await page.screenshot({ path: `${folder}/${name}.png` });
}

const demo = output(["demo", "--fast"]);
await shootTerminal("demo", "npm run demo", demo.slice(demo.indexOf("\x1b[1m2  Type")));
const some = ["crew", "kiosk/Screen.jsx", "src/clock.js"];
await shootTerminal("review", `alert-quill review ${some.join(" ")}`, output(["review", ...some]));
await shootTerminal("strain", "alert-quill review --strain", output(["review", "--strain"]));
await shootTerminal("explain", "alert-quill explain flow.stuck-loop", output(["explain", "flow.stuck-loop"]));

await shootTerminal("mend", "alert-quill mend --dry-run", output(["mend", "--dry-run"]));
await shootTerminal("trace", "alert-quill trace scripts/timetable.mjs", output(["trace", "scripts/timetable.mjs"]));
const copy = mkdtempSync(path.join(tmpdir(), "harbour-"));
cpSync(`${root}/examples/harbour/src`, `${copy}/src`, { recursive: true });
writeFileSync(`${copy}/package.json`, '{\n  "name": "saltmarsh-ferries",\n  "engines": { "node": ">=22" }\n}\n');
await shootTerminal("setup", "alert-quill setup --yes", run(["setup", "--yes"], copy).stdout);
rmSync(copy, { recursive: true });
await shootTerminal(
  "neovim",
  "nvim src/boarding.js",
  await neovimScreen("src/boarding.js", [
    ":lua vim.diagnostic.goto_next({ float = false })",
    "Enter",
    ":lua vim.lsp.buf.hover()",
    "Enter",
  ]),
);

// A flow graph as a drawing.
await page.setContent(output(["trace", "--flow", "src/boarding.js:7", "--format", "svg"]));
await page.screenshot({ path: `${folder}/flow-drawing.png` });

// The board, from a file on disk.
const boardFile = path.join(mkdtempSync(path.join(tmpdir(), "board-")), "board.html");
run(["review", "--format", "html", "--output", boardFile]);
await page.goto(pathToFileURL(boardFile).href);
await page.locator(".map .area").first().waitFor();
await page.screenshot({ path: `${folder}/board.png` });
await page.goto(`${pathToFileURL(boardFile).href}#view=alerts&group=area&text=time`);
await page.locator(".alert button", { hasText: "needs two digits" }).click();
await page.locator(".note").waitFor();
await page.getByRole("button", { name: "Dark" }).click();
await page.screenshot({ path: `${folder}/board-alert.png` });

const configFile = `${root}/examples/playground/vite.config.ts`;
await buildPage({ configFile, logLevel: "error" });
const server = await preview({ configFile, logLevel: "error", preview: { port: 0, host: "127.0.0.1" } });
await page.goto(server.resolvedUrls.local[0]);
await page.locator(".files button", { hasText: /north-quay\.tide\s*\d/ }).waitFor();
await page.locator(".alerts .go", { hasText: "pricePerAdlt" }).click();
await page.keyboard.press("Control+.");
await page.getByRole("menuitem").first().waitFor();
await page.screenshot({ path: `${folder}/page.png` });

await page.keyboard.press("Escape");
await page.getByRole("button", { name: "Dark" }).click();
await page.locator(".alerts .rule", { hasText: "values.compared-to-nan" }).first().click();
await page.locator(".rules article mark").first().waitFor();
await page.screenshot({ path: `${folder}/page-rules.png` });
await page.getByRole("button", { name: "Light" }).click();
await page.getByRole("tab", { name: "Alerts" }).click();

// A language that the page brings along.
await page.locator(".files button", { hasText: "north-quay.tide" }).click();
await page.locator(".cm-lintRange-error").first().waitFor();
await page.screenshot({ path: `${folder}/tide-table.png` });

// A language that is read through a grammar, beside the others.
await page.locator(".files button", { hasText: "TicketOffice.java" }).click();
await page.locator(".alerts .go", { hasText: "chance for texts" }).click();
await page.keyboard.press("Control+.");
await page.getByRole("menuitem").first().waitFor();
await page.screenshot({ path: `${folder}/grammars.png` });

// A page with scripts, its handlers among them.
await page.keyboard.press("Escape");
await page.locator(".files button", { hasText: "departures.html" }).click();
await page.locator(".alerts .go", { hasText: "‘onlyFor’" }).click();
await page.keyboard.press("Control+.");
await page.getByRole("menuitem").first().waitFor();
await page.screenshot({ path: `${folder}/pages.png` });

// A file before and after a save that brings it into shape.
await page.keyboard.press("Escape");
await page.locator(".files button", { hasText: "Ticket.tsx" }).click();
await page.locator(".cm-content").click();
await page.keyboard.press("Control+A");
await page.keyboard.insertText(`type Sailing = {leaves:string,pier:"north"|"south",seats:number}
export function Board({sailings,today,onChoose}:{sailings:Sailing[],today:string,onChoose:(one:Sailing)=>void}) {
  const open=sailings.filter(one=>one.seats>0&&one.leaves>=today).sort((a,b)=>a.leaves<b.leaves?-1:1).slice(0,8) // the next eight
  if (open.length===0) return <p>No more sailings today: the kiosk at the north pier tells when the first one leaves tomorrow.</p>
  return <ul className="board">{open.map((one)=>{ return <li key={one.leaves} onClick={()=>{ onChoose(one) }}>{one.leaves} from the {one.pier} pier</li> })}</ul>
}
`);
await page.locator(".alerts li", { hasText: "layout.line-breaks" }).first().waitFor();
await page.getByRole("tab", { name: "What a save changes" }).click();
await page.locator(".diff .comes").first().waitFor();
await page.screenshot({ path: `${folder}/layout.png` });

// The handbook, from a disk, with an example that is being tried.
const handbook = await writeHandbook();
await page.goto(pathToFileURL(`${handbook}/rules-values.compared-to-nan.html`).href);
await page.getByRole("button", { name: "Try it" }).first().click();
await page.locator(".live .hanging button").waitFor();
await page.screenshot({ path: `${folder}/handbook.png` });
await browser.close();
await new Promise((resolve) => server.httpServer.close(resolve));
