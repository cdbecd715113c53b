import type { BoardData, BoardExample } from "../report/board-data.js";
import { counted, countsOf, type Entry } from "./facts.js";

interface RulesProps {
  readonly data: BoardData;
  readonly entries: readonly Entry[];
  readonly open: string;
  readonly choose: (rule: string) => void;
  readonly showAlerts: (rule: string) => void;
}

/** The rules that told something, each with its page. */
export function Rules({ data, entries, open, choose, showAlerts }: RulesProps) {
  const counts = countsOf(entries, ({ alert }) => alert.rule);
  const chosen = open in data.rules ? open : (counts.find(([id]) => id in data.rules)?.[0] ?? "");
  const rule = data.rules[chosen];
  return (
    <div class="rules">
      <nav aria-label="Rules">
        {counts.map(([id, count]) => (
          <button key={id} type="button" aria-current={id === chosen} onClick={() => choose(id)}>
            <span>{id}</span> <span class="faint">{count.toLocaleString("en")}</span>
          </button>
        ))}
      </nav>
      {rule === undefined ? <p class="faint">Of this rule nothing more is known here.</p> : (
        <article>
          <h2>{chosen}</h2>
          <p class="lead">{rule.title}.</p>
          <p>{rule.why}</p>
          <p class="facts">
            <span>{rule.kits.length > 0 ? `in ${rule.kits.join(", ")}` : "in no kit"}</span>
            <button type="button" class="link" onClick={() => showAlerts(chosen)}>
              show its {counted(counts.find(([id]) => id === chosen)?.[1] ?? 0, "alert")}
            </button>
          </p>
          <h3>Alerts</h3>
          {rule.bad.map((example) => <Example key={example.code} example={example} />)}
          <h3>Stays quiet</h3>
          {rule.good.map((example) => <Example key={example.code} example={example} />)}
        </article>
      )}
    </div>
  );
}

function Example({ example: { code, after } }: { readonly example: BoardExample }) {
  return (
    <div class="example">
      <pre>
        {code.split(/«([^»]*)»/).map((part, index) => (index % 2 === 1 ? <mark key={index}>{part}</mark> : part))}
      </pre>
      {after !== undefined && [<p key="becomes" class="faint">becomes</p>, <pre key="after">{after}</pre>]}
    </div>
  );
}
