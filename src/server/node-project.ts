/** Files that are not open, analysed in threads beside the server. */
import { availableParallelism } from "node:os";
import type { Tinypool } from "tinypool";
import type { CancellationToken } from "vscode-jsonrpc";
import type { FileResult, ProjectSetup, ProjectTask } from "../server/project-worker.js";
import { fileOf } from "./file-uri.js";
import type { ClientTraits, ProjectHost } from "./host.js";

/** Files that go to a thread at a time. */
const batch = 16;

/** Milliseconds after which a thread without work is ended. */
const idle = 10_000;

export class NodeProject implements ProjectHost {
  private pool: Promise<Tinypool> | undefined;

  /** `setup` is asked before each task; `failed` is told of files on which something went wrong. */
  constructor(
    private readonly setup: () => ProjectSetup,
    private readonly failed: (uri: string, fault: string) => void,
  ) {}

  files(below?: string): Promise<readonly string[]> {
    const setup = this.setup();
    const place = below === undefined ? undefined : fileOf(below);
    return this.run({
      setup,
      does: "list",
      below: below === undefined ? setup.folders : place === undefined ? [] : [place],
    }) as Promise<string[]>;
  }

  async review(
    uris: readonly string[],
    client: ClientTraits,
    found: Parameters<ProjectHost["review"]>[2],
    token: CancellationToken,
  ): Promise<void> {
    await this.each("review", uris, client, ({ uri, diagnostics }) => found(uri, diagnostics), token);
  }

  async mend(
    uris: readonly string[],
    client: ClientTraits,
    found: Parameters<ProjectHost["mend"]>[2],
    token: CancellationToken,
  ): Promise<void> {
    await this.each(
      "mend",
      uris,
      client,
      ({ uri, edits }) => {
        if (edits.length > 0) found(uri, edits);
      },
      token,
    );
  }

  async stop(): Promise<void> {
    await (await this.pool)?.destroy();
    this.pool = undefined;
  }

  private async each(
    does: "review" | "mend",
    uris: readonly string[],
    { encoding, relatedInformation, tags, codeDescription }: ClientTraits,
    use: (result: FileResult) => void,
    token: CancellationToken,
  ): Promise<void> {
    const client = { encoding, relatedInformation, tags, codeDescription };
    const left = Array.from({ length: Math.ceil(uris.length / batch) }, (_, index) => uris.slice(
      index * batch,
      (index + 1) * batch,
    ));
    // As many at a time as there are threads, so that nothing waits in them when somebody cancels.
    const next = async (): Promise<void> => {
      for (let some = left.shift(); some !== undefined && !token.isCancellationRequested; some = left.shift()) {
        const results = (await this.run({ setup: this.setup(), does, uris: some, client })) as FileResult[];
        for (const { uri, fault } of results) if (fault !== undefined) this.failed(uri, fault);
        if (!token.isCancellationRequested) results.forEach(use);
      }
    };
    await Promise.all(Array.from({ length: this.threads }, next));
  }

  /** One processor is left for what is typed. */
  private get threads(): number {
    return Math.max(1, availableParallelism() - 1);
  }

  private async run(task: ProjectTask): Promise<unknown> {
    // Loaded only where it is used: it asks the machine how many processors there are, in a shell.
    this.pool ??= import("tinypool").then(
      ({ Tinypool }) => new Tinypool({
        filename: new URL("../server/project-worker.js", import.meta.url).href,
        minThreads: 0,
        maxThreads: this.threads,
        idleTimeout: idle,
      }),
    );
    return (await this.pool).run(task);
  }
}
