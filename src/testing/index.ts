/** Checking a rule against its own examples, for authors of rules and for this package's tests. */
import type { Alert } from "../engine/alert.js";
import { MemoryFiles } from "../engine/memory-files.js";
import { createWorkspace } from "../engine/workspace.js";
import { languages, rules as builtIn } from "../languages/index.js";
import type { Language } from "../languages/language.js";
import { defineRule, type AlertingExample, type Rule } from "../rules/rule.js";
import type { Settings } from "../settings/schema.js";
import { applyAll, type Span } from "../text/edit.js";
import { Text } from "../text/text.js";
import { visible } from "../text/visible.js";

export { defineRule };

/** Takes the marks `«` and `»` out of an example's code and tells which ranges stood between them. */
export function readMarks(marked: string): { code: string; ranges: Span[] } {
  let code = "";
  const ranges: Span[] = [];
  const open: number[] = [];
  for (const char of marked) {
    if (char === "«") open.push(code.length);
    else if (char === "»") {
      const from = open.pop();
      if (from === undefined) throw new Error(`A » without « in the example:\n${marked}`);
      ranges.push({ from, to: code.length });
    } else code += char;
  }
  if (open.length > 0) throw new Error(`A « without » in the example:\n${marked}`);
  return { code, ranges: ranges.sort((a, b) => a.from - b.from || a.to - b.to) };
}

/** Puts marks around ranges, for comparing and for reading. */
export function writeMarks(code: string, ranges: readonly Span[]): string {
  const marks = ranges.flatMap(({ from, to }) => [
    { at: from, order: 2, mark: "«" },
    { at: to, order: from === to ? 3 : 1, mark: "»" },
  ]);
  let marked = code;
  for (const { at, mark } of marks.sort((a, b) => b.at - a.at || b.order - a.order)) {
    marked = marked.slice(0, at) + mark + marked.slice(at);
  }
  return marked;
}

/** What a rule did with an example that it should not have done. */
export interface ExampleFault {
  readonly example: string;
  readonly expected: string;
  readonly actual: string;
}

/** The language of an example: the one that its identifier is of, or else the first one that the rule is for. */
function languageFor(rule: Rule, { languageId }: AlertingExample): Language {
  const own = languageId === undefined
    ? languages.find(({ id }) => rule.languages?.includes(id))
    : languages.find(({ languageIds }) => languageIds.includes(languageId));
  return own ?? languages[0]!;
}

/** Runs a rule over all its examples, alone and at its own level, in `language` where that is given. An empty list says that all is as written there. */
export function checkExamples(rule: Rule, language?: Language): ExampleFault[] {
  if (rule.language !== undefined) {
    throw new TypeError(`The examples of ${rule.id} are no code that a rule can be run on`);
  }
  const faults: ExampleFault[] = [];
  const quiet = rule.examples.quiet.map((example): AlertingExample => example);
  for (const example of [...rule.examples.alerts, ...quiet]) {
    const { code, ranges } = readMarks(example.code);
    const { alerts, after } = run(rule, language ?? languageFor(rule, example), code, example);
    const text = Text.of(code);
    const expected = writeMarks(code, ranges.map((range) => visible(range, text)));
    const actual = writeMarks(code, alerts);
    if (actual !== expected) faults.push({ example: example.code, expected, actual });
    if (example.after !== undefined && after !== example.after) {
      faults.push({ example: example.code, expected: example.after, actual: after });
    }
  }
  return faults;
}

/** The alerts of a rule in one of its examples; offsets are those of the code without marks. */
export function alertsOf(rule: Rule, example: AlertingExample): Alert[] {
  return run(rule, languageFor(rule, example), readMarks(example.code).code, example).alerts;
}

/** What a rule says where an example is marked, once each, with the line it says it of. */
export function messagesOf(rule: Rule): { readonly message: string; readonly line: string }[] {
  const said = new Map<string, string>();
  for (const example of rule.language === undefined ? rule.examples.alerts : []) {
    const { code } = readMarks(example.code);
    for (const alert of alertsOf(rule, example)) {
      const marked = writeMarks(code, [alert]);
      const line = Text.of(marked).lineAt(Math.max(0, marked.indexOf("«"))).text.trim();
      if (!said.has(alert.message)) said.set(alert.message, line);
    }
  }
  return [...said].map(([message, line]) => ({ message, line }));
}

/** The rules that hush comments of an example name; they are on beside one that judges the comments. */
function hushedIn(code: string): string[] {
  return [...code.matchAll(/hush(?:-\w+)? ([\w.-]+)/g)].map((match) => match[1]!).filter((id) => builtIn.some(
    (rule) => rule.id === id,
  ));
}

function run(
  rule: Rule,
  language: Language,
  code: string,
  { options, edition, largest, with: also = [], files = {}, languageId = language.languageIds[0]! }: AlertingExample,
): { alerts: Alert[]; after: string } {
  const others = rule.hush ? hushedIn(code) : [];
  const levels = Object.fromEntries([rule.id, ...also, ...others].map((id) => [id, rule.level]));
  const tune = options === undefined ? {} : { [rule.id]: options as Record<string, unknown> };
  const own = [...builtIn, ...language.rules].some(({ id }) => id === rule.id) ? [] : [rule];
  const settings = {
    kits: [],
    levels,
    tune,
    ...(edition !== undefined && { languages: { [language.id]: { edition } } }),
    ...(largest !== undefined && { largest }),
  } as Settings;
  const workspace = createWorkspace({
    languages: [language],
    settings,
    rules: own,
    files: new MemoryFiles(Object.fromEntries(Object.entries(files).map(([name, text]) => [`/${name}`, text]))),
    today: new Date().toISOString().slice(0, 10),
    onFailure: (_, { error }) => {
      throw error;
    },
  });
  const uri = `file:///example${language.extensions[0]!}`;
  workspace.open({ uri, languageId, version: 1, text: code });
  const alerts = workspace.alerts(uri).filter((alert) => alert.rule === rule.id);
  const edits = alerts.flatMap(
    (alert) => workspace.remedies(uri).find((remedy) => remedy.alert === alert)?.edits ?? [],
  );
  const unique = new Map(edits.map((edit) => [JSON.stringify(edit), edit]));
  return { alerts, after: applyAll(code, [...unique.values()]) };
}
