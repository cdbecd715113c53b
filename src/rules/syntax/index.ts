/** The area `syntax`: what the parser finds, as rules with documentation of their own. */
import type { Insertion, SyntaxCode } from "../../syntax/problem.js";
import type { Edit } from "../../text/edit.js";
import { defineRule, type AlertingExample, type QuietExample, type Rule } from "../rule.js";

interface SyntaxPage {
  readonly title: string;
  readonly why: string;
  readonly alerts: readonly AlertingExample[];
  readonly quiet: readonly QuietExample[];
}

const pages: Readonly<Record<SyntaxCode, SyntaxPage>> = {
  "missing-closer": {
    title: "A bracket or tag that is never closed",
    why: "Everything behind an unclosed bracket belongs to it, so the program does not run at all. The alert stands where the closer is most likely missing; for braces the indentation helps to tell.",
    alerts: [
      {
        code: "const fare = price(adult, child«»;\nboard();\n",
        after: "const fare = price(adult, child);\nboard();\n",
      },
      { code: "if (tide > 3«» {\n  sail();\n}\n", after: "if (tide > 3) {\n  sail();\n}\n" },
      { code: "class Berth {\n  open() {\n    free();«»\n  close() {\n    full();\n  }\n}\n" },
      { code: "const sign = «<b»>Pier 2;\n" },
    ],
    quiet: [{ code: "const fare = price(adult, [child, { dog }]);\n" }],
  },
  "missing-part": {
    title: "A construct that lacks a part",
    why: "A statement was begun and not finished, or something between its parts was forgotten. The rest of the file is still analysed.",
    alerts: [
      { code: "const tide =«»;\n" },
      { code: "ferry«.»\nconst next = 1;\n" },
      { code: "const crew = [\"Ada\"«» \"Bo\"];\n", after: "const crew = [\"Ada\", \"Bo\"];\n" },
      { code: "const speed«»;\n" },
    ],
    quiet: [{ code: "let tide;\ntide = 3;\n" }, { code: "const pier = harbour\n  .berth;\n" }],
  },
  unexpected: {
    title: "Something that fits nowhere",
    why: "What stands here cannot be part of the program: often the rest of an earlier edit, a bracket too many, or a reserved word used as a name.",
    alerts: [{ code: "sail();\n«}»\nmoor();\n" }, { code: "const «class» = 1;\n" }, { code: "sail() «@» 3;\n" }],
    quiet: [{ code: "{ sail(); }\n" }],
  },
  "unfinished-text": {
    title: "A text without its end",
    why: "A string ends on the line it begins on, and a template or regular expression needs its closing mark.",
    alerts: [
      { code: "const pier = «\"North»;\nboard();\n", after: "const pier = \"North\";\nboard();\n" },
      { code: "const rule = «/[a-z;»\n" },
      { code: "const sign = «`»Pier 2;\n" },
    ],
    quiet: [{ code: "const pier = \"North\\\nWest\";\n" }, { code: "const sign = `Pier\n2`;\n" }],
  },
  "unfinished-comment": {
    title: "A block comment without its end",
    why: "A comment that is never closed swallows the rest of the file.",
    alerts: [{ code: "sail();\n«/*» later\nmoor();\n" }],
    quiet: [{ code: "/* later */ sail();\n" }],
  },
  misplaced: {
    title: "Well-formed, but not allowed here",
    why: "Some parts of the language exist only in certain places: `return` in functions, `break` in loops, `await` in async functions, imports at the top of modules.",
    alerts: [
      { code: "for (const ferry of fleet) { go(ferry); }\n«continue»;\n" },
      { code: "function sail() {\n  «await» tide();\n}\n" },
      { code: "export const a = 1;\n«with» (a) {}\n" },
    ],
    quiet: [{ code: "for (const ferry of fleet) { if (!ferry) continue; }\n" }],
  },
  malformed: {
    title: "A number, escape or pattern that is not spelled correctly",
    why: "Numbers and escapes follow fixed spellings; a digit or letter too many makes them meaningless.",
    alerts: [{ code: "const depth = «3m»;\n" }, { code: "const sign = \"«\\u»12\";\n" }],
    quiet: [{ code: "const depth = 1_000;\n" }],
  },
  "bad-target": {
    title: "An assignment to something that cannot hold a value",
    why: "Only names, members and patterns of them can be assigned to. Often a comparison was meant, or a part of the target is missing.",
    alerts: [{ code: "«fare()» = 3;\n" }, { code: "if («tide + 1» = high) {}\n" }, { code: "«12»++;\n" }],
    quiet: [{ code: "harbour.tide = 3;\n[a.b, c] = d;\n" }],
  },
  "too-deep": {
    title: "Nesting too deep to be analysed",
    why: "Brackets within brackets beyond some hundred levels are not analysed further, so that analysis always ends. Such code is nearly always generated.",
    alerts: [{ code: `const a = ${"[".repeat(374)}«[»${"[".repeat(60)}${"]".repeat(435)};\n` }],
    quiet: [{ code: "const a = [[[[1]]]];\n" }],
  },
};

function titleFor({ text, over, close }: Insertion, message: string): string {
  if (close !== undefined) return "Put the object in parentheses";
  if (over === undefined) return `Insert \`${text.trim()}\``;
  if (text.trim() === "" && text !== "") return "Join the lines";
  return text === "" ? `Remove ${/`[^`]*`/.exec(message)?.[0] ?? "it"}` : `Write \`${text}\``;
}

function editsOf({ at, text, over = 0, close }: Insertion): Edit[] {
  const first = { from: at, to: at + over, insert: text };
  return close === undefined ? [first] : [first, { from: close.at, to: close.at, insert: close.text }];
}

/** One rule for each problem code. Each is always on and an error. */
export const syntaxRules: readonly Rule[] = [
  ...Object.entries(pages).map(([code, page]) => defineRule({
    id: `syntax.${code}`,
    title: page.title,
    why: page.why,
    level: "error",
    kits: ["sound"],
    always: true,
    examples: { alerts: page.alerts, quiet: page.quiet },
    file({ problems, alert }) {
      const told = new Set<string>();
      const firstOther = Math.min(
        Infinity,
        ...problems.flatMap(({ isShared, from }) => (isShared === true ? [] : [from])),
      );
      const isElsewhere = firstOther < Infinity;
      for (const problem of problems) {
        if (problem.code !== code) continue;
        const { insert, isShared } = problem;
        if (isShared === true && isElsewhere) {
          // What is wrong before it is most likely why.
          if (problem.from >= firstOther || told.has(problem.message)) continue;
          told.add(problem.message);
        }
        alert(problem, {
          message: problem.message,
          related: problem.related.map(({ from, to, message }) => ({ at: { from, to }, message })),
          ...(
            insert && {
              remedies: () => [{
                title: titleFor(insert, problem.message),
                certainty: "proposed" as const,
                edits: editsOf(insert),
              }],
            }
          ),
        });
      }
    },
  })),
];
