/** Each refit does with its examples what they say. */
import { describe, expect, test } from "vitest";
import { applyAll, createWorkspace } from "../../src/index.js";
import { javascript } from "../../src/languages/javascript/index.js";
import { refits } from "../../src/languages/javascript/refits/index.js";
import type { RefitOffer } from "../../src/languages/refit.js";
import { readMarks } from "../../src/testing/index.js";

describe.each(refits.map((refit) => [refit.id, refit] as const))("%s", (id, { kind, examples }) => {
  test.each(examples.map((example) => [example.code, example] as const))(
    "%j",
    (_, { code: marked, after, refused }) => {
      const { code, ranges: [selection] } = readMarks(marked);
      const workspace = createWorkspace({ languages: [javascript()] });
      const uri = "file:///example.js";
      workspace.open({
        uri,
        languageId: marked.includes(": number") ? "typescript" : "javascript",
        version: 1,
        text: code,
      });
      const choice = workspace.refits(uri, selection!).find((one) => one.id === id);
      if (after === undefined && refused === undefined) expect(choice).toBeUndefined();
      else if (refused !== undefined) expect(choice).toMatchObject({ reason: refused });
      else {
        expect(choice).toMatchObject({ kind, edits: expect.any(Array) });
        expect(applyAll(code, (choice as RefitOffer).edits)).toBe(after);
      }
    },
  );
});

test("each has an example of what it does and one of what it leaves alone", () => {
  for (const { id, examples } of refits) {
    expect(examples.some(({ after }) => after !== undefined), id).toBe(true);
    expect(examples.some(({ after }) => after === undefined), id).toBe(true);
  }
  expect(new Set(refits.map(({ id }) => id)).size).toBe(refits.length);
});
