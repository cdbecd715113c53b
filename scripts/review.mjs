/** The project, analysed by itself. */
import { build, install, root, run } from "./prepare.mjs";

install();
build();
run(process.execPath, [`${root}/dist/cli/main.js`, "review", ...process.argv.slice(2)]);
