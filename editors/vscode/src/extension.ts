/** Alert Quill in VS Code: the thinnest wrapping of the language server. */
import path from "node:path";
import * as vscode from "vscode";
import { LanguageClient, State, TransportKind, type LanguageClientOptions } from "vscode-languageclient/node";
import { openPage, openRulePage, showTrace, TraceView } from "./pages";
import { startRename } from "./rename";
import { fillReason, switchRuleOff } from "./silence";
import { StatusItem } from "./status";

const languages = [
  "javascript",
  "javascriptreact",
  "typescript",
  "typescriptreact",
  "python",
  "html",
  "java",
  "php",
  "c",
];

const states = { [State.Starting]: "starting", [State.Running]: "running", [State.Stopped]: "stopped" } as const;

let client: LanguageClient | undefined;

/** The settings that somebody has given, for a document where one is named; of the others the settings file decides. */
function given({ extension }: vscode.ExtensionContext, scope?: vscode.Uri): object {
  const section = vscode.workspace.getConfiguration("alertQuill", scope);
  const { properties } = (extension.packageJSON as {
    contributes: { configuration: { properties: Readonly<Record<string, unknown>> } }
  }).contributes.configuration;
  const keys = Object.keys(properties).map((key) => key.slice("alertQuill.".length));
  const isGiven = (key: string): boolean => {
    const { globalValue, workspaceValue, workspaceFolderValue } = section.inspect(key) ?? {};
    return [globalValue, workspaceValue, workspaceFolderValue].some((value) => value != null);
  };
  return Object.fromEntries(keys.filter(isGiven).map((key) => [key, section.get(key)]));
}

/** Links to pages of rules open them as they are meant to be read. */
function withPages(content: vscode.MarkdownString | vscode.MarkedString): vscode.MarkdownString | vscode.MarkedString {
  if (!(content instanceof vscode.MarkdownString)) return content;
  const text = content.value.replaceAll(
    /\]\((file:[^)\s]+\.md)\)/g,
    (_, page: string) => `](command:alertQuill.openPage?${encodeURIComponent(JSON.stringify([page]))})`,
  );
  const shown = new vscode.MarkdownString(text);
  shown.isTrusted = { enabledCommands: ["alertQuill.openPage"] };
  return shown;
}

export async function activate(context: vscode.ExtensionContext): Promise<void> {
  const server = {
    module: path.join(context.extensionPath, "server/dist/cli/main.js"),
    args: ["serve"],
    transport: TransportKind.ipc,
  };
  const selector = [
    ...languages.map((language) => ({ language })),
    { pattern: "**/alert-quill.jsonc" },
    { pattern: "**/alert-quill/settings.jsonc" },
  ];
  /** What the editor is set to, and whether its folder is trusted: then packs of rules may run. */
  const settings = (scope?: string): object => ({
    ...given(context, scope === undefined ? undefined : vscode.Uri.parse(scope)),
    trust: vscode.workspace.isTrusted ? "always" : "never",
    status: true,
  });
  const options: LanguageClientOptions = {
    documentSelector: selector,
    initializationOptions: settings(),
    outputChannel: vscode.window.createOutputChannel("Alert Quill"),
    middleware: {
      async provideHover(document, position, token, next) {
        const hover = await next(document, position, token);
        return hover && new vscode.Hover(hover.contents.map(withPages), hover.range);
      },
      workspace: {
        async configuration(params, token, next) {
          const answers = await next(params, token);
          return Array.isArray(answers)
            ? answers.map(
              (answer, index) => (
                params.items[index]?.section === "alertQuill" ? settings(params.items[index].scopeUri) : answer
              ),
            )
            : answers;
        },
      },
    },
  };
  client = new LanguageClient("alertQuill", "Alert Quill", { run: server, debug: server }, options);
  const running = client;
  // What this extension does beside, so that the server counts on it.
  running.registerFeature({
    fillClientCapabilities: (capabilities) => void (
      capabilities.experimental = {
        ...(capabilities.experimental as object | undefined),
        alertQuill: true,
      }
    ),
    initialize: () => undefined,
    getState: () => ({ kind: "static" }),
    clear: () => undefined,
  });
  const item = new StatusItem(context);
  running.onDidChangeState(({ newState }) => item.server(states[newState]));
  running.onNotification("alertQuill/status", (status) => item.take(status));

  const command = (name: string, run: (...given: never[]) => unknown): void =>
    void context.subscriptions.push(vscode.commands.registerCommand(`alertQuill.${name}`, run));
  const ask = (name: string, ...given: unknown[]): Promise<unknown> =>
    running.sendRequest("workspace/executeCommand", { command: `alertQuill.${name}`, arguments: given });
  const active = (): string | undefined => vscode.window.activeTextEditor?.document.uri.toString();

  command("settleThisFile", () => active() !== undefined && ask("settleAll", active()));
  command("reviewWorkspace", () => ask("reviewProject"));
  command("mendThisFolder", (folder?: vscode.Uri) => {
    const uri = folder ?? vscode.workspace.workspaceFolders?.[0]?.uri;
    return uri === undefined
      ? vscode.window.showInformationMessage("No folder is open")
      : ask("mendFolder", uri.toString());
  });
  command("showTrace", async () => active() !== undefined && showTrace(await ask("trace", active())));
  command("openRulePage", openRulePage);
  command("openPage", openPage);
  command("fillReason", fillReason);
  command("startRename", startRename);
  command("openSettingsFile", () => active() !== undefined && ask("openSettings", active()));
  command("switchRuleOff", () => switchRuleOff((...given) => ask("switchOff", ...given)));
  // One that could not be started cannot be stopped.
  command("restart", () => (running.state === State.Running ? running.restart() : running.start()));
  context.subscriptions.push(
    vscode.workspace.registerTextDocumentContentProvider(TraceView.scheme, TraceView.provider),
  );
  context.subscriptions.push(
    vscode.workspace.onDidGrantWorkspaceTrust(() => running.sendNotification("workspace/didChangeConfiguration", {
      settings: null,
    })),
  );
  context.subscriptions.push(
    vscode.window.onDidChangeActiveTextEditor((editor) => item.show(editor?.document.uri.toString())),
  );
  item.show(active());
  await running.start();
}

export async function deactivate(): Promise<void> {
  if (client?.state === State.Running) await client.stop();
}
