/** The samples of the page on the library do what the page says they print. */
import { execFileSync } from "node:child_process";
import path from "node:path";
import { expect, test } from "vitest";
import { read, root } from "../support/files.js";

const samples = [
  ...read(path.join(root, "docs/library.md")).matchAll(/## ([^\n]+)|```ts\n([^]*?)```\n+```text\n([^]*?)```/g),
];

let heading = "";
for (const [, title, code, printed] of samples) {
  if (title !== undefined) heading = title;
  if (code === undefined) continue;
  test(heading, () => {
    // Node.js of this age reads no types, of which the samples have next to none.
    const plain = code.replaceAll(/(?<=[\w\])])!(?=[,.;)\]])/g, "");
    const out = execFileSync(process.execPath, ["--input-type=module"], { cwd: root, input: plain, encoding: "utf8" });
    expect(out).toBe(printed);
  });
}
