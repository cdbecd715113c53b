/** A rule's documentation, made from the rule itself: as Markdown, and as text for a terminal. */
import { languages } from "../languages/index.js";
import type { QuietExample, Rule } from "../rules/rule.js";
import { inKit, kitNames } from "../settings/kits.js";
import { optionNames } from "../settings/options.js";
import { Text } from "../text/text.js";
import { visible } from "../text/visible.js";
import { wrapped } from "./columns.js";
import { excerpt, type Drawing, type Note } from "./excerpt.js";
import type { Paint } from "./palette.js";

/** An option of a rule as its documentation shows it. */
export interface OptionPage {
  readonly name: string;
  readonly values: string;
  readonly standard: string;
  readonly effect: string;
}

interface JsonSchema {
  readonly type?: string;
  readonly enum?: readonly unknown[];
  readonly items?: JsonSchema;
  readonly default?: unknown;
  readonly description?: string;
  readonly properties?: Readonly<Record<string, JsonSchema>>;
}

function typeText(schema: JsonSchema): string {
  if (schema.enum) return schema.enum.map((value) => JSON.stringify(value)).join(", ");
  if (schema.type === "array") return `list of ${typeText(schema.items ?? {})}`;
  return schema.type ?? "any";
}

export function optionsOf(rule: Rule, toJsonSchema: (rule: Rule) => unknown): OptionPage[] {
  if (rule.options === undefined) return [];
  const { properties = {} } = toJsonSchema(rule) as JsonSchema;
  const elsewhere = Object
    .entries(rule.in ?? {})
    .flatMap(
      ([id, part]) => (
        part.options === undefined || part.options === rule.options
          ? []
          : [{ id, own: (toJsonSchema(part) as JsonSchema).properties ?? {} }]
      ),
    );
  return optionNames(rule).map((name) => {
    const schema = properties[name] ?? {};
    const standard = JSON.stringify(schema.default);
    const others = elsewhere.flatMap(({ id, own }) => {
      const other = JSON.stringify(own[name]?.default);
      return other === undefined || other === standard ? [] : [` In ${languageName(id)} the default is \`${other}\`.`];
    });
    return { name, values: typeText(schema), standard, effect: (schema.description ?? "") + others.join("") };
  });
}

/** Whether a rule offers remedies, as its examples show. */
export function hasRemedy(rule: Rule): boolean {
  return rule.examples.alerts.some(({ after }) => after !== undefined);
}

/** The kits that switch a rule on. */
export function kitsOf(rule: Rule): string[] {
  return kitNames.filter((kit) => inKit(rule, kit));
}

const codeLanguage = (rule: Rule, languageId?: string): string => (
  rule.language === "settings" ? "jsonc" : (languageId ?? languages[0]!.languageIds[0]!)
);

/** What holds for an example beside its code. */
function circumstances({ options, edition, largest, files = {} }: QuietExample, codeLanguage: string): string[] {
  const lines: string[] = [];
  if (options !== undefined) lines.push(`With \`${JSON.stringify(options)}\`:`, "");
  if (edition !== undefined) lines.push(`With edition ${edition}:`, "");
  if (largest !== undefined) lines.push(`With \`"largest": ${largest}\` in the settings:`, "");
  for (const [name, text] of Object.entries(files)) {
    lines.push(
      `With \`${name}\`:`,
      "",
      "```" + (/\.json$/.test(name) ? "json" : codeLanguage),
      text.trimEnd(),
      "```",
      "",
    );
  }
  return lines;
}

// quill: hush dead.unread-export because the script that writes the pages takes it from what is built
export function markdownPage(rule: Rule, options: readonly OptionPage[]): string {
  const lines = [`# \`${rule.id}\``, "", `**${rule.title}.**`, "", rule.why, ""];
  lines.push(
    `Level: \`${rule.level}\` · kits: ${kitsOf(rule).map((kit) => `\`${kit}\``).join(", ") || "none"}${rule.always ? " · always on" : ""}`,
    "",
  );
  lines.push("The marks `«` and `»` stand around what is marked in the editor.", "", "## Alerts", "");
  for (const example of rule.examples.alerts) {
    const { code, after, languageId } = example;
    lines.push(...circumstances(example, codeLanguage(rule, languageId)));
    lines.push("```" + codeLanguage(rule, languageId), shorten(code), "```", "");
    if (after !== undefined) {
      lines.push("becomes", "", "```" + codeLanguage(rule, languageId), after.trimEnd(), "```", "");
    }
  }
  lines.push("## Stays quiet", "");
  for (const example of rule.examples.quiet) {
    const { code, languageId } = example;
    if (code.trim() === "") continue;
    lines.push(...circumstances(example, codeLanguage(rule, languageId)));
    lines.push("```" + codeLanguage(rule, languageId), code.trimEnd(), "```", "");
  }
  if (options.length > 0) {
    lines.push("## Options", "", "| option | values | default | effect |", "| --- | --- | --- | --- |");
    for (const { name, values, standard, effect } of options) {
      lines.push(`| \`${name}\` | ${values.replaceAll("|", "\\|")} | \`${standard}\` | ${effect} |`);
    }
    lines.push("");
  }
  return lines.join("\n");
}

/** The first sentences of a text, not more than two. */
function gist(text: string): string {
  const [first] = text.split("\n\n");
  const sentences = [...new Intl.Segmenter("en", { granularity: "sentence" }).segment(first!.replaceAll("\n", " "))];
  return sentences.slice(0, 2).map(({ segment }) => segment).join("").trim();
}

/** Why an alert is told, as short as a hover beside its mark has to be, and where more is said. */
export function hoverReason(rule: Rule, page: string | undefined): string {
  return page === undefined ? gist(rule.why) : `${gist(rule.why)}\n\n[Examples, options and levels](${page})`;
}

/** How a language is called, by its id. */
function languageName(id: string): string {
  return languages.find((one) => one.id === id)?.nameFor(endingOf(id)) ?? id;
}

/** The ending of the files of a language, as blocks of code are called in Markdown; that of the first language where none is named. */
function endingOf(id: string | undefined): string {
  return (languages.find((one) => one.id === id) ?? languages[0]!).extensions[0]!.slice(1);
}

/** The gist of a page for where a rule is named: why, one example, how to change the level, and where the page is. */
export function shortPage(rule: Rule, page: string | undefined): string {
  const [example] = rule.examples.alerts;
  const lines = [rule.why, ""];
  if (example !== undefined && rule.language === undefined) {
    const code = `\`\`\`${example.languageId ?? endingOf(rule.languages?.[0])}`;
    lines.push(code, shorten(example.code.replaceAll(/[«»]/g, "")), "```", "");
    if (example.after !== undefined && example.after.trim() !== "") {
      lines.push("becomes", "", code, shorten(example.after), "```", "");
    }
  }
  lines.push(
    rule.always ? "Always on." : `Change its level in \`alert-quill.jsonc\`: \`"levels": { "${rule.id}": "off" }\``,
  );
  if (page !== undefined) lines.push("", `[All about \`${rule.id}\`](${page})`);
  return lines.join("\n");
}

export function terminalPage(rule: Rule, options: readonly OptionPage[], drawing: Drawing): string {
  const { colours, width } = drawing;
  const paint = colours.level[rule.level];
  const paragraph = (text: string): string[] => wrapped(text, Math.min(width, 96));
  const lines = [
    `${colours.strong(rule.id)}  ${paint(rule.level)}  ${colours.faint(kitsOf(rule).join(", "))}`,
    ...paragraph(rule.title),
    "",
    ...rule.why.split("\n\n").flatMap((part) => [...paragraph(part.replaceAll("\n", " ")), ""]),
  ];
  const withOptions = (used: unknown): string[] =>
    used === undefined ? [] : [colours.faint(`    with ${JSON.stringify(used)}`)];
  const withFiles = (files: QuietExample["files"] = {}): string[] => Object.entries(files).flatMap(([name, text]) => [
    colours.faint(`    with ${name}`),
    ...drawn(text, paint, drawing),
  ]);
  lines.push(colours.strong("Alerts"), "");
  for (const { code, after, options: used, files } of rule.examples.alerts) {
    lines.push(...withOptions(used), ...withFiles(files), ...drawn(code, paint, drawing));
    if (after !== undefined && after.trim() !== "") {
      lines.push(colours.faint("    becomes"), ...drawn(after, paint, drawing));
    }
    lines.push("");
  }
  lines.push(colours.strong("Stays quiet"), "");
  for (const { code, options: used, files } of rule.examples.quiet) {
    if (code.trim() === "") continue;
    lines.push(...withOptions(used), ...withFiles(files), ...drawn(code, paint, drawing), "");
  }
  if (options.length > 0) {
    lines.push(colours.strong("Options"), "");
    for (const { name, values, standard, effect } of options) {
      lines.push(`    ${colours.strong(name)}  ${colours.faint(`default ${standard}`)}`);
      for (const line of [...wrapped(values, width - 8), ...wrapped(effect, width - 8)]) lines.push(`        ${line}`);
    }
    lines.push("");
  }
  const advice = rule.always
    ? "Always on."
    : `Change its level in alert-quill.jsonc: "levels": { "${rule.id}": "off" }`;
  lines.push(...wrapped(advice, width).map(colours.faint), "");
  return lines.join("\n");
}

/** An example with what it marks underlined. */
function drawn(code: string, paint: Paint, drawing: Drawing): string[] {
  const parts = code.trimEnd().split(/[«»]/);
  const text = Text.of(parts.join(""));
  let at = 0;
  const notes = parts.flatMap((part, index): Note[] => {
    const from = at;
    at += part.length;
    if (index % 2 === 0) return [];
    return [{ ...visible({ from, to: at }, text), paint, says: [] }];
  });
  return excerpt(text, 0, text.lines.lineCount - 1, notes, drawing);
}

/** The code of an example as its page shows it: of very long lines, which would tear the page, the ends. */
// quill: hush dead.unread-export because the handbook takes it from what is built
export function shorten(code: string): string {
  return code.trimEnd().replaceAll(/^.{200,}$/gm, (line) => `${line.slice(0, 60)} … ${line.slice(-30)}`);
}
