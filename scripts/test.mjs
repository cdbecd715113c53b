/** Types, then every test. As the first command on a fresh clone it installs and builds what it needs. */
import { ensureDebianPackage } from "./debian.mjs";
import { build, install, root, run } from "./prepare.mjs";

install();
ensureDebianPackage("chromium", "/usr/bin/chromium");
ensureDebianPackage("neovim", "/usr/bin/nvim");
ensureDebianPackage("emacs-nox", "/usr/bin/emacs");
ensureDebianPackage("elpa-eglot", "/usr/share/emacs/site-lisp/elpa-src/eglot-1.9");
build();
run(process.execPath, [`${root}/node_modules/typescript/bin/tsc`, "-p", "tsconfig.json"]);
run(process.execPath, [`${root}/node_modules/typescript/bin/tsc`, "-p", "examples/playground"]);
run(process.execPath, [`${root}/node_modules/typescript/bin/tsc`, "-p", "examples/tide-table"]);
run(process.execPath, [`${root}/node_modules/typescript/bin/tsc`, "-p", "handbook"]);
run(process.execPath, [`${root}/node_modules/typescript/bin/tsc`, "-p", "editors/vscode", "--noEmit"]);
run(process.execPath, [`${root}/node_modules/vitest/vitest.mjs`, "run", ...process.argv.slice(2)]);
