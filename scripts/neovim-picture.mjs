/** What Neovim shows of the sample project, set up as its page says: the screen of a terminal with its colours. */
import { execFileSync, spawnSync } from "node:child_process";
import { chmodSync, cpSync, mkdirSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { root } from "./prepare.mjs";

const pause = (milliseconds) => new Promise((resolve) => setTimeout(resolve, milliseconds));

export async function neovimScreen(file, keys) {
  const home = mkdtempSync(path.join(tmpdir(), "harbour-"));
  const project = path.join(home, "saltmarsh");
  cpSync(`${root}/examples/harbour`, project, { recursive: true });
  mkdirSync(path.join(home, "bin"));
  // Installed as somebody would have it, so that links to pages lead there.
  const installed = path.join(home, "lib/alert-quill");
  for (const part of ["dist", "docs/rules", "package.json"]) {
    cpSync(path.join(root, part), path.join(installed, part), { recursive: true });
  }
  symlinkSync(path.join(root, "node_modules"), path.join(installed, "node_modules"));
  writeFileSync(
    path.join(home, "bin/alert-quill"),
    `#!/bin/sh\nexec ${process.execPath} ${installed}/dist/cli/main.js "$@"\n`,
  );
  chmodSync(path.join(home, "bin/alert-quill"), 0o755);
  const setup = [...readFileSync(`${root}/docs/editors/neovim.md`, "utf8").matchAll(/^```lua\n([^]*?)^```/gm)]
    .map((match) => match[1])
    .join("\n")
    .replace('when = "type"', 'when = "type", trust = "always"');
  writeFileSync(
    path.join(home, "init.lua"),
    `${setup}\nvim.opt.number = true\nvim.opt.termguicolors = true\nvim.opt.shortmess:append("I")\nvim.cmd("highlight NormalFloat guibg=#24333a | highlight SignColumn guibg=NONE | highlight LineNr guifg=#5b6b72")\n`,
  );
  const tmux = (...args) => execFileSync("tmux", ["-L", "quill", ...args], { encoding: "utf8" });
  const env = {
    ...process.env,
    HOME: home,
    PATH: `${home}/bin:${process.env.PATH}`,
    LANG: "C.UTF-8",
    TERM: "xterm-256color",
  };
  spawnSync(
    "tmux",
    [
      "-L",
      "quill",
      "-2",
      "new-session",
      "-d",
      "-x",
      "128",
      "-y",
      "32",
      "-c",
      project,
      `nvim --clean -u ${home}/init.lua ${file}`,
    ],
    { env, stdio: "inherit" },
  );
  try {
    await pause(3000);
    for (const key of keys) {
      tmux("send-keys", key);
      await pause(900);
    }
    return tmux("capture-pane", "-e", "-p");
  } finally {
    tmux("kill-server");
    rmSync(home, { recursive: true, force: true });
  }
}
