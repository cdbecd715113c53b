/** Python in the engine: increments with every rule, hush comments, mending, and what the settings say. */
import { spawnSync } from "node:child_process";
import { expect, test } from "vitest";
import { everythingIn, fuzzAnalysis } from "../../bench/fuzz-analysis.js";
import { createWorkspace, type Language, type Settings } from "../../src/index.js";
import { isSegmented, segmentation } from "../../src/languages/python/flow/segmentation.js";
import { python } from "../../src/languages/python/index.js";
import { randomFrom } from "../support/edits.js";
import { filesBelow, often, read } from "../support/files.js";
import { longDisplay } from "./edits.js";

/** The language with all code looked at in the smallest segments there can be. */
const finelyCut: Language = { ...python(), isSegmented: (root) => isSegmented(root, 0), segmentation: segmentation(0) };

const uri = "file:///harbour/fares.py";

function opened(text: string, settings: Settings = {}, at = uri) {
  const workspace = createWorkspace({
    languages: [python()],
    settings,
    onFailure: (_, { rule, error }) => {
      throw new Error(`${rule} fails`, { cause: error });
    },
  });
  workspace.open({ uri: at, languageId: "python", version: 0, text });
  return workspace;
}

const told = (text: string, settings?: Settings, at = uri): string[] =>
  opened(text, settings, at).alerts(at).map(({ rule, from, to }) => `${rule} ${text.slice(from, to)}`);

const version = /3\.\d+/.exec(spawnSync("/usr/bin/python3", ["--version"], { encoding: "utf8" }).stdout)![0];
const files = filesBelow(`/usr/lib/python${version}`, /\.py$/);

test("after random edits the alerts and remedies are those of a fresh workspace, every rule on", () => {
  const random = randomFrom(7);
  let edits = 0;
  for (let turn = 0; turn < often(2, 1500); turn += 1) {
    const file = files[Math.floor(random() * files.length)]!;
    const lines = read(file).replaceAll("\r", "").split("\n");
    const first = Math.floor(random() * lines.length);
    // Half of them looked at in the smallest segments there can be.
    const cut = turn % 2 === 0 ? python() : finelyCut;
    const text = turn % 5 === 1 ? longDisplay(random) : lines.slice(first, first + 60).join("\n");
    const found = fuzzAnalysis("fares.py", text, 25, turn, cut);
    expect(found.fault, file).toBeUndefined();
    edits += found.edits;
  }
  expect(edits).toBeGreaterThan(often(30, 250));
});

/** What names mean, by what alerts: each text is quiet but for what stands in the list. */
test.each<[string, string, string[]]>([
  [
    "names of a class are not seen in its methods",
    "class Ferry:\n    tide = 3\n\n    def moor(self):\n        return tide\n",
    ["names.unknown tide"],
  ],
  ["names of a comprehension end with it", "berths = [b for b in range(3)]\nprint(b)\n", ["names.unknown b"]],
  [
    "what a walrus names is seen around the comprehension",
    "found = [last := b for b in range(3)]\nprint(last, found)\n",
    [],
  ],
  [
    "the first loop of a comprehension sees the class",
    "class Ferry:\n    rows = 3\n    seats = [row for row in range(rows)]\n",
    [],
  ],
  ["global makes a name of the module", "def count():\n    global trips\n    trips = 1\n\n\nprint(trips)\n", []],
  ["what an except names", "try:\n    print(1)\nexcept OSError as late:\n    print(late)\n", []],
  [
    "patterns name what they take",
    "def tell(tide):\n    match tide:\n        case [low, *rest]:\n            return low, rest\n        case {\"high\": high, **more}:\n            return high, more\n        case str() as text:\n            return text\n",
    [],
  ],
  ["types that a function is given", "def first[T](berths: list[T]) -> T:\n    return berths[0]\n", []],
  [
    "defaults are worked out around the function",
    "def moor(berth=pier):\n    pier = berth\n    return pier\n",
    ["names.unknown pier"],
  ],
  [
    "a name of an annotation in a text",
    "from ferries import Tern\n\n\ndef moor(ferry: \"Tern\"):\n    return ferry\n",
    [],
  ],
  ["a name of an edition", "raise ExceptionGroup(\"late\", [])\n", []],
])("%s", (_, text, alerts) => {
  expect(told(text)).toEqual(alerts);
});

// If it did, the name would be one of the function, which nobody reads.
test("a function that goes takes nothing along of what the one around it says of a name", () => {
  const inner = "    def more():\n        global trips\n        trips += 1\n    more()\n";
  const text = `def count():\n    global trips\n    print(1)\n    print(2)\n    trips = 1\n${inner}`;
  const workspace = opened(text);
  expect(workspace.alerts(uri)).toEqual([]);
  const from = text.indexOf(inner);
  workspace.edit(uri, 1, [{ from, to: text.length, insert: "    return 1\n" }]);
  expect(workspace.alerts(uri)).toEqual([]);
});

test("settings say the edition, and which names are known", () => {
  const text = "raise ExceptionGroup(harbour_map, [])\n";
  expect(told(text, { languages: { python: { edition: "3.10", known: ["harbour_map"] } } })).toEqual([
    "names.unknown ExceptionGroup",
  ]);
  expect(() => opened(text, { languages: { python: { edition: "2.7" as never } } })).toThrow("edition");
});

test("a hush comment silences, and one that silences nothing is told", () => {
  const sound: Settings = { levels: { "hush.idle": "warning" } };
  expect(told("import os  # quill: hush dead.unread-import because the harbour wants it\n", sound)).toEqual([]);
  expect(told("# quill: hush dead.unread-import because the harbour wants it\nimport os\n", sound)).toEqual([]);
  expect(told("text = \"# quill: hush dead.unread-import\"\nprint(text)\n", sound)).toEqual([]);
  expect(told("import os  # quill: hush dead.unread-import\nprint(os)\n", sound)).toHaveLength(1);
});

test("what a package imports is there for others, and a stub only says what there is", () => {
  expect(told("from ferries import Tern\n", {}, "file:///harbour/__init__.py")).toEqual([]);
  expect(told("def moor(berth: int) -> None: ...\n", {}, "file:///harbour/ferries.pyi")).toEqual([]);
});

test("mending settles what is certain, and what comes out is still a program", () => {
  const text = [
    "import os, sys",
    "from json import dumps, loads",
    "",
    "def fare(adults):",
    "    unread = 3",
    "    if adults == None:",
    "        left = 2",
    "    return f\"fare\" + dumps(adults)",
    "",
  ].join("\n");
  const { edits } = opened(text).mendResult(uri, { certainty: "certain" });
  let mended = text;
  for (const { from, to, insert } of [...edits].reverse()) mended = mended.slice(0, from) + insert + mended.slice(to);
  expect(mended).toBe(
    [
      "from json import dumps",
      "",
      "def fare(adults):",
      "    if adults == None:",
      "        pass",
      "    return \"fare\" + dumps(adults)",
      "",
    ].join("\n"),
  );
});

test("certain remedies leave the programs of the library programs", () => {
  const sources: string[] = [];
  for (const file of files.filter((_, index) => index % often(80, 2) === 1)) {
    const text = read(file);
    if (/[\r\u0080-\u{10ffff}]/u.test(text)) continue;
    const { edits } = opened(text, everythingIn("python")).mendResult(uri, { certainty: "certain" });
    if (edits.length === 0) continue;
    let mended = text;
    for (const { from, to, insert } of [...edits].sort((a, b) => b.from - a.from)) {
      mended = mended.slice(0, from) + insert + mended.slice(to);
    }
    sources.push(mended);
  }
  expect(sources.length).toBeGreaterThan(1);
  const check = "import json, sys, warnings\nwarnings.simplefilter('ignore')\nfor one in json.load(sys.stdin): compile(one, 'mended', 'exec')";
  const { status, stderr } = spawnSync("/usr/bin/python3", ["-c", check], {
    input: JSON.stringify(sources),
    encoding: "utf8",
  });
  expect(stderr).toBe("");
  expect(status).toBe(0);
});

/** The kit that lays out: as it is, and with what fits joined and narrow lines, in which much has to be broken. */
const layouts: readonly Settings[] = [
  { kits: ["tidy"] },
  {
    kits: ["tidy"],
    levels: { "layout.line-width": "hint" },
    tune: { "layout.line-width": { most: 60 }, "layout.line-breaks": { brokenLists: "join" } },
  },
];

test("layout and the order of imports leave what a program is, and come to an end", () => {
  const pairs: { before: string; after: string }[] = [];
  for (const [index, file] of files.filter((_, at) => at % often(160, 3) === 3).entries()) {
    const before = read(file);
    if (before.includes("\r") || before.includes("\ufffd")) continue;
    const mend = (text: string): string => {
      const { edits } = opened(text, layouts[index % 2]).mendResult(uri, { certainty: "certain" });
      let mended = text;
      for (const { from, to, insert } of [...edits].sort((a, b) => b.from - a.from)) {
        mended = mended.slice(0, from) + insert + mended.slice(to);
      }
      return mended;
    };
    const after = mend(before);
    expect(mend(after), file).toBe(after);
    if (after !== before) pairs.push({ before, after });
  }
  expect(pairs.length).toBeGreaterThan(2);
  const script = [
    "import ast, io, json, sys, tokenize, warnings",
    "warnings.simplefilter('ignore')",
    "def comments(text):",
    "    found = tokenize.generate_tokens(io.StringIO(text).readline)",
    "    return sorted(one.string.rstrip() for one in found if one.type == tokenize.COMMENT)",
    "def kept(text):",
    "    tree = ast.parse(text)",
    "    rest = [one for one in tree.body if not isinstance(one, (ast.Import, ast.ImportFrom))]",
    "    names = sorted(ast.dump(name) for one in tree.body if one not in rest for name in one.names)",
    "    return [ast.dump(one) for one in rest], names, comments(text)",
    "for one in json.load(sys.stdin):",
    "    assert kept(one['before']) == kept(one['after'])",
  ].join("\n");
  const { status, stderr } = spawnSync("/usr/bin/python3", ["-c", script], {
    input: JSON.stringify(pairs),
    encoding: "utf8",
  });
  expect(stderr).toBe("");
  expect(status).toBe(0);
});
