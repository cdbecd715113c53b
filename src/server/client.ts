/** What the client at the other end can do, as far as it makes a difference here. What it cannot do is done without. */
import type { InitializeParams } from "vscode-languageserver-protocol";
import type { PositionEncoding } from "../text/position.js";

export interface Client {
  readonly encoding: PositionEncoding;
  /** Takes edits with the version they belong to. */
  readonly documentChanges: boolean;
  /** Takes edits that say why a person should look at them. */
  readonly annotations: boolean;
  /** Shows actions that cannot be taken now, with the reason. */
  readonly disabledActions: boolean;
  /** Asks for the edit of an action when it is taken. */
  readonly resolvesEdits: boolean;
  /** Says that it can ask for diagnostics; some that say so never do. */
  readonly canPull: boolean;
  readonly refreshes: boolean;
  /** Can be told to ask for code lenses again. */
  readonly refreshesLenses: boolean;
  readonly relatedInformation: boolean;
  readonly tags: readonly number[];
  readonly codeDescription: boolean;
  /** Shows Markdown in hovers. */
  readonly markdown: boolean;
  /** Can be asked for its settings. */
  readonly configuration: boolean;
  readonly registersConfiguration: boolean;
  readonly registersDiagnostics: boolean;
  /** Watches files for the server. */
  readonly watches: boolean;
  readonly progress: boolean;
  readonly appliesEdits: boolean;
  /** Opens documents that the server names. */
  readonly showsDocuments: boolean;
  /** Takes edits with places to be typed over. */
  readonly snippets: boolean;
  /** Our own extension: chooses the place of a reason in a hush comment, and shows the message of a mark above what a hover says. */
  readonly isExtension: boolean;
  /** The folders it works in, as URIs; `undefined` when it names none. */
  readonly folders: readonly string[] | undefined;
  /** The process that started the server, which should not live longer. */
  readonly processId: number | undefined;
}

const encodings: readonly string[] = ["utf-8", "utf-16", "utf-32"] satisfies PositionEncoding[];

export function readClient({
  capabilities,
  processId,
  workspaceFolders,
  rootUri,
  rootPath,
}: Partial<InitializeParams>): Client {
  const { general, workspace, textDocument, window } = capabilities ?? {};
  const { publishDiagnostics: published, codeAction, hover } = textDocument ?? {};
  const resolved = codeAction?.resolveSupport?.properties ?? [];
  const root = rootUri ??
    (
      typeof rootPath === "string"
        ? `file://${encodeURI(rootPath.replaceAll("\\", "/").replace(/^(?!\/)/, "/"))}`
        : undefined
    );
  const folders = workspaceFolders?.map(({ uri }) => uri) ?? (root === undefined ? undefined : [root]);
  return {
    encoding: (general?.positionEncodings?.find((encoding) => encodings.includes(encoding)) as
      | PositionEncoding
      | undefined) ??
      "utf-16",
    documentChanges: workspace?.workspaceEdit?.documentChanges === true,
    annotations: workspace?.workspaceEdit?.documentChanges === true &&
      workspace.workspaceEdit.changeAnnotationSupport !== undefined,
    disabledActions: codeAction?.disabledSupport === true,
    resolvesEdits: codeAction?.dataSupport === true && resolved.includes("edit"),
    canPull: textDocument?.diagnostic !== undefined,
    refreshes: workspace?.diagnostics?.refreshSupport === true,
    refreshesLenses: workspace?.codeLens?.refreshSupport === true,
    relatedInformation: (published?.relatedInformation ?? textDocument?.diagnostic?.relatedInformation) === true,
    tags: (published?.tagSupport ?? textDocument?.diagnostic?.tagSupport)?.valueSet ?? [],
    codeDescription: (published?.codeDescriptionSupport ?? textDocument?.diagnostic?.codeDescriptionSupport) === true,
    markdown: hover?.contentFormat === undefined || hover.contentFormat.includes("markdown"),
    configuration: workspace?.configuration === true,
    registersConfiguration: workspace?.didChangeConfiguration?.dynamicRegistration === true,
    registersDiagnostics: textDocument?.diagnostic?.dynamicRegistration === true,
    watches: workspace?.didChangeWatchedFiles?.dynamicRegistration === true,
    progress: window?.workDoneProgress === true,
    appliesEdits: workspace?.applyEdit === true,
    showsDocuments: window?.showDocument?.support === true,
    snippets: workspace?.workspaceEdit?.documentChanges === true && workspace.workspaceEdit.snippetEditSupport === true,
    isExtension: (capabilities?.experimental as { alertQuill?: unknown } | undefined)?.alertQuill === true,
    folders: folders?.length === 0 ? undefined : folders,
    processId: processId ?? undefined,
  };
}
