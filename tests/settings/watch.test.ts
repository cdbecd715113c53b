/** Watching the files of settings: as long as somebody needs them, and whether they are there or not. */
import { rmSync, writeFileSync } from "node:fs";
import path from "node:path";
import { expect, test, vi } from "vitest";
import { FileWatch } from "../../src/project/file-watch.js";
import { scratch } from "../support/command.js";

const waiting = { timeout: 60_000, interval: 20 };

test("a file that comes, changes and goes is told of, and one that nobody needs any more is not", async () => {
  const folder = scratch();
  const file = path.join(folder, "alert-quill.jsonc");
  const other = path.join(folder, "kit.jsonc");
  writeFileSync(other, "{}");
  const changed = vi.fn();
  const watch = new FileWatch(changed);
  watch.follow("a", [file, other]);
  watch.follow("b", [file]);
  expect(watch.files).toEqual([file, other]);
  const told = async (change: () => void): Promise<void> => {
    changed.mockClear();
    change();
    await vi.waitFor(() => expect(changed).toHaveBeenCalled(), waiting);
  };
  await told(() => writeFileSync(file, "{}"));
  await told(() => writeFileSync(file, "{ \"known\": [] }"));
  await told(() => writeFileSync(other, "{ }"));
  await told(() => rmSync(file));
  watch.release("a");
  expect(watch.files).toEqual([file]);
  changed.mockClear();
  writeFileSync(other, "{  \"kits\": [] }");
  // A change that is told shows that the one before it was not.
  writeFileSync(file, "{}");
  await vi.waitFor(() => expect(changed).toHaveBeenCalledTimes(1), waiting);
  watch.release("b");
  expect(watch.files).toEqual([]);
  await watch.close();
});
