/** Builds the example page and shows it at an address of this machine. */
import { build, install, root } from "./prepare.mjs";

install();
build();
const vite = await import("vite");
const configFile = `${root}/examples/playground/vite.config.ts`;
await vite.build({ configFile, logLevel: "warn" });
const server = await vite.preview({ configFile, preview: { port: 4180 } });
server.printUrls();
