import { format } from "../src/money.js";

export interface TicketProps {
  readonly kinds: readonly string[];
  readonly pence: number;
  readonly onTake?: () => void;
}

/** A ticket as the kiosk shows it before it is printed. */
export function Ticket({ kinds, pence, onTake = () => undefined }: TicketProps) {
  const counts = kinds.reduce<Record<string, number>>((sum, kind) => ({ ...sum, [kind]: (sum[kind] ?? 0) + 1 }), {});
  const lines = Object.entries(counts) as readonly [string, number][];
  return (
    <section className="ticket" onClick={onTake}>
      <ul>
        {lines.map(([kind, count]) => (
          <li key={kind}>
            {count} × {kind}
          </li>
        ))}
      </ul>
      <p>{format(pence)</p>
    </section>
  );
}
