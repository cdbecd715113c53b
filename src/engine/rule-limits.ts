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
  /** How many times as long by the clock as in processor time rules may take. */
  private patience = 1.25;

  constructor(
    private readonly own: ReadonlySet<Rule>,
    private readonly cutOff: CutOff,
    private readonly milliseconds: number,
  ) {}

  areNeeded(active: readonly { readonly rule: Rule }[]): boolean {
    return active.some(({ rule }) => !this.own.has(rule));
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
