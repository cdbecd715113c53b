/** The board: a whole review as one page that needs no network. */
import { readFileSync } from "node:fs";
import { structuredPatch } from "diff";
import type { Alert } from "../engine/alert.js";
import type { ShownRemedy } from "../engine/document-remedies.js";
import { levels, type Rule } from "../rules/rule.js";
import type { OwnLevels } from "../settings/schema.js";
import { applyAll } from "../text/edit.js";
import { positionAt } from "../text/position.js";
import type { Text } from "../text/text.js";
import { version } from "../version.js";
import type {
  BoardAlert,
  BoardChange,
  BoardData,
  BoardExample,
  BoardFile,
  BoardLevel,
  BoardRule,
} from "./board-data.js";
import { afterthoughts } from "./closing.js";
import { ShownText } from "./columns.js";
import type { FileReview, Review } from "./model.js";
import { kitsOf } from "./rule-page.js";
import type { Trend } from "./trend.js";

export interface BoardOptions {
  /** How the folder is called that was reviewed. */
  readonly name: string;
  /** When it was, as an ISO date with its time. */
  readonly made: string;
  readonly ownLevels: OwnLevels;
  /** The rules there are. */
  readonly rules: ReadonlyMap<string, Rule>;
  /** What became of an earlier report, with its name. */
  readonly trend?: Trend & { readonly against: string };
}

/** How many lines are shown around what an alert marks, and of it at most. */
const around = 2;
const mostLines = 6;
/** What is shown of a line, in UTF-16 code units. */
const longestLine = 300;
/** How many examples of a rule are shown, of each kind. */
const mostExamples = 3;

/** The page, with all that it needs. */
export function boardPage(review: Review, options: BoardOptions): string {
  const beside = (name: string): string => readFileSync(new URL(`../board/${name}`, import.meta.url), "utf8");
  const data = JSON.stringify(boardData(review, options)).replaceAll("<", "\\u003c");
  return [
    "<!doctype html>",
    '<html lang="en">',
    "<head>",
    '<meta charset="utf-8">',
    '<meta name="viewport" content="width=device-width, initial-scale=1">',
    `<title>${escaped(options.name)}: board</title>`,
    `<style>${beside("board.css")}</style>`,
    "</head>",
    "<body>",
    '<div id="board"><noscript>The board needs scripts, which are in this file.</noscript></div>',
    `<script id="data" type="application/json">${data}</script>`,
    `<script type="module">${beside("board.js").replaceAll("</script", "<\\/script")}</script>`,
    "</body>",
    "</html>",
    "",
  ].join("\n");
}

const escaped = (text: string): string => text.replaceAll("&", "&amp;").replaceAll("<", "&lt;");

/** What the page shows. */
function boardData(review: Review, { name, made, ownLevels, rules, trend }: BoardOptions): BoardData {
  const files = review.files.map((file) => fileData(file, trend));
  const used = new Set(files.flatMap(({ alerts }) => alerts.map(({ rule }) => rule)));
  const named = new Set(files.flatMap(({ alerts }) => alerts.map(({ level }) => level)));
  const known = [...used].flatMap((id) => rules.get(id) ?? []);
  return {
    name,
    made,
    version,
    seconds: (review.milliseconds ?? 0) / 1000,
    levels: levelData(named, ownLevels),
    files,
    rules: Object.fromEntries(known.map((rule) => [rule.id, ruleData(rule)])),
    notes: afterthoughts(review),
    ...(trend && { trend: { against: trend.against, stayed: trend.stayed, gone: trend.gone } }),
  };
}

function levelData(named: ReadonlySet<string>, ownLevels: OwnLevels): BoardLevel[] {
  return levels.flatMap((level, index): BoardLevel[] => {
    const strokes = levels.length - index;
    const own = Object.entries(ownLevels).filter(([, { standsOn }]) => standsOn === level);
    return [
      ...own.map(([name, { colour = "magenta" }]) => ({ name, strokes, colour })),
      { name: level, strokes },
    ].filter((one) => named.has(one.name));
  });
}

function fileData(file: FileReview, trend: Trend | undefined): BoardFile {
  const { path, text, alerts, details } = file;
  const source = new SourceLines(text);
  return {
    path,
    lines: text.lines.lineCount,
    strain: details?.strain ?? 0,
    alerts: alerts.map((alert) => alertData(alert, file, source, trend)),
    source: source.shown,
  };
}

function alertData(
  alert: Alert,
  { text, mendable, details }: FileReview,
  source: SourceLines,
  trend?: Trend,
): BoardAlert {
  const start = positionAt(text, alert.from);
  const end = positionAt(text, alert.to);
  source.show(start.line - around, Math.min(end.line, start.line + mostLines) + around);
  return {
    rule: alert.rule,
    level: alert.ownLevel ?? alert.level,
    message: alert.message,
    line: start.line + 1,
    column: source.column(start.line, start.character),
    endLine: end.line + 1,
    endColumn: source.column(end.line, end.character),
    character: start.character + 1,
    related: alert.related.map((one) => {
      const { line, character } = positionAt(text, one.from);
      return { line: line + 1, character: character + 1, message: one.message };
    }),
    remedies: (details?.remedies.get(alert) ?? []).map((remedy) => ({
      title: remedy.title,
      certainty: remedy.certainty,
      lines: changesOf(remedy, text),
    })),
    mends: mendable.has(alert),
    isNew: trend?.fresh.has(alert) === true,
  };
}

/** Lines of a text as they are seen. */
class SourceLines {
  readonly shown: Record<number, string> = {};
  private readonly lines = new Map<number, ShownText>();

  constructor(private readonly text: Text) {}

  /** Takes in lines, counted from 0. */
  show(first: number, last: number): void {
    for (let line = Math.max(0, first); line <= Math.min(last, this.text.lines.lineCount - 1); line += 1) {
      this.shown[line + 1] ??= this.lineAt(line).text;
    }
  }

  column(line: number, character: number): number {
    return this.lineAt(line).column(character);
  }

  private lineAt(line: number): ShownText {
    let shown = this.lines.get(line);
    if (shown === undefined) {
      const from = this.text.lines.startOf(line);
      const whole = this.text.slice(from, Math.min(this.text.lineEnd(line), from + longestLine));
      this.lines.set(line, (shown = new ShownText(whole)));
    }
    return shown;
  }
}

/** How much of a text around edits is compared, in lines. */
const compared = 3;

function changesOf({ edits }: ShownRemedy, text: Text): BoardChange[] {
  if (edits.length === 0) return [];
  // Only what lies around the edits is compared: texts may be long, and alerts many.
  const first = Math.max(0, text.lines.lineAt(Math.min(...edits.map(({ from }) => from))) - compared);
  const lastLine = text.lines.lineAt(Math.max(...edits.map(({ to }) => to))) + compared;
  const from = text.lines.startOf(first);
  const to = lastLine >= text.lines.lineCount - 1 ? text.length : text.lines.startOf(lastLine + 1);
  const before = text.slice(from, to);
  const after = applyAll(
    before,
    edits.map((edit) => ({ ...edit, from: edit.from - from, to: edit.to - from })),
  );
  const { hunks } = structuredPatch("", "", before, after, "", "", { context: 1 });
  return hunks.flatMap(({ oldStart, newStart, lines }, index): BoardChange[] => {
    const numbers = { old: oldStart + first, new: newStart + first };
    const changes = lines.filter((line) => !line.startsWith("\\")).map((line): BoardChange => {
      const is = line[0] as "-" | "+" | " ";
      const number = is === "-" ? numbers.old : numbers.new;
      if (is !== "+") numbers.old += 1;
      if (is !== "-") numbers.new += 1;
      return { is, line: number, text: new ShownText(line.slice(1, longestLine)).text };
    });
    return index === 0 ? changes : [{ is: "…", line: 0, text: "" }, ...changes];
  });
}

function ruleData(rule: Rule): BoardRule {
  const { title, why, examples } = rule;
  return {
    title,
    why,
    kits: kitsOf(rule),
    bad: examples.alerts.slice(0, mostExamples).map(({ code, after }): BoardExample => ({
      code: code.trimEnd(),
      ...(after !== undefined && { after: after.trimEnd() }),
    })),
    good: examples.quiet.slice(0, mostExamples).map(({ code }) => ({ code: code.trimEnd() })),
  };
}
