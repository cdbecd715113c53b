/** Types in documentation comments: what they say, and how they are written there beside the ways of TypeScript. */
import type { Node } from "../../../syntax/node.js";
import type { SourceText } from "../../../text/text.js";
import { firstComments } from "../comments.js";

/** A type that a comment tells, with what it tells it of. */
export interface ToldType {
  readonly tag: string;
  /** As it is written between the braces. */
  readonly type: string;
  /** Of what; members have dots in it. */
  readonly name: string;
  /** It need not be given. */
  readonly isOptional: boolean;
}

export interface CommentTypes {
  readonly told: readonly ToldType[];
  /** Names that stand for types which callers decide. */
  readonly variables: ReadonlySet<string>;
  /** It tells of several ways to call a function. */
  readonly isOverloaded: boolean;
}

const tagged = /@(type|param|arg|argument|returns?|typedef|property|prop|satisfies)\b[ \t]*\{/g;

/** The types that a comment tells. */
export function typesIn(comment: string): CommentTypes {
  const told: ToldType[] = [];
  for (const { 0: opening, 1: tag, index } of comment.matchAll(tagged)) {
    const from = index + opening.length;
    const to = closing(comment, from);
    if (to === undefined) continue;
    const behind = /^\s*(\[?)\s*([\p{ID_Start}$_][\p{ID_Continue}$.[\]]*)?/u.exec(
      comment.slice(to + 1).replace(/\n[ \t]*\*?[^]*$/, ""),
    )!;
    const type = comment.slice(from, to).replace(/\n[ \t]*\*[ \t]?/g, " ").trim();
    told.push({
      tag: tag === "arg" || tag === "argument"
        ? "param"
        : tag === "return" ? "returns" : tag === "prop" ? "property" : tag!,
      type: type.replace(/=$/, ""),
      name: (behind[2] ?? "").replace(/\]$/, ""),
      isOptional: behind[1] === "[" || type.endsWith("="),
    });
  }
  const variables = [...comment.matchAll(/@template\b(?:[ \t]*\{[^}\n]*\})?[ \t]+([^\n*]+)/g)].flatMap(
    ([, names]) => [...names!.matchAll(/[\p{ID_Start}$_][\p{ID_Continue}$]*/gu)].map(([name]) => name),
  );
  return { told, variables: new Set(variables), isOverloaded: /@overload\b/.test(comment) };
}

/** Where the brace closes that opens before an offset. */
function closing(text: string, from: number): number | undefined {
  let depth = 1;
  for (let at = from; at < text.length; at += 1) {
    if (text[at] === "{") depth += 1;
    else if (text[at] === "}" && (depth -= 1) === 0) return at;
  }
  return undefined;
}

/** A type as comments write it, written as TypeScript does; `undefined` for what it cannot say. */
export function asTypeScript(type: string): string | undefined {
  let text = type.trim().replace(/^\.\.\./, "");
  if (text === "*" || text === "?" || text === "") return undefined;
  if (/^function\b|^\{\*\}|[#~]|module:/.test(text)) return undefined;
  let isNullable = false;
  if (/^[?!]/.test(text)) {
    isNullable = text.startsWith("?");
    text = text.slice(1);
  } else if (/[^?]\?$/.test(text)) {
    isNullable = true;
    text = text.slice(0, -1);
  }
  text = text
    .replace(/\.</g, "<")
    .replace(/\bObject<\s*(?:string|String)\s*,/g, "Record<string,")
    .replace(/(?<![\w$."'])(?:String|Number|Boolean|Undefined|Null)(?![\w$."'])/g, (name) => name.toLowerCase())
    .replace(/(?<![\w$."'])(?:Object|array|Array)(?![\w$."'<])/g, (name) => (name === "Object" ? "any" : "any[]"))
    .replace(/\*(?=\s*(?:[>,)\]|}]|$))/g, "any");
  return isNullable ? `(${text}) | null` : text;
}

/** The names of types that comments import from elsewhere. */
export function importedIn(comment: string): string[] {
  return [...comment.matchAll(/@import\b([^]*?)\bfrom\b/g)].flatMap(([, names]) => {
    const parts = names!.replace(/[{}*\n]/g, " ").split(",");
    return parts.map((part) => part.trim().split(/\s+/).at(-1)!);
  });
}

/** The comment that stands before an expression in parentheses, right before these, and says of which type it is. */
export function castBefore({ start }: Node, text: SourceText): string | undefined {
  const before = text.slice(Math.max(0, start - 1000), start);
  const opening = before.lastIndexOf("/**");
  if (opening < 0) return undefined;
  const found = before.slice(opening);
  return /^\/\*\*(?:[^*]|\*(?!\/))*\*\/\s*\(\s*$/.test(found) && found.includes("@type") ? found : undefined;
}

/** Whether a comment on the line before a node keeps the compiler from looking at its types. */
export function isSilenced({ start }: Node, text: SourceText): boolean {
  const before = text.slice(Math.max(0, start - 1000), start);
  const [line = ""] = /[^\n]*\n[^\n]*$/.exec(before) ?? [];
  return /(?:\/\/|\/\*|\*)\s*@ts-(?:ignore|expect-error)\b[^\n]*\n[^\n]*$/.test(line);
}

/** Whether a comment at the top keeps the compiler from looking at the types of a file. */
export const isFileSilenced = (text: SourceText): boolean => /@ts-nocheck\b/.test(firstComments(text.slice(0, 2000)));
