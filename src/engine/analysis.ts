/** One text, analysed: tree, names, alerts. */
import type { Language, DocumentInfo, Tree } from "../languages/language.js";
import type { Names } from "../model/names.js";
import type { FileView, Finding, RemedyOffer, Label, Rule, AlertLevel } from "../rules/rule.js";
import { readyMadeNames } from "../settings/ready-made.js";
import type { ResolvedSettings } from "../settings/resolve.js";
import type { Node } from "../syntax/node.js";
import { walk } from "../syntax/walk.js";
import type { Text } from "../text/text.js";
import { findHushes, isHushed } from "./hush.js";

/** One finding of one rule at one range. Offsets are UTF-16 code units of the text it was found in. */
export interface Alert {
  readonly rule: string;
  readonly level: AlertLevel;
  readonly message: string;
  readonly from: number;
  readonly to: number;
  readonly labels: readonly Label[];
  readonly related: readonly { readonly from: number; readonly to: number; readonly message: string }[];
}

/** An alert with the ways to settle it. */
export interface FoundAlert {
  readonly alert: Alert;
  readonly remedies: () => readonly RemedyOffer[];
}

/** A rule that failed on a text. It says so once and finds nothing there. */
export interface RuleFailure {
  readonly rule: string;
  readonly error: unknown;
}

export interface Analysis {
  readonly text: Text;
  readonly tree: Tree;
  readonly names: Names;
  /** In document order. */
  readonly found: readonly FoundAlert[];
  readonly failures: readonly RuleFailure[];
}

export interface AnalysisInput {
  readonly text: Text;
  readonly info: DocumentInfo;
  readonly language: Language;
  readonly settings: ResolvedSettings;
  /** As `YYYY-MM-DD`, for hush comments with an end. */
  readonly today: string;
}

type Visitor = (node: Node, file: FileView) => void;

/** Analyses a text. `tree` is its tree, where there is one already. */
export function analyse({ text, info, language, settings, today }: AnalysisInput, tree: Tree = language.parse(text.value, info)): Analysis {
  const names = language.names(tree);
  const hushes = findHushes(text, tree, language);
  const ready = readyMadeNames(settings);
  const known = new Set(settings.known);
  const found: FoundAlert[] = [];
  const failures: RuleFailure[] = [];
  const failed = new Set<Rule>();
  const visitors = new Map<string, { rule: Rule; visit: Visitor; view: FileView }[]>();

  const guard = (rule: Rule, run: () => void): void => {
    if (failed.has(rule)) return;
    try {
      run();
    } catch (error) {
      failed.add(rule);
      failures.push({ rule: rule.id, error });
    }
  };

  const isBroken = (node: Node): boolean => {
    if (tree.problems.length === 0) return false;
    const from = node.start;
    const to = from + node.length;
    return tree.problems.some((problem) => problem.from <= to && problem.to >= from);
  };

  for (const { rule, level, options } of settings.active) {
    const view: FileView = {
      text: text.value,
      root: tree.root,
      names,
      problems: tree.problems,
      options,
      edition: settings.language.edition,
      isBroken,
      isKnown: (name) => ready.has(name) || known.has(name),
      knownNames: function* () {
        yield* known;
        yield* ready;
      },
      alert(at, finding: Finding) {
        const from = "from" in at ? at.from : at.start;
        const to = "from" in at ? at.to : from + at.length;
        if (isHushed(hushes, rule.id, from, today)) return;
        const { message, labels = [], related = [], remedies = () => [] } = finding;
        found.push({ alert: { rule: rule.id, level, message, from, to, labels, related }, remedies });
      },
    };
    if (rule.file) guard(rule, () => rule.file!(view));
    for (const [type, visit] of Object.entries(rule.visit ?? {})) {
      const list = visitors.get(type) ?? [];
      list.push({ rule, visit: visit as Visitor, view });
      visitors.set(type, list);
    }
  }
  if (visitors.size > 0) {
    walk(tree.root, (node) => {
      for (const { rule, visit, view } of visitors.get(node.type) ?? []) guard(rule, () => visit(node, view));
    });
  }
  const kept = found.filter(({ alert }) => !failed.has(ruleNamed(settings, alert.rule)));
  kept.sort((a, b) => a.alert.from - b.alert.from || a.alert.to - b.alert.to || (a.alert.rule < b.alert.rule ? -1 : a.alert.rule > b.alert.rule ? 1 : 0));
  return { text, tree, names, found: kept, failures };
}

function ruleNamed(settings: ResolvedSettings, id: string): Rule {
  return settings.active.find(({ rule }) => rule.id === id)!.rule;
}
