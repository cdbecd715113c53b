/** What Python itself says. */
import { spawnSync } from "node:child_process";
import path from "node:path";
import { expect } from "vitest";
import { root } from "../support/files.js";

export const interpreter = "/usr/bin/python3";

/** What it says of paths and texts, as `oracle.py` tells. */
export function ask<Answer>(questions: readonly (string | { readonly code: string })[]): Answer[] {
  const { stdout, stderr } = spawnSync(interpreter, [path.join(root, "tests/python/oracle.py")], {
    input: questions.map((one) => JSON.stringify(one)).join("\n"),
    encoding: "utf8",
    maxBuffer: 1 << 30,
  });
  expect(stderr).toBe("");
  return stdout.trim().split("\n").map((line) => JSON.parse(line) as Answer);
}
