/** How the kinds of units have rules called. */
import type { Language } from "../../languages/language.js";
import type { Node } from "../../syntax/node.js";
import type { Meter } from "../meter.js";
import type { RecordStore } from "../record-store.js";
import type { Call, RuleCalls } from "../rule-calls.js";
import type { RuleRun } from "../rule-run.js";

export class UnitCalls {
  /** Nothing has been visited since the start. */
  isFresh = true;
  /** All is to be looked at, so that it need not be noted what is. */
  isWhole = true;

  constructor(
    readonly language: Language,
    private readonly run: RuleRun,
    /** What rules asked that lies beyond their units. */
    private readonly watches: readonly { forget(store: RecordStore, unit: object): void }[],
    private readonly meter: Meter | undefined,
    /** After how many visits it is asked whether to leave off for now. */
    readonly stepsAtATime: number,
  ) {}

  /** The rules that are on, by what they are called for. */
  get sorted(): RuleCalls {
    return this.run.calls;
  }

  /** Calls one rule, whose alerts go where those of the last call for a unit go. */
  readonly invoke = (call: Call, given: unknown): void => this.run.call(call, given);

  /** Calls rules for a unit of a store. Offsets of what they find are tied to `base`. */
  call(calls: readonly Call[], store: RecordStore, unit: object, base: Node, given: unknown = unit): void {
    this.run.callFor(calls, { unit, store }, base, given);
  }

  /** Calls rules that came late for a unit, once more where they had been called before. */
  callLate(
    late: ReadonlySet<string>,
    calls: readonly Call[],
    store: RecordStore,
    unit: object,
    base: Node,
    given: unknown = unit,
  ): void {
    store.dropRules(late, unit);
    this.call(calls, store, unit, base, given);
  }

  /** Drops what was found and asked for a unit. */
  drop(store: RecordStore, unit: object): void {
    store.drop(unit);
    for (const watch of this.watches) watch.forget(store, unit);
  }

  staged<Result>(stage: string, run: () => Result): Result {
    return this.meter === undefined ? run() : this.meter.stage(stage, run);
  }
}

/** The calls among some that are of rules which came late. */
export function lateOf(calls: readonly Call[], late: ReadonlySet<string>): readonly Call[] {
  return calls.filter(({ rule }) => late.has(rule.id));
}
