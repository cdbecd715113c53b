/** What people get wrong in Java, PHP and C, and what they get right: the rules that speak of the model alone, at work in languages that are read through their grammars. */
import { beforeAll, describe, expect, test } from "vitest";
import { createWorkspace } from "../../src/index.js";
import { c } from "../../src/languages/c/index.js";
import { java } from "../../src/languages/java/index.js";
import { php } from "../../src/languages/php/index.js";
import { loadLanguages } from "../../src/project/load-languages.js";
import { readMarks, writeMarks } from "../../src/testing/index.js";
import { programsIn } from "../support/programs.js";

const languages = [java(), php(), c()];
beforeAll(() => loadLanguages(languages));

describe.each(languages.map((language) => [language.id, language] as const))("%s", (id, language) => {
  const uri = `file:///quay/sample${language.extensions[0]!}`;
  test.each(programsIn(`adapted/programs/${id}`))("$rule: $what", ({ rule, code: marked, after }) => {
    const { code } = readMarks(marked);
    const workspace = createWorkspace({
      languages: [language],
      settings: { kits: ["sound"], levels: rule.includes(".") ? { [rule]: "warning" } : {} },
    });
    workspace.open({ uri, languageId: id, version: 0, text: code });
    const alerts = workspace.alerts(uri);
    expect(writeMarks(code, alerts)).toBe(marked);
    for (const alert of alerts) expect(alert.rule).toBe(rule);
    if (after === undefined) return;
    const [remedy] = workspace.remedies(uri);
    let text = code;
    for (const { from, to, insert } of [...remedy!.edits].sort((a, b) => b.from - a.from)) {
      text = text.slice(0, from) + insert + text.slice(to);
    }
    expect(text).toBe(after);
  });
});
