/** Why a rule says nothing at a line: it is off, finds nothing there, is hushed, or the baseline holds what it finds. */
import type { Alert } from "../engine/alert.js";
import { createWorkspace } from "../engine/workspace.js";
import { languages } from "../languages/index.js";
import type { HushLine, RuleTrace } from "../report/trace.js";
import { areaOf, type Rule } from "../rules/rule.js";
import { withActive } from "../settings/resolve.js";
import type { Text } from "../text/text.js";
import { Baselines } from "./baseline.js";
import { cutOff } from "./cut-off.js";
import { modulesOnDisk } from "./disk-files.js";
import type { FileSettings } from "./project-settings.js";

const hushForm = /quill:(\s*hush)/g;

/** The hush comments of a text, or those among them that name a rule or its area. */
export function hushLines(text: Text, rule?: string): HushLine[] {
  const found: HushLine[] = [];
  for (let number = 0; number < text.lines.lineCount; number += 1) {
    const line = text.slice(text.lines.startOf(number), text.lineEnd(number));
    const names = /quill:\s*hush(?:-file|-from|-to)?\s+([\w.*, \t-]+)/.exec(line)?.[1];
    if (names === undefined) continue;
    const isNamed = rule === undefined ||
      names.split(/[,\s]+/).some((name) => name === rule || name === `${areaOf(rule)}.*`);
    if (isNamed) found.push({ line: number + 1, text: line.trim() });
  }
  return found;
}

/** The alerts of a text by its settings, and those that the baseline does not hold. */
export function alertsOf(
  file: string,
  languageId: string,
  text: string,
  settings: FileSettings["resolved"],
): { readonly alerts: readonly Alert[]; readonly text: Text } {
  const workspace = createWorkspace({ languages, cutOff, files: modulesOnDisk() });
  workspace.open({ uri: file, languageId, version: 0, text, settings });
  return { alerts: workspace.alerts(file), text: workspace.text(file) };
}

/** `rule` must be one that the settings know; `line` counts from 1. */
export function traceRule(
  file: string,
  languageId: string,
  content: string,
  rule: Rule,
  line: number,
  { resolved: ofAll, source }: FileSettings,
): RuleTrace {
  const resolved = ofAll.in(languages.find(({ languageIds }) => languageIds.includes(languageId))!);
  const { alerts, text } = alertsOf(file, languageId, content, resolved);
  const isHere = ({ from, to, rule: id }: Alert): boolean =>
    id === rule.id && text.lineAt(from).number + 1 <= line && text.lineAt(to).number + 1 >= line;
  const { level, from } = resolved.outcomes.get(rule.id) ?? { level: "off", from: "in no kit" };
  const isOn = resolved.active.some((one) => one.rule.id === rule.id);
  const fresh = new Baselines().of(source)?.fresh(file, alerts, text) ?? alerts;
  const told = fresh.filter(isHere).map(({ message }) => message);
  const on = isOn
    ? resolved
    : withActive(resolved, [
      ...resolved.active,
      { rule, level: rule.level, options: resolved.optionsOf(rule) },
    ]);
  /** What is found on the line where hush comments count on one line alone, or nowhere: words as long stand for the others. */
  const foundWith = (hushing?: number): readonly Alert[] => {
    const bare = content.replaceAll(
      hushForm,
      (hush, rest: string, at: number) => (text.lineAt(at).number + 1 === hushing ? hush : `quilt:${rest}`),
    );
    return alertsOf(file, languageId, bare, on).alerts.filter(isHere);
  };
  const all = foundWith();
  const { from: start, to: end } = text.lineAt(text.lines.startOf(line - 1));
  return {
    rule: rule.id,
    line,
    level,
    from,
    told,
    found: all.map(({ message }) => message).filter((message) => !told.includes(message)),
    hushes: hushLines(text, rule.id).filter((hush) => foundWith(hush.line).length < all.length),
    inBaseline: alerts.filter(isHere).length - told.length,
    isBroken: alerts.some((one) => one.rule.startsWith("syntax.") && one.from <= end && one.to >= start),
  };
}
