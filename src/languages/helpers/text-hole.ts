import type { Node } from "../../syntax/node.js";
import type { Text } from "../../text/text.js";

/** Functions that are longer are not searched: their parameters are asked about with each key in them. */
const longest = 20_000;

/** Whether a name stands behind the opening of a hole somewhere in a function. Where nothing reads the name, that is a text whose holes are not filled, though somebody meant them to be. */
export function isInHole(text: Text, { start, end }: Node, opening: string, name: string): boolean {
  if (end - start > longest) return false;
  const code = text.slice(start, end);
  for (let at = code.indexOf(opening); at >= 0; at = code.indexOf(opening, at + 1)) {
    const inside = code.slice(at + opening.length, at + opening.length + name.length + 20).trimStart();
    if (inside.startsWith(name) && !/[\w$]/.test(inside.charAt(name.length))) return true;
  }
  return false;
}
