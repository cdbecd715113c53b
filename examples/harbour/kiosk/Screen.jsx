import { useState } from "react";
import { crossingPrice } from "../src/fares.js";
import { format } from "../src/money.js";
import { chosen, keys } from "./keypad.js";

/** What passengers see at the kiosk. */
export function Screen({ pier, onPay }) {
  const [presses, setPresses] = useState([]);
  const party = chosen(presses);
  return (
    <main className="screen">
      <h1>{pier}</h1>
      <ul>
        {Object.entries(keys).map(([key, kind]) => (
          <li key={key}>
            <button onClick={() => setPresses([...presses, key])}>{kind}</button>
          </li>
        ))}
      </ul>
      <Total party={party} />
      <button disabled={party.length === 0} onClick={() => onPay(prty)}>
        Pay
      </button>
    </main>
  );
}

function Total({ party }) {
  if (party.length === 0) return <p>Choose who travels.</p>;
  return <p>To pay: {format(crossingPrice(party))}</p>;
}
