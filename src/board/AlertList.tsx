import { useVirtualizer } from "@tanstack/react-virtual";
import { createContext } from "preact";
import { useContext, useEffect, useMemo, useRef } from "preact/hooks";
import { counted, plain, type Entry, type Group, type Grouping } from "./facts.js";
import { LevelSign } from "./LevelSign.js";
import { MarginNote } from "./MarginNote.js";

type Row = { readonly group: Group } | { readonly entry: Entry; readonly place: number };

/** The titles of rules, by their ids. */
export const RuleTitles = createContext<ReadonlyMap<string, string>>(new Map());

interface AlertListProps {
  readonly groups: readonly Group[];
  readonly by: Grouping;
  readonly open: string;
  /** Whether all rows are drawn, as for paper. */
  readonly isWhole: boolean;
  readonly toggle: (id: number) => void;
  readonly showRule: (rule: string) => void;
}

/** All chosen alerts below the headings of their groups; of long lists what is seen. */
export function AlertList({ groups, by, open, isWhole, toggle, showRule }: AlertListProps) {
  const rows = useMemo(() => {
    let place = 0;
    return groups.flatMap((group): Row[] => [
      { group },
      ...group.entries.map((entry) => ({ entry, place: (place += 1) })),
    ]);
  }, [groups]);
  const all = groups.reduce((sum, { entries }) => sum + entries.length, 0);
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: (index) => ("group" in rows[index]! ? 44 : 34),
    overscan: 12,
    getItemKey: (index) => {
      const row = rows[index]!;
      return "group" in row ? `g ${row.group.name}` : row.entry.id;
    },
  });
  // What the address says is open is in sight.
  useEffect(() => {
    const index = rows.findIndex((row) => "entry" in row && String(row.entry.id) === open);
    if (index >= 0) virtual.scrollToIndex(index, { align: "auto" });
  }, []);
  const move = (event: KeyboardEvent): void => {
    const step = event.key === "ArrowDown" ? 1 : event.key === "ArrowUp" ? -1 : 0;
    const at = Number((event.target as HTMLElement).closest("[data-index]")?.getAttribute("data-index") ?? NaN);
    if (step === 0 || Number.isNaN(at)) return;
    let next = at + step;
    while (rows[next] !== undefined && "group" in rows[next]!) next += step;
    if (rows[next] === undefined) return;
    event.preventDefault();
    virtual.scrollToIndex(next, { align: "auto" });
    const focus = (): boolean => {
      const button = scroller.current?.querySelector<HTMLElement>(`[data-index="${next}"] button`);
      button?.focus();
      return button != null;
    };
    // A row that was not in sight is drawn with the next frame.
    if (!focus()) requestAnimationFrame(focus);
  };
  const draw = (row: Row) => (
    "group" in row
      ? <GroupHeading group={row.group} />
      : <AlertRow
        entry={row.entry}
        by={by}
        isOpen={String(row.entry.id) === open}
        toggle={toggle}
        showRule={showRule}
      />
  );
  if (isWhole) return <div class="list whole">{rows.map((row, index) => <div key={index}>{draw(row)}</div>)}</div>;
  return (
    <div class="list" ref={scroller} onKeyDown={move} role="list" aria-label={counted(all, "alert")}>
      <div class="inner" style={{ height: `${virtual.getTotalSize()}px` }}>
        {virtual.getVirtualItems().map((item) => {
          const row = rows[item.index]!;
          return (
            <div
              key={item.key}
              ref={virtual.measureElement as never}
              data-index={item.index}
              class="row"
              style={{ transform: `translateY(${item.start}px)` }}
              {...("entry" in row ? { role: "listitem", "aria-setsize": all, "aria-posinset": row.place } : {})}
            >
              {draw(row)}
            </div>
          );
        })}
      </div>
    </div>
  );
}

function GroupHeading({ group: { name, entries } }: { readonly group: Group }) {
  const mends = entries.filter(({ alert }) => alert.mends).length;
  return (
    <h3>
      {name} <span class="faint">{counted(entries.length, "alert")}{mends > 0 && `, mend settles ${mends}`}</span>
    </h3>
  );
}

interface AlertRowProps {
  readonly entry: Entry;
  readonly by: Grouping;
  readonly isOpen: boolean;
  readonly toggle: (id: number) => void;
  readonly showRule: (rule: string) => void;
}

function AlertRow({ entry, by, isOpen, toggle, showRule }: AlertRowProps) {
  const { id, alert, file } = entry;
  // What it says hangs from its mark.
  const title = useContext(RuleTitles).get(alert.rule);
  return (
    <article class={isOpen ? "alert open" : "alert"}>
      <button type="button" aria-expanded={isOpen} onClick={() => toggle(id)}>
        <LevelSign level={alert.level} />
        <span class="message">{isOpen ? (title ?? alert.rule) : plain(alert.message)}</span>
        {alert.isNew && <span class="new">new</span>}
        {by !== "rule" && <span class="faint rule">{alert.rule}</span>}
        <span class="faint place">{by === "file" ? `line ${alert.line}` : `${file.path}:${alert.line}`}</span>
      </button>
      {isOpen && <MarginNote entry={entry} showRule={showRule} />}
    </article>
  );
}
