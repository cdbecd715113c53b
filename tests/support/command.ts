/** The command line as a child process. */
import { execFileSync, spawn, spawnSync } from "node:child_process";
import { cpSync, mkdtempSync, openSync, readSync, realpathSync, writeSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { root } from "./files.js";

export interface Outcome {
  readonly code: number | null;
  readonly out: string;
  readonly err: string;
}

/** Where results are kept, so that no test finds what a person's own runs have found. */
export const cache = scratch();

export const quill = (folder: string, ...args: string[]): Outcome => quillIn(folder, {}, ...args);

/** The same with variables of the environment. */
export const quillIn = (folder: string, env: Readonly<Record<string, string>>, ...args: string[]): Outcome =>
  outcome((hosted ??= new CommandHost()).run({ folder, env: environment(env), args }));

/** The same in a process of its own, for what may harm the process it runs in. */
export function quillAlone(folder: string, ...args: string[]): Outcome {
  const { status, stdout, stderr } = spawnSync(process.execPath, [program, ...args], {
    cwd: folder,
    encoding: "utf8",
    env: environment(),
  });
  return outcome({ code: status, out: stdout, err: stderr });
}

const program = path.join(root, "dist/cli/main.js");

const environment = (more: Readonly<Record<string, string>> = {}): NodeJS.ProcessEnv => ({
  ...process.env,
  NO_COLOR: "1",
  COLUMNS: "160",
  XDG_CACHE_HOME: cache,
  ...more,
});

/** How long it took differs from run to run. */
const outcome = ({ code, out, err }: Outcome): Outcome => ({
  code,
  out: out.replace(/( in \d+ files?) in \d+\.\d s$/m, "$1"),
  err,
});

let hosted: CommandHost | undefined;

/** The process in which commands run one after another. It ends with this one, as nothing more can be asked then. */
class CommandHost {
  readonly #asked: number;
  readonly #answered: number;

  constructor() {
    const pipes = ["asked", "answered"].map((name) => path.join(scratch(), name));
    execFileSync("mkfifo", pipes);
    spawn(process.execPath, [path.join(root, "tests/support/command-host.mjs"), program, ...pipes], {
      stdio: ["ignore", "ignore", "inherit"],
    }).unref();
    // Each end waits for the other: they are opened in the order in which the host opens them.
    this.#answered = openSync(pipes[1] ?? "", "r");
    this.#asked = openSync(pipes[0] ?? "", "w");
  }

  run(command: { folder: string; env: NodeJS.ProcessEnv; args: string[] }): Outcome {
    writeSync(this.#asked, `${JSON.stringify(command)}\n`);
    const parts: Buffer[] = [];
    do {
      const part = Buffer.alloc(1 << 16);
      const length = readSync(this.#answered, part);
      if (length === 0) throw new Error(`the process that runs commands ended at: ${command.args.join(" ")}`);
      parts.push(part.subarray(0, length));
    } while (parts.at(-1)?.at(-1) !== 0x0a);
    return JSON.parse(Buffer.concat(parts).toString());
  }
}

/** The notes of a report, each in one line. */
export function notes(out: string): string {
  return out.replaceAll(/\n +┊ +(?![ ━╭╰])/g, " ");
}

/** An empty folder of its own. */
export function scratch(): string {
  return realpathSync(mkdtempSync(path.join(tmpdir(), "quill-")));
}

/** A copy of the sample project. */
export function harbour(): string {
  const folder = scratch();
  cpSync(path.join(root, "examples/harbour"), folder, { recursive: true });
  return folder;
}
