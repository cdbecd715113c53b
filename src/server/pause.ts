/** What is done after a pause, counted from the last time it was asked for, or at once where somebody cannot wait. */
export class AfterPause {
  private timer: ReturnType<typeof setTimeout> | undefined;
  private act: (() => void) | undefined;

  /** Does something in some milliseconds, in place of what was to be done before. */
  later(after: number, act: () => void): void {
    clearTimeout(this.timer);
    this.act = act;
    this.timer = setTimeout(() => this.now(), after);
  }

  /** Does what is waiting, if anything is. */
  now(): void {
    const { act } = this;
    this.forget();
    act?.();
  }

  forget(): void {
    clearTimeout(this.timer);
    this.act = undefined;
  }
}
