/** What the package gives to the world, entry by entry: a name that comes or goes is meant to. */
import { readFileSync } from "node:fs";
import path from "node:path";
import { expect, test } from "vitest";
import { root } from "./support/files.js";

const { exports } = JSON.parse(readFileSync(path.join(root, "package.json"), "utf8")) as {
  exports: Record<string, string>;
};

/** The names that a declaration file exports, those of types too. */
function namesIn(file: string): string[] {
  const names = new Set<string>();
  const text = readFileSync(file, "utf8").replaceAll(/\/\*[^]*?\*\/|\/\/.*/g, "");
  for (const [, list] of text.matchAll(/export (?:type )?\{([^}]*)\}/g)) {
    for (const one of list!.split(",")) {
      const name = one.trim().replace(/^type /, "").split(/\s+as\s+/).at(-1)!;
      if (name !== "") names.add(name);
    }
  }
  for (
    const [, name] of text.matchAll(
      /export (?:declare )?(?:abstract )?(?:function|class|const|interface|type|enum) (\w+)/g,
    )
  ) names.add(name!);
  for (const [, from] of text.matchAll(/export (?:type )?\* from "(\.[^"]+)"/g)) {
    for (const name of namesIn(path.join(path.dirname(file), from!.replace(/\.js$/, ".d.ts")))) names.add(name);
  }
  return [...names].sort();
}

test("the public surface is as it is written down", async () => {
  const entries = Object.entries(exports).filter(([, file]) => file.endsWith(".js"));
  const surface = entries.map(([name, file]) => {
    const names = namesIn(path.join(root, file.replace(/\.js$/, ".d.ts")));
    return `# ${path.posix.join("alert-quill", name)}\n\n${names.join("\n")}\n`;
  });
  await expect(surface.join("\n")).toMatchFileSnapshot(path.join(root, "tests/surface.txt"));
});
