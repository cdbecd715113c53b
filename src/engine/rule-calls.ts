/** The rules that are on, sorted by what they are called for. */
import type { FileView, Rule } from "../rules/rule.js";
import type { ActiveRule } from "../settings/resolve.js";
import { LiveSource, sharedView, viewFor } from "./view.js";

/** A rule with its view, and what is to be called for a unit. */
export interface Call {
  readonly rule: Rule;
  readonly view: FileView;
  readonly run: (unit: never, file: FileView) => unknown;
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
  readonly byFile: Call[] = [];
  readonly byHush: Call[] = [];

  private static readonly made = new WeakMap<readonly ActiveRule[], RuleCalls>();

  /** The calls of some rules; the same for the same list. */
  static of(active: readonly ActiveRule[]): RuleCalls {
    let calls = RuleCalls.made.get(active);
    if (calls === undefined) RuleCalls.made.set(active, (calls = new RuleCalls(active)));
    return calls;
  }

  private constructor(active: readonly ActiveRule[]) {
    const { live } = this;
    const shared = sharedView(live);
    for (const one of active) {
      const { rule } = one;
      const view = viewFor(one, live, shared);
      const ways = [[this.byNode, rule.visit], [this.bySiblings, rule.siblings], [this.ahead, rule.ahead]] as const;
      for (const [byKind, visitors] of ways) {
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
