import * as vscode from "vscode";

/** What the server says of a document, in its notification `alertQuill/status`. */
interface Status {
  readonly uri: string;
  readonly state: "ready" | "working" | "off" | "broken";
  readonly text: string;
}

const icons: Readonly<Record<Status["state"], string>> = {
  ready: "$(check)",
  working: "$(loading~spin)",
  off: "$(circle-slash)",
  broken: "$(warning)",
};

/** The item in the status line: the state of the document that is being looked at. */
export class StatusItem {
  private readonly item = vscode.window.createStatusBarItem("alertQuill", vscode.StatusBarAlignment.Right, 90);
  private readonly known = new Map<string, Status>();
  private shown: string | undefined;
  private state: "starting" | "running" | "stopped" = "starting";

  constructor(context: vscode.ExtensionContext) {
    this.item.name = "Alert Quill";
    this.item.command = "alertQuill.showTrace";
    context.subscriptions.push(this.item);
  }

  /** The server was started, or has ended: what it said before counts no more. */
  server(state: "starting" | "running" | "stopped"): void {
    this.state = state;
    if (state !== "running") this.known.clear();
    this.show(this.shown);
  }

  take(status: Status): void {
    // The editor writes URIs in a way of its own.
    this.known.set(vscode.Uri.parse(status.uri).toString(), status);
    this.show(this.shown);
  }

  /** Shows the state of a document; without one, or of one of which nothing is known, the item is gone. */
  show(uri: string | undefined): void {
    this.shown = uri;
    if (this.state !== "running") {
      const hasStopped = this.state === "stopped";
      this.item.text = `${hasStopped ? "$(error)" : "$(loading~spin)"} Alert Quill`;
      this.item.tooltip = hasStopped ? "The server has stopped: click to start it anew" : "Starting …";
      this.item.command = hasStopped ? "alertQuill.restart" : "alertQuill.showTrace";
      this.item.backgroundColor = hasStopped ? new vscode.ThemeColor("statusBarItem.errorBackground") : undefined;
      this.item.show();
      return;
    }
    this.item.command = "alertQuill.showTrace";
    const status = uri === undefined ? undefined : this.known.get(uri);
    if (status === undefined) {
      this.item.hide();
      return;
    }
    this.item.text = `${icons[status.state]} Alert Quill`;
    this.item.tooltip = status.text;
    this.item.backgroundColor = status.state === "broken"
      ? new vscode.ThemeColor("statusBarItem.warningBackground")
      : undefined;
    this.item.show();
  }
}
