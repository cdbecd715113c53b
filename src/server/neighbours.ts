/** Documents of which something else is to be told because other files changed. */
import type { Session } from "./session.js";

export class Neighbours {
  constructor(private readonly session: Session) {}

  /** Files came, went or hold something else; without a list any of them. */
  filesChanged(uris?: Iterable<string>): void {
    this.session.workspace.filesChanged(uris);
    this.lookAgain();
  }

  /** Has the documents analysed again of which something else may be told now. */
  lookAgain(): void {
    const { workspace, scheduler, client, pulls } = this.session;
    const affected = workspace.affected();
    for (const home of affected) scheduler.schedule(home, 0);
    if (affected.length > 0 && pulls && client.refreshes) void this.session.ask("workspace/diagnostic/refresh");
  }
}
