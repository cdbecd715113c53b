/** How C is read. ISO/IEC 9899, 5.1.1.2 and 6.4; what the preprocessor would make of the text is not known. */
import { Grammar } from "../adapted/grammar.js";
import { blockComment, lineComment, quoted, type Lexis, type Skipped } from "../adapted/lexis.js";
import type { Braces, Reader } from "../adapted/read.js";

/** The end of a line that goes on behind each backslash at an end of line. */
function directiveEnd(text: string, at: number): number {
  for (let i = at; i < text.length; i += 1) {
    const code = text.charCodeAt(i);
    if (code === 10) return i;
    if (code === 92 && (text.charCodeAt(i + 1) === 10 || text.charCodeAt(i + 1) === 13)) {
      i += text.charCodeAt(i + 1) === 13 ? 2 : 1;
    } else if (code === 47 && text.charCodeAt(i + 1) === 42) {
      const end = text.indexOf("*/", i + 2);
      if (end < 0) return text.length;
      i = end + 1;
    }
  }
  return text.length;
}

const conditional = /^[ \t]*#[ \t]*(if|ifdef|ifndef|elif|elifdef|elifndef|else|endif)\b/gm;

/** Where the other ways of a conditional end: one way is enough to see which brackets belong together. */
function otherWays(text: string, at: number, endsAtElse: boolean): number {
  conditional.lastIndex = at;
  let depth = 0;
  for (let match = conditional.exec(text); match !== null; match = conditional.exec(text)) {
    const word = match[1]!;
    if (word.startsWith("if")) depth += 1;
    else if (depth === 0 && (word === "endif" || endsAtElse)) return directiveEnd(text, match.index);
    else if (word === "endif") depth -= 1;
  }
  return text.length;
}

function directive(text: string, at: number): Skipped | undefined {
  const line = text.lastIndexOf("\n", at - 1) + 1;
  if (text.slice(line, at).trim() !== "") return undefined;
  const end = directiveEnd(text, at);
  const said = text.slice(at, end);
  if (/^#[ \t]*(?:else|elif|elifdef|elifndef)\b/.test(said)) return { is: "comment", to: otherWays(text, end, false) };
  return { is: "comment", to: /^#[ \t]*if[ \t]+0\b/.test(said) ? otherWays(text, end, true) : end };
}

const lexis: Lexis = {
  openers: "\"'/#",
  macros: /^[A-Z_][A-Z0-9_]*$/,
  goesOnBehind: (header) => /\b(?:struct|union|enum)\b[^()]*$/.test(codeOf(header)) || /=\s*$/.test(header),
  skip(text, at) {
    const mark = text.charAt(at);
    if (mark === "#") return directive(text, at);
    if (mark !== "/") return quoted(text, at);
    const next = text.charAt(at + 1);
    return next === "/" ? lineComment(text, at) : next === "*" ? blockComment(text, at, "*/") : undefined;
  },
};

const body: Braces = { whole: "body", inside: "statement", isBody: true };
const block: Braces = { whole: "body", inside: "statement", isBody: false };

function codeOf(header: string): string {
  return header
    .replaceAll(/\/\*[\s\S]*?\*\/|\/\/[^\n]*/g, " ")
    .replaceAll(/^[ \t]*#.*(?:\\\r?\n.*)*/gm, " ")
    .replaceAll(/"(?:[^"\\\n]|\\.)*"|'(?:[^'\\\n]|\\.)+'/g, '""')
    .trim();
}

/** Words that more stands behind than the grammar knows: macros, and what compilers add. */
const beyondGrammar = /^[ \t]*#|\b[A-Z_][A-Z0-9_]{2,}\b|\b_\w+|\b(?!(?:if|for|while|switch|return|sizeof)\b)\w+\s*\([^;{}]*\)\s*\{|\b(?:asm|typeof|inline|restrict|template|namespace|class|operator)\b|\\$|(?<![\w)\]\s])\s*:|::/m;

/** A type among arguments, which only a macro takes. */
const typeAsArgument = /[(,]\s*(?:const|struct|unsigned|enum|union)\b[^(),;]*[,)]\s*[^\s{;,)]?|[(,]\s*\w+\s*\*+\s*[,)]/;

/** A word that stands where a type or a keyword would, before one of these. */
const unknownWord = /^([ \t]*)\w+[ \t]*\([^;{}]*\)[ \t]*\r?\n\1[ \t]+\S|\((?!(?:const|struct|unsigned|signed|long|short|enum|union|volatile)\b)\w+\s+(?!\*)[\w\s]*\*\s*\)|\(\w+\s*\*\s*(?!const\b)\w+\)|[(,]\s*(?:[-+*/%&|^]=?|=)\s*[^\s\w(]|\(\s*[-+*/%&|^]?=|[(,]\s*\{|\)\s*[a-z]\w*\s*;|\b(?!(?:const|static|extern|struct|union|enum|unsigned|signed|long|short|volatile|register|auto|return|else|case|goto|typedef|sizeof|do)\b)[a-z]\w*[ \t]+(?:void|int|char|long|unsigned|struct|static|const|double|float|bool)\b|^\s*static\s+\w+\s+\w+\s+\**\w+\s*\(|\)\s*[a-z]\w*\s*\([^()]*\)\s*;/m;

export const reader: Reader = {
  grammar: new Grammar("tree-sitter-c/tree-sitter-c.wasm"),
  lexis,
  manner: {
    words: new Set(["string_literal", "char_literal", "system_lib_string", "preproc_arg"]),
    passed: new Set(["comment"]),
    parenthesized: "parenthesized_expression",
  },
  settings: {
    file: { before: "", after: "", kind: "translation_unit" },
    statement: { before: "void f(){", after: "}", kind: "compound_statement" },
    body: { before: "void f()", after: "", kind: "compound_statement" },
  },
  braces(header, around) {
    const code = codeOf(header);
    if (around === "file") {
      const isFunction = /\)$/.test(code) && !/=|\b(?:struct|union|enum)\b[^()]*$|^extern\b\s*""/.test(code);
      return isFunction && /[\w*]\s+\**\w+\s*\(/.test(code) ? body : undefined;
    }
    if (code === "" || /\b(?:else|do)$/.test(code)) return block;
    return /(?:^|[\s};)])(?:if|while|for)\s*\([\s\S]*\)$/.test(code) ? block : undefined;
  },
  bracesOf: () => body,
  isExcused(text, within) {
    const code = text.replaceAll(/\/\*[\s\S]*?\*\/|\/\/[^\n]*/g, " ").replaceAll(/"(?:[^"\\\n]|\\.)*"/g, '""');
    return /^[ \t]*#/m.test(within) || beyondGrammar.test(code) || typeAsArgument.test(code) || unknownWord.test(code);
  },
};
