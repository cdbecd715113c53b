/** Programs in which one thing is missing: one alert tells of it, where it is missing, and its first remedy puts it there. */
import { expect, test } from "vitest";
import { applyAll, createWorkspace } from "../../src/index.js";
import { javascript } from "../../src/languages/javascript/index.js";
import { readMarks, writeMarks } from "../../src/testing/index.js";
import { programsIn } from "../support/programs.js";

test.each(programsIn("syntax/missing"))("$what", ({ rule, what, code, after }) => {
  const { code: text } = readMarks(code);
  const isTyped = what.endsWith(".ts");
  const uri = isTyped ? "file:///moor.ts" : "file:///moor.js";
  const workspace = createWorkspace({ languages: [javascript()], settings: { kits: ["sound"] } });
  workspace.open({ uri, languageId: isTyped ? "typescript" : "javascript", version: 1, text });
  const alerts = workspace.alerts(uri);
  expect(writeMarks(text, alerts)).toBe(code);
  expect(alerts.map((alert) => alert.rule)).toEqual([rule]);
  const [remedy] = workspace.remedies(uri);
  expect(remedy && applyAll(text, remedy.edits)).toBe(after);
});
