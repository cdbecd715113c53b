/** How PHP is read: code between tags, in pages or by itself. PHP Language Specification, chapters 4 and 9. */
import { Grammar } from "../adapted/grammar.js";
import { blockComment, lineEnd, quoted, type Lexis, type Skipped } from "../adapted/lexis.js";
import type { Braces, Reader } from "../adapted/read.js";

const opening = /<\?(?:php(?=\s|$)|=)/gi;

/** Where code begins behind a tag that opens it; the end of the text where none does. */
function enter(text: string, at: number): number {
  opening.lastIndex = at;
  const tag = opening.exec(text);
  return tag === null ? text.length : tag.index + tag[0].length;
}

/** A comment that ends with its line, or with the code. */
function toLineEnd(text: string, at: number): Skipped {
  const end = lineEnd(text, at);
  const closing = text.slice(at, end).indexOf("?>");
  return { is: "comment", to: closing < 0 ? end : at + closing };
}

/** A text of lines that ends where its word stands again. */
function heredoc(text: string, at: number): Skipped | undefined {
  const begin = /^<<<[ \t]*(["']?)([A-Za-z_]\w*)\1[ \t]*\r?\n/.exec(text.slice(at, at + 200));
  if (begin === null) return undefined;
  const from = at + begin[0].length;
  const end = new RegExp(`^[ \\t]*${begin[2]!}\\b`, "m").exec(text.slice(from));
  return end === null
    ? { is: "text", to: lineEnd(text, at), unfinished: `\n${begin[2]!}` }
    : { is: "text", to: from + end.index + end[0].length };
}

const lexis: Lexis = {
  openers: "\"'`/#?<",
  enter,
  skip(text, at) {
    const mark = text.charAt(at);
    const next = text.charAt(at + 1);
    switch (mark) {
      case "/":
        return next === "/" ? toLineEnd(text, at) : next === "*" ? blockComment(text, at, "*/") : undefined;
      case "#":
        return next === "[" ? undefined : toLineEnd(text, at);
      case "?":
        return next === ">" ? { is: "comment", to: enter(text, at + 2) } : undefined;
      case "<":
        return text.startsWith("<<<", at) ? heredoc(text, at) : undefined;
      default:
        return quoted(text, at, true);
    }
  },
};

const body: Braces = { whole: "body", inside: "statement", isBody: true };
const block: Braces = { whole: "body", inside: "statement", isBody: false };
const classBody: Braces = { whole: "class", inside: "member", isBody: false };
const enumBody: Braces = { whole: "enum", inside: "case", isBody: false };
const spaceBody: Braces = { whole: "body", inside: "file", isBody: false };

function codeOf(header: string): string {
  return header
    .replaceAll(/\/\*[\s\S]*?\*\/|\/\/[^\n]*|#(?!\[)[^\n]*/g, " ")
    .replaceAll(/\?>[\s\S]*?(?:<\?(?:php\b|=)|$)/gi, ";")
    .replaceAll(/"(?:[^"\\]|\\.)*"|'(?:[^'\\]|\\.)*'/g, '""')
    .replaceAll(/#\[[^\]]*\]/g, " ")
    .split(";")
    .at(-1)!
    .trim();
}

/** The kind of braces that a declaration has. */
function declaredBraces(code: string): Braces | undefined {
  const word = /^(?:(?:abstract|final|readonly)\s+)*(class|interface|trait|enum)\s+\w+/.exec(code)?.[1];
  if (word !== undefined) return word === "enum" ? enumBody : classBody;
  return /^(?:(?:public|protected|private|static|final|abstract)\s+)*function\s*&?\s*\w+\s*\([\s\S]*\)\s*(?::\s*[?\w\s\\|&()]+)?$/i.test(
    code,
  )
    ? body
    : undefined;
}

export const reader: Reader = {
  grammar: new Grammar("tree-sitter-php/tree-sitter-php.wasm"),
  lexis,
  manner: {
    words: new Set(["string", "nowdoc", "variable_name", "text"]),
    passed: new Set(["comment"]),
    parenthesized: "parenthesized_expression",
  },
  settings: {
    file: { before: "", after: "", kind: "program" },
    top: { before: "<?php ", after: "", kind: "program" },
    member: { before: "<?php class A{", after: "}", kind: "declaration_list" },
    case: { before: "<?php enum A{", after: "}", kind: "enum_declaration_list" },
    statement: { before: "<?php function f(){", after: "}", kind: "compound_statement" },
    class: { before: "<?php class A", after: "", kind: "declaration_list" },
    enum: { before: "<?php enum A", after: "", kind: "enum_declaration_list" },
    body: { before: "<?php function f()", after: "", kind: "compound_statement" },
  },
  itemsAtTop: "top",
  // `if (…): … endif`
  isUndivided: (text) => /\bend(?:if|for|foreach|while|switch)\s*(?:;|\?>)/i.test(text),
  braces(header, around) {
    const code = codeOf(header);
    const declared = declaredBraces(code);
    if (declared !== undefined) return declared;
    if (/^namespace\b/.test(code)) return spaceBody;
    if (around === "member" || around === "class" || around === "case" || around === "enum") return undefined;
    const isBlock = code === "" ||
      /\b(?:else|do|try|finally)$/.test(code) ||
      /(?:^|[\s};)])(?:if|elseif|while|for|foreach|catch)\s*\([\s\S]*\)$/.test(code);
    // At the top of a file only functions are kept apart.
    return isBlock && around !== "file" ? block : undefined;
  },
  bracesOf: () => body,
};
