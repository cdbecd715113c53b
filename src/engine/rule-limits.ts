/** How long rules from outside may take. */
import type { Rule } from "../rules/rule.js";
import type { RuleFailure } from "./alert.js";

/** A rule ran for longer than it may, and is off from then on. */
export class RuleTookTooLong extends Error {
  constructor(milliseconds: number) {
    super(`it ran for more than ${milliseconds / 1000} s at a stretch, and is off until the settings or its pack change`);
    this.name = "RuleTookTooLong";
  }
}

/**
 * Runs something and cuts it off, wherever it is, after `longest` milliseconds by the clock; tells whether it came to its end (`done`), and if not, whether it had the
 * processor time that is `allowed`, in milliseconds (`stuck`), or the machine was busy with something else. Only the platform can do that.
 */
export type CutOff = (work: () => void, allowed: number, longest: number) => "done" | "stuck" | "busy";

/** The limit for rules that are not the package's own, and those that have gone beyond it. */
export class RuleLimits {
  readonly stuck = new Map<Rule, RuleFailure>();
  /** The options of rules when nothing is said. */
  private readonly standards = new Map<Rule, Record<string, unknown>>();
  /** How many times as long by the clock as in processor time rules may take. */
  private patience = 1.25;

  constructor(
    private readonly own: ReadonlySet<Rule>,
    private readonly cutOff: CutOff,
    private readonly milliseconds: number,
  ) {}

  /** Whether some rules are not the package's own, or go by regular expressions that are not. */
  areNeeded(active: readonly { readonly rule: Rule; readonly options: unknown }[]): boolean {
    return active.some(({ rule, options }) => !this.own.has(rule.like ?? rule) || this.hasExpression(rule, options));
  }

  private hasExpression(rule: Rule, options: unknown): boolean {
    if (rule.expressions === undefined) return false;
    const one = rule.like ?? rule;
    let standard = this.standards.get(one);
    if (standard === undefined) {
      this.standards.set(one, (standard = (one.options?.parse({}) ?? {}) as Record<string, unknown>));
    }
    return rule.expressions.some((key) => (options as Record<string, unknown>)[key] !== standard[key]);
  }

  /** A rule has gone beyond the limit. */
  stop(rule: Rule): void {
    this.stuck.set(rule, { rule: rule.id, error: new RuleTookTooLong(this.milliseconds) });
  }

  /** Runs work under the limit; each time that the machine proves busy it has twice as long by the clock from then on. */
  within(work: () => void): "done" | "stuck" | "busy" {
    const outcome = this.cutOff(work, this.milliseconds, this.milliseconds * this.patience);
    if (outcome === "busy") this.patience *= 2;
    return outcome;
  }
}
