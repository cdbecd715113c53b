import { describe, expect, test } from "vitest";
import { z } from "zod";
import { rules } from "../../src/index.js";
import { checkExamples } from "../../src/testing/index.js";
import { checkSettingsExamples } from "../support/settings.js";

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
