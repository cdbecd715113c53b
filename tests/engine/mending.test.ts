/** The mend pipeline: fights are found, harm is taken back, real files come out with the same tokens. */
import path from "node:path";
import { expect, test } from "vitest";
import { everything } from "../../bench/fuzz-analysis.js";
import { layOut, layoutTo } from "../../bench/layout.js";
import { applyAll, createWorkspace, type Rule } from "../../src/index.js";
import { defineRule, javascript } from "../../src/languages/javascript/index.js";
import { moved } from "../../src/text/edit.js";
import { randomEdit, randomFrom } from "../support/edits.js";
import { filesBelow, often, read, root } from "../support/files.js";

const uri = "file:///a.js";

/** A rule that renames every `from` to `to`. */
const renames = (id: string, from: string, to: string): Rule => defineRule({
  id,
  title: "T",
  why: "W",
  level: "warning",
  kits: ["sound"],
  examples: { alerts: [], quiet: [] },
  visit: {
    Identifier(node, { alert }) {
      if (node.name === from) {
        alert(node, {
          message: `Not ${from}`,
          remedies: () => [{
            title: `Write ${to}`,
            certainty: "certain",
            edits: [{ from: node.start, to: node.end, insert: to }],
          }],
        });
      }
    },
  },
});

function mended(text: string, rules: readonly Rule[], options: object = {}) {
  const workspace = createWorkspace({ languages: [javascript()], rules });
  workspace.open({ uri, languageId: "javascript", version: 1, text });
  return workspace.mendResult(uri, options);
}

test("two rules that undo each other are stopped and named, and all else goes on", () => {
  const result = mended("const tide = 1;\nexport { tide };\ndebugger;\n", [
    renames("harbour.ebb", "tide", "ebb"),
    renames("harbour.flow", "ebb", "tide"),
  ]);
  expect(result.fights).toEqual([{ rules: ["harbour.ebb", "harbour.flow"], at: expect.any(Array) }]);
  expect(result.text).toBe("const tide = 1;\nexport { tide };\n");
  expect(applyAll("const tide = 1;\nexport { tide };\ndebugger;\n", result.edits)).toBe(result.text);
});

test("three rules in a ring too", () => {
  const result = mended("tide();\n// quill: known tide, ebb, flow\n", [
    renames("harbour.a", "tide", "ebb"),
    renames("harbour.b", "ebb", "flow"),
    renames("harbour.c", "flow", "tide"),
  ]);
  expect(result.fights).toEqual([{ rules: ["harbour.a", "harbour.b", "harbour.c"], at: [{ from: 0, to: 7 }] }]);
});

test("where two rules undo each other only the statement is left as it is, and all else is settled", () => {
  const rules = [renames("harbour.ebb", "tide", "ebb"), renames("harbour.flow", "ebb", "tide")];
  const pause = "  debugger;\n";
  const result = mended(
    `export function sail(one) {\n${pause}  one.tide();\n${pause}  return one;\n}\nsail({ pier: 1 });\n`,
    [...rules, renames("harbour.pier", "pier", "quay")],
  );
  expect(result.text).toBe("export function sail(one) {\n  one.tide();\n  return one;\n}\nsail({ quay: 1 });\n");
  expect(result.fights).toEqual([{ rules: ["harbour.ebb", "harbour.flow"], at: [{ from: 42, to: 53 }] }]);
});

test("a remedy that does harm is left out and named, those beside it are applied", () => {
  const result = mended("const tide = 1;\nconst pier = tide;\nexport { tide, pier };\ndebugger;\n", [
    renames("harbour.bad", "pier", "class"),
    renames("harbour.worse", "tide", "unheard"),
  ]);
  expect(result.dropped.map(({ rule }) => rule)).toContain("harbour.bad");
  expect(result.text).not.toContain("class");
  expect(result.text).not.toContain("debugger");
});

/** A rule that takes out, or puts something else into, the place of calls of `pause`. */
const replacesPause = (certainty: "certain" | "proposed", insert = ""): Rule => defineRule({
  ...renames("harbour.pause", "", ""),
  visit: {
    ExpressionStatement(node, { alert, text }) {
      const code = text.slice(node.start, node.end);
      if (!code.startsWith("pause(")) return;
      const edits = [{ from: node.start, to: node.end, insert }];
      alert(node, { message: "A pause", remedies: () => [{ title: "Take it out", certainty, edits }] });
    },
  },
});

test.each([
  ["joins lines", "let a = tide\npause();\n(ebb)(tide)\n", ""],
  ["makes a call of what stands before", "let a = tide\npause();\n`a`.length\n", ""],
  ["loses a comment", "pause(/* of the engine */);\ntide();\n", ""],
  ["lets a comment swallow code", "pause(); tide();\n", "// "],
  ["makes a directive", "pause();\n\"use strict\";\ntide();\n", ""],
  ["gives a name another meaning", "const ebb = tide;\n{\n  pause();\n  tide(ebb);\n}\n", "const ebb = 1;"],
])("a certain remedy that %s is left out, and one that says it is proposed is not", (_, text, insert) => {
  const source = `${text}// quill: known pause, tide, ebb\n`;
  const options = { only: ["harbour"] };
  const certain = mended(source, [replacesPause("certain", insert)], options);
  expect(certain.text).toBe(source);
  expect(certain.dropped).toEqual([{ rule: "harbour.pause", title: "Take it out" }]);
  const proposed = mended(source, [replacesPause("proposed", insert)], { ...options, certainty: "proposed" });
  expect(proposed.text).not.toContain("pause(");
});

test("only what touches a stretch is settled, also when the text before it grows", () => {
  const text = "debugger;\nconst a = 1;\ndebugger;\nexport { a };\n";
  expect(mended(text, [], { within: [{ from: 23, to: 32 }] }).text).toBe("debugger;\nconst a = 1;\nexport { a };\n");
});

test.each<
  [string, { from: number; to: number }, { from: number; to: number; insert: string }[], { from: number; to: number }]
>([
  ["before", { from: 5, to: 8 }, [{ from: 0, to: 1, insert: "abc" }], { from: 7, to: 10 }],
  ["behind", { from: 5, to: 8 }, [{ from: 9, to: 10, insert: "" }], { from: 5, to: 8 }],
  ["inside", { from: 5, to: 8 }, [{ from: 6, to: 7, insert: "abc" }], { from: 5, to: 10 }],
  [
    "at the edges",
    { from: 5, to: 8 },
    [{ from: 5, to: 5, insert: "a" }, { from: 8, to: 8, insert: "b" }],
    { from: 5, to: 10 },
  ],
])("a stretch moves with edits %s", (_, span, edits, expected) => {
  expect(moved(span, edits)).toEqual(expected);
});

test(
  "real files laid out keep their tokens, parse as before, and the second time nothing changes",
  { timeout: 120_000 },
  () => {
    const files = [
      ...filesBelow(path.join(root, "examples/harbour"), /\.(?:[cm]?js|[jt]sx?)$/),
      ...["commander/lib", "jsonc-parser/lib/esm"].flatMap((folder) => filesBelow(
        path.join(root, "node_modules", folder),
        /(?<!\.d)\.[cm]?[jt]s$/,
      )),
    ].filter((file, index) => read(file).length < 60_000 && index % often(9, 1) === 0);
    expect(files.length).toBeGreaterThan(often(2, 25));
    for (const file of files) {
      for (const width of [120, 60]) {
        expect(layOut(file, read(file), layoutTo(width)).fault, `${file} to ${width}`).toBeUndefined();
      }
    }
  },
);

test(
  "each remedy of each rule keeps the form, settles its alert, and brings no new error",
  { timeout: 120_000 },
  () => {
    const random = randomFrom(2);
    const files = [
      ...filesBelow(path.join(root, "examples/harbour/src"), /\.js$/),
      ...filesBelow(path.join(root, "src/languages/javascript/rules/dead"), /\.ts$/),
      ...filesBelow(path.join(root, "src/report"), /\.ts$/),
    ].filter((_, index) => index % often(9, 1) === 0);
    const look = (file: string, text: string) => {
      const workspace = createWorkspace({ languages: [javascript()], settings: everything });
      workspace.open({ uri: file, languageId: file.endsWith(".ts") ? "typescript" : "javascript", version: 1, text });
      const alerts = workspace.alerts(file);
      const count = (test: (alert: (typeof alerts)[number]) => boolean): number => alerts.filter(test).length;
      return {
        remedies: workspace.remedies(file),
        form: count(({ rule }) => rule.startsWith("syntax.")),
        errors: count(({ rule }) => /^names\.(?:unknown|used-too-soon|fixed-reassigned)$/.test(rule)),
        like: (rule: string, message: string) => count((alert) => alert.rule === rule && alert.message === message),
      };
    };
    let tried = 0;
    for (let run = 0; run < often(35, 250); run += 1) {
      const file = files[Math.floor(random() * files.length)]!;
      let text = read(file);
      for (let edits = Math.floor(random() * 2); edits > 0; edits -= 1) {
        text = applyAll(text, [randomEdit(text, random)]);
      }
      const before = look(file, text);
      for (let i = 0; i < 3 && before.remedies.length > 0; i += 1) {
        const { edits, title, rule, alert, certainty } =
          before.remedies[Math.floor(random() * before.remedies.length)]!;
        const after = look(file, applyAll(text, edits));
        tried += 1;
        const name = `${path.relative(root, file)}: ${rule}: ${title}`;
        expect(after.form, name).toBeLessThanOrEqual(before.form);
        expect(after.like(rule, alert.message), name).toBeLessThan(before.like(rule, alert.message));
        if (certainty === "certain") expect(after.errors, name).toBeLessThanOrEqual(before.errors);
      }
    }
    expect(tried).toBeGreaterThan(often(28, 200));
  },
);
