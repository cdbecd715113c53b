/** What a match of a pattern is rewritten to, so that it means in its place what it says. */
import type { Node } from "../../../../syntax/node.js";
import { walk } from "../../../../syntax/walk.js";
import type { Edit } from "../../../../text/edit.js";
import { Text, type SourceText } from "../../../../text/text.js";
import type { JavaScriptNode } from "../../nodes/index.js";
import { parse } from "../../parser/index.js";
import { inPlace, withParentheses } from "../../placing.js";
import { fence, isOpenEnded, statementBefore, statementLists, takeOut } from "../statements.js";
import type { CompiledPattern, Rewrite } from "./compile.js";
import { matchPattern, type Holes } from "./match.js";

const isStatement = ({ type }: Node): boolean => /(?:Statement|Declaration)$/.test(type);

/** What a hole holds, as it is written in the rewrite. */
function held(found: readonly Node[], use: Node, rewrite: Rewrite, text: SourceText): string {
  const [first] = found;
  if (first === undefined) return "";
  if (found.length > 1 || isStatement(first) || isStatement(use)) {
    return text.slice(withParentheses(first, text).from, withParentheses(found.at(-1)!, text).to);
  }
  // A value of markup may be a text without braces.
  if (first.type.startsWith("JSX")) return text.slice(first.start, first.end);
  return inPlace(text.slice(first.start, first.end), first, use, rewrite.source);
}

/** The rewrite with its holes filled; where one holds nothing, the comma beside it goes. */
function filled(rewrite: Rewrite, holes: Holes, text: SourceText): string {
  let code = "";
  let isEmpty = false;
  for (const piece of rewrite.pieces) {
    if (typeof piece === "string") {
      const isFirst = /(?:^|[([{;]|=>)\s*$/.test(code);
      code += isEmpty && isFirst ? piece.replace(/^\s*,\s*/, "") : piece;
      continue;
    }
    const found = holes.get(piece.hole.name) ?? [];
    isEmpty = found.length === 0;
    if (isEmpty) code = code.replace(/\s*,\s*$/, "");
    else code += held(found, piece.node, rewrite, text);
  }
  return code;
}

/** The edits of a rewrite, and the code that it puts in. */
export function rewritten(
  rewrite: Rewrite,
  node: Node,
  holes: Holes,
  text: SourceText,
): { readonly edits: readonly Edit[]; readonly code: string } {
  let code = filled(rewrite, holes, text);
  const [item, second] = rewrite.items;
  const isListed = statementLists.has(node.parent?.type ?? "");
  if (isStatement(node)) {
    if (item === undefined) {
      return isListed
        ? { edits: takeOut(node, text).edits, code: "" }
        : { edits: [{ from: node.start, to: node.end, insert: "{}" }], code: "{}" };
    }
    if (!isStatement(item) && !isOpenEnded(node, text)) code = `${code.trimEnd()};`;
    if (!isListed && second !== undefined) code = `{ ${code} }`;
  } else if (item !== undefined && second === undefined && !isStatement(item)) {
    code = inPlace(code, item, node, text);
  }
  const edits: Edit[] = [{ from: node.start, to: node.end, insert: code }];
  const statement = statementFrom(node);
  const before = statement === undefined ? undefined : statementBefore(statement);
  if (fence(before, code, text) !== "") edits.unshift({ from: before!.end, to: before!.end, insert: ";" });
  return { edits, code };
}

/** The statement of a list that begins where a node does. */
function statementFrom(node: Node): Node | undefined {
  for (let up: Node | null = node; up?.parent != null && up.start === node.start; up = up.parent) {
    if (statementLists.has(up.parent.type)) return up;
  }
  return undefined;
}

/** Whether a match has a `?.` that stands in none of its holes: the rewrite would do without it. */
export function losesOptional(node: Node, holes: Holes): boolean {
  const inHoles = new Set([...holes.values()].flat());
  let found = false;
  walk(node, (inner) => {
    if (inHoles.has(inner)) return false;
    const { type, optional } = inner as JavaScriptNode & { optional?: boolean };
    if (optional === true && (type === "MemberExpression" || type === "CallExpression")) found = true;
    return !found;
  });
  return found;
}

function countMatches(root: Node, compiled: CompiledPattern, text: SourceText): number {
  const textOf = (nodes: readonly Node[]): string => (
    nodes.length === 0 ? "" : text.slice(nodes[0]!.start, nodes.at(-1)!.end)
  );
  let count = 0;
  walk(root, (node) => void (count += matchPattern(compiled, node, textOf) === undefined ? 0 : 1));
  return count;
}

/** How often a pattern is found in the code of a rewrite. */
export function matchesIn(code: string, compiled: CompiledPattern): number {
  const source = `async function* rewrite() { ${code}\n}`;
  const plain = { ...compiled, inside: [], notInside: [] };
  return countMatches(parse(source, { module: true, jsx: true, typescript: true }).root, plain, Text.of(source));
}

/** How often a pattern is found in what stands in a match of it. */
export function matchesBelow(node: Node, compiled: CompiledPattern, text: SourceText): number {
  return countMatches(node, { ...compiled, inside: [], notInside: [] }, text) - 1;
}
