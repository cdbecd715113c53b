/** The rules that are on, sorted by what they are called for. */
import type { FileView, Rule } from "../rules/rule.js";
import type { ActiveRule } from "../settings/resolve.js";
import { sharedView, viewFor, type ViewSource } from "./view.js";

/** A rule with its view, and what is to be called for a unit. */
export interface Call {
  readonly rule: Rule;
  readonly view: FileView;
  readonly run: (unit: never, file: FileView) => void;
}

export class RuleCalls {
  readonly byNode = new Map<string, Call[]>();
  readonly bySiblings = new Map<string, Call[]>();
  readonly byBinding: Call[] = [];
  readonly byUse: Call[] = [];
  readonly byFlow: Call[] = [];
  readonly byEnds: Call[] = [];
  readonly byFile: Call[] = [];
  readonly byHush: Call[] = [];

  constructor(active: readonly ActiveRule[], source: ViewSource) {
    const shared = sharedView(source);
    for (const one of active) {
      const { rule } = one;
      const view = viewFor(one, source, shared);
      for (const [byKind, visitors] of [[this.byNode, rule.visit], [this.bySiblings, rule.siblings]] as const) {
        for (const [type, visit] of Object.entries(visitors ?? {})) {
          const calls = byKind.get(type) ?? [];
          calls.push({ rule, view, run: visit as Call["run"] });
          byKind.set(type, calls);
        }
      }
      if (rule.binding) this.byBinding.push({ rule, view, run: rule.binding });
      if (rule.unresolved) this.byUse.push({ rule, view, run: rule.unresolved });
      if (rule.flow) this.byFlow.push({ rule, view, run: rule.flow });
      if (rule.ends) this.byEnds.push({ rule, view, run: rule.ends });
      if (rule.hush) this.byHush.push({ rule, view, run: rule.hush });
      if (rule.file) this.byFile.push({ rule, view, run: () => rule.file!(view) });
    }
  }
}
