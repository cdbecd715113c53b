/** Text in the columns of a terminal: wide letters take two, a tab up to four, and what would steer the terminal is shown as a sign. */
import stringWidth from "fast-string-width";

const tab = 4;

/** What a reader takes for one character: asked for only where there is more than plain letters, since loading its tables takes longer than drawing a report. */
function* characters(text: string): Generator<string> {
  segmenter ??= new Intl.Segmenter(undefined, { granularity: "grapheme" });
  for (const { segment } of segmenter.segment(text)) yield segment;
}
let segmenter: Intl.Segmenter | undefined;

/** How many columns a text takes. */
export const widthOf = (text: string): number => stringWidth(text);

/** A text in which characters that would steer a terminal are signs that stand for them. */
export function visibleText(text: string): string {
  return text.replaceAll(/[\u0000-\u0008\u000a-\u001f\u007f-\u009f\u2028-\u202e\u2066-\u2069\ufeff]/g, (character) => {
    const code = character.charCodeAt(0);
    return code < 32 ? String.fromCharCode(0x2400 + code) : code === 127 ? "␡" : "�";
  });
}

/** What is seen of a stretch of a line, and in which column each of its characters begins. */
export class ShownText {
  readonly text: string;
  private readonly starts: number[] = [];

  constructor(source: string) {
    const plain = visibleText(source);
    let text = "";
    let column = 0;
    const add = (part: string, width: number, length: number): void => {
      for (let unit = 0; unit < length; unit += 1) this.starts.push(column);
      text += part;
      column += width;
    };
    const parts = /^[\t -~]*$/.test(plain) ? plain : characters(plain);
    for (const part of parts) {
      if (part === "\t") add(" ".repeat(tab - (column % tab)), tab - (column % tab), 1);
      else add(part, part.length === 1 && part < "\u007f" ? 1 : widthOf(part), part.length);
    }
    this.starts.push(column);
    this.text = text;
  }

  /** The column in which the character at an index of the source begins; behind its end, that of the end. */
  column(index: number): number {
    return this.starts[Math.min(index, this.starts.length - 1)]!;
  }

  get width(): number {
    return this.starts.at(-1)!;
  }
}

/** What is seen of a line in `width` columns; `…` stands for what is not. */
export function cutTo(line: string, width: number): string {
  // Few characters take no column; more than these are not looked at.
  let shown = line.slice(0, 4 * width);
  const whole = new ShownText(shown);
  if (shown === line && whole.width <= width) return whole.text;
  while (new ShownText(shown).width > width - 1) shown = shown.slice(0, -1);
  return `${new ShownText(shown).text}…`;
}

/** Breaks a text into lines of at most `width` columns, between words; a longer word stands alone. */
export function wrapped(text: string, width: number): string[] {
  const lines: string[] = [];
  for (const word of visibleText(text).split(/[ \t]+/)) {
    const last = lines.at(-1);
    if (last !== undefined && widthOf(last) + 1 + widthOf(word) <= width) lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
  }
  return lines;
}
