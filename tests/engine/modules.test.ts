/** What is told of a document by what other files hold: in made-up projects, and after any change of any of them as in a fresh workspace. */
import fc from "fast-check";
import { expect, test } from "vitest";
import { applyAll, createWorkspace, MemoryFiles, type Settings, type Workspace } from "../../src/index.js";
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
/** With what asks more of other files. */
const more: Settings = {
  ...settings,
  levels: { ...settings.levels, "imports.cycle": "hint", "calls.wrong-count": "warning", "dead.unread-export": "hint" },
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

const together: Settings = {
  ...more,
  levels: { ...more.levels, "names.leaks-global": "warning" },
  languages: { javascript: { together: [{ scripts: ["/map.js", "/a.js", "/b.ts", "/lib/c.js"] }] } },
};

/** A script that runs first, and what a later one may use of it. */
test.each([
  ["var fare = 1, { low, rest: [high] } = {};\nlet zone = 2;", "fare + low + high + zone"],
  ["function fare() {\n  var own = 1;\n}\nclass Zone {\n  static own = 1;\n}", "fare(Zone, «own»)"],
  ["for (var fare = 1; ; ) {\n  let own = 1;\n  function zone() {}\n}", "fare + zone + «own»"],
  ["{\n  class Own {}\n}\nfare = 1;\nfare.own = 2;", "fare + «own» + «Own»"],
  ["function set() {\n  window.fare = 1;\n  this.own = 2;\n  globalThis[\"zone\"] = 3;\n}", "fare + zone + «own»"],
  ["this.fare = 1;\nself.zone = 2;", "fare + zone"],
  ["(function (root, make) {\n  root.Fares = make();\n})(this, function () {});", "Fares + «root»"],
  ["!function (global) {\n  global.Fares = 1;\n}(typeof window === \"undefined\" ? this : window);", "Fares"],
  ["(function ($) {\n  $.own = 1;\n})(fares);", "«own»"],
  ["(function () {\n  var own = 1;\n  this.fare = own;\n}).call(this);", "«own»"],
  ["export const own = 1;\nwindow.fare = own;", "fare + «own»"],
  ["const fare = ;", "anything"],
])("%s gives its names to scripts that run beside it", (first, later) => {
  const files = new MemoryFiles({ "/map.js": first });
  const workspace = createWorkspace({
    languages,
    files,
    settings: { ...together, levels: { "names.unknown": "error" } },
  });
  const { code, ranges } = readMarks(`console.log(${later});\n`);
  workspace.open({ uri: "file:///a.js", languageId: "javascript", version: 0, text: code });
  expect(writeMarks(code, workspace.alerts("file:///a.js"))).toBe(writeMarks(code, ranges));
});

/** Files that a project can have, and texts that they can hold, so that each change may reach the others. */
const pieces = {
  JavaScript: {
    paths: ["/a.js", "/b.ts", "/lib/c.js", "/lib/index.js"],
    texts: [
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
      "import * as a from \"./a\";\nimport b, { fare } from \"./b\";\na.fare(1, 2);\nb(1, 2);\nfare(3);\n",
      "export function fare(of) {\n  return of;\n}\nexport { fare as tide };\n",
      "export const tide = (of) => of, fare = () => {};\nexport default class {\n  constructor() {\n    tide(1, 2);\n  }\n}\n",
      "export default function fare() {\n  return arguments;\n}\n",
      "export { fare, tide };\nfunction fare(of) {\n  return of;\n}\nconst tide = (of) => {\n  return of;\n};\n",
      "const load = () => import(\"./a\");\nexport function low() {\n  return load(require(\"./lib/c\"));\n}\n",
      "import type { fare } from \"./a\";\nexport type Low = import(\"./b\").Low;\nexport { fare };\n",
      "module.exports = { fare: 1, tide };\nexports.low = function () {\n  return 2;\n};\n",
      "",
    ],
  },
  "scripts that run together": {
    settings: together,
    paths: ["/map.js", "/a.js", "/b.ts", "/lib/c.js"],
    texts: [
      "var fare = 1;\n",
      "function fare() {\n  return tide + zone;\n}\nfare();\n",
      "zone = fare;\nfare(tide);\n",
      "if (zone) {\n  var { tide, low: [fare] } = zone;\n}\n",
      "(function (root) {\n  var tide = 1;\n  root.zone = tide;\n})(this);\n",
      "(function (root) {\n  var tide = 1;\n  root.zone = tide;\n})(fare);\n",
      "function set() {\n  window.tide = 1;\n  own = 2;\n}\n",
      "export const fare = 1;\nwindow.tide = fare;\nconsole.log(zone);\n",
      "declare global {\n  var zone: number;\n}\nexport as namespace tide;\n",
      "class tide {\n  static {\n    this.fare = zone;\n  }\n}\nconsole.log(fair);\n",
      "var fare = ;\nfare(tide);\n",
      "",
    ],
  },
  Python: {
    paths: ["/harbour/__init__.py", "/harbour/a.py", "/harbour/b.py", "/harbour/lib/__init__.py"],
    texts: [
      "fare = 1\n",
      "def fare():\n    global tide\n    tide = 1\n",
      "def fare():\n    return globals()\n\n\nclass tide:\n    low = 1\n",
      "from .a import *\nfrom .lib import tide\n",
      "from .a import fare, tide\n\nprint(fare, tide, b)\n",
      "from harbour import a, b, lib\n\nprint(a, b, lib, fare)\n",
      "import harbour.b\nimport harbour.lib.c\n\nprint(harbour, tide)\n",
      "try:\n    from .b import fare\nexcept ImportError:\n    tide = [low := fare for fare in []]\n",
      "from ..a import tide\nfrom .. import low\n",
      "fare = (\n",
      "",
    ],
  },
};

interface Pieces {
  readonly settings?: Settings;
  readonly paths: readonly string[];
  readonly texts: readonly string[];
}

/** What is typed anywhere. */
const keys = ["", "", "x", ";", " ", "{", "}", "(", ")", "=", "this", ", low", "\n", "var low;\n", "window.low = 1;\n"];

const stepsIn = ({ paths, texts }: Pieces) => {
  const path = fc.constantFrom(...paths);
  const text = fc.constantFrom(...texts);
  const step = fc.oneof(
    fc.record({ does: fc.constantFrom("write" as const, "open" as const), path, text }),
    fc.record({ does: fc.constantFrom("remove" as const, "close" as const, "look" as const), path }),
    fc.record({ does: fc.constant("type" as const), path, text, at: fc.nat(30) }),
    fc.record({
      does: fc.constant("key" as const),
      path,
      text: fc.constantFrom(...keys),
      at: fc.nat(90),
      over: fc.nat(3),
    }),
  );
  return fc.array(step, { minLength: 1, maxLength: 14 });
};

/** The alerts of all open documents, with their remedies. */
const told = (workspace: Workspace): unknown => Object.fromEntries(
  workspace.uris.sort().map((uri) => [
    uri,
    { alerts: workspace.alerts(uri), remedies: workspace.remedies(uri).map(({ title, edits }) => ({ title, edits })) },
  ]),
);

test.each(Object.entries<Pieces>(pieces))(
  "%s: after any changes of files and texts all is as in a fresh workspace",
  (_, some) => {
    fc.assert(
      fc.property(stepsIn(some), (steps) => {
        const disk: Record<string, string> = {
          "/package.json": "{}",
          [some.paths[0]!]: some.texts[0]!,
          [some.paths[2]!]: some.texts[1]!,
        };
        const files = new MemoryFiles(disk);
        const workspace = createWorkspace({ languages, files, settings: some.settings ?? more });
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
          } else if (one.does === "key" && isOpen) {
            const length = workspace.text(uri).length;
            const from = Math.min(one.at, length);
            const to = Math.min(from + one.over, length);
            workspace.edit(uri, (version += 1), [{ from, to, insert: one.text }]);
          } else if (one.does === "look" && isOpen) workspace.alerts(uri);
        }
        const fresh = createWorkspace({ languages, files: new MemoryFiles(disk), settings: some.settings ?? more });
        for (const uri of workspace.uris) {
          fresh.open({ uri, languageId: languageOf(uri), version: 0, text: workspace.text(uri).value });
        }
        expect(told(workspace)).toEqual(told(fresh));
      }),
      { numRuns: often(200, 20_000), seed: 20 },
    );
  },
);

/** How many alerts there are on imports in each file. */
function countsIn(files: Readonly<Record<string, string>>): Record<string, number> {
  const workspace = createWorkspace({ languages, files: new MemoryFiles(files), settings });
  const counts: Record<string, number> = {};
  for (const [path, text] of Object.entries(files)) {
    if (!isSource(path)) continue;
    const uri = `file://${path}`;
    workspace.open({ uri, languageId: languageOf(path), version: 0, text });
    counts[path] = workspace.alerts(uri).filter(({ rule }) => rule.startsWith("imports.")).length;
  }
  return counts;
}

/** Renamings that cannot be followed everywhere, with the reason. */
const unfollowed: readonly (readonly [RegExp, string])[] = [
  [
    /^\/(?:node|packages|tsconfig|src\/(?:fares|tides\/\w+|main|harbour)\/?)/,
    "settings of packages and compilers name it, or code its package",
  ],
  [/__init__|pyproject/, "the package is elsewhere then"],
];

test.each(Object.entries(projects))("%s: imports follow a file that gets another name or place", (_, project) => {
  const texts = Object.fromEntries(
    Object.entries(project).map(([path, marked]) => [`/${path}`, readMarks(marked).code]),
  );
  const before = countsIn(texts);
  for (const path of Object.keys(before)) {
    const ending = /(?:\.d)?\.\w+$/.exec(path)![0];
    const folder = path.slice(0, path.lastIndexOf("/"));
    for (const after of [`${folder}/harbour_master${ending}`, `${folder}/new_quay/pier${ending}`]) {
      if (unfollowed.some(([one]) => one.test(path))) continue;
      const workspace = createWorkspace({ languages, files: new MemoryFiles(texts), settings });
      const edited = { ...texts };
      for (const { uri, text, edits } of workspace.editsForRenames(new Map([[`file://${path}`, `file://${after}`]]))) {
        edited[uri.slice("file://".length)] = applyAll(text.value, edits);
      }
      const moved = Object.fromEntries(Object.entries(edited).map(([one, text]) => [one === path ? after : one, text]));
      const counts = Object.fromEntries(
        Object.entries(countsIn(moved)).map(([one, count]) => [one === after ? path : one, count]),
      );
      expect(counts, `${path} to ${after}: ${JSON.stringify(moved, null, 1)}`).toEqual(before);
    }
  }
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

test(
  "a name that an installed package gives is imported from it, as far as the project says that it uses the package",
  () => {
    const files = new MemoryFiles({
      "/package.json":
        '{ "dependencies": { "tide-tables": "1", "fare-kit": "1" }, "devDependencies": { "@harbour/quays": "1" } }',
      "/node_modules/tide-tables/package.json": '{ "types": "./lib/main.d.ts" }',
      "/node_modules/tide-tables/lib/main.d.ts": 'export * from "./all";\n',
      "/node_modules/tide-tables/lib/all.d.ts": "export declare function low(): number;\nexport interface Tide {}\n",
      "/node_modules/fare-kit/package.json": '{ "main": "index.js" }',
      "/node_modules/@types/fare-kit/package.json": '{ "types": "index.d.ts" }',
      "/node_modules/@types/fare-kit/index.d.ts": "export = FareKit;\ndeclare namespace FareKit {\n  function fare(): number;\n  const zone: number;\n  interface Fare {}\n}\n",
      "/node_modules/@harbour/quays/package.json":
        '{ "exports": { ".": { "import": { "types": "./dist/index.d.mts", "default": "./dist/index.mjs" } } } }',
      "/node_modules/@harbour/quays/dist/index.d.mts": "export declare const pier: number;\n",
      "/node_modules/undeclared/package.json": '{ "types": "index.d.ts" }',
      "/node_modules/undeclared/index.d.ts": "export declare const other: number;\n",
    });
    const workspace = createWorkspace({ languages, files, settings });
    const uri = "file:///main.ts";
    const text = "low(fare(zone, pier), other, Tide);\n";
    workspace.open({ uri, languageId: "typescript", version: 0, text });
    const remedies = workspace.remedies(uri).filter(({ title }) => title.startsWith("Import"));
    expect(remedies.map(({ title }) => title)).toEqual([
      "Import `low` from `tide-tables`",
      "Import `fare` from `fare-kit`",
      "Import `zone` from `fare-kit`",
      "Import `pier` from `@harbour/quays`",
    ]);
    expect(applyAll(text, remedies[3]!.edits)).toBe(`import { pier } from "@harbour/quays";\n\n${text}`);
  },
);

test("what an edit takes out before its names were looked at leaves no trace", () => {
  const workspace = createWorkspace({ languages, settings: { kits: [], levels: { "names.unknown": "error" } } });
  const [uri, text] = ["file:///fares.py", "from .a import *\nimport tide\n"];
  workspace.open({ uri, languageId: "python", version: 0, text });
  // The text is read for what others see of it, and no further.
  expect(workspace.summary(uri)?.handedOn).toEqual([".a"]);
  workspace.edit(uri, 1, [{ from: 17, to: text.length, insert: "f\n" }]);
  expect(workspace.alerts(uri)).toEqual([]);
});

/** A line of a file of Python, and the file once the import that is offered first is taken. */
test.each([
  ["main.py", "print(tides)", "from harbour import tides\n\nprint(tides)"],
  ["main.py", "print(harbour.tides.low)", "import harbour.tides\n\nprint(harbour.tides.low)"],
  ["main.py", "print(harbour.low)", "import harbour\n\nprint(harbour.low)"],
  ["main.py", "print(fares)", "import fares\n\nprint(fares)"],
  ["harbour/zones.py", "from . import berths\nprint(tides)", "from . import berths, tides\nprint(tides)"],
])("in %s, %s imports the module", (path, text, expected) => {
  const files = new MemoryFiles({
    "/fares.py": "",
    "/harbour/__init__.py": "",
    "/harbour/berths.py": "",
    "/harbour/tides.py": "low = 1\n",
    [`/${path}`]: text,
  });
  const workspace = createWorkspace({ languages, files, settings });
  const uri = `file:///${path}`;
  workspace.open({ uri, languageId: "python", version: 0, text });
  const [first] = workspace.remedies(uri).filter(({ title }) => title.startsWith("Import the module"));
  expect(first === undefined ? undefined : applyAll(text, first.edits)).toBe(expected);
});

/** A file of Python that imports a module, and the file once that has another name. */
test.each([
  ["import harbour.tides\nprint(harbour.tides.low)", "import harbour.levels\nprint(harbour.levels.low)"],
  ["import harbour.tides as t\nprint(t.low)", "import harbour.levels as t\nprint(t.low)"],
  ["from harbour import tides\nprint(tides)", "from harbour import levels as tides\nprint(tides)"],
  [
    "import harbour.tides, harbour\nf(harbour=harbour.tides)",
    "import harbour.levels, harbour\nf(harbour=harbour.levels)",
  ],
  // It may be another one of that name.
  ["import harbour.tides\n\ndef low(harbour):\n    return harbour.tides", undefined],
])("renaming a module: %s", (text, expected) => {
  const files = new MemoryFiles({
    "/harbour/__init__.py": "",
    "/harbour/tides.py": "low = 1\n",
    "/main.py": text,
  });
  const workspace = createWorkspace({ languages, files, settings });
  workspace.open({ uri: "file:///main.py", languageId: "python", version: 0, text });
  const renamed = new Map([["file:///harbour/tides.py", "file:///harbour/levels.py"]]);
  const edits = workspace.editsForRenames(renamed).find(({ uri }) => uri === "file:///main.py")?.edits;
  expect(edits === undefined ? undefined : applyAll(text, edits)).toBe(expected);
});
