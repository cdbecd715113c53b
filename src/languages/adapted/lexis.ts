/** What brackets are looked for between: the comments and texts of a language. */

/** Each function gives where what begins at an offset ends; a text or comment without its end gives `unfinished`. */
export interface Lexis {
  /** Characters at which something may begin that is neither code nor blank space. */
  readonly openers: string;
  /** What begins at an opener; `undefined` where that is part of the code. */
  readonly skip: (text: string, at: number) => Skipped | undefined;
  /** Whether an item goes on behind a brace that something stands before, as what is declared with a structure does. */
  readonly goesOnBehind?: (header: string) => boolean;
  /** Words whose parentheses may hold whatever somebody likes. */
  readonly macros?: RegExp;
  /** Where code begins, from an offset outside of it; the offset itself where there is nothing but code. */
  readonly enter?: (text: string, at: number) => number;
}

export interface Skipped {
  readonly is: "comment" | "text";
  /** Just behind it, or behind all of the line where it has no end. */
  readonly to: number;
  /** What would end it, where nothing does. */
  readonly unfinished?: string;
  /** It ends with its line whatever stands behind that. */
  readonly endsWithLine?: boolean;
}

/** The end of a line that an offset stands in. */
export function lineEnd(text: string, at: number): number {
  for (let i = at; i < text.length; i += 1) {
    const code = text.charCodeAt(i);
    if (code === 10 || code === 13) return i;
  }
  return text.length;
}

export function lineComment(text: string, at: number): Skipped {
  return { is: "comment", to: lineEnd(text, at) };
}

/** A comment that ends at a mark. */
export function blockComment(text: string, at: number, mark: string): Skipped {
  const end = text.indexOf(mark, at + 2);
  return end < 0
    ? { is: "comment", to: lineEnd(text, at), unfinished: mark }
    : { is: "comment", to: end + mark.length };
}

/** A text between quotes of which a backslash takes the next character along; within its line unless `overLines`. */
export function quoted(text: string, at: number, overLines = false): Skipped {
  const quote = text.charCodeAt(at);
  for (let i = at + 1; i < text.length; i += 1) {
    const code = text.charCodeAt(i);
    if (code === 92) i += text.charCodeAt(i + 1) === 13 && text.charCodeAt(i + 2) === 10 ? 2 : 1;
    else if (code === quote) return { is: "text", to: i + 1 };
    else if ((code === 10 || code === 13) && !overLines) break;
  }
  return { is: "text", to: lineEnd(text, at), unfinished: text.charAt(at), endsWithLine: !overLines };
}

/** A text that ends at a mark, over any lines. */
export function textUntil(text: string, at: number, mark: string): Skipped {
  let end = at + mark.length;
  for (;;) {
    end = text.indexOf(mark, end);
    if (end < 0) return { is: "text", to: lineEnd(text, at), unfinished: mark };
    let slashes = 0;
    while (text.charCodeAt(end - 1 - slashes) === 92) slashes += 1;
    if (slashes % 2 === 0) return { is: "text", to: end + mark.length };
    end += 1;
  }
}
