import { useState } from "react";
import type { Diagnostic } from "vscode-languageserver-protocol";
import { messageOf, type Published } from "./client.js";
import { sample } from "./sample.js";

const levelNames = ["error", "warning", "information", "hint"] as const;

interface Props {
  readonly current: string;
  readonly published: Published;
  readonly onGo: (uri: string, diagnostic: Diagnostic) => void;
  readonly onFix: (uri: string, diagnostic: Diagnostic, at: DOMRect) => void;
}

/** The alerts of the file in the editor, or of the whole project. */
export function Problems({ current, published, onGo, onFix }: Props) {
  const [all, setAll] = useState(true);
  const rows = sample
    .filter(({ uri }) => all || uri === current)
    .flatMap(({ uri, path }) => (published.get(uri) ?? []).map((diagnostic) => ({ uri, path, diagnostic })));
  return (
    <section className="problems" aria-label="Alerts">
      <header>
        <h2>{rows.length === 1 ? "1 alert" : `${rows.length} alerts`}</h2>
        <label>
          <input type="checkbox" checked={all} onChange={(event) => setAll(event.target.checked)} /> whole project
        </label>
      </header>
      <ul>
        {rows.map(({ uri, path, diagnostic }) => {
          const { range, severity = 1, code } = diagnostic;
          return (
            <li
              key={`${uri} ${range.start.line}:${range.start.character} ${code}`}
              className={uri === current ? "here" : ""}
            >
              <button className="go" onClick={() => onGo(uri, diagnostic)}>
                <em className={`level-${severity}`}>{levelNames[severity - 1]}</em>
                <span className="message">{messageOf(diagnostic)}</span>
                <code>{code}</code>
                <span className="place">
                  {path}:{range.start.line + 1}
                </span>
              </button>
              <button
                className="fix"
                title="Quick fixes"
                onClick={(event) => onFix(uri, diagnostic, event.currentTarget.getBoundingClientRect())}
              >
                Fix…
              </button>
            </li>
          );
        })}
        {rows.length === 0 && <li className="none">Nothing to complain of.</li>}
      </ul>
    </section>
  );
}
