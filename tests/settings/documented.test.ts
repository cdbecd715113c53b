/** Settings as the documentation shows them are valid. */
import { readdirSync } from "node:fs";
import { expect, test } from "vitest";
import { languages, rules } from "../../src/languages/index.js";
import { checkSettings } from "../../src/settings/check.js";
import { SettingsDocument } from "../../src/settings/document.js";
import { read } from "../support/files.js";

const pages = [
  "README.md",
  ...readdirSync("docs").filter((name) => name.endsWith(".md")).map((name) => `docs/${name}`),
];

const samples = pages.flatMap((file) => [...read(file).matchAll(/^```jsonc\n(.*?)^```/gms)].map(([, text = ""]) => ({
  file,
  // Some show a part.
  text: text.startsWith("{") ? text : `{\n${text}}`,
})));

test("there are some", () => expect(samples.length).toBeGreaterThan(5));

test.each(samples)("$file: $text", ({ text }) => {
  const { value, faults } = new SettingsDocument(text);
  expect(faults).toEqual([]);
  const { issues } = checkSettings(value, { rules, languages });
  expect(issues.map(({ code, message }) => `${code}: ${message}`)).toEqual([]);
});
