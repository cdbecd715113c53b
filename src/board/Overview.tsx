import type { BoardData } from "../report/board-data.js";
import type { Choose } from "./address.js";
import { countsOf, grouped, plain, type Choice, type Entry } from "./facts.js";
import { LevelSign } from "./LevelSign.js";
import { Treemap } from "./Treemap.js";

interface OverviewProps {
  readonly data: BoardData;
  readonly entries: readonly Entry[];
  readonly choice: Choice;
  readonly choose: Choose;
}

/** What it all comes to: areas by level, files by size, what changed since an earlier report, and what was not looked at. */
export function Overview({ data, entries, choice, choose }: OverviewProps) {
  const counts = new Map(countsOf(entries, ({ file }) => file.path));
  const levels = data.levels.map(({ name }) => name);
  const areas = grouped(entries, "area", levels);
  const largest = Math.max(1, ...areas.map((area) => area.entries.length));
  const mends = entries.filter(({ alert }) => alert.mends).length;
  return (
    <div class="overview">
      <section class="areas">
        <h2>Areas by level</h2>
        {areas.length === 0 && <p>No alerts.</p>}
        <table>
          <tbody>
            {areas.map(({ name, entries: own }) => (
              <tr key={name}>
                <th scope="row">
                  <button type="button" class="link" onClick={() => choose({ area: name, view: "alerts" })}>
                    {name}
                  </button>
                </th>
                <td class="count">{own.length.toLocaleString("en")}</td>
                <td class="parts">
                  {data.levels.map(({ name: level, strokes, colour }) => {
                    const count = own.filter(({ alert }) => alert.level === level).length;
                    return count > 0 && (
                      <button
                        key={level}
                        type="button"
                        class={`part strokes-${strokes}`}
                        {...(colour && { "data-colour": colour })}
                        aria-label={`${name}, ${level}: ${count}`}
                        title={`${name}, ${level}: ${count}`}
                        style={{ width: `${(100 * count) / largest}%` }}
                        onClick={() => choose({ area: name, level, view: "alerts" })}
                      >
                        <LevelSign level={level} />
                        <span>{count}</span>
                      </button>
                    );
                  })}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
      <Treemap
        data={data}
        counts={counts}
        path={choice.path}
        choose={(path) => choose(data.files.some((file) => file.path === path) ? { path, view: "alerts" } : { path })}
      />
      <section class="notes">
        <h2>Besides</h2>
        <ul>
          {
            mends > 0 &&
            <li>
              Of these alerts {mends.toLocaleString("en")} can be settled for
              certain: <button type="button" class="link" onClick={() => choose({ only: "mends", view: "alerts" })}>
                show them
              </button>
            </li>
          }
          {data.trend !== undefined && <Trend data={data} entries={entries} choose={choose} />}
          {data.notes
            .filter((note) => !note.startsWith("`alert-quill mend`"))
            .map((note) => <li key={note}>{plain(note)}</li>)}
          <li>The review took {data.seconds.toFixed(1)} s.</li>
        </ul>
      </section>
    </div>
  );
}

function Trend({ data, entries, choose }: Pick<OverviewProps, "data" | "entries" | "choose">) {
  const { against, stayed, gone } = data.trend!;
  const fresh = entries.filter(({ alert }) => alert.isNew).length;
  return (
    <li class="trend">
      Since {against}: <button
        type="button"
        class="link"
        disabled={fresh === 0}
        onClick={() => choose({ only: "new", view: "alerts" })}
      >
        {fresh.toLocaleString("en")} new
      </button>, {gone.length.toLocaleString("en")} gone, {stayed.toLocaleString("en")} stayed.
      {gone.length > 0 && (
        <details>
          <summary>What went</summary>
          <ul>
            {gone
              .slice(0, 200)
              .map(
                (one, index) => <li key={index}>
                  {plain(one.message)} <span class="faint">{one.rule} · {one.path}</span>
                </li>,
              )}
          </ul>
        </details>
      )}
    </li>
  );
}
