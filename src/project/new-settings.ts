/** Writing a project's first settings file. */
import { modify } from "jsonc-parser";
import { applyAll } from "../text/edit.js";

export interface SetupAnswers {
  readonly kits: readonly string[];
  readonly edition: number;
  readonly runtime: readonly string[];
  /** The edition of Python, in a project that has files of it. */
  readonly python?: string | undefined;
  readonly known: readonly string[];
  readonly skip: readonly string[];
  readonly baseline?: string;
}

/** The text of a settings file with its answers, each with a comment. */
export function settingsText({ kits, edition, runtime, python, known, skip, baseline }: SetupAnswers): string {
  const list = (values: readonly string[]): string => `[${values.map((value) => JSON.stringify(value)).join(", ")}]`;
  const lines = [
    "{",
    '  "$schema": "./node_modules/alert-quill/schema/settings.json",',
    "  // Where to start: sound finds mistakes, tidy looks after layout, modern and light after form, thorough tells what is worth a look.",
    `  "kits": ${list(kits)},`,
    '  "languages": {',
    '    "javascript": {',
    "      // The edition of ECMAScript the code may use, and whether files are modules.",
    `      "edition": ${edition},`,
    '      "modules": "detect",',
    "      // Whose ready-made names exist.",
    `      "runtime": ${list(runtime)},`,
    ...(known.length > 0 ? ["      // Names that are defined elsewhere.", `      "known": ${list(known)},`] : []),
    "    },",
    ...(python === undefined ? [] : [`    "python": { "edition": ${JSON.stringify(python)} },`]),
    "  },",
    ...(skip.length > 0 ? ["  // What is made by tools or comes from elsewhere.", `  "skip": ${list(skip)},`] : []),
    ...(
      baseline !== undefined
        ? ["  // What was there before and is not told.", `  "baseline": ${JSON.stringify(baseline)},`]
        : []
    ),
    "  // Levels of single rules, or of all of an area with `area.*`.",
    '  "levels": {},',
    "}",
    "",
  ];
  return lines.join("\n");
}

/** A package.json with one more entry, as a script; all else stays as it is. */
export function withEntry(manifest: string, at: readonly string[], value: string): string {
  const indent = /^([ \t]+)"/m.exec(manifest)?.[1] ?? "  ";
  const options = {
    formattingOptions: {
      insertSpaces: !indent.startsWith("\t"),
      tabSize: indent.startsWith("\t") ? 1 : indent.length,
      eol: manifest.includes("\r\n") ? "\r\n" : "\n",
    },
  };
  return applyAll(
    manifest,
    modify(manifest, [...at], value, options).map(({ offset, length, content }) => ({
      from: offset,
      to: offset + length,
      insert: content,
    })),
  );
}
