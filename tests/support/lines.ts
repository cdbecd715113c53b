/** Where a client of the tests meets the server: a process of its own, or one that serves many clients, one after another. */
import { fork, spawn, type ChildProcess } from "node:child_process";
import { mkdtempSync } from "node:fs";
import { createServer, type Socket } from "node:net";
import { tmpdir } from "node:os";
import path from "node:path";
import { scratch } from "./command.js";
import { root } from "./files.js";

export interface Line {
  write(bytes: string | Buffer): void;
  listen(listener: (bytes: Buffer) => void): void;
  /** The exit code of the server. */
  readonly exited: Promise<number | null>;
  /** Hangs up, without a word. */
  end(): void;
}

/** Folders of its own for what a person's settings and results are. */
const home = mkdtempSync(path.join(tmpdir(), "quill-home-"));
export const personal = { XDG_CONFIG_HOME: path.join(home, "config"), XDG_CACHE_HOME: path.join(home, "cache") };

/** A server that is started for this client, over the standard streams. */
export function ownServer(environment: Readonly<Record<string, string>> = {}): Line {
  const child = spawn(process.execPath, [path.join(root, "dist/cli/main.js"), "serve", "--stdio"], {
    env: { ...process.env, ...personal, ...environment },
  });
  return {
    write: (bytes) => void child.stdin.write(bytes),
    listen: (listener) => void child.stdout.on("data", listener),
    exited: new Promise((resolve) => child.once("exit", resolve)),
    end: () => void child.kill(),
  };
}

let host: ChildProcess | undefined;

/** The process that serves many. It is no reason for this one to go on. */
function startHost(): ChildProcess {
  const child = fork(path.join(root, "tests/support/server-host.mjs"), {
    env: { ...process.env, ...personal },
  });
  child.setMaxListeners(0);
  child.once("exit", () => {
    host = undefined;
  });
  child.unref();
  child.channel?.unref();
  return child;
}

/** A server in the process that serves many. */
export function hostedServer(): Line {
  const server = (host ??= startHost());
  const pipe = path.join(scratch(), "quill.sock");
  const listener = createServer();
  const connected = new Promise<Socket>((resolve) => listener.once("connection", (socket) => {
    // Whoever writes to a server that has ended is told by the exit.
    socket.on("error", () => socket.destroy());
    resolve(socket);
  }));
  listener.listen(pipe, () => server.send(pipe));
  return {
    write: (bytes) => void connected.then((socket) => socket.write(bytes)),
    listen: (hear) => void connected.then((socket) => socket.on("data", hear)),
    exited: new Promise((resolve) => {
      const hear = (left: any): void => {
        if (left.pipe !== pipe) return;
        server.off("message", hear);
        listener.close();
        resolve(left.code);
      };
      server.on("message", hear);
      server.once("exit", resolve);
    }),
    end: () => void connected.then((socket) => socket.destroy()),
  };
}
