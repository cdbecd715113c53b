import { build, install, root, run } from "./prepare.mjs";

install();
build();
run(process.execPath, [`${root}/dist/cli/main.js`, "demo", ...process.argv.slice(2)]);
