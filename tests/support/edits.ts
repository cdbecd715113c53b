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
const pieces = [
  "const a = 1;\n",
  "function f() {\n",
  "}\n",
  "{",
  "}",
  "/*",
  "*/",
  "//",
  "`",
  "${",
  "if (a) {\n",
  "=> ",
  "async ",
  "await a",
  "class A {",
  "return",
  "<b>",
  "</b>",
  ": string",
  "import a from 'b';\n",
  "export ",
  "'use strict';\n",
  "\n\n",
  "yield",
  "case 1:",
  "default:",
  "constructor() {}",
  "#a",
  "as T",
  "a?.b",
  "(",
  ")",
  "[",
  "]",
  ",",
  "...",
  "interface A {",
  "type A = ",
  "enum E { A }",
];

/** One edit of a text: a character, a paste, a deletion of characters or lines, or a copy of a stretch of the text itself. */
export function randomEdit(text: string, random: () => number): Edit {
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  const at = Math.floor(random() * (text.length + 1));
  const kind = random();
  if (kind < 0.35) return { from: at, to: at, insert: pick(characters) };
  if (kind < 0.5) return { from: at, to: at, insert: pick(pieces) };
  if (kind < 0.75) {
    return { from: at, to: Math.min(text.length, at + 1 + Math.floor(random() * (kind < 0.68 ? 2 : 30))), insert: "" };
  }
  if (kind < 0.83) {
    const start = text.lastIndexOf("\n", at - 1) + 1;
    const end = text.indexOf("\n", at);
    return { from: start, to: end < 0 ? text.length : end + 1, insert: "" };
  }
  const from = Math.floor(random() * text.length);
  const copied = text.slice(from, from + Math.floor(random() * 200));
  return { from: at, to: kind < 0.92 ? at : Math.min(text.length, at + copied.length), insert: copied };
}

/** An edit of lines: commented out and in, moved up or down, ended otherwise; or a bracket taken away, an emoji typed. */
function lineEdit(text: string, random: () => number): Edit {
  const at = Math.floor(random() * text.length);
  const from = text.lastIndexOf("\n", at - 1) + 1;
  let to = from;
  for (let lines = 1 + Math.floor(random() * 4); lines > 0 && to < text.length; lines -= 1) {
    const end = text.indexOf("\n", to);
    to = end < 0 ? text.length : end + 1;
  }
  const chosen = text.slice(from, to);
  const kind = random();
  if (kind < 0.3) {
    const insert = /^\s*\/\//.test(chosen)
      ? chosen.replaceAll(/^(\s*)\/\/ ?/gm, "$1")
      : chosen.replaceAll(/^(\s*)(?=\S)/gm, "$1// ");
    return { from, to, insert };
  }
  if (kind < 0.55) {
    const next = text.indexOf("\n", to);
    const other = text.slice(to, next < 0 ? text.length : next + 1);
    return { from, to: to + other.length, insert: other + chosen };
  }
  if (kind < 0.65) {
    const insert = chosen.includes("\r") ? chosen.replaceAll("\r\n", "\n") : chosen.replaceAll("\n", "\r\n");
    return { from, to, insert };
  }
  if (kind < 0.72) return { from: at, to: at, insert: "\u{1F6A2}" };
  const bracket = /[()[\]{}]/.exec(text.slice(at));
  if (bracket === null) return { from, to, insert: "" };
  return { from: at + bracket.index, to: at + bracket.index + 1, insert: "" };
}

/** An edit such as one makes to a whole program: a function moved, a name of the top renamed somewhere or everywhere, `async` put or taken, an import changed. */
export function programEdit(text: string, random: () => number): Edit[] {
  const pick = <T>(list: readonly T[]): T | undefined => list[Math.floor(random() * list.length)];
  const kind = random();
  if (random() < 0.4) return [lineEdit(text, random)];
  if (kind < 0.35) {
    const name = pick([
      ...text.matchAll(/^(?:export )?(?:async )?(?:function|const|let|class|import) \{? ?(\w+)/gm),
    ])?.[1];
    if (name === undefined) return [randomEdit(text, random)];
    const places = [...text.matchAll(new RegExp(`\\b${name}\\b`, "g"))].map(({ index }) => index);
    const insert = pick([
      `${name}s`,
      name.slice(1) || "x",
      "renamed",
      pick([...text.matchAll(/\b[a-z]\w+\b/g)])?.[0] ?? "other",
    ])!;
    const some = random() < 0.5 ? places : [pick(places)!];
    return some.reverse().map((from) => ({ from, to: from + name.length, insert }));
  }
  if (kind < 0.6) {
    const block = pick([
      ...text.matchAll(
        /^( *)(?:export )?(?:async )?(?:function |static |get |private )?\w+ ?\([^\n]*\{\n[^]*?^\1\}\n/gm,
      ),
    ]);
    if (block === undefined) return [randomEdit(text, random)];
    const from = block.index;
    const to = from + block[0].length;
    const line = text.lastIndexOf("\n", Math.floor(random() * text.length)) + 1;
    if (line > from && line < to) return [{ from, to, insert: "" }];
    const [take, put] = [{ from, to, insert: "" }, { from: line, to: line, insert: block[0] }];
    return line >= to ? [put, take] : [take, put];
  }
  if (kind < 0.8) {
    const place = pick([...text.matchAll(/(async )?(?=function\b|\([\w, ]*\) =>)/g)]);
    if (place === undefined) return [randomEdit(text, random)];
    return [{ from: place.index, to: place.index + place[0].length, insert: place[0] === "" ? "async " : "" }];
  }
  const line = pick([...text.matchAll(/^import [^\n]*\n/gm)]);
  const whole = 'import { one, two as three, type Four } from "./five.js";\n';
  if (line === undefined) return [{ from: 0, to: 0, insert: whole }];
  return [{
    from: line.index,
    to: line.index + (random() < 0.5 ? line[0].length : 0),
    insert: random() < 0.5 ? whole : "",
  }];
}
