/** A value that React components follow. */
export class Store<Value> {
  private readonly listeners = new Set<() => void>();

  constructor(private value: Value) {}

  readonly get = (): Value => this.value;

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  set(value: Value): void {
    this.value = value;
    for (const listener of this.listeners) listener();
  }
}
