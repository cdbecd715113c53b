/** Reading Java, PHP and C: what is told of slips in form, that the rest is read as if nothing were, and that an edit comes to what a fresh reading gives. */
import path from "node:path";
import { beforeAll, describe, expect, test } from "vitest";
import { everyKit } from "../../bench/settings.js";
import { createWorkspace, rules, Text, type Edit } from "../../src/index.js";
import { c } from "../../src/languages/c/index.js";
import { java } from "../../src/languages/java/index.js";
import type { Language } from "../../src/languages/language.js";
import { php } from "../../src/languages/php/index.js";
import { loadLanguages } from "../../src/project/load-languages.js";
import type { Node } from "../../src/syntax/node.js";
import { readMarks, writeMarks } from "../../src/testing/index.js";
import { randomEdit, randomFrom } from "../support/edits.js";
import { often, read, root } from "../support/files.js";
import { programsIn } from "../support/programs.js";

const languages = [java(), php(), c()];
beforeAll(() => loadLanguages(languages));

const samples: Readonly<Record<string, string>> = {
  java: "office/TicketOffice.java",
  php: "office/receipt.php",
  c: "buoy/depth.c",
};
const sampleOf = (id: string): string => {
  const text = read(path.join(root, "examples/harbour", samples[id]!));
  return id === "php" ? text.replace("/ 100;", "/ 100);") : text;
};
const uriFor = ({ extensions: [ending] }: Language): string => `file:///quay/sample${ending!}`;

function alertsOf(language: Language, text: string, kits: readonly string[] = []) {
  const workspace = createWorkspace({ languages: [language], settings: { kits: [...kits] } });
  workspace.open({ uri: uriFor(language), languageId: language.id, version: 0, text });
  return workspace.alerts(uriFor(language));
}

const inClass = (code: string): string =>
  `class Quay {\n  void moor(int tide) {\n    hold(tide);\n${code}    hold(3);\n  }\n}\n`;

test.each<[id: string, what: string, rule: string, marked: string]>([
  ["java", "a semicolon", "missing-part", inClass("    hold(«4)»\n").replace("«4)»", "4«)»")],
  ["java", "a bracket of a call", "missing-closer", inClass("    hold(tide«;»\n").replace("tide«;»", "tid«e»;")],
  [
    "java",
    "a bracket of a condition",
    "missing-closer",
    inClass("    if (isHigh(«)» {\n      hold(4);\n    }\n").replace("isHigh(«)» {", "isHigh(«)» {"),
  ],
  ["java", "the brace of a block", "missing-closer", inClass("    if (tide > 3) {\n      hold(4)«;»\n")],
  [
    "java",
    "an opening brace",
    "missing-part",
    "class Quay {\n  int low(«)»\n    return 3;\n  }\n\n  int high() {\n    return 9;\n  }\n}\n",
  ],
  ["java", "a brace too many", "unexpected", "class Quay {\n  int low() {\n    return 3;\n  }\n}\n«}»\n"],
  ["java", "a quote", "unfinished-text", inClass("    hold(«\"open»);\n")],
  ["java", "a value", "missing-part", inClass("    int high «=» ;\n")],
  [
    "php",
    "the semicolon of the last statement",
    "missing-part",
    "<?php\nfunction moor() {\n    $berth = 4«4» // the last\n}\n",
  ],
  ["php", "a semicolon", "missing-part", "<?php\nfunction moor() {\n    hold(4«)»\n    hold(5);\n}\n"],
  [
    "php",
    "the brace of a function",
    "missing-closer",
    "<?php\nfunction moor() {\n    hold(4)«;»\n\nfunction sail() {\n    hold(5);\n}\n",
  ],
  [
    "php",
    "a bracket of a list",
    "missing-closer",
    "<?php\n$piers = [1, 2«,» [3, 4]];\n"
      .replace("«,» [3, 4]];", ", [3, «4];»")
      .replace("«4];»", "4]«;»")
      .replace("]«;»", "«]»;"),
  ],
  ["c", "a semicolon", "missing-part", "int moor(int tide)\n{\n\thold(tide«)»\n\treturn tide;\n}\n"],
  [
    "c",
    "the brace of a function",
    "missing-closer",
    "int low(void)\n{\n\treturn 3«;»\n\nint high(void)\n{\n\treturn 9;\n}\n",
  ],
])("%s without %s: one alert, where it is missing", (id, _, rule, marked) => {
  const language = languages.find((one) => one.id === id)!;
  const { code } = readMarks(marked);
  const alerts = alertsOf(language, code);
  expect(writeMarks(code, alerts)).toBe(marked);
  expect(alerts.map((alert) => alert.rule)).toEqual([`syntax.${rule}`]);
});

test("one mistake in a body hides nothing of the others, nor of its own", () => {
  const text = "class Quay {\n  void low() {\n    int spare = 3;\n    int high = ;\n    hold(4)\n  }\n  void high() {\n    int more = 3;\n  }\n}\n";
  const told = alertsOf(java(), text, ["sound"]).map(
    ({ rule, from }) => `${rule} ${text.slice(0, from).split("\n").length}`,
  );
  expect(told).toEqual(["dead.unread-name 3", "syntax.missing-part 4", "syntax.missing-part 5", "dead.unread-name 8"]);
});

test("a body that is too long to be read at once is read as a short one is", () => {
  const part = (count: number): string => `class Quay {\n  void moor(int tide) {\n${"    if (tide > 3) {\n      hold(tide);\n    }\n".repeat(count)}    int spare = 3;\n  }\n}\n`;
  for (const count of [1, 1200]) {
    expect(alertsOf(java(), part(count), ["sound"]).map(({ rule }) => rule)).toEqual(["dead.unread-name"]);
  }
});

test("what a grammar takes for a name where something is wrong is none", () => {
  const text = "<?php\nclass Quay {\n  function moor(string $/*name): self {\n    hold('a pier);\n  }\n}\n";
  expect(alertsOf(php(), text, ["sound"]).every(({ rule }) => rule.startsWith("syntax."))).toBe(true);
});

test("what only a compiler's other half knows is no mistake", () => {
  const texts = [
    "FOO_BEGIN\nint low(void) { return 3; }\n",
    "static INLINE int low(void) { return 3; }\n",
    "int f(int a)\n{\n\tfor_each_berth(a, berths) {\n\t\thold(a);\n\t}\n\treturn a;\n}\n",
    "#ifdef SLOW\nint f(int a) {\n#else\nint f(long a) {\n#endif\n\treturn a;\n}\n",
    "struct berth { int id; } berths[3], *first;\n",
    "int f(void *p)\n{\n\treturn container_of(p, struct berth, list)->id;\n}\n",
  ];
  for (const text of texts) expect(alertsOf(c(), text), text).toEqual([]);
});

test("an error in a body leaves what stands before its brace read as it is without one", () => {
  const before = "{t{{}}}t n()\n{{E//;\ni\nf;}#n{}\n}";
  const after = before.replace("//", "");
  const from = before.indexOf("//");
  const info = { uri: uriFor(c()), languageId: "c" };
  const edited = c().reparse!(c().parse(before, info), { from, to: from + 2, insert: "" }, Text.of(after));
  const shown = (node: Node): string => {
    const children: string[] = [];
    node.each((child) => children.push(shown(child)));
    return `${node.type} ${node.start}-${node.end} [${children.join(", ")}]`;
  };
  expect(shown(edited.root)).toBe(shown(c().parse(after, info).root));
});

describe.each(languages.map((language) => [language.id, language] as const))("%s", (id, language) => {
  const texts = [sampleOf(id), ...programsIn(`adapted/programs/${id}`).map(({ code }) => readMarks(code).code)];

  test("without one of its brackets or semicolons gets one alert, nearly always on that line or beside it", () => {
    const counts = { all: 0, one: 0, near: 0 };
    const text = sampleOf(id);
    for (const { index } of text.matchAll(/[(){}[\];]/g)) {
      const before = text.slice(0, index);
      if (/\/\*(?!.*\*\/)[^]*$|["'#][^"'\n]*$/.test(before.slice(before.lastIndexOf("\n")))) continue;
      const without = before + text.slice(index + 1);
      const alerts = alertsOf(language, without);
      const lineOf = (at: number): number => without.slice(0, at).split("\n").length;
      if (alerts.length === 0) continue;
      counts.all += 1;
      if (alerts.length === 1) counts.one += 1;
      if (alerts.some(({ from }) => Math.abs(lineOf(from) - lineOf(index)) <= 1)) counts.near += 1;
    }
    expect(counts.all).toBeGreaterThan(20);
    expect(counts.one / counts.all).toBeGreaterThanOrEqual(0.95);
    expect(counts.near / counts.all).toBeGreaterThanOrEqual(0.85);
  });

  test("after any edits has the alerts of a fresh reading", { timeout: 600_000 }, () => {
    const random = randomFrom(31);

    const mine = new Set(
      rules.filter(({ languages: ids }) => ids === undefined || ids.includes(id)).map((rule) => rule.id),
    );
    const levels = Object.fromEntries(
      Object.entries(everyKit.levels ?? {}).filter(([rule]) => mine.has(rule)),
    );
    const settings = { kits: ["sound", "tidy", "modern", "light", "guarded", "typed", "thorough"], levels };
    const uri = uriFor(language);
    for (const whole of texts.filter((_, index) => index % often(4, 1) === 0)) {
      const workspace = createWorkspace({ languages: [language], settings });
      workspace.open({ uri, languageId: id, version: 0, text: whole });
      let text = whole;
      for (let version = 1; version <= often(15, 300); version += 1) {
        const edit: Edit = randomEdit(text, random);
        text = text.slice(0, edit.from) + edit.insert + text.slice(edit.to);
        workspace.edit(uri, version, [edit]);
        const fresh = createWorkspace({ languages: [language], settings });
        fresh.open({ uri, languageId: id, version: 0, text });
        expect(workspace.alerts(uri), JSON.stringify(text)).toEqual(fresh.alerts(uri));
      }
    }
  });
});
