/** Our trees as Python's `ast` has them: kinds and places. */
import type { Node } from "../../src/index.js";
import type {
  Argument,
  Concatenation,
  For,
  FunctionDef,
  PythonNode,
  Try,
  TypeParam,
} from "../../src/languages/python/index.js";
import { walk } from "../../src/syntax/walk.js";

/** Kinds that are lists or fields there. */
const ours = new Set([
  "Module",
  "Block",
  "Arguments",
  "TypeParams",
  "WithItem",
  "MatchCase",
  "MatchItem",
  "MatchKeyword",
  "DictItem",
  "Comprehension",
]);
/** Where a name is a plain text there. */
const plainNames = /^(?:Alias|Global|Nonlocal|MatchStar|MatchAs|MatchMapping)$/;
const named = /^(?:FunctionDef|ClassDef|Argument|ExceptHandler|TypeParam)$/;

const typeParams = ["TypeVar", "TypeVarTuple", "ParamSpec"];
const renamed: Readonly<Record<string, string>> = { Alias: "alias", Keyword: "keyword" };

/** Where a definition begins behind its decorators. */
function headOf({ decorators, start }: FunctionDef, text: string): number {
  const last = decorators.at(-1);
  if (last === undefined) return start;
  const found = /(?:^|\n)[ \t]*((?:async[ \t]+)?def|class)\b/.exec(text.slice(last.end))!;
  return last.end + found.index + found[0].length - found[1]!.length;
}

/** Where an annotation ends, with parentheses around it. */
function endOfArgument({ name, annotation, default: value, end }: Argument, text: string): number {
  if (annotation === null) return name.end;
  if (value === null) return end;
  let at = annotation.end;
  for (let found = /^\s*\)/.exec(text.slice(at)); found !== null; found = /^\s*\)/.exec(text.slice(at))) {
    at += found[0].length;
  }
  return at;
}

function entryOf(node: PythonNode, text: string): [string, number, number] | undefined {
  const { start, end, type } = node;
  const up = node.parent as PythonNode | null;
  if (ours.has(type)) return undefined;
  switch (node.type) {
    case "FunctionDef":
      return [node.isAsync ? "AsyncFunctionDef" : type, headOf(node, text), end];
    case "ClassDef":
      return [type, headOf(node as unknown as FunctionDef, text), end];
    case "For":
    case "With":
      return [(node as For).isAsync ? `Async${type}` : type, start, end];
    case "Try":
      return [(node as Try).handlers.some(({ isStar }) => isStar) ? "TryStar" : type, start, end];
    case "Argument":
      return ["arg", node.name.start, endOfArgument(node, text)];
    case "TypeParam":
      return [typeParams[(node as TypeParam).stars]!, start, end];
    case "Name":
      if (plainNames.test(up!.type) || (named.test(up!.type) && (up as FunctionDef).name === node)) return undefined;
      break;
    case "BoolOp":
      if (up!.type === "BoolOp" && up!.left === node && up!.op === node.op && !node.parenthesized) return undefined;
      break;
    case "Constant":
      if (up!.type === "MatchSingleton") return undefined;
      break;
    case "Concatenation":
      return [
        (node as Concatenation).parts.every((part) => part.type === "Constant") ? "Constant" : "JoinedStr",
        start,
        end,
      ];
    default:
  }
  return [renamed[type] ?? type, start, end];
}

/** Each node as one text, sorted. */
export function asAst(root: Node, text: string): string[] {
  const found: string[] = [];
  walk(root, (node) => {
    const entry = entryOf(node as PythonNode, text);
    if (entry !== undefined) found.push(entry.join(" "));
    return node.type !== "JoinedStr" && node.type !== "Concatenation";
  });
  return found.sort();
}
