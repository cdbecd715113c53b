/** Hush comments go where comments can stand, silence what the action's title says, and bring nothing new. */
import path from "node:path";
import { expect, test } from "vitest";
import { applyAll, createWorkspace, type Alert } from "../../src/index.js";
import { javascript } from "../../src/languages/javascript/index.js";
import { randomFrom } from "../support/edits.js";
import { filesBelow, often, read, root } from "../support/files.js";

const uri = "file:///sign.tsx";

function opened(text: string, kits: string[], languageId = "javascriptreact") {
  const workspace = createWorkspace({ languages: [javascript()], settings: { kits } });
  workspace.open({ uri, languageId, version: 1, text });
  return workspace;
}

/** Each with `«»` where the alert is that is silenced, what the comment covers, and the line with it. */
test.each<[string, string, "line" | "statement" | "element", string]>([
  ["at the end of a line", "sail(«»tide)\n", "line", "sail(tide) // quill: hush names.unknown"],
  ["behind a comment", "sail(«»tide) // now\n", "line", "sail(tide) // now // quill: hush names.unknown"],
  [
    "beside one that is there",
    "sail(«»tide) // quill: hush dead.after-exit because it moors\n",
    "line",
    "sail(tide) // quill: hush dead.after-exit, names.unknown because it moors",
  ],
  ["where a text looks like one", "sail(\"// quill: hush a.b\", «»tide);\n", "line", "// quill: hush names.unknown"],
  [
    "where a pattern looks like a comment",
    "/[/*]/.test(«»tide);\n",
    "line",
    "/[/*]/.test(tide); // quill: hush names.unknown",
  ],
  ["not in a comment", "«»tide(); /* the\nsea */ sail();\n", "line", "// quill: hush names.unknown"],
  ["not in a template", "a = `${«»tide}\nb`;\n", "statement", "// quill: hush names.unknown"],
  [
    "not in a template that is an element",
    "a = [\n  `${«»tide}\n  b`,\n];\n",
    "statement",
    "  // quill: hush names.unknown",
  ],
  [
    "not in a text over lines",
    "a = \"b \\\nc\" + «»tide + \"d \\\ne\";\n",
    "statement",
    "// quill: hush names.unknown",
  ],
  [
    "among elements",
    "a = (\n  <p>\n    <b of={«»tide} />\n  </p>\n);\n",
    "line",
    "    {/* quill: hush names.unknown */}",
  ],
  [
    "above an element for its text",
    "a = (\n  <p>\n    high «»{tide}\n  </p>\n);\n",
    "element",
    "  // quill: hush names.unknown",
  ],
  ["among attributes", "a = (\n  <p\n    of={«»tide}\n  >\n  </p>\n);\n", "line", "    // quill: hush names.unknown"],
  [
    "in the braces of markup",
    "a = (\n  <p>\n    {«»tide &&\n      1}\n  </p>\n);\n",
    "line",
    "    {tide && // quill: hush names.unknown",
  ],
])("%s", (_, marked, covers, line) => {
  const text = marked.replace("«»", "");
  const name = /«»\{?(\w+)/.exec(marked)![1]!;
  const isTold = ({ rule, message }: Alert): boolean => rule === "names.unknown" && message.includes(`\`${name}\``);
  const workspace = opened(text, ["sound"]);
  const before = workspace.alerts(uri);
  const hush = workspace.hushEdit(uri, before.find(isTold)!)!;
  const after = applyAll(text, [hush.edit]);
  expect(hush.covers).toBe(covers);
  expect(after.split("\n").some((one) => one === line || (line.startsWith("//") && one.endsWith(line)))).toBe(true);
  const left = opened(after, ["sound"]).alerts(uri);
  expect(left.filter(isTold)).toEqual([]);
  expect(left.filter(({ rule }) => rule.startsWith("syntax."))).toEqual([]);
});

test("in real files a hush silences what it says, brings no alert and is never idle", { timeout: 120_000 }, () => {
  const random = randomFrom(6);
  const files = ["examples/harbour", "src/report", "src/languages/javascript/refits"].flatMap((folder) => filesBelow(
    path.join(root, folder),
    /(?<!\.d)\.[jt]sx?$/,
  )).filter((file) => read(file).length < 20_000);
  const kits = ["sound", "thorough", "tidy"];
  const counted = (alerts: readonly Alert[]): Map<string, number> => {
    const counts = new Map<string, number>();
    for (const { rule, message } of alerts) {
      // Of a style the first speaks for all: another one may be the first now.
      const key = `${rule} ${message.replace(/ \(and so in .*/, "")}`;
      counts.set(key, (counts.get(key) ?? 0) + 1);
    }
    return counts;
  };
  let tried = 0;
  for (let run = 0; run < often(20, 1500); run += 1) {
    const file = files[Math.floor(random() * files.length)]!;
    // With less space in it there is more to tell.
    const text = read(file).replaceAll(/, (?=\w)/g, ",");
    const languageId = /\.tsx?$/.test(file) ? "typescript" : "javascriptreact";
    const workspace = opened(text, kits, languageId);
    const alerts = workspace
      .alerts(uri)
      .filter(
        ({ rule, message }) => !/^(?:syntax|hush)\.|^names\.unknown$/.test(rule) && !message.includes("(and so in "),
      );
    const alert = alerts[Math.floor(random() * alerts.length)];
    const hush = alert && workspace.hushEdit(uri, alert);
    if (hush === undefined) continue;
    tried += 1;
    const before = counted(workspace.alerts(uri));
    const left = counted(opened(applyAll(text, [hush.edit]), kits, languageId).alerts(uri));
    const name = `${path.relative(root, file)}: ${alert!.rule} ${alert!.message}`;
    for (const [key, count] of left) {
      // A comment makes its line longer, and one amid an expression breaks it.
      if (!/^layout\.line-(?:width|breaks)/.test(key)) {
        expect(count, `${name}: ${key}`).toBeLessThanOrEqual(before.get(key) ?? 0);
      }
    }
    const key = `${alert!.rule} ${alert!.message}`;
    expect(left.get(key) ?? 0, name).toBeLessThan(before.get(key)!);
  }
  expect(tried).toBeGreaterThan(often(12, 1000));
});
