/** What is told of a document by what other files hold: in made-up projects, and after any change of any of them as in a fresh workspace. */
import fc from "fast-check";
import { expect, test } from "vitest";
import { createWorkspace, MemoryFiles, type Settings, type Workspace } from "../../src/index.js";
import { languages } from "../../src/languages/index.js";
import { readMarks, writeMarks } from "../../src/testing/index.js";
import { often } from "../support/files.js";
import { projects } from "../support/projects.js";

const settings: Settings = {
  kits: [],
  levels: {
    "names.unknown": "error",
    "imports.no-such-file": "error",
    "imports.no-such-export": "error",
    "imports.undeclared-package": "warning",
  },
};
const languageIds: Readonly<Record<string, string>> = { ts: "typescript", jsx: "javascriptreact", py: "python" };
const languageOf = (path: string): string => languageIds[path.split(".").at(-1)!] ?? "javascript";
const isSource = (path: string): boolean => /\.[cm]?[jt]sx?$|\.py$/.test(path);

test.each(Object.entries(projects))("%s: what is marked, and nothing else", (_, project) => {
  const read = Object.entries(project).map(([path, marked]) => [`/${path}`, readMarks(marked)] as const);
  const files = new MemoryFiles(Object.fromEntries(read.map(([path, { code }]) => [path, code])));
  const workspace = createWorkspace({ languages, files, settings });
  for (const [path, { code, ranges }] of read) {
    if (!isSource(path)) continue;
    const uri = `file://${path}`;
    workspace.open({ uri, languageId: languageOf(path), version: 0, text: code });
    const alerts = workspace.alerts(uri).filter(({ rule }) => rule.startsWith("imports."));
    expect(writeMarks(code, alerts), path).toBe(writeMarks(code, ranges));
  }
});

/** Texts that files of a project can hold, so that each change may reach the others. */
const texts = [
  "export const fare = 1;\n",
  "export const fare = 1, tide = 2;\n",
  "export default fare;\nfunction fare() {}\n",
  "module.exports = { fare: 1 };\n",
  "export * from \"./a\";\nexport { tide } from \"./lib/c\";\n",
  "export const fare = ;\n",
  "import { fare } from \"./b\";\nfare();\n",
  "import fare, { tide } from \"./lib/c.js\";\nexport { fare, tide };\n",
  "import { tide } from \"../a\";\ntide(fare);\n",
  "fare(tide);\n",
  "export { tide as fare } from \"./lib\";\n",
  "",
];
const paths = ["/a.js", "/b.ts", "/lib/c.js", "/lib/index.js"];
const step = fc.oneof(
  fc.record({ does: fc.constant("write" as const), path: fc.constantFrom(...paths), text: fc.constantFrom(...texts) }),
  fc.record({ does: fc.constant("remove" as const), path: fc.constantFrom(...paths) }),
  fc.record({ does: fc.constant("open" as const), path: fc.constantFrom(...paths), text: fc.constantFrom(...texts) }),
  fc.record({ does: fc.constant("close" as const), path: fc.constantFrom(...paths) }),
  fc.record({
    does: fc.constant("type" as const),
    path: fc.constantFrom(...paths),
    text: fc.constantFrom(...texts),
    at: fc.nat(30),
  }),
  fc.record({ does: fc.constant("look" as const), path: fc.constantFrom(...paths) }),
);

/** The alerts of all open documents, with their remedies. */
const told = (workspace: Workspace): unknown => Object.fromEntries(
  workspace.uris.sort().map((uri) => [
    uri,
    { alerts: workspace.alerts(uri), remedies: workspace.remedies(uri).map(({ title, edits }) => ({ title, edits })) },
  ]),
);

test("after any changes of files and texts all is as in a fresh workspace", () => {
  fc.assert(
    fc.property(fc.array(step, { minLength: 1, maxLength: 14 }), (steps) => {
      const disk: Record<string, string> = { "/a.js": texts[0]!, "/lib/c.js": texts[1]! };
      const files = new MemoryFiles(disk);
      const workspace = createWorkspace({ languages, files, settings });
      let version = 0;
      for (const one of steps) {
        const uri = `file://${one.path}`;
        const isOpen = workspace.has(uri);
        if (one.does === "write" || one.does === "remove") {
          if (one.does === "write") files.write(one.path, (disk[one.path] = one.text));
          else {
            files.remove(one.path);
            delete disk[one.path];
          }
          workspace.filesChanged([uri]);
        } else if (one.does === "open" && !isOpen) {
          workspace.open({ uri, languageId: languageOf(one.path), version: 0, text: one.text });
        } else if (one.does === "close" && isOpen) workspace.close(uri);
        else if (one.does === "type" && isOpen) {
          const length = workspace.text(uri).length;
          const from = Math.min(one.at, length);
          workspace.edit(uri, (version += 1), [{
            from,
            to: from === one.at ? length : from,
            insert: one.text.slice(from),
          }]);
        } else if (one.does === "look" && isOpen) workspace.alerts(uri);
      }
      const fresh = createWorkspace({ languages, files: new MemoryFiles(disk), settings });
      for (const uri of workspace.uris) {
        fresh.open({ uri, languageId: languageOf(uri), version: 0, text: workspace.text(uri).value });
      }
      expect(told(workspace)).toEqual(told(fresh));
    }),
    { numRuns: often(300, 20_000), seed: 20 },
  );
});

test("a change that others cannot see does not have them analysed again", () => {
  const files = new MemoryFiles({ "/tides.js": "export function low() {\n  return 1;\n}\n" });
  const workspace = createWorkspace({ languages, files, settings });
  const open = (path: string, text: string): void => workspace.open({
    uri: `file://${path}`,
    languageId: "javascript",
    version: 0,
    text,
  });
  open("/tides.js", files.read("/tides.js")!);
  open("/main.js", "import { low, high } from \"./tides.js\";\nlow(high);\n");
  const count = (): number => workspace.alerts("file:///main.js").length;
  expect(count()).toBe(1);
  const at = files.read("/tides.js")!.indexOf("1;");
  workspace.edit("file:///tides.js", 1, [{ from: at, to: at + 1, insert: "2" }]);
  expect(workspace.affected()).toEqual([]);
  expect(workspace.isReady("file:///main.js")).toBe(true);
  workspace.edit("file:///tides.js", 2, [{ from: 0, to: 0, insert: "export const high = 2;\n" }]);
  expect(workspace.affected()).toEqual(["file:///main.js"]);
  expect(count()).toBe(0);
  workspace.edit("file:///tides.js", 3, [{ from: 0, to: 7, insert: "" }]);
  expect(count()).toBe(1);
});
