/** The lines of a function add up to its strain. */
import path from "node:path";
import { expect, test } from "vitest";
import { createWorkspace } from "../../src/index.js";
import { javascript } from "../../src/languages/javascript/index.js";
import { python } from "../../src/languages/python/index.js";
import { filesBelow, read, root } from "../support/files.js";

test("what the lines of each function add is its branches and its nesting", () => {
  const files = [
    ...filesBelow(path.join(root, "examples/harbour"), /\.(?:js|tsx?|py)$/),
    path.join(root, "src/languages/javascript/refits/extracted-function.ts"),
  ];
  const workspace = createWorkspace({ languages: [javascript(), python()], settings: { kits: [] } });
  let functions = 0;
  for (const uri of files) {
    const languageId = uri.endsWith("py") ? "python" : uri.endsWith("js") ? "javascript" : "typescriptreact";
    workspace.open({ uri, languageId, version: 1, text: read(uri) });
    for (const { at, strain } of workspace.strains(uri)) {
      functions += 1;
      let [branches, nesting] = [0, 0];
      for (const line of workspace.strainLines(uri, at)) {
        branches += line.branches;
        nesting += line.nesting;
      }
      expect([branches, nesting], `${uri} at ${at.from}`).toEqual([strain.branches, strain.nesting]);
    }
  }
  expect(functions).toBeGreaterThan(100);
});
