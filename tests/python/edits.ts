/** Random edits of Python as people make them. */
import type { Edit } from "../../src/index.js";

const pieces = [
  ..."()[]{}:,.=#;\\\t\"' ",
  "\n",
  "\n    ",
  "\n        ",
  "    ",
  "\"\"\"",
  "f\"{tide",
  "lambda: ",
].concat([
  "def moor(berth):\n",
  "class Ferry:\n",
  "if tide:\n",
  "elif wind:\n",
  "else:\n",
  "for berth in berths:\n",
  "try:\n",
  "except ValueError:\n",
  "finally:\n",
  "match tide:\n    case 1:\n        pass\n",
  "return tide\n",
  "tide = 1\n",
  "async ",
  "await ",
  "yield ",
  "break\n",
  "pass",
  "@timed\n",
  "import tides\n",
  "global tide\n",
]);

/** A piece put in, a character or some of them taken out, or a stretch of the text copied. */
export function pythonEdit(text: string, random: () => number): Edit {
  const below = (count: number): number => Math.floor(random() * count);
  const from = below(text.length + 1);
  const turn = random();
  const to = Math.min(text.length, turn < 0.4 ? from : turn < 0.7 ? from + 1 : from + below(40));
  if (turn >= 0.4 && random() < 0.6) return { from, to, insert: "" };
  const copied = below(text.length + 1);
  const insert = random() < 0.75 ? pieces[below(pieces.length)]! : text.slice(copied, copied + below(60));
  return { from, to, insert };
}

const elements = [
  "1",
  "\"north\"",
  "tide + 3",
  "(low, high)",
  "(high)",
  "sail(to, by=crew)",
  "[1, 2, 3]",
  "{\"berth\": 2, \"pier\": [1, 2]}",
  "f\"{tide}\"",
  "lambda tide: tide",
  "[one for one in berths]",
  "*berths",
  "(found := 3)",
  "\"over \"\n    \"lines\"",
  "berth if tide else pier",
  "# a comment\n    4",
  "[\n        1,\n        2,\n    ]",
  "...",
];

/** A statement that is mostly one long display, between others, with statements before and behind. */
export function longDisplay(random: () => number): string {
  const pick = <One>(list: readonly One[]): One => list[Math.floor(random() * list.length)]!;
  const [open, close] = pick(
    [["[", "]"], ["{", "}"], ["(", ")"], ["{", "}"], ["sail([", "])"], ["if tide in [", "]: sail()"]] as const,
  );
  const isDict = open === "{" && random() < 0.6;
  const indent = pick(["", "    "]);
  const gap = pick([" ", `\n${indent}    `, `\n${indent}    `, `\n${indent}    `]);
  const parts = Array.from({ length: 160 + Math.floor(random() * 60) }, (_, index) => {
    const value = pick(elements);
    if (!isDict) return value;
    return value.startsWith("*") ? `*${value}` : value.startsWith("#") ? `${index}: 4` : `"berth ${index}": ${value}`;
  });
  const name = open.startsWith("if") ? "" : pick(["tides = ", "return ", "tides: list = ", "low = high = ", ""]);
  const display = `${indent}${name}${open}${gap}${parts.join(`,${gap}`)}${pick(["", ","])}${gap.trimEnd()}${gap === " " ? "" : indent}${close}`;
  return `${indent === "" ? "tide = 3" : "def moor(tide):"}\n${display}\n${indent}sail()\n\n\nprint(tide)\n`;
}
