/** The rules that are on, sorted by what they are called for. */
import type { Language } from "../languages/language.js";
import { shapeIn, type ShapeMap, type ShapeName } from "../model/shapes.js";
import type { FileView, Rule } from "../rules/rule.js";
import type { ActiveRule } from "../settings/resolve.js";
import type { Node } from "../syntax/node.js";
import { LiveSource, sharedView, viewFor } from "./view.js";

/** A rule with its view, and what is to be called for a unit. */
export interface Call {
  readonly rule: Rule;
  readonly view: FileView;
  readonly run: (unit: never, file: FileView) => unknown;
}

type Visit = (node: Node, file: FileView) => void;

/** Visitors of the kinds of nodes that have some shapes in a language. */
function visitorsOf(wanted: NonNullable<Rule["shapes"]>, shapes: ShapeMap): Record<string, Visit> {
  const visitors: Record<string, Visit> = {};
  for (const [name, run] of Object.entries(wanted) as [ShapeName, (shape: unknown, file: FileView) => void][]) {
    for (const kind of Object.keys(shapes[name] ?? {})) {
      const before = visitors[kind];
      visitors[kind] = (node, file) => {
        before?.(node, file);
        const shape = shapeIn(shapes, name, node);
        if (shape !== undefined) run(shape, file);
      };
    }
  }
  return visitors;
}

export class RuleCalls {
  /** To be set to the document whose rules are about to run. */
  readonly live = new LiveSource();
  readonly byNode = new Map<string, Call[]>();
  readonly bySiblings = new Map<string, Call[]>();
  readonly ahead = new Map<string, Call[]>();
  readonly byBinding: Call[] = [];
  readonly byUse: Call[] = [];
  readonly byFlow: Call[] = [];
  readonly byEnds: Call[] = [];
  readonly bySameCode: Call[] = [];
  readonly byFile: Call[] = [];
  readonly byHush: Call[] = [];

  private static readonly made = new WeakMap<readonly ActiveRule[], Map<Language, RuleCalls>>();

  /** The calls of some rules in a language; the same for the same list. */
  static of(active: readonly ActiveRule[], language: Language): RuleCalls {
    const known = RuleCalls.made.get(active) ?? new Map<Language, RuleCalls>();
    RuleCalls.made.set(active, known);
    let calls = known.get(language);
    if (calls === undefined) known.set(language, (calls = new RuleCalls(active, language)));
    return calls;
  }

  private constructor(active: readonly ActiveRule[], language: Language) {
    const { live } = this;
    const shared = sharedView(live, language);
    for (const one of active) {
      const { rule } = one;
      if (rule.languages?.includes(language.id) === false) continue;
      const own = rule.in?.[language.id] ?? rule;
      const view = viewFor(one, live, shared);
      const ways = [
        [this.byNode, own.visit],
        [this.byNode, own.shapes && visitorsOf(own.shapes, language.shapes)],
        [this.bySiblings, own.siblings],
        [this.bySiblings, own.lists && Object.fromEntries(language.listKinds.map((kind) => [kind, own.lists!]))],
        [this.ahead, own.ahead],
      ] as const;
      for (const [byKind, visitors] of ways) {
        for (const [type, visit] of Object.entries(visitors ?? {})) {
          const calls = byKind.get(type) ?? [];
          calls.push({ rule, view, run: visit as Call["run"] });
          byKind.set(type, calls);
        }
      }
      if (own.binding) this.byBinding.push({ rule, view, run: own.binding });
      if (own.unresolved) this.byUse.push({ rule, view, run: own.unresolved });
      if (own.flow) this.byFlow.push({ rule, view, run: own.flow });
      if (own.ends) this.byEnds.push({ rule, view, run: own.ends });
      if (own.hush) this.byHush.push({ rule, view, run: own.hush });
      if (own.sameCode) this.bySameCode.push({ rule, view, run: own.sameCode });
      if (own.file) this.byFile.push({ rule, view, run: () => own.file!(view) });
    }
  }
}
