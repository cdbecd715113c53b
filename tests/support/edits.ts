/** Random edits as people make them, from a fixed seed. */
import type { Edit } from "../../src/index.js";

/** A generator of numbers in [0, 1): mulberry32, by Tommy Ettinger, in the public domain. */
export function randomFrom(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
}

const characters = [..."abcxyz_$019 \n\t(){}[]<>.,;:=+-*/!?&|'\"`@#\\é🚢"];
const pieces = ["const a = 1;\n", "function f() {\n", "}\n", "{", "}", "/*", "*/", "//", "`", "${", "if (a) {\n", "=> ", "async ", "await a", "class A {", "return", "<b>", "</b>", ": string", "import a from 'b';\n", "export ", "'use strict';\n", "\n\n", "yield", "case 1:", "default:", "constructor() {}", "#a", "as T", "a?.b", "(", ")", "[", "]", ",", "...", "interface A {", "type A = ", "enum E { A }"];

/** One edit of a text: a character, a paste, a deletion of characters or lines, or a copy of a stretch of the text itself. */
export function randomEdit(text: string, random: () => number): Edit {
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  const at = Math.floor(random() * (text.length + 1));
  const kind = random();
  if (kind < 0.35) return { from: at, to: at, insert: pick(characters) };
  if (kind < 0.5) return { from: at, to: at, insert: pick(pieces) };
  if (kind < 0.75) return { from: at, to: Math.min(text.length, at + 1 + Math.floor(random() * (kind < 0.68 ? 2 : 30))), insert: "" };
  if (kind < 0.83) {
    const start = text.lastIndexOf("\n", at - 1) + 1;
    const end = text.indexOf("\n", at);
    return { from: start, to: end < 0 ? text.length : end + 1, insert: "" };
  }
  const from = Math.floor(random() * text.length);
  const copied = text.slice(from, from + Math.floor(random() * 200));
  return { from: at, to: kind < 0.92 ? at : Math.min(text.length, at + copied.length), insert: copied };
}
