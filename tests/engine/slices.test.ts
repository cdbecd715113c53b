/** Work in slices always moves on: in files of every shape, one step at a time, it ends with the same alerts and hardly more visits than at one go. */
import path from "node:path";
import { expect, test } from "vitest";
import { everyKit } from "../../bench/settings.js";
import { createWorkspace, defineRule, type Rule, type Settings } from "../../src/index.js";
import { javascript } from "../../src/languages/javascript/index.js";
import { filesBelow, often, read, root } from "../support/files.js";
import { shapes } from "../support/shapes.js";

const languageIds: Readonly<Record<string, string>> = {
  js: "javascript",
  jsx: "javascriptreact",
  ts: "typescript",
  tsx: "typescriptreact",
};

/** A workspace with a document, and how many nodes of the commonest kind a rule has been called for. */
function opened(name: string, text: string, settings: Settings, stepsAtATime: number) {
  const count = { visits: 0 };
  const counting: Rule = defineRule({
    id: "dead.counting",
    title: "Counts",
    why: "For this test.",
    level: "hint",
    kits: ["sound"],
    examples: { alerts: [], quiet: [] },
    visit: { Identifier: () => void (count.visits += 1) },
  });
  const workspace = createWorkspace({ languages: [javascript()], settings, rules: [counting], stepsAtATime });
  const uri = `file:///${name}`;
  workspace.open({ uri, languageId: languageIds[name.split(".").at(-1)!] ?? "javascript", version: 0, text });
  return { workspace, uri, count };
}

const programs = [
  ...shapes.map(({ name, ending, make }) => ({ name: `${name}.${ending}`, text: make(often(80, 600)) })),
  {
    name: "a call with thousands of arguments.js",
    text: `f([1${", 1".repeat(often(400, 4000))}]);\nf(${"a, ".repeat(often(400, 4000))}a);\n`,
  },
  {
    name: "thousands of statements.js",
    text: "export function f(a) {\n" + "  a();\n".repeat(often(400, 4000)) + "}\n",
  },
  ...[
    ...filesBelow(path.join(root, "examples/harbour"), /\.(?:[cm]?js|[jt]sx?)$/),
    ...["engine/analysis.ts", "languages/javascript/parser/objects.ts"].map((file) => path.join(root, "src", file)),
  ].map((file) => ({ name: path.basename(file), text: read(file) })),
];

test.each(programs)("$name", { timeout: 600_000 }, ({ name, text }) => {
  for (const settings of often([everyKit], [{}, everyKit])) {
    const whole = opened(name, text, settings, 200);
    const expected = whole.workspace.alerts(whole.uri);
    const cut = opened(name, text, settings, 1);
    let slices = 0;
    // Each slice is over as soon as it may be.
    while (!cut.workspace.work(cut.uri, () => true)) expect((slices += 1)).toBeLessThan(text.length * 4 + 100);
    expect(cut.workspace.alerts(cut.uri)).toEqual(expected);
    expect(cut.count.visits).toBeLessThanOrEqual(whole.count.visits * 1.1);
    // A rule that is switched on later sees all, in slices too.
    const off = opened(name, text, { ...settings, levels: { "dead.*": "off" } }, 1);
    off.workspace.alerts(off.uri);
    off.workspace.configure(settings);
    for (let turn = 0; !off.workspace.work(off.uri, () => true); turn += 1) {
      expect(turn).toBeLessThan(text.length * 4 + 100);
    }
    expect(off.workspace.alerts(off.uri)).toEqual(expected);
  }
});

test("edits that come before the end do not make it begin again", () => {
  const [, { name, ending, make }] = shapes as [unknown, (typeof shapes)[number]];
  const text = make(2000);
  const { workspace, uri, count } = opened(`${name}.${ending}`, text, {}, 1);
  const whole = opened(`${name}.${ending}`, text, {}, 200);
  whole.workspace.alerts(whole.uri);
  let version = 0;
  for (let turn = 0; ; turn += 1) {
    let steps = 300;
    if (workspace.work(uri, () => (steps -= 1) < 0)) break;
    // A comment is typed on, now here, now there.
    const now = workspace.text(uri).value;
    const at = now.indexOf(";\n", 500 + ((turn * 977) % (text.length >> 1))) + 1;
    workspace.edit(uri, (version += 1), [{ from: at, to: at, insert: " // a" }]);
    expect(turn).toBeLessThan(400);
  }
  expect(count.visits).toBeLessThan(whole.count.visits * 2);
  const fresh = opened(`${name}.${ending}`, workspace.text(uri).value, {}, 200);
  expect(workspace.alerts(uri)).toEqual(fresh.workspace.alerts(fresh.uri));
});

test(
  "of a long text its form is told first, then what stands at its top, then the rest; and nothing holds up the slices for all of it",
  () => {
    for (const { name, ending, make } of shapes.filter((_, index) => index % often(5, 1) === 0)) {
      // Where a name is told once, that takes no look at the rest.
      const long = `tide(tide());\n${make(6000)}\nebb(;\n`;
      expect(long.length, name).toBeGreaterThan(100_000);
      const { workspace, uri, count } = opened(`${name}.${ending}`, long, everyKit, 200);
      const until = (rule: string, from: number, to: number): number => {
        const at = (): boolean => workspace
          .alertsSoFar(uri)
          ?.some((alert) => alert.rule.startsWith(rule) && alert.from >= from && alert.from < to) ===
          true;
        for (let slices = 0; slices < 400; slices += 1) {
          if (at()) return slices;
          if (workspace.work(uri, () => true)) break;
        }
        return -1;
      };
      const form = until("syntax.", long.length - 10, long.length);
      expect(form, name).toBeGreaterThan(0);
      expect(form, name).toBeLessThanOrEqual(2);
      expect(until("names.unknown", 0, 4), name).toBeGreaterThan(0);
      expect(workspace.isReady(uri), name).toBe(false);
      // By then little has been visited.
      const early = count.visits;
      while (!workspace.work(uri, () => true));
      expect(early, name).toBeLessThan(count.visits / 4);
      const whole = opened(`${name}.${ending}`, long, everyKit, 200);
      expect(workspace.alerts(uri)).toEqual(whole.workspace.alerts(whole.uri));
    }
  },
);
