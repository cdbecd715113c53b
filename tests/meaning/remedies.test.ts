/** Certain remedies keep what a program does, and its comments: programs in which that is easy to get wrong are mended and run. */
import { expect, test } from "vitest";
import { applyAll, createWorkspace, rules as allRules } from "../../src/index.js";
import { javascript } from "../../src/languages/javascript/index.js";
import { often } from "../support/files.js";
import { faults, programsOf, run } from "./programs.js";

const uri = "file:///program.js";

test.each([["remedies.txt", 19], ["modules.txt", 9], ["modern.txt", 15]] as const)(
  "of %s",
  { timeout: 120_000 },
  (file, least) => {
    const programs = programsOf(file);
    const silent = run(programs.map(({ code }) => code)).flatMap(
      (said, index) => (said === "" || /fails: SyntaxError/.test(said) ? [programs[index]!.name] : []),
    );
    expect(silent, "programs that show nothing").toEqual([]);
    const changed: { name: string; before: string; after: string }[] = [];
    const rules = new Set<string>();
    const all = ["sound", "thorough", "tidy", "modern"];
    const levels = Object.fromEntries(allRules.flatMap(({ id, byTaste }) => (byTaste === true ? [[id, "hint"]] : [])));
    for (const kits of [["sound"], all].slice(-often(1, 2))) {
      const workspace = createWorkspace({
        languages: [javascript()],
        settings: { kits, ...(kits === all && { levels }) },
      });
      for (const { name, code } of programs) {
        if (workspace.has(uri)) workspace.close(uri);
        workspace.open({ uri, languageId: "javascript", version: 1, text: code });
        const { text, dropped, fights } = workspace.mendResult(uri);
        expect([dropped, fights], name).toEqual([[], []]);
        changed.push({ name: `${name}: mended`, before: code, after: text });
        if (kits.length === 1) continue;
        for (const { certainty, edits, rule, title } of workspace.remedies(uri)) {
          if (certainty !== "certain") continue;
          rules.add(rule);
          changed.push({ name: `${name}: ${rule}: ${title}`, before: code, after: applyAll(code, edits) });
        }
      }
    }
    expect(faults(changed)).toEqual([]);
    // Nothing is bought by silence: these still have remedies that are certain.
    expect(rules.size).toBeGreaterThanOrEqual(least);
  },
);

test("the remedies of names that nobody reads keep what was worked out for them", { timeout: 120_000 }, () => {
  const changed: { name: string; before: string; after: string }[] = [];
  const rule = "dead.unread-name";
  for (const { name, code } of programsOf("unread.txt")) {
    const tune = { [rule]: { caught: true, parameters: "all" } };
    const workspace = createWorkspace({ languages: [javascript()], settings: { kits: ["sound"], tune } });
    workspace.open({ uri, languageId: "javascript", version: 1, text: code });
    const first = workspace.remedies(uri).find((remedy) => remedy.rule === rule && remedy.byHand !== true);
    if (first !== undefined) changed.push({ name, before: code, after: applyAll(code, first.edits) });
    const { text } = workspace.mendResult(uri, { only: [rule], certainty: "proposed" });
    if (text !== code) changed.push({ name: `${name}: mended`, before: code, after: text });
  }
  expect(faults(changed)).toEqual([]);
  expect(changed.length).toBeGreaterThan(40);
});
