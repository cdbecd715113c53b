import { memo, useState } from "react";
import type { Diagnostic } from "vscode-languageserver-protocol";
import { show, type Shown } from "./address.js";
import { messageOf, textsTold, type Published } from "./client.js";
import { levelNames, severityOf } from "./levels.js";
import { LevelSign } from "./LevelSign.js";
import { Note } from "./Note.js";
import type { ProjectFile } from "./project.js";

export interface Row {
  readonly key: string;
  readonly uri: string;
  readonly path: string;
  readonly diagnostic: Diagnostic;
}

interface Props {
  readonly files: readonly ProjectFile[];
  readonly current: string;
  readonly published: Published;
  readonly shown: Shown;
  readonly onGo: (uri: string, diagnostic: Diagnostic) => void;
  readonly onFix: (uri: string, diagnostic: Diagnostic, at: DOMRect) => void;
  readonly onSettle: (rows: readonly Row[]) => void;
}

const ruleOf = ({ diagnostic: { code } }: Row): string => String(code);
const groupings: Readonly<Record<string, (row: Row) => string>> = {
  file: ({ path }) => path,
  folder: ({ path }) => path.slice(0, Math.max(0, path.lastIndexOf("/"))) || ".",
  rule: ruleOf,
  area: (row) => ruleOf(row).split(".")[0]!,
  level: ({ diagnostic }) => levelNames[severityOf(diagnostic) - 1]!,
};

/** Rows that are shown at once: more are found by searching. */
const most = 200;

const counted = (count: number): string => (count === 1 ? "1 alert" : `${count} alerts`);

/** The alerts of the project: grouped, filtered, and settled one by one or several at once. */
export const Alerts = memo(({ files, current, published, shown, onGo, onFix, onSettle }: Props) => {
  const { group, search, without } = shown;
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const left = new Set(without.split(",").filter((level) => level !== ""));
  const all = files.flatMap(({ uri, path }) => {
    // Rows stay what they are while their places move.
    const seen = new Map<string, number>();
    return (published.get(uri) ?? []).map((diagnostic): Row => {
      const what = `${uri} ${diagnostic.code} ${messageOf(diagnostic)}`;
      const times = (seen.get(what) ?? 0) + 1;
      seen.set(what, times);
      return { key: `${what} ${times}`, uri, path, diagnostic };
    });
  });
  const words = search.toLowerCase().split(/\s+/);
  const rows = all.filter((row) => {
    const says = `${row.path} ${ruleOf(row)} ${messageOf(row.diagnostic)}`.toLowerCase();
    return !left.has(groupings["level"]!(row)) && words.every((word) => says.includes(word));
  });
  const groups = Map.groupBy(rows.slice(0, most), groupings[group] ?? groupings["folder"]!);
  const picked = rows.filter(({ key }) => chosen.has(key));

  function choose(some: readonly Row[], isChosen: boolean): void {
    const next = new Set(chosen);
    for (const { key } of some) {
      if (isChosen) next.add(key);
      else next.delete(key);
    }
    setChosen(next);
  }

  return (
    <section className="alerts" aria-label="Alerts">
      <header>
        <h2>{rows.length === all.length ? counted(all.length) : `${rows.length} of ${counted(all.length)}`}</h2>
        <input
          type="search"
          placeholder="Search messages, rules, files"
          aria-label="Search"
          value={search}
          onChange={(event) => show({ search: event.target.value })}
        />
        <div className="levels">
          {levelNames.map((level, index) => (
            <button
              key={level}
              aria-pressed={!left.has(level)}
              title={`Show ${level}`}
              onClick={() => show({
                without: levelNames.filter((one) => left.has(one) !== (one === level)).join(","),
              })}
            >
              <LevelSign severity={index + 1} />
              {all.filter(({ diagnostic }) => severityOf(diagnostic) === index + 1).length}
            </button>
          ))}
        </div>
        <label>
          by{" "}
          <select value={group} onChange={(event) => show({ group: event.target.value })}>
            {Object.keys(groupings).map((name) => <option key={name}>{name}</option>)}
          </select>
        </label>
        <button
          className="settle"
          disabled={picked.length === 0}
          onClick={() => {
            onSettle(picked);
            setChosen(new Set());
          }}
        >
          Settle {picked.length > 0 && picked.length} chosen
        </button>
      </header>
      <div className="rows">
        {[...groups].map(([name, list]) => (
          <section key={name} aria-label={name}>
            <h3>
              <input
                type="checkbox"
                aria-label={`Choose all of ${name}`}
                checked={list.every(({ key }) => chosen.has(key))}
                onChange={(event) => choose(list, event.target.checked)}
              />
              {name} <small>{list.length}</small>
            </h3>
            <ul>
              {list.map((row) => {
                const { key, uri, path, diagnostic } = row;
                return (
                  <li key={key} className={uri === current ? "here" : ""}>
                    <input
                      type="checkbox"
                      aria-label={`Choose ${messageOf(diagnostic)}`}
                      checked={chosen.has(key)}
                      onChange={(event) => choose([row], event.target.checked)}
                    />
                    <button className="go" onClick={() => onGo(uri, diagnostic)}>
                      <Note diagnostic={diagnostic} text={textsTold.get(uri)} />
                    </button>
                    <div className="facts">
                      <span>{path}:{diagnostic.range.start.line + 1}</span>
                      <button className="rule" onClick={() => show({ panel: "rules", rule: ruleOf(row) })}>
                        {ruleOf(row)}
                      </button>
                    </div>
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
            </ul>
          </section>
        ))}
        {rows.length === 0 && <p className="none">{all.length === 0 ? "Nothing to complain of." : "Nothing fits."}</p>}
        {rows.length > most && <p className="none">{rows.length - most} more: search for what you look for.</p>}
      </div>
    </section>
  );
});
