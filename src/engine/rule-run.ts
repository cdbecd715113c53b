/** Runs rules for what there is to look at, and keeps what they find where it belongs. */
import { areaOf, type Finding, type Place, type RemedyOffer, type Rule } from "../rules/rule.js";
import type { ActiveRule, ResolvedSettings } from "../settings/resolve.js";
import type { Node } from "../syntax/node.js";
import { inOrder } from "../text/edit.js";
import { anchor, type AlertRecord, type RuleFailure } from "./alert.js";
import { faultOfEdits, faultOfPlace } from "./faults.js";
import { hushUses, type Hush } from "./hush.js";
import type { Meter } from "./meter.js";
import type { RecordStore } from "./record-store.js";
import { RuleCalls, type Call } from "./rule-calls.js";
import type { RuleLimits } from "./rule-limits.js";
import type { ViewSource } from "./view.js";

/** What a rule is called for, with the store its alerts go to. */
export interface Called {
  readonly unit: object;
  readonly store: RecordStore;
}

export class RuleRun {
  calls!: RuleCalls;
  /** Rules that failed in the last run. */
  failed = new Map<Rule, RuleFailure>();
  /** The rule that is running. */
  running: Rule | undefined;
  /** What was found by looking at the file as a whole. */
  ofFile: AlertRecord[] = [];
  /** For whom rules are running; nobody where they look at the file as a whole. */
  called: Called | undefined;
  private source!: ViewSource;
  private active = new Map<string, ActiveRule>();
  /** The node that offsets are tied to. */
  private base: Node | undefined;

  constructor(
    private readonly meter: Meter | undefined,
    private readonly limits: RuleLimits | undefined,
  ) {}

  /** Takes the rules that are on, sorted by what they are called for, and what they are to see. */
  arrange(active: readonly ActiveRule[], calls: RuleCalls, source: ViewSource): void {
    this.calls = calls;
    this.source = source;
    this.active = new Map(active.map((one) => [one.rule.id, one]));
  }

  /** The settings of a rule that is on. */
  readonly levelOf = (rule: string): ActiveRule => this.active.get(rule)!;

  /** Calls rules for a unit. */
  callFor(calls: readonly Call[], called: Called, base: Node, given: unknown = called.unit): void {
    this.called = called;
    this.base = base;
    for (const call of calls) this.call(call, given);
  }

  /** Calls the rules that look at the file as a whole. */
  callForFile(root: Node): void {
    this.ofFile = [];
    this.called = undefined;
    this.base = root;
    for (const call of this.calls.byFile) this.call(call, undefined);
  }

  /** What the rules that judge hush comments say of them. */
  judgeHushes(hushes: readonly Hush[], root: Node, settings: ResolvedSettings, today: string): AlertRecord[] {
    if (hushes.length === 0 || this.calls.byHush.length === 0) return [];
    const isOn = (name: string): boolean => settings.active.some(
      ({ rule }) => (rule.id === name || `${areaOf(rule.id)}.*` === name) && !this.failed.has(rule) && !rule.hush,
    );
    const { ofFile } = this;
    const found: AlertRecord[] = [];
    this.ofFile = found;
    this.called = undefined;
    this.base = root;
    for (const use of hushUses(hushes, [...settings.outcomes.keys()], settings.lacksPacks, isOn, today)) {
      for (const call of this.calls.byHush) this.call(call, use);
    }
    this.ofFile = ofFile;
    return found;
  }

  call({ rule, run, view }: Call, unit: unknown): void {
    if (this.failed.size > 0 && this.failed.has(rule)) return;
    this.running = rule;
    this.calls.live.now = this.source;
    try {
      if (this.meter === undefined) run(unit as never, view);
      else this.meter.rule(rule.id, () => run(unit as never, view));
    } catch (error) {
      this.failed.set(rule, { rule: rule.id, error });
    }
    this.running = undefined;
  }

  /** Keeps what a rule found. */
  put(
    { rule }: ActiveRule,
    at: Place,
    { message, labels = [], related = [], remedies = () => [] }: Finding,
  ): void {
    const base = this.base!;
    for (const place of [at, ...related.map((one) => one.at)]) {
      const fault = faultOfPlace(place, this.source.text.length);
      if (fault !== undefined) throw new Error(fault);
    }
    const record: AlertRecord = {
      rule: rule.id,
      message,
      at: anchor(at, base),
      labels,
      related: related.map((place) => ({ at: anchor(place.at, base), message: place.message })),
      remedies: () => this.offered(rule, remedies),
    };
    if (this.called === undefined) this.ofFile.push(record);
    else this.called.store.add(this.called.unit, record);
  }

  /** The remedies of a rule. One that fails over them has none, and is told as failed. */
  private offered(rule: Rule, remedies: () => readonly RemedyOffer[]): readonly RemedyOffer[] {
    const { limits } = this;
    let offers: readonly RemedyOffer[] = [];
    this.calls.live.now = this.source;
    try {
      const work = (): void => {
        const given = remedies();
        for (const { edits } of given) {
          const fault = faultOfEdits(edits, this.source.text.length);
          if (fault !== undefined) throw new Error(fault);
        }
        // Where uses were read again, they are found in another order.
        offers = given.map((offer) => (offer.edits.length > 1 ? { ...offer, edits: inOrder(offer.edits) } : offer));
      };
      if (limits?.areNeeded([this.active.get(rule.id) ?? { rule, options: {} }]) !== true) work();
      else if (limits.stuck.has(rule)) return [];
      else {
        let outcome = limits.within(work);
        while (outcome === "busy") outcome = limits.within(work);
        if (outcome === "stuck") {
          limits.stop(rule);
          this.failed.set(rule, limits.stuck.get(rule)!);
        }
      }
    } catch (error) {
      this.failed.set(rule, { rule: rule.id, error });
    }
    return offers;
  }
}
