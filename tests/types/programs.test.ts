/** What people get wrong about types, and what they get right, in TypeScript and in JavaScript with documentation comments. */
import { describe, expect, test } from "vitest";
import { everyKit } from "../../bench/settings.js";
import { createWorkspace, type Edit } from "../../src/index.js";
import { javascript } from "../../src/languages/javascript/index.js";
import { readMarks, writeMarks } from "../../src/testing/index.js";
import { randomEdit, randomFrom } from "../support/edits.js";
import { often } from "../support/files.js";
import { programsIn } from "../support/programs.js";

const languages = [javascript()];
const ways = [["typescript", ".ts"], ["javascript", ".js"]] as const;

function opened(languageId: string, ending: string, text: string, settings: object = { kits: ["typed"] }) {
  const uri = `file:///quay/sample${ending}`;
  const workspace = createWorkspace({ languages, settings });
  workspace.open({ uri, languageId, version: 0, text });
  return { workspace, uri };
}

describe.each(ways)("%s", (id, ending) => {
  const programs = programsIn(`types/${id}`);

  test.each(programs)("$rule: $what", ({ rule, code: marked, after }) => {
    const { code } = readMarks(marked);
    const { workspace, uri } = opened(id, ending, code);
    const alerts = workspace.alerts(uri);
    expect(writeMarks(code, alerts)).toBe(marked);
    if (rule !== "quiet") for (const alert of alerts) expect(alert.rule).toBe(rule);
    if (after === undefined) return;
    const first = new Map(workspace.remedies(uri).reverse().map((remedy) => [remedy.alert, remedy]));
    const edits = [...first.values()].flatMap((remedy) => remedy.edits);
    let text = code;
    for (const { from, to, insert } of edits.sort((a, b) => b.from - a.from)) {
      text = text.slice(0, from) + insert + text.slice(to);
    }
    expect(text).toBe(after);
  });

  test("typed letter by letter, the alerts are those of the whole text", () => {
    for (const { code: marked } of programs.filter((_, index) => index % often(6, 1) === 0)) {
      const { code } = readMarks(marked);
      const { workspace, uri } = opened(id, ending, "");
      for (let at = 0; at < code.length; at += 1) {
        workspace.edit(uri, at + 1, [{ from: at, to: at, insert: code[at]! }]);
        workspace.alerts(uri);
      }
      const whole = opened(id, ending, code);
      expect(workspace.alerts(uri), code).toEqual(whole.workspace.alerts(whole.uri));
    }
  });

  test("after any edits has the alerts of a fresh analysis", { timeout: 600_000 }, () => {
    const random = randomFrom(51);
    const all = programs.map(({ code }) => readMarks(code).code);
    for (let round = 0; round < often(8, 200); round += 1) {
      let text = Array.from({ length: 4 }, () => all[Math.floor(random() * all.length)]!).join("\n");
      const { workspace, uri } = opened(id, ending, text, everyKit);
      workspace.alerts(uri);
      for (let version = 1; version <= often(20, 60); version += 1) {
        const edit: Edit = nextEdit(text, random);
        text = text.slice(0, edit.from) + edit.insert + text.slice(edit.to);
        workspace.edit(uri, version, [edit]);
        const fresh = opened(id, ending, text, everyKit);
        expect(workspace.alerts(uri), JSON.stringify(text)).toEqual(fresh.workspace.alerts(uri));
      }
    }
  });
});

/** An edit as people make them, or a word that becomes another one of the text. */
function nextEdit(text: string, random: () => number): Edit {
  const words = [...text.matchAll(/[\w$]+/g)];
  if (random() < 0.5 || words.length === 0) return randomEdit(text, random);
  const word = words[Math.floor(random() * words.length)]!;
  const [insert] = words[Math.floor(random() * words.length)]!;
  return { from: word.index, to: word.index + word[0].length, insert };
}
