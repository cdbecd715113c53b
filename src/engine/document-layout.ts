/** Laying out a document, or what stands in a range of it, and putting its imports in order. */
import type { Language } from "../languages/language.js";
import { areaOf, type Rule } from "../rules/rule.js";
import { withBeside, type ResolvedSettings } from "../settings/resolve.js";
import type { Node } from "../syntax/node.js";
import { childrenOf, nodeAt, nodesTouching, walk } from "../syntax/walk.js";
import type { Edit, Span } from "../text/edit.js";
import type { DocumentAnalysis } from "./analysis.js";
import type { DocumentState } from "./document-state.js";
import { mend } from "./mend.js";

/** The rule whose option `unit` is the client's step of indentation where the settings do not say one. */
const indentRule = "layout.indent";

export interface LayoutOptions {
  /** Whether the statements and members that a range touches are laid out as a whole. */
  readonly whole?: boolean;
  /** Only by rules that are on. */
  readonly onlyOn?: boolean;
  /** What each step is indented by where the settings do not say: so many spaces, or `tab`. */
  readonly unit?: number | "tab";
}

/** Edits, in document order, that lay a document out: see `Workspace.layout`. `rules` are all there are. */
export function laidOut(
  document: DocumentState,
  rules: readonly Rule[],
  range: Span | undefined,
  { whole = false, onlyOn = false, unit }: LayoutOptions,
): Edit[] {
  const span = range === undefined || !whole ? range : wholeOf(document.language, document.analysis.root, range);
  const { edits } = mend(
    onlyOn ? document.analysis : layoutAnalysis(document, rules, unit),
    {
      only: ["layout"],
      ...(span !== undefined && { within: [span] }),
    },
  );
  return span === undefined ? edits : edits.filter(({ from, to }) => from >= span.from && to <= span.to);
}

/** Edits, in document order, that put the imports of a document in order: see `Workspace.orderImports`. `rules` are all there are. */
export function orderedImports(document: DocumentState, rules: readonly Rule[]): Edit[] {
  const { analysis, settings } = document;
  const only = ["imports", "dead.unread-import"];
  const standard = unsaid("imports", rules, settings);
  if (standard.length === 0) return mend(analysis, { only }).edits;
  const active = withBeside(
    [
      ...settings.active.filter(({ rule: { id } }) => areaOf(id) === "imports" || only.includes(id)),
      ...standard.map((rule) => ({ rule, level: rule.level, options: settings.optionsOf(rule) })),
    ],
    settings.optionsOf,
  );
  return mend(document.analysisWith({ ...settings, active }), { only }).edits;
}

/** Rules of the kit `tidy` of which the settings say nothing. */
function unsaid(area: string, rules: readonly Rule[], { outcomes }: ResolvedSettings): Rule[] {
  return rules.filter(
    ({ id, kits }) => areaOf(id) === area && kits.includes("tidy") && outcomes.get(id)?.from === "in no kit",
  );
}

/** An analysis with all rules that lay out. It goes along with the document once it has been needed. */
function layoutAnalysis(
  document: DocumentState,
  rules: readonly Rule[],
  unit: LayoutOptions["unit"],
): DocumentAnalysis {
  const { analysis, settings } = document;
  const standard = unsaid("layout", rules, settings);
  if (standard.length === 0) return analysis;
  const indent = standard.find(({ id }) => id === indentRule);
  const isSaid = indent === undefined || settings.outcomes.get(indentRule)?.tunedBy.length !== 0;
  const step = isSaid ? undefined : unit;
  if (document.layout === undefined || document.layout.unit !== step) {
    const optionsOf = (rule: Rule): unknown => rule === indent && step !== undefined
      ? { ...(settings.optionsOf(rule) as object), unit: step }
      : settings.optionsOf(rule);
    const active = withBeside(
      [
        ...settings.active.filter(({ rule }) => areaOf(rule.id) === "layout"),
        ...standard.map((rule) => ({ rule, level: rule.level, options: optionsOf(rule) })),
      ],
      optionsOf,
    );
    document.layout = { unit: step, analysis: document.analysisWith({ ...settings, active }) };
  }
  return document.layout.analysis;
}

/** The statement, or the block with its head, that ends at an offset; for laying out what has just been closed. */
export function endingAt({ analysis: { root }, language }: DocumentState, offset: number): Span | undefined {
  let found: Span | undefined;
  for (const node of nodesTouching(root, offset, offset)) {
    if (node !== root && node.end === offset && language.isWhole(node)) found = { from: node.start, to: offset };
  }
  for (
    let node = found === undefined ? undefined : nodeAt(root, found.from, offset);
    node !== undefined && node !== root && node.end === offset;
    node = node.parent ?? undefined
  ) found = { from: node.start, to: offset };
  return found;
}

/** A range, and all of the statements that it touches, but for those that others stand in. */
function wholeOf({ holdsLines: isLines }: Language, root: Node, range: Span): Span {
  let { from, to } = range;
  const extend = (node: Node): void => {
    let holdsLines = false;
    walk(node, (inner) => !holdsLines && !(holdsLines = isLines(inner)));
    if (holdsLines) return;
    from = Math.min(from, node.start);
    to = Math.max(to, node.end);
  };
  let node = nodeAt(root, from, to);
  while (node.parent !== null && !isLines(node) && !isLines(node.parent)) node = node.parent;
  if (isLines(node)) {
    for (const child of childrenOf(node)) if (child.end >= range.from && child.start <= range.to) extend(child);
  } else extend(node);
  return { from, to };
}
