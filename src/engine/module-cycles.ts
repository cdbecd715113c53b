/** Files that import one another in a circle. */

/** The files that one loads before it runs. */
export type ImportsOf = (path: string) => readonly string[];

interface Visit {
  readonly path: string;
  readonly next: Iterator<string>;
}

/**
 * Tells which files are in a circle with which, for as long as no import changes: Tarjan, "Depth-first search and linear graph algorithms" (1972), without recursion, from each file that
 * is asked for as far as has not been looked at.
 */
export class ModuleCycles {
  /** The number of the strongly connected component that each file is in. */
  private readonly components = new Map<string, number>();
  private readonly order = new Map<string, number>();
  private readonly lowest = new Map<string, number>();
  private readonly stack: string[] = [];
  private readonly onStack = new Set<string>();

  constructor(private readonly importsOf: ImportsOf) {}

  /** The files on a shortest way from one file back to another that imports it, both among them; `undefined` where there is none. */
  wayBack(from: string, to: string): string[] | undefined {
    if (from === to) return [from];
    if (this.componentOf(from) !== this.componentOf(to)) return undefined;
    const before = new Map<string, string | undefined>([[from, undefined]]);
    const queue = [from];
    for (let at = 0; at < queue.length; at += 1) {
      for (const next of this.importsOf(queue[at]!)) {
        if (before.has(next) || this.componentOf(next) !== this.componentOf(to)) continue;
        before.set(next, queue[at]);
        if (next === to) return pathTo(to, before);
        queue.push(next);
      }
    }
    return undefined;
  }

  private componentOf(path: string): number {
    if (!this.components.has(path)) this.visitFrom(path);
    return this.components.get(path)!;
  }

  private visitFrom(start: string): void {
    const visits: Visit[] = [this.enter(start)];
    for (let visit = visits.at(-1); visit !== undefined; visit = visits.at(-1)) {
      const { done, value: next } = visit.next.next();
      if (done === true) {
        visits.pop();
        this.leave(visit.path);
        const above = visits.at(-1);
        if (above !== undefined) this.reach(above.path, this.lowest.get(visit.path)!);
      } else if (!this.order.has(next)) visits.push(this.enter(next));
      else if (this.onStack.has(next)) this.reach(visit.path, this.order.get(next)!);
    }
  }

  private enter(path: string): Visit {
    this.order.set(path, this.order.size);
    this.lowest.set(path, this.order.size - 1);
    this.stack.push(path);
    this.onStack.add(path);
    return { path, next: this.importsOf(path)[Symbol.iterator]() };
  }

  private reach(path: string, order: number): void {
    this.lowest.set(path, Math.min(this.lowest.get(path)!, order));
  }

  /** All that a file reaches has been visited: where nothing of it reaches further up, it begins a component. */
  private leave(path: string): void {
    const order = this.order.get(path)!;
    if (this.lowest.get(path) !== order) return;
    for (let member = this.stack.pop(); member !== undefined; member = this.stack.pop()) {
      this.onStack.delete(member);
      this.components.set(member, order);
      if (member === path) return;
    }
  }
}

function pathTo(end: string, before: ReadonlyMap<string, string | undefined>): string[] {
  const way: string[] = [];
  for (let one: string | undefined = end; one !== undefined; one = before.get(one)) way.unshift(one);
  return way;
}
