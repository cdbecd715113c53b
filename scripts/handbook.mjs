/** Writes the handbook into `handbook/dist`: pages that work from a disk, without a network. With `--show` they are also served at an address of this machine. */
import path from "node:path";
import { build, install, root } from "./prepare.mjs";

install();
build();
const { writeHandbook } = await import("../handbook/write.mjs");
const target = await writeHandbook();
console.log(`The handbook: ${path.relative(root, target)}/index.html`);
if (process.argv.includes("--show")) {
  const { preview } = await import("vite");
  const server = await preview({ root: path.join(root, "handbook"), configFile: false, preview: { port: 4181 } });
  server.printUrls();
}
