import { beforeAll, describe, expect, test } from "vitest";
import { z } from "zod";
import { createWorkspace, rules } from "../../src/index.js";
import { languages } from "../../src/languages/index.js";
import { javascript } from "../../src/languages/javascript/index.js";
import { loadLanguages } from "../../src/project/load-languages.js";
import { checkExamples } from "../../src/testing/index.js";
import { randomFrom } from "../support/edits.js";
import { often } from "../support/files.js";
import { checkSettingsExamples } from "../support/settings.js";

beforeAll(() => loadLanguages(languages));

describe.each(rules.map((rule) => [rule.id, rule] as const))("%s", (_, rule) => {
  test("does with its examples what they say", () => {
    expect(rule.language === "settings" ? checkSettingsExamples(rule) : checkExamples(rule)).toEqual([]);
  });

  test("is documented", () => {
    expect(rule.title).toMatch(/^[A-Z].*[^.]$/);
    expect(rule.why.length).toBeGreaterThan(60);
    expect(rule.examples.alerts.length).toBeGreaterThan(0);
    expect(rule.examples.alerts.length + rule.examples.quiet.length).toBeGreaterThan(1);
    const options = rule.options === undefined
      ? {}
      : (z.toJSONSchema(rule.options, { io: "input", unrepresentable: "any" }).properties as Record<
        string,
        { description?: string }
      >);
    for (const [name, { description }] of Object.entries(options)) expect(description, name).toMatch(/\S/);
    expect(rule.examples.quiet.length).toBeGreaterThan(0);
  });
});

test("nothing that is marked is empty, whatever a text lacks: some editors draw no empty mark", () => {
  const random = randomFrom(16);
  const isForJavaScript = ({ languages = ["javascript"] }: (typeof rules)[number]): boolean =>
    languages.includes("javascript");
  const levels = Object.fromEntries(
    rules.filter((rule) => !rule.always && isForJavaScript(rule)).map(({ id }) => [id, "hint" as const]),
  );
  const workspace = createWorkspace({ languages: [javascript()], settings: { levels } });
  const uri = "file:///a.tsx";
  const texts = rules
    .filter((rule) => rule.language === undefined && isForJavaScript(rule))
    .flatMap(
      ({ examples }) => [...examples.alerts, ...examples.quiet].map(({ code }) => code.replaceAll(/[«»]/g, "")),
    );
  let seen = 0;
  for (const whole of texts.filter((_, index) => index % often(2, 1) === 0)) {
    for (let turn = 0; turn < often(1, 30); turn += 1) {
      const at = Math.floor(random() * whole.length);
      const text = turn === 0 ? whole : turn % 2 === 0 ? whole.slice(0, at) : whole.slice(0, at) + whole.slice(at + 1);
      workspace.open({ uri, languageId: "typescriptreact", version: 1, text });
      for (const { rule, from, to } of workspace.alerts(uri)) {
        seen += 1;
        // In a text without a character there is nothing to mark.
        if (text !== "") expect(to, `${rule} at ${from} in ${JSON.stringify(text)}`).toBeGreaterThan(from);
      }
      workspace.close(uri);
    }
  }
  expect(seen).toBeGreaterThan(1000);
});
