import { defineConfig } from "vitest/config";

export default defineConfig({
  test: {
    include: ["tests/**/*.test.ts", "examples/harbour/tools/*.test.ts"],
    // A test that ends late on a busy machine is as good as any other: only one that never ends is wrong.
    testTimeout: 240_000,
    pool: "forks",
    maxWorkers: 2,
    // Loading and warming up everything anew for each file would take a seventh of the time.
    isolate: false,
  },
});
