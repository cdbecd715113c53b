/** What an editor shows above functions. */
import type { CancellationToken, CodeLens, CodeLensParams } from "vscode-languageserver-protocol";
import type { Feature, Session } from "../session.js";

export function lensFeature({ documents, scheduler, lenses }: Session): Feature {
  return {
    capabilities: () => ({ codeLensProvider: { resolveProvider: false } }),
    requests: {
      "textDocument/codeLens": async (
        { textDocument: { uri } }: CodeLensParams,
        token: CancellationToken,
      ): Promise<CodeLens[] | null> => {
        const home = documents.place(uri)?.home;
        if (home === undefined || !(await scheduler.ready(home, token))) return null;
        // The text may be another one since.
        const place = documents.place(uri);
        return place === undefined ? null : lenses.of(place);
      },
    },
  };
}
