/** What Python's compiler rejects although the parser takes it: told once, and nothing else is. The compiler itself says which is which. */
import { expect, test } from "vitest";
import { createWorkspace } from "../../src/index.js";
import { python } from "../../src/languages/python/index.js";
import { ask } from "./ask.js";

const programs = [
  "[tide for tide in (found := tides)]",
  "[tide for tide in read(lambda: (found := 1))]",
  "[tide for tide in [low := 1 for _ in rows]]",
  "[tide := 1 for tide in tides]",
  "[(tide := 1) for _ in rows for tide in tides]",
  "[tide for tide in tides if (tide := 1)]",
  "[[(tide := 1) for _ in rows] for tide in tides]",
  "[(berth.row, (berth := 0)) for berth in berths]",
  "{tide: (tide := 1) for tide in tides}",
  "{low := tide for tide in tides}",
  "[low for low in range(5) if (high := 0) for _ in (high := 1)]",
  "[lambda: (tide := 1) for tide in tides]",
  "class Harbour:\n    lows = [(last := tide) for tide in tides]",
  "class Harbour:\n    lows = [tide for tide in tides if (last := tide)]",
  "class Harbour:\n    lows = lambda: [(last := tide) for tide in tides]",
  "class Harbour:\n    def lows(self):\n        return [(last := tide) for tide in tides]",
  "class Harbour:\n    (last := 1)",
  "async def tides():\n    yield 1\n    return 2",
  "async def tides():\n    yield 1\n    return",
  "async def tides():\n    return None\n    low = yield",
  "async def tides():\n    return 2\n    def lows():\n        yield 1",
  "async def tides():\n    lows = (lambda: (yield))\n    return 1",
  "async def tides():\n    if rows:\n        return rows\n    for row in rows:\n        yield row",
  "def tides():\n    yield 1\n    return 2",
  "def moor(berth):\n    global berth",
  "def moor():\n    nonlocal berth",
  "def moor():\n    berth = 1\n    def more():\n        nonlocal berth\n        berth = 2",
];

const faults = ask<string | null>(programs.map((code) => ({ code })));

test.each(programs.map((code, index) => ({ code, fault: faults[index] })))("$code", ({ code, fault }) => {
  const workspace = createWorkspace({ languages: [python()] });
  workspace.open({ uri: "file:///harbour.py", languageId: "python", version: 0, text: `${code}\n` });
  const told = workspace.alerts("file:///harbour.py").filter(({ rule }) => rule.startsWith("syntax."));
  expect(told.map(({ level }) => level), String(fault)).toEqual(fault === null ? [] : ["error"]);
});
