/** Modules that a runtime brings along. */

const node = new Set(
  (
    "assert async_hooks buffer child_process cluster console constants crypto dgram diagnostics_channel dns domain events fs http http2 https inspector module " +
    "net os path perf_hooks process punycode querystring readline repl stream string_decoder sys timers tls trace_events tty url util v8 vm wasi worker_threads zlib"
  ).split(" "),
);

/** Whether an import's source is a module of a runtime: by its prefix, or where `node` is among the runtimes by its name, with what stands behind a `/`. */
export function isOfRuntime(source: string, runtimes: readonly string[]): boolean {
  return /^(?:node|bun|deno):/.test(source) || (runtimes.includes("node") && node.has(source.split("/")[0]!));
}
