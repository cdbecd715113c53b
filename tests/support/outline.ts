import type { Node } from "../../src/index.js";
import { childrenOf } from "../../src/languages/javascript/index.js";

const said: readonly string[] = [
  "operator",
  "name",
  "kind",
  "raw",
  "optional",
  "readonly",
  "static",
  "declare",
  "typeOnly",
  "constant",
  "async",
  "generator",
  "computed",
  "mark",
  "modifiers",
  "asserts",
  "rest",
  "construct",
  "abstract",
  "keyword",
];

/** A tree on one line: each node's kind, what its plain fields say, and its children in brackets. */
export function outline(node: Node): string {
  const words = said.flatMap((key) => {
    const value = (node as unknown as Record<string, unknown>)[key];
    if (value === true) return [key];
    if (typeof value === "string" && value !== "") return [value];
    return Array.isArray(value) && value.length > 0 && typeof value[0] === "string" ? value.map(String) : [];
  });
  const children = childrenOf(node).map(outline);
  return [node.type, ...words].join(" ") + (children.length > 0 ? `[${children.join(", ")}]` : "");
}
