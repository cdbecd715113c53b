import type { Text } from "@codemirror/state";
import type { Diagnostic } from "vscode-languageserver-protocol";
import { messageOf } from "./client.js";
import { severityOf } from "./levels.js";
import { LevelSign } from "./LevelSign.js";

/** Characters that are seen before a mark, and in a line. */
const before = 40;
const longest = 160;

/** The line where a diagnostic begins, without what it is indented by, cut around the mark. */
function cut({ range: { start, end } }: Diagnostic, text: Text): readonly [lead: string, marked: string, rest: string] {
  if (start.line >= text.lines) return ["", " ", ""];
  const line = text.line(start.line + 1).text;
  const indent = Math.min(line.length - line.trimStart().length, start.character);
  const from = Math.max(indent, start.character - before);
  const to = end.line === start.line ? Math.max(end.character, start.character + 1) : line.length;
  const lead = `${from > indent ? "…" : ""}${line.slice(from, start.character)}`;
  const rest = line.slice(to, from + longest);
  return [lead, line.slice(start.character, Math.min(to, from + longest)) || " ", rest];
}

/** An alert as in the terminal and the report: the source first, and what is told hanging from its mark. */
export function Note({ diagnostic, text }: { readonly diagnostic: Diagnostic; readonly text: Text | undefined }) {
  const [lead, marked, rest] = text === undefined ? ["", " ", ""] : cut(diagnostic, text);
  const severity = severityOf(diagnostic);
  return (
    <span className={`note strokes-${5 - severity}`}>
      <code>
        <span className="number">{diagnostic.range.start.line + 1}</span>
        {lead}
        <mark>{marked}</mark>
        {rest}
      </code>
      <span className="hanging" style={{ "--column": lead.length } as React.CSSProperties}>
        <span><LevelSign severity={severity} /> <span className="message">{messageOf(diagnostic)}</span></span>
      </span>
    </span>
  );
}
