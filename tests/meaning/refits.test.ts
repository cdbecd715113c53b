/** Refits keep what a program does, and its comments: programs in which that is easy to get wrong are rewritten and run. */
import { expect, test } from "vitest";
import { applyAll, createWorkspace } from "../../src/index.js";
import { javascript } from "../../src/languages/javascript/index.js";
import { faults, programsOf, run } from "./programs.js";

const uri = "file:///program.js";

/** How many of the programs each refit must at least be offered in, and in how many as certain. */
const least: Readonly<Record<string, readonly [offered: number, certain: number]>> = {
  "added-braces": [7, 7],
  "arrow-function": [9, 0],
  "block-body": [9, 9],
  "chain-to-switch": [20, 19],
  "choice-to-if": [17, 15],
  "concise-body": [11, 11],
  "constant-to-function": [5, 0],
  "extracted-constant": [8, 0],
  "extracted-function": [6, 0],
  "flipped-condition": [27, 27],
  "function-to-constant": [3, 0],
  "if-to-choice": [9, 8],
  "inlined-name": [38, 25],
  "joined-declarations": [9, 9],
  "joined-text": [10, 0],
  "plain-function": [7, 0],
  "split-declaration": [6, 6],
  "template-text": [18, 0],
  "unpacked-member": [15, 15],
};

test("a refit changes nothing, unless a person is asked to look at it", { timeout: 120_000 }, () => {
  const changed: { name: string; before: string; after: string }[] = [];
  const offered = new Map<string, [number, number]>();
  const plain = programsOf("refits.txt").map(({ name, code }) => ({
    name,
    code: code.replace(/[«»]/g, ""),
    selection: { from: code.indexOf("«"), to: code.indexOf("»") - 1 },
  }));
  const silent = run(plain.map(({ code }) => code)).flatMap(
    (said, index) => (said === "" || /fails: SyntaxError/.test(said) ? [plain[index]!.name] : []),
  );
  expect(silent, "programs that show nothing").toEqual([]);
  const workspace = createWorkspace({ languages: [javascript()] });
  for (const { name, code, selection } of plain) {
    if (workspace.has(uri)) workspace.close(uri);
    workspace.open({ uri, languageId: "javascript", version: 1, text: code });
    const wanted = name.slice(0, name.indexOf(":"));
    const offer = workspace.refits(uri, selection).find(({ id }) => id === wanted);
    if (offer === undefined || !("edits" in offer)) continue;
    const [all, certain] = offered.get(wanted) ?? [0, 0];
    offered.set(wanted, [all + 1, certain + (offer.certainty === "certain" ? 1 : 0)]);
    if (offer.certainty === "certain" || !name.endsWith("(may differ)")) {
      changed.push({ name, before: code, after: applyAll(code, offer.edits) });
    }
  }
  expect(faults(changed)).toEqual([]);
  for (const [id, [all, certain]] of Object.entries(least)) {
    expect(offered.get(id)?.[0] ?? 0, `${id} offered`).toBeGreaterThanOrEqual(all);
    expect(offered.get(id)?.[1] ?? 0, `${id} certain`).toBeGreaterThanOrEqual(certain);
  }
});
