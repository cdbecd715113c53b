import type { RuleView } from "alert-quill/worker";
import { useEffect, useRef, useState, type ReactNode } from "react";
import { address, show } from "./address.js";
import { rulesFor } from "./client.js";
import { Diff } from "./Diff.js";
import { levelNames } from "./levels.js";

/** Code in a sentence, as messages have it. */
function said(text: string): ReactNode[] {
  return text.split("`").map((part, index) => (index % 2 === 1 ? <code key={index}>{part}</code> : part));
}

/** Code of an example with its marks. */
function Marked({ code }: { readonly code: string }) {
  const parts = code.split(/[«»]/);
  return <pre className="code">
    {parts.map((part, index) => (index % 2 === 1 ? <mark key={index}>{part}</mark> : part))}
  </pre>;
}

interface Props {
  /** The document whose settings count. */
  readonly uri: string;
  /** Changes with what the settings file says. */
  readonly settings: string;
  readonly onLevel: (rule: string, level: string) => void;
}

/** The rules by area, each with what it finds, and its level, which goes into the settings file. */
export function Rules({ uri, settings, onLevel }: Props) {
  const { rule: open } = address.get();
  const [rules, setRules] = useState<readonly RuleView[]>([]);
  const [search, setSearch] = useState("");
  useEffect(() => {
    let isWanted = true;
    // Nobody reads the list while they type in the settings.
    const timer = setTimeout(() => void rulesFor(uri).then((list) => isWanted && setRules(list)), rules.length && 250);
    return () => {
      isWanted = false;
      clearTimeout(timer);
    };
  }, [uri, settings]);
  const words = search.toLowerCase().split(/\s+/);
  const found = rules.filter(({ id, title }) => words.every((word) => `${id} ${title}`.toLowerCase().includes(word)));
  const chosen = rules.find(({ id }) => id === open) ?? found[0];
  const list = useRef<HTMLElement>(null);
  useEffect(() => {
    list.current?.querySelector('[aria-current="true"]')?.scrollIntoView({ block: "nearest" });
  }, [chosen?.id]);
  const areas = Map.groupBy(found, ({ area }) => area);
  return (
    <section className="rules" aria-label="Rules">
      <nav ref={list}>
        <input
          type="search"
          placeholder={`Search ${rules.length} rules`}
          aria-label="Search rules"
          value={search}
          onChange={(event) => setSearch(event.target.value)}
        />
        {[...areas].map(([area, list]) => (
          <section key={area}>
            <h3>{area} <small>{list.filter(({ level }) => level !== "off").length} of {list.length} on</small></h3>
            {list.map(({ id, level }) => (
              <button
                key={id}
                aria-current={id === chosen?.id}
                className={level === "off" ? "off" : ""}
                onClick={() => show({ rule: id })}
              >
                <span>{id.slice(area.length + 1)}</span>
                <small>{level}</small>
              </button>
            ))}
          </section>
        ))}
      </nav>
      {chosen && (
        <article>
          <h2>{chosen.title}</h2>
          <p className="facts">
            <code>{chosen.id}</code>
            <label>
              Level{" "}
              <select value={chosen.level} onChange={(event) => onLevel(chosen.id, event.target.value)}>
                {[...new Set([...levelNames, "off", chosen.level])].map(
                  (level) => <option key={level}>{level}</option>,
                )}
              </select>
            </label>
            <span>{chosen.kits.length === 0 ? "in no kit" : `in ${chosen.kits.join(", ")}`}</span>
          </p>
          <p>{said(chosen.why)}</p>
          {chosen.examples.slice(0, 3).map(({ code, after }) => (
            <div className="example" key={code}>
              <Marked code={code} />
              {after !== undefined && <Diff before={code.replaceAll(/[«»]/g, "")} after={after} context={0} />}
            </div>
          ))}
        </article>
      )}
    </section>
  );
}
