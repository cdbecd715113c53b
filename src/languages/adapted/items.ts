/** Where the statements or members of a balanced text begin and end, told by its brackets alone. */
import type { Lexis } from "./lexis.js";

export interface Item {
  readonly from: number;
  readonly to: number;
  /** Where the braces of it stand that are in no others. */
  readonly braces: readonly { readonly open: number; readonly close: number }[];
}

/** What goes on behind a closing brace. */
const goesOn = /^(?:else|elseif|catch|finally|while)\b|^(?:\?>)?[.,;)\]?:=+*/%&|<>-]|^instanceof\b/;

/** The items between two offsets, in the order of the text. What is no code stands in none, or in the one that it stands before. */
export function itemsOf(text: string, lexis: Lexis, from: number, to: number): Item[] {
  const stop = new RegExp(`[(){}[\\];${lexis.openers.replaceAll(/[\\\]^-]/g, "\\$&")}]`, "g");
  const items: Item[] = [];
  let begin = from;
  let braces: { readonly open: number; readonly close: number }[] = [];
  let depth = 0;
  let open = -1;
  let at = from;
  const end = (here: number): void => {
    if (text.slice(begin, here).trim() !== "") items.push({ from: begin, to: here, braces });
    begin = here;
    braces = [];
  };
  /** Whether what begins behind a semicolon belongs to what stands before it. */
  const goesOnBehind = (here: number): boolean => {
    const next = nextCode(text, lexis, here, to);
    const rest = text.slice(next, next + 8);
    if (/^else/.test(rest)) return true;
    const isDo = /^while\b/.test(rest) && braces.length === 0;
    return isDo && /^do\b/.test(text.slice(nextCode(text, lexis, begin, here), here));
  };
  for (;;) {
    stop.lastIndex = at;
    const match = stop.exec(text);
    if (match === null || match.index >= to) break;
    const mark = match[0];
    at = match.index + 1;
    if (lexis.openers.includes(mark)) {
      at = lexis.skip(text, match.index)?.to ?? at;
      continue;
    }
    if (mark === ";") {
      if (depth === 0 && !goesOnBehind(at)) end(at);
    } else if (mark === "(" || mark === "[" || mark === "{") {
      if (mark === "{" && depth === 0) open = match.index;
      depth += 1;
    } else {
      depth -= 1;
      if (mark !== "}" || depth !== 0) continue;
      braces.push({ open, close: match.index });
      const next = nextCode(text, lexis, at, to);
      const rest = text.slice(next, next + 12);
      if (rest.startsWith(";") || lexis.goesOnBehind?.(text.slice(begin, open)) === true) continue;
      if (
        goesOn.test(rest) &&
        (!rest.startsWith("while") || /^do\b/.test(text.slice(nextCode(text, lexis, begin, open), open)))
      ) continue;
      end(at);
    }
  }
  end(to);
  return items;
}

/** The first offset from one on at which code stands. */
export function nextCode(text: string, lexis: Lexis, from: number, to: number): number {
  let at = from;
  while (at < to) {
    if (text.charCodeAt(at) <= 32) {
      at += 1;
      continue;
    }
    const skipped = lexis.openers.includes(text.charAt(at)) ? lexis.skip(text, at) : undefined;
    if (skipped?.is !== "comment") return at;
    at = skipped.to;
  }
  return to;
}

/** Where code ends in the lines of an item, outside of all brackets; its own end too, unless it is one that statements have. */
export function lineEndsIn(text: string, lexis: Lexis, { from, to }: Item, most: number): number[] {
  const stop = new RegExp(`[(){}[\\]\\n${lexis.openers.replaceAll(/[\\\]^-]/g, "\\$&")}]`, "g");
  const found: number[] = [];
  let depth = 0;
  /** Behind the last code. */
  let end = from;
  const passed = (begin: number, until: number): void => {
    for (let i = until; i > begin; i -= 1) {
      if (text.charCodeAt(i - 1) > 32) {
        end = i;
        return;
      }
    }
  };
  for (let at = nextCode(text, lexis, from, to); found.length < most;) {
    stop.lastIndex = at;
    const match = stop.exec(text);
    if (match === null || match.index >= to) break;
    const { index } = match;
    passed(at, index);
    at = index + 1;
    const mark = match[0];
    if (mark === "\n") {
      if (depth === 0 && end > from && found.at(-1) !== end && nextCode(text, lexis, at, to) < to) found.push(end);
      continue;
    }
    const skipped = lexis.openers.includes(mark) ? lexis.skip(text, index) : undefined;
    if (skipped !== undefined) {
      at = skipped.to;
      if (skipped.is === "text") end = at;
      continue;
    }
    if ("([{".includes(mark)) depth += 1;
    else if (")]}".includes(mark)) depth -= 1;
    end = at;
  }
  passed(nextCode(text, lexis, end, to), to);
  if (depth === 0 && end > from && found.length < most && found.at(-1) !== end && !/[;{}]/.test(text.charAt(end - 1))) {
    found.push(end);
  }
  return found;
}
