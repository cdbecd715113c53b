/** What the time of an analysis goes to: stages (`parse`, `names`, `flow`) and rules, by name, in milliseconds. */
export class Meter {
  readonly stages = new Map<string, number>();
  readonly rules = new Map<string, number>();

  /** `clock` gives milliseconds. */
  constructor(private readonly clock: () => number) {}

  stage<Result>(name: string, run: () => Result): Result {
    return this.measure(this.stages, name, run);
  }

  rule(id: string, run: () => void): void {
    this.measure(this.rules, id, run);
  }

  /** Begins anew. */
  clear(): void {
    this.stages.clear();
    this.rules.clear();
  }

  private measure<Result>(into: Map<string, number>, key: string, run: () => Result): Result {
    const began = this.clock();
    try {
      return run();
    } finally {
      into.set(key, (into.get(key) ?? 0) + this.clock() - began);
    }
  }
}
