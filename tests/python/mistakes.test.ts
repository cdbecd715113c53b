/** Slips of people who write Python, each made once in a sound program: one alert, at its place, whose first remedy gives what was meant where there is one. */
import { expect, test } from "vitest";
import { createWorkspace } from "../../src/index.js";
import { python } from "../../src/languages/python/index.js";
import { readMarks, writeMarks } from "../../src/testing/index.js";

const uri = "file:///harbour/slip.py";

function run(code: string) {
  const workspace = createWorkspace({ languages: [python()], settings: { kits: ["sound", "thorough"] } });
  workspace.open({ uri, languageId: "python", version: 0, text: code });
  const alerts = workspace.alerts(uri);
  const [first] = workspace.remedies(uri).filter(({ alert }) => alert === alerts[0]);
  let after = code;
  for (const { from, to, insert } of [...(first?.edits ?? [])].sort((a, b) => b.from - a.from)) {
    after = after.slice(0, from) + insert + after.slice(to);
  }
  return { alerts, after: first === undefined ? undefined : after };
}

const head = "def price(adults, children):\n";

test.each<[what: string, rule: string, marked: string, after?: string]>([
  [
    "a misspelt name",
    "names.unknown",
    `${head}    total = adults * 4\n    return «totl» + children\n`,
    `${head}    total = adults * 4\n    return total + children\n`,
  ],
  ["a misspelt built-in", "names.unknown", "«pritn»(\"moored\")\n", "print(\"moored\")\n"],
  ["a forgotten import", "names.unknown", "print(«math».pi)\n"],
  [
    "an import left over",
    "dead.unread-import",
    "import «math»\nimport sys\n\nprint(sys.argv)\n",
    "import sys\n\nprint(sys.argv)\n",
  ],
  [
    "a name left over",
    "dead.unread-name",
    `${head}    «rate» = 3\n    return adults * children\n`,
    `${head}    return adults * children\n`,
  ],
  [
    "a value that is lost",
    "dead.unread-value",
    `${head}    total = adults\n    print(total)\n    «total» = children * 2\n    return adults\n`,
    `${head}    total = adults\n    print(total)\n    return adults\n`,
  ],
  [
    "code behind a return",
    "dead.after-exit",
    `${head}    return adults\n    «print(children)»\n`,
    `${head}    return adults\n`,
  ],
  ["a comparison that goes nowhere", "dead.idle-statement", "tide = 3\n«tide == 4»\nprint(tide)\n"],
  [
    "is with a number",
    "values.identity-of-literal",
    "def late(tide):\n    return tide «is» 3\n",
    "def late(tide):\n    return tide == 3\n",
  ],
  [
    "is not with a text",
    "values.identity-of-literal",
    "def late(sign):\n    return sign «is not» \"\"\n",
    "def late(sign):\n    return sign != \"\"\n",
  ],
  [
    "== None",
    "values.absence-by-equality",
    "def late(tide):\n    return tide «==» None\n",
    "def late(tide):\n    return tide is None\n",
  ],
  [
    "a list as a default",
    "values.shared-default",
    "def moor(ferry, berths=«[]»):\n    berths.append(ferry)\n    return berths\n",
    "def moor(ferry, berths=None):\n    if berths is None:\n        berths = []\n    berths.append(ferry)\n    return berths\n",
  ],
  ["a key twice", "values.repeated-key", "tides = {\"low\": 1, «\"low\"»: 2}\nprint(tides)\n"],
  ["f without a part", "values.text-without-parts", "print(«f»\"moored\")\n", "print(\"moored\")\n"],
  [
    "a part without f",
    "values.part-in-plain-text",
    "def tell(berth):\n    print(«\"at {berth}\"»)\n",
    "def tell(berth):\n    print(f\"at {berth}\")\n",
  ],
  [
    "assert with parentheses",
    "flow.settled-tuple",
    "def check(tide):\n    assert «(tide > 0, \"dry\")»\n",
    "def check(tide):\n    assert tide > 0, \"dry\"\n",
  ],
  ["a tuple asked", "flow.settled-tuple", "def check(tide, wind):\n    if «(tide, wind)»:\n        print(tide)\n"],
  [
    "a counter the wrong way",
    "flow.stuck-loop",
    "def wait(tide):\n    while tide < 9:\n        «tide -= 1»\n",
    "def wait(tide):\n    while tide < 9:\n        tide += 1\n",
  ],
  [
    "a loop without a step",
    "flow.stuck-loop",
    "def wait(berths):\n    pier = 0\n    while «pier < 9»:\n        print(berths[pier])\n",
  ],
  [
    "a condition twice in a chain",
    "dead.repeated-test",
    "def tell(tide):\n    if tide == 1:\n        print(1)\n    elif «tide == 1»:\n        print(2)\n",
  ],
  [
    "branches that do the same",
    "dead.equal-branches",
    "def tell(tide):\n    if tide == 1:\n        print(1)\n    else:\n        «print(1)»\n",
  ],
  [
    "a variable that is never set otherwise",
    "flow.settled-test",
    "def tell():\n    late = False\n    if «late»:\n        print(1)\n",
  ],
  [
    "an except behind a wider one",
    "flow.handler-hidden",
    "try:\n    print(1)\nexcept OSError:\n    print(2)\nexcept «FileNotFoundError»:\n    print(3)\n",
  ],
  [
    "an except for everything",
    "flow.catches-everything",
    "def tell(run):\n    late = False\n    try:\n        run()\n    «except»:\n        late = True\n    return late\n",
    "def tell(run):\n    late = False\n    try:\n        run()\n    except Exception:\n        late = True\n    return late\n",
  ],
  [
    "return in finally",
    "flow.exit-in-finally",
    "def tell(run):\n    try:\n        run()\n    finally:\n        «return 1»\n",
  ],
  [
    "removing while going through",
    "flow.walks-what-changes",
    "def free(berths):\n    for berth in berths:\n        if berth.free:\n            «berths.remove(berth)»\n",
    "def free(berths):\n    for berth in list(berths):\n        if berth.free:\n            berths.remove(berth)\n",
  ],
  [
    "NotImplemented raised",
    "flow.not-an-error",
    "def moor():\n    raise «NotImplemented»\n",
    "def moor():\n    raise NotImplementedError\n",
  ],
  [
    "a method without self",
    "names.no-self",
    "class Ferry:\n    def «moor»():\n        return 1\n",
    "class Ferry:\n    def moor(self):\n        return 1\n",
  ],
  [
    "a test that was copied",
    "names.defined-again",
    "class Tests:\n    def test_low(self):\n        assert self\n\n    def «test_low»(self):\n        assert not self\n",
  ],
  [
    "a member that all share",
    "values.shared-member",
    "class Berth:\n    «ferries» = []\n\n    def moor(self, ferry):\n        self.ferries.append(ferry)\n",
  ],
  [
    "await forgotten",
    "async.coroutine-never-awaited",
    "async def moor():\n    print(1)\n\n\nasync def sail():\n    «moor()»\n",
    "async def moor():\n    print(1)\n\n\nasync def sail():\n    await moor()\n",
  ],
  [
    "a member given itself",
    "values.assigned-to-itself",
    "class Ferry:\n    def __init__(self, berth):\n        print(berth)\n        «self.berth = self.berth»\n",
    "class Ferry:\n    def __init__(self, berth):\n        print(berth)\n",
  ],
  [
    "something compared with itself",
    "values.compared-to-itself",
    "def same(ferry):\n    return «ferry.berth == ferry.berth»\n",
  ],
  [
    "a missing colon",
    "syntax.missing-part",
    "def moor(berth)«»\n    return berth\n",
    "def moor(berth):\n    return berth\n",
  ],
  ["a missing closer", "syntax.missing-closer", "print(max(1, 2)«»\nprint(3)\n", "print(max(1, 2))\nprint(3)\n"],
  [
    "= in a condition",
    "syntax.unexpected",
    "def late(tide):\n    if tide «=» 3:\n        return 1\n    return 2\n",
    "def late(tide):\n    if tide == 3:\n        return 1\n    return 2\n",
  ],
  ["a line too far in", "syntax.unexpected", "tide = 3\n«  »print(tide)\n"],
  ["a return outside", "syntax.misplaced", "tide = 3\n«return» tide\n"],
  ["nonlocal of nothing", "syntax.scope-word", "def moor():\n    nonlocal «trips»\n    trips = 1\n"],
])("%s", (_, rule, marked, after) => {
  const { code } = readMarks(marked);
  const { alerts, after: mended } = run(code);
  expect(alerts.map((one) => one.rule)).toEqual([rule]);
  expect(writeMarks(code, alerts)).toBe(writeMarks(code, visibleMarks(marked)));
  if (after !== undefined) expect(mended).toBe(after);
});

/** The ranges of marks; an empty one is told at the character before it. */
function visibleMarks(marked: string) {
  return readMarks(marked).ranges.map(({ from, to }) => (from === to ? { from: from - 1, to } : { from, to }));
}
