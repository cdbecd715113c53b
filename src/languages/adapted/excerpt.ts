/** A text that is put together from stretches of another one, with the way back to where they stand in it. */
export class Excerpt {
  text = "";
  /** Where each stretch begins here, where there, and whether it was only put in. */
  private readonly stretches: { readonly from: number; readonly source: number; readonly isPutIn: boolean }[] = [];

  constructor(private readonly source: string) {}

  copy(from: number, to: number): void {
    if (to <= from) return;
    this.stretches.push({ from: this.text.length, source: from, isPutIn: false });
    this.text += this.source.slice(from, to);
  }

  /** Puts in something that does not stand in the source, for what would stand at `at`. */
  put(text: string, at: number): void {
    this.stretches.push({ from: this.text.length, source: at, isPutIn: true });
    this.text += text;
  }

  /** Where the code unit at an offset stands in the source. */
  start(offset: number): number {
    const stretch = this.stretchAt(offset);
    return stretch === undefined ? offset : stretch.source + (stretch.isPutIn ? 0 : offset - stretch.from);
  }

  /** Where in the source that ends which ends at an offset. */
  end(offset: number): number {
    if (offset === 0) return this.start(0);
    const stretch = this.stretchAt(offset - 1);
    return stretch === undefined ? offset : stretch.source + (stretch.isPutIn ? 0 : offset - stretch.from);
  }

  /** Where here that stands, or would, which stands at an offset of the source. */
  here(offset: number): number {
    const stretch = this.stretches.findLast(({ source, isPutIn }) => !isPutIn && source <= offset) ?? this.stretches[0];
    return stretch === undefined ? offset : Math.max(stretch.from, stretch.from + offset - stretch.source);
  }

  private stretchAt(offset: number): (typeof this.stretches)[number] | undefined {
    let low = 0;
    let high = this.stretches.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.stretches[middle]!.from <= offset) low = middle + 1;
      else high = middle;
    }
    return this.stretches[low - 1];
  }
}
