/** Loads a pack in a thread that can be ended, and is done. What is wrong with the pack is told when it is loaded in earnest. */
import { register } from "node:module";
import { parentPort, workerData } from "node:worker_threads";

const { url, self } = workerData as { readonly url: string; readonly self: string };
register("../project/pack-hooks.js", import.meta.url, { data: { self, zod: import.meta.resolve("zod") } });
await import(url).catch(() => undefined);
parentPort!.postMessage("loaded");
