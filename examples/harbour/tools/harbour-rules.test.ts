import { checkExamples } from "alert-quill/testing";
import { expect, test } from "vitest";
import rules from "./harbour-rules.ts";

test.each(rules.map((rule) => [rule.id, rule] as const))("%s does with its examples what they say", (_, rule) => {
  expect(checkExamples(rule)).toEqual([]);
});
