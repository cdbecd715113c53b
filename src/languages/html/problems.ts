/** What is wrong with the form of a page, of the errors that the standard names. HTML Living Standard §13.2.2. */
import type { ParserError } from "parse5";
import type { SyntaxCode, SyntaxProblem } from "../../syntax/problem.js";

interface Told {
  readonly code: SyntaxCode;
  readonly message: (written: string) => string;
  /** What would settle it, put in where it is. */
  readonly insert?: string;
  /** Whether the place is before the offset. */
  readonly isBefore?: boolean;
  /** What began and has no end, found in the text before its end. */
  readonly opener?: RegExp;
}

const told: Readonly<Record<string, Told>> = {
  "eof-in-tag": {
    code: "missing-closer",
    message: () => "This tag has no end: close it by `>`",
    opener: /<\/?[a-z][^\s<>]*(?=[^<>]*$)/i,
  },
  "eof-in-comment": {
    code: "unfinished-comment",
    message: () => "This comment has no end: close it by `-->`",
    opener: /<!--(?![^]*?-->)/,
  },
  "eof-in-element-that-can-contain-only-text": {
    code: "missing-closer",
    message: (written) =>
      `\`${written}>\` is not closed, and all that follows is taken for its text: its end tag is missing`,
    opener: /<(?:script|style|textarea|title|xmp|iframe|noembed|noframes|noscript)\b(?![^]*<\/(?:script|style|textarea|title|xmp|iframe|noembed|noframes|noscript)\b)/i,
  },
  "missing-attribute-value": {
    code: "missing-part",
    message: () => "No value stands behind the `=`: write one, or take the `=` out",
    isBefore: true,
  },
  "missing-whitespace-between-attributes": {
    code: "missing-part",
    message: () => "An attribute begins right behind another one: put a space between them",
    insert: " ",
  },
  "unexpected-character-in-attribute-name": {
    code: "unexpected",
    message: (written) =>
      `\`${written}\` stands in the name of an attribute: a quote mark, or the end of a tag, is missing before it`,
  },
  "unexpected-character-in-unquoted-attribute-value": {
    code: "unexpected",
    message: (written) => `\`${written}\` stands in a value without quote marks: put marks around all of the value`,
  },
  "unexpected-equals-sign-before-attribute-name": {
    code: "unexpected",
    message: () => "This `=` has no name before it",
  },
  "unexpected-solidus-in-tag": {
    code: "unexpected",
    message: () => "This `/` stands inside a tag and does nothing: take it out",
    isBefore: true,
  },
  "end-tag-with-attributes": {
    code: "misplaced",
    message: () => "An end tag has attributes, which count for nothing",
    isBefore: true,
  },
  "missing-end-tag-name": { code: "missing-part", message: () => "This end tag names no element", isBefore: true },
  "invalid-first-character-of-tag-name": {
    code: "malformed",
    message: () => "This `<` begins no tag: write `&lt;`",
    isBefore: true,
  },
  "unexpected-question-mark-instead-of-tag-name": {
    code: "unexpected",
    message: () => "`<?` begins nothing in a page and makes a comment of what follows",
  },
  "incorrectly-opened-comment": { code: "malformed", message: () => "A comment begins with `<!--`", isBefore: true },
  "incorrectly-closed-comment": {
    code: "malformed",
    message: () => "A comment ends with `-->`, without `!`",
    isBefore: true,
  },
  "unknown-named-character-reference": {
    code: "malformed",
    message: () => "No character has this name: write `&amp;` for an `&`, or one of the names there are",
    isBefore: true,
  },
  "missing-semicolon-after-character-reference": {
    code: "missing-part",
    message: () => "A `;` is missing behind the name of the character",
    insert: ";",
  },
  "absence-of-digits-in-numeric-character-reference": {
    code: "malformed",
    message: () => "No number stands behind `&#`: write `&amp;#` for the two characters",
    isBefore: true,
  },
};

/** The problem that an error is; `undefined` for one that harms nobody, or that a rule of its own tells. */
export function problemOf({ code, startOffset }: ParserError, text: string): SyntaxProblem | undefined {
  const one = told[code];
  if (one === undefined) return undefined;
  const end = Math.min(startOffset, text.length);
  const opener = one.opener?.exec(text);
  if (opener != null) {
    const to = opener.index + opener[0].length;
    return {
      code: one.code,
      from: opener.index,
      to,
      message: one.message(opener[0]),
      related: [],
      seen: end,
    };
  }
  const at = one.isBefore === true || end === text.length ? Math.max(0, end - 1) : end;
  const written = text.slice(at, at + 1);
  return {
    code: one.code,
    from: one.insert === undefined ? at : end,
    to: one.insert === undefined ? Math.min(at + 1, text.length) : end,
    message: one.message(written),
    related: [],
    seen: end,
    ...(one.insert !== undefined && { insert: { at: end, text: one.insert } }),
  };
}
