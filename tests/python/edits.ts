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
