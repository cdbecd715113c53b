import { countsOf, type Entry } from "./facts.js";
import { LevelSign } from "./LevelSign.js";

interface BarsProps {
  readonly title: string;
  readonly entries: readonly Entry[];
  readonly valueOf: (entry: Entry) => string;
  readonly chosen: string;
  readonly choose: (value: string) => void;
  /** Whether the values are levels, with their signs, in this order. */
  readonly levels?: readonly string[];
  readonly most?: number;
}

/** How many alerts have each value, to choose one of them, or all again. */
export function Bars({ title, entries, valueOf, chosen, choose, levels, most = 12 }: BarsProps) {
  const counts = countsOf(entries, valueOf);
  if (levels !== undefined) counts.sort(([a], [b]) => levels.indexOf(a) - levels.indexOf(b));
  const shown = counts.filter(([name], index) => index < most || name === chosen);
  const largest = Math.max(1, ...counts.map(([, count]) => count));
  return (
    <section class="bars">
      <h2>{title}</h2>
      <ul>
        {shown.map(([name, count]) => (
          <li key={name}>
            <button type="button" aria-pressed={name === chosen} onClick={() => choose(name === chosen ? "" : name)}>
              {levels !== undefined && <LevelSign level={name} isNamed />}
              <span class="name">{name}</span>
              <span class="count">{count.toLocaleString("en")}</span>
              <span class="bar" style={{ width: `${(100 * count) / largest}%` }} />
            </button>
          </li>
        ))}
      </ul>
      {counts.length > shown.length && <p class="faint">and {counts.length - shown.length} more</p>}
    </section>
  );
}
