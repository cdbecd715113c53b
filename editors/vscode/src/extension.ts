/** Alert Quill in VS Code: the thinnest wrapping of the language server. */
import path from "node:path";
import * as vscode from "vscode";
import { LanguageClient, TransportKind, type LanguageClientOptions } from "vscode-languageclient/node";
import { openRulePage, showTrace } from "./pages";
import { StatusItem } from "./status";

const languages = ["javascript", "javascriptreact", "typescript", "typescriptreact"];

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
    middleware: {
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
  const item = new StatusItem(context);
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
  command("restart", () => running.restart());
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
  await client?.stop();
}
