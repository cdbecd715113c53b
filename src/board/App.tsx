import { useEffect, useMemo, useRef, useState } from "preact/hooks";
import type { BoardData } from "../report/board-data.js";
import { useChoice } from "./address.js";
import { AlertList, RuleTitles } from "./AlertList.js";
import { Bars } from "./Bars.js";
import {
  counted,
  entriesOf,
  grouped,
  groupings,
  isChosen,
  nothingChosen,
  type Choice,
  type Grouping,
} from "./facts.js";
import { Levels } from "./LevelSign.js";
import { Overview } from "./Overview.js";
import { Rules } from "./Rules.js";

/** Filters that can be taken off one by one. */
const filters = ["level", "area", "rule", "path", "text", "only"] as const;

export function App({ data }: { readonly data: BoardData }) {
  const [choice, choose] = useChoice();
  const [isPrinting, setPrinting] = useState(false);
  const [isChoosing, setChoosing] = useState(false);
  const all = useMemo(() => entriesOf(data), [data]);
  const chosen = useMemo(() => all.filter((entry) => isChosen(
    entry,
    choice,
  )), [all, ...filters.map((key) => choice[key])]);
  const titles = useMemo(() => new Map(Object.entries(data.rules).map(([id, { title }]) => [id, title])), [data]);
  const levels = data.levels.map(({ name }) => name);
  const groups = useMemo(() => grouped(chosen, choice.group, levels), [chosen, choice.group]);
  const search = useRef<HTMLInputElement>(null);
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      if (event.key !== "/" || (event.target as HTMLElement).tagName === "INPUT") return;
      event.preventDefault();
      search.current?.focus();
    };
    const before = (): void => setPrinting(true);
    const after = (): void => setPrinting(false);
    addEventListener("keydown", press);
    addEventListener("beforeprint", before);
    addEventListener("afterprint", after);
    return () => {
      removeEventListener("keydown", press);
      removeEventListener("beforeprint", before);
      removeEventListener("afterprint", after);
    };
  }, []);
  const without = (key: keyof Choice) => all.filter((entry) => isChosen(entry, choice, key));
  const tab = (view: Choice["view"], text: string) => (
    <button type="button" role="tab" aria-selected={choice.view === view} onClick={() => choose({ view, open: "" })}>
      {text}
    </button>
  );
  const set = filters.filter((key) => choice[key] !== "");
  return (
    <Levels.Provider value={new Map(data.levels.map((level) => [level.name, level]))}>
      <header>
        <h1>{data.name}</h1>
        <p>
          {counted(all.length, "alert")} in {counted(data.files.length, "file")} · {data.made
            .slice(0, 16)
            .replace("T", " ")}
        </p>
        <input
          ref={search}
          type="search"
          placeholder="Search: words, file, rule ( / )"
          aria-label="Search in messages, files, rules and marked lines"
          value={choice.text}
          onInput={(event) =>
            choose({ text: event.currentTarget.value, ...(choice.view === "rules" && { view: "alerts" }) }, false)}
        />
        <button type="button" class="filter" aria-expanded={isChoosing} onClick={() => setChoosing(!isChoosing)}>
          Filter
        </button>
        <Theme />
      </header>
      <aside aria-label="Filter" class={isChoosing ? "shown" : ""}>
        <Bars
          title="Level"
          entries={without("level")}
          valueOf={({ alert }) => alert.level}
          levels={levels}
          chosen={choice.level}
          choose={(level) => choose({ level })}
        />
        <Bars
          title="Area"
          entries={without("area")}
          valueOf={({ area }) => area}
          chosen={choice.area}
          choose={(area) => choose({ area })}
        />
        <Bars
          title="Rule"
          entries={without("rule")}
          valueOf={({ alert }) => alert.rule}
          chosen={choice.rule}
          choose={(rule) => choose({ rule })}
        />
        <Bars
          title="Folder"
          entries={without("path")}
          valueOf={({ folder }) => folder}
          chosen={choice.path}
          choose={(path) => choose({ path: path === "." ? "" : path })}
        />
      </aside>
      <main>
        <div class="tabs">
          <div role="tablist">
            {tab("overview", "Overview")}
            {tab("alerts", `Alerts ${chosen.length.toLocaleString("en")}`)}
            {tab("rules", "Rules")}
          </div>
          {set.map((key) => (
            <button
              key={key}
              type="button"
              class="chip"
              onClick={() => choose({ [key]: "" })}
              aria-label={`Without ${key} ${choice[key]}`}
            >
              {choice[key]} <span aria-hidden="true">✕</span>
            </button>
          ))}
          {
            set.length > 1 &&
            <button
              type="button"
              class="link"
              onClick={() => choose({ ...nothingChosen, view: choice.view, group: choice.group })}
            >
              all
            </button>
          }
          {choice.view === "alerts" && (
            <label class="by">
              by <select
                value={choice.group}
                onChange={(event) => choose({ group: event.currentTarget.value as Grouping })}
              >
                {groupings.map((one) => <option key={one} value={one}>{one}</option>)}
              </select>
            </label>
          )}
        </div>
        {
          (choice.view === "overview" || isPrinting) &&
          <Overview data={data} entries={chosen} choice={choice} choose={choose} />
        }
        {(choice.view === "alerts" || isPrinting) && (
          <RuleTitles.Provider value={titles}>
            <AlertList
              key={`${choice.group} ${isPrinting}`}
              groups={groups}
              by={choice.group}
              open={choice.open}
              isWhole={isPrinting}
              toggle={(id) => choose({ open: choice.open === String(id) ? "" : String(id) })}
              showRule={(rule) => choose({ view: "rules", open: rule })}
            />
          </RuleTitles.Provider>
        )}
        {choice.view === "rules" && (
          <Rules
            data={data}
            entries={all}
            open={choice.open}
            choose={(open) => choose({ open })}
            showAlerts={(rule) => choose({ ...nothingChosen, rule, view: "alerts" })}
          />
        )}
        {choice.view === "alerts" && chosen.length === 0 && <p class="faint none">No alert fits what is chosen.</p>}
      </main>
    </Levels.Provider>
  );
}

/** Light and dark, as the system has it until somebody says otherwise. */
function Theme() {
  const [isDark, setDark] = useState(() => matchMedia("(prefers-color-scheme: dark)").matches);
  useEffect(() => {
    document.documentElement.dataset["theme"] = isDark ? "dark" : "light";
  }, [isDark]);
  return <button type="button" class="theme" aria-pressed={isDark} onClick={() => setDark(!isDark)}>
    {isDark ? "Light" : "Dark"}
  </button>;
}
