/** How Java is read. Java Language Specification, chapters 3 and 19. */
import { Grammar } from "../adapted/grammar.js";
import { blockComment, lineComment, quoted, textUntil, type Lexis } from "../adapted/lexis.js";
import type { Braces, Reader } from "../adapted/read.js";

const lexis: Lexis = {
  openers: "\"'/",
  skip(text, at) {
    const mark = text.charAt(at);
    if (mark !== "/") return text.startsWith('"""', at) ? textUntil(text, at, '"""') : quoted(text, at);
    const next = text.charAt(at + 1);
    return next === "/" ? lineComment(text, at) : next === "*" ? blockComment(text, at, "*/") : undefined;
  },
};

const body: Braces = { whole: "method", inside: "statement", isBody: true };
const constructor: Braces = { whole: "constructor", inside: "constructing", isBody: true };
const block: Braces = { whole: "method", inside: "statement", isBody: false };
const classBody: Braces = { whole: "class", inside: "member", isBody: false };
const interfaceBody: Braces = { whole: "interface", inside: "member", isBody: false };
const enumBody: Braces = { whole: "enum", inside: "constant", isBody: false };

/** What stands before a brace, without comments, texts and annotations. */
function codeOf(header: string): string {
  return header
    .replaceAll(/\/\*[\s\S]*?\*\/|\/\/[^\n]*/g, " ")
    .replaceAll(/"(?:[^"\\\n]|\\.)*"|'(?:[^'\\\n]|\\.)+'/g, '""')
    .replaceAll(/@(?!interface\b)[\w.]+\s*(?:\((?:[^()]|\((?:[^()]|\([^()]*\))*\))*\))?/g, " ")
    .trim();
}

function typeBraces(code: string): Braces | undefined {
  if (/@\s*interface\b/.test(code)) return undefined;
  const word = /(?:^|\s)(class|interface|record|enum)\s+[\w$]+/.exec(code)?.[1];
  if (word === "interface") return interfaceBody;
  return word === "enum" ? enumBody : word === undefined ? undefined : classBody;
}

/** Words before the name of a method that are no type. */
const modifiers = /\b(?:public|protected|private|static|final|abstract|synchronized|native|strictfp|default)\b/g;

function memberBraces(code: string, around: string): Braces | undefined {
  const type = typeBraces(code);
  if (type !== undefined) return type;
  if (code === "" || code === "static") return around === "constant" ? undefined : body;
  if (code.includes("=") || /\bnew\b|->/.test(code) || !/\)\s*(?:throws\b[\s\w$.,<>]*)?(?:\[\s*\]\s*)*$/.test(code)) {
    // The short form of a record's constructor.
    return around === "member" && /^[\w$]+$/.test(code.replaceAll(modifiers, "").trim()) ? body : undefined;
  }
  const before = code
    .slice(0, code.indexOf("("))
    .replaceAll(modifiers, "")
    .replace(/^\s*<[^(]*?>\s+(?=[\w$]+\s*$)/, "")
    .trim();
  const isConstructor = /^[\w$]+$/.test(before);
  // Constants stand one behind another.
  if (around === "constant" && before.replaceAll(/<[^<>]*(?:<[^<>]*>[^<>]*)*>/g, "").includes(",")) return undefined;
  // One with arguments looks like a constructor.
  return isConstructor ? (around === "constant" ? undefined : constructor) : body;
}

function statementBraces(code: string): Braces | undefined {
  const type = typeBraces(code);
  if (type !== undefined && !code.includes("(")) return type;
  if (/\bnew\s+[\w$.<>,?\s]+\((?:[^()]|\((?:[^()]|\([^()]*\))*\))*\)$/.test(code)) return classBody;
  if (code === "" || /->$/.test(code) || /\b(?:else|do|try|finally)$/.test(code)) return block;
  if (/(?:^|[\s};)])(?:if|while|for|try|catch|synchronized)\s*\([\s\S]*\)$/.test(code)) return block;
  return /^[\w$]+\s*:$/.test(code) ? block : type;
}

export const reader: Reader = {
  grammar: new Grammar("tree-sitter-java/tree-sitter-java.wasm"),
  lexis,
  manner: {
    words: new Set(["string_literal", "character_literal"]),
    passed: new Set(["line_comment", "block_comment"]),
    parenthesized: "parenthesized_expression",
  },
  settings: {
    file: { before: "", after: "", kind: "program" },
    member: { before: "class A{", after: "}", kind: "class_body" },
    constant: { before: "enum A{A;", after: "}", kind: "enum_body" },
    statement: { before: "class A{void f(){", after: "}}", kind: "block" },
    constructing: { before: "class A{A(){", after: "}}", kind: "constructor_body" },
    class: { before: "class A", after: "", kind: "class_body" },
    interface: { before: "interface A", after: "", kind: "interface_body" },
    enum: { before: "enum A", after: "", kind: "enum_body" },
    method: { before: "class A{void f()", after: "}", kind: "block" },
    constructor: { before: "class A{A()", after: "}", kind: "constructor_body" },
  },
  braces(header, around) {
    const code = codeOf(header);
    return around === "statement" || around === "constructing" || around === "method" || around === "constructor"
      ? statementBraces(code)
      : memberBraces(code, around);
  },
  bracesOf: (kind) => (kind === "constructor_body" ? constructor : body),
};
