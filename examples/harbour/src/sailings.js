import { fitting } from "./berths.js";
import { timeText } from "./clock.js";

/** A sailing that was put off keeps the reason for the boards. */
export const states = { planned: "planned", boarding: "boarding", left: "left", off: "off" };

let lastNumber = 100;

export function createSailing(ferry, route, minutes) {
  lastNumber += 1;
  return { number: lastNumber, ferry, route, minutes, state: states.planned, reason: null };
}

/** Puts a sailing off, and those of the same ferry behind it. */
export function putOff(sailings, first, delay, reason) {
  return sailings.map((sailing) => {
    if (sailing.ferry !== first.ferry || sailing.minutes < first.minutes) return sailing;
    return { ...sailing, minutes: sailing.minutes + delay, reason };
  });
}

/** What the boards at the piers show. */
export function boardLines(sailings, now) {
  const shown = 6;
  const next = sailings.filter((sailing) => sailing.minutes >= now).sort((a, b) => a.minutes - b.minutes);
  const lines = next.slice(0, shown).map((sailing) => {
    const note = sailing.reason === null ? "" : ` (${sailing.reason})`;
    return `${timeText(sailing.minutes)} ${sailing.route.to}${note}`;
  });
  if (lines.length === 0) {
    shown = 1;
    lines.push("No more sailings today");
  }
  return lines;
}

export function pickBerth(sailing, table) {
  const [best] = fitting(sailing.ferry, table, sailing.minutes);
  return best ?? null;
}
