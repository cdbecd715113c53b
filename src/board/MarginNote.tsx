import type { BoardChange, BoardRemedy } from "../report/board-data.js";
import { plain, type Entry } from "./facts.js";
import { LevelSign } from "./LevelSign.js";

interface MarginNoteProps {
  readonly entry: Entry;
  readonly showRule: (rule: string) => void;
}

/** An alert as everywhere else in this program: the source first, and the alert hanging from its mark. */
export function MarginNote({ entry, showRule }: MarginNoteProps) {
  const { alert, file } = entry;
  const { line, column, endLine, endColumn } = alert;
  const numbers = Object
    .keys(file.source)
    .map(Number)
    .filter((one) => one >= line - 2 && one <= Math.min(endLine, line + 6) + 2);
  const marked = (number: number, text: string): readonly [number, number] | undefined => {
    if (number < line || number > endLine) return undefined;
    const from = number === line ? column : text.length - text.trimStart().length;
    const to = number === endLine ? endColumn : text.length;
    return [from, Math.max(from + 1, to)];
  };
  return (
    <div class="note">
      <div class="source" role="group" aria-label={`Source around line ${line}`}>
        {numbers.map((number) => {
          const text = file.source[number]!;
          const mark = marked(number, text);
          return (
            <div key={number} class={mark === undefined ? "line" : "line marked"}>
              <span class="number">{number}</span>
              <code>
                {
                  mark === undefined
                    ? text
                    : [
                      text.slice(0, mark[0]),
                      <mark key="mark">{text.slice(...mark) || " "}</mark>,
                      text.slice(mark[1]),
                    ]
                }
              </code>
              {number === line && (
                <p class="hanging" style={{ "--column": Math.min(column, 48) }}>
                  <span><LevelSign level={alert.level} /> {plain(alert.message)}</span>
                </p>
              )}
            </div>
          );
        })}
      </div>
      {alert.related.length > 0 && (
        <ul class="related">
          {alert.related.map((one) => (
            <li key={`${one.line} ${one.message}`}>
              {plain(one.message)} <span class="faint">{file.path}:{one.line}:{one.character}</span>
            </li>
          ))}
        </ul>
      )}
      {alert.remedies.map((remedy) => <Remedy key={remedy.title} remedy={remedy} />)}
      <p class="facts">
        <button type="button" class="link" onClick={() => showRule(alert.rule)}>{alert.rule}</button>
        <span>{alert.level}</span>
        <span>{file.path}:{line}:{alert.character}</span>
        {alert.mends && <span>mend settles it</span>}
        {alert.isNew && <span>new</span>}
      </p>
    </div>
  );
}

function Remedy({ remedy: { title, certainty, lines } }: { readonly remedy: BoardRemedy }) {
  return (
    <figure class="remedy">
      <figcaption>{plain(title)} <span class="faint">{certainty}</span></figcaption>
      <div class="source">
        {lines.map((change, index) => <Change key={index} change={change} />)}
      </div>
    </figure>
  );
}

const signs = { "-": "−", "+": "+", " ": "", "…": "…" } as const;
const words = { "-": "goes", "+": "comes" } as const;
const classes = { "-": "goes", "+": "comes", " ": "stays", "…": "gap" } as const;

function Change({ change: { is, line, text } }: { readonly change: BoardChange }) {
  return (
    <div class={`line ${classes[is]}`}>
      <span class="number">{is === "…" ? "" : line}</span>
      <span class="way" {...(is in words && { "aria-label": words[is as "-" | "+"] })}>{signs[is]}</span>
      <code>{text}</code>
    </div>
  );
}
