import { describe, expect, test } from "vitest";
import { rules } from "../../src/index.js";
import { checkExamples } from "../../src/testing/index.js";

describe.each(rules.map((rule) => [rule.id, rule] as const))("%s", (_, rule) => {
  test("does with its examples what they say", () => {
    expect(checkExamples(rule)).toEqual([]);
  });

  test("is documented", () => {
    expect(rule.title).toMatch(/^[A-Z].*[^.]$/);
    expect(rule.why.length).toBeGreaterThan(60);
    expect(rule.examples.alerts.length).toBeGreaterThan(0);
    expect(rule.examples.quiet.length).toBeGreaterThan(0);
  });
});
