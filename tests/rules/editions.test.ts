/** The edition each construct came with: quiet with it, one alert with the edition before. */
import { expect, test } from "vitest";
import { createWorkspace, type Settings } from "../../src/index.js";
import { javascript } from "../../src/languages/javascript/index.js";

function alerts(code: string, edition: number, uri: string): string[] {
  const settings = { kits: [], languages: { javascript: { edition } } } as Settings;
  const workspace = createWorkspace({ languages: [javascript()], settings });
  workspace.open({ uri, languageId: uri.endsWith("ts") ? "typescript" : "javascript", version: 1, text: code });
  return workspace
    .alerts(uri)
    .filter(({ rule }) => rule === "syntax.not-in-edition")
    .map(({ from, to, message }) => `${code.slice(from, to)}: ${message}`);
}

test.each<[number, string, string]>([
  [2016, "a ** b;", "**"],
  [2016, "a **= b;", "**="],
  [2017, "async function a() {}", "async"],
  [2017, "(async () => {})();", "async"],
  [2017, "({ async a() {} });", "async"],
  [2018, "({ ...a });", "..."],
  [2018, "const { a, ...b } = c;", "..."],
  [2018, "/a/s;", "s"],
  [2018, "/(?<=a)b/;", "(?<="],
  [2018, "/(?<a>b)/;", "(?<a>"],
  [2018, "/\\p{L}/u;", "\\p{L}"],
  [2019, "try {} catch {}", "catch"],
  [2020, "1n;", "1n"],
  [2020, "0xFFn;", "0xFFn"],
  [2020, "a ?? b;", "??"],
  [2020, "a?.b;", "?."],
  [2020, "import(\"a\");", "import"],
  [2020, "export * as a from \"b\";", "a"],
  [2020, "import.meta.url;", "import.meta"],
  [2021, "a ??= b;", "??="],
  [2021, "a ||= b;", "||="],
  [2021, "1_000;", "1_000"],
  [2022, "class A { a = 1; }", "a"],
  [2022, "class A { #a() {} }", "#a"],
  [2022, "class A { static {} }", "static"],
  [2022, "export {}; await a;", "await"],
  [2022, "/a/d;", "d"],
  [2023, "#!/usr/bin/env node\na;", "#!"],
  [2024, "/[a&&b]/v;", "v"],
  [2025, "import a from \"b\" with { type: \"json\" };", "type: \"json\""],
  [2025, "/(?i:a)/;", "(?i:"],
])("%i: %s", (edition, code, marked) => {
  expect(alerts(code, edition, "file:///a.js")).toEqual([]);
  const before = alerts(code, edition - 1, "file:///a.js");
  expect(before).toHaveLength(1);
  expect(before[0]).toMatch(
    new RegExp(`^${marked.replaceAll(/[.*+?^${}()|[\]\\]/g, "\\$&")}: .* came with edition ${edition}, and the settings say ${edition - 1}$`),
  );
  expect(alerts(code, edition - 1, "file:///a.ts")).toEqual([]);
});
