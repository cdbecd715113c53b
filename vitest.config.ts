import { defineConfig } from "vitest/config";

export default defineConfig({
  test: {
    include: ["tests/**/*.test.ts", "examples/harbour/tools/*.test.ts"],
    testTimeout: 30_000,
    pool: "forks",
    maxWorkers: 2,
  },
});
