/** Work that takes a while, shown by the client and cancelled by it. */
import { CancellationTokenSource, type CancellationToken } from "vscode-jsonrpc";
import type { Session } from "./session.js";

type ProgressToken = string | number;

/** What work can say while it goes on: how much of it is done, from 0 to 1. */
export type Report = (message: string, share: number) => void;

export class Progress {
  private readonly running = new Map<ProgressToken, CancellationTokenSource>();
  private last = 0;

  constructor(private readonly session: Session) {}

  /**
   * Runs work under a token of the client's, or one of our own where the client shows such work; otherwise without showing anything. However it ends, so does
   * what is shown. `token` cancels it too.
   */
  async run<Result>(
    title: string,
    given: ProgressToken | undefined,
    token: CancellationToken | undefined,
    work: (report: Report, cancelled: CancellationToken) => Promise<Result>,
  ): Promise<Result> {
    const source = new CancellationTokenSource();
    const linked = token?.onCancellationRequested(() => source.cancel());
    const shown = given ?? (await this.create());
    if (shown !== undefined) this.running.set(shown, source);
    const tell = (value: object): void => {
      if (shown !== undefined) this.session.send("$/progress", { token: shown, value });
    };
    tell({ kind: "begin", title, cancellable: true, percentage: 0 });
    try {
      return await work((message, share) => tell({
        kind: "report",
        message,
        percentage: Math.floor(share * 100),
      }), source.token);
    } finally {
      tell({ kind: "end", ...(source.token.isCancellationRequested && { message: "Cancelled" }) });
      if (shown !== undefined) this.running.delete(shown);
      linked?.dispose();
    }
  }

  cancel(token: ProgressToken): void {
    this.running.get(token)?.cancel();
  }

  private async create(): Promise<ProgressToken | undefined> {
    if (!this.session.client.progress) return undefined;
    this.last += 1;
    const token = `alert-quill/${this.last}`;
    const answer = await this.session.ask<null>("window/workDoneProgress/create", { token });
    return answer === undefined ? undefined : token;
  }
}
