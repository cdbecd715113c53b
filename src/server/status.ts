import { plain } from "./titles.js";

/** What an editor can show in its status line. Sent as the notification `alertQuill/status` to editors that ask for it. */
export interface Status {
  readonly uri: string;
  /** `off` documents are left out on purpose; with `broken` something is wrong with the settings, and what is valid of them counts. */
  readonly state: "ready" | "working" | "off" | "broken";
  /** One line for people. */
  readonly text: string;
}

/** Sends what is new of the status of documents. */
export class StatusLine {
  isWanted = false;
  private readonly last = new Map<string, string>();

  constructor(private readonly send: (status: Status) => void) {}

  tell(uri: string, state: Status["state"], text: string): void {
    const said = `${state} ${text}`;
    if (!this.isWanted || this.last.get(uri) === said) return;
    this.last.set(uri, said);
    this.send({ uri, state, text: plain(text) });
  }

  /** Tells that a document is being analysed, unless something more exact of that was told. */
  working(uri: string): void {
    if (this.last.get(uri)?.startsWith("working ") !== true) this.tell(uri, "working", "Working …");
  }

  forget(uri: string): void {
    this.last.delete(uri);
  }
}
