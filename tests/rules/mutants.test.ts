/** Mistakes made on purpose in real files are found by the rule that should. The table is `npm run bench mutants`. */
import { expect, test } from "vitest";
import { huntMutants } from "../../bench/mutants.js";
import { often } from "../support/files.js";

test("at least nineteen of twenty mutants are found", { timeout: 600_000 }, () => {
  const { made, found, misses } = huntMutants(3, often({ each: 1, largest: 15_000 }, {}));
  console.log(`${found} of ${made} mutants found`);
  expect(made).toBeGreaterThanOrEqual(25);
  expect(found / made, misses.join("\n")).toBeGreaterThanOrEqual(0.95);
});
